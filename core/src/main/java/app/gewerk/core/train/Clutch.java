package app.gewerk.core.train;

import app.gewerk.core.AtMost;
import app.gewerk.core.gear.Limits;
import app.gewerk.core.words.Refused;
import java.util.Optional;

/**
 * A clutch or coupling between two shafts in line.
 *
 * @param slipTorqueNmm beyond which it slips; open for one that holds whatever comes
 */
public record Clutch(
        @AtMost(40) String part,
        @AtMost(40) String from,
        @AtMost(40) String to,
        Optional<Double> slipTorqueNmm) {

    public Clutch {
        slipTorqueNmm.ifPresent(torque -> Limits.requireBetween("torque", torque, 0.001, 1e6));
        if (from.equals(to)) {
            throw new Refused("train.meshWithItself", "shaft", from);
        }
    }
}
