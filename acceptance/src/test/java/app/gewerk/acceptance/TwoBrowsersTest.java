package app.gewerk.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.options.AriaRole;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/**
 * Two people at two browsers edit the same thing: both have begun before either saves. The first save stands, the second
 * person is told, keeps what was typed, and decides.
 */
class TwoBrowsersTest {
    private static final String TOLD = "Somebody saved this in between";

    private static int job;
    private static ApiCaller caller;
    private static Technician ilva;
    private static Technician tomas;

    @BeforeAll
    static void start() {
        RunningGewerk gewerk = RunningGewerk.shopToWorkIn();
        caller = new ApiCaller(gewerk, "Ilva");
        job = caller.jobTakenIn("hook drops", "two-browsers-1");
        ilva = new Technician(gewerk);
        tomas = new Technician(gewerk);
        ilva.stepUp("Ilva");
        tomas.stepUp("Tomas");
    }

    @AfterAll
    static void stop() {
        ilva.close();
        tomas.close();
    }

    @AfterEach
    void nothingBroke() {
        assertThat(ilva.complaints()).isEmpty();
        assertThat(tomas.complaints()).isEmpty();
    }

    private static void open(String step) {
        ilva.open("/job/" + job + "/" + step);
        tomas.open("/job/" + job + "/" + step);
    }

    /** Saves and waits until the server has said yes. */
    private static void keep(Technician who, Locator button) {
        who.page.waitForResponse(r -> r.request().method().equals("PUT") && r.status() == 200, () -> button.click());
    }

    private static Locator entry(Technician who) {
        return who.field("What came off? One line a step");
    }

    @Test
    void eachSeesTheOthersStepAndKeepsTheOwnDraft() {
        open("open");
        entry(ilva).fill("bumper off, 2 long screws");
        entry(tomas).fill("hook out, !cable");
        entry(tomas).press("Enter");
        assertThat(ilva.page.getByText("hook out").first()).isVisible();
        assertThat(entry(ilva)).hasValue("bumper off, 2 long screws");
        entry(ilva).press("Enter");
        assertThat(tomas.page.getByText("bumper off").first()).isVisible();
        assertThat(entry(tomas)).hasValue("");
    }

    @Test
    void whatIsSavedWhileTheOtherOpensTheJobIsShown() {
        List<Route> pulses = new ArrayList<>();
        ilva.page.route("**/pulse*", pulses::add);
        ilva.open("/job/" + job + "/closeUp");
        ilva.page.waitForCondition(() -> !pulses.isEmpty());
        ilva.page.waitForTimeout(500);
        caller.post(
                "/api/job/" + job + "/note",
                "{\"step\":\"closeUp\",\"what\":\"the owner rang\",\"done\":false}",
                "two-browsers-rang");
        ilva.page.unroute("**/pulse*");
        pulses.forEach(Route::resume);
        assertThat(ilva.page.getByText("Written down in this step: 1")).isVisible();
    }

    private static void told(Technician who) {
        assertThat(who.page.getByRole(AriaRole.ALERT).first()).containsText(TOLD);
    }

    private static void saveMine(Technician who) {
        keep(who, who.button("Save mine over it"));
        assertThat(who.page.getByText(TOLD)).hasCount(0);
    }

    private static String saved(String path) {
        return caller.get(path).body();
    }

    @Test
    void aLedgerStep() {
        caller.post(
                "/api/teardown/" + job + "/steps", "{\"key\":\"step-of-two\",\"line\":\"lid off\"}", "two-browsers-2");
        open("open");
        Locator hers = correcting(ilva, "lid off, 2 long screws");
        Locator his = correcting(tomas, "lid off, 3 long screws");
        keep(ilva, ilva.button("Keep it"));
        assertThat(hers).hasCount(0);
        tomas.button("Keep it").click();
        told(tomas);
        assertThat(tomas.page.getByRole(AriaRole.ALERT).first()).containsText("2 long");
        assertThat(his).hasValue("lid off, 3 long screws");
        assertThat(saved("/api/teardown/" + job)).contains("lid off, 2 long");
        saveMine(tomas);
        assertThat(saved("/api/teardown/" + job)).contains("lid off, 3 long");
    }

    private static Locator correcting(Technician who, String line) {
        who.page.getByText("lid off").first().click();
        Locator field = who.field("Correct this step");
        field.fill(line);
        return field;
    }

    @Test
    void aToothMap() {
        open("look");
        mark(ilva, "m", "Tooth 1: missing");
        mark(tomas, "c", "Tooth 1: chipped");
        keep(ilva, ilva.button("Keep this and read the gear"));
        tomas.button("Keep this and read the gear").click();
        told(tomas);
        assertThat(tooth(tomas, "Tooth 1: chipped")).hasCount(1);
        assertThat(saved("/api/damage/" + job)).contains("missing").doesNotContain("chipped");
        saveMine(tomas);
        assertThat(saved("/api/damage/" + job)).contains("chipped");
    }

    private static void mark(Technician who, String letter, String tooth) {
        who.page.getByRole(AriaRole.LISTBOX).focus();
        who.press(letter);
        assertThat(tooth(who, tooth)).hasCount(1);
    }

    private static Locator tooth(Technician who, String named) {
        return who.page.getByRole(
                AriaRole.OPTION, new Page.GetByRoleOptions().setName(named).setExact(true));
    }

    @Test
    void aTrain() {
        open("listen");
        Locator hers = calling(ilva, "hand crank");
        Locator his = calling(tomas, "winding key");
        keep(ilva, ilva.button("Keep it in the device book"));
        assertThat(hers).hasCount(0);
        tomas.button("Keep it in the device book").click();
        told(tomas);
        assertThat(his).hasValue("winding key");
        assertThat(saved("/api/device/1/train")).contains("hand crank");
        saveMine(tomas);
        assertThat(saved("/api/device/1/train")).contains("winding key").doesNotContain("hand crank");
    }

    private static Locator calling(Technician who, String part) {
        who.button("It is built otherwise").click();
        Locator field = who.page
                .getByRole(AriaRole.DIALOG)
                .getByLabel("part", new Locator.GetByLabelOptions().setExact(true))
                .first();
        field.fill(part);
        return field;
    }

    @Test
    void aPhotograph() throws IOException {
        assertThat(caller.upload("/api/photo/" + job + "?key=photo-of-two&step=takeIn&name=front", picture())
                        .statusCode())
                .isBetween(200, 201);
        open("takeIn");
        draw(ilva, "scratch");
        draw(tomas, "dent");
        keep(ilva, ilva.button("Keep the marks"));
        tomas.button("Keep the marks").click();
        told(tomas);
        assertThat(saved("/api/photo/" + job)).contains("scratch").doesNotContain("dent");
        saveMine(tomas);
        assertThat(saved("/api/photo/" + job)).contains("dent");
    }

    private static byte[] picture() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(400, 300, BufferedImage.TYPE_3BYTE_BGR), "jpeg", out);
        return out.toByteArray();
    }

    private static void draw(Technician who, String words) {
        who.button(Pattern.compile("^Open photograph front")).click();
        Locator dialog = who.page.getByRole(AriaRole.DIALOG);
        dialog.getByLabel("words beside it").fill(words);
        Locator image = dialog.locator("img");
        assertThat(image).isVisible();
        var box = image.boundingBox();
        who.page.mouse().move(box.x + box.width * 0.2, box.y + box.height * 0.2);
        who.page.mouse().down();
        who.page.mouse().move(box.x + box.width * 0.6, box.y + box.height * 0.5);
        who.page.mouse().up();
    }

    /** The line goes away while the save is on its way and the step is left: it is saved once the line is back. */
    @Test
    void leavingAStepWhileTheLineIsAwayLosesNothing() {
        caller.post(
                "/api/teardown/" + job + "/steps",
                "{\"key\":\"step-away-1\",\"line\":\"battery out\"}",
                "two-browsers-3");
        ilva.open("/job/" + job + "/open");
        ilva.page.getByText("battery out").first().click();
        ilva.field("Correct this step").fill("battery out, !cable");
        ilva.context.setOffline(true);
        ilva.button("Keep it").click();
        ilva.role(AriaRole.LINK, "Listen").last().click();
        ilva.page.waitForResponse(
                r -> r.request().method().equals("PUT") && r.status() == 200, () -> ilva.context.setOffline(false));
        assertThat(saved("/api/teardown/" + job)).contains("battery out, !cable");
    }

    @Test
    void aDraftOfAnOlderReleaseIsPutAsideAndShown() {
        ilva.open("/job/" + job + "/read");
        ilva.field("over the tips").fill("12.5");
        assertThat(ilva.page.evaluate("""
                () => {
                  const key = Object.keys(localStorage).find((k) => /:gear:[0-9]+$/.test(k));
                  const kept = JSON.parse(localStorage.getItem(key));
                  kept.draft.lines = [{ what: 'span', overTeeth: 4, typed: '5.33' }];
                  localStorage.setItem(key, JSON.stringify(kept));
                  return key !== undefined;
                }""")).isEqualTo(true);
        ilva.page.reload();
        Locator aside = ilva.page.getByRole(AriaRole.STATUS).filter(new Locator.FilterOptions().setHasText("5.33"));
        assertThat(aside).isVisible();
        assertThat(ilva.field("over the tips")).hasValue("");
    }
}
