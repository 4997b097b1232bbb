package app.gewerk.core.reading;

import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.Pitch;

/**
 * One answer the reader can give before it has seen a reading.
 *
 * @param standard true for modules and diametral pitches of the usual series
 * @param free true when the pitch is only a place to start from and the module is fitted: "not a standard one"
 * @param prior how probable it is in small plastic machines; all hypotheses together make 1
 */
record Hypothesis(Pitch pitch, BasicRack rack, boolean standard, boolean free, double prior) {
    /** Distance of the starting places for a free module, in ln m. */
    static final double FREE_STEP = 0.04;
}
