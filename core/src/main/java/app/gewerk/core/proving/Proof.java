package app.gewerk.core.proving;

import app.gewerk.core.gear.Limits;

/**
 * What running without a failure says. So many trials without one bound the share that succeed at a confidence C: R = (1 −
 * C)^(1/n), the success run. Of a life with a Weibull shape β, one that ran t of a wished life T counts for (t/T)^β trials
 * (parametric binomial with no failure): R(T) = (1 − C)^(1/Σ(t/T)^β).
 */
public final class Proof {
    private static final double MOST = 1e12;

    private Proof() {}

    private static void require(double confidence) {
        Limits.requireBetween("confidence", confidence, 0.01, 0.9999);
    }

    /** The share that succeed at least, at this confidence, when that many did and none failed. */
    public static double reliability(double trials, double confidence) {
        require(confidence);
        Limits.requireBetween("trials", trials, 0, MOST);
        return trials == 0 ? 0 : Math.pow(1 - confidence, 1 / trials);
    }

    /** How many must succeed, none failing, to say that this share does (rounded up). */
    public static long trialsFor(double reliability, double confidence) {
        return (long) Math.ceil(exactTrialsFor(reliability, confidence) - 1e-9);
    }

    private static double exactTrialsFor(double reliability, double confidence) {
        require(confidence);
        Limits.requireBetween("reliability", reliability, 0.01, 0.999999);
        return Math.log(1 - confidence) / Math.log(reliability);
    }

    /**
     * What one machine that ran {@code ran} says of the share that last {@code life}, in the same unit.
     *
     * @param shape β: 1 where failures come at any age, 2 to 3 where parts wear (from memory)
     * @param othersLasted others mended in the same way that have lasted that life
     */
    public static double lasts(double ran, double life, double shape, int othersLasted, double confidence) {
        require(shape, life);
        Limits.requireBetween("ran", ran, 0, MOST);
        return reliability(Math.pow(ran / life, shape) + othersLasted, confidence);
    }

    /** How long one must run in all to say that this share last the life; nothing more where the others say it already. */
    public static double runFor(double reliability, double life, double shape, int othersLasted, double confidence) {
        require(shape, life);
        double trials = exactTrialsFor(reliability, confidence) - othersLasted;
        return trials <= 0 ? 0 : life * Math.pow(trials, 1 / shape);
    }

    private static void require(double shape, double life) {
        Limits.requireBetween("shape", shape, 0.3, 10);
        Limits.requireBetween("life", life, 1e-3, MOST);
    }
}
