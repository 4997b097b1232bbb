package app.gewerk.core.diagnosis;

/**
 * A part of the machine that can fail, in the order of the drive.
 *
 * @param code its name within the machine, letters and digits
 * @param type what it is: {@code gear}, {@code pinion}, {@code shaft} …; decides how it can fail
 * @param behind the opening it lies behind; empty when it can be reached from outside
 */
public record Component(String code, String type, String words, String behind) {}
