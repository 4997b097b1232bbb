package app.gewerk.core.gear;

import app.gewerk.core.words.Refused;

/**
 * How few teeth a pinion and how many a wheel may have so that unshifted full tips do not cut into each other's flanks.
 * Source: the interference relations of any machine design text (Shigley among them).
 */
public final class UndercutLimits {
    private UndercutLimits() {}

    private static double sineSquared(BasicRack rack, double helixAngleDeg) {
        double transverse = Math.atan(Math.tan(rack.pressureAngleRad()) / Math.cos(Math.toRadians(helixAngleDeg)));
        return Math.sin(transverse) * Math.sin(transverse);
    }

    /** Fewest teeth that a rack cuts without undercut, 2 h_a cos β / sin² α_t; not whole. */
    public static double fewestTeethWithRack(BasicRack rack, double helixAngleDeg) {
        return 2
                * rack.addendumCoefficient()
                * Math.cos(Math.toRadians(helixAngleDeg))
                / sineSquared(rack, helixAngleDeg);
    }

    /** Fewest teeth of a spur pinion whose wheel has {@code ratio} times as many; not whole. */
    public static double fewestPinionTeeth(BasicRack rack, double ratio) {
        double sine = sineSquared(rack, 0);
        double twice = 1 + 2 * ratio;
        return 2 * rack.addendumCoefficient() / (twice * sine) * (ratio + Math.sqrt(ratio * ratio + twice * sine));
    }

    /**
     * Most teeth of a wheel that a spur pinion can drive without interference; not whole.
     *
     * @throws Refused for a pinion too small for any wheel, or so large that even a rack does
     */
    public static double mostWheelTeeth(BasicRack rack, int pinionTeeth) {
        double sine = sineSquared(rack, 0);
        double addendum = rack.addendumCoefficient();
        if (pinionTeeth >= fewestTeethWithRack(rack, 0)) {
            throw new Refused("undercut.runsWithAny", "teeth", pinionTeeth);
        }
        double most =
                (pinionTeeth * pinionTeeth * sine - 4 * addendum * addendum) / (4 * addendum - 2 * pinionTeeth * sine);
        if (most < pinionTeeth) {
            throw new Refused("undercut.needsShift", "teeth", pinionTeeth);
        }
        return most;
    }
}
