package app.gewerk.core.closeup;

import app.gewerk.core.fit.PressFit;
import app.gewerk.core.gear.Limits;
import app.gewerk.core.material.Material;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Pressing a gear on its shaft.
 *
 * @param expectN to be felt on the last of the way; it grows from nothing in proportion to the length that is on
 * @param stopN when something is not as it was measured
 * @param say what to do, in order
 */
public record PressingIn(double expectN, double stopN, List<Say> say) {
    private static final double STOP_AT = 2;
    private static final double GRAVITY = 9.81;
    private static final double ROOM_C = 23;
    /** Slack to slip on with, once warm (common practice). */
    private static final double SLACK_MM = 0.01;

    /**
     * Where it sits, as it was measured when it came off.
     *
     * @param depthMm of the gear's face below the shaft's end; negative where the shaft ends below the face
     * @param endFloatMm the shaft can move along itself afterwards
     */
    public record Seat(Optional<Double> depthMm, Optional<Double> endFloatMm) {
        public Seat {
            depthMm.ifPresent(d -> Limits.requireBetween("depth", d, -500, 500));
            endFloatMm.ifPresent(f -> Limits.requireBetween("endFloat", f, 0, 50));
        }
    }

    public static PressingIn of(PressFit fit, Material gear, Seat seat) {
        double expect = fit.axialForceN();
        List<Say> say = new ArrayList<>();
        say.add(Say.of("press.square"));
        say.add(Say.of("press.support"));
        say.add(Say.of("press.force", "expect", expect, "kg", expect / GRAVITY, "stop", STOP_AT * expect));
        if (gear.plastic()) {
            warmed(fit, gear).ifPresent(say::add);
        }
        seat.depthMm.ifPresent(d -> say.add(Say.of("press.depth", "depth", Math.abs(d), "below", d < 0)));
        say.add(
                seat.endFloatMm.isPresent()
                        ? Say.of("press.endFloat", "float", seat.endFloatMm.get())
                        : Say.of("press.someEndFloat"));
        return new PressingIn(expect, STOP_AT * expect, say);
    }

    /** The gear's warmth at which it slips on, δ + slack = α d ΔT; what it can have at most where that is not enough. */
    private static Optional<Say> warmed(PressFit fit, Material gear) {
        double needed = ROOM_C + (fit.interferenceMm() + SLACK_MM) / (gear.expansionPerK() * fit.diameterMm());
        return gear.hottestC() <= ROOM_C
                ? Optional.empty()
                : Optional.of(
                        needed <= gear.hottestC()
                                ? Say.of("press.warmSlips", "temperature", needed)
                                : Say.of("press.warmEases", "temperature", gear.hottestC()));
    }
}
