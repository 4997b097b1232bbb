package app.gewerk.core.gear;

/**
 * One straight bevel gear; sizes at its outer (large) end. Immutable.
 *
 * @param module at the outer end (mm)
 * @param coneAngleDeg pitch cone angle δ, from the axis
 */
public record BevelGear(double module, int toothCount, double coneAngleDeg, BasicRack rack) implements Toothed {

    public BevelGear {
        Limits.requireModule(module);
        Limits.requireBetween("toothCount", toothCount, CylindricalGear.FEWEST_TEETH, CylindricalGear.MOST_TEETH);
        Limits.requireBetween("coneAngle", coneAngleDeg, 2, 120);
    }

    private double cone() {
        return Math.toRadians(coneAngleDeg);
    }

    public double referenceDiameterMm() {
        return toothCount * module;
    }

    /** d + 2 h_a m cos δ (mm). */
    public double tipDiameterMm() {
        return referenceDiameterMm() + 2 * module * rack.addendumCoefficient() * Math.cos(cone());
    }

    /** d − 2 h_f m cos δ (mm). */
    public double rootDiameterMm() {
        return referenceDiameterMm() - 2 * module * rack.dedendumCoefficient() * Math.cos(cone());
    }

    /** From the cone's point to the outer end of a tooth, R = d / (2 sin δ) (mm). */
    public double outerConeDistanceMm() {
        return referenceDiameterMm() / (2 * Math.sin(cone()));
    }

    public double addendumAngleDeg() {
        return Math.toDegrees(Math.atan(module * rack.addendumCoefficient() / outerConeDistanceMm()));
    }

    public double dedendumAngleDeg() {
        return Math.toDegrees(Math.atan(module * rack.dedendumCoefficient() / outerConeDistanceMm()));
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
