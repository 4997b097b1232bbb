package app.gewerk.core.sourcing;

import app.gewerk.core.Wire;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Span;
import app.gewerk.core.reading.Measured;
import app.gewerk.core.reading.Series;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * Whether a gear that came is the one that was needed. Count, tips and a span tell another count, pitch, depth or shift, before
 * anything is closed over it.
 *
 * @param told one for each reading that was taken
 */
public record Arrived(List<ArrivalReading> told) {
    /** A caliper, and how far bought gears are off their size (from memory). */
    private static final double TIP_MM = 0.08;

    private static final double SPAN_MM = 0.04;
    private static final double OF_SIZE = 0.004;

    /** Shifts that a gear may have besides the one that was asked for. */
    private static final List<Double> SHIFTS =
            IntStream.rangeClosed(-8, 8).mapToObj(i -> i / 20.0).toList();
    /** A shift of one, and another pitch, are as unlikely as so many readings that are just off (from memory). */
    private static final double PER_SHIFT = 10;

    private static final double ANOTHER_PITCH = 4;

    /** What is read. */
    public enum What {
        TEETH,
        TIP,
        SPAN;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /**
     * A reading that is proposed.
     *
     * @param over teeth, of a span; 0 otherwise
     * @param expected a count, or what a caliper shows (mm)
     * @param within as near as it has to be
     */
    public record Expected(What what, int over, double expected, double within) {
        ArrivalReading told(double read) {
            return new ArrivalReading(this, read, Math.abs(read - expected) <= within);
        }
    }

    public record ArrivalReading(Expected expected, double read, boolean agrees) {
        /** What does not agree, in words. */
        Say said() {
            return switch (expected.what) {
                case TEETH -> Say.of("arrived.teeth", "has", read, "needs", expected.expected);
                case TIP ->
                    Say.of(
                            read > expected.expected ? "arrived.tipWider" : "arrived.tipNarrower",
                            "by",
                            Math.abs(read - expected.expected));
                case SPAN ->
                    Say.of(
                            read > expected.expected ? "arrived.spanWider" : "arrived.spanNarrower",
                            "by",
                            Math.abs(read - expected.expected),
                            "over",
                            expected.over);
            };
        }
    }

    /** What to read of a gear that was bought for this one. */
    public static List<Expected> toRead(CylindricalGear gear) {
        List<Expected> readings = new ArrayList<>();
        readings.add(new Expected(What.TEETH, 0, gear.toothCount(), 0));
        double tip = new Measured.TipDiameter().on(gear);
        readings.add(new Expected(What.TIP, 0, tip, TIP_MM + OF_SIZE * tip));
        if (!gear.internal()) {
            int k = Span.bestToothNumber(gear);
            double span = new Measured.SpanOver(k).on(gear);
            readings.add(new Expected(What.SPAN, k, span, SPAN_MM + OF_SIZE * span));
        }
        return List.copyOf(readings);
    }

    /** @param read what was read of each that was proposed, in their order; left out where it was not */
    public static Arrived of(CylindricalGear gear, List<Optional<Double>> read) {
        List<Expected> proposed = toRead(gear);
        List<ArrivalReading> told = new ArrayList<>();
        for (int i = 0; i < Math.min(proposed.size(), read.size()); i++) {
            Expected expected = proposed.get(i);
            read.get(i).ifPresent(value -> told.add(expected.told(value)));
        }
        return new Arrived(List.copyOf(told));
    }

    /** What does not agree, each in words; nothing where all that was read does. */
    public List<Say> wrong() {
        return told.stream().filter(t -> !t.agrees).map(ArrivalReading::said).toList();
    }

    /**
     * The gear that came, as far as its readings tell: its count, and of the pitches there are the one whose tips and span are
     * nearest. What was not read is taken to be as it was needed.
     */
    public static CylindricalGear came(CylindricalGear needed, Arrived arrived) {
        int count = arrived.read(What.TEETH).map(z -> (int) Math.round(z)).orElse(needed.toothCount());
        List<Double> modules = new ArrayList<>(List.of(needed.normalModule()));
        Series.shipped().pitches().forEach(p -> modules.add(p.module()));
        return modules.stream()
                .distinct()
                .flatMap(m -> SHIFTS.stream()
                        .map(x -> new CylindricalGear(
                                needed.internal(),
                                m,
                                Math.max(4, count),
                                needed.helixAngleDeg(),
                                needed.profileShiftCoefficient() + x,
                                needed.rack())))
                .min(Comparator.comparingDouble(gear ->
                        arrived.misses(gear) + (gear.normalModule() == needed.normalModule() ? 0 : ANOTHER_PITCH)))
                .orElse(needed);
    }

    private Optional<Double> read(What what) {
        return told.stream()
                .filter(t -> t.expected.what == what)
                .map(ArrivalReading::read)
                .findFirst();
    }

    private double misses(CylindricalGear gear) {
        double misses = 0;
        for (ArrivalReading reading : told) {
            double shows = switch (reading.expected.what) {
                case TEETH -> reading.read;
                case TIP -> new Measured.TipDiameter().on(gear);
                case SPAN -> new Measured.SpanOver(reading.expected.over).on(gear);
            };
            misses += Math.abs(shows - reading.read) / Math.max(SPAN_MM, reading.expected.within);
        }
        return misses + PER_SHIFT * Math.abs(gear.profileShiftCoefficient());
    }
}
