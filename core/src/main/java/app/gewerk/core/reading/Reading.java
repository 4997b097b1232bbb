package app.gewerk.core.reading;

import app.gewerk.core.words.Refused;
import java.util.Arrays;
import java.util.List;

/**
 * One thing measured, once or several times.
 *
 * @param values every repeat, as read, in the unit of {@code what}
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
            if (!(value > 0 && value <= most)) {
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
     * Standard uncertainty of the mean, in the reading's unit: the instrument's own, or the repeats' spread when that is
     * clearly wider, over √n.
     */
    public double uncertainty() {
        int n = values.size();
        double one = instrument.standardUncertainty(what.unit());
        if (n > 1) {
            double mean = mean();
            double squares = 0;
            for (double value : values) {
                squares += (value - mean) * (value - mean);
            }
            one = Math.max(one, Math.sqrt(squares / (n - 1)));
        }
        return one / Math.sqrt(n);
    }
}
