package app.gewerk.core.reading;

import app.gewerk.core.Knowledge;
import app.gewerk.core.Wire;
import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.Pitch;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/**
 * One answer the reader can give before it has seen a reading.
 *
 * @param standard true for modules and diametral pitches of the usual series
 * @param free true when the pitch is only a place to start from and the module is fitted: "not a standard one"
 * @param prior how probable it is in small plastic machines; all hypotheses together make 1
 */
record Hypothesis(Pitch pitch, BasicRack rack, boolean standard, boolean free, double prior) {

    /** Chance that a gear follows no series at all (from memory). */
    private static final double NOT_OF_ANY_SERIES = 0.06;

    /** How common a pitch is is itself not known well: the power that brings common and rare ones nearer to each other. */
    private static final double EVENING = 0.92;

    /** Distance of the starting places for a free module, in ln m. */
    static final double FREE_STEP = 0.04;

    private static final double SMALLEST_FREE = 0.15;
    private static final double LARGEST_FREE = 6.5;

    private static final List<Hypothesis> ALL = load();

    static List<Hypothesis> all() {
        return ALL;
    }

    private record RackChoice(BasicRack rack, double metric, double inch) {
        static RackChoice of(Map<String, String> row) {
            return new RackChoice(
                    BasicRack.of(
                            number(row, "pressureAngleDeg"),
                            number(row, "addendumCoefficient"),
                            number(row, "clearanceCoefficient")),
                    number(row, "commonnessMetric"),
                    number(row, "commonnessInch"));
        }
    }

    private static double number(Map<String, String> row, String column) {
        return Double.parseDouble(row.get(column));
    }

    private static List<Hypothesis> load() {
        List<RackChoice> racks =
                Knowledge.rows("racks").stream().map(RackChoice::of).toList();
        List<Hypothesis> all = new ArrayList<>();
        double commonness = Knowledge.rows("pitches").stream()
                .mapToDouble(row -> Math.pow(number(row, "commonness"), EVENING))
                .sum();
        for (Map<String, String> row : Knowledge.rows("pitches")) {
            Pitch pitch = new Pitch(Wire.parse(Pitch.System.class, row.get("system")), number(row, "value"));
            boolean inch = pitch.system() == Pitch.System.DIAMETRAL_PITCH;
            boolean series = pitch.system() != Pitch.System.CIRCULAR_PITCH;
            double common = Math.pow(number(row, "commonness"), EVENING) / commonness;
            for (RackChoice choice : racks) {
                double share = inch ? choice.inch : choice.metric;
                all.add(new Hypothesis(pitch, choice.rack, series, false, common * share));
            }
        }
        int places = (int) Math.ceil(Math.log(LARGEST_FREE / SMALLEST_FREE) / FREE_STEP);
        for (int i = 0; i <= places; i++) {
            Pitch start = Pitch.ofModule(SMALLEST_FREE * Math.exp(i * FREE_STEP));
            for (RackChoice choice : racks) {
                all.add(new Hypothesis(
                        start, choice.rack, false, true, NOT_OF_ANY_SERIES / (places + 1) * choice.metric));
            }
        }
        double sum = all.stream().mapToDouble(Hypothesis::prior).sum();
        return all.stream()
                .map(h -> new Hypothesis(h.pitch, h.rack, h.standard, h.free, h.prior / sum))
                .toList();
    }
}
