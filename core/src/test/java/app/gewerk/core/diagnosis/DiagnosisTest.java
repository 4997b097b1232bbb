package app.gewerk.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.Knowledge;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DiagnosisTest {
    private final Diagnosis diagnosis = Diagnosis.fromKnowledge();

    private static double probability(List<Diagnosis.Ranked> ranked, String fault) {
        return ranked.stream()
                .filter(r -> r.fault().code().equals(fault))
                .findFirst()
                .orElseThrow()
                .probability();
    }

    /** Two faults, one observation: 0.5·0.8 against 0.5·0.2 is 4 to 1, by hand. */
    @Test
    void twoFaultsByHand() {
        Fault a = new Fault("a", "a", 0.5, "");
        Fault b = new Fault("b", "b", 0.5, "");
        Diagnosis small = new Diagnosis(
                List.of(a, b),
                List.of(new Observation("o", "o")),
                Map.of("a", Map.of("o", 0.8), "b", Map.of("o", 0.2)));
        assertThat(probability(small.rank(Map.of("o", Answer.SEEN)), "a")).isCloseTo(0.8, within(1e-12));
        assertThat(probability(small.rank(Map.of("o", Answer.NOT_SEEN)), "a")).isCloseTo(0.2, within(1e-12));
        assertThat(probability(small.rank(Map.of("o", Answer.NOT_TRIED)), "a")).isCloseTo(0.5, within(1e-12));
    }

    @Test
    void nothingTriedLeavesTheGeneralRates() {
        double sum = diagnosis.faults().stream().mapToDouble(Fault::generalRate).sum();
        assertThat(diagnosis.rank(Map.of()))
                .allSatisfy(r -> assertThat(r.probability()).isCloseTo(r.fault().generalRate() / sum, within(1e-12)));
    }

    @Test
    void notTriedIsTheSameAsLeftOut() {
        Map<String, Answer> tried = Map.of("steadyClick", Answer.SEEN);
        Map<String, Answer> more = new HashMap<>(tried);
        more.put("squeals", Answer.NOT_TRIED);
        assertThat(diagnosis.rank(more)).isEqualTo(diagnosis.rank(tried));
    }

    @Test
    void probabilitiesMakeOneWhateverIsAnswered() {
        Random random = new Random(7);
        for (int i = 0; i < 300; i++) {
            Map<String, Answer> answers = new HashMap<>();
            diagnosis.observations().forEach(o -> answers.put(o.code(), Answer.values()[random.nextInt(3)]));
            assertThat(diagnosis.rank(answers).stream()
                            .mapToDouble(Diagnosis.Ranked::probability)
                            .sum())
                    .isCloseTo(1, within(1e-9));
        }
    }

    /** What technicians say an observation points to (common practice). */
    @ParameterizedTest
    @CsvSource({
        "motorRacesLightly, firstGearGone",
        "outputTurnsByHand, wormWheelStripped",
        "skipsSamePlace, strippedRun",
        "squeals, dryGears",
        "noMotorSound, motorOrSupply",
    })
    void oneObservationRaisesWhatItPointsTo(String observation, String fault) {
        double before = probability(diagnosis.rank(Map.of()), fault);
        List<Diagnosis.Ranked> after = diagnosis.rank(Map.of(observation, Answer.SEEN));
        assertThat(probability(after, fault)).isGreaterThan(1.5 * before);
        assertThat(after.subList(0, 5)).anyMatch(r -> r.fault().code().equals(fault));
    }

    @Test
    void reasonsNameWhatWasSeenAndWhatWasNot() {
        List<Diagnosis.Ranked> ranked =
                diagnosis.rank(Map.of("skipsSamePlace", Answer.SEEN, "motorRunsOutputStill", Answer.NOT_SEEN));
        Diagnosis.Ranked stripped = ranked.getFirst();
        assertThat(stripped.fault().code()).isEqualTo("strippedRun");
        assertThat(stripped.speaksFor()).contains("it skips at the same place each turn");
        Diagnosis.Ranked slipping = ranked.stream()
                .filter(r -> r.fault().code().equals("splitHub"))
                .findFirst()
                .orElseThrow();
        assertThat(slipping.speaksAgainst()).contains("not: the motor runs, the output stands still");
    }

    @Test
    void anUnknownObservationIsRefused() {
        assertThatThrownBy(() -> diagnosis.rank(Map.of("smellsBlue", Answer.SEEN)))
                .hasMessageContaining("smellsBlue");
    }

    @Test
    void likelihoodsAreProbabilitiesAndNeverCertain() {
        for (Map<String, String> row : Knowledge.rows("likelihoods")) {
            row.forEach((column, value) -> {
                if (!column.equals("fault") && !column.equals("source")) {
                    assertThat(Double.parseDouble(value))
                            .as(row.get("fault") + " " + column)
                            .isBetween(0.001, 0.999);
                }
            });
        }
    }
}
