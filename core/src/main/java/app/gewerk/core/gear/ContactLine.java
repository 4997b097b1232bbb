package app.gewerk.core.gear;

/**
 * Where the flanks of a pair touch while they turn: points along a straight line. The pinion's axis is at the origin, its
 * tooth 0 points up at turn 0; the wheel stands above it, a ring around it with its axis below.
 *
 * <p>With the pinion turned by φ (counter-clockwise, driving), flanks touch at every {@code offsetMm} + r_b φ + i p_b
 * between {@code fromMm} and {@code toMm}, counted from the tangent point along the direction. Turned the other way the
 * picture is mirrored at the line of centres.
 *
 * @param tangent where the line of action leaves the pinion's base circle
 * @param direction unit vector along it
 * @param fromMm where the wheel's tip takes up the contact
 * @param toMm where the pinion's tip lets it go
 * @param wheelAxis where the wheel turns
 * @param wheelTurnDeg by how much the wheel is turned counter-clockwise at turn 0, in the middle of its backlash
 * @param wheelTurnsPerTurn of the pinion; negative: the other way
 */
public record ContactLine(
        Point tangent,
        Point direction,
        double fromMm,
        double toMm,
        double offsetMm,
        double basePitchMm,
        double baseRadiusMm,
        Point wheelAxis,
        double wheelTurnDeg,
        double wheelTurnsPerTurn) {

    public static ContactLine of(GearPair pair) {
        CylindricalGear pinion = pair.pinion();
        CylindricalGear wheel = pair.wheel();
        double working = Math.toRadians(pair.workingPressureAngleDeg());
        double base = pinion.baseDiameterMm() / 2;
        double halfToothAtBase = pinion.toothThicknessAtMm(pinion.baseDiameterMm()) / pinion.baseDiameterMm();
        double halfPitchDeg = 180.0 / wheel.toothCount();
        double ratio = pinion.toothCount() / (double) wheel.toothCount();
        return new ContactLine(
                new Point(base * Math.sin(working), base * Math.cos(working)),
                new Point(-Math.cos(working), Math.sin(working)),
                Math.max(0, pair.contactFromMm()),
                pair.contactToMm(),
                base * (halfToothAtBase + working),
                pinion.transverseBasePitchMm(),
                base,
                new Point(0, wheel.internal() ? -pair.centreDistanceMm() : pair.centreDistanceMm()),
                wheel.internal() ? halfPitchDeg : 180 + halfPitchDeg,
                wheel.internal() ? ratio : -ratio);
    }
}
