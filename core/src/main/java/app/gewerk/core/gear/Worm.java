package app.gewerk.core.gear;

/**
 * A cylindrical worm: a screw whose thread drives a wheel. Immutable.
 *
 * @param module axial module m_x (mm): the axial pitch is π m_x
 * @param starts z₁, number of threads that begin at its end
 * @param pitchDiameterMm d₁
 */
public record Worm(double module, int starts, double pitchDiameterMm, BasicRack rack) implements Toothed {

    public static final double LEAST_DIAMETER_FACTOR = 2.5;
    public static final double GREATEST_DIAMETER_FACTOR = 100;

    public Worm {
        Limits.requireModule(module);
        Limits.requireBetween("starts", starts, 1, 12);
        Limits.requireBetween(
                "wormDiameterOverModule", pitchDiameterMm / module, LEAST_DIAMETER_FACTOR, GREATEST_DIAMETER_FACTOR);
    }

    /** Diameter factor q = d₁ / m_x. */
    public double diameterFactor() {
        return pitchDiameterMm / module;
    }

    public double axialPitchMm() {
        return Math.PI * module;
    }

    /** How far the thread moves on in one turn, z₁ p_x (mm). */
    public double leadMm() {
        return starts * axialPitchMm();
    }

    /** Lead angle γ on the pitch cylinder, tan γ = z₁ m_x / d₁ (degrees). */
    public double leadAngleDeg() {
        return Math.toDegrees(Math.atan(starts * module / pitchDiameterMm));
    }

    /** Lead angle seen on the outer edge of the thread, where an ink rubbing takes it (degrees). */
    public double leadAngleAtTipDeg() {
        return Math.toDegrees(Math.atan(starts * module / tipDiameterMm()));
    }

    /** m_n = m_x cos γ (mm). */
    public double normalModule() {
        return module * Math.cos(Math.toRadians(leadAngleDeg()));
    }

    public double tipDiameterMm() {
        return pitchDiameterMm + 2 * module * rack.addendumCoefficient();
    }

    public double rootDiameterMm() {
        return pitchDiameterMm - 2 * module * rack.dedendumCoefficient();
    }
}
