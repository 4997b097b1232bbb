package app.gewerk.core.train;

import app.gewerk.core.AtMost;
import app.gewerk.core.Wire;
import app.gewerk.core.gear.Limits;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import java.util.Optional;
import org.hipparchus.fraction.BigFraction;

/**
 * What a machine has to do with its output.
 *
 * @param shaft that does it
 * @param wanted turns a minute, mm a second, or seconds a stroke; without sign
 * @param perTurn of the shaft: mm of a crawler, strokes of a linkage; nothing for turns, or where its part tells
 * @param part that does it: a rack, a roller, a crank, a cam
 */
public record Work(
        @AtMost(40) String shaft,
        Does does,
        Optional<Double> wanted,
        Optional<Double> perTurn,
        Optional<OutputPart> part) {

    /** In what the work is told. */
    public enum Does {
        TURNS,
        TRAVEL,
        STROKES;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    public Work {
        wanted.ifPresent(value -> Limits.requireBetween("wanted", value, 1e-6, 1e6));
        perTurn.ifPresent(value -> Limits.requireBetween("perTurn", value, 1e-3, 1e5));
        part.filter(p -> p.kind().does() != does).ifPresent(p -> {
            throw Refused.at("does", "work.partDoesOther", "part", Say.of("outputPart." + p.kind()));
        });
    }

    public Work(String shaft, Does does, Optional<Double> wanted, Optional<Double> perTurn) {
        this(shaft, does, wanted, perTurn, Optional.empty());
    }

    /** With what a turn makes told by its part, as far as that is known. */
    Work in(Drive drive) {
        return new Work(shaft, does, wanted, part.map(p -> p.perTurn(drive)).orElse(perTurn), part);
    }

    private BigFraction exactPerTurn() {
        return perTurn.map(Exact::of).orElse(BigFraction.ONE);
    }

    /** Turns a minute at which it does what is wanted. */
    public Optional<BigFraction> wantedRpm() {
        BigFraction minute = new BigFraction(60);
        return wanted.map(Exact::of).map(value -> switch (does) {
            case TURNS -> value;
            case TRAVEL -> value.multiply(minute).divide(exactPerTurn());
            case STROKES -> minute.divide(value).divide(exactPerTurn());
        });
    }

    /** What it does at a speed, in the same unit as what is wanted. */
    public double at(double rpm) {
        double turns = Math.abs(rpm);
        return switch (does) {
            case TURNS -> turns;
            case TRAVEL -> turns / 60 * perTurn.orElse(1.0);
            case STROKES -> 60 / (turns * perTurn.orElse(1.0));
        };
    }
}
