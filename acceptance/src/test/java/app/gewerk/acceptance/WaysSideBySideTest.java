package app.gewerk.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.nio.file.Files;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;

/** Choosing as a technician does it: for whom, what is missing, what else there is, and the decision. */
class WaysSideBySideTest {

    private static Locator strips(Technician technician) {
        return technician.page.getByRole(AriaRole.RADIOGROUP).locator("label");
    }

    @Test
    void theWishSortsWhatIsSaidOpensAndTheDecisionIsKeptAgainstWhatWasComputed() {
        try (Technician ilva = new Technician(RunningGewerk.demoToLookAt())) {
            ilva.open("/");
            ilva.stepUpAs("Ilva");
            ilva.go("/job/20/choose");
            assertThat(strips(ilva).first()).containsText("Move it along by a shim of 1.9 mm");
            assertThat(ilva.text("seen from the side: with a shim of 1.9 mm")).isVisible();
            ilva.page.getByText("The owner wants it").click();
            ilva.press("5");
            assertThat(strips(ilva).first()).containsText("The maker's spare");
            assertThat(ilva.field("Why this way?")).hasValue("Suits best where the owner wants it as it was");
            ilva.press("2");
            assertThat(strips(ilva).first()).containsText("Move it along by a shim");

            ilva.page.getByText("Around the gear").click();
            ilva.field("Hours it has run").fill("1200");
            ilva.field("Room along shaft (mm)").fill("0,5");
            ilva.page.reload();
            assertThat(ilva.field("Room along shaft (mm)")).hasValue("0.5");
            ilva.button("Weigh with this").click();
            assertThat(strips(ilva).first()).not().containsText("shim");
            ilva.page.getByText("ways do not apply here").click();
            assertThat(ilva.text("The shim would need 0.9 mm; there is room for 0.5 mm"))
                    .isVisible();
            ilva.page.getByText("Side by side").click();
            assertThat(ilva.role(AriaRole.TABLE, "").locator("tbody tr")).not().hasCount(0);

            strips(ilva)
                    .filter(new Locator.FilterOptions().setHasText("Cast it in"))
                    .click();
            ilva.field("Why this way?").fill("a sound one came with it");
            ilva.press("Alt+Enter");
            assertThat(ilva.text("Another way was computed to suit better")).isVisible();
            assertThat(ilva.text("waiting for a gear").first()).isVisible();
            ilva.page.goBack();
            ilva.page.goForward();
            assertThat(ilva.text("a sound one came with it")).isVisible();
        }
    }

    @Test
    void whereNobodyTypedATorqueTheTrainHasIt() {
        try (Technician ilva = new Technician(RunningGewerk.demoToLookAt())) {
            ilva.open("/");
            ilva.stepUpAs("Ilva");
            ilva.go("/job/19/choose");
            ilva.page.getByText("Around the gear").click();
            assertThat(ilva.text("Where no torque is typed, the machine's train has it"))
                    .containsText(Pattern.compile("\\d N mm at work, [\\d.]+ N mm stalled, as the traverse gear"));
        }
    }

    /** The packet and what it lacks; and the flat that a gear from stock has not, with what it takes to do without. */
    @Test
    void whatComesWithTheSpareAndHowAStockGearSitsOnTheShaftAreWorkedOut() {
        try (Technician ilva = new Technician(RunningGewerk.demoToLookAt())) {
            ilva.open("/");
            ilva.stepUpAs("Ilva");
            ilva.go("/job/20/choose");
            Locator spare = strips(ilva).filter(new Locator.FilterOptions().setHasText("The maker's spare"));
            spare.click();
            assertThat(ilva.text("The mate comes with it.")).isVisible();
            assertThat(ilva.text("Its grease must be bought with it, 3.20.")).isVisible();
            ilva.page.getByText("Around the gear").click();
            ilva.field("Add what comes or must come with it").selectOption("bearings");
            ilva.field("Bearings: comes with it or must be bought").selectOption("mustBuy");
            ilva.field("Its price, if known").first().fill("7,5");
            ilva.field("Shaft under it (mm)").fill("3,0");
            ilva.page.getByText("Flat, key or pin on the shaft").click();
            ilva.page.getByText("Stands in step with something").click();
            ilva.page.reload();
            assertThat(ilva.field("Its price, if known").first()).hasValue("7.5");
            ilva.button("Weigh with this").click();
            assertThat(ilva.button("Weigh with this")).hasCount(0);
            spare.click();
            assertThat(ilva.text("Bearings must be bought with it, 7.50.")).isVisible();
            strips(ilva)
                    .filter(new Locator.FilterOptions().setHasText("Buy it of acetal"))
                    .click();
            Locator steps = ilva.page.locator("ol[aria-label='At the bench'] li");
            assertThat(steps.filter(new Locator.FilterOptions().setHasText("line it up on the machine")))
                    .isVisible();
            assertThat(steps.last()).containsText("N mm");
        }
    }

    /** Two ends turn against each other: what one gear wore on one flank, the other wore on the other. */
    @Test
    void twoEndsThatTurnAgainstEachOtherAreOfferedToChangePlaces() throws IOException {
        RunningGewerk demo = RunningGewerk.demoToWorkOn();
        try (Technician ilva = new Technician(demo)) {
            ilva.open("/");
            ilva.stepUpAs("Ilva");
            ilva.go("/job/15/listen");
            ilva.role(AriaRole.LINK, Pattern.compile("The train to scale")).click();
            var taken =
                    ilva.page.waitForDownload(() -> ilva.role(AriaRole.LINK, Pattern.compile("Take it along as text"))
                            .click());
            String ends = Files.readString(taken.path())
                    .replaceAll("(code: leftGear.*shaft: left,)", "$1 teeth: 12,")
                    .replace("teeth: 30", "teeth: 12")
                    .replaceAll(", centre: 26.45", "")
                    .replace("driver: middleGear, driven: rightGear", "driver: leftGear, driven: rightGear");
            ilva.button("Read it from text").click();
            ilva.field("the text").fill(ends);
            ilva.button("Read this").click();
            ilva.button("Keep it in the device book").click();
            assertThat(ilva.button("Leave it as it was")).hasCount(0);

            mark(demo, "leftGear", "both");
            ilva.go("/job/15/choose");
            assertThat(strips(ilva).first()).isVisible();
            assertThat(ilva.text("Change it for the")).hasCount(0);
            mark(demo, "leftGear", "clockwise");
            ilva.page.reload();
            assertThat(strips(ilva).filter(new Locator.FilterOptions().setHasText("Change it for the right end gear")))
                    .isVisible();
        }
    }

    /** All teeth of the gear of job 15 worn on the flank said. */
    private static void mark(RunningGewerk demo, String component, String flank) {
        String marks = IntStream.rangeClosed(1, 12)
                .mapToObj(tooth ->
                        "{\"tooth\":" + tooth + ",\"kind\":\"worn\",\"flank\":\"" + flank + "\",\"amount\":0.6}")
                .collect(Collectors.joining(","));
        ApiCaller caller = new ApiCaller(demo, "Ren");
        var before = Pattern.compile("\"version\":(\\d+)")
                .matcher(caller.get("/api/damage/15").body());
        String version = before.find() ? before.group(1) : "0";
        var answer = caller.put(
                "/api/damage/15",
                "{\"version\":" + version + ",\"map\":{\"gear\":\"end gear\",\"component\":\"" + component
                        + "\",\"toothCount\":12,\"faceWidthMm\":8,\"hub\":\"sound\",\"bore\":\"sound\",\"web\":\"sound\","
                        + "\"oddColour\":false,\"brittle\":false,\"softened\":false,\"fragmentsFound\":0,\"fragmentsAccepted\":\"\","
                        + "\"marks\":[" + marks + "]}}",
                "mark-" + flank);
        Assertions.assertThat(answer.statusCode()).as(answer.body()).isEqualTo(200);
    }
}
