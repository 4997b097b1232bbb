package app.gewerk.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.regex.Pattern;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;

/** What was learned: a model's page, the book of another shop, how true it was, what the months came to. */
class LookBackTest {
    private static Technician ilva() {
        Technician ilva = new Technician(RunningGewerk.demoToLookAt());
        ilva.open("/");
        ilva.stepUpAs("Ilva");
        return ilva;
    }

    @Test
    void aModelsPageTellsWhatFailsAndWhatTheNextOneShouldKnow() {
        try (Technician ilva = ilva()) {
            ilva.go("/book/1");
            Locator failed = ilva.page.getByRole(
                    AriaRole.REGION, new Page.GetByRoleOptions().setName(Pattern.compile("^What failed, in \\d jobs")));
            assertThat(failed.getByRole(AriaRole.LISTITEM).first())
                    .containsText("traverse gear has a run of teeth torn off");
            assertThat(failed.getByRole(AriaRole.LISTITEM).first()).containsText("6 of 7");
            assertThat(failed.getByRole(AriaRole.LISTITEM).first()).containsText("51 years old");
            assertThat(ilva.page.getByRole(AriaRole.TABLE)).containsText("a steady click-click while driven");
            assertThat(ilva.text("Gears of the same plastic elsewhere in the book"))
                    .isVisible();
            ilva.field("what the next one should know").fill("The spring jumps: two fingers on it");
            ilva.page.reload();
            assertThat(ilva.field("what the next one should know")).hasValue("The spring jumps: two fingers on it");
            ilva.button("Write it down").click();
            Locator advice = ilva.role(AriaRole.REGION, "Lines of advice");
            assertThat(advice).containsText("The spring jumps: two fingers on it Ilva,");
            assertThat(ilva.field("what the next one should know")).hasValue("");
            ilva.button("take back: The spring jumps: two fingers on it").click();
            assertThat(advice).not().containsText("The spring jumps");
            assertThat(ilva.complaints()).isEmpty();
        }
    }

    /** A book as another shop writes it. */
    private static Path book(String cover) throws IOException {
        UUID origin = UUID.randomUUID();
        Path file = Files.createTempFile("book", ".zip");
        try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(file))) {
            Map<String, String> entries = new java.util.LinkedHashMap<>();
            entries.put("book.json", cover.formatted(origin));
            entries.put(
                    "models/000001/" + origin + ".json",
                    "{\"format\":1,\"kind\":\"slideProjector\",\"maker\":\"Vantorel\",\"model\":\"Slidewell 24\",\"seen\":9,"
                            + "\"told\":8,\"culprits\":{\"traverseGear/strippedRun\":8},\"advice\":[{\"advice\":\"Warm the cover "
                            + "first\",\"on\":\"2026-05-01\"}],\"mends\":[{\"way\":\"glue\",\"days\":200,\"failed\":true}]}");
            entries.put("culprits.csv", "");
            for (Map.Entry<String, String> entry : entries.entrySet()) {
                zip.putNextEntry(new ZipEntry(entry.getKey()));
                zip.write(entry.getValue().getBytes(StandardCharsets.UTF_8));
                zip.closeEntry();
            }
        }
        return file;
    }

    @Test
    void anotherShopsBookIsReadShownAndTakenOutAgain() throws IOException {
        try (Technician ilva = ilva()) {
            ilva.go("/book");
            Download written = ilva.page.waitForDownload(
                    () -> ilva.text("Write the book as a file").click());
            try (ZipFile zip = new ZipFile(written.path().toFile())) {
                assertThat(zip.getEntry("book.json")).isNotNull();
                assertThat(zip.size()).isGreaterThan(10);
            }
            Locator input = ilva.page.locator("input[type=file]");
            input.setInputFiles(Path.of("pom.xml"));
            assertThat(ilva.page.getByRole(AriaRole.ALERT)).containsText("This is no device book");
            input.setInputFiles(book("{\"book\":\"gear repair device book\",\"version\":9}"));
            assertThat(ilva.page.getByRole(AriaRole.ALERT)).containsText("later version (9; this one reads up to 1)");
            input.setInputFiles(
                    book("{\"book\":\"gear repair device book\",\"version\":1,\"origins\":[{\"origin\":\"%s\","
                            + "\"name\":\"Bench at the mill\",\"asOf\":\"2026-05-02T08:00:00Z\"}]}"));
            assertThat(ilva.text("Read: 1 chapter of Bench at the mill.")).isVisible();
            ilva.go("/book/1");
            assertThat(ilva.text("Also told by Bench at the mill (8 jobs); each of those jobs weighs 0.3 of one here."))
                    .isVisible();
            assertThat(ilva.text("8 more elsewhere")).isVisible();
            assertThat(ilva.role(AriaRole.REGION, "Lines of advice"))
                    .containsText("Warm the cover first Bench at the mill");
            assertThat(ilva.text("As other shops’ books tell")).isVisible();
            ilva.go("/book");
            ilva.button("Take Bench at the mill out").click();
            assertThat(ilva.button("Take Bench at the mill out")).hasCount(0);
            ilva.go("/book/1");
            assertThat(ilva.text(Pattern.compile("What failed, in"))).isVisible();
            assertThat(ilva.text("Bench at the mill")).hasCount(0);
        }
    }

    @Test
    void everyFigureOfTheMonthsOpensItsJobs() throws IOException {
        try (Technician ilva = ilva()) {
            ilva.page.getByRole(AriaRole.NAVIGATION).getByText("Look back").click();
            int jobs = (int) RunningGewerk.demoToLookAt().number("select count(*) from job where place = 'putAway'");
            assertThat(ilva.button(jobs + " jobs went out")).isVisible();
            ilva.button(Pattern.compile("late, of")).click();
            Locator behind = ilva.role(AriaRole.REGION, "The jobs behind it");
            int late = (int) RunningGewerk.demoToLookAt()
                    .number("select count(*) from job where place = 'putAway' and ready_at::date > promised_on");
            assertThat(behind.getByRole(AriaRole.LINK)).hasCount(late);
            ilva.button(Pattern.compile("^traverse gear has a run of teeth torn off"))
                    .click();
            assertThat(behind).containsText("traverse gear has a run of teeth torn off");
            assertThat(behind.getByRole(AriaRole.LINK)).hasCount(6);
            Download csv = ilva.page.waitForDownload(() -> ilva.text("as CSV").click());
            assertThat(Files.readString(csv.path()))
                    .startsWith("what,code,words,jobs")
                    .contains("traverseGear/strippedRun");
            behind.getByRole(AriaRole.LINK).first().click();
            assertThat(ilva.page).hasURL(Pattern.compile("/job/\\d+"));
            ilva.page.goBack();
            ilva.field("from").fill("2020-01");
            ilva.field("to").fill("2020-03");
            assertThat(ilva.text("Nothing went out in these months")).isVisible();
            ilva.field("from").fill("2027-05");
            assertThat(ilva.page.getByRole(AriaRole.ALERT)).containsText("the first before the last");
        }
    }

    @Test
    void howTrueItWasIsDrawnAndEveryPointOpensItsJob() {
        try (Technician ilva = ilva()) {
            ilva.go("/book");
            ilva.text("How well Gewerk did").click();
            assertThat(ilva.text(Pattern.compile("The culprit stood first in \\d+ of \\d+ jobs")))
                    .isVisible();
            Locator late =
                    ilva.page.getByLabel("Ready against the day promised").getByRole(AriaRole.LINK);
            assertThat(late.first()).isVisible();
            ilva.page.getByLabel("Whose jobs").selectOption("told by me");
            assertThat(ilva.text(Pattern.compile("The culprit stood first in"))).isVisible();
            List<String> models =
                    ilva.page.locator("table tbody tr td:first-child").allInnerTexts();
            assertThat(models).isNotEmpty();
        }
    }

    @Test
    void theBenchsHoursAreSaidAndTheDayIsReckonedAnew() {
        try (Technician ilva = ilva()) {
            ilva.text("Reckoned with 420 min at the bench on 5 days of the week, one pair of hands")
                    .click();
            ilva.field("minutes at the bench a day").fill("10");
            ilva.button("Reckon with this").click();
            assertThat(ilva.page.getByRole(AriaRole.ALERT)).containsText("30");
            ilva.field("minutes at the bench a day").fill("300");
            ilva.button("Reckon with this").click();
            assertThat(ilva.text("Reckoned with 300 min at the bench on 5 days of the week, one pair of hands"))
                    .isVisible();
            ilva.field("minutes at the bench a day").fill("420");
            ilva.button("Reckon with this").click();
            assertThat(ilva.text("Reckoned with 420 min at the bench on 5 days of the week, one pair of hands"))
                    .isVisible();
        }
    }
}
