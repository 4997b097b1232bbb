package app.gewerk.core.gear;

import app.gewerk.core.words.Say;

/** Profile shift coefficients as they are spoken of and made. */
public final class ProfileShift {
    /** Calipers tell no smaller shift of the gears read here, and no maker draws one (common practice). */
    public static final double LEAST = 0.03;

    private ProfileShift() {}

    public static boolean none(double coefficient) {
        return Math.abs(coefficient) < LEAST;
    }

    /** The coefficient to make a gear with when one was read: none, or to a thousandth. */
    public static double toMake(double read) {
        return none(read) ? 0 : Math.rint(read * 1000) / 1000;
    }

    /** "no shift", "shift +0.30". */
    public static Say said(double coefficient) {
        return none(coefficient) ? Say.of("shift.none") : Say.of("shift.some", "coefficient", coefficient);
    }
}
