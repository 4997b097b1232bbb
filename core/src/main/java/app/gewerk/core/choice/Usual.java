package app.gewerk.core.choice;

import app.gewerk.core.Wire;
import app.gewerk.core.job.Way;
import app.gewerk.core.knowledge.Knowledge;
import app.gewerk.core.knowledge.Row;
import java.util.EnumMap;
import java.util.Map;

/** What each way usually takes, before anything is known of the gear. */
public final class Usual {
    private static final Usual SHIPPED = of(Knowledge.shipped());

    private final Map<Way, OfWay> byWay;

    private Usual(Map<Way, OfWay> byWay) {
        this.byWay = byWay;
    }

    /**
     * @param minutes at the bench, without opening the machine
     * @param days besides waiting for a parcel: curing, printing
     * @param parts what is used up, in the shop's currency
     * @param scatter of what it bears (standard deviation of the logarithm)
     * @param undoable whether the machine can be put back as it was before
     * @param likeness 1 as it was, 0 nothing like it
     */
    record OfWay(double minutes, double days, double parts, double scatter, boolean undoable, double likeness) {}

    public static Usual of(Knowledge knowledge) {
        Map<Way, OfWay> byWay = new EnumMap<>(Way.class);
        for (Row row : knowledge.rows("ways")) {
            byWay.put(
                    Wire.parse(Way.class, row.text("way")),
                    new OfWay(
                            row.number("minutes"),
                            row.number("days"),
                            row.number("parts"),
                            row.number("scatter"),
                            row.yes("undoable"),
                            row.number("likeness")));
        }
        return new Usual(byWay);
    }

    public static Usual shipped() {
        return SHIPPED;
    }

    OfWay of(Way way) {
        OfWay usual = byWay.get(way);
        if (usual == null) {
            throw new IllegalStateException("knowledge/ways.csv has no row for " + way);
        }
        return usual;
    }
}
