package app.gewerk.core.stores;

import app.gewerk.core.sourcing.Fit;
import app.gewerk.core.sourcing.GearAsListed;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Part of what a gear is to be: "anything of 0.5 module, 20 to 30 teeth, bore 3".
 *
 * @param module mm
 * @param boreMm and
 * @param faceWidthMm as wanted; a gear that differs is still found, with what it takes
 */
public record GearWish(
        Optional<Range> module,
        Optional<Range> toothCount,
        Optional<Double> boreMm,
        Optional<Double> faceWidthMm,
        Optional<Double> pressureAngleDeg) {

    public record Range(double from, double to) {
        static Range at(double value) {
            return new Range(value, value);
        }

        static Range between(double one, double other) {
            return new Range(Math.min(one, other), Math.max(one, other));
        }

        Range widened(double share) {
            return new Range(from * (1 - share), to * (1 + share));
        }

        boolean holds(double value) {
            return value >= from && value <= to;
        }
    }

    static final GearWish ANY =
            new GearWish(Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty());

    /** A gear of so many teeth and about that module. @param room share of the module */
    public static GearWish near(double module, double room, int toothCount) {
        return of(Range.at(module).widened(room), Range.at(toothCount));
    }

    /** A gear of a pitch, of so many teeth or at most so many more or less. */
    public static GearWish about(double module, int toothCount, int off) {
        return of(Range.at(module), Range.between(toothCount - off, toothCount + off));
    }

    private static GearWish of(Range module, Range toothCount) {
        return new GearWish(
                Optional.of(module), Optional.of(toothCount), Optional.empty(), Optional.empty(), Optional.empty());
    }

    /** Whether it says anything of a gear. */
    public boolean nothing() {
        return equals(ANY);
    }

    /** Modules that would do: pitches that run with one another are both found by either's name. */
    public Optional<Range> moduleRange() {
        return module.map(m -> m.widened(Fit.RUNS_AS_SAME));
    }

    /** How a gear fits the wish; nothing when it is another gear. */
    public Optional<Fit> fit(GearAsListed gear) {
        boolean same = moduleRange().map(m -> m.holds(gear.pitch().module())).orElse(true)
                && toothCount.map(z -> z.holds(gear.toothCount())).orElse(true)
                && pressureAngleDeg
                        .map(a -> Math.abs(a - gear.pressureAngleDeg()) < 0.1)
                        .orElse(true);
        if (!same) {
            return Optional.empty();
        }
        return Fit.of(boreMm, faceWidthMm, gear);
    }

    /** What was understood, each in words. */
    public List<Say> words() {
        List<Say> words = new ArrayList<>();
        module.ifPresent(m -> words.add(ranged("wish.module", m)));
        toothCount.ifPresent(z -> words.add(ranged("wish.teeth", z)));
        boreMm.ifPresent(mm -> words.add(Say.of("wish.bore", "mm", mm)));
        faceWidthMm.ifPresent(mm -> words.add(Say.of("wish.width", "mm", mm)));
        pressureAngleDeg.ifPresent(deg -> words.add(Say.of("wish.angle", "deg", deg)));
        return List.copyOf(words);
    }

    private static Say ranged(String code, Range range) {
        return range.from == range.to
                ? Say.of(code, "from", range.from)
                : Say.of(code + "Between", "from", range.from, "to", range.to);
    }
}
