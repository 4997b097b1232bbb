package app.gewerk.core.closeup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gewerk.core.closeup.StepBack.Goes;
import app.gewerk.core.closeup.StepBack.Thing;
import app.gewerk.core.closeup.WayBack.Closing;
import app.gewerk.core.closeup.WayBack.Mend;
import app.gewerk.core.closeup.WayBack.Noted;
import app.gewerk.core.job.Way;
import app.gewerk.core.material.Materials;
import app.gewerk.core.teardown.StepLine;
import app.gewerk.core.words.Catalogue;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** What came off first goes back last, and nothing is lost on the way. */
class WayBackTest {
    private static final List<Noted> LEDGER = ledger(
            "lid off, 4 3x10 pan A1, off lid, off gasket A5",
            "unhook spring, 1 spring A2, !spring",
            "carriage out, 2 M3x12 pan A3, 1 captive nut A3, off drive gear (hub up) mark red dot A4",
            "bracket loosened, 2 M3x8 pan B1, pin to the ridge");

    private static List<Noted> ledger(String... lines) {
        List<Noted> noted = new ArrayList<>();
        for (String line : lines) {
            noted.add(new Noted("step-" + (noted.size() + 1), StepLine.read(line)));
        }
        return noted;
    }

    private static Mend mend(Map<String, List<MendChange>> changes) {
        return new Mend(
                changes,
                "drive gear",
                Optional.of(Way.PRINT),
                Optional.of(Materials.shipped().material("ABS")),
                List.of(Say.typed("one fragment")));
    }

    private static WayBack back(String... done) {
        return WayBack.of(LEDGER, new HashSet<>(Arrays.asList(done)), mend(Map.of()));
    }

    private static String words(List<Say> say) {
        return String.join(" | ", say.stream().map(Catalogue.english()::words).toList());
    }

    private static String refusal(Runnable what) {
        try {
            what.run();
        } catch (Refused refused) {
            return refused.getMessage();
        }
        return "";
    }

    @Test
    void theLastStepGoesBackFirstAndItsDeedIsTurnedRound() {
        List<StepBack> steps = back().steps();
        assertThat(steps).extracting(StepBack::number).containsExactly(4, 3, 2, 1);
        assertThat(steps.stream().map(s -> Catalogue.english().words(s.deed())))
                .containsExactly("bracket tightened", "carriage in", "hook in spring", "lid on");
        assertThat(Catalogue.english().words(BackWords.undo("fiddled with the latch")))
                .isEqualTo("Undo: fiddled with the latch");
    }

    @Test
    void eachStepSaysWhatToLineUpAndHowItIsTightened() {
        List<StepBack> steps = back().steps();
        assertThat(words(steps.get(0).lineUp())).contains("Line up: pin to the ridge");
        assertThat(words(steps.get(1).lineUp())).contains("drive gear: hub up").contains("red dot");
        assertThat(words(steps.get(2).how())).contains("hold the spring down");
        assertThat(words(steps.get(3).how()))
                .contains("start each 3 × 10 pan screw by hand")
                .contains("N cm")
                .contains("opposite ones in turn");
        assertThat(words(steps.get(3).before()))
                .as("the lid closes the way to the fragment")
                .contains("one fragment");
        assertThat(steps.get(1).before()).isEmpty();
    }

    @Test
    void whatIsLikelyToBeNewIsProposedAtItsStep() {
        List<StepBack> steps = back().steps();
        assertThat(words(steps.get(1).proposed().stream()
                        .map(StepBack.Proposed::words)
                        .toList()))
                .contains("The gear goes in anew (print it)");
        assertThat(words(steps.get(3).proposed().stream()
                        .map(StepBack.Proposed::words)
                        .toList()))
                .contains("A new one in place of gasket");
    }

    @Test
    void anotherStepThanTheNextIsRefusedNamingThatOne() {
        assertThat(refusal(() -> back().requirePutBack("step-1", Account.ALL_IN)))
                .isEqualTo("Step 4 goes back first: bracket tightened");
        assertThat(refusal(() -> back("step-4").requirePutBack("step-4", Account.ALL_IN)))
                .isEqualTo("Step 4 is back already");
        assertThat(refusal(() -> back("step-4", "step-3").requireTakeOff("step-4")))
                .isEqualTo("Step 3 comes off again first: carriage in");
    }

    @Test
    void captiveNutsSpringsAndLookAlikesAreAskedForAtTheirStep() {
        assertThat(refusal(() -> back("step-4").requirePutBack("step-3", new Account(List.of(), List.of(1)))))
                .contains("captive nut: in again?");
        assertThat(words(back().steps().getFirst().how()))
                .contains("this is M3 × 8 pan screw; there is also M3 × 12 pan screw (step 3)");
        List<Noted> springs = ledger("left spring off, 1 18 mm spring A1", "right spring off, 1 21 mm spring A2");
        assertThat(refusal(
                        () -> WayBack.of(springs, Set.of(), mend(Map.of())).requirePutBack("step-2", Account.ALL_IN)))
                .contains("this is 21 mm spring; there is also 18 mm spring (step 1)");
        assertThatCode(() -> back("step-4").requirePutBack("step-3", new Account(List.of(), List.of(1, 2))))
                .doesNotThrowAnyException();
    }

    @Test
    void aMissingScrewNeedsAWordWhy() {
        Account.Short silent = new Account.Short(1, 3, "");
        assertThat(refusal(() -> back("step-4", "step-3", "step-2")
                        .requirePutBack("step-1", new Account(List.of(silent), List.of()))))
                .isEqualTo("Say why only 3 of 4 3 × 10 pan screws went in");
        assertThatThrownBy(() -> back("step-4", "step-3", "step-2")
                        .requirePutBack("step-1", new Account(List.of(new Account.Short(1, 5, "x")), List.of())))
                .isInstanceOf(Refused.class);
    }

    @Test
    void theMendRewritesItsSteps() {
        WayBack changed = WayBack.of(
                LEDGER,
                Set.of(),
                mend(Map.of(
                        "step-3",
                        List.of(
                                new MendChange(MendChange.Mended.NEW_PART, Optional.of(3), List.of(), ""),
                                new MendChange(
                                        MendChange.Mended.ADDED,
                                        Optional.empty(),
                                        StepLine.read("in, 1 shim 1.2 mm").fasteners(),
                                        "")),
                        "step-1",
                        List.of(new MendChange(
                                MendChange.Mended.OWN_FASTENERS,
                                Optional.empty(),
                                StepLine.read("in, 4 M3x16 pan").fasteners(),
                                "metal housing")))));
        StepBack carriage = changed.steps().get(1);
        assertThat(carriage.things()).extracting(Thing::goes).containsExactly(Goes.IN, Goes.IN, Goes.NEW, Goes.NEW);
        assertThat(carriage.proposed()).as("it is said already").isEmpty();
        StepBack lid = changed.steps().get(3);
        assertThat(lid.things()).extracting(Thing::goes).containsExactly(Goes.OUT, Goes.IN, Goes.IN, Goes.NEW);
        assertThat(words(lid.changes())).contains("Other screws go in: 4 M3 × 16 pan screws: metal housing");
        assertThat(changed.leftOut(Map.of()))
                .as("the old gear and the old screws lie on the bench")
                .extracting(WayBack.LeftOut::count)
                .containsExactly(1, 4);
    }

    @Test
    void nothingIsClosedWithAScrewLeftOverOrAFragmentUnaccountedFor() {
        WayBack all = back("step-1", "step-2", "step-3", "step-4");
        assertThat(refusal(() -> back("step-4").requireClosed(new Closing(0, "", ""), List.of(), List.of())))
                .isEqualTo("3 steps are still off; next: carriage in");
        assertThat(refusal(() -> all.requireClosed(new Closing(1, "", ""), List.of(), List.of())))
                .contains("1 thing lies on the bench, by the ledger it should be 0");
        assertThat(refusal(() -> all.requireClosed(new Closing(0, "", ""), List.of(), List.of(Say.typed("a tooth")))))
                .contains("Not accounted for: a tooth");
        Map<String, Account> accounts =
                Map.of("step-1", new Account(List.of(new Account.Short(1, 3, "its boss is torn")), List.of()));
        assertThat(refusal(() -> all.requireClosed(new Closing(0, "", ""), all.leftOut(accounts), List.of())))
                .contains("Only 0 of the 1 things");
        assertThatCode(() -> all.requireClosed(new Closing(1, "", ""), all.leftOut(accounts), List.of()))
                .doesNotThrowAnyException();
        assertThatCode(() -> all.requireClosed(
                        new Closing(2, "one is mine", "in the old grease"), List.of(), List.of(Say.typed("a tooth"))))
                .doesNotThrowAnyException();
    }
}
