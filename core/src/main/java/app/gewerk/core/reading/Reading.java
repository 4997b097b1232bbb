package app.gewerk.core.reading;

import java.util.List;

/**
 * One thing measured, once or several times.
 *
 * @param valuesMm every repeat, as read (mm)
 */
public record Reading(Measured what, List<Double> valuesMm, Instrument instrument) {

    public Reading {
        valuesMm = List.copyOf(valuesMm);
        if (valuesMm.isEmpty()) {
            throw new IllegalArgumentException("A reading needs at least one value");
        }
        for (double value : valuesMm) {
            if (!(value > 0 && value <= 2000)) {
                throw new IllegalArgumentException(
                        "A reading must lie between 0 and 2000 mm; " + value + " given for " + what.words());
            }
        }
    }

    public static Reading caliper(Measured what, double... valuesMm) {
        return new Reading(what, java.util.Arrays.stream(valuesMm).boxed().toList(), Instrument.CALIPER);
    }

    public double meanMm() {
        double sum = 0;
        for (double value : valuesMm) {
            sum += value;
        }
        return sum / valuesMm.size();
    }

    /**
     * Standard uncertainty of the mean (mm): the instrument's own, or the repeats' spread when that is clearly wider,
     * over √n.
     */
    public double uncertaintyMm() {
        int n = valuesMm.size();
        double one = instrument.standardUncertaintyMm();
        if (n > 1) {
            double mean = meanMm();
            double squares = 0;
            for (double value : valuesMm) {
                squares += (value - mean) * (value - mean);
            }
            one = Math.max(one, Math.sqrt(squares / (n - 1)));
        }
        return one / Math.sqrt(n);
    }
}
