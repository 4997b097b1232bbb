package app.gewerk.core.gear;

import static app.gewerk.core.gear.Involute.inv;

import app.gewerk.core.words.Outcome;
import app.gewerk.core.words.Refusal;
import app.gewerk.core.words.Refused;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * The outline of an external gear as its basic rack really cuts it, in the transverse section: involute flanks and
 * the trochoid left by the rack's rounded tip, undercut included.
 *
 * <p>Derivation: the common normal at the point of contact passes through the pitch point. For a point of the rack's
 * tip curve at lateral place u, depth h below the rolling line and outward normal (n_u, n_h) the gear has turned by
 * φ = (h n_u / n_h − u) / r, which gives the point cut, (h n_u / n_h, r − h) turned back by φ. In a helical gear's
 * transverse section the rack's tip circle appears as an ellipse, wider by 1 / cos β.
 */
public final class RackCut implements ToothForm {
    /** Places looked at for the crossing of fillet and flank, so that none is stepped over. */
    private static final int CROSSING_STEPS = 400;

    private final CylindricalGear gear;
    private final double referenceRadius;
    private final double baseRadius;
    private final double tipRadius;
    private final double halfSpaceAtReference;
    private final double invReference;

    private final double cosHelix;
    private final double lateral;
    private final double depth;
    private final double roundingLateral;
    private final double roundingDepth;
    private final double roundingEnd;

    private final double filletEnd;
    private final double formRadius;

    private RackCut(CylindricalGear gear) {
        this.gear = gear;
        referenceRadius = gear.referenceDiameterMm() / 2;
        baseRadius = gear.baseDiameterMm() / 2;
        tipRadius = gear.tipDiameterMm() / 2;
        double alphaT = Math.toRadians(gear.transversePressureAngleDeg());
        invReference = inv(alphaT);
        halfSpaceAtReference =
                Math.PI / gear.toothCount() - gear.transverseToothThicknessMm() / gear.referenceDiameterMm();

        double module = gear.normalModule();
        BasicRack rack = gear.rack();
        double alphaN = rack.pressureAngleRad();
        cosHelix = Math.cos(Math.toRadians(gear.helixAngleDeg()));
        roundingDepth = rack.tipRadiusCoefficient() * module;
        roundingLateral = roundingDepth / cosHelix;
        roundingEnd = Math.PI / 2 - alphaN;
        double centreBelowDatum = rack.dedendumCoefficient() * module - roundingDepth;
        lateral = (Math.PI * module / 4 - centreBelowDatum * Math.tan(alphaN) - roundingDepth / Math.cos(alphaN))
                / cosHelix;
        depth = centreBelowDatum - gear.profileShiftCoefficient() * module;

        filletEnd = findFilletEnd();
        formRadius = fillet(filletEnd).radius();
    }

    /** @throws Refused as {@link #tried} says */
    public static RackCut of(CylindricalGear gear) {
        return tried(gear).orRefuse();
    }

    /** The teeth, or what to change where the rack leaves no whole ones. */
    public static Outcome<RackCut> tried(CylindricalGear gear) {
        if (gear.internal()) {
            return Outcome.cannot("cut.rackOutside");
        }
        Optional<Refusal> broken = gear.whyNoWholeTeeth();
        if (broken.isPresent()) {
            return new Outcome.Cannot<>(broken.get());
        }
        RackCut cut = new RackCut(gear);
        return cut.formRadius < cut.tipRadius ? new Outcome.Made<>(cut) : Outcome.cannot("cut.noFlank");
    }

    @Override
    public double formDiameterMm() {
        return 2 * formRadius;
    }

    /** True when the fillet cuts into the flank instead of running into it. */
    public boolean undercut() {
        return filletEnd < roundingEnd;
    }

    /** Point cut by the rack's rounded tip; τ = 0 at its lowest point, {@link #roundingEnd} where its straight flank begins. Space centred on the x axis. */
    private Point fillet(double tau) {
        double u = lateral + roundingLateral * Math.sin(tau);
        double h = depth + roundingDepth * Math.cos(tau);
        double along = h * Math.tan(tau) * cosHelix;
        double turn = (along - u) / referenceRadius;
        return new Point(referenceRadius - h, along).turnedBy(-turn);
    }

    @Override
    public double halfSpaceAt(double radius) {
        double angle = Math.acos(Math.min(1, baseRadius / radius));
        return halfSpaceAtReference - invReference + inv(angle);
    }

    private double cutIntoFlank(double tau) {
        Point point = fillet(tau);
        return Math.abs(point.angle()) - halfSpaceAt(point.radius());
    }

    /**
     * Parameter at which the fillet meets the involute, not a number where it never does. Without undercut that is the
     * tangent point at the end of the rounding; with it, the first crossing of the two curves, seen from the root.
     */
    private double findFilletEnd() {
        double end = roundingEnd;
        double flankDepth = depth + roundingDepth * Math.cos(end);
        double sine = Math.sin(Math.toRadians(gear.transversePressureAngleDeg()));
        if (flankDepth <= referenceRadius * sine * sine + 1e-12) {
            return end;
        }
        double from = reachesBaseCircleAt(end);
        double before = from;
        for (int i = 1; i <= CROSSING_STEPS; i++) {
            double tau = from + (end - from) * i / CROSSING_STEPS;
            if (cutIntoFlank(tau) <= 0) {
                return cutIntoFlank(before) <= 0 ? before : Roots.between(this::cutIntoFlank, before, tau, 1e-13);
            }
            before = tau;
        }
        return Double.NaN;
    }

    private double reachesBaseCircleAt(double end) {
        if (fillet(0).radius() >= baseRadius) {
            return 0;
        }
        return fillet(end).radius() <= baseRadius
                ? end
                : Roots.between(tau -> fillet(tau).radius() - baseRadius, 0, end, 1e-13);
    }

    @Override
    public CylindricalGear gear() {
        return gear;
    }

    @Override
    public List<Point> rootSide(double toleranceMm) {
        Point rootEnd = fillet(0);
        double rootRadius = rootEnd.radius();
        List<Point> side =
                new ArrayList<>(Chords.along(angle -> Point.polar(rootRadius, angle), 0, rootEnd.angle(), toleranceMm));
        List<Point> curve = Chords.along(this::fillet, 0, filletEnd, toleranceMm);
        side.addAll(curve.subList(1, curve.size()));
        return side;
    }

    /** The whole outline, see {@link Outline}. */
    public List<Point> outline(double toleranceMm) {
        return Outline.of(this, Rim.WHOLE, toleranceMm);
    }
}
