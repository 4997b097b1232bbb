package app.gewerk.core.reading;

/**
 * An answer as it stood before somebody: enough to tell whether another one stands there now.
 *
 * @param module in mm
 */
public record AnswerShown(int toothCount, double module, double pressureAngleDeg, double addendumCoefficient) {
    /** A module of no series is fitted anew with each reading; so near, relative, it is the same to order by. */
    private static final double SAME_MODULE = 0.005;

    private static final double SAME_FIGURE = 0.01;

    /** Whether the two are the same to order by. */
    public boolean sameAs(AnswerShown other) {
        return toothCount == other.toothCount
                && Math.abs(other.module / module - 1) < SAME_MODULE
                && Math.abs(pressureAngleDeg - other.pressureAngleDeg) < SAME_FIGURE
                && Math.abs(addendumCoefficient - other.addendumCoefficient) < SAME_FIGURE;
    }
}
