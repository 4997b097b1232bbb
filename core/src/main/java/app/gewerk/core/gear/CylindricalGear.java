package app.gewerk.core.gear;

import static app.gewerk.core.gear.Involute.inv;

import app.gewerk.core.words.Refusal;
import app.gewerk.core.words.Refused;
import java.util.List;
import java.util.Optional;

/**
 * A spur or helical gear, external or internal, as ISO 21771 describes it. Immutable.
 *
 * <p>Ring shifts use the handbook sign: x &gt; 0 makes a ring's diameters larger and its tooth thinner
 * (ISO 21771 itself uses the opposite sign). Addendum, clearance and shift multiply the normal module.
 *
 * @param internal true for a ring with teeth inside
 * @param normalModule m_n (mm)
 * @param toothCount z
 * @param helixAngleDeg β on the reference cylinder; 0 for spur. Its sign does not matter here
 * @param profileShiftCoefficient x, over the normal module
 */
public record CylindricalGear(
        boolean internal,
        double normalModule,
        int toothCount,
        double helixAngleDeg,
        double profileShiftCoefficient,
        BasicRack rack)
        implements Toothed {

    public static final int FEWEST_TEETH = 4;
    public static final int MOST_TEETH = 1000;

    public CylindricalGear {
        if (toothCount < FEWEST_TEETH || toothCount > MOST_TEETH) {
            throw new Refused("gear.teeth", "least", FEWEST_TEETH, "most", MOST_TEETH, "given", toothCount);
        }
        Limits.requireModule(normalModule);
        Limits.requireHelix(helixAngleDeg);
        if (!(Math.abs(profileShiftCoefficient) <= 3)) {
            throw new Refused("gear.shift", "given", profileShiftCoefficient);
        }
    }

    /** An external spur gear. */
    public static CylindricalGear spur(double module, int toothCount, double profileShift, BasicRack rack) {
        return new CylindricalGear(false, module, toothCount, 0, profileShift, rack);
    }

    public CylindricalGear withProfileShift(double coefficient) {
        return new CylindricalGear(internal, normalModule, toothCount, helixAngleDeg, coefficient, rack);
    }

    @Override
    public double module() {
        return normalModule;
    }

    private double beta() {
        return Math.toRadians(helixAngleDeg);
    }

    private double alphaN() {
        return rack.pressureAngleRad();
    }

    private double alphaT() {
        return helixAngleDeg == 0 ? alphaN() : Math.atan(Math.tan(alphaN()) / Math.cos(beta()));
    }

    /** Transverse module m_t = m_n / cos β (mm). */
    public double transverseModule() {
        return normalModule / Math.cos(beta());
    }

    public double transversePressureAngleDeg() {
        return Math.toDegrees(alphaT());
    }

    /** Base helix angle: sin β_b = sin β cos α_n. */
    public double baseHelixAngleDeg() {
        return Math.toDegrees(baseHelix());
    }

    private double baseHelix() {
        return Math.asin(Math.sin(beta()) * Math.cos(alphaN()));
    }

    /** Normal pitch p_n = π m_n (mm). */
    public double normalPitchMm() {
        return Math.PI * normalModule;
    }

    /** Transverse pitch p_t = π m_t (mm). */
    public double transversePitchMm() {
        return Math.PI * transverseModule();
    }

    /** Transverse base pitch p_bt = p_t cos α_t (mm). */
    public double transverseBasePitchMm() {
        return transversePitchMm() * Math.cos(alphaT());
    }

    /** Reference diameter d = z m_t (mm). */
    public double referenceDiameterMm() {
        return toothCount * transverseModule();
    }

    /** Base diameter d_b = d cos α_t (mm). */
    public double baseDiameterMm() {
        return referenceDiameterMm() * Math.cos(alphaT());
    }

    /** Tip diameter without shortening: d + 2 m (h_a + x), for a ring d − 2 m (h_a − x) (mm). */
    public double tipDiameterMm() {
        double height = internal
                ? profileShiftCoefficient - rack.addendumCoefficient()
                : profileShiftCoefficient + rack.addendumCoefficient();
        return referenceDiameterMm() + 2 * normalModule * height;
    }

    /** Root diameter: d − 2 m (h_f − x), for a ring d + 2 m (h_f + x) (mm). */
    public double rootDiameterMm() {
        double depth = internal
                ? profileShiftCoefficient + rack.dedendumCoefficient()
                : profileShiftCoefficient - rack.dedendumCoefficient();
        return referenceDiameterMm() + 2 * normalModule * depth;
    }

    /** Tooth thickness on the reference circle in the normal section, s_n = m (π/2 ± 2 x tan α_n) (mm, arc). */
    public double normalToothThicknessMm() {
        double widening = 2 * profileShiftCoefficient * Math.tan(alphaN());
        return normalModule * (Math.PI / 2 + (internal ? -widening : widening));
    }

    /** Tooth thickness on the reference circle in the transverse section (mm, arc). */
    public double transverseToothThicknessMm() {
        return normalToothThicknessMm() / Math.cos(beta());
    }

    /** Transverse pressure angle at a diameter, cos α_y = d_b / d_y (degrees); 0 below the base circle. */
    public double pressureAngleAtDeg(double diameterMm) {
        return Math.toDegrees(angleAt(diameterMm));
    }

    private double angleAt(double diameterMm) {
        double cosine = baseDiameterMm() / diameterMm;
        return cosine >= 1 ? 0 : Math.acos(cosine);
    }

    /**
     * Transverse tooth thickness as an arc on any circle (mm); negative beyond the pointed tip.
     *
     * <p>External: s_y = d_y (s_t/d + inv α_t − inv α_y); internal with the involute terms' signs turned — ISO 21771.
     */
    public double toothThicknessAtMm(double diameterMm) {
        double change = inv(alphaT()) - inv(angleAt(diameterMm));
        return diameterMm * (transverseToothThicknessMm() / referenceDiameterMm() + (internal ? -change : change));
    }

    /** Half the angle a tooth takes on the reference circle of the virtual spur gear z / cos³ β (radians). */
    private double virtualHalfAngle() {
        double cos = Math.cos(beta());
        return normalToothThicknessMm() * cos * cos * cos / (normalModule * toothCount);
    }

    /** Straight across a tooth on the reference circle, in the normal section: what tooth calipers show (mm). */
    public double chordalThicknessMm() {
        double cos = Math.cos(beta());
        return normalModule * toothCount / (cos * cos * cos) * Math.sin(virtualHalfAngle());
    }

    /** From the tip down to that chord (mm). */
    public double chordalHeightMm() {
        double cos = Math.cos(beta());
        double bow = normalModule * toothCount / (2 * cos * cos * cos) * (1 - Math.cos(virtualHalfAngle()));
        double addendum = Math.abs(tipDiameterMm() - referenceDiameterMm()) / 2;
        return internal ? addendum - bow : addendum + bow;
    }

    /** Transverse thickness at the tip circle (mm, arc); negative when the tooth would be pointed before it. */
    public double tipThicknessMm() {
        return toothThicknessAtMm(tipDiameterMm());
    }

    /** Tip thickness in the normal section (mm). */
    public double normalTipThicknessMm() {
        double helixAtTip = Math.atan(Math.tan(beta()) * tipDiameterMm() / referenceDiameterMm());
        return tipThicknessMm() * Math.cos(helixAtTip);
    }

    /** Half of the tip land as an angle seen from the axis (degrees). */
    public double tipLandHalfAngleDeg() {
        return Math.toDegrees(tipThicknessMm() / tipDiameterMm());
    }

    /** Diameter at which the two flanks of a tooth would meet (mm); external gears. */
    public double pointedDiameterMm() {
        double invPointed = transverseToothThicknessMm() / referenceDiameterMm() + inv(alphaT());
        return baseDiameterMm() / Math.cos(Involute.inverse(invPointed));
    }

    /** Smallest shift that a rack cuts without undercut: x = h_a − z sin² α_t / (2 cos β). */
    public double undercutLimitShift() {
        double sine = Math.sin(alphaT());
        return rack.addendumCoefficient() - toothCount * sine * sine / (2 * Math.cos(beta()));
    }

    public boolean isUndercut() {
        return !internal && profileShiftCoefficient < undercutLimitShift() - 1e-9;
    }

    /** What to change where the teeth are pointed below their tips or there is nothing left under them; empty for whole teeth. */
    public Optional<Refusal> whyNoWholeTeeth() {
        if (tipThicknessMm() < 0) {
            return Optional.of(Refusal.of(
                    "gear.pointed",
                    "shift",
                    profileShiftCoefficient,
                    "at",
                    internal ? tipDiameterMm() : pointedDiameterMm(),
                    "tip",
                    tipDiameterMm()));
        }
        double inner = internal ? tipDiameterMm() : rootDiameterMm();
        return inner <= 0.1 * referenceDiameterMm() ? Optional.of(Refusal.of("gear.nothingLeft")) : Optional.empty();
    }

    /** @throws Refused with what to change, where its teeth are not whole */
    public CylindricalGear requireWholeTeeth() {
        whyNoWholeTeeth().ifPresent(why -> {
            throw new Refused(List.of(why));
        });
        return this;
    }
}
