package app.gewerk.core.gear;

/**
 * A worm with its wheel, axes crossing at a right angle. Immutable.
 *
 * @param wheelTeeth z₂
 * @param wheelShift x₂, over the axial module
 */
public record WormSet(Worm worm, int wheelTeeth, double wheelShift) {

    public static final int FEWEST_WHEEL_TEETH = 8;

    public WormSet {
        Limits.requireBetween("wormWheelTeeth", wheelTeeth, FEWEST_WHEEL_TEETH, CylindricalGear.MOST_TEETH);
        Limits.requireBetween("wheelShift", wheelShift, -2, 2);
    }

    /** a = (d₁ + d₂)/2 + x₂ m (mm). */
    public double centreDistanceMm() {
        return (worm.pitchDiameterMm() + wheelReferenceDiameterMm()) / 2 + wheelShift * worm.module();
    }

    /** d₂ = z₂ m_x (mm). */
    public double wheelReferenceDiameterMm() {
        return wheelTeeth * worm.module();
    }

    /** Diameter of the wheel in the middle of its hollow face, d₂ + 2 m (h_a + x₂) (mm). */
    public double wheelThroatDiameterMm() {
        return wheelReferenceDiameterMm() + 2 * worm.module() * (worm.rack().addendumCoefficient() + wheelShift);
    }

    public double wheelRootDiameterMm() {
        return wheelReferenceDiameterMm() - 2 * worm.module() * (worm.rack().dedendumCoefficient() - wheelShift);
    }

    /**
     * The wheel as it can be printed or cast: the helical gear that has the worm's axial section for its basic rack in the middle of its
     * face, slanted by the worm's lead angle to the same hand, its face not hollowed. It touches the thread there, near a point, where a
     * hobbed wheel touches along lines.
     */
    public CylindricalGear plainWheel(boolean leftHanded) {
        double lead = Math.toRadians(worm.leadAngleDeg());
        double cos = Math.cos(lead);
        BasicRack axial = worm.rack();
        double normalAngle = Math.toDegrees(Math.atan(Math.tan(axial.pressureAngleRad()) * cos));
        // Heights are told in modules, and the normal module is smaller.
        BasicRack normal =
                BasicRack.of(normalAngle, axial.addendumCoefficient() / cos, axial.clearanceCoefficient() / cos);
        return new CylindricalGear(
                false,
                worm.normalModule(),
                wheelTeeth,
                leftHanded ? -worm.leadAngleDeg() : worm.leadAngleDeg(),
                wheelShift / cos,
                normal);
    }

    /** Turns of the worm for one of the wheel. */
    public double ratio() {
        return wheelTeeth / (double) worm.starts();
    }

    /**
     * Share of the work that reaches the wheel when the worm drives: tan γ (cos α_n − μ tan γ) / (cos α_n tan γ + μ).
     *
     * @param friction μ between thread and tooth
     * @param normalPressureAngleDeg α_n
     */
    public static double efficiency(double leadAngleDeg, double friction, double normalPressureAngleDeg) {
        double tan = Math.tan(Math.toRadians(leadAngleDeg));
        double cos = Math.cos(Math.toRadians(normalPressureAngleDeg));
        return tan * (cos - friction * tan) / (cos * tan + friction);
    }

    /** The same when the wheel drives, (cos α_n tan γ − μ) / (tan γ (cos α_n + μ tan γ)): 0 or less means it cannot. */
    public static double backEfficiency(double leadAngleDeg, double friction, double normalPressureAngleDeg) {
        double tan = Math.tan(Math.toRadians(leadAngleDeg));
        double cos = Math.cos(Math.toRadians(normalPressureAngleDeg));
        return (cos * tan - friction) / (tan * (cos + friction * tan));
    }

    /**
     * Whether the worm holds its load by itself. Vibration can still let it creep: where something may fall, a brake
     * is needed as well.
     */
    public static boolean selfLocking(double leadAngleDeg, double friction, double normalPressureAngleDeg) {
        return backEfficiency(leadAngleDeg, friction, normalPressureAngleDeg) <= 0;
    }
}
