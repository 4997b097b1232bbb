package app.gewerk.core.gear;

import java.util.List;
import org.locationtech.jts.algorithm.Distance;
import org.locationtech.jts.geom.Coordinate;

/** Points joined by straight lines, made ready once to be asked for many distances. */
public final class Polyline {
    private final Coordinate[] corners;

    /** @param points at least two */
    public Polyline(List<Point> points) {
        corners = points.stream().map(Polyline::coordinate).toArray(Coordinate[]::new);
    }

    /** From a point to the nearest place on it (mm). */
    public double distanceMm(Point from) {
        return Distance.pointToSegmentString(coordinate(from), corners);
    }

    private static Coordinate coordinate(Point point) {
        return new Coordinate(point.x(), point.y());
    }
}
