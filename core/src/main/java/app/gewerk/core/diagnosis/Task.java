package app.gewerk.core.diagnosis;

import app.gewerk.core.words.Say;
import java.util.List;
import java.util.Optional;

/**
 * A check on this machine.
 *
 * @param key {@code turnOutput}, {@code magnify@motorPinion}
 * @param minutes for the check itself, without opening
 * @param behind the opening behind which it is done; empty for one from outside
 */
public record Task(String key, Say words, double minutes, String behind, Optional<Risk> risk, List<Sign> signs) {}
