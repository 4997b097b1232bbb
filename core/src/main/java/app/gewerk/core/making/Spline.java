package app.gewerk.core.making;

import java.util.ArrayList;
import java.util.List;
import java.util.function.ToDoubleFunction;
import org.hipparchus.analysis.interpolation.SplineInterpolator;
import org.hipparchus.analysis.polynomials.PolynomialFunction;

/**
 * The smoothest curve through points (a natural cubic spline), by the control points of a B-spline: two more than points. It is linear in
 * the points: what turns or moves them all turns and moves the curve.
 *
 * @param control the first and last are the first and last points
 * @param knots the parameters of the points; the first and the last four times
 */
record Spline(List<Place> control, double[] knots) {

    /** A place in space (mm). */
    record Place(double x, double y, double z) {
        double from(Place other) {
            return Math.sqrt(
                    (x - other.x) * (x - other.x) + (y - other.y) * (y - other.y) + (z - other.z) * (z - other.z));
        }
    }

    /** Parameters from 0 on that grow with the distance between the points. */
    static double[] lengths(List<Place> points) {
        double[] at = new double[points.size()];
        for (int i = 1; i < at.length; i++) {
            at[i] = at[i - 1] + points.get(i).from(points.get(i - 1));
        }
        return at;
    }

    static double[] evenly(int count) {
        double[] at = new double[count];
        for (int i = 0; i < count; i++) {
            at[i] = i;
        }
        return at;
    }

    /** @param points at least two, at the parameters {@code at}, which grow */
    static Spline through(List<Place> points, double[] at) {
        double[] x = control(at, points, Place::x);
        double[] y = control(at, points, Place::y);
        double[] z = control(at, points, Place::z);
        List<Place> control = new ArrayList<>(x.length);
        control.add(points.getFirst());
        for (int j = 1; j < x.length - 1; j++) {
            control.add(new Place(x[j], y[j], z[j]));
        }
        control.add(points.getLast());
        return new Spline(control, at);
    }

    /** Each is the blossom of a piece of the spline at the three knots that follow it. */
    private static double[] control(double[] at, List<Place> points, ToDoubleFunction<Place> coordinate) {
        int intervals = at.length - 1;
        double[] values = points.stream().mapToDouble(coordinate).toArray();
        PolynomialFunction[] pieces = intervals == 1
                ? new PolynomialFunction[] {new PolynomialFunction(values[0], (values[1] - values[0]) / (at[1] - at[0]))
                }
                : new SplineInterpolator().interpolate(at, values).getPolynomials();
        double[] control = new double[intervals + 3];
        for (int j = 0; j < control.length; j++) {
            int piece = Math.clamp(j - 2, 0, intervals - 1);
            double[] c = pieces[piece].getCoefficients();
            double start = at[piece];
            double u = knot(at, j + 1) - start;
            double v = knot(at, j + 2) - start;
            double w = knot(at, j + 3) - start;
            control[j] =
                    c[0] + of(c, 1) * (u + v + w) / 3 + of(c, 2) * (u * v + v * w + w * u) / 3 + of(c, 3) * u * v * w;
        }
        return control;
    }

    private static double of(double[] coefficients, int power) {
        return power < coefficients.length ? coefficients[power] : 0;
    }

    /** With the ends four times. */
    private static double knot(double[] at, int index) {
        return at[Math.clamp(index - 3, 0, at.length - 1)];
    }
}
