package app.gewerk.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import com.microsoft.playwright.options.SelectOption;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.List;
import java.util.regex.Pattern;
import javax.imageio.ImageIO;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** Machines of the demo from the open case to the money: closed up, proved, billed, handed back. */
class FromGearToMoneyTest {
    private static final List<String> LEDGER = List.of(
            "lid off, 4 3x10 pan A1, off lid, !cable",
            "gear train out, 1 captive nut A2, off drive gear (hub up) mark red dot A3");

    private static RunningGewerk gewerk;
    private static Technician technician;
    private static ApiCaller caller;
    private static int keys;

    @BeforeAll
    static void start() {
        gewerk = RunningGewerk.demoToWorkOn();
        technician = new Technician(gewerk);
        technician.open("/");
        technician.stepUpAs("Ilva");
        caller = new ApiCaller(gewerk, "Ilva");
    }

    @AfterAll
    static void end() {
        technician.close();
    }

    private static String key() {
        return "from-gear-to-money-" + keys++;
    }

    private static String say(String path, String body) {
        var answer = caller.post(path, body, key());
        assertThat(answer.statusCode()).as(answer.body()).isIn(200, 201);
        return answer.body();
    }

    /** A machine taken in at the counter, and open on the bench. */
    private static int open(String kind, String maker, String model) {
        technician.go("/new");
        technician.field("Maker").fill(maker);
        technician.field("Model").fill(model);
        technician.page.getByLabel("What is it?").selectOption(new SelectOption().setValue(kind));
        technician.field("Owner").fill("Gert Pallin (" + kind + ")");
        technician.field("What the owner says, word for word").fill("clicks and slips");
        technician.button("Put it in a tray").click();
        technician.page.waitForURL(Pattern.compile("/job/\\d+"));
        int job = Integer.parseInt(technician.page.url().replaceFirst(".*/job/(\\d+).*", "$1"));
        for (String line : LEDGER) {
            String key = key();
            say("/api/teardown/" + job + "/steps", "{\"key\":\"%s\",\"line\":\"%s\"}".formatted(key, line));
        }
        return job;
    }

    private static FilePayload photograph() throws IOException {
        BufferedImage picture = new BufferedImage(640, 480, BufferedImage.TYPE_INT_RGB);
        Graphics2D pen = picture.createGraphics();
        pen.setColor(Color.ORANGE);
        pen.fillOval(160, 80, 320, 320);
        pen.dispose();
        ByteArrayOutputStream jpeg = new ByteArrayOutputStream();
        ImageIO.write(picture, "jpeg", jpeg);
        return new FilePayload("closed.jpg", "image/jpeg", jpeg.toByteArray());
    }

    private static Locator next() {
        return technician.role(AriaRole.REGION, "What goes back next");
    }

    /** Both steps, by the one key that a pedal would send. */
    private static void closeUp(int job) {
        technician.open("/job/" + job + "/closeUp");
        Locator deed = next().getByRole(AriaRole.HEADING);
        assertThat(deed).hasText("gear train in");
        next().getByLabel("1 captive nut: in again?").check();
        technician.press("b");
        assertThat(deed).hasText("lid on");
        technician.press("PageDown");
        technician.field("Things on the bench and in the tray").fill("0");
        technician.press("Alt+Enter");
        assertThat(technician.page).hasURL(Pattern.compile("/prove$"));
    }

    private static Locator ladder() {
        return technician.role(AriaRole.REGION, "From the hand to the real load");
    }

    /** The rung that is open holds; {@code passed} with it. */
    private static void holds(int passed) {
        assertThat(ladder()).containsText(" to try, about ");
        technician.press("p");
        assertThat(ladder().getByText("passed", new Locator.GetByTextOptions().setExact(true)))
                .hasCount(passed);
    }

    /** Every rung of the ladder holds. */
    private static void climb() {
        assertThat(ladder()).containsText(" to try, about ");
        Locator tried = ladder().getByText("passed", new Locator.GetByTextOptions().setExact(true));
        while (!ladder().textContent().contains("all tried")) {
            holds(tried.count() + 1);
        }
    }

    /** What was not tried stays so, with why. */
    private static void restIsLeft(String why) {
        technician.page.getByLabel(Pattern.compile("not tried: why not")).fill(why);
    }

    private static String bill(int job) throws IOException {
        assertThat(technician.page).hasURL(Pattern.compile("/job/" + job + "/handBack$"));
        technician.field("Minutes at the bench in all").fill("45");
        technician.button("Keep the minutes").click();
        assertThat(technician.field("How many 1")).hasValue("0.75");
        technician.field("Paid already").fill("10,00");
        // 36.00 and 23 % less 10.00.
        technician.button("Bill it: 34.28 EUR to pay").click();
        Locator issued = technician.role(AriaRole.REGION, "Out");
        assertThat(issued).containsText("44.28");
        String pdf = issued.getByText("A4").getAttribute("href");
        String text = text(pdf);
        assertThat(text)
                .contains("44.28")
                .contains("34.28")
                .contains("Gert Pallin")
                .contains("Weirside 3");
        assertThat(gewerk.get(pdf.replace(".pdf", ".xml")).body()).contains(">34.28</cbc:PayableAmount>");
        return text.replaceFirst("(?s).*Bill (\\d+).*", "$1");
    }

    private static String text(String path) throws IOException {
        try (PDDocument document = Loader.loadPDF(gewerk.bytes(path).body())) {
            return new PDFTextStripper().getText(document);
        }
    }

    private static void handOver(int job, String avoid) throws IOException {
        technician.field("What to avoid").fill(avoid);
        technician.page.waitForResponse(
                response -> response.request().method().equals("PUT"),
                () -> technician.button("Keep this for the owner").click());
        assertThat(text("/api/handback/" + job + "/report.pdf?paper=letter"))
                .contains("clicks and slips")
                .contains(avoid)
                .contains("How it was tested");
        technician.button("Handed over to the owner").click();
        assertThat(technician.text("It has gone back to its owner.")).isVisible();
    }

    /** All of an owner's data, and then none: only once no machine of theirs is here any more. */
    private static void erased(int job) {
        technician.go("/job/" + job + "/handBack");
        technician.button("Erase what tells of them").click();
        assertThat(technician.text("What the device book learned stays, without them"))
                .isVisible();
        technician.button("Yes, erase it: it cannot be brought back").click();
        assertThat(technician.text("What told of the owner was erased on")).isVisible();
        assertThat(technician.page.locator("main")).not().containsText("clicks and slips");
    }

    @Test
    void aScrewLeftOverIsAccountedForBeforeItIsClosed() throws IOException {
        int job = open("modelCrane", "Hexley", "Hoist 12");
        technician.open("/job/" + job + "/closeUp");
        Locator tray = technician.role(AriaRole.REGION, "The tray, as it empties");
        assertThat(tray.getByLabel(Pattern.compile("^goes in now: A2"))).isVisible();
        assertThat(technician.button("It is in")).isDisabled();
        next().getByLabel("1 captive nut: in again?").check();
        technician.button("Goes back otherwise").click();
        technician.page.getByLabel("What is different now").selectOption("something goes in besides");
        technician.field("What goes in, for example 1 shim 1.2 mm").fill("1 shim 0.3 mm");
        technician.button("Rewrite the step").click();
        assertThat(next()).containsText("Goes in besides: 1 0.3 mm shim");
        technician.button("It is in").click();
        assertThat(tray.getByLabel("A2: empty")).isVisible();
        technician.button("Not all of 4 3 × 10 pan screws").click();
        technician.button("It is in").click();
        assertThat(technician.text("Say why only 3 of 4 3 × 10 pan screws went in"))
                .isVisible();
        technician.page.reload();
        technician.field("Why not all").fill("its boss is torn out");
        technician.button("It is in").click();
        technician.field("Things on the bench and in the tray").fill("2");
        technician.button("It is closed").click();
        assertThat(technician.text("2 things lie on the bench, by the ledger it should be 1"))
                .isVisible();
        technician.field("Things on the bench and in the tray").fill("1");
        technician.button("It is closed").click();
        assertThat(technician.page).hasURL(Pattern.compile("/prove$"));
        climb();
        technician
                .role(AriaRole.REGION, "Photographs")
                .locator("input[type=file]")
                .setInputFiles(photograph());
        assertThat(technician.page.getByAltText("as it is now")).isVisible();
        assertThat(technician.text("no photograph of how it was found")).isVisible();
        technician.press("Alt+Enter");
        bill(job);
        handOver(job, "Do not lift more than the hook says");
        assertThat(text("/api/handback/" + job + "/report.pdf")).contains("As it goes back.");
        itComesBack(job);
        assertThat(technician.complaints()).isEmpty();
    }

    /** The same crane again, within its warranty: the book learns from it. */
    private static void itComesBack(int first) throws IOException {
        int again = open("modelCrane", "Hexley", "Hoist 12");
        technician.go("/job/" + again + "/takeIn");
        assertThat(technician.text("The same owner got one of this model back on"))
                .isVisible();
        assertThat(technician.text("The warranty on that mend holds until")).isVisible();
        technician.button("It came back with that mend").click();
        assertThat(technician.button("It did not")).isVisible();
        technician.button("Journal").click();
        assertThat(technician.page.locator("main")).containsText("It came back with the mend of job " + first);
        closeUp(again);
        climb();
        technician.press("Alt+Enter");
        assertThat(technician.page).hasURL(Pattern.compile("/job/" + again + "/handBack$"));
        technician.field("Minutes at the bench in all").fill("20");
        technician.button("Keep the minutes").click();
        assertThat(technician.text(Pattern.compile("the mend is not billed"))).isVisible();
        assertThat(technician.button(Pattern.compile("^Bill it"))).isDisabled();
        handOver(again, "Nothing heavier than before");
    }

    @Test
    void whatFailsItsProofGoesBackToListening() throws IOException {
        int job = open("slotCar", "Fennimoor", "GT 32");
        closeUp(job);
        holds(1);
        technician.button("It does not").click();
        assertThat(technician.text("Say what it showed")).isVisible();
        technician.field("What it showed").fill("a click each turn");
        technician.button("It does not").click();
        technician.button("It is proved, ready to go").click();
        assertThat(technician.text("A trial failed: Rock it back and forth")).isVisible();
        technician.button("Back to listening").click();
        assertThat(technician.page).hasURL(Pattern.compile("/listen$"));
        technician.press("j");
        assertThat(technician.page.locator("main")).containsText("listening begins anew");
        technician.open("/job/" + job + "/prove");
        technician.button(Pattern.compile("Rock it back and forth")).first().click();
        holds(2);
        restIsLeft("it only goes round a track");
        technician.field("current after").fill("0,31 0.32");
        technician.field("current before").fill("0,40 0.41");
        technician.press("Enter");
        assertThat(technician.text("the difference is real")).isVisible();
        technician.press("Alt+Enter");
        bill(job);
        handOver(job, "No sand on the track");
    }

    @Test
    void nothingIsTriedUnderPowerBeforeTheGlueBears() throws IOException {
        int job = open("petFeeder", "Marrowick", "Feedmate");
        technician.open("/job/" + job + "/closeUp");
        technician.text("What goes on what").click();
        technician.page.getByLabel("To do what").selectOption("glue");
        technician.page.getByLabel("Onto").selectOption("acetal copolymer");
        technician.button("Applied: let its times run").first().click();
        assertThat(technician.role(AriaRole.LIST, "Times that run").getByRole(AriaRole.LISTITEM))
                .hasCount(2);
        closeUp(job);
        assertThat(technician.text("Nothing under power until the glue bears load"))
                .isVisible();
        holds(1);
        holds(2);
        technician.press("p");
        assertThat(technician.text("until then nothing may be tried under power"))
                .isVisible();
        technician.button(Pattern.compile("^(Stop|Seen to).*bears load")).click();
        technician.button(Pattern.compile("^(Stop|Seen to).*grips")).click();
        assertThat(technician.role(AriaRole.LIST, "Times that run")).hasCount(0);
        climb();
        technician.press("Alt+Enter");
        bill(job);
        handOver(job, "Nothing but dry food");
    }

    @Test
    void whatRunsOnMainsIsTestedByWhoeverIsCompetentBeforeItGoes() throws IOException {
        int job = open("slowJuicer", "Pellimor", "Press 40");
        closeUp(job);
        holds(1);
        restIsLeft("the owner has the carrots");
        technician.button("It is proved, ready to go").click();
        assertThat(technician.text("an electrical safety test by a competent person comes before it goes back"))
                .isVisible();
        Locator test = technician.role(AriaRole.REGION, "Electrical safety test before it goes back");
        for (String sound : List.of("cord sound", "plug sound", "earth pin sound")) {
            test.getByLabel(sound).check();
        }
        test.getByLabel("earth, Ω").fill("0,12");
        test.getByLabel("insulation, MΩ").fill("35");
        technician.button("Record it").click();
        assertThat(test).containsText("Say who made the safety test");
        test.getByLabel("Tested by (competent person)").fill("Ada Volt");
        technician.button("Record it").click();
        assertThat(test).containsText("Passed");
        technician.button("It is proved, ready to go").click();
        int number = Integer.parseInt(bill(job));
        technician.button("take back").click();
        technician.field("With tax").fill("50");
        technician.field("Why").fill("a scratch on the lid");
        technician.button("Take it back").click();
        assertThat(technician.text("No more than 44.28 of this bill can be taken back"))
                .isVisible();
        technician.field("With tax").fill("5");
        technician.button("Take it back").click();
        assertThat(technician.role(AriaRole.REGION, "Out"))
                .containsText("Entry " + (number + 1) + ", taking back bill " + number);
        handOver(job, "No whole apples");
        erased(job);
    }
}
