package app.gewerk.core.gear;

import app.gewerk.core.Wire;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.Optional;

/**
 * How coarse a gear is, in the system its maker used. Immutable.
 *
 * @param system module (mm), diametral pitch (teeth per inch of reference diameter) or circular pitch (mm)
 * @param value in the unit of the system
 */
public record Pitch(System system, double value) {

    public static final double MM_PER_INCH = 25.4;

    public enum System {
        MODULE,
        DIAMETRAL_PITCH,
        CIRCULAR_PITCH;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    public Pitch {
        if (!possible(system, value)) {
            throw new Refused("pitch.module", "given", moduleOf(system, value));
        }
    }

    /** Nothing where no gear is so fine or so coarse. */
    public static Optional<Pitch> tried(System system, double value) {
        return possible(system, value) ? Optional.of(new Pitch(system, value)) : Optional.empty();
    }

    private static boolean possible(System system, double value) {
        double module = moduleOf(system, value);
        return module >= Limits.SMALLEST_MODULE && module <= Limits.LARGEST_MODULE;
    }

    public static Pitch ofModule(double module) {
        return new Pitch(System.MODULE, module);
    }

    public static Pitch ofDiametralPitch(double teethPerInch) {
        return new Pitch(System.DIAMETRAL_PITCH, teethPerInch);
    }

    public static Pitch ofCircularPitchMm(double circularPitchMm) {
        return new Pitch(System.CIRCULAR_PITCH, circularPitchMm);
    }

    /** Module in mm: m = 25.4 / P = p / π. */
    public double module() {
        return moduleOf(system, value);
    }

    /** As a technician says it: "0.5 module", "48 pitch", "circular pitch 3.3". */
    public Say words() {
        return Say.of("pitchName." + system, "size", new BigDecimal(value).round(new MathContext(6)));
    }

    private static double moduleOf(System system, double value) {
        return switch (system) {
            case MODULE -> value;
            case DIAMETRAL_PITCH -> MM_PER_INCH / value;
            case CIRCULAR_PITCH -> value / Math.PI;
        };
    }
}
