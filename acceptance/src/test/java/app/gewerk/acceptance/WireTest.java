package app.gewerk.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.WaitForSelectorState;
import java.io.IOException;
import java.net.Socket;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** What only a real connection shows: headers, slow senders, callers who hang up. */
class WireTest {
    /** What came over the wire for this page. */
    private static final String FETCHED = "part => performance.getEntriesByType('resource')"
            + ".filter(e => e.name.includes(part) && e.transferSize > 0).map(e => e.name)";

    private static RunningGewerk gewerk;
    private static ApiCaller mara;

    @BeforeAll
    static void start() {
        gewerk = RunningGewerk.empty();
        mara = new ApiCaller(gewerk, "Mara");
        assertThat(mara.takeIn("it grinds", "wire-test-job").statusCode()).isEqualTo(201);
    }

    @AfterAll
    static void stop() {
        gewerk.close();
    }

    @Test
    void theHeadersThatProtectStandOnEveryAnswer() {
        for (String method : List.of("GET", "HEAD")) {
            for (String path : List.of("/", "/api/shop", "/api/job/999", "/assets/none.js")) {
                HttpResponse<String> answer = RunningGewerk.send(
                        HttpRequest.newBuilder(gewerk.address(path))
                                .method(method, HttpRequest.BodyPublishers.noBody())
                                .build(),
                        HttpResponse.BodyHandlers.ofString());
                for (String header : List.of(
                        "Content-Security-Policy",
                        "X-Content-Type-Options",
                        "X-Frame-Options",
                        "Referrer-Policy",
                        "Cross-Origin-Resource-Policy")) {
                    assertThat(answer.headers().firstValue(header))
                            .as(method + " " + path + " " + header)
                            .isPresent();
                }
            }
        }
        assertThat(gewerk.get("/api/shop").headers().allValues("set-cookie"))
                .filteredOn(c -> c.startsWith("XSRF-TOKEN="))
                .isNotEmpty()
                .allMatch(c -> c.contains("SameSite=Strict"));
    }

    /** As the browser has it: a header beside the one that says so can take it back. */
    @Test
    void scriptsAreFetchedOnceAndAnswersAtEachQuestion() {
        try (Technician mara = new Technician(gewerk)) {
            for (int time = 0; time < 2; time++) {
                mara.open("/");
                mara.button("Mara").waitFor();
            }
            assertThat(mara.page.evaluate(FETCHED, "/assets/")).as("files").isEqualTo(List.of());
            assertThat((List<?>) mara.page.evaluate(FETCHED, "/api/shop"))
                    .as("answers")
                    .isNotEmpty();
        }
    }

    private Socket begun(String head) throws IOException {
        Socket socket = new Socket("127.0.0.1", gewerk.address("").getPort());
        socket.getOutputStream().write(head.getBytes(StandardCharsets.ISO_8859_1));
        socket.getOutputStream().flush();
        return socket;
    }

    private String head(String path, String type, long length) {
        StringBuilder head = new StringBuilder("POST " + path + " HTTP/1.1\r\nHost: 127.0.0.1:"
                + gewerk.address("").getPort() + "\r\nContent-Type: " + type + "\r\nContent-Length: " + length
                + "\r\n");
        mara.identity().forEach((name, value) -> head.append(name + ": " + value + "\r\n"));
        return head + "\r\n";
    }

    /** More slow phones than photographs are unpacked at once; the next one goes past them all. */
    @Test
    void uploadsThatTrickleHoldNobodyElse() throws IOException {
        List<Socket> slow = new ArrayList<>();
        for (int i = 0; i < 6; i++) {
            slow.add(
                    begun(head("/api/photo/1?key=slow-phone-" + i + "&step=takeIn", "application/octet-stream", 900_000)
                            + "\u00ff\u00d8\u00ff\u00e0"));
        }
        byte[] picture = java.util.Base64.getDecoder()
                .decode(
                        "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==");
        CompletableFuture<HttpResponse<String>> quick =
                CompletableFuture.supplyAsync(() -> mara.upload("/api/photo/1?key=quick-phone-1&step=takeIn", picture));
        assertThat(quick.completeOnTimeout(null, 20, TimeUnit.SECONDS).join())
                .as("answered while the others still trickle")
                .isNotNull()
                .satisfies(answer -> assertThat(answer.statusCode()).isEqualTo(201));
        for (Socket socket : slow) {
            socket.close();
        }
    }

    private static String hard() {
        StringBuilder readings = new StringBuilder("{\"what\":\"helixAngle\",\"values\":[20]}");
        for (int i = 2; i < 24; i++) {
            readings.append(",{\"what\":\"span\",\"parameter\":" + i + ",\"values\":[" + (4.6 + 1.48 * i) + "]}");
        }
        return "{\"readings\":[" + readings + "]}";
    }

    /**
     * Each of these would be worked on for a second and a half, two at a time: together longer than anybody waits for a
     * turn. All callers hang up, and the work is dropped.
     */
    @Test
    void workForCallersWhoHungUpIsDropped() throws IOException {
        String hard = hard();
        for (int i = 0; i < 40; i++) {
            begun(head("/api/workings/reading/identify", "application/json", hard.length()) + hard)
                    .close();
        }
        HttpResponse<String> answer = RunningGewerk.send(
                HttpRequest.newBuilder(gewerk.address("/api/workings/reading/identify"))
                        .header("Content-Type", "application/json")
                        .POST(
                                HttpRequest.BodyPublishers.ofString(
                                        "{\"toothCount\":{\"exactly\":24},\"readings\":[{\"what\":\"tipDiameter\",\"values\":[13]}]}"))
                        .build(),
                HttpResponse.BodyHandlers.ofString());
        assertThat(answer.statusCode()).as(answer.body()).isEqualTo(200);
    }

    /** An answer no screen can draw: in its place stands what to do, and the rest goes on working. */
    @Test
    void aPartThatFailsLeavesTheRestOfTheScreen() {
        try (Technician technician = new Technician(gewerk)) {
            technician.page.route(
                    "**/api/diagnosis/1",
                    route -> route.fulfill(new Route.FulfillOptions()
                            .setContentType("application/json")
                            .setBody("{\"version\":1,\"standing\":null}")));
            technician.open("/job/1/listen");
            technician.stepUpAs("Mara");
            technician.text("cannot be shown just now").waitFor();
            assertThat(technician.text("The rest goes on working").isVisible()).isTrue();
            assertThat(technician
                            .page
                            .getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Holmgarde"))
                            .isVisible())
                    .as("which job it is")
                    .isTrue();
            assertThat(technician.button("Journal").isVisible())
                    .as("the journal")
                    .isTrue();
            technician.page.unroute("**/api/diagnosis/1");
            technician.button("try again").first().click();
            technician
                    .text("cannot be shown just now")
                    .waitFor(new Locator.WaitForOptions().setState(WaitForSelectorState.DETACHED));
            technician.open("/job/1/read");
            assertThat(technician.text("cannot be shown just now").isVisible()).isFalse();
        }
    }

    @Test
    void aBodyThatNeverEndsIsCutOff() throws IOException {
        try (Socket socket = begun("POST /api/workings/gear/geometry HTTP/1.1\r\nHost: 127.0.0.1:"
                + gewerk.address("").getPort()
                + "\r\nContent-Type: application/json\r\nTransfer-Encoding: chunked\r\n\r\n")) {
            socket.setSoTimeout(30_000);
            byte[] piece = ("10000\r\n" + " ".repeat(0x10000) + "\r\n").getBytes(StandardCharsets.ISO_8859_1);
            try {
                for (int i = 0; i < 12; i++) {
                    socket.getOutputStream().write(piece);
                }
                socket.getOutputStream().flush();
            } catch (IOException refusedAlready) {
                // the answer is there nevertheless
            }
            String answer = new String(socket.getInputStream().readNBytes(12), StandardCharsets.ISO_8859_1);
            assertThat(answer).isEqualTo("HTTP/1.1 413");
        }
    }
}
