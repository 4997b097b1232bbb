package app.gewerk.core.diagnosis;

import app.gewerk.core.AtMost;

/**
 * A part of the machine that can fail, in the order of the drive.
 *
 * @param code its name within the machine, letters and digits
 * @param type what it is: {@code gear}, {@code pinion}, {@code shaft} …; decides how it can fail
 * @param behind the opening it lies behind; empty when it can be reached from outside
 */
public record Component(
        @AtMost(40) String code,
        @AtMost(40) String type,
        @AtMost(100) String words,
        @AtMost(40) String behind) {}
