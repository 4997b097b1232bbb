package app.gewerk.core.train;

import app.gewerk.core.AtMost;
import app.gewerk.core.Wire;
import app.gewerk.core.gear.Limits;
import app.gewerk.core.words.Refused;
import java.util.Optional;

/**
 * What makes something else of the last shaft's turning, so that nobody has to reckon how much a turn is.
 *
 * @param wheel that runs along the rack
 * @param sizeMm the roller's diameter, the crank's throw from its axis, the cam's lift
 * @param lobes of the cam, one where nobody says more
 */
public record OutputPart(
        Kind kind, @AtMost(40) Optional<String> wheel, Optional<Double> sizeMm, Optional<Integer> lobes) {

    /** What it is. */
    public enum Kind {
        /** A straight row of teeth that a wheel moves. */
        RACK,
        /** Carries paper, cloth, a strap or the floor along. */
        ROLLER,
        CRANK,
        CAM;

        /** What it makes of turning. */
        Work.Does does() {
            return this == RACK || this == ROLLER ? Work.Does.TRAVEL : Work.Does.STROKES;
        }

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    public OutputPart {
        if (kind == Kind.RACK && wheel.isEmpty()) {
            throw Refused.at("wheel", "work.rackNeedsWheel");
        }
        if (kind == Kind.ROLLER && sizeMm.isEmpty()) {
            throw Refused.at("sizeMm", "work.rollerNeedsSize");
        }
        sizeMm.ifPresent(mm -> Limits.requireBetween("outputSize", mm, 0.05, 5000));
        lobes.ifPresent(n -> Limits.requireBetween("lobes", n, 1, 60));
    }

    /** mm or strokes a turn of the shaft; nothing where the wheel on the rack is not counted or read. */
    Optional<Double> perTurn(Drive drive) {
        return switch (kind) {
            case RACK ->
                wheel.map(drive::wheel)
                        .flatMap(w -> w.toothCount().flatMap(z -> w.module().map(m -> Math.PI * m * z)));
            case ROLLER -> sizeMm.map(d -> Math.PI * d);
            case CRANK -> Optional.of(1.0);
            case CAM -> Optional.of((double) lobes.orElse(1));
        };
    }
}
