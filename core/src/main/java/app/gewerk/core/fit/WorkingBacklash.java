package app.gewerk.core.fit;

import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.GearPair;

/**
 * A pair as it runs when gears and housing have grown: each tooth's thickness on the working circles that the grown centre
 * distance gives. Of gears that grow alike the pair is exact; of two that grow differently the pitches differ by so little that
 * it is left out.
 *
 * @param circumferentialBacklashMm j on the working circles; below 0 the teeth bind
 * @param tipClearanceMm the lesser of the two rooms between tip and root
 * @param contactRatio below 1 the teeth let go before the next ones take over
 */
public record WorkingBacklash(double circumferentialBacklashMm, double tipClearanceMm, double contactRatio) {
    /** Where plastics tick and jump (common practice): a contact ratio that leaves nothing. */
    public static final double LEAST_CONTACT_RATIO = 1.05;

    /**
     * @param pair as drawn, at the centre distance as measured
     * @param first of the pinion
     * @param second of the wheel
     * @param housing of what holds the two axes
     * @param centreDeviationMm tolerance, wear of bearings and run-out by which the axes stand closer (below 0) or farther
     */
    public static WorkingBacklash of(
            GearPair pair, Growth first, Growth second, Growth housing, double centreDeviationMm) {
        double centre = pair.centreDistanceMm() * housing.factor() + centreDeviationMm;
        double scale = (first.factor() + second.factor()) / 2;
        GearPair moved =
                new GearPair(pair.pinion(), pair.wheel(), centre / scale, pair.pinionTipMm(), pair.wheelTipMm());
        double pinionCircle = moved.pinionWorkingDiameterMm() * scale;
        double wheelCircle = moved.wheelWorkingDiameterMm() * scale;
        double pitch = Math.PI * pinionCircle / pair.pinion().toothCount();
        double backlash =
                pitch - thickness(pair.pinion(), pinionCircle, first) - thickness(pair.wheel(), wheelCircle, second);
        double pinionTip = pair.pinionTipMm() / 2 * first.factor();
        double wheelTip = pair.wheelTipMm() / 2 * second.factor();
        double pinionRoot = pair.pinion().rootDiameterMm() / 2 * first.factor();
        double wheelRoot = pair.wheel().rootDiameterMm() / 2 * second.factor();
        double clearance = pair.wheel().internal()
                ? Math.min(wheelRoot - centre - pinionTip, wheelTip - centre - pinionRoot)
                : Math.min(centre - pinionTip - wheelRoot, centre - wheelTip - pinionRoot);
        return new WorkingBacklash(backlash, clearance, moved.contactRatio());
    }

    private static double thickness(CylindricalGear gear, double circleMm, Growth growth) {
        return gear.toothThicknessAtMm(circleMm / growth.factor()) * growth.factor();
    }

    public boolean binds() {
        return circumferentialBacklashMm < 0 || tipClearanceMm < 0;
    }

    public boolean jumps() {
        return contactRatio < LEAST_CONTACT_RATIO;
    }
}
