package app.gewerk.core.proving;

import app.gewerk.core.words.Say;

/**
 * One thing to try.
 *
 * @param code by which its result is kept
 * @param see what it looks, sounds and feels like when it is well
 * @param stopAt what ends it at once
 */
public record Trial(String code, Rung rung, Say words, Say see, Say stopAt, double minutes) {}
