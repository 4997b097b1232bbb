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
    private final Map<Companion.Part, OfPart> byPart;

    private Usual(Map<Way, OfWay> byWay, Map<Companion.Part, OfPart> byPart) {
        this.byWay = byWay;
        this.byPart = byPart;
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

    /**
     * Of a part that is fitted with another.
     *
     * @param price where nobody has said one
     */
    record OfPart(double minutes, double price) {}

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
        Map<Companion.Part, OfPart> byPart = new EnumMap<>(Companion.Part.class);
        for (Row row : knowledge.rows("companions")) {
            byPart.put(
                    Wire.parse(Companion.Part.class, row.text("part")),
                    new OfPart(row.number("minutes"), row.number("price")));
        }
        return new Usual(byWay, byPart);
    }

    public static Usual shipped() {
        return SHIPPED;
    }

    OfPart of(Companion.Part part) {
        OfPart usual = byPart.get(part);
        if (usual == null) {
            throw new IllegalStateException("knowledge/companions.csv has no row for " + part);
        }
        return usual;
    }

    OfWay of(Way way) {
        OfWay usual = byWay.get(way);
        if (usual == null) {
            throw new IllegalStateException("knowledge/ways.csv has no row for " + way);
        }
        return usual;
    }
}
