package app.gewerk.core.shop;

import java.util.List;
import java.util.Random;

/**
 * How often work at the bench is broken off by a customer, a telephone or a question, and what that takes.
 *
 * @param perMinute of work, on the average
 * @param minutes each takes, on the average
 */
public record Interruptions(double perMinute, double minutes) {
    public static final Interruptions NONE = new Interruptions(0, 0);

    /** Until the hands are where they were: which screw, which tooth (from memory). */
    public static final double BACK_AT_IT = 3;

    /** What is thought before anything is counted: one in two hours, of four minutes (from memory), as much as eight hours count. */
    private static final double USUAL_COUNT = 4;

    private static final double USUAL_MINUTES_WATCHED = 480;
    private static final double USUAL_LENGTH = 4;

    /**
     * What counting says, beside what is usual (Gamma–Poisson); none where nobody has ever counted one.
     *
     * @param lengths of those counted, in minutes
     * @param watched minutes of bench time in which they were counted
     */
    public static Interruptions counted(List<Double> lengths, double watched) {
        if (lengths.isEmpty()) {
            return NONE;
        }
        double sum = lengths.stream().mapToDouble(Double::doubleValue).sum();
        return new Interruptions(
                (lengths.size() + USUAL_COUNT) / (Math.max(0, watched) + USUAL_MINUTES_WATCHED),
                (sum + USUAL_COUNT * USUAL_LENGTH) / (lengths.size() + USUAL_COUNT));
    }

    /** By how much work takes longer with them: 1 without any. */
    public double longer() {
        return perMinute == 0 ? 1 : 1 + perMinute * (minutes + BACK_AT_IT);
    }

    /** What they add to so many minutes of work, drawn: Poisson many, each exponential, and getting back each time. */
    double draw(double work, Random random) {
        double taken = 0;
        if (perMinute > 0) {
            double at = next(random);
            while (at < work) {
                taken += BACK_AT_IT - minutes * Math.log(1 - random.nextDouble());
                at += next(random);
            }
        }
        return taken;
    }

    private double next(Random random) {
        return -Math.log(1 - random.nextDouble()) / perMinute;
    }
}
