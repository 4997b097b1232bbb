package app.gewerk.core.device;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.Checks;
import app.gewerk.core.device.Survival.Case;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.hipparchus.distribution.continuous.WeibullDistribution;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The survival curve and its band. */
class SurvivalTest {
    private static List<Case> cases(int[] failed, int... watched) {
        List<Case> cases = new ArrayList<>();
        for (int days : failed) {
            cases.add(new Case(days, true));
        }
        for (int days : watched) {
            cases.add(new Case(days, false));
        }
        return cases;
    }

    /**
     * The 21 of the treated group of Freireich and others, as worked in Kleinbaum and Klein, Survival Analysis: shares and
     * Greenwood's errors (from memory).
     */
    @Test
    void asInTheTextbook() {
        Survival survival = Survival.of(
                cases(new int[] {6, 6, 6, 7, 10, 13, 16, 22, 23}, 6, 9, 10, 11, 17, 19, 20, 25, 32, 32, 34, 35));
        double[] shares = {0.8571, 0.8067, 0.7529, 0.6902, 0.6275, 0.5378, 0.4482};
        double[] errors = {0.0764, 0.0869, 0.0963, 0.1068, 0.1141, 0.1282, 0.1346};
        int[] atRisk = {21, 17, 15, 12, 11, 7, 6};
        assertThat(survival.steps()).hasSize(7);
        for (int i = 0; i < 7; i++) {
            Survival.Step step = survival.steps().get(i);
            assertThat(step.atRisk()).isEqualTo(atRisk[i]);
            assertThat(step.share()).isCloseTo(shares[i], within(5e-5));
            assertThat(step.error()).isCloseTo(errors[i], within(5.1e-5));
            assertThat(step.low()).isBetween(0.0, step.share());
            assertThat(step.high()).isBetween(step.share(), 1.0);
        }
        assertThat(survival.cases()).isEqualTo(21);
        assertThat(survival.failures()).isEqualTo(9);
        assertThat(survival.shareAt(5)).isEqualTo(1);
        assertThat(survival.shareAt(12)).isCloseTo(0.7529, within(5e-5));
    }

    /** Shares, errors and bands as R's package survival has them (survival.R beside the values): ties, few, all failed, drawn. */
    @ParameterizedTest
    @ValueSource(strings = {"treated", "few", "allFail", "tied", "drawn"})
    void asAStatisticsLibraryHasIt(String set) {
        List<Checks.Row> rows =
                Checks.of("survival").filter(r -> r.text("set").equals(set)).toList();
        Survival survival = Survival.of(rows.stream()
                .filter(r -> r.blank("share"))
                .map(r -> new Case(r.number("days"), r.flag("failed")))
                .toList());
        List<Checks.Row> steps = rows.stream().filter(r -> !r.blank("share")).toList();
        assertThat(survival.steps()).hasSameSizeAs(steps);
        for (int i = 0; i < steps.size(); i++) {
            Survival.Step step = survival.steps().get(i);
            Checks.Row row = steps.get(i);
            assertThat(step.days()).isEqualTo(row.number("days"));
            assertThat(step.failed()).isEqualTo(row.whole("failed"));
            assertThat(step.share()).isCloseTo(row.number("share"), within(1e-10));
            // R says nothing of a share of nought.
            assertThat(step.error()).isCloseTo(row.number("error", 0), within(1e-10));
            assertThat(step.low()).isCloseTo(row.number("low", 0), within(1e-9));
            assertThat(step.high()).isCloseTo(row.number("high", 0), within(1e-9));
        }
    }

    /** Of lives drawn from a Weibull that hipparchus draws and is asked for, watched for a random time each. */
    @Test
    void theBandHoldsTheTruthNineteenTimesOfTwenty() {
        WeibullDistribution lives = new WeibullDistribution(1.7, 400);
        Random random = new Random(15);
        int held = 0;
        int runs = 400;
        for (int run = 0; run < runs; run++) {
            List<Case> cases = new ArrayList<>();
            for (int i = 0; i < 40; i++) {
                double life = lives.inverseCumulativeProbability(random.nextDouble());
                double watched = 600 * random.nextDouble();
                cases.add(new Case(Math.min(life, watched), life <= watched));
            }
            double truth = 1 - lives.cumulativeProbability(250);
            Survival.Step step = Survival.of(cases).steps().stream()
                    .filter(s -> s.days() <= 250)
                    .reduce((a, b) -> b)
                    .orElseThrow();
            held += step.low() <= truth && truth <= step.high() ? 1 : 0;
        }
        assertThat(held / (double) runs).isBetween(0.92, 0.98);
    }

    @Test
    void fewCasesAreShownAsFew() {
        Survival few = Survival.of(cases(new int[] {30}, 60, 90));
        assertThat(few.steps().getFirst().high() - few.steps().getFirst().low()).isGreaterThan(0.7);
        assertThat(Survival.of(List.of()).steps()).isEmpty();
        Survival none = Survival.of(cases(new int[] {}, 100, 200));
        assertThat(none.shareAt(150)).isEqualTo(1);
        // One and a half lives without a failure: 0.05 to the power of 2/3.
        assertThat(none.leastAtEnd()).isCloseTo(Math.pow(0.05, 2 / 3.0), within(1e-12));
    }

    @Test
    void claimsThatComeTrueAsOftenAsClaimedHaveNoError() {
        Random random = new Random(3);
        List<Reliability.Claim> honest = new ArrayList<>();
        List<Reliability.Claim> boastful = new ArrayList<>();
        for (int i = 0; i < 4000; i++) {
            double p = random.nextDouble();
            boolean came = random.nextDouble() < p;
            honest.add(new Reliability.Claim(p, came));
            boastful.add(new Reliability.Claim(Math.min(1, p + 0.2), came));
        }
        assertThat(Reliability.of(honest).error()).isLessThan(0.03);
        assertThat(Reliability.of(boastful).error()).isBetween(0.14, 0.22);
        assertThat(Reliability.of(List.of()).bins()).isEmpty();
    }
}
