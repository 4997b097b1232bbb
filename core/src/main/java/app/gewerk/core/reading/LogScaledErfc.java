package app.gewerk.core.reading;

import org.hipparchus.special.Erf;

/**
 * ln(exp(u²) erfc(u)), which a fit asks for some ten thousand times: between places where it was worked out by the
 * cubic that has its values and slopes there (slope 2u − 2/(√π exp(u²) erfc(u))), to 1e-10; beyond them by its
 * asymptotes.
 */
final class LogScaledErfc {
    private static final double LEAST = -8;
    private static final double GREATEST = 20;
    private static final int PLACES_PER_ONE = 128;

    private static final double[] VALUE = new double[(int) (GREATEST - LEAST) * PLACES_PER_ONE + 2];
    private static final double[] SLOPE = new double[VALUE.length];

    static {
        for (int i = 0; i < VALUE.length; i++) {
            double u = LEAST + i / (double) PLACES_PER_ONE;
            VALUE[i] = u * u + Math.log(Erf.erfc(u));
            SLOPE[i] = 2 * u - 2 / Math.sqrt(Math.PI) * Math.exp(-VALUE[i]);
        }
    }

    private LogScaledErfc() {}

    static double of(double u) {
        if (u < LEAST) {
            return u * u + Math.log(2);
        }
        if (u >= GREATEST) {
            return -Math.log(u * Math.sqrt(Math.PI)) - 1 / (2 * u * u);
        }
        double at = (u - LEAST) * PLACES_PER_ONE;
        int i = (int) at;
        double t = at - i;
        double step = 1.0 / PLACES_PER_ONE;
        double rise = VALUE[i + 1] - VALUE[i];
        double bendBefore = SLOPE[i] * step - rise;
        double bendAfter = rise - SLOPE[i + 1] * step;
        return VALUE[i] + t * (rise + (1 - t) * ((1 - t) * bendBefore + t * bendAfter));
    }
}
