package app.gewerk.server.gear;

import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Pitch;
import app.gewerk.core.words.Refused;
import org.jspecify.annotations.Nullable;

/**
 * A gear as a request describes it: one of module, diametral pitch or circular pitch; the rest has the usual defaults
 * (external, 20°, spur, no shift, the depth that is usual at the pressure angle). Angles in degrees, lengths in mm.
 *
 * @param stub for the usual short teeth, where addendum and clearance are not given
 */
public record GearSpec(
        @Nullable String kind,
        @Nullable Double module,
        @Nullable Double diametralPitch,
        @Nullable Double circularPitchMm,
        int toothCount,
        @Nullable Double pressureAngleDeg,
        @Nullable Double helixAngleDeg,
        @Nullable Double profileShiftCoefficient,
        @Nullable Double addendumCoefficient,
        @Nullable Double clearanceCoefficient,
        @Nullable Boolean stub,
        @Nullable Double faceWidthMm,
        @Nullable Double pinDiameterMm) {

    /** Of a gear that there is. */
    public static GearSpec of(CylindricalGear gear) {
        return new GearSpec(
                gear.internal() ? "internal" : "external",
                gear.normalModule(),
                null,
                null,
                gear.toothCount(),
                gear.rack().pressureAngleDeg(),
                gear.helixAngleDeg(),
                gear.profileShiftCoefficient(),
                gear.rack().addendumCoefficient(),
                gear.rack().clearanceCoefficient(),
                null,
                null,
                null);
    }

    /** The gear; refused in words when there is no such gear. */
    public CylindricalGear gear() {
        String what = kind == null ? "external" : kind;
        if (!what.equals("external") && !what.equals("internal")) {
            throw Refused.at("kind", "gear.kind", "given", what);
        }
        return new CylindricalGear(
                what.equals("internal"),
                pitch().module(),
                toothCount,
                or(helixAngleDeg, 0),
                or(profileShiftCoefficient, 0),
                rack());
    }

    /** The form of its teeth. */
    public BasicRack rack() {
        BasicRack usual = BasicRack.usual(or(pressureAngleDeg, 20), Boolean.TRUE.equals(stub));
        return BasicRack.of(
                usual.pressureAngleDeg(),
                or(addendumCoefficient, usual.addendumCoefficient()),
                or(clearanceCoefficient, usual.clearanceCoefficient()));
    }

    public Pitch pitch() {
        int given = (module == null ? 0 : 1) + (diametralPitch == null ? 0 : 1) + (circularPitchMm == null ? 0 : 1);
        if (given != 1) {
            throw Refused.at("module", "gear.onePitch", "given", given);
        }
        if (module != null) {
            return Pitch.ofModule(module);
        }
        return diametralPitch != null
                ? Pitch.ofDiametralPitch(diametralPitch)
                : Pitch.ofCircularPitchMm(or(circularPitchMm, 0));
    }

    private static double or(@Nullable Double given, double usual) {
        return given == null ? usual : given;
    }
}
