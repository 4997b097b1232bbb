package app.gewerk.core.gear;

import app.gewerk.core.words.Outcome;
import app.gewerk.core.words.Refused;
import java.util.List;

/** The form of one tooth space in the transverse section, as a tool really cuts it. The space is centred on the x axis. */
public sealed interface ToothForm permits RackCut, ShaperCut {

    CylindricalGear gear();

    /** Where the involute begins, the end of the fillet (mm, diameter). */
    double formDiameterMm();

    /** Half angle of the tooth space between the involute flanks at a radius (radians). */
    double halfSpaceAt(double radiusMm);

    /** From the middle of the root to the end of the fillet, on the side of positive angles, within the chord tolerance (mm). */
    List<Point> rootSide(double toleranceMm);

    /** Radius on which the flanks end (mm): the tip circle; of a ring not inside its base circle, where there is no involute. */
    default double tipRadiusMm() {
        double tip = gear().tipDiameterMm() / 2;
        return gear().internal() ? Math.max(tip, gear().baseDiameterMm() / 2) : tip;
    }

    /**
     * The form of this gear's teeth: cut by a rack outside, by a pinion-shaped cutter inside.
     *
     * @throws Refused with what to change, when there is no whole tooth
     */
    static ToothForm of(CylindricalGear gear) {
        return tried(gear).orRefuse();
    }

    /** The same, or what to change where there is no whole tooth. */
    static Outcome<ToothForm> tried(CylindricalGear gear) {
        return gear.internal()
                ? ShaperCut.tried(gear).map(cut -> cut)
                : RackCut.tried(gear).map(cut -> cut);
    }
}
