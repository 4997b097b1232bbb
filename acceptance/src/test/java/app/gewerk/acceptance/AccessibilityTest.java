package app.gewerk.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import app.gewerk.acceptance.Technician.Screen;
import com.deque.html.axecore.args.AxeRunOptions;
import com.deque.html.axecore.playwright.AxeBuilder;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.WaitForSelectorState;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Every screen against WCAG 2.2 AA, as far as a program can tell; the ten steps at three sizes in {@link OnTheNetworkTest}. */
class AccessibilityTest {
    private static final List<String> RULES = List.of("wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa");

    /** Screens besides those that something is done for, and what stands on each. */
    private static final Map<String, String> SCREENS = new LinkedHashMap<>();

    static {
        SCREENS.put("/new", "Put it in a tray");
        SCREENS.put("/job/1/listen", "Culprit: the");
        SCREENS.put("/job/23/takeIn", "I have read this");
        SCREENS.put("/job/25/read", "gears proven here before");
        SCREENS.put("/job/14/get", "Gears that fit");
        SCREENS.put("/job/11/prove", "From the hand to the real load");
        SCREENS.put("/job/1/handBack", "For the owner");
        SCREENS.put("/book/1", "How long mends lasted");
        SCREENS.put("/workings", "Read a gear");
        SCREENS.put("/workings/pair", "Runs freely");
        SCREENS.put("/workings/spans", "steadiest");
        SCREENS.put("/workings/pins", "Over both pins");
        SCREENS.put("/workings/make", "drawn across the tips");
        SCREENS.put("/workings/press", "pressure in the fit");
        SCREENS.put("/workings/onto", "How much of the first");
        SCREENS.put("/workings/planets", "teeth meet");
        SCREENS.put("/stores", "job by job");
        SCREENS.put("/book", "maker or model");
        SCREENS.put("/book/did", "By model");
        SCREENS.put("/stores/shelf", "A new thing");
        SCREENS.put("/stores/donors", "Another donor");
        SCREENS.put("/stores/numbers", "A number that is not there yet");
        SCREENS.put("/stores/sellers", "A seller that is known by its");
        SCREENS.put("/people", "From then on everybody signs in");
        SCREENS.put("/workings/backlash", "at the w");
        SCREENS.put("/workings/oil", "log log");
        SCREENS.put("/workings/strength", "K F /");
        SCREENS.put("/workings/time", "z_right");
        SCREENS.put("/look-back", "Which machines");
        SCREENS.put("/knowledge", "acetal homopolymer");
    }

    @Test
    void noScreenFailsTheRulesThatCanBeChecked() {
        try (Technician technician = new Technician(RunningGewerk.demoToLookAt())) {
            technician.open("/");
            technician.button("Ilva").waitFor();
            check(technician, "who is here");
            technician.stepUpAs("Ilva");
            technician.text("What to take up next").waitFor();
            check(technician, "welcome");
            SCREENS.forEach((path, there) -> {
                technician.go(path);
                technician.text(there).waitFor();
                technician.waitForAnswers();
                check(technician, path);
            });
            technician.go("/job/19/closeUp");
            technician.text("What goes on what").click();
            technician.text("both materials bear it").first().waitFor();
            check(technician, "/job/19/closeUp");
            technician.go("/knowledge/likelihoods");
            technician.text("is split at its hub").click();
            technician.text("it shows besides").waitFor();
            check(technician, "/knowledge/likelihoods");
            technician.go("/book/12");
            technician.button(java.util.regex.Pattern.compile("^drive wheel")).click();
            technician.text("Shafts, planet sets and clutches").click();
            technician.text("add a clutch").waitFor();
            check(technician, "/book/12");
            technician.page.getByRole(AriaRole.HEADING).first().click();
            technician.press("t");
            technician.page.getByRole(AriaRole.DIALOG).waitFor();
            check(technician, "true size");
            technician.press("Escape");
            technician
                    .page
                    .getByRole(AriaRole.DIALOG)
                    .waitFor(new com.microsoft.playwright.Locator.WaitForOptions()
                            .setState(com.microsoft.playwright.options.WaitForSelectorState.DETACHED));
            technician.press("/");
            technician.page.getByRole(AriaRole.DIALOG).waitFor();
            check(technician, "find");
            assertThat(technician.complaints()).isEmpty();
        }
    }

    @ParameterizedTest
    @EnumSource(names = {"BENCH", "TELEPHONE"})
    void noPageMovesWhileItsAnswersCome(Screen screen) {
        Locator.WaitForOptions there = new Locator.WaitForOptions().setState(WaitForSelectorState.ATTACHED);
        try (Technician ilva =
                new Technician(RunningGewerk.demoToLookAt().address("").toString(), screen)) {
            ilva.open("/");
            ilva.stepUpAs("Ilva");
            // The first plan of orders takes a server longer than a page waits.
            ilva.go("/stores");
            ilva.text(SCREENS.get("/stores")).first().waitFor(there);
            ilva.answersComeUnevenly();
            ilva.open("/");
            ilva.waitForAnswers();
            SCREENS.forEach((path, words) -> {
                ilva.go(path);
                ilva.text(words).first().waitFor(there);
                ilva.waitForAnswers();
            });
            ilva.sawNothingMove();
        }
    }

    static void check(Technician technician, String screen) {
        AxeRunOptions onlyWhatFails = new AxeRunOptions();
        onlyWhatFails.setResultTypes(List.of("violations"));
        var violations = new AxeBuilder(technician.page)
                .options(onlyWhatFails)
                .withTags(RULES)
                // Within the page: no screen has frames, for which it would open another and carry everything over.
                .setLegacyMode(true)
                .analyze()
                .getViolations();
        assertThat(violations)
                .as(screen)
                .extracting(v -> v.getId() + ": "
                        + v.getNodes().stream()
                                .map(n -> n.getTarget() + " " + n.getHtml())
                                .toList())
                .isEmpty();
    }
}
