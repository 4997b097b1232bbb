package app.gewerk.core.intake;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.intake.ElectricalCheck.Protection;
import app.gewerk.core.intake.ElectricalCheck.Readings;
import app.gewerk.core.intake.Estimate.Basis;
import app.gewerk.core.intake.Estimate.History;
import app.gewerk.core.intake.Estimate.Verdict;
import app.gewerk.core.words.Catalogue;
import app.gewerk.core.words.Say;
import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class IntakeRulesTest {
    private static final Estimate.Terms TERMS = new Estimate.Terms(new BigDecimal("48"), 0.1, 0.5);
    private static final History NOTHING = new History(List.of(), List.of());

    @ParameterizedTest
    @CsvSource(
            nullValues = "-",
            value = {
                "V{YY}{WW}-####, 1970, V8714-0031, '1987, week 14'",
                "V{YY}{WW}-####, 1970, v0309-0031, '2003, week 9'",
                "V{YY}{WW}-####, 1970, V8754-0031, -",
                "{YYYY}{MM}*, 1990, 199911ABC, '1999, month 11'",
                "{YYYY}{MM}*, 1990, 198911ABC, -",
                "??{Y}-*, 1996, QX5-77, '2005'",
                "Q{YY}, 1960, Q6, -",
                "Q{YY}, 1960, Q61x, -",
            })
    void aSerialSaysItsEraByTheShopsOwnRule(String pattern, int from, String serial, String words) {
        assertThat(new SerialRule("Vantorel", pattern, from)
                        .decode(serial)
                        .map(SerialRule.Era::words)
                        .orElse(null))
                .isEqualTo(words);
    }

    @ParameterizedTest
    @CsvSource({"V####, year", "{YY}{Q}, braces", "{YY, braces", "*{YY}, rest"})
    void aRuleThatCannotWorkIsRefusedInWords(String pattern, String says) {
        assertThatThrownBy(() -> new SerialRule("Vantorel", pattern, 1970)).hasMessageContaining(says);
    }

    /** Minutes 30 … 70 in tens: quartiles 40, 50, 60 (R's type 7, by hand); 48 an hour is 0.80 a minute. */
    @Test
    void theModelsOwnHistoryMakesTheRange() {
        History model = new History(List.of(70.0, 30.0, 50.0, 40.0, 60.0), List.of(5.0, 7.0, 9.0));
        Estimate estimate = Estimate.of(model, NOTHING, TERMS, Optional.of(new BigDecimal("200")), Optional.empty());
        assertThat(estimate.basis()).isEqualTo(Basis.MODEL);
        assertThat(estimate.low()).isEqualByComparingTo("38.00");
        assertThat(estimate.likely()).isEqualByComparingTo("47.00");
        assertThat(estimate.high()).isEqualByComparingTo("56.00");
        assertThat(estimate.shareOfNew().orElseThrow()).isCloseTo(0.235, within(1e-9));
        assertThat(estimate.verdict()).isEqualTo(Verdict.EASY_YES);
    }

    @Test
    void withoutTheModelsHistorySimilarMachinesCount() {
        History kind = new History(List.of(60.0, 60.0, 60.0), List.of());
        Estimate estimate = Estimate.of(NOTHING, kind, TERMS, Optional.empty(), Optional.empty());
        assertThat(estimate.basis()).isEqualTo(Basis.KIND);
        assertThat(estimate.verdict()).isEqualTo(Verdict.NO_NEW_PRICE);
        assertThat(Estimate.of(NOTHING, NOTHING, TERMS, Optional.empty(), Optional.empty())
                        .basis())
                .isEqualTo(Basis.GENERAL);
    }

    /** A quarter of repairs cost less than the low end: of work and parts together, against drawn repairs. Added quartiles would hold 35 in 100. */
    @Test
    void theLowEndIsOneOfTheWholeSum() {
        java.util.Random random = new java.util.Random(8);
        List<Double> minutes = java.util.stream.Stream.generate(() -> Math.exp(4 + 0.5 * random.nextGaussian()))
                .limit(400)
                .toList();
        List<Double> parts = java.util.stream.Stream.generate(() -> Math.exp(3.5 + 0.7 * random.nextGaussian()))
                .limit(400)
                .toList();
        Estimate estimate =
                Estimate.of(new History(minutes, parts), NOTHING, TERMS, Optional.empty(), Optional.empty());
        int below = 0;
        int above = 0;
        for (int i = 0; i < 20_000; i++) {
            double cost = Math.exp(4 + 0.5 * random.nextGaussian()) * 0.8 + Math.exp(3.5 + 0.7 * random.nextGaussian());
            below += cost < estimate.low().doubleValue() ? 1 : 0;
            above += cost > estimate.high().doubleValue() ? 1 : 0;
        }
        assertThat(below / 20_000.0).isCloseTo(0.25, within(0.03));
        assertThat(above / 20_000.0).isCloseTo(0.25, within(0.03));
    }

    /** Common practice: a part at a tenth of the new price is an easy yes; above half, the owner's word first. */
    @ParameterizedTest
    @CsvSource(
            nullValues = "-",
            value = {
                "600, -, EASY_YES",
                "110, -, WORTH_DOING",
                "90, -, ASK_OWNER",
                "50, -, HARDLY_WORTH",
                "600, 40, ASK_OWNER",
                "25, 40, HARDLY_WORTH",
                "25, 400, HARDLY_WORTH",
                "600, 400, EASY_YES"
            })
    void theShopsThresholdsDecide(BigDecimal newPrice, BigDecimal wouldSpend, Verdict verdict) {
        History model = new History(List.of(50.0, 50.0, 50.0), List.of(12.0, 12.0, 12.0));
        assertThat(Estimate.of(model, NOTHING, TERMS, Optional.of(newPrice), Optional.ofNullable(wouldSpend))
                        .verdict())
                .isEqualTo(verdict);
    }

    /** Limits from memory of VDE 0701-0702: 0.3 Ω to 5 m, 0.1 Ω for each further 7.5 m, at most 1 Ω. */
    @ParameterizedTest
    @CsvSource({"1.5, 0.3", "5, 0.3", "5.1, 0.4", "12.5, 0.4", "12.6, 0.5", "90, 1"})
    void theEarthLimitGrowsWithTheCord(double metres, double ohm) {
        assertThat(ElectricalCheck.earthLimitOhm(metres)).isCloseTo(ohm, within(1e-9));
    }

    private static ElectricalCheck check(Protection protection, boolean pin, Double ohm, Double megohm) {
        return ElectricalCheck.of(new Readings(
                protection, true, true, pin, Optional.of(1.5), Optional.ofNullable(ohm), Optional.ofNullable(megohm)));
    }

    @Test
    void aMissingEarthPinIsItselfAFault() {
        ElectricalCheck check = check(Protection.EARTHED, false, 0.1, 50.0);
        assertThat(check.findings()).containsExactly(Say.of("cord.earthPinMissing"));
        assertThat(check(Protection.DOUBLE_INSULATED, false, null, 50.0).safeToPower())
                .as("a double insulated machine has none")
                .isTrue();
    }

    @Test
    void badReadingsForbidPowerAndMissingOnesAreSaid() {
        assertThat(check(Protection.EARTHED, true, 0.31, 50.0).safeToPower()).isFalse();
        assertThat(check(Protection.EARTHED, true, 0.29, 0.9).safeToPower()).isFalse();
        assertThat(check(Protection.DOUBLE_INSULATED, true, null, 1.9).safeToPower())
                .isFalse();
        ElectricalCheck bare = check(Protection.EARTHED, true, null, null);
        assertThat(bare.safeToPower()).isTrue();
        assertThat(bare.findings())
                .hasSize(2)
                .allMatch(f -> Catalogue.english().words(f).contains("not measured"));
        assertThatThrownBy(() -> check(Protection.EARTHED, true, -1.0, null)).hasMessageContaining("0 Ω or more");
    }
}
