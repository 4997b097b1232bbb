package app.gewerk.core.reading;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;

/**
 * How parts are thought to come before one is measured: from memory, and from what a shop's own proven gears showed.
 *
 * @param sizes how often a moulded part is as far off size as each of {@link ScalePrior}'s distributions has it; together 1
 * @param wornUnnoticed how often a gear that nobody calls worn is
 */
public record PartsPrior(List<Double> sizes, double wornUnnoticed) {
    /** From memory. */
    private static final double WORN_UNNOTICED = 0.17;

    private static final PartsPrior SHIPPED = new PartsPrior(ScalePrior.MOULDED_SHARES, WORN_UNNOTICED);

    /** As many gears of one's own weigh as much as what is said beforehand (from memory). */
    private static final double WORTH_GEARS = 15;

    /** What each gear showed is weighed with what all of them say; after so many rounds nothing changes any more. */
    private static final int ROUNDS = 30;

    public PartsPrior {
        sizes = List.copyOf(sizes);
    }

    public static PartsPrior shipped() {
        return SHIPPED;
    }

    /**
     * With what gears have shown since: the shares that make all of it likeliest, what is said from memory counted as so
     * many gears more (the expectation-maximisation of a mixture with a Dirichlet prior).
     */
    public static PartsPrior after(List<ProvenGear> proven) {
        PartsPrior now = SHIPPED;
        for (int round = 0; round < ROUNDS && !proven.isEmpty(); round++) {
            now = now.weighed(proven);
        }
        return now;
    }

    /** How often a moulded part is further off size than this (relative). */
    double furtherOff(double by) {
        return IntStream.range(0, sizes.size())
                .mapToDouble(i -> sizes.get(i) * ScalePrior.MOULDED.get(i).furtherOff(by))
                .sum();
    }

    private PartsPrior weighed(List<ProvenGear> proven) {
        double[] counted = new double[sizes.size()];
        double worn = 0;
        double of = 0;
        for (ProvenGear gear : proven) {
            double sum = 0;
            for (int i = 0; i < counted.length; i++) {
                sum += sizes.get(i) * gear.sizes().get(i);
            }
            for (int i = 0; i < counted.length; i++) {
                counted[i] += sizes.get(i) * gear.sizes().get(i) / sum;
            }
            if (gear.worn().isPresent()) {
                double share = wornUnnoticed * gear.worn().getAsDouble();
                worn += share / (share + 1 - wornUnnoticed);
                of++;
            }
        }
        List<Double> shares = new ArrayList<>();
        for (int i = 0; i < counted.length; i++) {
            shares.add((WORTH_GEARS * SHIPPED.sizes.get(i) + counted[i]) / (WORTH_GEARS + proven.size()));
        }
        return new PartsPrior(shares, (WORTH_GEARS * SHIPPED.wornUnnoticed + worn) / (WORTH_GEARS + of));
    }
}
