package app.gewerk.core.reading;

import app.gewerk.core.Wire;
import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.Pitch;
import app.gewerk.core.knowledge.Knowledge;
import app.gewerk.core.knowledge.Row;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;

/** Every pitch with each basic rack, and how common they are in small plastic machines. */
public final class Series {
    /** Chance that a gear follows no series at all (from memory). */
    private static final double NOT_OF_ANY_SERIES = 0.06;

    /** How common a pitch is is itself not known well: the power that brings common and rare ones nearer to each other. */
    private static final double EVENING = 0.92;

    private static final double SMALLEST_FREE = 0.15;
    private static final double LARGEST_FREE = 6.5;

    /** As many gears proven in a shop weigh as much as what is said beforehand (from memory). */
    private static final double WORTH_GEARS = 100;

    private static final Series SHIPPED = of(Knowledge.shipped());

    private final List<Hypothesis> all;

    private Series(List<Hypothesis> all) {
        this.all = all;
    }

    public static Series shipped() {
        return SHIPPED;
    }

    /** The pitches there are. */
    public List<Pitch> pitches() {
        return all.stream()
                .filter(h -> !h.free())
                .map(Hypothesis::pitch)
                .distinct()
                .toList();
    }

    /** Those of one pitch, in racks of one angle and addendum. */
    Series only(Pitch pitch, double pressureAngleDeg, double addendumCoefficient) {
        return new Series(all.stream()
                .filter(h -> !h.free()
                        && h.pitch().equals(pitch)
                        && Racks.of(h).equals(new Racks(h.inch(), pressureAngleDeg, addendumCoefficient)))
                .toList());
    }

    /** Racks that make the same answer, beside those of the same measures. */
    private record Racks(boolean inch, double pressureAngleDeg, double addendumCoefficient) {
        static Racks of(Hypothesis h) {
            return new Racks(h.inch(), h.rack().pressureAngleDeg(), h.rack().addendumCoefficient());
        }

        static Racks of(ProvenGear gear) {
            return new Racks(gear.inch(), gear.pressureAngleDeg(), gear.addendumCoefficient());
        }
    }

    /** With pitches and racks as common as gears have proven to be, what is said of them counted as so many gears more. */
    Series after(List<ProvenGear> proven) {
        if (proven.isEmpty()) {
            return this;
        }
        Map<Optional<Pitch>, Double> ofPitch = shares(Hypothesis::series);
        Map<Racks, Double> ofRacks = shares(Racks::of);
        Map<Boolean, Double> ofInch = shares(Hypothesis::inch);
        Map<Optional<Pitch>, Long> pitches = counts(proven, ProvenGear::pitch);
        Map<Racks, Long> racks = counts(proven, Racks::of);
        Map<Boolean, Long> inches = counts(proven, ProvenGear::inch);
        return new Series(normalised(all.stream()
                .map(h -> {
                    Racks rack = Racks.of(h);
                    double pitchTimes =
                            times(pitches.getOrDefault(h.series(), 0L), proven.size(), ofPitch.get(h.series()));
                    double rackTimes = times(
                            racks.getOrDefault(rack, 0L),
                            inches.getOrDefault(h.inch(), 0L),
                            ofRacks.get(rack) / ofInch.get(h.inch()));
                    return new Hypothesis(
                            h.pitch(), h.rack(), h.standard(), h.free(), h.prior() * pitchTimes * rackTimes);
                })
                .toList()));
    }

    private <K> Map<K, Double> shares(Function<Hypothesis, K> by) {
        return all.stream().collect(Collectors.groupingBy(by, Collectors.summingDouble(Hypothesis::prior)));
    }

    private static <K> Map<K, Long> counts(List<ProvenGear> proven, Function<ProvenGear, K> by) {
        return proven.stream().collect(Collectors.groupingBy(by, Collectors.counting()));
    }

    /** By how much commoner something is that was said to have a share and was so many of all; what was ruled out stays so. */
    private static double times(long found, long of, double share) {
        return share == 0 ? 1 : (WORTH_GEARS * share + found) / ((WORTH_GEARS + of) * share);
    }

    private static List<Hypothesis> normalised(List<Hypothesis> hypotheses) {
        double sum = hypotheses.stream().mapToDouble(Hypothesis::prior).sum();
        return hypotheses.stream()
                .map(h -> new Hypothesis(h.pitch(), h.rack(), h.standard(), h.free(), h.prior() / sum))
                .toList();
    }

    List<Hypothesis> all() {
        return all;
    }

    private record RackChoice(BasicRack rack, double metric, double inch) {
        static RackChoice of(Row row) {
            return new RackChoice(
                    BasicRack.of(
                            row.number("pressureAngleDeg"),
                            row.number("addendumCoefficient"),
                            row.number("clearanceCoefficient")),
                    row.number("commonnessMetric"),
                    row.number("commonnessInch"));
        }
    }

    public static Series of(Knowledge knowledge) {
        List<RackChoice> racks =
                knowledge.rows("racks").stream().map(RackChoice::of).toList();
        List<Hypothesis> all = new ArrayList<>();
        double commonness = knowledge.rows("pitches").stream()
                .mapToDouble(row -> Math.pow(row.number("commonness"), EVENING))
                .sum();
        for (Row row : knowledge.rows("pitches")) {
            Pitch pitch = new Pitch(Wire.parse(Pitch.System.class, row.text("system")), row.number("value"));
            boolean inch = pitch.system() == Pitch.System.DIAMETRAL_PITCH;
            boolean series = pitch.system() != Pitch.System.CIRCULAR_PITCH;
            double common = Math.pow(row.number("commonness"), EVENING) / commonness;
            for (RackChoice choice : racks) {
                double share = inch ? choice.inch : choice.metric;
                all.add(new Hypothesis(pitch, choice.rack, series, false, common * share));
            }
        }
        int places = (int) Math.ceil(Math.log(LARGEST_FREE / SMALLEST_FREE) / Hypothesis.FREE_STEP);
        for (int i = 0; i <= places; i++) {
            Pitch start = Pitch.ofModule(SMALLEST_FREE * Math.exp(i * Hypothesis.FREE_STEP));
            for (RackChoice choice : racks) {
                all.add(new Hypothesis(
                        start, choice.rack, false, true, NOT_OF_ANY_SERIES / (places + 1) * choice.metric));
            }
        }
        return new Series(normalised(all));
    }
}
