package app.gewerk.core.making;

import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Outline;
import app.gewerk.core.gear.Point;
import app.gewerk.core.gear.Rim;
import app.gewerk.core.gear.ToothForm;
import app.gewerk.core.words.Refused;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Everything of a gear but its teeth's shape, seen along the axis.
 *
 * @param phaseDeg where the bore's mark (flat, key, side) faces, counter-clockwise from the middle of the tooth that
 *     points up; half a pitch is over a gap. It keeps two ends of a carriage in step
 * @param hubDiameterMm 0 for none
 */
public record Blank(Optional<Bore> bore, double phaseDeg, double hubDiameterMm, Optional<WebHoles> holes, Rim rim) {

    public static final Blank PLAIN = new Blank(Optional.empty(), 0, 0, Optional.empty(), Rim.WHOLE);

    /** Holes in the web between hub and teeth, evenly round a circle. */
    public record WebHoles(int count, double diameterMm, double circleMm) {
        public WebHoles {
            if (count < 1 || count > 60 || !(diameterMm > 0) || !(circleMm > diameterMm)) {
                throw new Refused("blank.webHoles");
            }
        }
    }

    public static Blank withRoundBore(double diameterMm) {
        return diameterMm > 0
                ? new Blank(Optional.of(new Bore.Round(diameterMm)), 0, 0, Optional.empty(), Rim.WHOLE)
                : PLAIN;
    }

    /**
     * One closed line of the drawing, and what it is: {@code teeth}, {@code bore}, {@code hub}, {@code hole}.
     *
     * @param circle where the line is a circle, exactly
     */
    public record Loop(String what, List<Point> points, Optional<Circle> circle) {
        static Loop round(String what, Circle circle, double toleranceMm) {
            List<Point> points = new Bore.Round(2 * circle.radiusMm)
                    .outline(toleranceMm).stream()
                            .map(p -> new Point(p.x() + circle.centre.x(), p.y() + circle.centre.y()))
                            .toList();
            return new Loop(what, points, Optional.of(circle));
        }
    }

    public record Circle(Point centre, double radiusMm) {}

    /**
     * Every line of the gear seen along its axis.
     *
     * @throws Refused with what to change, where bore, holes or rounding leave no wall
     */
    public List<Loop> loops(CylindricalGear gear, double toleranceMm) {
        requireWalls(gear);
        return lines(gear.internal(), Outline.of(ToothForm.of(gear), rim, toleranceMm), toleranceMm);
    }

    /** With teeth that are drawn otherwise than they are cut. */
    List<Loop> lines(boolean internal, List<Point> teeth, double toleranceMm) {
        List<Loop> loops = new ArrayList<>();
        loops.add(new Loop("teeth", teeth, Optional.empty()));
        if (internal) {
            return loops;
        }
        Point axis = new Point(0, 0);
        bore.ifPresent(b -> loops.add(
                b instanceof Bore.Round round
                        ? Loop.round("bore", new Circle(axis, round.diameterMm() / 2), toleranceMm)
                        : new Loop(
                                "bore", turned(b.outline(toleranceMm), Math.toRadians(phaseDeg)), Optional.empty())));
        if (hubDiameterMm > 0) {
            loops.add(Loop.round("hub", new Circle(axis, hubDiameterMm / 2), toleranceMm));
        }
        holes.ifPresent(h -> {
            for (int i = 0; i < h.count; i++) {
                double angle = Math.PI / 2 + 2 * Math.PI * i / h.count;
                Point centre = new Point(h.circleMm / 2 * Math.cos(angle), h.circleMm / 2 * Math.sin(angle));
                loops.add(Loop.round("hole", new Circle(centre, h.diameterMm / 2), toleranceMm));
            }
        });
        return loops;
    }

    private static List<Point> turned(List<Point> points, double angle) {
        double c = Math.cos(angle);
        double s = Math.sin(angle);
        return points.stream()
                .map(p -> new Point(c * p.x() - s * p.y(), s * p.x() + c * p.y()))
                .toList();
    }

    void requireWalls(CylindricalGear gear) {
        double root = gear.rootDiameterMm();
        if (gear.internal()) {
            return;
        }
        double reach = bore.map(b -> 2 * b.reachMm()).orElse(0.0);
        if (reach >= root) {
            throw new Refused("blank.noWall", "bore", reach, "roots", root);
        }
        if (hubDiameterMm > 0 && (hubDiameterMm <= reach || hubDiameterMm > root)) {
            throw new Refused("blank.hub", "bore", reach, "roots", root);
        }
        double inner = Math.max(reach, hubDiameterMm);
        holes.ifPresent(h -> {
            if (h.circleMm - h.diameterMm <= inner || h.circleMm + h.diameterMm >= root) {
                throw new Refused("blank.webBetween", "from", inner, "to", root);
            }
            if (h.count > 1 && h.circleMm * Math.sin(Math.PI / h.count) <= h.diameterMm) {
                throw new Refused("blank.webHolesMeet");
            }
        });
    }
}
