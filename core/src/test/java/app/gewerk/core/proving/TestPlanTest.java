package app.gewerk.core.proving;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gewerk.core.KnowledgeFiles;
import app.gewerk.core.knowledge.Knowledge;
import app.gewerk.core.proving.TestPlan.About;
import app.gewerk.core.proving.TestPlan.Result;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/** The ladder of trials follows the machine. */
class TestPlanTest {
    private static TestPlan plan(String kind, boolean motor, String... hazards) {
        return TestPlan.of(Knowledge.shipped(), new About(kind, Set.of(hazards), motor, Map.of()));
    }

    private static List<String> codes(TestPlan plan) {
        return plan.trials().stream().map(Trial::code).toList();
    }

    @Test
    void itClimbsFromTheHandToTheRealLoadAndLooksAgain() {
        TestPlan plan = plan("slowJuicer", true, "mains", "food");
        assertThat(codes(plan))
                .startsWith("handBoth", "handPlay", "firstMains", "fullPower")
                .contains("juicerReverse", "juicerLoad")
                .doesNotContain("lowPower", "everyFunction", "realLoad", "vents")
                .endsWith("runIn", "lookAgain");
        assertThat(plan.trials()).extracting(Trial::rung).isSorted();
    }

    @Test
    void lowVoltageComesFirstWhereThereIsNoMainsAndNothingIsPoweredThatIsWound() {
        assertThat(codes(plan("modelCrane", true, "toy"))).contains("lowPower").doesNotContain("firstMains");
        assertThat(codes(plan("musicBox", false, "spring")))
                .contains("clockLoad")
                .doesNotContain("lowPower", "firstMains", "fullPower", "runIn");
    }

    @Test
    void everyKindOfMachineHasEachRungOnce() {
        for (Map<String, String> kind : KnowledgeFiles.rows("kinds")) {
            TestPlan plan = plan(
                    kind.get("code"),
                    true,
                    kind.get("hazards").isEmpty()
                            ? new String[0]
                            : kind.get("hazards").split(" "));
            assertThat(plan.trials().stream().map(Trial::rung).collect(Collectors.toSet()))
                    .as(kind.get("code"))
                    .containsAll(new HashSet<>(Arrays.asList(Rung.values())));
            assertThat(codes(plan)).as(kind.get("code")).doesNotHaveDuplicates();
        }
    }

    @Test
    void whatElseMayBeWrongIsTriedToo() {
        TestPlan plan = TestPlan.of(
                Knowledge.shipped(),
                new About("eggTurner", Set.of("mains"), true, Map.of("shaft/bent", Say.typed("the shaft is bent"))));
        assertThat(plan.trial("suspect.shaft/bent").rung()).isEqualTo(Rung.EVERY_FUNCTION);
    }

    private static String refusal(Map<String, Result> results, String why, List<Say> running) {
        try {
            plan("slotCar", true, "toy").requireProved(results, why, running);
        } catch (Refused refused) {
            return refused.getMessage();
        }
        return "";
    }

    @Test
    void nothingIsProvedByNothingByAFailureOrBeforeItHasCured() {
        assertThat(refusal(Map.of(), "no time", List.of())).startsWith("Nothing was tried yet");
        assertThat(refusal(Map.of("handBoth", Result.LEFT_OUT), "x", List.of())).startsWith("Nothing was tried");
        assertThat(refusal(Map.of("handBoth", Result.PASSED), "", List.of())).contains("trials were not made");
        assertThat(refusal(Map.of("handBoth", Result.PASSED, "slotLap", Result.FAILED), "x", List.of()))
                .startsWith("A trial failed: Both directions, braking");
        assertThat(refusal(Map.of("handBoth", Result.PASSED), "x", List.of(Say.typed("until the glue holds"))))
                .startsWith("Wait until the glue holds");
        assertThat(refusal(Map.of("handBoth", Result.PASSED), "the owner fetched it", List.of()))
                .isEmpty();
    }

    @Test
    void theNextIsTheLowestThatHasNoResult() {
        TestPlan plan = plan("slotCar", true, "toy");
        assertThat(plan.next(Map.of("handBoth", Result.PASSED)).orElseThrow().code())
                .isEqualTo("handPlay");
        assertThatThrownBy(() -> plan.trial("juicerLoad")).isInstanceOf(Refused.class);
        assertThatCode(() -> plan.trial("slotLoad")).doesNotThrowAnyException();
    }
}
