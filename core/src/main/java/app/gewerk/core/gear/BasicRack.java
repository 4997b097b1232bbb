package app.gewerk.core.gear;

import app.gewerk.core.words.Refused;

/**
 * The standard basic rack tooth profile a gear is cut by, as coefficients of the normal module.
 *
 * @param pressureAngleDeg α_P
 * @param addendumCoefficient h_aP/m
 * @param clearanceCoefficient c_P/m; the dedendum is addendum + clearance
 * @param tipRadiusCoefficient radius of the cutting rack's rounded tip over m, which makes the root fillet;
 *     never more than the rack's tip has room for (see {@link #largestTipRadius})
 */
public record BasicRack(
        double pressureAngleDeg, double addendumCoefficient, double clearanceCoefficient, double tipRadiusCoefficient) {

    /** ISO 53:1998 profile A, for gears that carry high loads. Also the usual assumption for moulded gears. */
    public static final BasicRack ISO_53_A = withLargestRadius(20, 1, 0.25, 0.38);

    public static final BasicRack ISO_53_B = new BasicRack(20, 1, 0.25, 0.30);
    public static final BasicRack ISO_53_C = new BasicRack(20, 1, 0.25, 0.25);
    /** ISO 53:1998 profile D, with larger clearance for a full fillet. */
    public static final BasicRack ISO_53_D = withLargestRadius(20, 1, 0.40, 0.39);

    /** Old full-depth system, clearance 0.157/P (Machinery's Handbook; from memory). */
    public static final BasicRack INCH_14_5 = of(14.5, 1, 0.157);
    /** Coarse pitch, fewer than 20 to the inch (Machinery's Handbook; from memory). */
    public static final BasicRack INCH_20 = of(20, 1, 0.25);

    public static final BasicRack INCH_25 = of(25, 1, 0.25);
    public static final BasicRack INCH_STUB_20 = of(20, 0.8, 0.2);

    /** Fine pitch, 20 and more to the inch: dedendum 1.2/P + 0.002 in, 20° (Machinery's Handbook; from memory). */
    public static BasicRack finePitchInch(double diametralPitch) {
        return of(20, 1, 0.2 + 0.002 * diametralPitch);
    }

    public BasicRack {
        if (!(pressureAngleDeg >= 10 && pressureAngleDeg <= 35)) {
            throw new Refused("rack.pressureAngle", "given", pressureAngleDeg);
        }
        if (!(addendumCoefficient >= 0.3 && addendumCoefficient <= 1.5)) {
            throw new Refused("rack.addendum", "given", addendumCoefficient);
        }
        if (!(clearanceCoefficient >= 0 && clearanceCoefficient <= 0.7)) {
            throw new Refused("rack.clearance", "given", clearanceCoefficient);
        }
        double room = largestTipRadius(pressureAngleDeg, addendumCoefficient, clearanceCoefficient);
        if (room < 0) {
            throw new Refused("rack.noTip", "pressureAngleDeg", pressureAngleDeg);
        }
        if (!(tipRadiusCoefficient >= 0 && tipRadiusCoefficient <= room + 1e-6)) {
            throw new Refused("rack.tipRadius", "room", room);
        }
    }

    /**
     * The rack that is usual at a pressure angle: addendum 1 and clearance 0.25 (ISO 53), 0.157 at 14.5° (the old
     * full-depth system); stub teeth 0.8 and 0.2 (Machinery's Handbook; from memory).
     *
     * @param stub for teeth shorter than full depth
     */
    public static BasicRack usual(double pressureAngleDeg, boolean stub) {
        return stub
                ? of(pressureAngleDeg, INCH_STUB_20.addendumCoefficient, INCH_STUB_20.clearanceCoefficient)
                : of(
                        pressureAngleDeg,
                        1,
                        pressureAngleDeg == INCH_14_5.pressureAngleDeg ? INCH_14_5.clearanceCoefficient : 0.25);
    }

    /** Whether its teeth are shorter than full depth. */
    public boolean stub() {
        return addendumCoefficient < 1;
    }

    /** A rack with the fillet radius usual for its clearance: ρ = c / (1 − sin α), the largest that leaves a straight flank, where there is room. */
    public static BasicRack of(double pressureAngleDeg, double addendumCoefficient, double clearanceCoefficient) {
        double sine = Math.sin(Math.toRadians(pressureAngleDeg));
        return withLargestRadius(
                pressureAngleDeg, addendumCoefficient, clearanceCoefficient, clearanceCoefficient / (1 - sine));
    }

    private static BasicRack withLargestRadius(double angleDeg, double addendum, double clearance, double radius) {
        double room = Math.max(0, largestTipRadius(angleDeg, addendum, clearance));
        return new BasicRack(angleDeg, addendum, clearance, Math.min(radius, room));
    }

    /** Dedendum over module, h_fP = h_aP + c_P. */
    public double dedendumCoefficient() {
        return addendumCoefficient + clearanceCoefficient;
    }

    public double pressureAngleRad() {
        return Math.toRadians(pressureAngleDeg);
    }

    /** Radius of a fully rounded rack tip over module: (π/4 − h_fP tan α) cos α / (1 − sin α). */
    private static double largestTipRadius(double angleDeg, double addendum, double clearance) {
        double angle = Math.toRadians(angleDeg);
        double halfTipWidth = Math.PI / 4 - (addendum + clearance) * Math.tan(angle);
        return halfTipWidth * Math.cos(angle) / (1 - Math.sin(angle));
    }
}
