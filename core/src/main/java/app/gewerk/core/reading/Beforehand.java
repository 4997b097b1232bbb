package app.gewerk.core.reading;

import app.gewerk.core.words.Say;
import java.util.List;

/**
 * What is thought of gears before one is read: which are common, and how they come.
 *
 * @param proven so many gears of one's own have a say in it
 */
public record Beforehand(Series series, PartsPrior parts, int proven) {
    /** So far off size a part is no longer as drawn, whatever the caliper's own error. */
    private static final double TOLD_FROM = 0.005;

    private static final Beforehand SHIPPED = after(List.of(), Series.shipped());

    public static Beforehand shipped() {
        return SHIPPED;
    }

    /** @param proven in the shop that asks */
    public static Beforehand after(List<ProvenGear> proven, Series series) {
        return new Beforehand(series.after(proven), PartsPrior.after(proven), proven.size());
    }

    /** Once there are any proven: how many, and how such gears come. */
    public Say words() {
        return Say.of(
                "reading.weighedWith",
                "gears",
                proven,
                "offSize",
                Math.round(100 * parts.furtherOff(TOLD_FROM)),
                "by",
                100 * TOLD_FROM,
                "worn",
                Math.round(100 * parts.wornUnnoticed()));
    }
}
