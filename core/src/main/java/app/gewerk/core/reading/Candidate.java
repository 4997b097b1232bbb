package app.gewerk.core.reading;

import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.BevelGear;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.GearKind;
import app.gewerk.core.gear.GearRack;
import app.gewerk.core.gear.Pitch;
import app.gewerk.core.gear.Toothed;
import app.gewerk.core.gear.Worm;
import app.gewerk.core.words.Say;
import java.util.List;
import java.util.Optional;

/**
 * One answer with its probability.
 *
 * @param standard whether the pitch is of a usual series
 * @param toothCount of a worm the starts; of a rack 0
 * @param profileShiftCoefficient fitted x
 * @param profileShiftUncertainty how far it may be off (standard deviation)
 * @param angleDeg helix angle of a gear or rack (0: straight teeth), lead angle of a worm, pitch cone angle of a bevel gear
 * @param angleUncertaintyDeg how far that may be off (standard deviation)
 * @param tipWearMm how much the tip diameter seems to have lost
 * @param probability that this is the gear, 0 to 1
 */
public record Candidate(
        GearKind kind,
        Pitch pitch,
        boolean standard,
        BasicRack rack,
        int toothCount,
        double module,
        double profileShiftCoefficient,
        double profileShiftUncertainty,
        double angleDeg,
        double angleUncertaintyDeg,
        double tipWearMm,
        double probability,
        List<Residual> residuals) {

    /**
     * How one reading agrees, in standard deviations: within ±2 is what chance does.
     *
     * @param ofMate whether the reading was taken of the mate
     */
    public record Residual(Measured what, boolean ofMate, double expected, double sigmas) {}

    /** The part itself, new. */
    public Toothed part() {
        return switch (kind) {
            case EXTERNAL, INTERNAL ->
                new CylindricalGear(
                        kind == GearKind.INTERNAL, module, toothCount, angleDeg, profileShiftCoefficient, rack);
            case RACK -> new GearRack(module, angleDeg, rack);
            case WORM -> new Worm(module, toothCount, toothCount * module / Math.tan(Math.toRadians(angleDeg)), rack);
            case BEVEL ->
                new BevelGear(
                        module,
                        toothCount,
                        angleDeg,
                        Math.clamp(profileShiftCoefficient, -BevelGear.GREATEST_SHIFT, BevelGear.GREATEST_SHIFT),
                        rack);
        };
    }

    /** The part when it is an external gear or a ring, which can be drawn and matched. */
    public Optional<CylindricalGear> cylinder() {
        return part() instanceof CylindricalGear gear ? Optional.of(gear) : Optional.empty();
    }

    /** "0.5 module", "48 pitch", "circular pitch 3.3 mm, module 1.050, not standard", "module 0.507, not standard". */
    public Say name() {
        if (standard) {
            return pitch.words();
        }
        return pitch.system() == Pitch.System.CIRCULAR_PITCH
                ? Say.of("gear.ofCircularPitch", "pitch", pitch.words(), "module", module)
                : Say.of("gear.notStandard", "module", module);
    }

    /** Name, pressure angle, stub teeth: enough to tell it from the others. */
    public Say fullName() {
        return Say.of(
                rack.stub() ? "gear.fullNameStub" : "gear.fullName", "name", name(), "angle", rack.pressureAngleDeg());
    }
}
