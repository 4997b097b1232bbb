package app.gewerk.core.fit;

import app.gewerk.core.words.Say;

/**
 * One thing to do at the bench, with its sizes.
 *
 * @param parts what is used up, in the shop's currency
 */
public record BenchStep(Say say, double minutes, double parts) {}
