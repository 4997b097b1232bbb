package app.gewerk.core.account;

import java.time.Duration;

/**
 * How long nothing is heard after wrong secrets: not at all after the first few, then twice as long after each more, up
 * to a longest pause. It never becomes for ever, so that nobody can shut somebody else out by guessing.
 *
 * @param free wrong ones that cost no pause
 * @param first the pause after the first one more
 * @param longest what the pauses grow to
 */
public record Pauses(int free, Duration first, Duration longest) {
    /** For one name, one PIN, or one device that is known: a slip of the finger costs nothing. */
    public static final Pauses OF_A_NAME = new Pauses(3, Duration.ofSeconds(5), Duration.ofMinutes(15));
    /** For one address, behind which a whole shop may sit. */
    public static final Pauses OF_AN_ADDRESS = new Pauses(12, Duration.ofSeconds(5), Duration.ofMinutes(15));
    /** Wrong ones before that long ago no longer count. */
    public static final Duration FORGOTTEN_AFTER = Duration.ofHours(24);
    /** So many wrong PINs in a row, however slowly, and only the password is heard. */
    public static final int PIN_SLEEPS_AFTER = 20;

    /** @param wrong how many wrong ones in a row there have been, at least one */
    public Duration after(int wrong) {
        if (wrong <= free) {
            return Duration.ZERO;
        }
        Duration pause = first;
        for (int more = wrong - free; more > 1 && pause.compareTo(longest) < 0; more--) {
            pause = pause.multipliedBy(2);
        }
        return pause.compareTo(longest) < 0 ? pause : longest;
    }
}
