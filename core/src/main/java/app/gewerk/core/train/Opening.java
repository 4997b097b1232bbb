package app.gewerk.core.train;

import app.gewerk.core.AtMost;
import app.gewerk.core.words.Say;

/**
 * Something that has to come off before parts behind it can be seen.
 *
 * @param parts how many fasteners and pieces come off
 * @param minutes to take it off
 * @param after the opening that must be off before; empty when this one can be taken off first
 */
public record Opening(
        @AtMost(40) String code,
        @AtMost(100) Say words,
        int parts,
        double minutes,
        @AtMost(40) String after) {}
