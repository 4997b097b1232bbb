package app.gewerk.core.choice;

import app.gewerk.core.choice.Option.Chance;

/**
 * How a way turned out on machines of this model before.
 *
 * @param done repairs that went out so
 * @param cameBack of these, with the same machine, within the warranty
 */
public record Earlier(int done, int cameBack) {
    static final Earlier NONE = new Earlier(0, 0);

    /** What was reckoned counts as much as so many repairs of the shop's own (from memory). */
    private static final double RECKONED = 6;

    /** A chance to last, after what was seen of it: the mean of a beta distribution. */
    double lasts(double reckoned) {
        return (reckoned * RECKONED + done - cameBack) / (RECKONED + done);
    }

    Chance lasts(Chance reckoned) {
        return new Chance(lasts(reckoned.low()), lasts(reckoned.likely()), lasts(reckoned.high()));
    }
}
