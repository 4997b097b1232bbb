package app.gewerk.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import app.gewerk.acceptance.Technician.Screen;
import java.io.IOException;
import java.net.InetAddress;
import java.net.Socket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Two processes on one database behind HAProxy, set up as docs/haproxy.cfg says: one dies under a technician's hands. */
@Tag("slow")
class TwoProcessesTest {
    private static final String PASSWORD = "a file and an old gear";

    @TempDir
    private static Path folder;

    private static RunningGewerk one;
    private static RunningGewerk two;
    private static Process proxy;
    private static String address;

    @BeforeAll
    static void start() throws IOException {
        Files.writeString(folder.resolve("owner"), "Ilva\n" + PASSWORD + "\n");
        RunningGewerk[] both = RunningGewerk.two(Map.of(
                "GEWERK_NETWORK", "true",
                "GEWERK_PROXY", "127.0.0.1",
                "GEWERK_NAMES", "localhost",
                "GEWERK_OWNER_FILE", folder + "/owner"));
        one = both[0];
        two = both[1];
        Path pem = folder.resolve("both.pem");
        RunningGewerk.run(List.of(
                "bash",
                "-c",
                "openssl req -x509 -newkey ec -pkeyopt ec_paramgen_curve:P-256 -nodes -days 2 -subj /CN=localhost"
                        + " -addext subjectAltName=DNS:localhost -keyout " + folder + "/key -out " + folder
                        + "/certificate 2>&1 && cat " + folder + "/certificate " + folder + "/key > " + pem));
        int port = RunningGewerk.freePort();
        String shipped = Files.readString(Path.of("../docs/haproxy.cfg"));
        String here = shipped.replace("127.0.0.1:8443", "127.0.0.1:" + port)
                .replace("/etc/gewerk/certificate-and-key.pem", pem.toString())
                .replace("127.0.0.1:7461", "127.0.0.1:" + one.port())
                .replace("127.0.0.1:7462", "127.0.0.1:" + two.port());
        assertThat(here).doesNotContain("7461", "7462", "8443", "/etc/gewerk");
        Path configuration = folder.resolve("haproxy.cfg");
        Files.writeString(configuration, here);
        proxy = new ProcessBuilder("/usr/sbin/haproxy", "-db", "-f", configuration.toString())
                .redirectErrorStream(true)
                .redirectOutput(Path.of("target/haproxy.log").toFile())
                .start();
        address = "https://localhost:" + port;
        Awaitility.await().atMost(Duration.ofSeconds(20)).until(() -> listens(port));
    }

    private static boolean listens(int port) {
        try (Socket calling = new Socket(InetAddress.getLoopbackAddress(), port)) {
            return calling.isConnected();
        } catch (IOException notYet) {
            return false;
        }
    }

    @AfterAll
    static void stop() {
        proxy.destroy();
        two.close();
        one.close();
    }

    @Test
    void oneDiesUnderTheHandsOfATechnicianWhoStaysSignedInAndLosesNothing() {
        try (Technician ilva = new Technician(address, Screen.BENCH)) {
            ilva.open("/");
            ilva.signIn("Ilva", PASSWORD);
            ilva.open("/new");
            ilva.field("Maker").fill("Vantorel");
            ilva.field("Model").fill("Slidewell 24");
            ilva.page.getByLabel("What is it?").selectOption("slide projector");
            ilva.field("What the owner says, word for word").fill("stops half way");
            ilva.button("Put it in a tray").click();
            ilva.page.waitForURL("**/job/1**");
            ilva.open("/job/1/read");
            ilva.field("teeth").fill("30");
            ilva.field("over the tips").fill("16.00");
            one.kill();
            ilva.button("keep the readings").click();
            kept(ilva, two, "16.00");
            ilva.open("/job/1/read");
            assertThat(ilva.field("over the tips")).hasValue("16.00");
            assertThat(ilva.page.getByTitle("change who is at the bench")).hasText("Ilva");
            assertThat(everyAnswer(ilva, 40)).as("of the one that is left").containsOnly(200L);
            // While the other comes up, nobody is sent to it before it can answer.
            one.start();
            assertThat(everyAnswer(ilva, 80)).as("while the other starts").containsOnly(200L);
            Awaitility.await()
                    .atMost(Duration.ofSeconds(20))
                    .untilAsserted(() -> assertThat(everyAnswer(ilva, 4)).containsOnly(200L));
            two.kill();
            ilva.field("over the tips").fill("16.02");
            ilva.button("keep the readings").click();
            kept(ilva, one, "16.02");
            assertThat(one.number("select count(*) from spring_session where principal_name is not null"))
                    .as("nobody had to sign in again")
                    .isEqualTo(1);
            two.start();
        }
    }

    private static void kept(Technician who, RunningGewerk gewerk, String typed) {
        Awaitility.await()
                .atMost(Duration.ofSeconds(60))
                .untilAsserted(() -> assertThat(
                                gewerk.number("select count(*) from gear_reading where typed = '" + typed + "'"))
                        .as("kept; the page says: " + who.page.locator("body").innerText())
                        .isEqualTo(1));
    }

    private static List<Long> everyAnswer(Technician who, int times) {
        Object answers = who.page.evaluate(
                "async times => { const all = []; for (let i = 0; i < times; i++) {"
                        + " all.push((await fetch('/api/job/rack')).status); await new Promise(w => setTimeout(w, 50)); }"
                        + " return all; }",
                times);
        return ((List<?>) answers)
                .stream().map(n -> (Long) ((Number) n).longValue()).toList();
    }

    @Test
    void whatAStrangerClaimsToForwardIsNotBelieved() {
        assertThat(Installed.status("http://127.0.0.1:" + one.port() + "/api/shop"))
                .as("past the proxy's TLS")
                .isEqualTo(403);
        String sent = RunningGewerk.run(List.of(
                "bash",
                "-c",
                "curl -sk -o /dev/null -w '%{http_code}' -H 'X-Forwarded-For: 10.9.8.7' " + address + "/api/shop"));
        assertThat(sent).isEqualTo("200");
        String foreign = RunningGewerk.run(List.of(
                "bash", "-c", "curl -sk -o /dev/null -w '%{http_code}' -H 'Host: evil.example' " + address + "/"));
        assertThat(foreign).isEqualTo("403");
    }
}
