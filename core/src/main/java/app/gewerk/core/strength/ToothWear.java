package app.gewerk.core.strength;

import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Limits;

/**
 * Wear of a plastic gear's flanks over its turns, clean and with its grease: the mean linear wear of VDI 2736 part 2 (from
 * memory), W = 2 π T N H k / (b z l), with the work lost in the mesh after Niemann, H = π (1/z₁ + 1/z₂) (1 − ε + ε₁² + ε₂²).
 */
public final class ToothWear {
    /** Of acetal on steel or acetal (mm³/(N m), VDI 2736 part 2, from memory). */
    private static final double COEFFICIENT = 1e-6;
    /** Of the module: so much may be gone before it fails (VDI 2736 part 2 has 0.1 to 0.2, from memory). */
    private static final double MAY_BE_GONE = 0.2;
    /** A usual contact ratio, half of it on either side of the pitch point. */
    private static final double CONTACT_RATIO = 1.5;

    private ToothWear() {}

    /**
     * Mean linear wear of a flank (mm).
     *
     * @param mateTeeth of what it runs with
     * @param torqueNmm on the gear
     * @param turns of the gear
     * @param wear by what it runs on, 1 for acetal
     */
    public static double meanMm(
            CylindricalGear gear, int mateTeeth, double widthMm, double torqueNmm, double turns, double wear) {
        Limits.requireBetween("faceWidth", widthMm, 0.01, 1000);
        double half = CONTACT_RATIO / 2;
        double lost =
                Math.PI * (1.0 / gear.toothCount() + 1.0 / mateTeeth) * (1 - CONTACT_RATIO + half * half + half * half);
        double newtonMetres = 2 * Math.PI * torqueNmm / 1000 * turns;
        return newtonMetres * lost * COEFFICIENT * wear / (widthMm * gear.toothCount() * flankMm(gear));
    }

    /** Length of the involute from a module below the reference circle, or the base circle, to the tip (mm). */
    private static double flankMm(CylindricalGear gear) {
        double base = gear.baseDiameterMm();
        double from = Math.max(base, gear.referenceDiameterMm() - 2 * gear.normalModule());
        double to = gear.tipDiameterMm();
        return (to * to - from * from) / (4 * base);
    }

    /** So much may be gone before teeth break or the mesh jumps (mm). */
    public static double mayBeGoneMm(CylindricalGear gear) {
        return MAY_BE_GONE * gear.normalModule();
    }
}
