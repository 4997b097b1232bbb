package app.gewerk.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import java.io.IOException;
import java.nio.file.Files;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.yaml.snakeyaml.Yaml;

/** A machine's train in the device book: found, looked at, turned, asked for a count, changed by hand and by key, as text. */
class DeviceBookTest {
    private static Technician ilva() {
        Technician ilva = new Technician(RunningGewerk.demoToLookAt());
        ilva.open("/");
        ilva.stepUpAs("Ilva");
        return ilva;
    }

    private static void openModel(Technician ilva, String name) {
        ilva.go("/book");
        ilva.field("maker or model").fill(name);
        ilva.page
                .locator("main a")
                .filter(new Locator.FilterOptions().setHasText(name))
                .click();
        assertThat(ilva.page.locator("canvas[data-train]")).isVisible();
    }

    private static Locator gear(Technician ilva, String name) {
        return ilva.button(Pattern.compile("^" + name));
    }

    @Test
    void theCountThatIsMissingFollowsFromWhatTheMachineHasToDo() {
        try (Technician ilva = ilva()) {
            openModel(ilva, "Rollo S");
            assertThat(gear(ilva, "left end gear")).containsText("not counted");
            assertThat(ilva.text("For what it has to do it needs 30 teeth")).isVisible();
            assertThat(ilva.text("The centre distance leaves room for 30")).isVisible();
            ilva.button("It has 30 teeth").click();
            assertThat(gear(ilva, "left end gear")).containsText("30 × 0.8");
            assertThat(ilva.text("That is what it should do")).isVisible();
            ilva.page.reload();
            assertThat(gear(ilva, "left end gear")).containsText("30 × 0.8");
            ilva.button("Keep it in the device book").click();
            assertThat(ilva.button("Leave it as it was")).hasCount(0);
            ilva.page.reload();
            assertThat(gear(ilva, "left end gear")).containsText("30 × 0.8");
        }
    }

    @Test
    void aWrongCountIsSeenAtOnceAndTheTrainTurnsOnTheMat() {
        try (Technician ilva = ilva()) {
            openModel(ilva, "Desk 60");
            assertThat(ilva.text(Pattern.compile("3\\.0 s a day too quick"))).isVisible();
            gear(ilva, "slow motion gear").click();
            ilva.field("teeth").fill("71");
            assertThat(ilva.text(Pattern.compile("1\\.4 % too quick"))).isVisible();
            ilva.field("teeth").fill("zweiundsiebzig");
            assertThat(ilva.text(Pattern.compile("1\\.4 % too quick"))).isVisible();
            ilva.button("Leave it as it was").click();
            assertThat(ilva.text(Pattern.compile("3\\.0 s a day too quick"))).isVisible();

            Locator canvas = ilva.page.locator("canvas[data-train]");
            ilva.page.locator("h1").click();
            ilva.press("r");
            assertThat(canvas).hasAttribute("data-frames", Pattern.compile("\\d{2,}"));
            ilva.press("r");
        }
    }

    @Test
    void aGearIsPickedAndMovedOnTheMatByHandAndByKey() {
        try (Technician ilva = ilva()) {
            openModel(ilva, "Hoist 12");
            Locator canvas = ilva.page.locator("canvas[data-train]");
            BoundingBox box = canvas.boundingBox();
            // The drum's gear is the largest: it takes up the lower half of the train.
            double x = box.x + box.width * 0.42;
            double y = box.y + box.height * 0.60;
            ilva.page.mouse().move(x, y);
            ilva.page.mouse().down();
            ilva.page.mouse().move(x + 120, y, new com.microsoft.playwright.Mouse.MoveOptions().setSteps(4));
            ilva.page.mouse().up();
            assertThat(ilva.field("teeth")).hasValue("40");
            assertThat(ilva.button("Keep it in the device book")).isEnabled();
            ilva.button("Leave it as it was").click();
            assertThat(ilva.button("Keep it in the device book")).isDisabled();
            ilva.page.locator("h1").click();
            ilva.press("ArrowRight");
            assertThat(ilva.button("Keep it in the device book")).isEnabled();
            ilva.press("PageUp");
            assertThat(ilva.field("teeth")).hasValue("14");
            ilva.button("add a gear that it drives").click();
            assertThat(ilva.text("One gear is not counted yet.")).isVisible();
            ilva.button("take it out").click();
            ilva.button("Leave it as it was").click();
        }
    }

    @Test
    void theTrainIsTakenAlongAsTextAndReadBack() throws IOException {
        try (Technician ilva = ilva()) {
            openModel(ilva, "Feedmate");
            Download text =
                    ilva.page.waitForDownload(() -> ilva.role(AriaRole.LINK, Pattern.compile("Take it along as text"))
                            .click());
            assertThat(text.suggestedFilename()).isEqualTo("Marrowick-Feedmate.train.yaml");
            String written = Files.readString(text.path());
            // As any reader of YAML has it.
            Map<String, Object> whole = new Yaml().load(written);
            assertThat((List<?>) whole.get("wheels")).hasSize(6);
            ilva.button("Read it from text").click();
            ilva.field("the text").fill(written.replace("teeth: 20", "teeths: 20"));
            ilva.button("Read this").click();
            assertThat(ilva.text(Pattern.compile("Nothing is called wheels\\[6\\]\\.teeths")))
                    .isVisible();
            ilva.field("the text").fill(written.replace("teeth: 20", "teeth: 21"));
            ilva.button("Read this").click();
            assertThat(gear(ilva, "output gear")).containsText("21 × 0.8");
            ilva.button("Leave it as it was").click();
        }
    }

    @Test
    void aGearThatWasReadIsPutWhereItSitsAndTheSameTeethAreFoundElsewhere() {
        try (Technician ilva = ilva()) {
            ilva.go("/job/17/listen");
            ilva.role(AriaRole.LINK, Pattern.compile("The train to scale")).click();
            assertThat(ilva.page.locator("canvas[data-train]")).isVisible();
            // Nobody has drawn this model's: it stands as such machines are built.
            assertThat(ilva.text("As such machines are built; sizes are guesses"))
                    .isVisible();
            gear(ilva, "output gear").first().click();
            ilva.button("It is the gear read in this job").click();
            assertThat(gear(ilva, "output gear").first()).containsText("32 × 0.6");
            ilva.button("Keep it in the device book").click();
            assertThat(ilva.text(Pattern.compile("The same teeth sit in"))).isVisible();
            assertThat(ilva.role(AriaRole.LINK, Pattern.compile("Yarrowell Mark 4"))
                            .first())
                    .isVisible();
        }
    }

    @Test
    void clicksThatWereTappedNameTheirGear() {
        try (Technician ilva = ilva()) {
            ilva.go("/job/19/listen");
            assertThat(ilva.text(Pattern.compile("traverse gear: \\d+ %, turns once in 0\\.409 s")))
                    .isVisible();
        }
    }

    @Test
    void shaftsPlanetSetsAndClutchesAreAddedAndChangeWhatFollows() {
        try (Technician ilva = ilva()) {
            openModel(ilva, "Press 40");
            assertThat(ilva.text(Pattern.compile("a tooth bears [\\d.]+ N, a jam puts [\\d.]+ N on it")))
                    .isVisible();
            ilva.text("Shafts, planet sets and clutches").click();
            ilva.button("add a shaft").click();
            assertThat(ilva.page.locator("input[value='shaft 6']")).isVisible();
            ilva.button("add a planet set").click();
            assertThat(ilva.text(Pattern.compile("sun 12, ring 48, 3 planets of 18")))
                    .isVisible();
            ilva.button("add a clutch").click();
            assertThat(ilva.field("slips at, N mm")).hasCount(2);
            ilva.button("Leave it as it was").click();
            assertThat(ilva.field("slips at, N mm")).hasCount(1);
            assertThat(ilva.text(Pattern.compile("sun 12, ring 48"))).hasCount(0);
        }
    }

    private static String drawn(Technician ilva) {
        return (String) ilva.page.locator("canvas[data-train]").evaluate("canvas => canvas.toDataURL()");
    }

    /** Each of them is a shape of its own on the mat, beside the shaft that works it. */
    @Test
    void aRackARollerACrankAndACamAreDrawn() {
        try (Technician ilva = ilva()) {
            openModel(ilva, "Rollo M");
            Set<String> seen = new HashSet<>();
            ilva.page.getByLabel("by means of").selectOption("");
            seen.add(drawn(ilva));
            for (List<String> doesBy : List.of(
                    List.of("moves something", "a roller", "its diameter (mm)"),
                    List.of("moves something", "a rack", ""),
                    List.of("makes strokes", "a crank", "its throw (mm)"),
                    List.of("makes strokes", "a cam", "its lift (mm)"))) {
                ilva.page.getByLabel("its output").selectOption(doesBy.getFirst());
                ilva.page.getByLabel("by means of").selectOption(doesBy.get(1));
                if (!doesBy.getLast().isEmpty()) {
                    ilva.field(doesBy.getLast()).fill("14");
                }
                ilva.page.waitForCondition(() -> !seen.contains(drawn(ilva)));
                seen.add(drawn(ilva));
            }
            ilva.button("Leave it as it was").click();
        }
    }

    @Test
    void howItWasMendedHereStandsAtTheMachine() {
        try (Technician ilva = ilva()) {
            openModel(ilva, "Rundum 2");
            assertThat(ilva.role(AriaRole.REGION, "How it was mended here"))
                    .containsText(Pattern.compile("times?, none came back within a year|came back within a year"));
        }
    }

    @Test
    void whatTheOutputDoesIsToldByItsPartAndATravelOffIsToldInCents() {
        try (Technician ilva = ilva()) {
            openModel(ilva, "Rollo M");
            ilva.page.getByLabel("by means of").selectOption("a roller");
            ilva.field("its diameter (mm)").fill("40");
            assertThat(ilva.text(Pattern.compile("too slow"))).containsText("cents of a tone");
            ilva.page.getByLabel("by means of").selectOption("a rack");
            assertThat(ilva.page.getByLabel("wheel on the rack")).isVisible();
            ilva.page.getByLabel("its output").selectOption("makes strokes");
            ilva.page.getByLabel("by means of").selectOption("a cam");
            ilva.field("lobes").fill("3");
            ilva.button("Leave it as it was").click();
            openModel(ilva, "Slidewell 24");
            assertThat(ilva.page.getByLabel("by means of")).hasValue("crank");
        }
    }

    @Test
    void everyWorkingHasItsFormulaItsSourceAndADrawingThatMoves() {
        try (Technician ilva = ilva()) {
            for (String page : List.of("press", "backlash", "strength", "planets", "time", "oil")) {
                ilva.go("/workings/" + page);
                assertThat(ilva.page.locator("main dl dd").first()).hasText(Pattern.compile("\\d"));
                assertThat(ilva.page
                                .locator("section svg g g, section svg g path, section svg g circle")
                                .first())
                        .isAttached();
            }
            ilva.go("/workings/press");
            assertThat(ilva.text(Pattern.compile("1\\.5 times what this plastic bears for years")))
                    .isVisible();
            ilva.field("interference on ∅").fill("0,01");
            assertThat(ilva.text(Pattern.compile("of the 1\\.0 % that this plastic bears for years")))
                    .isVisible();
            ilva.field("interference on ∅").fill("viel");
            assertThat(ilva.text(Pattern.compile("Type a length"))).isVisible();
            ilva.page.reload();
            assertThat(ilva.field("interference on ∅")).hasValue("viel");
            ilva.go("/workings/planets");
            assertThat(ilva.text("450/23 = 19.6")).isVisible();
            ilva.field("planets").fill("3");
            assertThat(ilva.text(Pattern.compile("They cannot stand at equal angles")))
                    .isVisible();
        }
    }
}
