package app.gewerk.core.caution;

import static app.gewerk.core.words.English.english;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gewerk.core.knowledge.Knowledge;
import java.util.EnumSet;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class CautionsTest {
    private final Cautions cautions = Cautions.of(Knowledge.shipped());

    private String text(String hazard, Operation operation) {
        return cautions.of(hazard.isEmpty() ? Set.of() : Set.of(hazard), EnumSet.of(operation)).stream()
                .map(c -> english(c.text()))
                .collect(Collectors.joining(" "));
    }

    /** The cautions a bench keeps (common practice), each where the hand goes there. */
    @ParameterizedTest
    @CsvSource({
        "mains, OPEN, wait for the capacitors",
        "mains, START, earth pin",
        "mains, RETURN, competent person",
        "mains, START, Local rules",
        "pressure, START, Release the pressure",
        "pressure, START, emergency",
        "spring, OPEN, Eye protection",
        "spring, OPEN, Cover springs",
        "battery, HEAT, No heat",
        "battery, PRESS, pierce",
        "'', HEAT, no flame near vapours",
        "'', CUT, 'Eyes, dust, hold the work'",
        "clothGear, CUT, Do not make dust",
        "oldFibre, START, asbestos",
        "'', GLUE, Gloves",
        "'', SOLVENT, No acetone near ABS or polycarbonate",
        "food, MAKE, do not belong in contact with food",
        "food, CLOSE, Food-grade grease",
        "'', PRESS, Shield and support",
        "toy, RETURN, magnets",
        "microwave, START, licensed",
        "gas, START, licensed",
        "highVoltage, START, lethal charge",
    })
    void everyCautionStandsWhereTheHandGoes(String hazard, Operation operation, String words) {
        assertThat(text(hazard, operation)).contains(words);
    }

    @ParameterizedTest
    @ValueSource(strings = {"highVoltage", "microwave", "gas", "oldFibre"})
    void whatMustNotBeStartedHereIsReferredOnAndSaysWhy(String hazard) {
        Cautions.Caution first = cautions.of(Set.of("mains", hazard), EnumSet.of(Operation.START))
                .getFirst();
        assertThat(first.referOn()).isTrue();
        assertThat(first.hazard()).isEqualTo(hazard);
        assertThat(english(first.text())).hasSizeGreaterThan(80);
    }

    @Test
    void nothingElseIsReferredOn() {
        assertThat(cautions.rules().stream()
                        .filter(Cautions.Caution::referOn)
                        .map(Cautions.Caution::hazard)
                        .collect(Collectors.toSet()))
                .containsExactlyInAnyOrder("highVoltage", "microwave", "gas", "oldFibre");
    }

    @Test
    void everyHazardHasItsCautionAndEveryKindKnownHazards() {
        assertThat(cautions.hazards())
                .allSatisfy(h -> assertThat(cautions.of(Set.of(h.code()), EnumSet.allOf(Operation.class)))
                        .anyMatch(c -> c.hazard().equals(h.code())));
        assertThat(cautions.kinds())
                .hasSizeGreaterThan(12)
                .allSatisfy(k -> cautions.requireHazards(Set.copyOf(k.hazards())));
        assertThat(cautions.rules()).extracting(Cautions.Caution::code).doesNotHaveDuplicates();
    }

    @Test
    void anUnknownHazardIsRefused() {
        assertThatThrownBy(() -> cautions.of(Set.of("dragons"), EnumSet.allOf(Operation.class)))
                .hasMessageContaining("dragons");
    }
}
