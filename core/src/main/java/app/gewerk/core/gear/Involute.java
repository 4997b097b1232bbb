package app.gewerk.core.gear;

import app.gewerk.core.words.Refused;

/** The involute function inv α = tan α − α and its inverse, angles in radians. */
public final class Involute {
    /** Largest angle the inverse is asked for: 80°. */
    private static final double STEEPEST = Math.toRadians(80);

    private Involute() {}

    /** inv α = tan α − α for an angle in radians. */
    public static double inv(double angleRad) {
        return Math.tan(angleRad) - angleRad;
    }

    /** Whether {@link #inverse} has an answer. */
    static boolean inReach(double value) {
        return value >= 0 && value <= inv(STEEPEST);
    }

    /**
     * The angle (radians) whose involute is {@code value}, to 1e-12 for angles from 0° to 80°.
     *
     * <p>Newton's method on tan α − α, whose derivative is tan² α; started from the series
     * inv α ≈ α³/3, which lies above the root, so that the iteration falls monotonically.
     *
     * @throws Refused if the value is negative or belongs to an angle above 80°
     */
    public static double inverse(double value) {
        if (!inReach(value)) {
            throw new Refused("involute.range", "value", value);
        }
        if (value == 0) {
            return 0;
        }
        double angle = Math.min(STEEPEST, Math.cbrt(3 * value));
        for (int step = 0; step < 60; step++) {
            double tan = Math.tan(angle);
            double change = (tan - angle - value) / (tan * tan);
            angle -= change;
            if (Math.abs(change) < 1e-15) {
                break;
            }
        }
        return angle;
    }
}
