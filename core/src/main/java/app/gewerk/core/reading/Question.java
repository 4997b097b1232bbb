package app.gewerk.core.reading;

import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.BevelGear;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.GearKind;
import app.gewerk.core.gear.GearRack;
import app.gewerk.core.gear.Toothed;
import app.gewerk.core.gear.Worm;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * Everything the reader is given about one gear.
 *
 * @param toothCount for a worm its starts; of no matter for a rack
 * @param worn whether it looks worn, so that its tips and flanks may have lost a lot
 */
public record Question(
        GearKind kind, ToothCount toothCount, List<Reading> readings, boolean worn, Optional<Mate> mate) {

    private static final int MOST_READINGS = 24;

    /** @throws IllegalArgumentException in words, when there is nothing to go by or the readings cannot be of one gear */
    public Question {
        readings = combined(readings);
        if (readings.isEmpty()) {
            throw new IllegalArgumentException(
                    "Nothing to go by yet: read the tips or a span over some teeth, and count the teeth");
        }
        if (readings.size() > MOST_READINGS) {
            throw new IllegalArgumentException("At most " + MOST_READINGS + " readings are used; take the best");
        }
        if (readings.stream().allMatch(r -> r.what().unit() == Measured.Unit.DEG)) {
            throw new IllegalArgumentException(
                    "An angle says nothing of the size yet: read the tips or a span as well, and count the teeth");
        }
        if (kind == GearKind.WORM && toothCount.most() > 12) {
            throw new IllegalArgumentException(
                    "Count the starts of the worm, the threads that begin at its end: 1 to 12");
        }
        if (kind.cylindrical() || kind == GearKind.BEVEL) {
            requireFour(toothCount);
        }
        if (!kind.cylindrical() && mate.isPresent() && !mate.get().readings().isEmpty()) {
            throw new IllegalArgumentException("Readings of the mate help with external gears and rings only");
        }
        if (kind == GearKind.INTERNAL && mate.isPresent() && mate.get().toothCount() >= toothCount.most()) {
            throw new IllegalArgumentException("The ring needs more teeth than the pinion inside it: count both again");
        }
        for (Reading reading : readings) {
            requireReadable(kind, reading.what());
            requirePossible(kind, toothCount, reading, readings);
        }
    }

    public static Question of(ToothCount toothCount, List<Reading> readings, boolean worn) {
        return new Question(GearKind.EXTERNAL, toothCount, readings, worn, Optional.empty());
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

    Question withToothCount(ToothCount count) {
        return new Question(kind, count, readings, worn, mate);
    }

    /** Asks a part of this kind with plenty of teeth whether it has such a size at all. */
    private static void requireReadable(GearKind kind, Measured what) {
        BasicRack rack = BasicRack.ISO_53_A;
        Toothed sample = switch (kind) {
            case EXTERNAL, INTERNAL ->
                new CylindricalGear(kind == GearKind.INTERNAL, 1, CylindricalGear.MOST_TEETH, 0, 0, rack);
            case RACK -> new GearRack(1, 0, rack);
            case WORM -> new Worm(1, 1, 10, rack);
            case BEVEL -> new BevelGear(1, 40, 45, rack);
        };
        try {
            what.on(sample);
        } catch (Measured.CannotBeRead cannot) {
            throw cannot;
        } catch (IllegalArgumentException otherwiseWrong) {
            // the sample's own size is no matter
        }
    }

    private static void requireFour(ToothCount toothCount) {
        if (toothCount.fewest() < CylindricalGear.FEWEST_TEETH) {
            throw new IllegalArgumentException("A gear needs at least " + CylindricalGear.FEWEST_TEETH + " teeth; "
                    + toothCount.fewest() + " given. Count again");
        }
    }

    private static void requirePossible(GearKind kind, ToothCount toothCount, Reading reading, List<Reading> readings) {
        Optional<Reading> tip = readings.stream()
                .filter(r -> r.what() instanceof Measured.TipDiameter)
                .findFirst();
        if (reading.what() instanceof Measured.SpanOver span) {
            if (span.teeth() > toothCount.most()) {
                throw new IllegalArgumentException("A span over " + span.teeth() + " teeth needs more than the "
                        + toothCount.most() + " there are: count the teeth between the jaws again");
            }
            if (tip.isPresent() && reading.mean() > tip.get().mean() + 0.1) {
                throw new IllegalArgumentException(String.format(
                        Locale.ROOT,
                        "The span over %d (%.2f mm) is wider than the whole gear over its tips (%.2f mm): one of the two is mistyped",
                        span.teeth(),
                        reading.mean(),
                        tip.get().mean()));
            }
        }
        if (reading.what() instanceof Measured.ChordOverTips chord && 2 * chord.pitches() > toothCount.most()) {
            throw new IllegalArgumentException("A chord over " + chord.pitches() + " pitches goes past half of the "
                    + toothCount.most() + " teeth: take it over fewer");
        }
        if (reading.what() instanceof Measured.CentreDistance centre
                && kind.cylindrical()
                && centre.mateToothCount() < CylindricalGear.FEWEST_TEETH) {
            throw new IllegalArgumentException("The mate needs at least " + CylindricalGear.FEWEST_TEETH + " teeth; "
                    + centre.mateToothCount() + " given");
        }
        if (reading.what() instanceof Measured.RootDiameter && tip.isPresent()) {
            boolean ring = kind == GearKind.INTERNAL;
            if (ring
                    ? reading.mean() <= tip.get().mean()
                    : reading.mean() >= tip.get().mean()) {
                throw new IllegalArgumentException(
                        ring
                                ? "In a ring the roots are wider apart than the tips: one of the two readings is mistyped"
                                : "The roots cannot be wider apart than the tips: one of the two readings is mistyped");
            }
        }
    }
}
