package app.gewerk.core.reading;

import app.gewerk.core.words.Refused;
import java.util.Arrays;
import java.util.List;

/**
 * One thing measured, once or several times.
 *
 * @param values every repeat, as read, in the unit of {@code what}; a slant of 0 says that the teeth are straight
 */
public record Reading(Measured what, List<Double> values, Instrument instrument) {

    public Reading {
        values = List.copyOf(values);
        if (values.isEmpty()) {
            throw new Refused("reading.noValue");
        }
        boolean angle = what.unit() == Measured.Unit.DEG;
        double most = angle ? 120 : 2000;
        for (double value : values) {
            if (!((value > 0 || value == 0 && what instanceof Measured.HelixAngle) && value <= most)) {
                throw new Refused(
                        angle ? "reading.angleRange" : "reading.lengthRange",
                        "most",
                        (int) most,
                        "given",
                        value,
                        "what",
                        what.words());
            }
        }
    }

    public static Reading caliper(Measured what, double... values) {
        return new Reading(what, Arrays.stream(values).boxed().toList(), Instrument.CALIPER);
    }

    public double mean() {
        double sum = 0;
        for (double value : values) {
            sum += value;
        }
        return sum / values.size();
    }

    /**
     * Standard uncertainty of the mean, in the reading's unit. What one reading of this person with this instrument is worth
     * is known from the repeats and, as if from one repeat more, from the instrument: σ² = (s₀² (1 + 1/n) + Σ(v − mean)²)/n, over
     * √n; what was read once may be far worse than it looks.
     */
    public double uncertainty() {
        int n = values.size();
        double mean = mean();
        double expected = CARELESS * instrument.standardUncertainty(what.unit());
        double squares = expected * expected * (1 + 1.0 / n);
        for (double value : values) {
            squares += (value - mean) * (value - mean);
        }
        return Math.sqrt(squares) / n;
    }

    /** A hand at a bench gets less out of an instrument than it can give (from memory). */
    private static final double CARELESS = 1.08;
}
