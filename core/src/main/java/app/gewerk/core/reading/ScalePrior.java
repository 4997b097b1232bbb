package app.gewerk.core.reading;

import java.util.List;
import java.util.stream.IntStream;
import org.hipparchus.distribution.continuous.NormalDistribution;

/**
 * How far a moulded part is from its drawing all over, before it was measured: a few normal distributions, relative.
 *
 * <p>Moulds are cut larger by the shrinkage that is expected, and what comes out has shrunk a little more or less: most
 * parts are within 0.3 %, some near 1 %, more of them too small. Polyamide that has taken up water from the air is larger
 * by up to about 1 %. From memory.
 */
record ScalePrior(double weight, double mean, double deviation) {
    static final List<ScalePrior> MOULDED = List.of(
            new ScalePrior(0.70, 0, 0.0022), new ScalePrior(0.22, -0.004, 0.008), new ScalePrior(0.08, -0.004, 0.017));

    private static final List<ScalePrior> SWOLLEN =
            List.of(new ScalePrior(0.20, 0, 0.003), new ScalePrior(0.80, 0.006, 0.006));

    /** Where the module is fitted anyway, scale and module are one. */
    private static final List<ScalePrior> WITH_THE_MODULE = List.of(new ScalePrior(1, 0, 0.002));

    static final List<Double> MOULDED_SHARES =
            MOULDED.stream().map(ScalePrior::weight).toList();

    /** Where the module is not fitted. */
    static List<ScalePrior> of(boolean swollen, PartsPrior parts) {
        return swollen
                ? SWOLLEN
                : IntStream.range(0, MOULDED.size())
                        .mapToObj(i -> MOULDED.get(i).weighing(parts.sizes().get(i)))
                        .toList();
    }

    /** @param ofSeries where the module is not fitted */
    static List<ScalePrior> of(Hypothesis hypothesis, List<ScalePrior> ofSeries) {
        return hypothesis.free() ? WITH_THE_MODULE : ofSeries;
    }

    /** The share of it beyond so much to either side. */
    double furtherOff(double by) {
        NormalDistribution scale = new NormalDistribution(mean, deviation);
        return 1 - scale.probability(-by, by);
    }

    private ScalePrior weighing(double share) {
        return new ScalePrior(share, mean, deviation);
    }

    /** One normal distribution about as wide as all of them: to see quickly what cannot be. */
    static ScalePrior wide(Hypothesis hypothesis) {
        return hypothesis.free() ? WITH_THE_MODULE.getFirst() : new ScalePrior(1, 0, 0.015);
    }
}
