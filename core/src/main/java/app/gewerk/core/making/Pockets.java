package app.gewerk.core.making;

import app.gewerk.core.gear.Limits;
import app.gewerk.core.gear.Point;
import app.gewerk.core.making.Section.Line;
import app.gewerk.core.words.Refused;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;

/**
 * Pockets in the part of a hub that stands out, open at its end, into which nuts are pushed; a set screw through each, drilled from the side
 * once the gear is made, holds it on its shaft. Evenly round the hub, the first one pointing up.
 *
 * @param count of them
 * @param screwMm nominal diameter of the set screw
 * @param nutAcrossMm over the flats of the nut
 * @param nutThickMm along the screw
 */
public record Pockets(int count, double screwMm, double nutAcrossMm, double nutThickMm) {
    /** Plastic that must be left on each side of a nut, so that it does not break out (from memory). */
    static final double LEAST_WALL_MM = 0.8;

    /** Steel (g/cm³). */
    private static final double STEEL = 7.85;

    public Pockets {
        Limits.requireBetween("pockets", count, 1, 4);
        Limits.requireBetween("screw", screwMm, 1, 10);
        Limits.requireBetween("nutAcross", nutAcrossMm, 1.2 * screwMm, 3 * screwMm);
        Limits.requireBetween("nutThick", nutThickMm, 0.5, 10);
    }

    /** From the axis to the middle of a pocket: halfway through the wall (mm). */
    private static double middle(double reachMm, double hubDiameterMm) {
        return (reachMm + hubDiameterMm / 2) / 2;
    }

    /** @throws Refused where no wall would be left */
    void requireRoom(double reachMm, double hubDiameterMm, double hubOutMm) {
        double wall = hubDiameterMm / 2 - reachMm;
        double wide = nutAcrossMm / 2;
        double corner = Math.hypot(middle(reachMm, hubDiameterMm) + nutThickMm / 2, wide);
        double least = nutThickMm + 2 * LEAST_WALL_MM;
        if (wall < least || corner > hubDiameterMm / 2 - LEAST_WALL_MM / 2) {
            double needed = Math.max(least, 2 * (corner - hubDiameterMm / 2) + wall + LEAST_WALL_MM);
            throw Refused.at("hubDiameterMm", "pockets.wall", "wall", wall, "least", needed);
        }
        if (hubOutMm < nutAcrossMm + LEAST_WALL_MM) {
            throw Refused.at("hubOutMm", "pockets.height", "least", nutAcrossMm + LEAST_WALL_MM, "given", hubOutMm);
        }
        double gap = 2 * middle(reachMm, hubDiameterMm) * Math.sin(Math.PI / count);
        if (count > 2 && gap < nutAcrossMm + LEAST_WALL_MM) {
            throw Refused.at("pockets.count", "pockets.meet");
        }
    }

    /** From the top of the hub down to the pockets' bottom: the nut's height on its flats (mm). */
    double depthMm() {
        return nutAcrossMm;
    }

    /** Rectangles across the axis, as wide as the nut is across its flats. */
    List<Line> slots(double reachMm, double hubDiameterMm) {
        double from = middle(reachMm, hubDiameterMm) - nutThickMm / 2;
        return angles().mapToObj(angle -> {
                    List<Point> corners = new ArrayList<>();
                    corners.add(at(from, nutAcrossMm / 2, angle));
                    corners.add(at(from, -nutAcrossMm / 2, angle));
                    corners.add(at(from + nutThickMm, -nutAcrossMm / 2, angle));
                    corners.add(at(from + nutThickMm, nutAcrossMm / 2, angle));
                    return new Line(corners, false);
                })
                .toList();
    }

    /** Of nuts and screws in their places, over that of the plastic drilled away for the screws: mass times place (g mm). */
    public Point hardwareGmm(double reachMm, double hubDiameterMm, double plasticGPerCm3) {
        double nut = (Math.sqrt(3) / 2 * nutAcrossMm * nutAcrossMm - Math.PI / 4 * screwMm * screwMm) * nutThickMm;
        double length = hubDiameterMm / 2 - reachMm;
        double screw = Math.PI / 4 * screwMm * screwMm * length;
        double drilled = Math.PI / 4 * screwMm * screwMm * (length - nutThickMm);
        double grams = (STEEL * (nut + screw) - plasticGPerCm3 * drilled) / 1000;
        double r = middle(reachMm, hubDiameterMm);
        double x = angles().map(angle -> grams * r * Math.cos(angle)).sum();
        double y = angles().map(angle -> grams * r * Math.sin(angle)).sum();
        return new Point(x, y);
    }

    private DoubleStream angles() {
        return IntStream.range(0, count).mapToDouble(i -> Math.PI / 2 + 2 * Math.PI * i / count);
    }

    private static Point at(double out, double aside, double angle) {
        return new Point(
                out * Math.cos(angle) - aside * Math.sin(angle), out * Math.sin(angle) + aside * Math.cos(angle));
    }

    Pockets times(double k, double wider) {
        return new Pockets(count, screwMm, k * (nutAcrossMm + wider), k * (nutThickMm + wider));
    }
}
