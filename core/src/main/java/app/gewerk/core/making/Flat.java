package app.gewerk.core.making;

import app.gewerk.core.gear.Point;
import app.gewerk.core.words.Refused;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.locationtech.jts.geom.Coordinate;
import org.locationtech.jts.geom.Geometry;
import org.locationtech.jts.geom.GeometryFactory;
import org.locationtech.jts.geom.LinearRing;
import org.locationtech.jts.geom.Polygon;
import org.locationtech.jts.operation.overlayng.OverlayNG;

/** The flat faces where one layer of a solid ends and the next begins: what only one of the two has. */
final class Flat {
    private static final GeometryFactory PLANE = new GeometryFactory();

    private Flat() {}

    /**
     * @param up whether it is seen from above
     * @param bounds the outer one first
     */
    record Face(Polygon polygon, boolean up, List<Bound> bounds) {}

    /** @param ofBelow whether the line is one of the layer below */
    record Bound(Section.Line line, boolean ofBelow) {}

    /** @throws Refused where lines of the two cross */
    static List<Face> between(@Nullable Section below, @Nullable Section above) {
        List<Face> faces = new ArrayList<>();
        if (below != null) {
            faces.addAll(faces(below, above, true));
        }
        if (above != null) {
            faces.addAll(faces(above, below, false));
        }
        return faces;
    }

    private static List<Face> faces(Section of, @Nullable Section without, boolean up) {
        Map<Coordinate, Bound> lines = new HashMap<>();
        if (without != null) {
            note(without, !up, lines);
        }
        note(of, up, lines);
        Geometry left =
                without == null ? polygon(of) : OverlayNG.overlay(polygon(of), polygon(without), OverlayNG.DIFFERENCE);
        if (!lines.keySet().containsAll(Arrays.asList(left.getCoordinates()))) {
            throw new Refused("solid.cross");
        }
        List<Face> faces = new ArrayList<>();
        for (int i = 0; i < left.getNumGeometries(); i++) {
            if (left.getGeometryN(i) instanceof Polygon polygon && !polygon.isEmpty()) {
                List<Bound> bounds = new ArrayList<>();
                bounds.add(bound(polygon.getExteriorRing(), lines));
                for (int h = 0; h < polygon.getNumInteriorRing(); h++) {
                    bounds.add(bound(polygon.getInteriorRingN(h), lines));
                }
                faces.add(new Face(polygon, up, bounds));
            }
        }
        return faces;
    }

    private static Bound bound(LinearRing ring, Map<Coordinate, Bound> lines) {
        Bound bound = lines.get(ring.getCoordinateN(0));
        if (bound == null) {
            throw new IllegalStateException("a ring that no layer has");
        }
        return bound;
    }

    private static void note(Section section, boolean below, Map<Coordinate, Bound> lines) {
        for (Section.Line line : section.lines()) {
            Bound bound = new Bound(line, below);
            line.points().forEach(p -> lines.put(new Coordinate(p.x(), p.y()), bound));
        }
    }

    private static Polygon polygon(Section section) {
        return PLANE.createPolygon(
                ring(section.outer()), section.holes().stream().map(Flat::ring).toArray(LinearRing[]::new));
    }

    private static LinearRing ring(Section.Line line) {
        List<Point> points = line.points();
        Coordinate[] at = new Coordinate[points.size() + 1];
        for (int i = 0; i < points.size(); i++) {
            at[i] = new Coordinate(points.get(i).x(), points.get(i).y());
        }
        at[points.size()] = at[0].copy();
        return PLANE.createLinearRing(at);
    }
}
