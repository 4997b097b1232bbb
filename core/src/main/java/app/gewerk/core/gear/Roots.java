package app.gewerk.core.gear;

import java.util.function.DoubleUnaryOperator;
import org.hipparchus.analysis.solvers.BracketingNthOrderBrentSolver;

/** Where a function passes through zero, by the bracketing Brent solver of the Hipparchus library. */
final class Roots {
    private static final int MOST_EVALUATIONS = 200;
    private static final int ORDER = 5;

    private Roots() {}

    /**
     * The place between two others on which the function has different signs.
     *
     * @param tolerance how far the place may be off
     */
    static double between(DoubleUnaryOperator function, double from, double to, double tolerance) {
        return new BracketingNthOrderBrentSolver(tolerance, ORDER)
                .solve(MOST_EVALUATIONS, function::applyAsDouble, from, to);
    }
}
