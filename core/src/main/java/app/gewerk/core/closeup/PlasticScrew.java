package app.gewerk.core.closeup;

import app.gewerk.core.material.Material;
import app.gewerk.core.teardown.Fastener;
import java.util.Optional;

/**
 * A screw that has cut its own thread in plastic, and what tears that thread out: the thread's cylinder is sheared, F =
 * σ_y/√3 π d₂ L, and a screw raises that load at T = F d₂/2 (p + π μ d₂)/(π d₂ − μ p), d₂ the diameter at half the thread,
 * p its pitch, μ the friction of the plastic on steel (square thread, as machine-design texts have it). A boss that gives way
 * sideways strips earlier: a bound from above.
 *
 * @param diameterMm outside the thread
 * @param engagedMm of thread in the plastic
 */
public record PlasticScrew(double diameterMm, double pitchMm, double engagedMm, Material plastic) {
    /** Thread engaged where nobody has measured, as a multiple of the diameter (common practice). */
    private static final double ENGAGED = 2;
    /** Pitch over diameter of threads for plastic (ISO 1478 ST2.2 to ST4.8, from memory). */
    private static final double PITCH_SHARE = 0.36;
    /** Of what strips it (common practice): an old thread bears less than a new one. */
    private static final double SNUG = 0.4;

    /** A screw whose size is told without M or # cuts its own thread. */
    static boolean goesIntoPlastic(Fastener f) {
        return f.kind().equals("screw") && f.thread().matches("\\d+(\\.\\d+)?");
    }

    /** Nothing where its diameter is not known. */
    public static Optional<PlasticScrew> of(Fastener f, Material plastic) {
        if (!goesIntoPlastic(f) || !plastic.plastic()) {
            return Optional.empty();
        }
        double d = Double.parseDouble(f.thread());
        double length = f.lengthMm() > 0 ? Math.min(f.lengthMm(), ENGAGED * d) : ENGAGED * d;
        return Optional.of(new PlasticScrew(d, PITCH_SHARE * d, length, plastic));
    }

    /** What pulls it out straight (N). */
    public double pullOutN() {
        return plastic.yieldMpa() / Math.sqrt(3) * Math.PI * pitchDiameterMm() * engagedMm;
    }

    private double pitchDiameterMm() {
        return diameterMm - pitchMm / 2;
    }

    /** The torque that tears the thread out (N m). */
    public double stripsNm() {
        return raisingNm(pullOutN(), pitchDiameterMm(), pitchMm, plastic.frictionOnSteel());
    }

    /** What it takes to raise a load with a square thread (N m). */
    static double raisingNm(double loadN, double pitchDiameterMm, double leadMm, double friction) {
        return loadN
                * pitchDiameterMm
                / 2
                * (leadMm + Math.PI * friction * pitchDiameterMm)
                / (Math.PI * pitchDiameterMm - friction * leadMm)
                / 1000;
    }

    /** Snug (N m). */
    public double tightenNm() {
        return SNUG * stripsNm();
    }
}
