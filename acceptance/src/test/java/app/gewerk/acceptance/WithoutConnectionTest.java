package app.gewerk.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.options.AriaRole;
import org.junit.jupiter.api.Test;

/** The day a shop lets people sign in, and the hour it has no connection. */
class WithoutConnectionTest {
    private static final String PASSWORD = "a file and an old gear";

    @Test
    void namesAndJobsStayAndWhatWasOpenedCanBeReadWithoutTheServer() {
        try (RunningGewerk gewerk = RunningGewerk.empty()) {
            new ApiCaller(gewerk, "Mara").takeIn("makes noise", "without-connection-1");
            try (Technician mara = new Technician(gewerk)) {
                mara.open("/");
                mara.stepUpAs("Mara");
                begin(mara);
                mara.open("/job/1/takeIn");
                mara.button("Journal").click();
                assertThat(mara.page.locator("main")).containsText("Mara");
                // The page is looked after from its next opening on.
                mara.page.evaluate("async () => { await navigator.serviceWorker.ready }");
                mara.page.reload();
                mara.page.waitForFunction("() => navigator.serviceWorker.controller !== null");
                mara.open("/job/1/closeUp");
                mara.text("makes noise")
                        .or(mara.page.locator("main h1"))
                        .first()
                        .waitFor();
                mara.page.waitForLoadState(com.microsoft.playwright.options.LoadState.NETWORKIDLE);
                gewerk.kill();
                mara.page.reload();
                assertThat(mara.text("No connection. What was opened lately can be read as it was on"))
                        .isVisible();
                assertThat(mara.page.locator("main h1")).isVisible();
                mara.text("Write something down").click();
                Locator note = mara.field("Write it down");
                note.fill("the lid wants a new gasket");
                mara.button("Keep the note").click();
                gewerk.start();
                assertThat(mara.text("No connection.")).hasCount(0);
                mara.button("Journal").click();
                assertThat(mara.page.locator("main")).containsText("the lid wants a new gasket");
                leave(mara);
                assertThat(
                                mara.page.evaluate(
                                        "async () => (await (await caches.open('gewerk-read')).keys()).some(r => r.url.includes('/api/job'))"))
                        .as("what one person opened is not for the next")
                        .isEqualTo(false);
            }
        }
    }

    private static void begin(Technician mara) {
        mara.page.getByTitle("change who is at the bench").click();
        mara.text("Let people show who they are").click();
        mara.field("Your name").waitFor();
        assertThat(mara.field("Your name")).hasValue("Mara");
        mara.field("New password").fill("Mara12345678");
        mara.button("Begin").click();
        assertThat(mara.page.locator("main")).containsText("guessed quickly");
        mara.field("New password").fill(PASSWORD);
        mara.button("Begin").click();
        assertThat(mara.role(AriaRole.REGION, "Who works here")).containsText("Mara");
        leave(mara);
        mara.signIn("Mara", PASSWORD);
    }

    private static void leave(Technician mara) {
        mara.page.getByTitle("change who is at the bench").click();
        mara.button("Leave this bench").click();
        mara.field("Password").waitFor();
    }
}
