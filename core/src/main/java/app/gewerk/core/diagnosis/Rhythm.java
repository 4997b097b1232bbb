package app.gewerk.core.diagnosis;

import app.gewerk.core.words.Refused;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.hipparchus.stat.descriptive.DescriptiveStatistics;
import org.hipparchus.stat.regression.SimpleRegression;

/**
 * Clicks tapped along with a machine: the time from one to the next, how steady it is, and what a turn of the output
 * brings when its skips were counted.
 *
 * @param taps how many intervals count
 * @param periodMs from one click to the next: the slope of the straight line through all taps, by least squares
 * @param uncertaintyMs one standard error of that slope; 0 with two intervals or fewer
 * @param meanMs mean interval
 * @param spreadMs standard deviation of single intervals, mostly the hand's
 * @param missed intervals about twice (or more times) the usual, counted as that many clicks
 */
public record Rhythm(int taps, double periodMs, double uncertaintyMs, double meanMs, double spreadMs, int missed) {
    private static final double LONGEST_MS = 24 * 3_600_000.0;
    /** Of the usual interval (from memory). */
    private static final double BOUNCE = 0.3;

    public static final int MOST_TAPS = 2000;

    /**
     * @param tapMs when each tap came, in ms from any start, in order
     * @throws Refused if there are fewer than three taps, or they are not in order
     */
    public static Rhythm of(List<Double> tapMs) {
        if (tapMs.size() < 3) {
            throw new Refused("rhythm.three", "soFar", tapMs.size());
        }
        if (!canBeTapped(tapMs)) {
            throw new Refused("rhythm.range");
        }
        if (tapMs.size() > MOST_TAPS) {
            throw new Refused("rhythm.tooMany", "most", MOST_TAPS);
        }
        List<Double> intervals = new ArrayList<>();
        for (int i = 1; i < tapMs.size(); i++) {
            double interval = tapMs.get(i) - tapMs.get(i - 1);
            if (!(interval > 0)) {
                throw new Refused("rhythm.order", "tap", (i + 1));
            }
            intervals.add(interval);
        }
        double usual = median(intervals);
        List<Double> clean = withoutBounces(tapMs, usual);
        if (clean.size() < tapMs.size() && clean.size() >= 3) {
            return of(clean);
        }
        DescriptiveStatistics single = new DescriptiveStatistics();
        SimpleRegression line = new SimpleRegression();
        int click = 0;
        int missed = 0;
        line.addData(0, tapMs.getFirst());
        for (int i = 0; i < intervals.size(); i++) {
            int clicks = Math.max(1, (int) Math.round(intervals.get(i) / usual));
            missed += clicks - 1;
            click += clicks;
            line.addData(click, tapMs.get(i + 1));
            single.addValue(intervals.get(i) / clicks);
        }
        double error = intervals.size() > 2 ? line.getSlopeStdErr() : 0;
        return new Rhythm(
                intervals.size(), line.getSlope(), error, single.getMean(), single.getStandardDeviation(), missed);
    }

    /** A finger or a key that bounces taps again at once: no second click. */
    private static List<Double> withoutBounces(List<Double> tapMs, double usual) {
        List<Double> clean = new ArrayList<>();
        for (double tap : tapMs) {
            if (clean.isEmpty() || tap - clean.getLast() >= BOUNCE * usual) {
                clean.add(tap);
            }
        }
        return clean;
    }

    /** Whether the times are of a size that a hand can tap, whatever their order. */
    public static boolean canBeTapped(List<Double> tapMs) {
        return tapMs.stream().allMatch(t -> Math.abs(t) < 1e13 && Math.abs(t - tapMs.getFirst()) <= LONGEST_MS);
    }

    private static double median(List<Double> values) {
        double[] sorted =
                values.stream().mapToDouble(Double::doubleValue).sorted().toArray();
        return Arrays.stream(sorted).skip((sorted.length - 1) / 2).findFirst().orElseThrow();
    }
}
