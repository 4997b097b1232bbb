package app.gewerk.core.train;

import app.gewerk.core.gear.WormSet;
import app.gewerk.core.train.TrainLoads.Efficiency;

/** What greased plastic meshes usually pass on (from memory: spur 0.95 to 0.98, crossed axes less, single-start worms about half). */
public final class UsualEfficiency {
    private static final double PARALLEL = 0.96;
    private static final double CROSSED = 0.93;
    private static final double BELT = 0.95;
    private static final double WORM_LEAD_DEG = 5;
    private static final double WORM_FRICTION = 0.08;
    private static final double PRESSURE_ANGLE_DEG = 20;
    /** Two meshes one behind the other, seen from the carrier. */
    public static final double PLANET_SET = PARALLEL * PARALLEL;

    private UsualEfficiency() {}

    public static Efficiency of(MeshKind kind) {
        return switch (kind) {
            case EXTERNAL, INTERNAL -> Efficiency.both(PARALLEL);
            case BEVEL, CROWN -> Efficiency.both(CROSSED);
            case BELT -> Efficiency.both(BELT);
            case WORM -> worm(WORM_LEAD_DEG, WORM_FRICTION, PRESSURE_ANGLE_DEG);
        };
    }

    public static Efficiency worm(double leadAngleDeg, double friction, double normalPressureAngleDeg) {
        return new Efficiency(
                WormSet.efficiency(leadAngleDeg, friction, normalPressureAngleDeg),
                WormSet.backEfficiency(leadAngleDeg, friction, normalPressureAngleDeg));
    }
}
