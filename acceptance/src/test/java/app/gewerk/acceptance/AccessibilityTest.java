package app.gewerk.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import com.deque.html.axecore.args.AxeRunOptions;
import com.deque.html.axecore.playwright.AxeBuilder;
import com.microsoft.playwright.options.AriaRole;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** Every screen against WCAG 2.2 AA, as far as a program can tell; the ten steps at three sizes in {@link OnTheNetworkTest}. */
class AccessibilityTest {
    private static final List<String> RULES = List.of("wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa");

    @Test
    void noScreenFailsTheRulesThatCanBeChecked() {
        try (Technician technician = new Technician(RunningGewerk.demoToLookAt())) {
            technician.open("/");
            technician.button("Ilva").waitFor();
            check(technician, "who is here");
            technician.stepUpAs("Ilva");
            technician.text("What to take up next").waitFor();
            check(technician, "welcome");
            Map<String, String> screens = new java.util.LinkedHashMap<>();
            screens.put("/new", "Put it in a tray");
            screens.put("/job/1/listen", "Culprit: the");
            screens.put("/job/23/takeIn", "I have read this");
            screens.put("/job/25/read", "gears proven here before");
            screens.put("/job/14/get", "Gears that fit");
            screens.put("/job/11/prove", "From the hand to the real load");
            screens.put("/job/1/handBack", "For the owner");
            screens.put("/book/1", "How long mends lasted");
            screens.put("/workings", "Read a gear");
            screens.put("/workings/pair", "Runs freely");
            screens.put("/workings/spans", "steadiest");
            screens.put("/workings/pins", "Over both pins");
            screens.put("/workings/make", "drawn across the tips");
            screens.put("/workings/press", "pressure in the fit");
            screens.put("/workings/onto", "How much of the first");
            screens.put("/workings/planets", "teeth meet");
            screens.put("/stores", "job by job");
            screens.put("/book", "maker or model");
            screens.put("/book/did", "By model");
            screens.put("/look-back", "Which machines");
            screens.put("/knowledge", "acetal homopolymer");
            screens.forEach((path, there) -> {
                technician.go(path);
                technician.text(there).waitFor();
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
