package app.gewerk.core.gear;

import java.util.Locale;

/** What every kind of toothed part has in common: sizes outside these are a slip of the finger. */
final class Limits {
    static final double SMALLEST_MODULE = 0.05;
    static final double LARGEST_MODULE = 50;

    private Limits() {}

    static void requireModule(double module) {
        if (!(module >= SMALLEST_MODULE && module <= LARGEST_MODULE)) {
            throw new IllegalArgumentException("The module must lie between 0.05 and 50 mm; " + module + " given");
        }
    }

    static void requireHelix(double helixAngleDeg) {
        if (!(Math.abs(helixAngleDeg) <= 60)) {
            throw new IllegalArgumentException(
                    "The helix angle must lie between −60° and 60°; " + helixAngleDeg + "° given");
        }
    }

    static void requireBetween(String what, double value, double least, double most) {
        if (!(value >= least && value <= most)) {
            throw new IllegalArgumentException(
                    String.format(Locale.ROOT, "%s must lie between %s and %s; %s given", what, least, most, value));
        }
    }
}
