package app.gewerk.core.gear;

import app.gewerk.core.Budget;
import app.gewerk.core.words.Refused;
import java.util.ArrayList;
import java.util.List;

/** The closed outline of a gear's teeth in the transverse section. */
public final class Outline {
    private static final double FINEST_MM = 1e-5;
    private static final double COARSEST_MM = 1;

    private Outline() {}

    /** The outline of a gear as it is usually cut. */
    public static List<Point> of(CylindricalGear gear, double toleranceMm) {
        return of(ToothForm.of(gear), Rim.WHOLE, toleranceMm);
    }

    /**
     * The whole outline, counter-clockwise, closed (the last point joins the first), tooth 0 centred on the y axis and
     * pointing up. No chord strays from the true curve by more than the tolerance (mm). Of a ring: the outline of its
     * hole.
     *
     * @throws Refused where the rounding has no room, or no tooth is left
     */
    public static List<Point> of(ToothForm form, Rim rim, double toleranceMm) {
        if (!(toleranceMm >= FINEST_MM && toleranceMm <= COARSEST_MM)) {
            throw new Refused("outline.tolerance");
        }
        int teeth = form.gear().toothCount();
        double pitchAngle = 2 * Math.PI / teeth;
        List<Point> up = new ArrayList<>(form.rootSide(toleranceMm));
        append(up, flankAndCorner(form, rim, toleranceMm));
        List<Point> down = up.reversed().stream().map(Point::mirrored).toList();
        Point corner = up.getLast();
        List<Point> tip = Chords.along(
                angle -> Point.polar(corner.radius(), angle), corner.angle(), pitchAngle - corner.angle(), toleranceMm);
        double root = up.getFirst().radius();
        List<Point> gap = Chords.along(angle -> Point.polar(root, angle), 0, pitchAngle, toleranceMm);

        List<Point> whole = new ArrayList<>((2 * up.size() + tip.size()) * teeth);
        for (int space = 0; space < teeth; space++) {
            Budget.spend();
            double turn = Math.PI / 2 + (space - 0.5) * pitchAngle;
            boolean toothBefore = !rim.teethLeftOut().contains((space + teeth - 1) % teeth);
            boolean toothAfter = !rim.teethLeftOut().contains(space);
            if (toothBefore) {
                turned(whole, down.subList(0, down.size() - 1), turn);
            }
            if (toothAfter) {
                turned(whole, up, turn);
                turned(whole, tip.subList(1, tip.size() - 1), turn);
            } else {
                turned(whole, gap.subList(0, gap.size() - 1), turn);
            }
        }
        return whole;
    }

    private static void turned(List<Point> whole, List<Point> piece, double angle) {
        double c = Math.cos(angle);
        double s = Math.sin(angle);
        for (Point p : piece) {
            Point next = new Point(c * p.x() - s * p.y(), s * p.x() + c * p.y());
            // A root rounded all over has no flat in its middle: no point twice.
            boolean same = !whole.isEmpty()
                    && Math.hypot(
                                    whole.getLast().x() - next.x(),
                                    whole.getLast().y() - next.y())
                            < 1e-9;
            if (!same) {
                whole.add(next);
            }
        }
    }

    private static void append(List<Point> side, List<Point> more) {
        side.addAll(more.subList(1, more.size()));
    }

    /** From the end of the fillet up the involute to where the tip's arc begins, round the corner if it is rounded. */
    private static List<Point> flankAndCorner(ToothForm form, Rim rim, double toleranceMm) {
        double base = form.gear().baseDiameterMm() / 2;
        double from = Math.max(form.formDiameterMm() / 2, base);
        double tip = form.tipRadiusMm();
        double rounding = rim.tipRoundingMm();
        if (rounding == 0) {
            return Chords.along(r -> Point.polar(r, form.halfSpaceAt(r)), from, tip, toleranceMm);
        }
        // The rounding's centre lies on the flank's parallel, an involute turned by rounding / base radius, where the
        // common normal is a tangent to the base circle.
        double inwards = form.gear().internal() ? -1 : 1;
        double centreRadius = tip - inwards * rounding;
        double along = Math.sqrt(Math.max(0, centreRadius * centreRadius - base * base));
        double touch = Math.hypot(base, along + inwards * rounding);
        double centreAngle = form.halfSpaceAt(centreRadius) + rounding / base;
        boolean onFlank = inwards * (touch - from) > 0 && inwards * (tip - touch) >= -1e-9;
        if (!onFlank || centreAngle > Math.PI / form.gear().toothCount()) {
            throw new Refused("rim.noRoom", "rounding", rounding);
        }
        List<Point> points =
                new ArrayList<>(Chords.along(r -> Point.polar(r, form.halfSpaceAt(r)), from, touch, toleranceMm));
        Point centre = Point.polar(centreRadius, centreAngle);
        Point start = points.getLast();
        Point end = Point.polar(tip, centreAngle);
        double first = Math.atan2(start.y() - centre.y(), start.x() - centre.x());
        double last = Math.atan2(end.y() - centre.y(), end.x() - centre.x());
        double turn = last - first;
        double shortest = turn - 2 * Math.PI * Math.rint(turn / (2 * Math.PI));
        append(
                points,
                Chords.along(
                        a -> new Point(centre.x() + rounding * Math.cos(a), centre.y() + rounding * Math.sin(a)),
                        first,
                        first + shortest,
                        toleranceMm));
        return points;
    }
}
