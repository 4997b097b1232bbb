package app.gewerk.core.gear;

import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.List;

/**
 * A pinion on a rack.
 *
 * @param distanceMm from the pinion's axis to the rack's datum line, where tooth and space are equally wide
 */
public record RackPair(CylindricalGear pinion, GearRack rack, double distanceMm) {

    public RackPair {
        if (pinion.internal()) {
            throw new Refused("rackPair.pinionOutside");
        }
        double sameBasePitch = pinion.normalModule()
                * Math.cos(pinion.rack().pressureAngleRad())
                / (rack.module() * Math.cos(rack.rack().pressureAngleRad()));
        if (Math.abs(sameBasePitch - 1) > 0.02) {
            throw new Refused("rackPair.noMesh");
        }
        if (!(distanceMm > 0 && distanceMm < 2 * pinion.referenceDiameterMm())) {
            throw new Refused("rackPair.distance", "referenceDiameterMm", pinion.referenceDiameterMm());
        }
    }

    /** At the distance that leaves no backlash, d/2 + x m. */
    public static RackPair withoutBacklash(CylindricalGear pinion, GearRack rack) {
        return new RackPair(pinion, rack, zeroBacklashDistanceMm(pinion));
    }

    private static double zeroBacklashDistanceMm(CylindricalGear pinion) {
        return pinion.referenceDiameterMm() / 2 + pinion.profileShiftCoefficient() * pinion.normalModule();
    }

    private double transverseAngle() {
        return Math.toRadians(pinion.transversePressureAngleDeg());
    }

    /** Along the rack, 2 (a − a₀) tan α_t (mm). Negative: the teeth bind. */
    public double backlashMm() {
        return 2 * (distanceMm - zeroBacklashDistanceMm(pinion)) * Math.tan(transverseAngle());
    }

    /** How far the rack's tip line is from the pinion's axis (mm). */
    private double rackTipMm() {
        return distanceMm - rack.rack().addendumCoefficient() * rack.module();
    }

    public double contactRatio() {
        double base = pinion.baseDiameterMm() / 2;
        double tip = pinion.tipDiameterMm() / 2;
        double fromPinion = Math.sqrt(Math.max(0, tip * tip - base * base))
                - pinion.referenceDiameterMm() / 2 * Math.sin(transverseAngle());
        double fromRack = (pinion.referenceDiameterMm() / 2 - rackTipMm()) / Math.sin(transverseAngle());
        return (fromPinion + fromRack) / pinion.transverseBasePitchMm();
    }

    /** Room between the pinion's tips and the rack's roots (mm). */
    public double clearancePinionTipMm() {
        return distanceMm + rack.rack().dedendumCoefficient() * rack.module() - pinion.tipDiameterMm() / 2;
    }

    /** Room between the rack's tips and the pinion's roots (mm). */
    public double clearanceRackTipMm() {
        return rackTipMm() - pinion.rootDiameterMm() / 2;
    }

    /** Everything that keeps this pair from running, each with what to change. Empty when it runs. */
    public List<Say> interferences() {
        List<Say> found = new ArrayList<>();
        if (backlashMm() < -1e-9) {
            found.add(
                    Say.of("rackPair.binds", "by", -backlashMm(), "move", zeroBacklashDistanceMm(pinion) - distanceMm));
        }
        if (clearancePinionTipMm() < -1e-9 || clearanceRackTipMm() < -1e-9) {
            found.add(Say.of("rackPair.digs"));
        }
        double sine = Math.sin(transverseAngle());
        if (pinion.referenceDiameterMm() / 2 - rackTipMm() > pinion.referenceDiameterMm() / 2 * sine * sine + 1e-9) {
            found.add(Say.of("rackPair.belowBase"));
        }
        if (contactRatio() < 1) {
            found.add(Say.of("rackPair.letsGo", "ratio", contactRatio()));
        }
        return List.copyOf(found);
    }
}
