package app.gewerk.core.gear;

import static app.gewerk.core.gear.Involute.inv;

import app.gewerk.core.words.Refused;

/**
 * Two helical gears on crossed shafts, without backlash. They touch in points and slide along their teeth, so they carry
 * little. Formulas of screw gears in the normal section, by the virtual spur gears z / cos³ β.
 *
 * @param first external, its helix angle signed: right-hand positive
 * @param second likewise
 */
public record CrossedPair(CylindricalGear first, CylindricalGear second) {

    public CrossedPair {
        if (first.internal() || second.internal()) {
            throw new Refused("crossed.outside");
        }
        double sameBasePitch = first.normalModule()
                * Math.cos(first.rack().pressureAngleRad())
                / (second.normalModule() * Math.cos(second.rack().pressureAngleRad()));
        if (Math.abs(sameBasePitch - 1) > 0.02) {
            throw new Refused("crossed.noMesh");
        }
        if (Math.abs(first.helixAngleDeg() + second.helixAngleDeg()) < 1e-6) {
            throw new Refused("crossed.parallel");
        }
    }

    private static double virtualTeeth(CylindricalGear gear) {
        return gear.toothCount() / Math.pow(Math.cos(Math.toRadians(gear.helixAngleDeg())), 3);
    }

    private double virtualSum() {
        return virtualTeeth(first) + virtualTeeth(second);
    }

    /** Angle between the shafts, β₁ + β₂ before the small change that shift makes (degrees). */
    public double shaftAngleDeg() {
        return Math.abs(first.helixAngleDeg() + second.helixAngleDeg());
    }

    /** Working pressure angle in the normal section (degrees). */
    public double workingPressureAngleDeg() {
        double alpha = first.rack().pressureAngleRad();
        double shifts = first.profileShiftCoefficient() + second.profileShiftCoefficient();
        return Math.toDegrees(Involute.inverse(inv(alpha) + 2 * Math.tan(alpha) * shifts / virtualSum()));
    }

    /** y = ½ (z_v1 + z_v2) (cos α / cos α_w − 1). */
    public double centreDistanceModificationCoefficient() {
        double alpha = first.rack().pressureAngleRad();
        double working = Math.toRadians(workingPressureAngleDeg());
        return virtualSum() / 2 * (Math.cos(alpha) / Math.cos(working) - 1);
    }

    /** a = (d₁ + d₂)/2 + y m_n (mm). */
    public double centreDistanceMm() {
        return (first.referenceDiameterMm() + second.referenceDiameterMm()) / 2
                + centreDistanceModificationCoefficient() * first.normalModule();
    }

    /** Speed at which the teeth slide along each other at the pitch point, over the first gear's rim speed: sin Σ / cos β₂. */
    public double slidingShare() {
        return Math.sin(Math.toRadians(shaftAngleDeg())) / Math.cos(Math.toRadians(second.helixAngleDeg()));
    }
}
