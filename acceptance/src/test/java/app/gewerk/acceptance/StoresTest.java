package app.gewerk.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** One order for all that jobs need: put on it, planned, kept and refused line by line, placed, and received. */
class StoresTest {
    private static Locator next(Page page) {
        return page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("The next parcels"));
    }

    private static Locator onTheWay(Page page) {
        return page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("On their way"));
    }

    @Test
    void whatFourTraysNeedIsOrderedTogetherAndATrayComesBackWithItsGear() {
        try (RunningGewerk demo = RunningGewerk.withDemo();
                Technician ilva = new Technician(demo)) {
            ilva.open("/");
            ilva.stepUpAs("Ilva");
            ilva.go("/job/20/get");
            ilva.page.getByText("Order it with what other jobs need").click();
            ilva.field("the depth of the teeth").click();
            ilva.page.reload();
            assertThat(ilva.field("the depth of the teeth")).isChecked();
            ilva.button("Put it on the next order").click();
            assertThat(ilva.text("One piece is on the next order")).isVisible();
            ilva.role(AriaRole.LINK, "See it in Stores").click();

            Locator parcels = next(ilva.page);
            for (String tray : new String[] {"10", "11", "13", "17"}) {
                assertThat(parcels.getByText(tray, new Locator.GetByTextOptions().setExact(true)))
                        .isVisible();
            }
            assertThat(parcels).containsText("against");
            assertThat(parcels).containsText("job by job");
            assertThat(parcels).containsText("min at the bench");
            Page other = ilva.anotherTab();
            other.navigate(demo.address("/stores").toString());
            assertThat(next(other).getByText("Order th")).isVisible();

            ilva.page.bringToFront();
            // The cheapest line of tray 11 is not taken; another is then kept.
            Locator refuse = parcels.getByLabel("Not this one for tray 11");
            refuse.click();
            Locator keep = parcels.getByLabel("Keep tray 11 so");
            assertThat(keep).isVisible();
            keep.click();
            assertThat(keep).hasText("kept so");

            ilva.button(Pattern.compile("^Order th")).click();
            assertThat(parcels).containsText("Nothing is to be ordered");
            other.bringToFront();
            next(other).getByText("Order th").click();
            assertThat(other.getByRole(AriaRole.ALERT)).isVisible();
            other.getByText("Plan anew").click();
            assertThat(next(other)).containsText("Nothing is to be ordered");
            other.close();
            ilva.page.bringToFront();

            Locator row = onTheWay(ilva.page)
                    .locator("div:has(> div > div > a[href='/job/20/get'])")
                    .last();
            row.getByText("measure it").click();
            row.getByLabel(Pattern.compile("^teeth")).fill("39");
            assertThat(row.getByRole(AriaRole.ALERT)).containsText("It has 39 teeth, 38 are needed");
            org.assertj.core.api.Assertions.assertThat(ilva.page
                            .waitForDownload(() ->
                                    row.getByText("sheet to send it back with").click())
                            .suggestedFilename())
                    .matches("return-\\d+-\\d+\\.pdf");
            row.getByLabel(Pattern.compile("^teeth")).fill("38");
            assertThat(row.getByRole(AriaRole.STATUS)).containsText("So far it is the one");
            ilva.page.waitForResponse(
                    answer -> answer.url().contains("/lines/") && answer.ok(),
                    () -> row.getByText("It is here").click());
            ilva.open("/job/20/get");
            ilva.button("Journal").click();
            assertThat(ilva.text("Here from ")).isVisible();
        }
    }
}
