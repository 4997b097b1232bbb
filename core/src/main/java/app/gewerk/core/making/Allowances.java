package app.gewerk.core.making;

import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Limits;
import app.gewerk.core.gear.Outline;
import app.gewerk.core.gear.Point;
import app.gewerk.core.gear.Rim;
import app.gewerk.core.gear.ToothForm;
import app.gewerk.core.words.Refused;
import java.util.ArrayList;
import java.util.List;
import org.locationtech.jts.geom.Coordinate;
import org.locationtech.jts.geom.GeometryFactory;
import org.locationtech.jts.geom.Polygon;
import org.locationtech.jts.operation.buffer.BufferOp;
import org.locationtech.jts.operation.buffer.BufferParameters;

/**
 * By how much what is made comes out otherwise than drawn, and what it shall have besides: the drawing is made so that the gear comes
 * out right.
 *
 * @param shrinkPercent of every length while it sets or cools
 * @param outsideGrowthMm by which every face across the axis grows outwards, each side
 * @param boreClosesMm by which a bore comes out narrower, on the diameter
 * @param firstLayerMm by which the first layers spread besides, each side
 * @param backlashMm that shall be added, at the pitch circle, on this gear alone
 */
public record Allowances(
        double shrinkPercent, double outsideGrowthMm, double boreClosesMm, double firstLayerMm, double backlashMm) {

    public static final Allowances NONE = new Allowances(0, 0, 0, 0, 0);

    private static final GeometryFactory PLANE = new GeometryFactory();
    /** How far a tip's corner may be drawn out, over the offset. */
    private static final double TIP_MITRE = 4;
    /**
     * Chords of a fillet, which turn by less than 23° from one to the next (1/cos 11.4°), meet again where they stand back; a sharp
     * inner corner is cut off. Arcs round every one of them would be faces of their own, a thousand on a small gear.
     */
    private static final double ROOT_MITRE = 1.02;

    public Allowances {
        Limits.requireBetween("shrinkPercent", shrinkPercent, -2, 10);
        Limits.requireBetween("outsideGrowth", outsideGrowthMm, -0.5, 0.5);
        Limits.requireBetween("boreCloses", boreClosesMm, -0.5, 1);
        Limits.requireBetween("firstLayer", firstLayerMm, 0, 0.5);
        Limits.requireBetween("addedBacklash", backlashMm, 0, 2);
    }

    /** Whether there is nothing to allow for but shrinking, which every form can be drawn for. */
    public boolean onlyShrinks() {
        return equals(new Allowances(shrinkPercent, 0, 0, 0, 0));
    }

    public double scale() {
        return 1 / (1 - shrinkPercent / 100);
    }

    /**
     * Every line of a gear as it has to be drawn.
     *
     * @param firstLayers of those that spread besides
     * @throws Refused with what to change, where nothing whole is left of the teeth
     */
    public List<Blank.Loop> loops(CylindricalGear gear, Blank blank, boolean firstLayers, double toleranceMm) {
        blank.requireWalls(gear);
        double growth = outsideGrowthMm + (firstLayers ? firstLayerMm : 0);
        List<Point> teeth = scaled(teeth(gear, blank.rim(), growth, toleranceMm));
        return drawn(blank, growth).lines(gear.internal(), teeth, toleranceMm);
    }

    /** Flanks stand back by growth and half the backlash, at right angles to themselves; tips and roots by the growth alone. */
    private List<Point> teeth(CylindricalGear gear, Rim rim, double growthMm, double toleranceMm) {
        // Backlash is told along the pitch circle; at right angles to the flank it is cos α of that, half on each
        // flank.
        double thinner = backlashMm * Math.cos(gear.rack().pressureAngleRad()) / 2;
        List<Point> outline = Outline.of(ToothForm.of(taller(gear, thinner)), rim, toleranceMm);
        double back = growthMm + thinner;
        if (back == 0) {
            return outline;
        }
        List<Point> drawn = offset(outline, gear.internal() ? back : -back);
        double pitchRadius = gear.referenceDiameterMm() / 2;
        // Of a gear teeth must stand out beyond the pitch circle, of a ring within it.
        boolean teethLeft = drawn.stream().anyMatch(p -> p.radius() < pitchRadius)
                && drawn.stream().anyMatch(p -> p.radius() > pitchRadius);
        if (!teethLeft) {
            throw nothingLeft(back);
        }
        return drawn;
    }

    private static Refused nothingLeft(double backMm) {
        return Refused.at("outsideGrowthMm", "allowances.nothingLeft", "back", backMm);
    }

    /** Tips so much higher and roots so much shallower, that standing back brings them where they were. */
    private static CylindricalGear taller(CylindricalGear gear, double byMm) {
        if (byMm == 0) {
            return gear;
        }
        BasicRack rack = gear.rack();
        double by = byMm / gear.normalModule();
        double clearance = rack.clearanceCoefficient() - 2 * by;
        if (clearance < 0) {
            throw Refused.at(
                    "backlashMm",
                    "allowances.tooMuchBacklash",
                    "most",
                    rack.clearanceCoefficient() * gear.normalModule() / Math.cos(rack.pressureAngleRad()));
        }
        return new CylindricalGear(
                gear.internal(),
                gear.normalModule(),
                gear.toothCount(),
                gear.helixAngleDeg(),
                gear.profileShiftCoefficient(),
                BasicRack.of(rack.pressureAngleDeg(), rack.addendumCoefficient() + by, clearance));
    }

    /** The line that runs so far outside of another (mm; inside below 0). */
    private static List<Point> offset(List<Point> line, double byMm) {
        Coordinate[] at = new Coordinate[line.size() + 1];
        for (int i = 0; i < line.size(); i++) {
            at[i] = new Coordinate(line.get(i).x(), line.get(i).y());
        }
        at[line.size()] = at[0].copy();
        BufferParameters how = new BufferParameters(
                BufferParameters.DEFAULT_QUADRANT_SEGMENTS,
                BufferParameters.CAP_ROUND,
                BufferParameters.JOIN_MITRE,
                byMm > 0 ? TIP_MITRE : ROOT_MITRE);
        if (!(BufferOp.bufferOp(PLANE.createPolygon(at), byMm, how) instanceof Polygon left) || left.isEmpty()) {
            throw nothingLeft(Math.abs(byMm));
        }
        List<Point> points = new ArrayList<>();
        Coordinate[] ring = left.getExteriorRing().getCoordinates();
        for (int i = 0; i < ring.length - 1; i++) {
            points.add(new Point(ring[i].x, ring[i].y));
        }
        return points;
    }

    private List<Point> scaled(List<Point> points) {
        double k = scale();
        return k == 1
                ? points
                : points.stream().map(p -> new Point(k * p.x(), k * p.y())).toList();
    }

    private Blank drawn(Blank blank, double growthMm) {
        double k = scale();
        double closes = boreClosesMm + 2 * (growthMm - outsideGrowthMm);
        return new Blank(
                blank.bore().map(bore -> bore.wider(closes).times(k)),
                blank.phaseDeg(),
                blank.hubDiameterMm() > 0 ? Math.max(0.01, blank.hubDiameterMm() - 2 * growthMm) * k : 0,
                blank.holes().map(h -> new Blank.WebHoles(h.count(), (h.diameterMm() + closes) * k, h.circleMm() * k)),
                blank.rim());
    }
}
