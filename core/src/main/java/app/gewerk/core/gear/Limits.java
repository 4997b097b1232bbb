package app.gewerk.core.gear;

import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;

/** Sizes outside these are a slip of the finger. */
public final class Limits {
    static final double SMALLEST_MODULE = 0.05;
    static final double LARGEST_MODULE = 50;

    private Limits() {}

    public static void requireModule(double module) {
        if (!(module >= SMALLEST_MODULE && module <= LARGEST_MODULE)) {
            throw new Refused("gear.module", "given", module);
        }
    }

    public static void requireHelix(double helixAngleDeg) {
        if (!(Math.abs(helixAngleDeg) <= 60)) {
            throw new Refused("gear.helixAngle", "given", helixAngleDeg);
        }
    }

    public static void requireBetween(String what, double value, double least, double most) {
        if (!(value >= least && value <= most)) {
            throw new Refused(
                    "limits.between", "what", Say.of("size." + what), "least", least, "most", most, "given", value);
        }
    }
}
