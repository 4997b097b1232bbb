package app.gewerk.core.gear;

import static app.gewerk.core.gear.Involute.inv;

import app.gewerk.core.words.Outcome;
import app.gewerk.core.words.Refusal;
import app.gewerk.core.words.Refused;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * The teeth of a ring as a pinion-shaped cutter really cuts them, in the transverse section: involute flanks and the
 * fillet left by the cutter's rounded tip corner.
 *
 * <p>Derivation: at every moment the common normal at the point being cut passes through the pitch point. The cutter's
 * corner is an arc about a point C of the cutter; wherever C stands, the point cut lies on the line from the pitch point
 * through C, the arc's radius beyond. Turning it back with the ring gives the fillet.
 *
 * <p>The cutter has no shift where that will do. Rings with negative shift are moulded, since such a cutter does not
 * reach into them; theirs is as if cut by one that is shifted as they are.
 */
public final class ShaperCut implements ToothForm {
    private static final int USUAL_CUTTER_TEETH = 20;
    private static final double CUTTER_CORNER = 0.15;

    private final CylindricalGear ring;
    private final int cutterTeeth;
    private final double cutterShift;
    private final double baseRadius;
    private final double rootRadius;
    private final double halfSpaceAtReference;
    private final double invReference;

    private final double centre;
    private final double ringRolling;
    private final double beyondRolling;
    private final double corner;
    private final double cornerRadius;
    private final double cornerAngle;
    private final double filletEnd;
    private final double formRadius;

    /** Of its sizes some are not numbers where such a cutter cannot make such a ring; {@link #tried} says why. */
    private ShaperCut(CylindricalGear ring, int cutterTeeth, double cutterShift) {
        this.ring = ring;
        this.cutterTeeth = cutterTeeth;
        this.cutterShift = cutterShift;
        double alphaT = Math.toRadians(ring.transversePressureAngleDeg());
        invReference = inv(alphaT);
        baseRadius = ring.baseDiameterMm() / 2;
        rootRadius = ring.rootDiameterMm() / 2;
        halfSpaceAtReference =
                Math.PI / ring.toothCount() - ring.transverseToothThicknessMm() / ring.referenceDiameterMm();
        double m = ring.normalModule();
        double mt = ring.transverseModule();
        double cutterReference = cutterTeeth * mt / 2;
        double cutterBase = cutterReference * Math.cos(alphaT);
        // The distance at which the cutter's teeth fill the ring's spaces.
        double working = Involute.inverse(workingInvolute(ring, cutterTeeth, cutterShift));
        centre = (baseRadius - cutterBase) / Math.cos(working);
        double cutterRolling = cutterBase / Math.cos(working);
        ringRolling = baseRadius / Math.cos(working);

        double cutterTip = rootRadius - centre;
        beyondRolling = cutterTip - cutterRolling;
        corner = roomFor(
                Math.min(CUTTER_CORNER * m, 0.9 * beyondRolling), cutterTip, cutterBase, cutterReference, alphaT);
        cornerRadius = cutterTip - corner;
        cornerAngle = offsetHalfTooth(cornerRadius, corner, cutterBase, cutterReference, alphaT);
        filletEnd = endOfFillet(cornerRadius, cutterRolling, working);
        formRadius = fillet(filletEnd).radius();
    }

    /** inv α_w of ring and cutter: inv α_t + 2 tan α_n (x − x_cutter) / (z − z_cutter); below 0 they do not meet. */
    private static double workingInvolute(CylindricalGear ring, int cutterTeeth, double cutterShift) {
        return inv(Math.toRadians(ring.transversePressureAngleDeg()))
                + 2
                        * Math.tan(ring.rack().pressureAngleRad())
                        * (ring.profileShiftCoefficient() - cutterShift)
                        / (ring.toothCount() - cutterTeeth);
    }

    /** Cut by a usual cutter: 20 teeth, or fewer when the ring is small. */
    public static ShaperCut of(CylindricalGear ring) {
        return tried(ring).orRefuse();
    }

    /** @throws Refused in words, where such a cutter cannot make such a ring */
    public static ShaperCut of(CylindricalGear ring, int cutterTeeth) {
        return tried(ring, cutterTeeth).orRefuse();
    }

    static Outcome<ShaperCut> tried(CylindricalGear ring) {
        return tried(ring, Math.max(5, Math.min(USUAL_CUTTER_TEETH, ring.toothCount() / 2)));
    }

    /** The ring, or what to change where neither such a cutter nor a mould makes it. */
    static Outcome<ShaperCut> tried(CylindricalGear ring, int cutterTeeth) {
        Outcome<ShaperCut> cut = tried(ring, cutterTeeth, 0);
        double shift = ring.profileShiftCoefficient();
        return cut instanceof Outcome.Cannot<ShaperCut> && shift < 0 ? tried(ring, cutterTeeth, shift) : cut;
    }

    private static Outcome<ShaperCut> tried(CylindricalGear ring, int cutterTeeth, double cutterShift) {
        if (!ring.internal()) {
            return Outcome.cannot("cut.shaperRing");
        }
        Optional<Refusal> broken = ring.whyNoWholeTeeth();
        if (broken.isPresent()) {
            return new Outcome.Cannot<>(broken.get());
        }
        if (ring.toothCount() - cutterTeeth < 4) {
            return Outcome.cannot("cut.cutterTooLarge", "cutter", cutterTeeth, "ring", ring.toothCount());
        }
        if (ring.rack().dedendumCoefficient() + ring.profileShiftCoefficient() <= 0
                || Math.max(ring.tipDiameterMm(), ring.baseDiameterMm()) >= ring.rootDiameterMm()) {
            return Outcome.cannot("cut.ringNoHeight");
        }
        if (!Involute.inReach(workingInvolute(ring, cutterTeeth, cutterShift))) {
            return Outcome.cannot("cut.ringNoReach");
        }
        ShaperCut cut = new ShaperCut(ring, cutterTeeth, cutterShift);
        if (!(cut.beyondRolling >= 0.05 * ring.normalModule())) {
            return Outcome.cannot("cut.ringTooShort");
        }
        if (Double.isNaN(cut.corner)) {
            return Outcome.cannot("cut.cutterPointed");
        }
        return cut.formRadius > cut.tipRadiusMm() ? new Outcome.Made<>(cut) : Outcome.cannot("cut.filletTooHigh");
    }

    /** Half angle of the cutter's tooth at a radius, moved in from the flank by a distance (radians). */
    private double offsetHalfTooth(double radius, double inwards, double base, double reference, double alphaT) {
        double thickness = ring.transverseModule()
                * (Math.PI / 2 + 2 * cutterShift * Math.tan(ring.rack().pressureAngleRad()));
        double half = thickness / 2 / reference;
        double angle = Math.acos(Math.min(1, base / radius));
        return half + inv(alphaT) - inv(angle) - inwards / base;
    }

    /** The largest corner radius up to the wanted one for which the cutter still has a tip; not a number where none is. */
    private double roomFor(double wanted, double cutterTip, double base, double reference, double alphaT) {
        double room = wanted;
        for (int i = 0; i < 40 && offsetHalfTooth(cutterTip - room, room, base, reference, alphaT) < 0; i++) {
            room *= 0.8;
        }
        return offsetHalfTooth(cutterTip - room, room, base, reference, alphaT) < 0 ? Double.NaN : room;
    }

    @Override
    public CylindricalGear gear() {
        return ring;
    }

    @Override
    public double formDiameterMm() {
        return 2 * formRadius;
    }

    @Override
    public double halfSpaceAt(double radiusMm) {
        double angle = Math.acos(Math.min(1, baseRadius / radiusMm));
        return halfSpaceAtReference + invReference - inv(angle);
    }

    /** Point of the fillet when the cutter has rolled so far that its corner stands at this angle from the line of centres. */
    private Point fillet(double roll) {
        double cx = centre + cornerRadius * Math.cos(roll);
        double cy = cornerRadius * Math.sin(roll);
        double fromPitchPoint = Math.hypot(cx - ringRolling, cy);
        double reach = corner / fromPitchPoint;
        Point cut = new Point(cx + reach * (cx - ringRolling), cy + reach * cy);
        double cutterTurn = roll - cornerAngle;
        return cut.turnedBy(-cutterTurn * cutterTeeth / ring.toothCount());
    }

    /** The fillet starts at the root, the corner on the line of centres, and ends where the corner's centre crosses the line of action. */
    private static double endOfFillet(double cornerRadius, double cutterRolling, double working) {
        double base = cutterRolling * Math.cos(working);
        double along = Math.sqrt(cornerRadius * cornerRadius - base * base) - cutterRolling * Math.sin(working);
        return Math.atan2(along * Math.cos(working), cutterRolling + along * Math.sin(working));
    }

    @Override
    public List<Point> rootSide(double toleranceMm) {
        Point rootEnd = fillet(0);
        List<Point> side =
                new ArrayList<>(Chords.along(angle -> Point.polar(rootRadius, angle), 0, rootEnd.angle(), toleranceMm));
        List<Point> curve = Chords.along(this::fillet, 0, filletEnd, toleranceMm);
        side.addAll(curve.subList(1, curve.size()));
        return side;
    }
}
