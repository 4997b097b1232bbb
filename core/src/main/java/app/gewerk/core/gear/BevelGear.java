package app.gewerk.core.gear;

/**
 * One straight bevel gear; sizes at its outer (large) end. Immutable.
 *
 * @param module at the outer end (mm)
 * @param coneAngleDeg pitch cone angle δ, from the axis
 * @param profileShiftCoefficient x: how much longer its addendum is, and how much shorter its mate's, over the module
 */
public record BevelGear(
        double module, int toothCount, double coneAngleDeg, double profileShiftCoefficient, BasicRack rack)
        implements Toothed {

    public static final double GREATEST_SHIFT = 0.9;

    public BevelGear {
        Limits.requireModule(module);
        Limits.requireBetween("toothCount", toothCount, CylindricalGear.FEWEST_TEETH, CylindricalGear.MOST_TEETH);
        Limits.requireBetween("coneAngle", coneAngleDeg, 2, 120);
        Limits.requireBetween("bevelShift", profileShiftCoefficient, -GREATEST_SHIFT, GREATEST_SHIFT);
    }

    /** With an addendum of the usual length. */
    public BevelGear(double module, int toothCount, double coneAngleDeg, BasicRack rack) {
        this(module, toothCount, coneAngleDeg, 0, rack);
    }

    /** h_a + x, over the module. */
    private double addendum() {
        return rack.addendumCoefficient() + profileShiftCoefficient;
    }

    /** h_f − x, over the module. */
    private double dedendum() {
        return rack.dedendumCoefficient() - profileShiftCoefficient;
    }

    private double cone() {
        return Math.toRadians(coneAngleDeg);
    }

    public double referenceDiameterMm() {
        return toothCount * module;
    }

    /** d + 2 (h_a + x) m cos δ (mm). */
    public double tipDiameterMm() {
        return referenceDiameterMm() + 2 * module * addendum() * Math.cos(cone());
    }

    /** d − 2 (h_f − x) m cos δ (mm). */
    public double rootDiameterMm() {
        return referenceDiameterMm() - 2 * module * dedendum() * Math.cos(cone());
    }

    /** From the cone's point to the outer end of a tooth, R = d / (2 sin δ) (mm). */
    public double outerConeDistanceMm() {
        return referenceDiameterMm() / (2 * Math.sin(cone()));
    }

    public double addendumAngleDeg() {
        return Math.toDegrees(Math.atan(module * addendum() / outerConeDistanceMm()));
    }

    public double dedendumAngleDeg() {
        return Math.toDegrees(Math.atan(module * dedendum() / outerConeDistanceMm()));
    }

    /** What a protractor laid on the tips shows against the axis, δ + θ_a (degrees). */
    public double tipConeAngleDeg() {
        return coneAngleDeg + addendumAngleDeg();
    }

    public double rootConeAngleDeg() {
        return coneAngleDeg - dedendumAngleDeg();
    }

    /** Teeth of the spur gear its teeth look like, z / cos δ. */
    public double virtualToothCount() {
        return toothCount / Math.cos(cone());
    }

    /** The pitch cone angle that a mate of {@code mateTeeth} asks for: tan δ = sin Σ / (z₂/z₁ + cos Σ). */
    public static double coneAngleDeg(int toothCount, int mateTeeth, double shaftAngleDeg) {
        double shafts = Math.toRadians(shaftAngleDeg);
        return Math.toDegrees(Math.atan2(Math.sin(shafts), (double) mateTeeth / toothCount + Math.cos(shafts)));
    }
}
