package app.gewerk.core.reading;

import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Pitch;
import java.util.List;
import java.util.Locale;

/**
 * One answer with its probability.
 *
 * @param standard whether the pitch is of a usual series
 * @param profileShiftCoefficient fitted x
 * @param profileShiftUncertainty how far it may be off (standard deviation)
 * @param probability that this is the gear, 0 to 1
 * @param tipWearMm how much the tip diameter seems to have lost
 */
public record Candidate(
        Pitch pitch,
        boolean standard,
        BasicRack rack,
        int toothCount,
        double module,
        double profileShiftCoefficient,
        double profileShiftUncertainty,
        double tipWearMm,
        double probability,
        List<Residual> residuals) {

    /** How one reading agrees, in standard deviations: within ±2 is what chance does. */
    public record Residual(Measured what, double expectedMm, double sigmas) {}

    public CylindricalGear gear() {
        return CylindricalGear.spur(module, toothCount, profileShiftCoefficient, rack);
    }

    /** "0.5 module", "48 pitch", "circular pitch 3.3 mm (module 1.050)", "module 0.507, not standard". */
    public String name() {
        if (standard) {
            return pitch.words();
        }
        return pitch.system() == Pitch.System.CIRCULAR_PITCH
                ? String.format(Locale.ROOT, "%s mm, module %.3f, not standard", pitch.words(), module)
                : String.format(Locale.ROOT, "module %.3f, not standard", module);
    }
}
