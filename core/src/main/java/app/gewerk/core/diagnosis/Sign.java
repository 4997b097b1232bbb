package app.gewerk.core.diagnosis;

import app.gewerk.core.words.Say;

/**
 * An observation on this machine: of the whole of it, or of one of its parts.
 *
 * @param key by which answers name it: {@code steadyClick}, {@code crackToBore@motorPinion}
 */
public record Sign(String key, Say words, boolean ofPart) {}
