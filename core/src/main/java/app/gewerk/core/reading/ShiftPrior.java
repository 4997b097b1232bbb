package app.gewerk.core.reading;

import app.gewerk.core.gear.CylindricalGear;
import java.util.List;

/**
 * What profile shift a gear of this tooth count has, before it was measured: a few normal distributions.
 *
 * <p>Most gears have none. Small pinions are often shifted just enough to avoid undercut, or more. From memory.
 */
record ShiftPrior(double weight, double mean, double deviation) {

    static List<ShiftPrior> of(CylindricalGear unshifted) {
        int z = unshifted.toothCount();
        if (z >= 18) {
            return List.of(new ShiftPrior(0.66, 0, 0.008), new ShiftPrior(0.34, 0.08, 0.25));
        }
        double smallness = (18 - z) / 10.0;
        return List.of(
                new ShiftPrior(0.35, 0, 0.008),
                new ShiftPrior(0.15, Math.max(0, unshifted.undercutLimitShift()), 0.03),
                new ShiftPrior(0.50, 0.12 + 0.3 * smallness, 0.22));
    }
}
