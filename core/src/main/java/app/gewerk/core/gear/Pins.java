package app.gewerk.core.gear;

import static app.gewerk.core.gear.Involute.inv;

import app.gewerk.core.words.Refused;
import java.util.Comparator;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * Measurement over (external) or between (internal) two equal pins laid in opposite tooth spaces — ISO 21771.
 * For odd helical gears: balls in one transverse plane.
 */
public record Pins(CylindricalGear gear, double pinDiameterMm) {
    private static final double PROUD_MM = 0.1;

    /** In modules: thicker ones are a slip of the finger. */
    private static final double THICKEST = 20;

    public Pins {
        if (!(pinDiameterMm > 0 && pinDiameterMm < THICKEST * gear.normalModule())) {
            throw new Refused("pin.diameter", "given", pinDiameterMm);
        }
        if (!touches(gear, pinDiameterMm)) {
            throw new Refused("pin.touches", "given", pinDiameterMm, "about", 1.7 * gear.normalModule());
        }
    }

    /** Whether a pin of this thickness lies on the flanks of two teeth, neither at the bottom nor far outside. */
    public static boolean touches(CylindricalGear gear, double pinDiameterMm) {
        double involute = involuteAtCentre(gear, pinDiameterMm);
        return pinDiameterMm > 0 && pinDiameterMm < THICKEST * gear.normalModule() && involute >= 0 && involute < 1;
    }

    /** inv φ at the pin's centre; out of range when the pin does not touch. */
    private static double involuteAtCentre(CylindricalGear gear, double pin) {
        double alphaN = gear.rack().pressureAngleRad();
        double alphaT = Math.toRadians(gear.transversePressureAngleDeg());
        double z = gear.toothCount();
        double pinTerm = pin / (z * gear.normalModule() * Math.cos(alphaN));
        double shiftTerm = 2 * gear.profileShiftCoefficient() * Math.tan(alphaN) / z;
        double halfSpace = Math.PI / (2 * z);
        return inv(alphaT) + shiftTerm + (gear.internal() ? halfSpace - pinTerm : pinTerm - halfSpace);
    }

    /** Transverse pressure angle at the pin's centre, φ (degrees). */
    public double centreAngleDeg() {
        return Math.toDegrees(Involute.inverse(involuteAtCentre(gear, pinDiameterMm)));
    }

    /** Reading over the two pins, or between them in a ring (mm). */
    public double readingMm() {
        double centres = gear.baseDiameterMm() / Math.cos(Math.toRadians(centreAngleDeg()));
        boolean odd = gear.toothCount() % 2 == 1;
        double across = odd ? centres * Math.cos(Math.PI / (2.0 * gear.toothCount())) : centres;
        return gear.internal() ? across - pinDiameterMm : across + pinDiameterMm;
    }

    /** Diameter on which a pin touches the flanks (mm). */
    public double contactDiameterMm() {
        double tangentStep = pinDiameterMm * Math.cos(Math.toRadians(gear.baseHelixAngleDeg())) / gear.baseDiameterMm();
        double tangent = Math.tan(Math.toRadians(centreAngleDeg())) + (gear.internal() ? tangentStep : -tangentStep);
        return gear.baseDiameterMm() * Math.sqrt(1 + tangent * tangent);
    }

    /**
     * Whether the jaws meet the pins and not the tips beside them: outside the pins stand above the tips, in a ring further
     * in, by a tenth of a millimetre at least.
     */
    public boolean standsProud() {
        double centre = gear.baseDiameterMm() / Math.cos(Math.toRadians(centreAngleDeg()));
        return gear.internal()
                ? centre - pinDiameterMm <= gear.tipDiameterMm() - 2 * PROUD_MM
                : centre + pinDiameterMm >= gear.tipDiameterMm() + 2 * PROUD_MM;
    }

    /** The thinnest pin of those in tenths of a millimetre that lies on the flanks and stands proud; none for teeth without room for one. */
    public static Optional<Double> thinnestMm(CylindricalGear gear) {
        return inTenths(gear).min(Comparator.naturalOrder());
    }

    /** Of the same, the one nearest to {@link #idealPinMm}; of a ring or a helical gear nearest to 1.7 modules (common practice). */
    public static Optional<Double> usualMm(CylindricalGear gear) {
        double wanted = gear.internal() || gear.helixAngleDeg() != 0 ? 1.7 * gear.normalModule() : idealPinMm(gear);
        return inTenths(gear).min(Comparator.comparingDouble(pin -> Math.abs(pin - wanted)));
    }

    private static Stream<Double> inTenths(CylindricalGear gear) {
        return IntStream.rangeClosed(1, (int) Math.ceil(40 * gear.normalModule()))
                .mapToObj(tenths -> tenths / 10.0)
                .filter(pin -> touches(gear, pin))
                .filter(pin -> {
                    Pins pins = new Pins(gear, pin);
                    double contact = pins.contactDiameterMm();
                    boolean onFlank = gear.internal() ? contact > gear.tipDiameterMm() : contact < gear.tipDiameterMm();
                    return onFlank && pins.standsProud();
                });
    }

    /** The pin that touches an external spur gear on the circle d + 2 x m (mm). */
    public static double idealPinMm(CylindricalGear gear) {
        double alpha = gear.rack().pressureAngleRad();
        double z = gear.toothCount();
        double touch = gear.referenceDiameterMm() + 2 * gear.profileShiftCoefficient() * gear.normalModule();
        double touchAngle = Math.acos(gear.baseDiameterMm() / touch);
        double halfSpaceAngle =
                Math.PI / (2 * z) - inv(alpha) - 2 * gear.profileShiftCoefficient() * Math.tan(alpha) / z;
        double centreAngle = Math.tan(touchAngle) + halfSpaceAngle;
        return z * gear.normalModule() * Math.cos(alpha) * (inv(centreAngle) + halfSpaceAngle);
    }
}
