package app.gewerk.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Response;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** From the counter to the gear in the hand: listening, opening, looking, photographs. */
class GearInTheHandTest {
    private static RunningGewerk gewerk;

    @TempDir
    private Path pictures;

    @BeforeAll
    static void openTheDemo() {
        gewerk = RunningGewerk.demoToWorkOn();
    }

    private static Technician at(String name, String path) {
        Technician technician = new Technician(gewerk);
        technician.open(path);
        technician.stepUpAs(name);
        return technician;
    }

    private static Locator entry(Technician technician) {
        return technician.field("What came off? One line a step");
    }

    @Test
    void theNextCheckIsAnsweredByKeysAndTheCulpritIsStated() {
        try (Technician ilva = at("Ilva", "/job/20/listen")) {
            Locator next = ilva.role(AriaRole.REGION, "Next check");
            assertThat(next).isVisible();
            String before = next.innerText();
            ilva.press("c");
            assertThat(next).not().hasText(before);
            ilva.field("What do you see, hear or feel?").fill("crack middle");
            ilva.press("Enter");
            ilva.field("What do you see, hear or feel?").blur();
            Locator first = ilva.role(AriaRole.REGION, "What it may be")
                    .locator("details")
                    .first();
            assertThat(first)
                    .containsText(
                            "Middle gear is split", new LocatorAssertions.ContainsTextOptions().setIgnoreCase(true));
            first.getByText("This is the culprit").click();
            assertThat(ilva.text("Culprit: the middle gear")).isVisible();
            assertThat(ilva.text("What else could still be wrong")).isVisible();
            ilva.page.reload();
            assertThat(ilva.text("Culprit: the middle gear")).isVisible();
            assertThat(ilva.complaints()).isEmpty();
        }
    }

    @Test
    void aPartWithoutEvidenceIsQuestionedBeforeItIsReplaced() {
        try (Technician ilva = at("Ilva", "/job/22/listen")) {
            ilva.button("show more").click();
            Locator bearing = ilva.role(AriaRole.REGION, "What it may be")
                    .locator("details")
                    .filter(new Locator.FilterOptions().setHasText("worn bearing"));
            bearing.locator("summary").click();
            bearing.getByText("This is the culprit").click();
            assertThat(bearing.getByRole(AriaRole.ALERT)).containsText("Say why");
            bearing.getByLabel("Why?").fill("it is blue and grinds by hand");
            bearing.getByText("It is all the same").click();
            assertThat(ilva.text("because it is blue and grinds by hand")).isVisible();
        }
    }

    @Test
    void clicksAreTimedByTappingAlong() {
        try (Technician ilva = at("Ilva", "/job/25/listen")) {
            ilva.button("Tap with the clicks").waitFor();
            for (int i = 0; i < 5; i++) {
                ilva.press("k");
                ilva.page.waitForTimeout(200);
            }
            assertThat(ilva.text("every ")).isVisible();
            ilva.field("skips").fill("3");
            ilva.button("Keep it").click();
            assertThat(ilva.page.getByText(Pattern.compile("clicks: every \\d+ ms ± \\d+, 3 skips in 1 turns, Ilva")))
                    .isVisible();
        }
    }

    @Test
    void aStepIsTakenOverFromBeforeTypedCorrectedAndFillsTheTray() {
        try (Technician ilva = at("Ilva", "/job/19/open")) {
            Locator steps = ilva.page.locator("main ol").last().locator("li");
            assertThat(steps).hasCount(3);
            assertThat(ilva.text("they look alike")).isVisible();
            assertThat(ilva.text("Last time 2 M3 captive nut")).isVisible();
            ilva.button("fell out, found").click();
            assertThat(ilva.text("Last time 2 M3 captive nut")).isHidden();
            assertThat(ilva.text("a cable is still fixed to it")).isVisible();
            ilva.press("s");
            assertThat(steps).hasCount(4);
            assertThat(steps.last()).containsText("ribbon cable unplugged");
            ilva.press("e");
            ilva.type("springs off, 2 springs 14 mm C1, !spring, 2,5 min");
            assertThat(ilva.text("2 14 mm springs in C1")).isVisible();
            ilva.page.reload();
            assertThat(entry(ilva)).hasValue("springs off, 2 springs 14 mm C1, !spring, 2,5 min");
            entry(ilva).press("Enter");
            assertThat(steps).hasCount(5);
            assertThat(ilva.button("C1: 2 14 mm springs")).isVisible();
            steps.last().getByRole(AriaRole.BUTTON).first().click();
            ilva.field("Correct this step").fill("springs off, 2 springs 14 mm C2, !spring");
            ilva.press("Enter");
            assertThat(ilva.button("C2: 2 14 mm springs")).isVisible();
            ilva.button("Compare with another ledger").click();
            Locator dialog = ilva.page.getByRole(AriaRole.DIALOG);
            assertThat(dialog).containsText("differs: came off");
            dialog.getByText("Leave it").click();
            entry(ilva).fill("lid off, 4 screws Z9");
            entry(ilva).press("Enter");
            assertThat(steps).hasCount(6);
            assertThat(ilva.complaints()).isEmpty();
        }
    }

    @Test
    void takingAStepOverKeepsTheHalfTypedLine() {
        try (Technician ilva = at("Ilva", "/job/6/open")) {
            entry(ilva).fill("the clip behind the");
            ilva.button("The same").click();
            assertThat(ilva.page.locator("main ol").last().locator("li")).hasCount(1);
            assertThat(entry(ilva)).hasValue("the clip behind the");
        }
    }

    private List<Path> photographs(int count) throws IOException {
        List<Path> files = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            BufferedImage picture = new BufferedImage(640, 480, BufferedImage.TYPE_INT_RGB);
            Graphics2D pen = picture.createGraphics();
            pen.setColor(new Color(Color.HSBtoRGB(i / (float) count, 0.5f, 0.8f)));
            pen.fillRect(0, 0, 640, 480);
            pen.dispose();
            Path file = pictures.resolve("bench-" + i + ".jpg");
            ImageIO.write(picture, "jpeg", file.toFile());
            files.add(file);
        }
        return files;
    }

    private static int kept(long job) {
        return (int) Pattern.compile("\"key\":\"([^\"]+)\"")
                .matcher(gewerk.get("/api/photo/" + job).body())
                .results()
                .map(m -> m.group(1))
                .distinct()
                .count();
    }

    @Test
    void fortyPhotographsOverALineThatDropsTwiceAreKeptOnceEach() throws IOException {
        try (Technician ilva = at("Ilva", "/job/21/takeIn")) {
            Locator input = ilva.page.locator("input[type=file]").first();
            input.setInputFiles(photographs(40).toArray(Path[]::new));
            Locator images = ilva.role(AriaRole.REGION, "Photographs").locator("img");
            for (int drop = 1; drop <= 2; drop++) {
                assertThat(images.nth(12 * drop - 1)).isVisible();
                ilva.page.context().setOffline(true);
                ilva.page.waitForTimeout(900);
                ilva.page.context().setOffline(false);
            }
            assertThat(images).hasCount(40, new LocatorAssertions.HasCountOptions().setTimeout(30_000));
            assertThat(kept(21)).isEqualTo(40);
        }
    }

    /** Twelve million points are made fewer before they are sent, not after. */
    @Test
    void aLargePhotographIsMadeSmallerBeforeItIsSent() throws IOException {
        Path large = pictures.resolve("large.jpg");
        BufferedImage picture = new BufferedImage(4000, 3000, BufferedImage.TYPE_INT_RGB);
        Graphics2D pen = picture.createGraphics();
        for (int x = 0; x < 4000; x += 16) {
            pen.setColor(new Color(x * 4099 & 0xFFFFFF));
            pen.fillRect(x, 0, 16, 3000);
        }
        pen.dispose();
        ImageIO.write(picture, "jpeg", large.toFile());
        try (Technician ilva = at("Ilva", "/job/23/takeIn")) {
            Locator input = ilva.page.locator("input[type=file]").first();
            ilva.page.evaluate(
                    "() => { const send = window.fetch;"
                            + " window.fetch = (to, how) => { window.sent = how?.body ?? window.sent; return send(to, how); } }");
            Response kept = ilva.page.waitForResponse("**/api/photo/23?*", () -> input.setInputFiles(large));
            assertThat(ilva.page.evaluate("async () => { const sent = await createImageBitmap(window.sent);"
                            + " return sent.width + ' x ' + sent.height }"))
                    .isEqualTo("2560 x 1920");
            assertThat(kept.text()).contains("\"width\":2560").contains("\"height\":1920");
        }
    }

    @Test
    void photographsOnTheirWaySurviveAReloadAndARefusedOneSaysWhy() throws IOException {
        try (Technician ilva = at("Ilva", "/job/24/takeIn")) {
            Locator input = ilva.page.locator("input[type=file]").first();
            ilva.page.route("**/api/photo/24?*", route -> route.abort());
            input.setInputFiles(photographs(3).toArray(Path[]::new));
            assertThat(ilva.text("3 photographs on their way")).isVisible();
            ilva.page.unroute("**/api/photo/24?*");
            ilva.page.reload();
            Locator images = ilva.role(AriaRole.REGION, "Photographs").locator("img");
            assertThat(images).hasCount(3, new LocatorAssertions.HasCountOptions().setTimeout(20_000));
            Path program = pictures.resolve("holiday.jpg");
            Files.write(program, new byte[] {'M', 'Z', 0, 1, 2, 3});
            input.setInputFiles(program);
            assertThat(ilva.page.getByRole(AriaRole.ALERT)).containsText("not a photograph");
            assertThat(kept(24)).isEqualTo(3);
        }
    }

    @Test
    void anArrowIsDrawnOverThePhotographAndKept() {
        try (Technician ilva = at("Ilva", "/job/19/takeIn")) {
            ilva.button(Pattern.compile("^Open photograph front")).click();
            Locator dialog = ilva.page.getByRole(AriaRole.DIALOG);
            dialog.getByLabel("words beside it").fill("scratch");
            Locator image = dialog.locator("img");
            assertThat(image).isVisible();
            var box = image.boundingBox();
            ilva.page.mouse().move(box.x + box.width * 0.2, box.y + box.height * 0.2);
            ilva.page.mouse().down();
            ilva.page.mouse().move(box.x + box.width * 0.5, box.y + box.height * 0.5);
            ilva.page.mouse().up();
            ilva.page.waitForResponse(
                    "**/marks", () -> dialog.getByText("Keep the marks").click());
            assertThat(gewerk.get("/api/photo/19").body()).contains("\"words\":\"scratch\"");
        }
    }

    @Test
    void aCircleIsDrawnByKeysAlone() {
        try (Technician ilva = at("Ilva", "/job/19/takeIn")) {
            ilva.button(Pattern.compile("^Open photograph front")).click();
            Locator dialog = ilva.page.getByRole(AriaRole.DIALOG);
            assertThat(dialog.locator("img")).isVisible();
            dialog.getByText("circle").focus();
            ilva.press("Enter");
            dialog.getByLabel("words beside it").fill("by keys");
            dialog.getByText("Draw with the arrow keys").focus();
            for (String key :
                    List.of("Shift+ArrowLeft", "ArrowUp", "Enter", "Shift+ArrowRight", "ArrowDown", "Enter")) {
                ilva.press(key);
            }
            dialog.getByText("Keep the marks").focus();
            ilva.page.waitForResponse("**/marks", () -> ilva.press("Enter"));
            assertThat(gewerk.get("/api/photo/19").body())
                    .contains("\"words\":\"by keys\"")
                    .contains("\"shape\":\"circle\",\"fromX\":0.4,\"fromY\":0.48,\"toX\":0.5,\"toY\":0.5");
        }
    }

    @Test
    void teethAreMarkedByKeysAndByPullingAndThePatternIsRead() {
        try (Technician ilva = at("Ilva", "/job/18/look")) {
            Locator ring = ilva.page.getByRole(AriaRole.LISTBOX);
            ring.focus();
            ilva.press("ArrowRight");
            ilva.press("Shift+ArrowRight");
            ilva.press("Shift+ArrowRight");
            ilva.press("m");
            assertThat(tooth(ilva, "Tooth 2: missing")).hasCount(1);
            assertThat(tooth(ilva, "Tooth 4: missing")).hasCount(1);
            assertThat(ilva.text("3 missing teeth are not found yet.")).isVisible();
            assertThat(ilva.text("a jam or a blow tore the teeth off")).isVisible();
            ilva.button("found one").click();
            assertThat(ilva.text("2 missing teeth are not found yet.")).isVisible();
            ilva.page.getByLabel("why is it not looked for?").fill("swept the case out");
            ilva.button("accept it").click();
            assertThat(ilva.text("Fragments no longer looked for: swept the case out"))
                    .isVisible();
            ring.focus();
            ilva.press("Backspace");
            assertThat(tooth(ilva, "Tooth 3: missing")).hasCount(0);
            var at = tooth(ilva, "Tooth 8: sound").boundingBox();
            var to = tooth(ilva, "Tooth 11: sound").boundingBox();
            ilva.page.mouse().move(at.x + at.width / 2, at.y + at.height / 2);
            ilva.page.mouse().down();
            ilva.page.mouse().move(to.x + to.width / 2, to.y + to.height / 2);
            ilva.page.mouse().up();
            ilva.page
                    .getByRole(AriaRole.GROUP, new Page.GetByRoleOptions().setName("Mark these 4 teeth"))
                    .getByText("worn", new Locator.GetByTextOptions().setExact(false))
                    .first()
                    .click();
            assertThat(tooth(ilva, "Tooth 9: worn")).hasCount(1);
            ilva.button("Keep this and read the gear").click();
            assertThat(ilva.page).hasURL(Pattern.compile("/read$"));
            assertThat(ilva.complaints()).isEmpty();
        }
    }

    private static Locator tooth(Technician technician, String name) {
        return technician.page.getByRole(
                AriaRole.OPTION, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    @Test
    void whatIsKnownOfAMachineShowsAtTheCounterWhileItIsTyped() {
        try (Technician ilva = at("Ilva", "/new")) {
            ilva.field("Maker").fill("vantorel");
            ilva.field("Model").fill("slidewell 24");
            ilva.page.getByLabel("What is it?").selectOption("slide projector");
            ilva.field("Serial number").fill("VS24-731882");
            ilva.field("Price of a new one").fill("240");
            Locator known = ilva.role(AriaRole.REGION, "What is known of it");
            assertThat(known).containsText("Seen here 8 times");
            assertThat(known).containsText("6 of 7");
            assertThat(known).containsText("1973, week 18");
            assertThat(known).containsText("An easy yes");
        }
    }
}
