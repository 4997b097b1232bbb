package app.gewerk.core.reading;

import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.Pitch;
import java.util.Optional;

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

    /** Nothing of a gear of no series. */
    Optional<Pitch> series() {
        return free ? Optional.empty() : Optional.of(pitch);
    }

    /** Of racks as they are common for diametral pitches. */
    boolean inch() {
        return pitch.system() == Pitch.System.DIAMETRAL_PITCH;
    }
}
