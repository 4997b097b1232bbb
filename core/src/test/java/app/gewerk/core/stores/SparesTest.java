package app.gewerk.core.stores;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.words.Refused;
import java.util.PriorityQueue;
import java.util.Random;
import org.hipparchus.analysis.integration.gauss.GaussIntegratorFactory;
import org.hipparchus.distribution.continuous.GammaDistribution;
import org.hipparchus.distribution.discrete.PoissonDistribution;
import org.junit.jupiter.api.Test;

class SparesTest {

    private static Spares.Use use(int used, double years, double leadDays, double service) {
        return new Spares.Use(used, years, leadDays, service, 4, 0.25, 12);
    }

    /** Chance that fewer than so many are asked for in the lead time, over what the rate may be, by hipparchus. */
    private static double mixed(Spares.Use use, int pieces) {
        GammaDistribution rate = new GammaDistribution(0.3 + use.used(), 1 / (1 + use.years()));
        double lead = use.leadDays() / 365.25;
        double sum = 0;
        // By shares of the rate's distribution, so that its peak at nought does no harm.
        int parts = 400;
        var gauss = new GaussIntegratorFactory().legendre(5, 0, 1);
        for (int i = 0; i < parts; i++) {
            double from = (double) i / parts;
            sum += gauss.integrate(x -> {
                        double perYear = rate.inverseCumulativeProbability(from + x / parts);
                        return perYear == 0
                                ? 1
                                : new PoissonDistribution(perYear * lead).cumulativeProbability(pieces - 1);
                    })
                    / parts;
        }
        return sum;
    }

    @Test
    void theChanceIsThatOfAPoissonNumberOfUsesAtARateNobodyKnowsExactly() {
        for (Spares.Use use : new Spares.Use[] {use(0, 0.5, 10, 0.9), use(3, 2, 30, 0.95), use(40, 3, 60, 0.99)}) {
            for (Spares.Level level : Spares.of(use).levels()) {
                if (level.pieces() > 0) {
                    assertThat(level.chance())
                            .as("%s of %s", level.pieces(), use)
                            .isCloseTo(mixed(use, level.pieces()), within(3e-4));
                }
            }
        }
    }

    @Test
    void withMuchExperienceItIsThePlainPoissonOfTheTables() {
        // P(N ≤ 3) is 0.981 for a mean of 1 (tables of the Poisson distribution in statistics handbooks; from memory).
        Spares spares = Spares.of(use(10_000, 1_000, 36.525, 0.95));
        assertThat(spares.expected()).isCloseTo(1, within(0.01));
        assertThat(spares.levels().get(4).chance()).isCloseTo(0.981, within(0.001));
    }

    @Test
    void aShelfThatIsFilledUpOneByOneServesAsOftenAsReckoned() {
        Spares.Use use = use(12, 2, 40, 0.9);
        Spares spares = Spares.of(use);
        Random random = new Random(11);
        int asked = 0;
        int served = 0;
        for (int shop = 0; shop < 400; shop++) {
            // The rate is what the shop does not know; time runs in years.
            double rate = new GammaDistribution(12.3, 1.0 / 3).inverseCumulativeProbability(random.nextDouble());
            PriorityQueue<Double> coming = new PriorityQueue<>();
            int shelf = spares.keep();
            for (double now = 0; now < 40; ) {
                now += -Math.log(1 - random.nextDouble()) / rate;
                while (!coming.isEmpty() && coming.peek() <= now) {
                    coming.poll();
                    shelf++;
                }
                coming.add(now + use.leadDays() / 365.25);
                asked++;
                if (shelf > 0) {
                    served++;
                }
                shelf--;
            }
        }
        double chance = spares.levels().get(spares.keep()).chance();
        // Shops where much is asked for weigh more in the count than in the reckoning.
        assertThat((double) served / asked).isCloseTo(chance, within(0.02));
        assertThat(chance).isGreaterThanOrEqualTo(0.9);
        assertThat(spares.levels().get(spares.keep() - 1).chance()).isLessThan(0.9);
    }

    @Test
    void keepingMoreCostsMoreOnceNobodyWaits() {
        Spares spares = Spares.of(use(1, 2, 10, 0.9));
        assertThat(spares.levels().getLast().costPerYear())
                .isGreaterThan(spares.levels().get(spares.keep()).costPerYear());
        assertThat(spares.levels().getFirst().costPerYear())
                .as("1.3 uses in 3 years, each waits for 12")
                .isCloseTo(1.3 / 3 * 12, within(1e-9));
    }

    @Test
    void whatCannotBeIsRefused() {
        assertThatThrownBy(() -> use(-1, 1, 1, 0.9)).isInstanceOf(Refused.class);
        assertThatThrownBy(() -> use(1, 1, 0, 0.9)).isInstanceOf(Refused.class);
        assertThatThrownBy(() -> use(1, 1, 5, 1)).isInstanceOf(Refused.class);
    }
}
