package app.gewerk.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
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
            ilva.open("/workings/make");
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
            assertThat(ilva.page
                            .getByRole(com.microsoft.playwright.options.AriaRole.ALERT)
                            .first())
                    .isVisible();
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
            ilva.open("/workings/make?job=20");
            assertThat(ilva.text(Pattern.compile("^For .*Rundum 2"))).isVisible();
            Download dxf =
                    ilva.page.waitForDownload(() -> ilva.button("DXF, flat").click());
            assertThat(dxf.suggestedFilename()).isEqualTo("tray-13-gear.dxf");
            assertThat(Files.readString(dxf.path())).contains("$INSUNITS");
            ilva.open("/workings/make?job=19");
            assertThat(ilva.text(Pattern.compile("Say first which gear it is"))).isVisible();
        }
    }

    /** Shrinks 0.6 %, grows 0.05 a side, closes bores by 0.12; and once as dots of 96 to the inch. */
    @Test
    void whatATestPieceCameOutLikeBecomesTheAllowances() {
        try (Technician ilva = new Technician(RunningGewerk.demoToLookAt())) {
            ilva.open("/");
            ilva.stepUpAs("Ilva");
            ilva.open("/workings/make");
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
        try (RunningGewerk demo = RunningGewerk.withDemo();
                Technician ilva = new Technician(demo)) {
            ilva.open("/");
            ilva.stepUpAs("Ilva");
            ilva.open("/workings/make?job=20");
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
        }
    }

    @Test
    void whatPrintingAndCastingTakeIsWorkedOut() {
        try (Technician ilva = new Technician(RunningGewerk.demoToLookAt())) {
            ilva.open("/");
            ilva.stepUpAs("Ilva");
            ilva.open("/workings/make");
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
            ilva.page.reload();
            ilva.page.getByText("What casting it takes").click();
            assertThat(ilva.text("1.0101")).isVisible();
        }
    }
}
