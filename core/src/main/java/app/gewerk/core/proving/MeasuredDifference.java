package app.gewerk.core.proving;

import app.gewerk.core.words.Say;
import java.util.List;
import org.hipparchus.distribution.continuous.TDistribution;

/**
 * Before against after, from repeats: the difference of the means with its interval by Welch's test (unequal spreads), each
 * spread at least the instrument's own. With one reading of each the instrument's spread alone decides.
 *
 * @param difference after less before
 * @param low of the 95 % interval, {@code high} its other end
 * @param real whether the interval leaves out no difference at all
 */
public record MeasuredDifference(
        double before, double after, double difference, double low, double high, boolean real, Say words) {
    private static final double BOTH_SIDES = 0.975;
    /** Degrees of freedom of a spread that is known: the normal's. */
    private static final double KNOWN = 1e6;

    /** @param sigma of the instrument, a single reading's standard deviation */
    public static MeasuredDifference of(List<Double> before, List<Double> after, double sigma) {
        Sample one = Sample.of(before, sigma);
        Sample two = Sample.of(after, sigma);
        double variance = one.ofMean() + two.ofMean();
        // Welch and Satterthwaite.
        double freedom =
                variance * variance / (square(one.ofMean()) / one.freedom + square(two.ofMean()) / two.freedom);
        double half =
                new TDistribution(Math.max(1, freedom)).inverseCumulativeProbability(BOTH_SIDES) * Math.sqrt(variance);
        double difference = two.mean - one.mean;
        boolean real = Math.abs(difference) > half;
        Say words = real
                ? Say.of("prove.real", "less", difference < 0, "by", Math.abs(difference), "room", half)
                : Say.of("prove.notReal", "by", difference, "room", half);
        return new MeasuredDifference(
                one.mean, two.mean, difference, difference - half, difference + half, real, words);
    }

    private static double square(double x) {
        return x * x;
    }

    private record Sample(double mean, double variance, double freedom, int size) {
        static Sample of(List<Double> values, double sigma) {
            double mean = values.stream().mapToDouble(v -> v).average().orElseThrow();
            double spread = values.stream().mapToDouble(v -> square(v - mean)).sum();
            int n = values.size();
            double found = n > 1 ? spread / (n - 1) : 0;
            return found > sigma * sigma
                    ? new Sample(mean, found, n - 1, n)
                    : new Sample(mean, sigma * sigma, KNOWN, n);
        }

        double ofMean() {
            return variance / size;
        }
    }
}
