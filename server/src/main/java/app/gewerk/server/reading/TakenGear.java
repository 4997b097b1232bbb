package app.gewerk.server.reading;

import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.GearKind;
import app.gewerk.core.gear.ProfileShift;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.gear.GearSpec;
import com.fasterxml.jackson.annotation.JsonProperty;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.Optional;

/**
 * The gear somebody said it is.
 *
 * @param angleDeg helix angle, lead angle or cone angle, as the kind has it
 */
public record TakenGear(
        GearKind kind,
        Identified.PitchView pitch,
        double module,
        int toothCount,
        double pressureAngleDeg,
        double addendumCoefficient,
        double clearanceCoefficient,
        double profileShiftCoefficient,
        double angleDeg,
        String hand,
        double probability,
        String reason) {

    /**
     * The gear itself.
     *
     * @throws Refused for a rack, a worm or a bevel gear
     */
    public CylindricalGear gear() {
        if (!kind.cylindrical()) {
            throw new Refused("reading.byHand", "gear", words());
        }
        return new CylindricalGear(
                kind == GearKind.INTERNAL,
                module,
                toothCount,
                angleDeg,
                profileShiftCoefficient,
                BasicRack.of(pressureAngleDeg, addendumCoefficient, clearanceCoefficient));
    }

    /** How it is drawn and made, where it is a gear or a ring. */
    @JsonProperty("gear")
    public Optional<GearSpec> spec() {
        return kind.cylindrical() ? Optional.of(GearSpec.of(gear())) : Optional.empty();
    }

    @JsonProperty
    Say shift() {
        return ProfileShift.said(profileShiftCoefficient);
    }

    /** "0.5 module". */
    @JsonProperty
    Say name() {
        return pitch.pitch().words();
    }

    /** "0.5 module, 24 teeth, 20°". */
    public Say words() {
        Say size = kind == GearKind.WORM
                ? Say.of("taken.worm", "pitch", name(), "starts", toothCount, "angle", shown(angleDeg))
                : Say.of(
                        "taken." + kind,
                        "pitch",
                        name(),
                        "teeth",
                        toothCount,
                        "pressureAngle",
                        shown(pressureAngleDeg),
                        "angle",
                        shown(angleDeg));
        Say shifted = kind.cylindrical() && !ProfileShift.none(profileShiftCoefficient)
                ? Say.of("taken.shifted", "gear", size, "shift", shift())
                : size;
        boolean slants = angleDeg != 0 && (kind.cylindrical() || kind == GearKind.RACK);
        Say slanting = slants
                ? Say.of(
                        kind == GearKind.RACK ? "taken.slanting" : "taken.helical",
                        "gear",
                        shifted,
                        "angle",
                        shown(angleDeg))
                : shifted;
        return hand.isEmpty() || !(slants || kind == GearKind.WORM)
                ? slanting
                : Say.of("taken.handed", "gear", slanting, "hand", Say.of("hand." + hand));
    }

    private static double shown(double angleDeg) {
        return new BigDecimal(angleDeg).round(new MathContext(4)).doubleValue();
    }
}
