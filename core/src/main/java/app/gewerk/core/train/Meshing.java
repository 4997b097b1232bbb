package app.gewerk.core.train;

import app.gewerk.core.AtMost;
import app.gewerk.core.gear.Limits;
import app.gewerk.core.words.Refused;
import java.util.Optional;

/**
 * Two wheels of a machine that run with each other, the one that drives first.
 *
 * @param driver a wheel's code
 * @param centreDistanceMm as it was measured
 * @param efficiency share of the work that it passes on; open for what is usual
 */
public record Meshing(
        MeshKind kind,
        @AtMost(40) String driver,
        @AtMost(40) String driven,
        Optional<Double> centreDistanceMm,
        Optional<Double> efficiency) {

    public Meshing {
        centreDistanceMm.ifPresent(mm -> Limits.requireBetween("centreDistance", mm, 0.05, 2000));
        efficiency.ifPresent(share -> Limits.requireBetween("efficiency", share, 0.01, 1));
        if (driver.equals(driven)) {
            throw new Refused("train.meshWithItself", "shaft", driver);
        }
    }

    /** Without measures. */
    public static Meshing of(MeshKind kind, String driver, String driven) {
        return new Meshing(kind, driver, driven, Optional.empty(), Optional.empty());
    }
}
