package app.gewerk.core.train;

import app.gewerk.core.AtMost;
import app.gewerk.core.words.Refused;

/**
 * A gear and the shaft it turns with.
 *
 * @param toothCount of a worm its starts
 */
public record GearOnShaft(@AtMost(40) String shaft, int toothCount) {
    public static final int MOST_TEETH = 10_000;

    public GearOnShaft {
        if (toothCount < 1 || toothCount > MOST_TEETH) {
            throw Refused.at("toothCount", "train.teeth", "shaft", shaft, "given", toothCount, "most", MOST_TEETH);
        }
    }

    public GearOnShaft withTeeth(int count) {
        return new GearOnShaft(shaft, count);
    }
}
