package app.gewerk.core.proving;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.hipparchus.distribution.continuous.WeibullDistribution;
import org.hipparchus.distribution.discrete.BinomialDistribution;
import org.hipparchus.stat.inference.TTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** How much running without a failure says, and whether a difference is one. */
class ProofTest {
    /** The sample sizes of success-run tables: 22 for 90 % at 90 %, 45 for 95 % at 90 %, 59 for 95 % at 95 % (common practice). */
    @ParameterizedTest
    @CsvSource({"0.9, 0.9, 22", "0.95, 0.9, 45", "0.95, 0.95, 59", "0.99, 0.9, 230", "0.5, 0.5, 1"})
    void asManyAsTheTablesSay(double reliability, double confidence, long trials) {
        assertThat(Proof.trialsFor(reliability, confidence)).isEqualTo(trials);
    }

    /** If each succeeded with that probability, so many without a failure would happen with 1 − C (binomial of hipparchus). */
    @ParameterizedTest
    @CsvSource({"10, 0.9", "150, 0.9", "22, 0.95", "1, 0.5"})
    void theBoundIsTheBinomialsOwn(int trials, double confidence) {
        double reliability = Proof.reliability(trials, confidence);
        assertThat(new BinomialDistribution(trials, reliability).probability(trials))
                .isCloseTo(1 - confidence, within(1e-12));
    }

    /** Were the share that last the life just this bound, one would run so long with 1 − C (Weibull of hipparchus). */
    @ParameterizedTest
    @CsvSource({"2500, 5000, 2, 0.9", "20000, 5000, 2, 0.9", "3000, 1000, 1, 0.6", "700, 1000, 3, 0.8"})
    void oneMachinesRunIsTheWeibullsOwn(double ran, double life, double shape, double confidence) {
        double lasts = Proof.lasts(ran, life, shape, 0, confidence);
        double scale = life / Math.pow(-Math.log(lasts), 1 / shape);
        assertThat(1 - new WeibullDistribution(shape, scale).cumulativeProbability(ran))
                .isCloseTo(1 - confidence, within(1e-9));
    }

    @Test
    void runningThatLongSaysJustThatMuchAndOthersThatLastedSpareIt() {
        double run = Proof.runFor(0.9, 5000, 2, 0, 0.9);
        assertThat(run).isCloseTo(5000 * Math.sqrt(Math.log(0.1) / Math.log(0.9)), within(1e-6));
        assertThat(Proof.lasts(run, 5000, 2, 0, 0.9)).isCloseTo(0.9, within(1e-12));
        assertThat(Proof.runFor(0.9, 5000, 2, 10, 0.9)).isLessThan(run);
        assertThat(Proof.runFor(0.9, 5000, 2, 22, 0.9)).isZero();
        assertThat(Proof.lasts(0, 5000, 2, 0, 0.9))
                .as("nothing ran, nothing is said")
                .isZero();
    }

    /** By the test of hipparchus: what is real here has a p below 0.05 there. */
    @ParameterizedTest
    @CsvSource({
        "0.40, 0.42, 0.44, 0.31, 0.33, 0.35",
        "5, 9, 13, 6, 10, 12",
        "62, 66, 61, 58, 57, 58.5",
        "1, 2, 3, 9, 9.1, 9.2"
    })
    void whatIsRealIsSoByWelchsTest(double a, double b, double c, double d, double e, double f) {
        MeasuredDifference difference = MeasuredDifference.of(List.of(a, b, c), List.of(d, e, f), 1e-9);
        double p = new TTest().tTest(new double[] {a, b, c}, new double[] {d, e, f});
        assertThat(difference.real()).isEqualTo(p < 0.05);
        double mean = (d + e + f - a - b - c) / 3;
        assertThat(difference.difference()).isCloseTo(mean, within(1e-12));
        assertThat((difference.low() + difference.high()) / 2).isCloseTo(mean, within(1e-9));
    }

    @Test
    void oneReadingOfEachIsJudgedByItsInstrument() {
        // 1.96 × 0.02 × √2.
        MeasuredDifference close = MeasuredDifference.of(List.of(0.50), List.of(0.46), 0.02);
        assertThat(close.real()).isFalse();
        assertThat(close.high() - close.difference()).isCloseTo(1.959964 * 0.02 * Math.sqrt(2), within(1e-5));
        assertThat(MeasuredDifference.of(List.of(0.50), List.of(0.40), 0.02).real())
                .isTrue();
        assertThat(MeasuredDifference.of(List.of(0.5, 0.5, 0.5), List.of(0.49, 0.49, 0.49), 0.02)
                        .real())
                .as("three alike do not make an ammeter better than it is")
                .isFalse();
    }
}
