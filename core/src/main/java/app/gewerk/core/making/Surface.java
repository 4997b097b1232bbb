package app.gewerk.core.making;

import app.gewerk.core.Budget;
import app.gewerk.core.gear.Point;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.locationtech.jts.geom.Coordinate;
import org.locationtech.jts.geom.Geometry;
import org.locationtech.jts.triangulate.polygon.ConstrainedDelaunayTriangulator;

/**
 * The surface of a solid in triangles, watertight: every edge is one of exactly two of them, which run through it in opposite
 * directions; counter-clockwise seen from outside.
 *
 * @param positions x, y, z of each corner (mm)
 * @param triangles three corners each, by number
 */
public record Surface(double[] positions, int[] triangles) {
    /** How far the edge of a twisted tooth may lie inside the helix (mm). */
    private static final double TWIST_TOLERANCE_MM = 0.0015;

    private static final int MOST_LEVELS = 2000;

    public int corners() {
        return positions.length / 3;
    }

    public int count() {
        return triangles.length / 3;
    }

    /** By the divergence theorem (mm³). */
    public double volumeMm3() {
        double sixTimes = 0;
        for (int t = 0; t < triangles.length; t += 3) {
            int a = 3 * triangles[t];
            int b = 3 * triangles[t + 1];
            int c = 3 * triangles[t + 2];
            sixTimes += positions[a] * (positions[b + 1] * positions[c + 2] - positions[b + 2] * positions[c + 1])
                    + positions[a + 1] * (positions[b + 2] * positions[c] - positions[b] * positions[c + 2])
                    + positions[a + 2] * (positions[b] * positions[c + 1] - positions[b + 1] * positions[c]);
        }
        return sixTimes / 6;
    }

    /**
     * @throws app.gewerk.core.words.Refused where two layers' lines cross: one must lie within the other
     */
    public static Surface of(Solid solid) {
        Builder builder = new Builder();
        double z = 0;
        Section below = null;
        for (Solid.Layer layer : solid.layers()) {
            builder.between(below, layer.bottom(), z);
            builder.walls(layer, z);
            z += layer.heightMm();
            below = layer.top();
        }
        builder.between(below, null, z);
        return builder.surface();
    }

    private static final class Builder {
        private double[] positions = new double[3000];
        private int corners;
        private int[] triangles = new int[6000];
        private int used;
        /** By height: the corners that stand there. */
        private final Map<Double, Map<Coordinate, Integer>> known = new HashMap<>();

        Surface surface() {
            return new Surface(Arrays.copyOf(positions, 3 * corners), Arrays.copyOf(triangles, used));
        }

        private int corner(double x, double y, double z) {
            return known.computeIfAbsent(z, any -> new HashMap<>()).computeIfAbsent(new Coordinate(x, y), any -> {
                if (positions.length < 3 * corners + 3) {
                    positions = Arrays.copyOf(positions, 2 * positions.length);
                }
                positions[3 * corners] = x;
                positions[3 * corners + 1] = y;
                positions[3 * corners + 2] = z;
                return corners++;
            });
        }

        private void triangle(int a, int b, int c) {
            if (triangles.length < used + 3) {
                triangles = Arrays.copyOf(triangles, 2 * triangles.length);
            }
            triangles[used++] = a;
            triangles[used++] = b;
            triangles[used++] = c;
        }

        /** Where one layer ends and the next begins. */
        void between(@Nullable Section below, @Nullable Section above, double z) {
            for (Flat.Face face : Flat.between(below, above)) {
                Geometry cut = ConstrainedDelaunayTriangulator.triangulate(face.polygon());
                for (int t = 0; t < cut.getNumGeometries(); t++) {
                    Budget.spend();
                    Coordinate[] at = cut.getGeometryN(t).getCoordinates();
                    boolean counterClockwise = cross(at[0], at[1], at[2]) > 0;
                    int a = corner(at[0].x, at[0].y, z);
                    int b = corner(at[1].x, at[1].y, z);
                    int c = corner(at[2].x, at[2].y, z);
                    if (counterClockwise == face.up()) {
                        triangle(a, b, c);
                    } else {
                        triangle(a, c, b);
                    }
                }
            }
        }

        private static double cross(Coordinate a, Coordinate b, Coordinate c) {
            return (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);
        }

        void walls(Solid.Layer layer, double z) {
            for (Section.Line line : layer.bottom().lines()) {
                int levels = line.teeth() ? levels(layer, line) : 1;
                List<Integer> lower = ring(line.points(), z);
                for (int level = 1; level <= levels; level++) {
                    double share = (double) level / levels;
                    double top = level == levels ? z + layer.heightMm() : z + share * layer.heightMm();
                    List<Integer> upper = ring(layer.at(line, share), top);
                    band(lower, upper);
                    lower = upper;
                }
            }
        }

        /** So many that a chord of the helix at the farthest point strays by no more than the tolerance. */
        private static int levels(Solid.Layer layer, Section.Line line) {
            double twist = Math.abs(Math.toRadians(layer.twistDeg()));
            if (twist == 0) {
                return 1;
            }
            double step = 2 * Math.acos(1 - Math.min(1, TWIST_TOLERANCE_MM / line.farthestMm()));
            return (int) Math.clamp(Math.ceil(twist / step), 1, MOST_LEVELS);
        }

        private List<Integer> ring(List<Point> points, double z) {
            List<Integer> ring = new ArrayList<>(points.size());
            for (Point p : points) {
                ring.add(corner(p.x(), p.y(), z));
            }
            return ring;
        }

        private void band(List<Integer> lower, List<Integer> upper) {
            int n = lower.size();
            for (int i = 0; i < n; i++) {
                Budget.spend();
                int next = (i + 1) % n;
                int a = lower.get(i);
                int b = lower.get(next);
                int c = upper.get(next);
                int d = upper.get(i);
                // Cut along the shorter diagonal: of a twisted band it lies nearer to the true surface.
                if (apart(a, c) <= apart(b, d)) {
                    triangle(a, b, c);
                    triangle(a, c, d);
                } else {
                    triangle(a, b, d);
                    triangle(b, c, d);
                }
            }
        }

        private double apart(int one, int other) {
            double x = positions[3 * one] - positions[3 * other];
            double y = positions[3 * one + 1] - positions[3 * other + 1];
            double z = positions[3 * one + 2] - positions[3 * other + 2];
            return x * x + y * y + z * z;
        }
    }
}
