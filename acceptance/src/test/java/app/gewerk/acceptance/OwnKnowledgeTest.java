package app.gewerk.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** The shop's owner changes what Gewerk goes by, sees what is its own, and goes back. */
class OwnKnowledgeTest {
    private static RunningGewerk gewerk;

    @BeforeAll
    static void start() {
        gewerk = RunningGewerk.empty();
    }

    @AfterAll
    static void stop() {
        gewerk.close();
    }

    private static Locator row(Technician technician, String words) {
        return technician.role(AriaRole.BUTTON, Pattern.compile("^" + words, Pattern.DOTALL));
    }

    @Test
    void aMaterialOfOurOwnIsReckonedWithAndGoesBackAsShipped() {
        try (Technician mara = new Technician(gewerk)) {
            mara.stepUp("Mara");
            mara.go("/book");
            mara.text("What Gewerk goes by").click();
            mara.field("find a row").fill("peek");
            row(mara, "polyether ether ketone").click();
            mara.field("root strength for a million turns, MPa").fill("12,5 MPa");
            mara.field("Why is it so here?").fill("broke on the bench at thirteen");
            mara.button("Keep it").click();
            assertThat(mara.text("is not a number from 0.1 to 2000")).isVisible();
            mara.page.reload();
            row(mara, "polyether ether ketone").click();
            mara.field("root strength for a million turns, MPa").fill("12,5");
            assertThat(mara.field("Why is it so here?")).hasValue("broke on the bench at thirteen");
            mara.button("Keep it").click();
            assertThat(row(mara, "polyether ether ketone")).containsText("one value of our own");
            assertThat(mara.text(Pattern.compile("Changed by Mara, .*: broke on the bench")))
                    .isVisible();
            assertThat(mara.text("ships as")).isVisible();
            mara.page.getByLabel("only what this shop has changed").check();
            assertThat(mara.role(AriaRole.REGION, "Materials").getByRole(AriaRole.LISTITEM))
                    .hasCount(1);

            mara.go("/workings/strength");
            mara.page.getByLabel("made of").selectOption("PEEK");
            mara.field("at, °C").fill("23");
            assertThat(mara.page.locator("main")).containsText("12.5 MPa");
            mara.go("/knowledge/materials");
            row(mara, "polyether ether ketone").click();
            mara.button("All as shipped").click();
            mara.field("Why is it so here?").fill("the caliper was wrong");
            mara.button("Keep it").click();
            assertThat(mara.text(Pattern.compile("Changed by Mara, .*: the caliper was wrong")))
                    .isVisible();
            assertThat(row(mara, "polyether ether ketone")).not().containsText("of our own");
            assertThat(mara.complaints()).isEmpty();
        }
    }

    @Test
    void whatAFailureShowsIsChangedInWordsAndTwoTabsAreTold() {
        try (Technician mara = new Technician(gewerk);
                Technician ilva = new Technician(gewerk)) {
            mara.stepUp("Mara");
            ilva.stepUp("Ilva");
            for (Technician one : new Technician[] {mara, ilva}) {
                one.go("/knowledge/likelihoods");
                row(one, "is split at its hub and slips on its shaft").first().click();
            }
            String colour = "how likely: the part is yellow, pink or brown among whiter ones";
            mara.field(colour).fill(".4");
            mara.field("Why is it so here?").fill("five of twelve");
            ilva.field(colour).fill("0,3");
            ilva.field("Why is it so here?").fill("three of ten");
            mara.button("Keep it").click();
            assertThat(mara.text("five of twelve")).isVisible();
            ilva.button("Keep it").click();
            assertThat(ilva.text(Pattern.compile("Changed by Mara, .*: five of twelve")))
                    .isVisible();
            assertThat(ilva.field(colour)).hasValue("0,3");
            ilva.button("Save mine over it").click();
            assertThat(ilva.text(Pattern.compile("Changed by Ilva, .*: three of ten")))
                    .isVisible();
            assertThat(ilva.field(colour)).hasValue("0.3");
            assertThat(mara.complaints()).isEmpty();
            assertThat(ilva.complaints()).isEmpty();
        }
    }
}
