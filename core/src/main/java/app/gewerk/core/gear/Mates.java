package app.gewerk.core.gear;

import app.gewerk.core.words.Outcome;
import java.util.Optional;

/** What a gear most likely runs with, of which only the count is known. */
public final class Mates {
    /** Housings hold gears a little apart, so that they do not bind (mm, from memory). */
    private static final double USUAL_CLEARANCE_MM = 0.02;
    /** More is a slip of the count or of the reading. */
    private static final double MOST_SHIFT = 0.8;
    /** What small pinions are given at most against undercut (common practice). */
    private static final double MOST_AGAINST_UNDERCUT = 0.5;

    private Mates() {}

    /**
     * The mate, of the gear's own rack: with the profile shift that the centre distance leaves for it, or where that is not known
     * as much as keeps it from undercut. None where there would be no whole tooth.
     *
     * @param internal where the mate is a ring
     */
    public static Optional<CylindricalGear> of(
            CylindricalGear gear, int toothCount, boolean internal, Optional<Double> centreDistanceMm) {
        if (gear.internal() || internal && toothCount <= gear.toothCount()) {
            return Optional.empty();
        }
        CylindricalGear plain =
                new CylindricalGear(internal, gear.normalModule(), toothCount, gear.helixAngleDeg(), 0, gear.rack());
        CylindricalGear mate = plain.withProfileShift(centreDistanceMm
                .flatMap(a -> shift(gear, plain, a))
                .orElseGet(() -> internal ? 0 : Math.clamp(plain.undercutLimitShift(), 0, MOST_AGAINST_UNDERCUT)));
        return ToothForm.tried(mate) instanceof Outcome.Made ? Optional.of(mate) : Optional.empty();
    }

    private static Optional<Double> shift(CylindricalGear gear, CylindricalGear mate, double centreMm) {
        double own = gear.profileShiftCoefficient();
        double left = mate.internal() ? centreMm + USUAL_CLEARANCE_MM : centreMm - USUAL_CLEARANCE_MM;
        double sum = GearPair.shiftSumForCentre(gear, mate, left);
        double shift = mate.internal() ? sum + own : sum - own;
        return Math.abs(shift) <= MOST_SHIFT ? Optional.of(shift) : Optional.empty();
    }
}
