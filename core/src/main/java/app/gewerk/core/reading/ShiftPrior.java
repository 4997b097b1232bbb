package app.gewerk.core.reading;

import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.GearKind;
import java.util.List;
import java.util.Optional;

/**
 * What profile shift a gear of this tooth count has, before it was measured: a few normal distributions.
 *
 * <p>Most gears have none. Small pinions are often shifted just enough to avoid undercut, or more. From memory.
 */
record ShiftPrior(double weight, double mean, double deviation) {

    private static final List<ShiftPrior> NONE = List.of(new ShiftPrior(1, 0, 1e-5));
    private static final List<ShiftPrior> PLAIN =
            List.of(new ShiftPrior(0.66, 0, 0.008), new ShiftPrior(0.34, 0.08, 0.25));
    private static final List<ShiftPrior> BEVEL = List.of(new ShiftPrior(0.6, 0, 0.008), new ShiftPrior(0.4, 0, 0.2));
    /** x of a bevel pinion with a wheel many times as large: the usual rule 0.46 (1 − (z₁/z₂)²) for long addenda (from memory). */
    private static final double LONG_ADDENDUM = 0.46;

    /**
     * Bevel pinions are made longer in the tooth at the cost of the wheel, the more so the larger that is.
     *
     * @param mateTeeth of the wheel or pinion it runs with, when that was counted
     */
    static List<ShiftPrior> ofBevel(int toothCount, Optional<Integer> mateTeeth) {
        return mateTeeth
                .map(mate -> {
                    double smaller = Math.min(toothCount, mate) / (double) Math.max(toothCount, mate);
                    double longer = LONG_ADDENDUM * (1 - smaller * smaller);
                    double mean = toothCount < mate ? longer : -longer;
                    return List.of(new ShiftPrior(0.5, 0, 0.008), new ShiftPrior(0.5, mean, 0.06 + 0.2 * longer));
                })
                .orElse(BEVEL);
    }

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

    /** One normal distribution about as wide as all of them: to see quickly what cannot be. */
    static ShiftPrior wide(List<ShiftPrior> shifts) {
        double mean = shifts.stream().mapToDouble(s -> s.weight * s.mean).sum();
        double widest = shifts.stream().mapToDouble(ShiftPrior::deviation).max().orElse(0);
        return new ShiftPrior(1, mean, 1.2 * widest);
    }
}
