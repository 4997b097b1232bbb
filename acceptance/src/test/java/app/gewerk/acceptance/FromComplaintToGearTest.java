package app.gewerk.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.locationtech.jts.geom.Geometry;
import org.w3c.dom.Document;
import org.w3c.dom.Element;

/** The whole of the job once, by hand, on an empty database. */
class FromComplaintToGearTest {
    private static final double MODULE = 0.5;
    private static final int TEETH = 24;
    private static final String COMPLAINT = "It clicks \u2699 and stops. \u05d4\u05d5\u05d0 \u05e0\u05e2\u05e6\u05e8";

    /** Span by its definition, base pitches and one base thickness; involute of 20° from the handbook table, 0.014904. */
    private static double span(int k) {
        double baseDiameter = MODULE * TEETH * Math.cos(Math.toRadians(20));
        double basePitch = Math.PI * baseDiameter / TEETH;
        double baseThickness = baseDiameter * (Math.PI / 2 / TEETH + 0.014904);
        return (k - 1) * basePitch + baseThickness;
    }

    @Test
    void fromTheOwnersComplaintToTheRightGearOrdered() throws IOException {
        try (RunningGewerk gewerk = RunningGewerk.empty();
                Technician technician = new Technician(gewerk)) {
            technician.stepUp("Mara");
            takeIn(technician);
            tickCautions(technician);
            listen(technician);
            read(technician);
            get(technician);

            assertThat(gewerk.get("/api/handback/1/job.json").body())
                    .contains("\"place\":\"waitingForGear\"")
                    .contains("\"way\":\"buy\"")
                    .contains("(24 teeth, POM)")
                    .contains("fits without work")
                    .contains("\"module\":0.5")
                    .contains(COMPLAINT);
            svgMeasures(technician);
            pdfMeasures(gewerk.bytes("/api/making/1/gear.pdf").body());
            recordReadsBack(gewerk.bytes("/api/handback/1/job.pdf").body());
            assertThat(technician.complaints()).isEmpty();
        }
    }

    private static void takeIn(Technician technician) {
        technician.press("n");
        technician.field("Maker").fill("Vantorel");
        technician.field("Model").fill("Slidewell 24");
        technician.button("Put it in a tray").click();
        assertThat(technician.text("Pick what kind of machine it is")).isVisible();
        technician.page.getByLabel("What is it?").selectOption("slide projector");
        technician.field("What the owner says, word for word").fill(COMPLAINT);
        technician.field("Owner").fill("Gert Pallin");
        technician.field("Phone").fill("0555 0107");
        technician.field("Price of a new one").fill("129,90");
        technician.button("Put it in a tray").click();
        assertThat(technician.page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setLevel(1)))
                .containsText("Vantorel Slidewell 24");
        assertThat(technician.role(AriaRole.NAVIGATION, "Rack of trays")).containsText("01");
    }

    private static void tickCautions(Technician technician) {
        Locator ticks = technician.button(Pattern.compile("^I have read this"));
        assertThat(ticks).hasCount(1);
        ticks.first().click();
        assertThat(ticks).hasCount(0);
        assertThat(technician.text("Read: mains voltage")).isVisible();
    }

    private static void listen(Technician technician) {
        technician.button("Listen to it").click();
        technician.role(AriaRole.REGION, "Next check").waitFor();
        see(technician, "steady click");
        see(technician, "skips same place");
        technician.field("What do you see, hear or feel?").fill("screams");
        technician
                .role(AriaRole.GROUP, "it screams or squeals")
                .getByText("no", new Locator.GetByTextOptions().setExact(true))
                .click();
        Locator likeliest = technician
                .role(AriaRole.REGION, "What it may be")
                .locator("details")
                .first();
        assertThat(likeliest).containsText("has a run of teeth torn off");
        assertThat(likeliest).containsText("it skips at the same place each turn");
        technician.button("Keep this and open it").click();
        assertThat(technician.field("What came off? One line a step")).isVisible();
    }

    /** Typed as one thinks of it; Enter takes the first that fits. */
    private static void see(Technician technician, String words) {
        technician.field("What do you see, hear or feel?").fill(words);
        technician.press("Enter");
        assertThat(technician.field("What do you see, hear or feel?")).hasValue("");
    }

    private static void read(Technician technician) {
        technician.press("5");
        technician.page.getByLabel("Which gear of the machine is it?").fill("carriage gear");
        technician.field("teeth").fill("24");
        assertThat(technician.field("span over 3")).isVisible();
        technician.press("Enter");
        technician.type("12,99 13.01 13");
        technician.press("Enter");
        technician.type(String.format(Locale.ROOT, "%.4fin", span(3) / 25.4));
        technician.press("Enter");
        technician.type(String.format(Locale.ROOT, "%.2f", span(4)));
        technician.press("Enter");
        technician.type("2,0");
        technician.press("Enter");
        technician.type("4");
        assertThat(technician.field("span over 3")).hasValue(Pattern.compile("in$"));
        assertThat(technician.text("13.000 ± 0.010")).isVisible();
        technician.button("It is 0.5 module, 24 teeth").click();
    }

    private static void get(Technician technician) {
        assertThat(technician.text("Gears that fit: 0.5 module, 24 teeth")).isVisible();
        Locator offers = technician.role(AriaRole.RADIOGROUP, "Gears that fit").locator("label");
        assertThat(offers.first()).containsText("drops in without work");
        technician.field("How many?").fill("2");
        assertThat(offers.first()).containsText("2 pieces");
        offers.first().click();
        technician.button(Pattern.compile("^Order it:")).click();
        assertThat(technician.text("Say why")).isVisible();
        technician.field("Why this one?").fill("fits without work, here tomorrow");
        AtomicInteger asked = new AtomicInteger();
        technician.page.onRequest(r -> asked.addAndGet(r.url().contains("/offers") ? 1 : 0));
        technician.button(Pattern.compile("^Order it:")).click();
        Locator rack = technician.role(AriaRole.NAVIGATION, "Rack of trays");
        assertThat(rack).containsText("waiting for a gear");
        assertThat(rack).containsText("arrives");
        assertThat(asked).as("a save asks no seller again").hasValue(0);
        technician.button("Journal").click();
        Locator journal = technician.page.locator("main ol").last();
        assertThat(journal).containsText("Taken in as tray 1");
        assertThat(journal).containsText("Mara");
        assertThat(journal).containsText("because fits without work, here tomorrow");
        technician.button("Back to the step").click();
        technician.button("Journal").click();
        technician.page.goBack();
        // The journal is left with the step that it was opened over.
        assertThat(technician.button("Journal")).isVisible();
    }

    private static void svgMeasures(Technician technician) throws IOException {
        technician.role(AriaRole.LINK, "Read, done").click();
        Download download = technician.page.waitForDownload(
                () -> technician.role(AriaRole.LINK, "SVG in true mm").click());
        Document svg = Drawings.xml(Files.readAllBytes(download.path()));
        Element root = svg.getDocumentElement();
        assertThat(root.getAttribute("width")).endsWith("mm");
        double widthMm = Double.parseDouble(root.getAttribute("width").replace("mm", ""));
        double viewWidth = Double.parseDouble(root.getAttribute("viewBox").split(" ")[2]);
        assertThat(widthMm).as("one user unit is one millimetre").isCloseTo(viewWidth, within(1e-9));
        Geometry teeth =
                Drawings.path(((Element) svg.getElementsByTagName("path").item(0)).getAttribute("d"));
        assertThat(teeth.isValid()).isTrue();
        assertThat(Drawings.outerDiameter(teeth)).isCloseTo(MODULE * (TEETH + 2), within(0.01));
        assertThat(teeth.getArea()).isBetween(disc(MODULE * (TEETH - 2.5)), disc(MODULE * (TEETH + 2)));
        Element bore = (Element) svg.getElementsByTagName("circle").item(0);
        assertThat(2 * Double.parseDouble(bore.getAttribute("r"))).isCloseTo(2.0, within(0.001));
    }

    private static double disc(double diameter) {
        return Math.PI / 4 * diameter * diameter;
    }

    private static void pdfMeasures(byte[] pdf) {
        List<Geometry> paths = Drawings.pdfPathsMm(pdf);
        assertThat(Drawings.outerDiameter(paths.getFirst())).isCloseTo(MODULE * (TEETH + 2), within(0.01));
        double longestLine = paths.stream()
                .filter(p -> p.getNumPoints() == 2)
                .mapToDouble(Geometry::getLength)
                .max()
                .orElse(0);
        assertThat(longestLine).as("the check ruler").isCloseTo(50, within(0.01));
    }

    private static void recordReadsBack(byte[] pdf) throws IOException {
        Path file = Files.createTempFile("job", ".pdf");
        Files.write(file, pdf);
        assertThat(RunningGewerk.run(List.of("pdftotext", "-layout", file.toString(), "-")))
                .contains("Vantorel Slidewell 24")
                .contains("It clicks")
                .contains("mains voltage: read by Mara")
                .contains("Taken to be: 0.5 module, 24 teeth, 20°")
                .contains("because: fits without work, here tomorrow");
    }
}
