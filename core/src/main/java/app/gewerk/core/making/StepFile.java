package app.gewerk.core.making;

import app.gewerk.core.Budget;
import app.gewerk.core.gear.Point;
import app.gewerk.core.making.Spline.Place;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * STEP (ISO 10303-21, schema of AP214): a solid with true faces, planes and cylinders where it has them, splines through its points
 * elsewhere; a tooth's flank with its fillet is one face. Millimetres.
 */
public final class StepFile {
    /** Lines that turn by more have a corner there (radians). */
    private static final double CORNER = Math.toRadians(20);
    /** A chord so many times as long as the next belongs to a straight stretch. */
    private static final double STRAIGHT = 4;
    /** Points this near to one circle lie on it (mm). */
    private static final double ON_CIRCLE_MM = 1e-6;

    private static final double STATION = Math.toRadians(10);

    private final StringBuilder data = new StringBuilder(1 << 18);
    private final Map<Place, Integer> vertices = new HashMap<>();
    private final Map<List<Place>, Edge> edges = new HashMap<>();
    private final List<Integer> faces = new ArrayList<>();
    private int last;
    private final int up;
    /** Whether teeth run up as splines: then no stretch of theirs is a circle or a straight line. */
    private final boolean screwed;

    private StepFile(boolean screwed) {
        this.screwed = screwed;
        up = add("DIRECTION('',(0.,0.,1.))");
    }

    /** From one vertex to another; traversed in that direction. */
    private record Edge(int id, Place from, Place to) {}

    /**
     * A stretch of a line between two corners.
     *
     * @param points both ends included
     * @param circle where they lie on one
     */
    private record Piece(List<Point> points, Optional<Arc> circle) {}

    /** @param counterClockwise in the direction of the line */
    private record Arc(Point centre, double radiusMm, boolean counterClockwise) {}

    /** @param title named in the file */
    public static String of(Solid solid, String title) {
        StepFile file = new StepFile(!solid.layers().stream().allMatch(Solid.Layer::straight));
        double z = 0;
        Section below = null;
        for (Solid.Layer layer : solid.layers()) {
            file.between(below, layer.bottom(), z);
            double top = z + layer.heightMm();
            for (Section.Line line : layer.bottom().lines()) {
                file.walls(layer, line, z, top);
            }
            z = top;
            below = layer.top();
        }
        file.between(below, null, z);
        return file.whole(title);
    }

    private int add(String entity) {
        data.append('#').append(++last).append('=').append(entity).append(";\n");
        return last;
    }

    // ---- faces

    private void between(@Nullable Section below, @Nullable Section above, double z) {
        for (Flat.Face face : Flat.between(below, above)) {
            List<Integer> bounds = new ArrayList<>();
            for (Flat.Bound bound : face.bounds()) {
                List<Edge> round = pieces(bound.line()).stream()
                        .map(piece -> screwed && bound.line().teeth() ? free(piece, z) : edge(piece, z))
                        .toList();
                boolean forward = bound.ofBelow();
                List<String> oriented = (forward ? round : round.reversed())
                        .stream().map(edge -> "#" + oriented(edge, forward)).toList();
                int loop = add("EDGE_LOOP('',(" + String.join(",", oriented) + "))");
                bounds.add(add((bounds.isEmpty() ? "FACE_OUTER_BOUND" : "FACE_BOUND") + "('',#" + loop + ",.T.)"));
            }
            int plane = add("PLANE('',#" + placement(new Place(0, 0, z), face.up() ? 1 : -1) + ")");
            face(bounds, plane, true);
        }
    }

    private void walls(Solid.Layer layer, Section.Line line, double z, double top) {
        boolean straight = !screwed || !line.teeth();
        for (Piece piece : pieces(line)) {
            Budget.spend();
            if (straight) {
                wall(piece, z, top);
            } else {
                screw(layer, piece, z, top);
            }
        }
    }

    private void wall(Piece piece, double z, double top) {
        Edge bottom = edge(piece, z);
        Edge upper = edge(piece, top);
        Edge left = line(bottom.from, upper.from);
        Edge right = line(bottom.to, upper.to);
        boolean outwards = piece.circle.map(Arc::counterClockwise).orElse(true);
        int surface = piece.circle
                .map(arc -> add("CYLINDRICAL_SURFACE('',#"
                        + placement(new Place(arc.centre.x(), arc.centre.y(), z), 1) + "," + number(arc.radiusMm)
                        + ")"))
                .orElseGet(() -> extruded(piece, z, top));
        side(bottom, right, upper, left, surface, outwards);
    }

    private int extruded(Piece piece, double z, double top) {
        if (piece.points.size() == 2) {
            Point a = piece.points.getFirst();
            Point b = piece.points.getLast();
            int normal = direction(b.y() - a.y(), a.x() - b.x(), 0);
            int along = direction(b.x() - a.x(), b.y() - a.y(), 0);
            int origin = point(new Place(a.x(), a.y(), z));
            return add(
                    "PLANE('',#" + add("AXIS2_PLACEMENT_3D('',#" + origin + ",#" + normal + ",#" + along + ")") + ")");
        }
        int vector = add("VECTOR('',#" + up + "," + number(top - z) + ")");
        List<Place> points = places(piece.points, z);
        return add("SURFACE_OF_LINEAR_EXTRUSION('',#" + curve(points, Spline.lengths(points)) + ",#" + vector + ")");
    }

    /** A twisted or shrinking face: every control point of its lower edge goes up on its own spline. */
    private void screw(Solid.Layer layer, Piece piece, double z, double top) {
        double turn = Math.abs(Math.toRadians(layer.twistDeg()));
        int stations = 1 + (int) Math.clamp(Math.ceil(turn / STATION), layer.scale() == 1 ? 2 : 1, 400);
        double[] lengths = Spline.lengths(places(piece.points, z));
        double[] evenly = Spline.evenly(stations);
        List<List<Place>> levels = new ArrayList<>();
        for (int j = 0; j < stations; j++) {
            double share = (double) j / (stations - 1);
            List<Point> there = layer.at(new Section.Line(piece.points, true), share);
            levels.add(places(there, j == stations - 1 ? top : z + share * (top - z)));
        }
        List<List<Place>> rows = levels.stream()
                .map(level -> Spline.through(level, lengths).control())
                .toList();
        List<List<Place>> net = IntStream.range(0, rows.getFirst().size())
                .mapToObj(i -> Spline.through(
                                rows.stream().map(row -> row.get(i)).toList(), evenly)
                        .control())
                .toList();
        Edge bottom = spline(levels.getFirst(), lengths);
        Edge upper = spline(levels.getLast(), lengths);
        Edge left = spline(levels.stream().map(List::getFirst).toList(), evenly);
        Edge right = spline(levels.stream().map(List::getLast).toList(), evenly);
        String all = net.stream()
                .map(row -> "(" + row.stream().map(p -> "#" + point(p)).collect(Collectors.joining(",")) + ")")
                .collect(Collectors.joining(","));
        int surface = add("B_SPLINE_SURFACE_WITH_KNOTS('',3,3,(" + all + "),.UNSPECIFIED.,.F.,.F.,.F.,"
                + multiplicities(lengths) + "," + multiplicities(evenly) + "," + knots(lengths) + "," + knots(evenly)
                + ",.UNSPECIFIED.)");
        side(bottom, right, upper, left, surface, true);
    }

    private void side(Edge bottom, Edge right, Edge top, Edge left, int surface, boolean outwards) {
        int loop = add("EDGE_LOOP('',(#" + oriented(bottom, true) + ",#" + oriented(right, true) + ",#"
                + oriented(top, false) + ",#" + oriented(left, false) + "))");
        face(List.of(add("FACE_OUTER_BOUND('',#" + loop + ",.T.)")), surface, outwards);
    }

    private void face(List<Integer> bounds, int surface, boolean outwards) {
        String all = bounds.stream().map(b -> "#" + b).collect(Collectors.joining(","));
        faces.add(add("ADVANCED_FACE('',(" + all + "),#" + surface + "," + (outwards ? ".T." : ".F.") + ")"));
    }

    // ---- edges

    private int oriented(Edge edge, boolean forward) {
        return add("ORIENTED_EDGE('',*,*,#" + edge.id + "," + (forward ? ".T." : ".F.") + ")");
    }

    private Edge edge(Piece piece, double z) {
        if (piece.circle.isEmpty()) {
            return piece.points.size() == 2
                    ? line(place(piece.points.getFirst(), z), place(piece.points.getLast(), z))
                    : free(piece, z);
        }
        Arc arc = piece.circle.get();
        Place from = place(piece.points.getFirst(), z);
        Place to = place(piece.points.getLast(), z);
        Place middle = place(piece.points.get(piece.points.size() / 2), z);
        return edges.computeIfAbsent(List.of(from, middle, to), any -> {
            int at = placement(new Place(arc.centre.x(), arc.centre.y(), z), arc.counterClockwise ? 1 : -1);
            return edge(from, to, add("CIRCLE('',#" + at + "," + number(arc.radiusMm) + ")"));
        });
    }

    private Edge free(Piece piece, double z) {
        List<Place> points = places(piece.points, z);
        return spline(points, Spline.lengths(points));
    }

    private Edge line(Place from, Place to) {
        return edges.computeIfAbsent(List.of(from, to), any -> {
            double length = from.from(to);
            int vector = add("VECTOR('',#" + direction(to.x() - from.x(), to.y() - from.y(), to.z() - from.z()) + ","
                    + number(length) + ")");
            return edge(from, to, add("LINE('',#" + point(from) + ",#" + vector + ")"));
        });
    }

    /** Known again by its ends and the point in its middle. */
    private Edge spline(List<Place> points, double[] at) {
        Place from = points.getFirst();
        Place to = points.getLast();
        return edges.computeIfAbsent(
                List.of(from, points.get(points.size() / 2), to), any -> edge(from, to, curve(points, at)));
    }

    private Edge edge(Place from, Place to, int curve) {
        return new Edge(add("EDGE_CURVE('',#" + vertex(from) + ",#" + vertex(to) + ",#" + curve + ",.T.)"), from, to);
    }

    private int curve(List<Place> points, double[] at) {
        Spline spline = Spline.through(points, at);
        String all = spline.control().stream().map(p -> "#" + point(p)).collect(Collectors.joining(","));
        return add("B_SPLINE_CURVE_WITH_KNOTS('',3,(" + all + "),.UNSPECIFIED.,.F.,.F.," + multiplicities(at) + ","
                + knots(at) + ",.UNSPECIFIED.)");
    }

    private static String multiplicities(double[] at) {
        return "(4," + "1,".repeat(at.length - 2) + "4)";
    }

    private static String knots(double[] at) {
        return Arrays.stream(at).mapToObj(StepFile::number).collect(Collectors.joining(",", "(", ")"));
    }

    // ---- lines cut at their corners

    private final Map<List<Point>, List<Piece>> cut = new HashMap<>();

    private List<Piece> pieces(Section.Line line) {
        return cut.computeIfAbsent(line.points(), StepFile::cut);
    }

    private static List<Piece> cut(List<Point> line) {
        int n = line.size();
        int[] corners = IntStream.range(0, n)
                .filter(i -> corner(line.get((i + n - 1) % n), line.get(i), line.get((i + 1) % n)))
                .toArray();
        int[] at = corners.length > 1 ? corners : new int[] {0, n / 2};
        List<Piece> pieces = new ArrayList<>();
        for (int k = 0; k < at.length; k++) {
            int to = k + 1 < at.length ? at[k + 1] : at[0] + n;
            List<Point> points = IntStream.rangeClosed(at[k], to)
                    .mapToObj(i -> line.get(i % n))
                    .toList();
            pieces.add(new Piece(points, circle(points)));
        }
        return pieces;
    }

    /** Where it turns sharply, or a straight stretch meets a curve: no smooth curve goes through both. */
    private static boolean corner(Point a, Point b, Point c) {
        double first = Math.atan2(b.y() - a.y(), b.x() - a.x());
        double second = Math.atan2(c.y() - b.y(), c.x() - b.x());
        double before = Math.hypot(b.x() - a.x(), b.y() - a.y());
        double after = Math.hypot(c.x() - b.x(), c.y() - b.y());
        return Math.abs(Math.IEEEremainder(second - first, 2 * Math.PI)) > CORNER
                || Math.max(before, after) > STRAIGHT * Math.min(before, after);
    }

    /** The circle through first, middle and last point, where all lie on it. */
    private static Optional<Arc> circle(List<Point> points) {
        if (points.size() < 3) {
            return Optional.empty();
        }
        Point a = points.getFirst();
        Point b = points.get(points.size() / 2);
        Point c = points.getLast();
        double bx = b.x() - a.x();
        double by = b.y() - a.y();
        double cx = c.x() - a.x();
        double cy = c.y() - a.y();
        double twice = 2 * (bx * cy - by * cx);
        if (Math.abs(twice) < 1e-12) {
            return Optional.empty();
        }
        double bb = bx * bx + by * by;
        double cc = cx * cx + cy * cy;
        Point centre = new Point(a.x() + (cy * bb - by * cc) / twice, a.y() + (bx * cc - cx * bb) / twice);
        double radius = Math.hypot(a.x() - centre.x(), a.y() - centre.y());
        boolean all = points.stream()
                .allMatch(p -> Math.abs(Math.hypot(p.x() - centre.x(), p.y() - centre.y()) - radius) < ON_CIRCLE_MM);
        return all ? Optional.of(new Arc(centre, radius, twice > 0)) : Optional.empty();
    }

    private static Place place(Point p, double z) {
        return new Place(p.x(), p.y(), z);
    }

    private static List<Place> places(List<Point> points, double z) {
        return points.stream().map(p -> place(p, z)).toList();
    }

    // ---- the small things

    private int placement(Place origin, int axis) {
        int at = point(origin);
        int z = axis > 0 ? up : direction(0, 0, -1);
        return add("AXIS2_PLACEMENT_3D('',#" + at + ",#" + z + ",#" + direction(1, 0, 0) + ")");
    }

    private int point(Place p) {
        return add("CARTESIAN_POINT('',(" + number(p.x()) + "," + number(p.y()) + "," + number(p.z()) + "))");
    }

    private int vertex(Place p) {
        return vertices.computeIfAbsent(p, any -> add("VERTEX_POINT('',#" + point(p) + ")"));
    }

    private int direction(double x, double y, double z) {
        double length = Math.sqrt(x * x + y * y + z * z);
        return add("DIRECTION('',(" + number(x / length) + "," + number(y / length) + "," + number(z / length) + "))");
    }

    private static String number(double value) {
        String text = String.format(Locale.ROOT, "%.9f", value + 0.0);
        return text.replaceAll("0+$", "");
    }

    private String whole(String title) {
        String named = quoted(title);
        int shell = add("CLOSED_SHELL('',(" + faces.stream().map(f -> "#" + f).collect(Collectors.joining(",")) + "))");
        int brep = add("MANIFOLD_SOLID_BREP(" + named + ",#" + shell + ")");
        int origin = placement(new Place(0, 0, 0), 1);
        int application = add("APPLICATION_CONTEXT('automotive design')");
        add("APPLICATION_PROTOCOL_DEFINITION('international standard','automotive_design',2000,#" + application + ")");
        int context = add("PRODUCT_CONTEXT('',#" + application + ",'mechanical')");
        int product = add("PRODUCT(" + named + "," + named + ",'',(#" + context + "))");
        int formation = add("PRODUCT_DEFINITION_FORMATION('','',#" + product + ")");
        int design = add("PRODUCT_DEFINITION_CONTEXT('part definition',#" + application + ",'design')");
        int definition = add("PRODUCT_DEFINITION('','',#" + formation + ",#" + design + ")");
        int shape = add("PRODUCT_DEFINITION_SHAPE('','',#" + definition + ")");
        int millimetre = add("(LENGTH_UNIT()NAMED_UNIT(*)SI_UNIT(.MILLI.,.METRE.))");
        int radian = add("(NAMED_UNIT(*)PLANE_ANGLE_UNIT()SI_UNIT($,.RADIAN.))");
        int steradian = add("(NAMED_UNIT(*)SI_UNIT($,.STERADIAN.)SOLID_ANGLE_UNIT())");
        int accuracy = add("UNCERTAINTY_MEASURE_WITH_UNIT(LENGTH_MEASURE(1.E-5),#" + millimetre
                + ",'distance_accuracy_value','')");
        int units = add("(GEOMETRIC_REPRESENTATION_CONTEXT(3)GLOBAL_UNCERTAINTY_ASSIGNED_CONTEXT((#" + accuracy
                + "))GLOBAL_UNIT_ASSIGNED_CONTEXT((#" + millimetre + ",#" + radian + ",#" + steradian
                + "))REPRESENTATION_CONTEXT('',''))");
        int representation =
                add("ADVANCED_BREP_SHAPE_REPRESENTATION('',(#" + origin + ",#" + brep + "),#" + units + ")");
        add("SHAPE_DEFINITION_REPRESENTATION(#" + shape + ",#" + representation + ")");
        return "ISO-10303-21;\nHEADER;\nFILE_DESCRIPTION((''),'2;1');\nFILE_NAME(" + named
                + ",'',(''),(''),'','Gewerk','');\nFILE_SCHEMA(('AUTOMOTIVE_DESIGN { 1 0 10303 214 1 1 1 1 }'));\nENDSEC;\nDATA;\n"
                + data + "ENDSEC;\nEND-ISO-10303-21;\n";
    }

    /** A string of ISO 10303-21: beyond ASCII by its code. */
    private static String quoted(String text) {
        StringBuilder out = new StringBuilder("'");
        for (char c : text.toCharArray()) {
            switch (c) {
                case '\'' -> out.append("''");
                case '\\' -> out.append("\\\\");
                default -> {
                    if (c >= 0x20 && c < 0x7F) {
                        out.append(c);
                    } else {
                        out.append("\\X2\\")
                                .append(String.format("%04X", (int) c))
                                .append("\\X0\\");
                    }
                }
            }
        }
        return out.append('\'').toString();
    }
}
