package app.gewerk.core.diagnosis;

import java.util.List;

/**
 * A check on this machine.
 *
 * @param key {@code turnOutput}, {@code magnify@motorPinion}
 * @param minutes for the check itself, without opening
 * @param behind the opening behind which it is done; empty for one from outside
 * @param risk {@code mains}, {@code moving}, {@code breaks} or empty
 */
public record Task(String key, String words, double minutes, String behind, String risk, List<Sign> signs) {}
