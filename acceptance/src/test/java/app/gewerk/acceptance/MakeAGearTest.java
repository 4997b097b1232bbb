package app.gewerk.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** A gear made: typed, seen from all sides, taken as a file; a job's own gear to begin with. */
class MakeAGearTest {

    @Test
    void whatIsTypedIsSeenAndTakenAsFiles() throws IOException {
        try (Technician ilva = Technician.whoSeesBodies(RunningGewerk.demoToLookAt())) {
            ilva.open("/");
            ilva.stepUpAs("Ilva");
            ilva.go("/workings/make");
            Locator body = ilva.page.locator("canvas[data-body]");
            assertThat(body).isVisible();
            assertThat(body).hasAttribute("data-frames", Pattern.compile("\\d+"));
            body.focus();
            String before = body.getAttribute("data-frames");
            ilva.press("ArrowLeft");
            assertThat(body).not().hasAttribute("data-frames", before);
            assertThat(ilva.text("13.00 mm").or(ilva.text("13.00")).first()).isVisible();
            ilva.field("outside grows, a side").fill("0,05");
            assertThat(ilva.text(Pattern.compile("^12\\.90")).first()).isVisible();
            ilva.field("outside grows, a side").fill("breit");
            assertThat(ilva.page.getByRole(AriaRole.ALERT).first()).isVisible();
            ilva.page.reload();
            assertThat(ilva.field("outside grows, a side")).hasValue("breit");
            ilva.field("outside grows, a side").fill("");
            Download stl = ilva.page.waitForDownload(() -> ilva.button("STL").click());
            assertThat(stl.suggestedFilename()).isEqualTo("gear.stl");
            byte[] bytes = Files.readAllBytes(stl.path());
            int triangles =
                    ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN).getInt(80);
            assertThat(bytes).hasSize(84 + 50 * triangles);
            assertThat(ilva.text(String.valueOf(triangles))).isVisible();
            Download step = ilva.page.waitForDownload(() -> ilva.button("STEP").click());
            assertThat(Files.readString(step.path()))
                    .startsWith("ISO-10303-21;")
                    .contains(".MILLI.");
            ilva.page.getByLabel("inside or outside").selectOption("inside");
            assertThat(ilva.field("outside grows, a side")).isVisible();
            ilva.page.getByLabel("What is made").selectOption("a worm");
            assertThat(ilva.text("The number of starts must lie between 1 and 12; 24 given"))
                    .isVisible();
        }
    }

    @Test
    void aJobsGearIsThereToBeginWith() throws IOException {
        try (Technician ilva = Technician.whoSeesBodies(RunningGewerk.demoToLookAt())) {
            ilva.open("/");
            ilva.stepUpAs("Ilva");
            ilva.go("/job/20/get");
            ilva.role(AriaRole.LINK, "Files to make it").click();
            assertThat(ilva.text(Pattern.compile("^For .*Rundum 2"))).isVisible();
            ilva.text(Pattern.compile("^Against its mate of \\d+ teeth at ")).click();
            Locator warm = ilva.page.locator("div:has(> dt:text-is('backlash where it works')) dd");
            assertThat(warm).hasText(Pattern.compile("^-?\\d\\.\\d{3}$"));
            double before = Double.parseDouble(warm.textContent());
            ilva.field("backlash to add").fill("0,1");
            assertThat(warm).hasText(String.format(Locale.ROOT, "%.3f", before + 0.1));
            ilva.field("backlash to add").fill("");
            Download dxf =
                    ilva.page.waitForDownload(() -> ilva.button("DXF, flat").click());
            assertThat(dxf.suggestedFilename()).isEqualTo("tray-13-gear.dxf");
            assertThat(Files.readString(dxf.path())).contains("$INSUNITS");
            ilva.go("/workings/make?job=19");
            assertThat(ilva.text(Pattern.compile("Say first which gear it is"))).isVisible();
        }
    }

    /** Shrinks 0.6 %, grows 0.05 a side, closes bores by 0.12; and once as dots of 96 to the inch. */
    @Test
    void whatATestPieceCameOutLikeBecomesTheAllowances() {
        try (Technician ilva = new Technician(RunningGewerk.demoToLookAt())) {
            ilva.open("/");
            ilva.stepUpAs("Ilva");
            ilva.go("/workings/make");
            ilva.page.getByText("Measured on a test piece").click();
            Map<String, String> came = Map.of(
                    "outside, drawn 66", "65,70",
                    "outside, drawn 20", "19.98",
                    "outside, drawn 5", "5.07",
                    "bore, drawn 3", "2.86",
                    "bore, drawn 5", "4.85");
            came.forEach((label, typed) -> ilva.field(label).fill(typed));
            assertThat(ilva.text(Pattern.compile("shrinks 0\\.6\\d? ± ")).first())
                    .isVisible();
            ilva.button("Use these").click();
            assertThat(ilva.field("outside grows, a side")).hasValue(Pattern.compile("0\\.0[45]\\d*"));
            ilva.page.reload();
            ilva.page.getByText("Measured on a test piece").click();
            assertThat(ilva.field("outside, drawn 66")).hasValue("65,70");
            came.forEach((label, typed) -> {
                double drawn = Double.parseDouble(label.replaceAll("\\D", ""));
                ilva.field(label).fill(String.format(Locale.ROOT, "%.2f", drawn * 25.4 / 96));
            });
            assertThat(ilva.text("3.78 times too small, as if millimetres were read as dots"))
                    .isVisible();
        }
    }

    @Test
    void aPrinterIsKeptByTheShopAndAGearThatItMadeIsAddedToIt() {
        RunningGewerk demo = RunningGewerk.demoToWorkOn();
        try (Technician ilva = new Technician(demo)) {
            ilva.open("/");
            ilva.stepUpAs("Ilva");
            ilva.go("/workings/make?job=20");
            ilva.page.getByText("Measured on a test piece").click();
            Map.of(
                            "outside, drawn 66", "65,70",
                            "outside, drawn 20", "19.98",
                            "outside, drawn 5", "5.07",
                            "bore, drawn 3", "2.86",
                            "bore, drawn 5", "4.85")
                    .forEach((label, typed) -> ilva.field(label).fill(typed));
            ilva.field("Which printer or mould").fill("North");
            ilva.field("Which material").fill("PETG");
            ilva.button("Keep for this printer").click();
            assertThat(ilva.text("5 sizes measured")).isVisible();
            assertThat(ilva.field("outside, drawn 66")).hasValue("");

            ilva.page.reload();
            ilva.page.getByText("Measured on a test piece").click();
            ilva.page.getByLabel("Use what North does to PETG").click();
            assertThat(ilva.field("outside grows, a side")).hasValue(Pattern.compile("0\\.0[45]\\d*"));
            // The gear of tray 13 has 38 teeth of module 0.5, and is drawn larger by what it will shrink.
            Locator gear = ilva.page.getByLabel(Pattern.compile("^A gear it made: over the tips"));
            gear.fill("45");
            ilva.button("Add it").click();
            assertThat(ilva.text("measure again")).isVisible();
            gear.fill("20.00");
            ilva.button("Add it").click();
            assertThat(ilva.text("6 sizes measured")).isVisible();

            // Its cast is poured: the times run for its tray, seen on its label and on its sheet, and are ended there.
            ilva.page.getByText("What casting it takes").click();
            ilva.button("The cast is poured: let its times run for tray 13").click();
            assertThat(ilva.text("It runs: the tray shows it.")).isVisible();
            ilva.go("/job/20");
            Locator times = ilva.page.getByLabel("Times that run");
            assertThat(times.getByRole(AriaRole.LISTITEM)).hasCount(2);
            assertThat(times).containsText("until the cast can be taken out, at ");
            demo.inDatabase("update tray_timer set began_at = now() - interval '2 hours', "
                    + "ends_at = now() - interval '1 hour' where kind = 'castFirm'");
            ilva.page.reload();
            assertThat(times).containsText("Take the cast out");
            assertThat(ilva.page
                            .getByRole(AriaRole.NAVIGATION)
                            .getByText("time is up")
                            .first())
                    .isVisible();
            ilva.page.getByLabel("Seen to: until the cast can be taken out").click();
            assertThat(times.getByRole(AriaRole.LISTITEM)).hasCount(1);
        }
    }

    @Test
    void twoGearsOnOneHubAndPocketsForNutsAreSeenWithWhereTheyAreMeasured() throws IOException {
        try (Technician ilva = Technician.whoSeesBodies(RunningGewerk.demoToLookAt())) {
            ilva.open("/");
            ilva.stepUpAs("Ilva");
            ilva.go("/workings/make");
            Locator places = ilva.page.getByLabel("Where it is measured").getByRole(AriaRole.LISTITEM);
            assertThat(places).hasCount(4);
            assertThat(places.first()).containsText("over the tips 13.00");
            ilva.page.getByLabel("What is made").selectOption("two gears on one hub");
            ilva.field("The gear on top of it: teeth").fill("10");
            assertThat(ilva.text("10.00").first()).isVisible();
            Download stl = ilva.page.waitForDownload(() -> ilva.button("STL").click());
            assertThat(Files.size(stl.path())).isPositive();
            ilva.field("The gear on top of it: teeth").fill("23");
            assertThat(ilva.page.getByRole(AriaRole.ALERT).first()).containsText("one has to lie within the other");

            ilva.page.getByLabel("What is made").selectOption("a gear");
            ilva.field("Its teeth: module").fill("1");
            ilva.field("hub diameter").fill("9");
            ilva.field("hub stands out").fill("7");
            ilva.page.getByLabel("pockets for nuts").selectOption("one");
            assertThat(ilva.page.getByRole(AriaRole.ALERT).first()).containsText("is too thin for these nuts");
            ilva.field("hub diameter").fill("14");
            ilva.field("screw").fill("2");
            ilva.field("nut over its flats").fill("4");
            ilva.field("nut’s thickness").fill("1,6");
            assertThat(ilva.text("out of balance, of acetal")).isVisible();
            ilva.page.getByLabel("pockets for nuts").selectOption("2");
            assertThat(ilva.text("out of balance, of acetal")).hasCount(0);

            ilva.page.getByLabel("What is made").selectOption("a wheel for a worm");
            assertThat(ilva.text(Pattern.compile("^Slanted teeth of an even height")))
                    .isVisible();
            assertThat(ilva.text("drawn across the tips")).isVisible();
        }
    }

    @Test
    void whatPrintingAndCastingTakeIsWorkedOut() {
        try (Technician ilva = new Technician(RunningGewerk.demoToLookAt())) {
            ilva.open("/");
            ilva.stepUpAs("Ilva");
            ilva.go("/workings/make");
            ilva.page.getByText("What printing it takes").click();
            assertThat(ilva.text("mass, filled whole")).isVisible();
            ilva.field("nozzle (mm)").fill("0,6");
            assertThat(ilva.text("The smallest usual module of which it makes such teeth whole"))
                    .isVisible();
            ilva.field("layer (mm)").fill("0.7");
            assertThat(ilva.text(Pattern.compile("A layer \\(mm\\) must lie between")))
                    .isVisible();
            ilva.field("layer (mm)").fill("0.2");
            ilva.page.getByText("What casting it takes").click();
            assertThat(ilva.text("box of the mould")).isVisible();
            ilva.field("an earlier master").fill("20");
            ilva.field("what was cast from it").fill("19,8");
            assertThat(ilva.text("1.0101")).isVisible();
            Locator box = ilva.text(Pattern.compile("^\\d+ × \\d+ × \\d+ mm$"));
            String one = box.textContent();
            ilva.button("Put this one in the mould, and make another").click();
            ilva.field("Its teeth: teeth").fill("40");
            assertThat(ilva.text("2 × 24 × 0.5")).isVisible();
            assertThat(box).not().hasText(one);
            ilva.page.reload();
            ilva.page.getByText("What casting it takes").click();
            assertThat(ilva.text("1.0101")).isVisible();
        }
    }
}
