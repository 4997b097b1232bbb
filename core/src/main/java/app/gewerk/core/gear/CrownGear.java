package app.gewerk.core.gear;

import app.gewerk.core.words.Refused;

/**
 * A crown (face) gear: teeth standing on the flat of a disc, driven by a spur pinion whose axis crosses at a right angle.
 * Immutable.
 *
 * <p>At radius R of the disc the pinion works as on a pitch radius ρ = R z₁/z₂, where its flank has the pressure angle
 * cos α = r_b1/ρ. Seen there along the radius the tooth is that of a rack of this angle: steep and undercut further in,
 * slanting and pointed further out. That limits the face at both ends.
 *
 * @param pinion the external spur gear that drives it
 * @param toothCount z₂
 */
public record CrownGear(CylindricalGear pinion, int toothCount) {

    public CrownGear {
        if (pinion.internal() || pinion.helixAngleDeg() != 0) {
            throw new Refused("crown.pinion");
        }
        Limits.requireBetween("crownFace", toothCount, pinion.toothCount(), CylindricalGear.MOST_TEETH);
    }

    /** Radius on which the pinion rolls without sliding at its reference circle, m z₂ / 2 (mm). */
    public double referenceRadiusMm() {
        return pinion.normalModule() * toothCount / 2;
    }

    /** Distance of the crown teeth's tip plane from the pinion's axis: the pinion's root radius and the clearance (mm). */
    public double tipPlaneMm() {
        return pinion.rootDiameterMm() / 2 + pinion.rack().clearanceCoefficient() * pinion.normalModule();
    }

    private double pinionRadiusAt(double radiusMm) {
        return radiusMm * pinion.toothCount() / toothCount;
    }

    /** Pressure angle at a radius of the disc (degrees). */
    public double pressureAngleAtDeg(double radiusMm) {
        return pinion.pressureAngleAtDeg(2 * pinionRadiusAt(radiusMm));
    }

    /** Thickness of the crown tooth at its tip plane, at a radius of the disc (mm); negative where it would be pointed. */
    public double tipThicknessAtMm(double radiusMm) {
        double rho = pinionRadiusAt(radiusMm);
        double space = pinion.toothThicknessAtMm(2 * rho);
        double atPitchPlane = 2 * Math.PI * radiusMm / toothCount - space;
        return atPitchPlane - 2 * (rho - tipPlaneMm()) * Math.tan(Math.toRadians(pressureAngleAtDeg(radiusMm)));
    }

    /** Further in, the pinion's tip would undercut the crown teeth: ρ = r_b² / tip plane (mm). */
    public double innerRadiusMm() {
        double base = pinion.baseDiameterMm() / 2;
        double rho = Math.max(base, base * base / tipPlaneMm());
        return rho * toothCount / pinion.toothCount();
    }

    /** Further out, the crown teeth come to a point (mm). */
    public double outerRadiusMm() {
        double inner = innerRadiusMm();
        double far = 3 * referenceRadiusMm();
        if (tipThicknessAtMm(inner) <= 0) {
            return inner;
        }
        return tipThicknessAtMm(far) >= 0 ? far : Roots.between(this::tipThicknessAtMm, inner, far, 1e-12);
    }
}
