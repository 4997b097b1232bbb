package app.gewerk.core.making;

import app.gewerk.core.Budget;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Outline;
import app.gewerk.core.gear.Point;
import app.gewerk.core.gear.Polyline;
import java.util.ArrayList;
import java.util.List;

/**
 * Where the drawn teeth of two gears differ and by how much, looking at the tooth that points up, both axes in one place.
 *
 * @param tipMm how much further out the second one's tips stand (radius, mm; negative: further in)
 * @param rootMm the same of its roots
 * @param flankMm largest distance between the flanks between the two
 * @param flankAt where that is, on the first gear
 * @param teethApart 0 when both have the same tooth count
 */
public record OutlineDifference(double tipMm, double rootMm, double flankMm, Point flankAt, int teethApart) {
    private static final double TOLERANCE_MM = 0.003;

    public static OutlineDifference of(CylindricalGear first, CylindricalGear second) {
        List<Point> one = flanks(first);
        List<Point> other = flanks(second);
        Polyline otherFlank = new Polyline(other);
        double most = 0;
        Point at = one.getFirst();
        double inner = Math.max(least(one), least(other));
        double outer = Math.min(greatest(one), greatest(other));
        for (Point p : one) {
            Budget.spend();
            double radius = p.radius();
            if (radius >= inner && radius <= outer) {
                double away = otherFlank.distanceMm(p);
                if (away > most) {
                    most = away;
                    at = p;
                }
            }
        }
        return new OutlineDifference(
                (second.tipDiameterMm() - first.tipDiameterMm()) / 2,
                (second.rootDiameterMm() - first.rootDiameterMm()) / 2,
                most,
                at,
                second.toothCount() - first.toothCount());
    }

    /** The right half of tooth 0, without the tip's and the root's arcs. */
    private static List<Point> flanks(CylindricalGear gear) {
        double pitch = Math.PI / gear.toothCount();
        double tip = gear.tipDiameterMm() / 2;
        double root = gear.rootDiameterMm() / 2;
        double low = Math.min(tip, root) + 0.05 * gear.normalModule();
        double high = Math.max(tip, root) - 0.05 * gear.normalModule();
        List<Point> right = new ArrayList<>();
        for (Point p : Outline.of(gear, TOLERANCE_MM)) {
            double angle = Math.atan2(p.x(), p.y());
            if (angle > 0 && angle < pitch && p.radius() > low && p.radius() < high) {
                right.add(p);
            }
        }
        right.sort(java.util.Comparator.comparingDouble(Point::radius));
        return right;
    }

    private static double least(List<Point> points) {
        return points.getFirst().radius();
    }

    private static double greatest(List<Point> points) {
        return points.getLast().radius();
    }
}
