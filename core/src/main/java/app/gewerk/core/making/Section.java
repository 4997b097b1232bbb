package app.gewerk.core.making;

import app.gewerk.core.gear.Point;
import java.util.ArrayList;
import java.util.List;

/**
 * A flat piece of a solid, seen along its axis: one line around it, and the holes in it. Lines are closed, do not cross
 * and do not touch.
 *
 * @param outer counter-clockwise
 * @param holes clockwise
 */
public record Section(Line outer, List<Line> holes) {
    public Section {
        holes = List.copyOf(holes);
    }

    /**
     * @param points mm, the last joined to the first
     * @param teeth whether they are teeth, which turn and shrink along the axis where those of a helical or bevel gear do
     */
    public record Line(List<Point> points, boolean teeth) {
        /** Points nearer to each other are one (mm). */
        private static final double APART_MM = 1e-6;

        public Line {
            points = apart(points);
        }

        private static List<Point> apart(List<Point> points) {
            List<Point> kept = new ArrayList<>(points.size());
            Point last = points.getLast();
            for (Point point : points) {
                if (Math.hypot(point.x() - last.x(), point.y() - last.y()) > APART_MM) {
                    kept.add(point);
                    last = point;
                }
            }
            return List.copyOf(kept);
        }

        /** From the axis to its farthest point (mm). */
        double farthestMm() {
            return points.stream().mapToDouble(Point::radius).max().orElseThrow();
        }

        /** From the axis to its nearest point (mm). */
        double nearestMm() {
            return points.stream().mapToDouble(Point::radius).min().orElseThrow();
        }

        Line reversed() {
            return new Line(points.reversed(), teeth);
        }

        Line times(double k) {
            return new Line(
                    points.stream().map(p -> new Point(k * p.x(), k * p.y())).toList(), teeth);
        }

        /** Area times its place, of the same sign as the area (mm³). */
        Point firstMomentMm3() {
            double x = 0;
            double y = 0;
            Point before = points.getLast();
            for (Point point : points) {
                double cross = before.x() * point.y() - point.x() * before.y();
                x += cross * (before.x() + point.x());
                y += cross * (before.y() + point.y());
                before = point;
            }
            return new Point(x / 6, y / 6);
        }

        /** Enclosed, by the shoelace formula; above 0 where it runs counter-clockwise (mm²). */
        public double areaMm2() {
            double twice = 0;
            Point before = points.getLast();
            for (Point point : points) {
                twice += before.x() * point.y() - point.x() * before.y();
                before = point;
            }
            return twice / 2;
        }
    }

    Section times(double k) {
        return new Section(
                outer.times(k), holes.stream().map(hole -> hole.times(k)).toList());
    }

    /** Of lines in any direction. */
    static Section of(Line outer, List<Line> holes) {
        return new Section(
                outer.areaMm2() > 0 ? outer : outer.reversed(),
                holes.stream()
                        .map(hole -> hole.areaMm2() < 0 ? hole : hole.reversed())
                        .toList());
    }

    public double areaMm2() {
        return outer.areaMm2() + holes.stream().mapToDouble(Line::areaMm2).sum();
    }

    /** The outer line first. */
    List<Line> lines() {
        List<Line> all = new ArrayList<>();
        all.add(outer);
        all.addAll(holes);
        return all;
    }
}
