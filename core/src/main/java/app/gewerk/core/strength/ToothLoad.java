package app.gewerk.core.strength;

import app.gewerk.core.gear.Limits;

/**
 * A tooth bent by its load, after Lewis: σ = K F_t / (b m Y), with F_t = 2 T / d.
 *
 * @param module transverse m (mm)
 * @param faceWidthMm b that bears, of the narrower gear
 * @param formFactor Y
 * @param dynamicFactor K by which shocks and speed raise the load; 1 for a steady one
 */
public record ToothLoad(
        double module,
        int toothCount,
        double faceWidthMm,
        double tangentialForceN,
        double formFactor,
        double dynamicFactor) {

    public ToothLoad {
        Limits.requireModule(module);
        Limits.requireBetween("faceWidth", faceWidthMm, 0.05, 1000);
        Limits.requireBetween("force", tangentialForceN, 0, 1e7);
        Limits.requireBetween("dynamicFactor", dynamicFactor, 0.1, 20);
    }

    /** F_t = 2 T / (m z) (N). */
    public static double forceN(double torqueNmm, double module, int toothCount) {
        return 2 * torqueNmm / (module * toothCount);
    }

    public double bendingStressMpa() {
        return dynamicFactor * tangentialForceN / (faceWidthMm * module * formFactor);
    }
}
