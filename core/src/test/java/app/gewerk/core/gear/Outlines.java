package app.gewerk.core.gear;

import java.util.List;
import org.locationtech.jts.geom.Coordinate;
import org.locationtech.jts.geom.GeometryFactory;
import org.locationtech.jts.geom.Polygon;

/** Hands outlines to the JTS topology library, so that what is measured is measured by somebody else's code. */
final class Outlines {
    private static final GeometryFactory FACTORY = new GeometryFactory();

    private Outlines() {}

    static Polygon polygon(List<Point> outline) {
        Coordinate[] ring = new Coordinate[outline.size() + 1];
        for (int i = 0; i < outline.size(); i++) {
            ring[i] = new Coordinate(outline.get(i).x(), outline.get(i).y());
        }
        ring[outline.size()] = ring[0].copy();
        return FACTORY.createPolygon(ring);
    }
}
