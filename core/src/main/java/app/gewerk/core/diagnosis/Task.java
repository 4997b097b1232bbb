package app.gewerk.core.diagnosis;

import app.gewerk.core.words.Say;
import java.util.List;
import java.util.Optional;

/**
 * A check on this machine.
 *
 * @param key {@code turnOutput}, {@code magnify@motorPinion}
 * @param minutes for the check itself, without opening
 * @param runs true when the machine is run for it as it is, with whatever is wrong in it
 * @param behind the opening behind which it is done; empty for one from outside
 */
public record Task(
        String key, Say words, double minutes, String behind, boolean runs, Optional<Risk> risk, List<Sign> signs) {}
