package app.gewerk.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.options.AriaRole;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Awkward input and bad luck, in the browser: nothing typed is lost, and what is wrong is said where it is. */
class MannersTest {
    private static RunningGewerk gewerk;
    private static ApiCaller caller;
    private static int jobs;

    private Technician technician;

    @BeforeAll
    static void start() {
        gewerk = RunningGewerk.empty();
        caller = new ApiCaller(gewerk, "Mara");
    }

    @AfterAll
    static void stop() {
        gewerk.close();
    }

    @BeforeEach
    void somebodySitsDown() {
        technician = new Technician(gewerk);
        technician.open("/");
        technician.stepUpAs("Mara");
        assertThat(technician.page.getByRole(AriaRole.DIALOG)).hasCount(0);
    }

    @AfterEach
    void nothingBroke() {
        assertThat(technician.complaints()).isEmpty();
        technician.close();
    }

    private static int newJob() {
        jobs++;
        return caller.jobTakenIn("makes noise " + jobs, "manners-job-" + jobs);
    }

    private static Locator named(Page page, AriaRole role, String name) {
        return page.getByRole(role, new Page.GetByRoleOptions().setName(name));
    }

    @Test
    void theSecondBrowserIsToldAndLosesNothing() {
        int job = newJob();
        String path = "/job/" + job + "/read";
        try (Technician other = new Technician(gewerk)) {
            other.stepUp("Jonne");
            technician.open(path);
            other.open(path);
            // Both have begun before either saves, whichever browser is quicker to hear of the other's save.
            other.field("teeth").fill("31");
            other.field("over the tips").fill("16.48");
            technician.field("teeth").fill("30");
            technician.field("over the tips").fill("16.00");
            // Saved before the other sends: while it is on its way the button already has another name.
            technician.page.waitForResponse(
                    response -> response.request().method().equals("PUT") && response.ok(),
                    () -> technician.button("keep the readings").click());
            other.button("keep the readings").click();
            Locator told = other.page.getByRole(AriaRole.ALERT).first();
            assertThat(told).containsText("Yours are still here");
            assertThat(told).containsText("16.00");
            assertThat(other.field("over the tips")).hasValue("16.48");
            other.page.waitForResponse(
                    response -> response.request().method().equals("PUT"),
                    () -> other.button("Keep both").click());
            assertThat(other.page.getByText("Yours are still here")).hasCount(0);
            assertThat(gewerk.get("/api/reading/" + job).body()).contains("16.48");
            assertThat(gewerk.get("/api/job/" + job + "/journal").body())
                    .contains("16.00")
                    .contains("16.48");
            assertThat(other.complaints()).isEmpty();
        }
    }

    /** Types over the tips, and the mouse goes down on a button before what that says has come; it comes then. */
    private void pressedWhileTheAnswerComes(String typed, Locator button) {
        List<Route> held = new ArrayList<>();
        technician.page.route("**/identify", held::add);
        technician.field("over the tips").fill(typed);
        button.hover();
        technician.page.waitForCondition(() -> !held.isEmpty());
        technician.page.mouse().down();
        technician.page.unroute("**/identify");
        held.forEach(Route::resume);
    }

    /** What comes while the mouse is down does not move the button from under it, so that the press would go nowhere. */
    @Test
    void anAnswerThatComesWhileOnePressesMovesNothingAway() {
        technician.open("/job/" + newJob() + "/read");
        technician.field("teeth").fill("30");
        pressedWhileTheAnswerComes("16.00", technician.button("keep the readings"));
        technician.page.getByRole(AriaRole.RADIOGROUP).waitFor();
        technician.page.waitForResponse(
                response -> response.request().method().equals("PUT") && response.ok(),
                () -> technician.page.mouse().up());
    }

    /** Who presses has read what stood there as the button went down, not what came in its place. */
    @Test
    void anotherAnswerThatComesWhileOnePressesIsNotTakenForTheOneMeant() {
        int job = newJob();
        technician.open("/job/" + job + "/read");
        technician.field("teeth").fill("30");
        technician.field("over the tips").fill("16.00");
        Locator take = technician.button(Pattern.compile("^It is "));
        assertThat(take).containsText("0.5 module");
        pressedWhileTheAnswerComes("16.93", take);
        assertThat(take).containsText("48 pitch");
        technician.page.mouse().up();
        assertThat(technician.text("Nothing was taken: another answer has come since you pressed, 48 pitch"))
                .isVisible();
        assertThat(gewerk.get("/api/reading/" + job).body()).doesNotContain("takenWords");
        take.click();
        technician.page.waitForURL("**/job/" + job + "/get");
        assertThat(gewerk.get("/api/reading/" + job).body())
                .contains("48 pitch")
                .contains("takenWords");
    }

    @Test
    void theSecondTabSeesWhatTheFirstHasTyped() {
        int job = newJob();
        technician.open("/job/" + job + "/read");
        technician.field("over the tips").fill("16.48");
        Page second = technician.anotherTab();
        second.navigate(gewerk.address("/job/" + job + "/read").toString());
        assertThat(second.getByLabel("over the tips")).hasValue("16.48");
        technician.field("over the tips").fill("16.52");
        assertThat(second.getByLabel("over the tips")).hasValue("16.52");
        technician.button("keep the readings").click();
        assertThat(named(second, AriaRole.BUTTON, "keep the readings")).hasCount(0);
    }

    /** The next key may come before the step that the last one asked for is drawn. */
    @Test
    void theJournalOpensOverTheStepThatOneIsOnTheWayTo() {
        technician.open("/job/" + newJob() + "/look");
        assertThat(technician.page.getByRole(AriaRole.LISTBOX)).isVisible();
        technician.page.evaluate("['2', 'j'].forEach(key => dispatchEvent(new KeyboardEvent('keydown', {key})))");
        assertThat(technician.button("Back to the step")).isVisible();
        assertThat(technician.page).hasURL(Pattern.compile("/listen$"));
        technician.button("Back to the step").click();
        assertThat(technician.text("What it may be").first()).isVisible();
    }

    @Test
    void theListOfKeysShowsWhatActsOnThisScreenAndSingleKeysCanBeSwitchedOff() {
        int job = newJob();
        technician.open("/job/" + job + "/listen");
        assertThat(technician
                        .text("Culprit")
                        .or(technician.text("Where it may sit"))
                        .first())
                .isVisible();
        technician.press("?");
        Locator list = technician.page.getByRole(AriaRole.DIALOG);
        assertThat(list).containsText("listening: yes, no, cannot");
        assertThat(list).not().containsText("looking, on the ring of teeth");
        list.getByLabel("Keys of one letter act").uncheck();
        list.getByText("Close").click();
        technician.open("/job/" + job + "/look");
        assertThat(technician.page.getByRole(AriaRole.LISTBOX)).isVisible();
        technician.press("?");
        technician.press("j");
        assertThat(technician.page.getByRole(AriaRole.DIALOG)).hasCount(0);
        technician.button(Pattern.compile("^Keys")).click();
        assertThat(list).containsText("looking, on the ring of teeth");
        assertThat(list).not().containsText("listening: yes, no, cannot");
        list.getByLabel("Keys of one letter act").check();
    }

    @Test
    void whatIsTypedSurvivesAReloadAndTheBackButton() {
        int job = newJob();
        technician.open("/job/" + job + "/closeUp");
        technician.text("Write something down").click();
        technician.field("Write it down").fill("seven teeth flat 🦷");
        technician.page.reload();
        assertThat(technician.field("Write it down")).hasValue("seven teeth flat 🦷");
        technician.press("Escape");
        technician.role(AriaRole.LINK, "Read").last().click();
        technician.page.goBack();
        assertThat(technician.field("Write it down")).hasValue("seven teeth flat 🦷");
        technician.button("Keep the note").click();
        assertThat(technician.field("Write it down")).hasValue("");
        assertThat(technician.page.getByText("seven teeth flat 🦷")).isVisible();
    }

    @Test
    void aMachineThatWasHereBeforeIsOfTheKindItWas() {
        newJob();
        technician.open("/new");
        technician.field("Maker").fill("holmgarde ");
        technician.field("Model").fill("hoist 12");
        // Its name is found before the field is left.
        assertThat(technician.page.locator("li[role=option]").first()).containsText("Hoist 12");
        technician.page.getByLabel("What is it?").focus();
        assertThat(technician.page.getByLabel("What is it?")).hasValue("modelCrane");
        technician.field("Model").fill("");
        technician.field("Maker").fill("");
    }

    @Test
    void aServerLostHalfWayIsWaitedForAndTheSaveGoesOnByItself() {
        technician.open("/new");
        technician.field("Maker").fill("Pellimor");
        technician.field("Model").fill("Press 40");
        technician.page.getByLabel("What is it?").selectOption("slow juicer");
        technician.field("What the owner says, word for word").fill("lost and found");
        gewerk.kill();
        technician.button("Put it in a tray").click();
        assertThat(technician.text("What you type is kept")).isVisible();
        gewerk.start();
        assertThat(technician.page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setLevel(1)))
                .containsText(
                        "Pellimor Press 40",
                        new com.microsoft.playwright.assertions.LocatorAssertions.ContainsTextOptions()
                                .setTimeout(30_000));
        assertThat(technician.page.getByText("What you type is kept")).hasCount(0);
    }

    @Test
    void anAnswerThatIsLostMakesNothingTwice() {
        int job = newJob();
        technician.open("/job/" + job + "/prove");
        technician.button("It holds").waitFor();
        int lines = journal(job);
        List<Integer> answered = new ArrayList<>();
        technician.page.route("**/trials", route -> {
            answered.add(route.fetch().status());
            if (answered.size() < 3) {
                route.abort();
            } else {
                route.resume();
            }
        });
        technician.button("It holds").click();
        technician.page.waitForCondition(() -> answered.size() == 3);
        assertThat(technician.text("passed")).isVisible();
        assertThat(answered).containsOnly(200);
        assertThat(journal(job)).isEqualTo(lines + 1);
    }

    private static int journal(int job) {
        return caller.get("/api/job/" + job + "/journal").body().split("\"at\":").length - 1;
    }

    @Test
    void aWrongReadingIsSaidBesideItAndTheOthersStand() {
        int job = newJob();
        technician.open("/job/" + job + "/read");
        technician.field("teeth").fill("24");
        technician.field("over the tips").fill("13,00");
        assertThat(technician.text("13.000 ± 0.031")).isVisible();
        technician.field("span over 3").fill("wide");
        assertThat(technician.page.getByRole(AriaRole.ALERT)).containsText("\"wide\" is not a length");
        assertThat(technician.text("As what was read before says")).isVisible();
        assertThat(technician.page.getByRole(AriaRole.RADIOGROUP)).isVisible();
        assertThat(technician.button(Pattern.compile("^It is "))).isDisabled();
        assertThat(technician.field("over the tips")).hasValue("13,00");
        technician.field("span over 3").fill("3.86");
        assertThat(technician.page.getByRole(AriaRole.ALERT)).hasCount(0);
        technician.field("span over 4").fill("18");
        assertThat(technician.page.getByRole(AriaRole.ALERT)).containsText("wider than the whole gear");
        technician.field("span over 4").fill("6.81");
        assertThat(technician.page.getByRole(AriaRole.ALERT)).containsText("count the teeth between the jaws again");
        technician.field("teeth").fill("0");
        assertThat(technician.page.getByRole(AriaRole.ALERT).first()).containsText("at least 4");
    }

    @Test
    void everythingFromIntakeToTheFirstStepByKeyboardAlone() {
        technician.press("n");
        assertThat(technician.field("Maker")).isFocused();
        technician.type("Kembrix");
        technician.press("Tab");
        technician.type("Rundum 2");
        technician.press("Tab");
        technician.type("robot");
        technician.press("Tab");
        technician.type("goes in circles");
        technician.press("Alt+Enter");
        assertThat(technician.page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setLevel(1)))
                .containsText("Kembrix Rundum 2");
        technician.press("2");
        assertThat(technician.page).hasURL(Pattern.compile("/listen$"));
        technician.press("0");
        assertThat(technician.page).hasURL(Pattern.compile("/handBack$"));
        technician.press("/");
        technician.type("kembrix");
        assertThat(technician.page.getByRole(AriaRole.DIALOG).getByText("goes in circles"))
                .isVisible();
        technician.press("Enter");
        assertThat(technician.page).hasURL(Pattern.compile("/job/\\d+$"));
        technician.press("?");
        assertThat(technician.page.getByRole(AriaRole.DIALOG)).containsText("the ten steps of the open job");
        technician.press("Escape");
        assertThat(technician.page.getByRole(AriaRole.DIALOG)).hasCount(0);
    }
}
