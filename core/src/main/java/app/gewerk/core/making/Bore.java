package app.gewerk.core.making;

import app.gewerk.core.gear.Point;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.List;

/** The hole a gear sits on its shaft with. Sizes in mm, across the hole as a caliper reads them. */
public sealed interface Bore {

    /**
     * The closed outline, counter-clockwise, about the axis, its mark (flat, key or corner) facing along +y before it is
     * turned.
     */
    List<Point> outline(double toleranceMm);

    /** Farthest point from the axis (mm): what has to stay below the roots. */
    double reachMm();

    /** "round 3.00", "D 3.00, 2.50 over the flat". */
    Say words();

    /** With every wall so far back that it measures so much more across (mm). */
    Bore wider(double byMm);

    /** All its sizes so many times as large. */
    Bore times(double k);

    record Round(double diameterMm) implements Bore {
        public Round {
            require("bore", diameterMm, 0, 500);
        }

        @Override
        public Bore wider(double byMm) {
            return new Round(diameterMm + byMm);
        }

        @Override
        public Bore times(double k) {
            return new Round(k * diameterMm);
        }

        @Override
        public List<Point> outline(double toleranceMm) {
            return arc(diameterMm / 2, 0, 2 * Math.PI, toleranceMm);
        }

        @Override
        public double reachMm() {
            return diameterMm / 2;
        }

        @Override
        public Say words() {
            return Say.of("bore.round", "diameter", diameterMm);
        }
    }

    /** Round with one flat. @param overFlatMm from the flat to the opposite side */
    record Flatted(double diameterMm, double overFlatMm) implements Bore {
        public Flatted {
            require("bore", diameterMm, 0, 500);
            require("overFlat", overFlatMm, diameterMm / 2, diameterMm);
        }

        @Override
        public Bore wider(double byMm) {
            return new Flatted(diameterMm + byMm, overFlatMm + byMm);
        }

        @Override
        public Bore times(double k) {
            return new Flatted(k * diameterMm, k * overFlatMm);
        }

        @Override
        public List<Point> outline(double toleranceMm) {
            double half = Math.acos((overFlatMm - diameterMm / 2) / (diameterMm / 2));
            return arc(diameterMm / 2, Math.PI / 2 + half, Math.PI / 2 + 2 * Math.PI - half, toleranceMm);
        }

        @Override
        public double reachMm() {
            return diameterMm / 2;
        }

        @Override
        public Say words() {
            return Say.of("bore.flatted", "diameter", diameterMm, "over", overFlatMm);
        }
    }

    /** Round with two opposite flats. */
    record TwoFlats(double diameterMm, double acrossFlatsMm) implements Bore {
        public TwoFlats {
            require("bore", diameterMm, 0, 500);
            require("acrossFlats", acrossFlatsMm, 0, diameterMm);
        }

        @Override
        public Bore wider(double byMm) {
            return new TwoFlats(diameterMm + byMm, acrossFlatsMm + byMm);
        }

        @Override
        public Bore times(double k) {
            return new TwoFlats(k * diameterMm, k * acrossFlatsMm);
        }

        @Override
        public List<Point> outline(double toleranceMm) {
            double half = Math.acos(acrossFlatsMm / diameterMm);
            List<Point> points =
                    new ArrayList<>(arc(diameterMm / 2, Math.PI / 2 + half, 1.5 * Math.PI - half, toleranceMm));
            points.addAll(arc(diameterMm / 2, 1.5 * Math.PI + half, 2.5 * Math.PI - half, toleranceMm));
            return points;
        }

        @Override
        public double reachMm() {
            return diameterMm / 2;
        }

        @Override
        public Say words() {
            return Say.of("bore.twoFlats", "diameter", diameterMm, "across", acrossFlatsMm);
        }
    }

    /** Round with a keyway. @param overKeyMm from the keyway's bottom to the opposite side */
    record Keyed(double diameterMm, double keyWidthMm, double overKeyMm) implements Bore {
        public Keyed {
            require("bore", diameterMm, 0, 500);
            require("keyWidth", keyWidthMm, 0, diameterMm);
            require("overKeyway", overKeyMm, diameterMm, 1.6 * diameterMm);
        }

        @Override
        public Bore wider(double byMm) {
            return new Keyed(diameterMm + byMm, keyWidthMm + byMm, overKeyMm + byMm);
        }

        @Override
        public Bore times(double k) {
            return new Keyed(k * diameterMm, k * keyWidthMm, k * overKeyMm);
        }

        @Override
        public List<Point> outline(double toleranceMm) {
            double radius = diameterMm / 2;
            double half = Math.asin(keyWidthMm / diameterMm);
            List<Point> points = new ArrayList<>(arc(radius, Math.PI / 2 + half, 2.5 * Math.PI - half, toleranceMm));
            double top = overKeyMm - radius;
            points.add(new Point(keyWidthMm / 2, top));
            points.add(new Point(-keyWidthMm / 2, top));
            return points;
        }

        @Override
        public double reachMm() {
            return Math.hypot(keyWidthMm / 2, overKeyMm - diameterMm / 2);
        }

        @Override
        public Say words() {
            return Say.of("bore.keyed", "diameter", diameterMm, "key", keyWidthMm, "over", overKeyMm);
        }
    }

    /** With straight sides all round, one facing +y. @param corners 4 for a square, 6 for a hexagon */
    record Sided(int corners, double acrossFlatsMm) implements Bore {
        public Sided {
            require("sides", corners, 3, 12);
            require("acrossFlats", acrossFlatsMm, 0, 500);
        }

        @Override
        public Bore wider(double byMm) {
            return new Sided(corners, acrossFlatsMm + byMm);
        }

        @Override
        public Bore times(double k) {
            return new Sided(corners, k * acrossFlatsMm);
        }

        @Override
        public List<Point> outline(double toleranceMm) {
            List<Point> points = new ArrayList<>();
            for (int i = 0; i < corners; i++) {
                double angle = Math.PI / 2 + (2 * i + 1) * Math.PI / corners;
                points.add(new Point(reachMm() * Math.cos(angle), reachMm() * Math.sin(angle)));
            }
            return points;
        }

        @Override
        public double reachMm() {
            return acrossFlatsMm / 2 / Math.cos(Math.PI / corners);
        }

        @Override
        public Say words() {
            return Say.of("bore.sided", "corners", corners, "across", acrossFlatsMm);
        }
    }

    /**
     * Straight-sided splines, or the fine grooves of a knurl: so many grooves from the smaller to the larger diameter.
     *
     * @param grooveShare width of a groove over the pitch, on the larger diameter
     * @param pointed whether the grooves run out to a point, as a knurl's do
     */
    record Splined(int grooves, double smallerMm, double largerMm, double grooveShare, boolean pointed)
            implements Bore {
        public Splined {
            require("grooves", grooves, 2, 400);
            require("smallerDiameter", smallerMm, 0, 500);
            require("largerDiameter", largerMm, smallerMm, 2 * smallerMm);
            require("grooveShare", grooveShare, 0.05, 0.95);
        }

        @Override
        public Bore wider(double byMm) {
            return new Splined(grooves, smallerMm + byMm, largerMm + byMm, grooveShare, pointed);
        }

        @Override
        public Bore times(double k) {
            return new Splined(grooves, k * smallerMm, k * largerMm, grooveShare, pointed);
        }

        @Override
        public List<Point> outline(double toleranceMm) {
            double pitch = 2 * Math.PI / grooves;
            double half = grooveShare * pitch / 2;
            double inner = Math.min(half * largerMm / smallerMm, 0.49 * pitch);
            List<Point> points = new ArrayList<>();
            for (int i = 0; i < grooves; i++) {
                double middle = Math.PI / 2 + i * pitch;
                points.add(at(smallerMm / 2, middle - inner));
                if (pointed) {
                    points.add(at(largerMm / 2, middle));
                } else {
                    points.addAll(arc(largerMm / 2, middle - half, middle + half, toleranceMm));
                }
                points.addAll(arc(smallerMm / 2, middle + inner, middle + pitch - inner, toleranceMm)
                        .subList(0, 1));
            }
            return points;
        }

        @Override
        public double reachMm() {
            return largerMm / 2;
        }

        @Override
        public Say words() {
            return Say.of(
                    pointed ? "bore.knurl" : "bore.spline", "grooves", grooves, "from", smallerMm, "to", largerMm);
        }
    }

    private static void require(String what, double value, double above, double most) {
        if (!(value > above && value <= most)) {
            throw new Refused(
                    "bore.between", "what", Say.of("size." + what), "above", above, "most", most, "given", value);
        }
    }

    private static Point at(double radius, double angle) {
        return new Point(radius * Math.cos(angle), radius * Math.sin(angle));
    }

    /** Points of a circle's arc, no chord further inside than the tolerance; a whole circle is not closed twice. */
    private static List<Point> arc(double radius, double from, double to, double toleranceMm) {
        double step = 2 * Math.acos(1 - Math.min(1, toleranceMm / radius));
        int chords = Math.max(2, (int) Math.ceil((to - from) / step));
        boolean whole = to - from > 2 * Math.PI - 1e-9;
        List<Point> points = new ArrayList<>();
        for (int i = 0; i <= chords - (whole ? 1 : 0); i++) {
            points.add(at(radius, from + (to - from) * i / chords));
        }
        return points;
    }
}
