package app.gewerk.core.reading;

import app.gewerk.core.Wire;
import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.Pitch;
import app.gewerk.core.knowledge.Knowledge;
import app.gewerk.core.knowledge.Row;
import java.util.ArrayList;
import java.util.List;

/** Every pitch with each basic rack, and how common they are in small plastic machines. */
public final class Series {
    /** Chance that a gear follows no series at all (from memory). */
    private static final double NOT_OF_ANY_SERIES = 0.06;

    /** How common a pitch is is itself not known well: the power that brings common and rare ones nearer to each other. */
    private static final double EVENING = 0.92;

    private static final double SMALLEST_FREE = 0.15;
    private static final double LARGEST_FREE = 6.5;

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
        double sum = all.stream().mapToDouble(Hypothesis::prior).sum();
        return new Series(all.stream()
                .map(h -> new Hypothesis(h.pitch(), h.rack(), h.standard(), h.free(), h.prior() / sum))
                .toList());
    }
}
