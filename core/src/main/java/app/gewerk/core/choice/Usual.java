package app.gewerk.core.choice;

import app.gewerk.core.Knowledge;
import app.gewerk.core.Wire;
import app.gewerk.core.job.Way;
import java.util.EnumMap;
import java.util.Map;

/**
 * What a way usually takes, before anything is known of the gear.
 *
 * @param minutes at the bench, without opening the machine
 * @param days besides waiting for a parcel: curing, printing
 * @param parts what is used up, in the shop's currency
 * @param scatter of what it bears (standard deviation of the logarithm)
 * @param undoable whether the machine can be put back as it was before
 * @param likeness 1 as it was, 0 nothing like it
 */
record Usual(double minutes, double days, double parts, double scatter, boolean undoable, double likeness) {
    private static final Map<Way, Usual> ALL = new EnumMap<>(Way.class);

    static {
        for (Map<String, String> row : Knowledge.rows("ways")) {
            ALL.put(
                    Wire.parse(Way.class, row.get("way")),
                    new Usual(
                            Double.parseDouble(row.get("minutes")),
                            Double.parseDouble(row.get("days")),
                            Double.parseDouble(row.get("parts")),
                            Double.parseDouble(row.get("scatter")),
                            row.get("undoable").equals("yes"),
                            Double.parseDouble(row.get("likeness"))));
        }
    }

    static Usual of(Way way) {
        Usual usual = ALL.get(way);
        if (usual == null) {
            throw new IllegalStateException("knowledge/ways.csv has no row for " + way);
        }
        return usual;
    }
}
