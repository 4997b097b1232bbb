package app.gewerk.core.gear;

import app.gewerk.core.Budget;
import java.util.List;

/**
 * The way a mate's tip corner takes through the tooth spaces of a gear while both turn, seen from the gear.
 *
 * <p>The gear's space stands in the middle of the x axis at roll 0, the mate's tooth points into it, moved to one side by
 * half the backlash so that it lies against that flank; the other side is the mirror image. Where the corner's angle from
 * the middle of the space is more than half the space as it was really cut, it is in the gear's material.
 */
final class TipPath {
    private static final int STEPS = 720;
    private static final double FILLET_TOLERANCE_MM = 1e-3;

    private final ToothForm gear;
    private final List<Point> fillet;
    private final Polyline filletLine;
    private final CylindricalGear mate;
    private final double mateTipMm;
    private final double centreMm;
    private final double halfBacklashMm;

    /**
     * @param mateTipMm tip diameter of the mate in use
     * @param mateWorkingMm its working diameter, on which the backlash is taken
     */
    TipPath(
            ToothForm gear,
            CylindricalGear mate,
            double mateTipMm,
            double mateWorkingMm,
            double centreMm,
            double backlashMm) {
        this.gear = gear;
        fillet = gear.rootSide(FILLET_TOLERANCE_MM * gear.gear().normalModule());
        filletLine = new Polyline(fillet);
        this.mate = mate;
        this.mateTipMm = mateTipMm;
        this.centreMm = centreMm;
        halfBacklashMm = Math.max(0, backlashMm) * mateTipMm / mateWorkingMm / 2;
    }

    /** How deep the corner comes into the gear's teeth, to the nearest of their surface (mm); 0 or below where it stays clear. */
    double depthMm() {
        boolean ring = gear.gear().internal() || mate.internal();
        double ratio = gear.gear().toothCount() / (double) mate.toothCount();
        double mateRadius = mateTipMm / 2;
        double corner = (mate.toothThicknessAtMm(mateTipMm) / 2 + halfBacklashMm) / mateRadius;
        double mateX = mate.internal() ? -centreMm : centreMm;
        double towards = ring ? 0 : Math.PI;
        double widest = Math.PI / gear.gear().toothCount() * 4;
        double depth = Double.NEGATIVE_INFINITY;
        for (int i = 0; i <= STEPS; i++) {
            Budget.spend();
            double roll = widest * (2.0 * i / STEPS - 1);
            double turn = towards + (ring ? roll : -roll) * ratio + (ring ? corner : -corner);
            Point seen = new Point(mateX + mateRadius * Math.cos(turn), mateRadius * Math.sin(turn)).turnedBy(-roll);
            if (amongTheTeeth(seen.radius())) {
                double along = (seen.angle() - halfSpace(seen.radius())) * seen.radius();
                depth = Math.max(depth, along > 0 ? Math.min(along, filletLine.distanceMm(seen)) : along);
            }
        }
        return depth;
    }

    private boolean amongTheTeeth(double radius) {
        double root = gear.gear().rootDiameterMm() / 2;
        return gear.gear().internal()
                ? radius > gear.tipRadiusMm() && radius < root
                : radius < gear.tipRadiusMm() && radius > root;
    }

    /** Half the angle of the space as cut, the fillet included. */
    private double halfSpace(double radius) {
        double form = gear.formDiameterMm() / 2;
        if (gear.gear().internal() ? radius <= form : radius >= form) {
            return gear.halfSpaceAt(radius);
        }
        double half = 0;
        for (int i = 0; i + 1 < fillet.size(); i++) {
            Point a = fillet.get(i);
            Point b = fillet.get(i + 1);
            double span = b.radius() - a.radius();
            if ((a.radius() - radius) * (b.radius() - radius) <= 0) {
                double t = span == 0 ? 1 : (radius - a.radius()) / span;
                half = Math.max(half, a.angle() + t * (b.angle() - a.angle()));
            }
        }
        return half;
    }
}
