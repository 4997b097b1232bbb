package app.gewerk.core.train;

import app.gewerk.core.AtMost;
import app.gewerk.core.words.Say;

/**
 * A part of the machine that can fail, in the order of the drive.
 *
 * @param code its name within the machine, letters and digits
 * @param type decides how it can fail
 * @param behind the opening it lies behind; empty when it can be reached from outside
 */
public record Component(
        @AtMost(40) String code,
        PartType type,
        @AtMost(100) Say words,
        @AtMost(40) String behind) {}
