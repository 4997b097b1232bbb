package app.gewerk.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.assertions.LocatorAssertions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Isolated;

/** Two browsers on one job. Alone, because two seconds are two seconds. */
@Isolated
class TwoTechniciansTest {
    private static final LocatorAssertions.IsVisibleOptions WITHIN_TWO_SECONDS =
            new LocatorAssertions.IsVisibleOptions().setTimeout(2000);

    private static Locator entry(Technician technician) {
        return technician.field("What came off? One line a step");
    }

    @Test
    void eachSeesTheOthersStepWithinTwoSecondsAndKeepsTheOwnDraft() {
        try (RunningGewerk gewerk = RunningGewerk.empty();
                Technician ilva = new Technician(gewerk);
                Technician tomas = new Technician(gewerk)) {
            ilva.stepUp("Ilva");
            tomas.stepUp("Tomas");
            new ApiCaller(gewerk, "Ilva").takeIn("hook drops", "two-technicians");
            ilva.open("/job/1/open");
            tomas.open("/job/1/open");
            entry(ilva).fill("bumper off, 2 long screws");
            entry(tomas).fill("battery out, !cable");
            entry(tomas).press("Enter");
            assertThat(ilva.page.getByText("battery out").first()).isVisible(WITHIN_TWO_SECONDS);
            assertThat(entry(ilva)).hasValue("bumper off, 2 long screws");
            entry(ilva).press("Enter");
            assertThat(tomas.page.getByText("bumper off").first()).isVisible(WITHIN_TWO_SECONDS);
            assertThat(entry(tomas)).hasValue("");
        }
    }
}
