package app.gewerk.core.gear;

import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleFunction;

/** Points on a smooth curve so close that no chord strays from it by more than a tolerance. */
final class Chords {
    private static final int DEEPEST = 12;

    private Chords() {}

    /** From {@code from} to {@code to}, both ends included. The tolerance is checked at three inner points of each chord. */
    static List<Point> along(DoubleFunction<Point> curve, double from, double to, double toleranceMm) {
        List<Point> points = new ArrayList<>();
        Point start = curve.apply(from);
        points.add(start);
        divide(curve, from, start, to, curve.apply(to), toleranceMm, 0, points);
        return points;
    }

    private static void divide(
            DoubleFunction<Point> curve,
            double from,
            Point start,
            double to,
            Point end,
            double toleranceMm,
            int depth,
            List<Point> points) {
        double middle = (from + to) / 2;
        Point centre = curve.apply(middle);
        boolean close = distance(start, end, centre) <= toleranceMm
                && distance(start, end, curve.apply((from + middle) / 2)) <= toleranceMm
                && distance(start, end, curve.apply((middle + to) / 2)) <= toleranceMm;
        if (close || depth == DEEPEST) {
            points.add(end);
            return;
        }
        divide(curve, from, start, middle, centre, toleranceMm, depth + 1, points);
        divide(curve, middle, centre, to, end, toleranceMm, depth + 1, points);
    }

    private static double distance(Point start, Point end, Point point) {
        double dx = end.x() - start.x();
        double dy = end.y() - start.y();
        double length = Math.hypot(dx, dy);
        if (length < 1e-12) {
            return Math.hypot(point.x() - start.x(), point.y() - start.y());
        }
        return Math.abs(dx * (point.y() - start.y()) - dy * (point.x() - start.x())) / length;
    }
}
