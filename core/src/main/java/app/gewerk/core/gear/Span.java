package app.gewerk.core.gear;

import static app.gewerk.core.gear.Involute.inv;

import app.gewerk.core.words.Outcome;
import app.gewerk.core.words.Refusal;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import java.util.Comparator;
import java.util.Optional;
import java.util.stream.IntStream;

/** Span measurement (W<sub>k</sub>): caliper jaws over several teeth of an external gear, touching opposite flanks. */
public final class Span {
    private Span() {}

    /**
     * Span over {@code k} teeth (mm).
     *
     * <p>W<sub>k</sub> = m<sub>n</sub> cos α<sub>n</sub> (π (k − ½) + z inv α<sub>t</sub>) + 2 x m<sub>n</sub> sin α<sub>n</sub> — ISO 21771.
     * The jaws must touch the flanks between the form circle and the tip; see {@link #isMeasurable}.
     * For a ring k counts the spaces and the same expression holds.
     *
     * @throws Refused if {@code k} is below 1 or above the tooth count
     */
    public static double spanMm(CylindricalGear gear, int k) {
        if (k < 1 || k > gear.toothCount()) {
            throw new Refused("span.teeth", "most", gear.toothCount(), "given", k);
        }
        double alphaN = gear.rack().pressureAngleRad();
        double alphaT = Math.toRadians(gear.transversePressureAngleDeg());
        return gear.normalModule()
                * (Math.cos(alphaN) * (Math.PI * (k - 0.5) + gear.toothCount() * inv(alphaT))
                        + 2 * gear.profileShiftCoefficient() * Math.sin(alphaN));
    }

    /**
     * What a caliper shows over k teeth (mm): the span, or, where its jaws would touch beyond the tips, the distance
     * between the outer corners of the first and the last tip.
     *
     * @throws Refused as {@link #spanMm}
     */
    public static double readingMm(CylindricalGear gear, int k) {
        double span = spanMm(gear, k);
        double base = gear.baseDiameterMm();
        double tip = gear.tipDiameterMm();
        if (base * base + span * span <= tip * tip || gear.internal() || gear.helixAngleDeg() != 0) {
            return span;
        }
        double half = (k - 1) * 180.0 / gear.toothCount() + Math.max(0, gear.tipLandHalfAngleDeg());
        return Math.min(span, tip * Math.sin(Math.toRadians(Math.min(90, half))));
    }

    /**
     * The tooth number (not whole) at which the jaws would touch on the circle d + 2 x m.
     *
     * <p>k = ½ + z/π (tan α' / cos² β_b − inv α_t − 2 x tan α_n / z), α' the transverse angle on that circle.
     */
    public static double idealToothNumber(CylindricalGear gear) {
        double alphaN = gear.rack().pressureAngleRad();
        double alphaT = Math.toRadians(gear.transversePressureAngleDeg());
        double contact = gear.referenceDiameterMm() + 2 * gear.profileShiftCoefficient() * gear.normalModule();
        double cosine = Math.min(1, gear.baseDiameterMm() / contact);
        double tangent = Math.sqrt(1 / (cosine * cosine) - 1);
        double cosBaseHelix = Math.cos(Math.toRadians(gear.baseHelixAngleDeg()));
        double z = gear.toothCount();
        return 0.5
                + z
                        / Math.PI
                        * (tangent / (cosBaseHelix * cosBaseHelix)
                                - inv(alphaT)
                                - 2 * gear.profileShiftCoefficient() * Math.tan(alphaN) / z);
    }

    /** The nearest whole tooth number, halves up as printed tables do, never below 2. */
    public static int bestToothNumber(CylindricalGear gear) {
        int nearest = (int) Math.floor(idealToothNumber(gear) + 0.5 + 1e-9);
        return Math.max(2, Math.min(gear.toothCount(), nearest));
    }

    /**
     * The number of teeth over which the jaws sit steadiest: where they touch nearest the reference circle, half way up the
     * flanks; none when no span can be measured.
     */
    public static Optional<Integer> steadiestToothNumber(CylindricalGear gear, double faceWidthMm) {
        return IntStream.rangeClosed(2, Math.max(2, gear.toothCount() / 2 + 1))
                .filter(k ->
                        k <= gear.toothCount() && whyNot(gear, k, faceWidthMm).isEmpty())
                .boxed()
                .min(Comparator.comparingDouble(
                        k -> Math.abs(contactDiameterMm(gear, k) - gear.referenceDiameterMm())));
    }

    /** Diameter on which the jaws touch: √(d_b² + (W cos β_b)²) (mm). */
    public static double contactDiameterMm(CylindricalGear gear, int k) {
        double chord = spanMm(gear, k) * Math.cos(Math.toRadians(gear.baseHelixAngleDeg()));
        return Math.hypot(gear.baseDiameterMm(), chord);
    }

    /** Face width a helical gear needs so that both jaws still touch: W sin β_b (mm). */
    public static double leastFaceWidthMm(CylindricalGear gear, int k) {
        return spanMm(gear, k) * Math.sin(Math.toRadians(gear.baseHelixAngleDeg()));
    }

    /** How wide the tooth space is (mm, along the circle) where the jaws touch, or at the form circle where they would touch below it. */
    public static double spaceAtJawsMm(CylindricalGear gear, int k) {
        double at = Math.max(contactDiameterMm(gear, k), ToothForm.of(gear).formDiameterMm());
        return Math.PI * at / gear.toothCount() - gear.toothThicknessAtMm(at);
    }

    /** True when both jaws touch real involute: between the form circle and the tip circle. */
    public static boolean isMeasurable(CylindricalGear gear, int k) {
        return whyNot(gear, k, Double.POSITIVE_INFINITY).isEmpty();
    }

    /**
     * Why a span over k teeth cannot be measured; empty when it can.
     *
     * @param faceWidthMm how wide the teeth are; infinite when it is not known
     */
    public static Optional<Say> whyNot(CylindricalGear gear, int k, double faceWidthMm) {
        if (gear.internal()) {
            return Optional.of(Say.of("spanNot.ring"));
        }
        if (k < 2) {
            return Optional.of(Say.of("spanNot.one"));
        }
        if (2 * k > gear.toothCount() + 1) {
            return Optional.of(Say.of("spanNot.halfWay"));
        }
        double contact = contactDiameterMm(gear, k);
        if (contact >= gear.tipDiameterMm()) {
            return Optional.of(Say.of("spanNot.beyondTips"));
        }
        Outcome<RackCut> cut = RackCut.tried(gear);
        if (cut.why().isPresent()) {
            return cut.why().map(Refusal::say);
        }
        if (cut.made().filter(c -> contact > c.formDiameterMm()).isEmpty()) {
            return Optional.of(Say.of("spanNot.belowFlanks"));
        }
        double needed = leastFaceWidthMm(gear, k);
        if (faceWidthMm <= needed) {
            return Optional.of(Say.of("spanNot.narrowFace", "needed", needed));
        }
        return Optional.empty();
    }

    /** Module from two neighbouring spans: their difference is the base pitch, m = (W_{k+1} − W_k) / (π cos α). */
    public static double moduleFromSpans(double spanMm, double spanOverOneMoreMm, double pressureAngleDeg) {
        return (spanOverOneMoreMm - spanMm) / (Math.PI * Math.cos(Math.toRadians(pressureAngleDeg)));
    }
}
