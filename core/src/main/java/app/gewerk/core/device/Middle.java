package app.gewerk.core.device;

import java.util.List;
import java.util.Optional;

/**
 * The middle of several numbers and between which most of them lie.
 *
 * @param median of an even count the mean of both middle ones
 * @param low a tenth of them lie below, {@code high} a tenth above (by linear interpolation between the sorted ones)
 */
public record Middle(double median, double low, double high, int count) {

    /** Empty where there are none. */
    public static Optional<Middle> of(List<Double> numbers) {
        if (numbers.isEmpty()) {
            return Optional.empty();
        }
        double[] sorted =
                numbers.stream().mapToDouble(Double::doubleValue).sorted().toArray();
        return Optional.of(
                new Middle(quantile(sorted, 0.5), quantile(sorted, 0.1), quantile(sorted, 0.9), sorted.length));
    }

    private static double quantile(double[] sorted, double share) {
        double at = share * (sorted.length - 1);
        int below = (int) at;
        int above = Math.min(sorted.length - 1, below + 1);
        return sorted[below] + (at - below) * (sorted[above] - sorted[below]);
    }
}
