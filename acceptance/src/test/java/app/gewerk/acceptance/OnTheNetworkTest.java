package app.gewerk.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import app.gewerk.acceptance.Technician.Screen;
import com.google.gson.JsonArray;
import com.google.gson.JsonObject;
import com.microsoft.playwright.CDPSession;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Response;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import com.microsoft.playwright.options.WaitForSelectorState;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.KeyStore;
import java.util.Arrays;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManagerFactory;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** The start command for the shop's network: a certificate of its own, an owner, and people at benches, tablets, telephones. */
@Order(RunningGewerk.LONG)
@Tag("slow")
class OnTheNetworkTest {
    private static final String PASSWORD = "a file and an old gear";
    /** The ten steps, and what stands there once each is whole. */
    private static final Map<String, String> STEPS = new LinkedHashMap<>();

    static {
        STEPS.put("takeIn", "The owner says");
        STEPS.put("listen", "What it may be");
        STEPS.put("open", "The tray");
        STEPS.put("look", "What the damage says");
        STEPS.put("read", "It is 0.5 module");
        STEPS.put("choose", "The owner wants it");
        STEPS.put("get", "Get");
        STEPS.put("closeUp", "What goes on what");
        STEPS.put("prove", "From the hand to the real load");
        STEPS.put("handBack", "For the owner");
    }

    /** What has to be as large as a finger, and what of it is not: targets within a line of text, and their own labels. */
    private static final String TOO_SMALL = "() => [...document.querySelectorAll('button, a, select, summary, input')]"
            + ".filter(e => e.checkVisibility() && !e.closest('[hidden]') && e.type !== 'range')"
            + ".map(e => [e, (e.closest('.MuiInputBase-root') ?? e.closest('label:has(input[type=checkbox], input[type=radio])') ?? e).getBoundingClientRect()])"
            + ".filter(([e, box]) => box.width > 0 && box.height > 0 && box.height < 43.5)"
            + ".map(([e, box]) => (e.textContent || e.ariaLabel || e.name) + ' ' + box.height)";

    private static Installed installed;
    private static String address;
    private static String said;

    @BeforeAll
    static void start() throws IOException {
        installed = new Installed();
        Files.writeString(installed.folder.resolve("owner"), "Ilva\n" + PASSWORD + "\n");
        Installed.Started started = installed.run(
                "start",
                "--port",
                String.valueOf(RunningGewerk.freePort()),
                "--listen",
                "127.0.0.1",
                "--owner",
                installed.folder + "/owner");
        address = started.address();
        said = started.said();
    }

    @AfterAll
    static void stop() {
        installed.close();
    }

    private static Technician ilva(Screen screen) {
        Technician ilva = new Technician(address, screen);
        ilva.open("/");
        ilva.signIn("Ilva", PASSWORD);
        return ilva;
    }

    @Test
    void itSaysItsAddressAndTheFingerprintOfTheCertificateItMade() {
        assertThat(address).startsWith("https://127.0.0.1:");
        String certificate = RunningGewerk.run(List.of(
                "bash",
                "-c",
                System.getProperty("java.home") + "/bin/keytool -list -v -keystore " + installed.state("tls/gewerk.p12")
                        + " -storepass:file " + installed.state("tls/password") + " 2>/dev/null"));
        String fingerprint = certificate
                .lines()
                .filter(line -> line.contains("SHA256:"))
                .findFirst()
                .orElseThrow()
                .replaceFirst(".*SHA256:\\s*", "");
        assertThat(said).contains(fingerprint);
        assertThat(installed.done("start").said()).contains("already open at https://127.0.0.1:");
    }

    @ParameterizedTest
    @EnumSource
    void tenStepsAreWorkedOnAtEachSize(Screen screen) {
        // On a telephone it may lie on the mat, behind.
        Locator.WaitForOptions there = new Locator.WaitForOptions().setState(WaitForSelectorState.ATTACHED);
        try (Technician ilva = ilva(screen)) {
            ilva.answersComeUnevenly();
            ilva.open("/");
            for (String step : STEPS.keySet()) {
                ilva.go("/job/19/" + step);
                ilva.text(STEPS.get(step)).waitFor(there);
                ilva.waitForAnswers();
                // The bench's are looked at elsewhere, and a tablet has the parts of one and the places of the other.
                if (screen == Screen.TELEPHONE) {
                    AccessibilityTest.check(ilva, screen + " " + step);
                }
                assertThat(ilva.page.evaluate("document.documentElement.scrollWidth - innerWidth"))
                        .as(screen + " " + step + " is as wide as the screen")
                        .isEqualTo(0);
                if (screen.touch) {
                    assertThat((List<?>) ilva.page.evaluate(TOO_SMALL))
                            .as(screen + " " + step + ": for a finger")
                            .isEmpty();
                }
            }
            ilva.sawNothingMove();
            assertThat(ilva.complaints()).isEmpty();
        }
    }

    @Test
    void onATabletRackSheetAndMatAreOneMovementApart() {
        try (Technician ilva = ilva(Screen.TABLET)) {
            ilva.go("/job/19/look");
            Locator rack = ilva.role(AriaRole.NAVIGATION, "Rack of trays");
            Locator mat = ilva.role(AriaRole.REGION, "Cutting mat, ruled in millimetres");
            assertThat(ilva.text("What the damage says")).isVisible();
            assertThat(ilva.page.getByRole(AriaRole.LISTBOX)).isVisible();
            assertThat(rack).not().isVisible();
            double small = height(ilva.page.getByRole(AriaRole.LISTBOX));
            thumb(ilva, "Mat").tap();
            assertThat(height(ilva.page.getByRole(AriaRole.LISTBOX))).isGreaterThan(small);
            thumb(ilva, "Rack").tap();
            assertThat(rack).isVisible();
            assertThat(mat).not().isVisible();
            rack.getByRole(AriaRole.LINK).first().tap();
            assertThat(rack).not().isVisible();
            assertThat(ilva.page.locator("main")).isVisible();
        }
    }

    private static Locator thumb(Technician who, String place) {
        return who.role(AriaRole.NAVIGATION, "Bring forward")
                .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(place));
    }

    private static double height(Locator part) {
        return part.boundingBox().height;
    }

    @Test
    void aToothIsMarkedByFingerAndShownLargeWhileItIsHeld() {
        try (Technician ilva = ilva(Screen.TABLET)) {
            ilva.go("/job/14/look");
            Locator ring = ilva.page.getByRole(AriaRole.LISTBOX);
            ilva.field("teeth").fill("20");
            assertThat(ring.locator("#tooth-20")).isAttached();
            var tooth = ring.locator("#tooth-1 text").last().boundingBox();
            CDPSession fingers = ilva.context.newCDPSession(ilva.page);
            touch(fingers, "touchStart", at(0, tooth.x + tooth.width / 2, tooth.y + tooth.height / 2));
            assertThat(ring.locator("text[font-size='48']")).hasText("1");
            touch(fingers, "touchEnd");
            assertThat(ring.locator("text[font-size='48']")).hasCount(0);
            ilva.button("missing").tap();
            assertThat(ilva.text("One missing tooth is not found yet")).isVisible();
        }
    }

    @Test
    void onATelephoneATrayIsFoundTakenApartTickedTimedAndPhotographedAndItsMatSpread() {
        try (Technician ilva = ilva(Screen.TELEPHONE)) {
            thumb(ilva, "Rack").tap();
            ilva.role(AriaRole.NAVIGATION, "Rack of trays")
                    .getByRole(AriaRole.LINK)
                    .filter(new Locator.FilterOptions().setHasText("Slidewell 24"))
                    .first()
                    .tap();
            assertThat(ilva.page.locator("h1")).containsText("Slidewell 24");
            ilva.button("find").tap();
            ilva.role(AriaRole.COMBOBOX, "Find a job").fill("stitchwell knocks");
            ilva.role(AriaRole.OPTION, Pattern.compile("Stitchwell 5")).first().tap();
            assertThat(ilva.page.locator("h1")).containsText("Stitchwell 5");

            ilva.open("/job/19/open");
            ilva.field("What came off? One line a step").fill("lamp house off");
            ilva.button("Add the step").tap();
            ilva.button("Journal").tap();
            assertThat(ilva.text("lamp house off")).isVisible();
            // Saved after one had left for the journal: it is not typed there any more.
            ilva.button("Back to the step").tap();
            assertThat(ilva.field("What came off? One line a step")).hasValue("");

            ilva.open("/job/19/closeUp");
            ilva.button("I have read this").first().tap();
            assertThat(ilva.button("I have read this")).hasCount(0);
            Locator next = ilva.role(AriaRole.REGION, "What goes back next");
            assertThat(next.getByRole(AriaRole.HEADING)).hasText("lamp house on");
            ilva.button("It is in").tap();
            assertThat(next.getByRole(AriaRole.HEADING)).not().hasText("lamp house on");

            ilva.go("/workings/make?job=20");
            thumb(ilva, "Mat").tap();
            assertThat(ilva.text("Pull to turn it, or use the arrow keys")).isVisible();
            thumb(ilva, "Sheet").tap();
            ilva.page.getByText("What casting it takes").tap();
            ilva.button("The cast is poured: let its times run for tray 13").tap();
            ilva.go("/job/20/look");
            Locator times = ilva.page.getByLabel("Times that run").getByRole(AriaRole.LISTITEM);
            assertThat(times).hasCount(2);
            ilva.page.getByLabel("Stop it: until the cast can be taken out").tap();
            assertThat(times).hasCount(1);

            Locator pictures = ilva.page.locator("section[aria-label=Photographs]");
            assertThat(pictures.locator("img")).hasCount(0);
            pictures.locator("input[type=file]").first().setInputFiles(picture("bench"));
            assertThat(pictures.locator("img")).hasCount(1);

            ilva.go("/job/19/look");
            thumb(ilva, "Mat").tap();
            spread(ilva);
        }
    }

    /** Two fingers, put down on either side of the middle and drawn apart to twice as far, make it twice as large. */
    private static void spread(Technician who) {
        Locator mat = who.role(AriaRole.REGION, "Cutting mat, ruled in millimetres");
        Locator scale = mat.getByText(Pattern.compile("^\\d+(\\.\\d)? : 1$"));
        // Of the gear alone, once the mat has the room it was given.
        assertThat(scale).hasText(Pattern.compile("^[3-9]"));
        String before = scale.textContent();
        var room = mat.boundingBox();
        double x = room.x + room.width / 2;
        double y = room.y + room.height * 0.8;
        CDPSession fingers = who.context.newCDPSession(who.page);
        touch(fingers, "touchStart", at(0, x - 40, y), at(1, x + 40, y));
        touch(fingers, "touchMove", at(0, x - 80, y), at(1, x + 80, y));
        touch(fingers, "touchEnd");
        assertThat(scale).not().hasText(before);
        assertThat(timesTrue(scale.textContent()) / timesTrue(before)).isBetween(1.8, 2.2);
        mat.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("fit"))
                .tap();
        assertThat(scale).hasText(before);
    }

    private static double timesTrue(String scale) {
        return Double.parseDouble(scale.split(" ")[0]);
    }

    private static JsonObject at(int finger, double x, double y) {
        JsonObject point = new JsonObject();
        point.addProperty("id", finger);
        point.addProperty("x", x);
        point.addProperty("y", y);
        return point;
    }

    private static void touch(CDPSession fingers, String what, JsonObject... points) {
        JsonArray all = new JsonArray();
        Arrays.stream(points).forEach(all::add);
        JsonObject event = new JsonObject();
        event.addProperty("type", what);
        event.add("touchPoints", all);
        fingers.send("Input.dispatchTouchEvent", event);
    }

    @Test
    void aTelephoneIsJoinedToATrayAndItsPhotographsArriveThroughADroppedLine() {
        try (Technician ilva = ilva(Screen.BENCH)) {
            ilva.go("/job/19/look");
            Response made = ilva.page.waitForResponse(
                    response -> response.url().contains("/api/phone/link/"),
                    () -> ilva.button("with a phone").click());
            String link = made.text().replaceFirst(".*\"address\":\"([^\"]+)\".*", "$1");
            assertThat(link).startsWith(address + "/phone#");
            assertThat(ilva.role(AriaRole.IMG, "QR code of the phone’s address"))
                    .isVisible();
            ilva.button("close").click();
            try (Technician phone = new Technician(link, Screen.TELEPHONE)) {
                phone.open("");
                assertThat(phone.role(AriaRole.HEADING, "Tray 12")
                                .or(phone.page.locator("h1"))
                                .first())
                        .containsText("12");
                Locator several = phone.page.locator("input[type=file][multiple]");
                several.setInputFiles(new FilePayload[] {picture("one"), picture("two")});
                assertThat(phone.text("2 are at the bench")).isVisible();
                phone.context.setOffline(true);
                several.setInputFiles(new FilePayload[] {picture("three")});
                assertThat(phone.text("1 on the way")).isVisible();
                phone.context.setOffline(false);
                assertThat(phone.text("3 are at the bench")).isVisible();
                AccessibilityTest.check(phone, "telephone");
                assertThat(phone.page.evaluate("async () => (await fetch('/api/job/rack')).status"))
                        .isEqualTo(403);
            }
            assertThat(ilva.page.locator("section[aria-label=Photographs] img")).hasCount(3);
        }
    }

    private static FilePayload picture(String name) {
        return new FilePayload(name + ".jpg", "image/jpeg", Drawings.jpeg(name.length()));
    }

    @Test
    void somebodyElseTakesOverWithAPinAndTheJournalKnowsThem() {
        try (Technician ilva = ilva(Screen.BENCH)) {
            ilva.go("/people");
            Locator fresh = ilva.role(AriaRole.REGION, "Somebody new");
            fresh.getByLabel("Name").fill("Perrin");
            fresh.getByLabel("New PIN, 4 to 8 figures").fill("1234");
            fresh.getByRole(AriaRole.BUTTON).click();
            assertThat(fresh).containsText("tried first");
            fresh.getByLabel("New PIN, 4 to 8 figures").fill("2580");
            fresh.getByRole(AriaRole.BUTTON).click();
            assertThat(ilva.role(AriaRole.REGION, "Who works here")).containsText("Perrin");
            AccessibilityTest.check(ilva, "people");
            ilva.go("/job/24/closeUp");
            ilva.page.getByTitle("change who is at the bench").click();
            ilva.button("Perrin").click();
            ilva.field("PIN of Perrin").fill("2580");
            ilva.button("Perrin takes over").click();
            assertThat(ilva.page.getByTitle("change who is at the bench")).hasText("Perrin");
            ilva.text("Write something down").click();
            ilva.field("Write it down").fill("the spring goes left");
            ilva.button("Keep the note").click();
            ilva.button("Journal").click();
            assertThat(ilva.page.locator("main")).containsText("Perrin");
            ilva.go("/people");
            assertThat(ilva.page.locator("main")).containsText("for the owner");
        }
    }

    @Test
    void whoeverMayOnlyLookSeesEverythingAtRest() {
        try (Technician ilva = ilva(Screen.BENCH)) {
            ilva.go("/people");
            Locator fresh = ilva.role(AriaRole.REGION, "Somebody new");
            fresh.getByLabel("Name").fill("Quill");
            fresh.getByLabel("does").selectOption("looking");
            fresh.getByLabel("New password").fill("brass wire and oil");
            fresh.getByRole(AriaRole.BUTTON).click();
            assertThat(ilva.role(AriaRole.REGION, "Who works here")).containsText("Quill");
        }
        try (Technician quill = new Technician(address, Screen.BENCH)) {
            quill.open("/job/19/read");
            quill.signIn("Quill", "brass wire and oil");
            assertThat(quill.text("You may look at everything here and change nothing."))
                    .isVisible();
            assertThat(quill.field("teeth")).isDisabled();
            quill.button("Journal").click();
            assertThat(quill.button("Back to the step")).isVisible();
            assertThat(quill.page.locator("main fieldset:disabled")).hasCount(0);
        }
    }

    @Test
    void aSecondShopIsOpenedBesideItAndSeesNothingOfTheFirst() throws IOException {
        Files.writeString(installed.folder.resolve("second"), "Odo\nbrass wire and oil\n");
        assertThat(installed
                        .done("shop", "open", "Second bench", "--demo", "--owner", installed.folder + "/second")
                        .said())
                .contains("Opened Second bench");
        try (Technician odo = new Technician(address, Screen.BENCH)) {
            odo.open("/");
            odo.field("Shop").fill("second bench");
            odo.signIn("Odo", "brass wire and oil");
            assertThat(odo.text("No machine has been taken in yet")).isVisible();
            assertThat(odo.page.evaluate("async () => (await fetch('/api/job/19')).status"))
                    .isEqualTo(404);
            assertThat(installed.done("shop", "close", "Second bench", "--demo").said())
                    .contains("Closed");
            assertThat(odo.field("Password")).isVisible();
        }
    }

    /** A certificate as an authority would give it: the two files, and whom a client that trusts it alone can speak to. */
    private static HttpClient clientTrusting(Path certificate, Path key) throws Exception {
        Path store = installed.folder.resolve("given.p12");
        RunningGewerk.run(List.of(
                System.getProperty("java.home") + "/bin/keytool",
                "-genkeypair",
                "-alias",
                "given",
                "-keyalg",
                "EC",
                "-dname",
                "CN=Workshop",
                "-ext",
                "SAN=ip:127.0.0.1",
                "-storetype",
                "PKCS12",
                "-keystore",
                store.toString(),
                "-storepass",
                "for the test"));
        KeyStore made = KeyStore.getInstance(store.toFile(), "for the test".toCharArray());
        Files.writeString(
                certificate, pem("CERTIFICATE", made.getCertificate("given").getEncoded()));
        Files.writeString(
                key,
                pem(
                        "PRIVATE KEY",
                        made.getKey("given", "for the test".toCharArray()).getEncoded()));
        KeyStore trusted = KeyStore.getInstance("PKCS12");
        trusted.load(null, null);
        trusted.setCertificateEntry("given", made.getCertificate("given"));
        TrustManagerFactory trust = TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
        trust.init(trusted);
        SSLContext context = SSLContext.getInstance("TLS");
        context.init(null, trust.getTrustManagers(), null);
        return HttpClient.newBuilder().sslContext(context).build();
    }

    private static String pem(String what, byte[] content) {
        return "-----BEGIN " + what + "-----\n"
                + Base64.getMimeEncoder(64, new byte[] {'\n'}).encodeToString(content) + "\n-----END " + what
                + "-----\n";
    }

    private static String restored(Path backup, String table) throws IOException {
        Path dump = installed.folder.resolve("dump");
        byte[] whole = Files.readAllBytes(backup);
        int line = 0;
        while (whole[line] != '\n') {
            line++;
        }
        Files.write(dump, Arrays.copyOfRange(whole, line + 1, whole.length));
        return RunningGewerk.run(List.of(
                System.getenv("GEWERK_TEST_PGBIN") + "/pg_restore",
                "--data-only",
                "--table",
                table,
                "--file",
                "-",
                dump.toString()));
    }

    @Test
    void onATerminalTheOwnerIsAskedTheGivenCertificateIsShownAndABackupLetsNobodyIn() throws Exception {
        Path certificate = installed.folder.resolve("given.pem");
        Path key = installed.folder.resolve("given.key");
        HttpClient client = clientTrusting(certificate, key);
        try (Installed another = new Installed()) {
            Installed.Started started = another.onATerminal(
                    "start",
                    "--empty",
                    "--port",
                    String.valueOf(RunningGewerk.freePort()),
                    "--listen",
                    "127.0.0.1",
                    "--certificate",
                    certificate.toString(),
                    "--key",
                    key.toString());
            started.answer("Name:", "Odo");
            started.answer("Password:", PASSWORD);
            started.answer("The same again:", "a slip of the hand");
            started.answer("Password:", PASSWORD);
            started.answer("The same again:", PASSWORD);
            String own = started.address();
            assertThat(started.said()).contains("Those were not the same").doesNotContain(PASSWORD);
            assertThat(client.send(
                                    HttpRequest.newBuilder(URI.create(own + "/"))
                                            .build(),
                                    HttpResponse.BodyHandlers.ofString())
                            .statusCode())
                    .isEqualTo(200);
            assertThat(another.state("tls")).doesNotExist();
            try (Technician odo = new Technician(own, Screen.BENCH)) {
                odo.open("/");
                odo.signIn("Odo", PASSWORD);
                odo.text("Take in").first().waitFor();
            }
            assertThat(another.state("first-owner")).doesNotExist();
            Path backup = another.folder.resolve("own.backup");
            assertThat(another.done("backup", backup.toString()).said()).contains("your own data");
            assertThat(restored(backup, "person")).contains("Odo");
            assertThat(restored(backup, "spring_session")).doesNotContain("COPY");
            assertThat(restored(backup, "spring_session_attributes")).doesNotContain("COPY");
            started.interrupt();
            started.waitForEnd();
        }
    }
}
