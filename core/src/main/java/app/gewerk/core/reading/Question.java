package app.gewerk.core.reading;

import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.GearKind;
import app.gewerk.core.words.Refused;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Everything the reader is given about one gear.
 *
 * @param toothCount for a worm its starts; of no matter for a rack
 * @param worn whether it looks worn, so that its tips and flanks may have lost a lot
 * @param swollen whether it is of polyamide that may have taken up water
 */
public record Question(
        GearKind kind,
        ToothCount toothCount,
        List<Reading> readings,
        boolean worn,
        boolean swollen,
        Optional<Mate> mate) {

    private static final int MOST_READINGS = 24;

    /** @throws Refused in words, when there is nothing to go by or the readings cannot be of one gear */
    public Question {
        readings = combined(readings);
        if (readings.isEmpty()) {
            throw new Refused("reading.nothingToGoBy");
        }
        if (readings.size() > MOST_READINGS) {
            throw new Refused("reading.tooMany", "most", MOST_READINGS);
        }
        if (readings.stream().allMatch(r -> r.what().unit() == Measured.Unit.DEG)) {
            throw new Refused("reading.onlyAngles");
        }
        if (kind == GearKind.WORM && toothCount.most() > 12) {
            throw new Refused("worm.starts");
        }
        if (kind.cylindrical() || kind == GearKind.BEVEL) {
            requireFour(toothCount);
        }
        if (!kind.cylindrical() && mate.isPresent() && !mate.get().readings().isEmpty()) {
            throw new Refused("mate.onlyOfSome");
        }
        if (kind == GearKind.INTERNAL && mate.isPresent() && mate.get().toothCount() >= toothCount.most()) {
            throw new Refused("ring.fewerThanPinion");
        }
        for (Reading reading : readings) {
            requireReadable(kind, reading.what());
            requirePossible(kind, toothCount, reading, readings);
        }
    }

    public Question(GearKind kind, ToothCount toothCount, List<Reading> readings, boolean worn, Optional<Mate> mate) {
        this(kind, toothCount, readings, worn, false, mate);
    }

    public static Question of(ToothCount toothCount, List<Reading> readings, boolean worn) {
        return new Question(GearKind.EXTERNAL, toothCount, readings, worn, false, Optional.empty());
    }

    /** The same thing read again, by the same kind of instrument, is one reading with more repeats, whoever took it. */
    static List<Reading> combined(List<Reading> readings) {
        Map<List<Object>, List<Double>> values = new LinkedHashMap<>();
        for (Reading reading : readings) {
            values.computeIfAbsent(List.of(reading.what(), reading.instrument()), k -> new ArrayList<>())
                    .addAll(reading.values());
        }
        return values.entrySet().stream()
                .map(e -> new Reading((Measured) e.getKey().get(0), e.getValue(), (Instrument)
                        e.getKey().get(1)))
                .toList();
    }

    /** This gear's readings, then its mate's. */
    List<Reading> allReadings() {
        List<Reading> all = new ArrayList<>(readings);
        mate.ifPresent(m -> all.addAll(m.readings()));
        return all;
    }

    /** The same with another count; none where such a gear has too few teeth for itself or for what was read of it. */
    Optional<Question> ifCounted(int teeth) {
        boolean possible = teeth >= CylindricalGear.FEWEST_TEETH
                && teeth <= CylindricalGear.MOST_TEETH
                && readings.stream().allMatch(r -> leastTeeth(r.what()) <= teeth)
                && !(kind == GearKind.INTERNAL
                        && mate.filter(m -> m.toothCount() >= teeth).isPresent());
        return possible ? Optional.of(with(new ToothCount.Exactly(teeth), readings)) : Optional.empty();
    }

    private Question with(ToothCount count, List<Reading> read) {
        return new Question(kind, count, read, worn, swollen, mate);
    }

    /**
     * The same, some of its spans read over another number of teeth than was said; none where the gear has not so many, or
     * the same span was read already.
     *
     * @param which of the readings, each a span
     */
    Optional<Question> ifSpansWereOver(List<Integer> which, int moreTeeth) {
        List<Reading> other = new ArrayList<>(readings);
        for (int i : which) {
            Reading said = readings.get(i);
            if (said.what() instanceof Measured.SpanOver span) {
                int teeth = span.teeth() + moreTeeth;
                if (teeth < 1 || teeth > toothCount.fewest()) {
                    return Optional.empty();
                }
                other.set(i, new Reading(new Measured.SpanOver(teeth), said.values(), said.instrument()));
            }
        }
        return combined(other).size() == readings.size() ? Optional.of(with(toothCount, other)) : Optional.empty();
    }

    /** The fewest teeth a gear must have for a reading to be taken of it. */
    private static int leastTeeth(Measured what) {
        return switch (what) {
            case Measured.SpanOver span -> span.teeth();
            case Measured.ChordOverTips chord -> 2 * chord.pitches();
            default -> 1;
        };
    }

    /** Asks a part of this kind with plenty of teeth whether it has such a size at all. */
    private static void requireReadable(GearKind kind, Measured what) {
        if (!ReadingKind.of(what).gears().contains(kind)) {
            throw Measured.cannotBeRead(what, kind);
        }
    }

    private static void requireFour(ToothCount toothCount) {
        if (toothCount.fewest() < CylindricalGear.FEWEST_TEETH) {
            throw new Refused("gear.tooFewTeeth", "least", CylindricalGear.FEWEST_TEETH, "given", toothCount.fewest());
        }
    }

    private static void requirePossible(GearKind kind, ToothCount toothCount, Reading reading, List<Reading> readings) {
        Optional<Reading> tip = readings.stream()
                .filter(r -> r.what() instanceof Measured.TipDiameter)
                .findFirst();
        if (reading.what() instanceof Measured.SpanOver span) {
            if (leastTeeth(span) > toothCount.most()) {
                throw new Refused("span.moreThanThere", "teeth", span.teeth(), "most", toothCount.most());
            }
            if (tip.isPresent() && reading.mean() > tip.get().mean() + 0.1) {
                throw new Refused(
                        "span.widerThanGear",
                        "teeth",
                        span.teeth(),
                        "span",
                        reading.mean(),
                        "tip",
                        tip.get().mean());
            }
        }
        if (reading.what() instanceof Measured.ChordOverTips chord && leastTeeth(chord) > toothCount.most()) {
            throw new Refused("chord.pastHalf", "pitches", chord.pitches(), "most", toothCount.most());
        }
        if (reading.what() instanceof Measured.CentreDistance centre
                && kind.cylindrical()
                && centre.mateToothCount() < CylindricalGear.FEWEST_TEETH) {
            throw new Refused(
                    "mate.tooFewTeeth", "least", CylindricalGear.FEWEST_TEETH, "given", centre.mateToothCount());
        }
        if (reading.what() instanceof Measured.RootDiameter && tip.isPresent()) {
            boolean ring = kind == GearKind.INTERNAL;
            if (ring
                    ? reading.mean() <= tip.get().mean()
                    : reading.mean() >= tip.get().mean()) {
                throw new Refused(ring ? "reading.ringRoots" : "reading.roots");
            }
        }
    }
}
