package app.gewerk.core.gear;

/**
 * What flat parallel caliper jaws read over the tips of a gear.
 *
 * <p>With an odd tooth count a tip stands opposite a space, so that the reading is below the tip diameter.
 * The tip land has width and matters: with δ its half angle, the stable seat (one tip on one jaw, two on the other)
 * reads d_a/2 (1 + cos(180°/z − δ)), and the largest reading while rocking is d_a cos(90°/z − δ).
 * Source: width of a set of tip arcs between parallel lines.
 */
public final class CaliperTips {
    private CaliperTips() {}

    /** The stable reading of a whole gear with its real tip land (mm). */
    public static double stableReadingMm(CylindricalGear gear) {
        return stableReadingMm(gear.toothCount(), gear.tipDiameterMm(), Math.max(0, gear.tipLandHalfAngleDeg()));
    }

    public static double largestReadingMm(CylindricalGear gear) {
        return largestReadingMm(gear.toothCount(), gear.tipDiameterMm(), Math.max(0, gear.tipLandHalfAngleDeg()));
    }

    /**
     * The stable reading where the jaws lie over so much of a face (mm). From one end of it to the other slanting tips go
     * round by φ = 2 b tan β / d, so that to parallel jaws each tip reaches φ/2 further to either side; over a wide face
     * tip stands opposite tip whatever the count.
     *
     * @param faceWidthMm b
     */
    public static double stableOverFaceMm(CylindricalGear gear, double faceWidthMm) {
        return stableReadingMm(gear.toothCount(), gear.tipDiameterMm(), reachDeg(gear, faceWidthMm));
    }

    /** In a ring, the largest reading: {@link #stableOverFaceMm}. */
    public static double largestOverFaceMm(CylindricalGear gear, double faceWidthMm) {
        return largestReadingMm(gear.toothCount(), gear.tipDiameterMm(), reachDeg(gear, faceWidthMm));
    }

    private static double reachDeg(CylindricalGear gear, double faceWidthMm) {
        double twist = 2 * faceWidthMm * Math.tan(Math.toRadians(gear.helixAngleDeg())) / gear.referenceDiameterMm();
        return Math.max(0, gear.tipLandHalfAngleDeg()) + Math.toDegrees(twist) / 2;
    }

    /** Even counts: tip opposite tip, the tip diameter itself. */
    public static double stableReadingMm(int toothCount, double tipDiameterMm, double landHalfAngleDeg) {
        if (toothCount % 2 == 0) {
            return tipDiameterMm;
        }
        return tipDiameterMm / 2 * (1 + Math.cos(gap(180.0 / toothCount, landHalfAngleDeg)));
    }

    public static double largestReadingMm(int toothCount, double tipDiameterMm, double landHalfAngleDeg) {
        return toothCount % 2 == 0 ? tipDiameterMm : tipDiameterMm * Math.cos(gap(90.0 / toothCount, landHalfAngleDeg));
    }

    /** Even counts with two tips on each jaw, the careless seat: d_a cos(180°/z − δ). Odd: the stable seat. */
    public static double smallestReadingMm(int toothCount, double tipDiameterMm, double landHalfAngleDeg) {
        return toothCount % 2 == 0
                ? tipDiameterMm * Math.cos(gap(180.0 / toothCount, landHalfAngleDeg))
                : stableReadingMm(toothCount, tipDiameterMm, landHalfAngleDeg);
    }

    /** Stable reading over tip diameter where the tips are as wide as those of a usual unshifted 20° gear (bevel gears at their outer end). */
    public static double stableShare(int toothCount) {
        CylindricalGear usual = CylindricalGear.spur(1, toothCount, 0, BasicRack.ISO_53_A);
        return stableReadingMm(usual) / usual.tipDiameterMm();
    }

    private static double gap(double tipToTipDeg, double landHalfAngleDeg) {
        return Math.toRadians(Math.max(0, tipToTipDeg - landHalfAngleDeg));
    }
}
