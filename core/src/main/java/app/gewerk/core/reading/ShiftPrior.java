package app.gewerk.core.reading;

import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.GearKind;
import java.util.List;

/**
 * What profile shift a gear of this tooth count has, before it was measured: a few normal distributions.
 *
 * <p>Most gears have none. Small pinions are often shifted just enough to avoid undercut, or more. From memory.
 */
record ShiftPrior(double weight, double mean, double deviation) {

    private static final List<ShiftPrior> NONE = List.of(new ShiftPrior(1, 0, 1e-5));
    private static final List<ShiftPrior> PLAIN =
            List.of(new ShiftPrior(0.66, 0, 0.008), new ShiftPrior(0.34, 0.08, 0.25));
    /** Bevel pinions are made longer in the tooth at the cost of the wheel. */
    private static final List<ShiftPrior> BEVEL = List.of(new ShiftPrior(0.6, 0, 0.008), new ShiftPrior(0.4, 0, 0.2));

    static List<ShiftPrior> of(GearKind kind, Hypothesis hypothesis, int toothCount) {
        return switch (kind) {
            case RACK, WORM -> NONE;
            case BEVEL -> BEVEL;
            case INTERNAL -> PLAIN;
            case EXTERNAL -> {
                if (toothCount >= 18) {
                    yield PLAIN;
                }
                double limit = CylindricalGear.spur(1, toothCount, 0, hypothesis.rack())
                        .undercutLimitShift();
                double smallness = (18 - toothCount) / 10.0;
                yield List.of(
                        new ShiftPrior(0.35, 0, 0.008),
                        new ShiftPrior(0.15, Math.max(0, limit), 0.03),
                        new ShiftPrior(0.50, 0.12 + 0.3 * smallness, 0.22));
            }
        };
    }
}
