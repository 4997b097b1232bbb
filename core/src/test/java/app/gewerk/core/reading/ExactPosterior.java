package app.gewerk.core.reading;

import app.gewerk.core.words.Refused;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import org.hipparchus.linear.Array2DRowRealMatrix;
import org.hipparchus.linear.CholeskyDecomposition;
import org.hipparchus.linear.RealMatrix;

/**
 * What can be known at best: the posterior under the simulator's own distributions, by sums over shift and tip loss and a
 * linear algebra library for the normal quantities. Formulas as in any handbook, written anew.
 */
final class ExactPosterior {
    private static final double SHIFT_STEP = 0.02;
    private static final int LOSS_STEPS = 36;
    /** In means of its exponential distribution. */
    private static final double LONGEST_LOSS = 12;
    /** In standard deviations. */
    private static final double FAR = 12;

    private static final double[] OUT_OF_REACH = {1e9, 0, 0};
    /** Wide enough to be flat where a gear of no series is sought. */
    private static final double ANY_MODULE = 0.3;

    private final List<Measured> what;
    private final double[] read;
    private final int z;
    private final boolean saidWorn;
    private final List<OffSize> offSizes;
    private final SimulatedGear.Conditions told;

    /** A share of all parts is off its drawing by so much (relative), on top of the usual spread. */
    record OffSize(double share, double scale) {}

    static final List<OffSize> AS_DRAWN = List.of(new OffSize(1, 0));

    ExactPosterior(List<Measured> what, double[] read, int z, boolean saidWorn) {
        this(what, read, z, saidWorn, AS_DRAWN, SimulatedGear.Conditions.PLAIN);
    }

    /** @param told how such gears are worn and read, and in what mix they come; of their size the others say */
    ExactPosterior(
            List<Measured> what,
            double[] read,
            int z,
            boolean saidWorn,
            List<OffSize> offSizes,
            SimulatedGear.Conditions told) {
        this.told = told;
        this.what = what;
        this.read = read.clone();
        this.z = z;
        this.saidWorn = saidWorn;
        this.offSizes = offSizes;
    }

    private static double inv(double angle) {
        return Math.tan(angle) - angle;
    }

    /** What a new gear would show. */
    static double size(Measured what, double m, double angleDeg, double addendum, double clearance, int z, double x) {
        double angle = Math.toRadians(angleDeg);
        double tip = m * (z + 2 * addendum + 2 * x);
        return switch (what) {
            case Measured.SpanOver span ->
                m * Math.cos(angle) * (Math.PI * (span.teeth() - 0.5) + z * inv(angle)) + 2 * x * m * Math.sin(angle);
            case Measured.RootDiameter root ->
                m * (z - 2 * addendum - 2 * clearance + 2 * x) * (z % 2 == 0 ? 1 : Math.cos(Math.PI / 2 / z));
            case Measured.TipDiameter tips -> {
                if (z % 2 == 0) {
                    yield tip;
                }
                double atTip = Math.acos(Math.min(1, m * z * Math.cos(angle) / tip));
                double land = (Math.PI / 2 + 2 * x * Math.tan(angle)) / z + inv(angle) - inv(atTip);
                yield tip / 2 * (1 + Math.cos(Math.max(0, Math.PI / z - Math.max(0, land))));
            }
            default -> throw new Refused(what.words());
        };
    }

    private double[] sizes(SimulatedGear.Making making, double module, double x, double scale) {
        double[] sizes = new double[read.length];
        for (int i = 0; i < sizes.length; i++) {
            sizes[i] = (1 + scale)
                    * size(what.get(i), module, making.angleDeg(), making.addendum(), making.clearance(), z, x);
        }
        return sizes;
    }

    /** Whether the tips could be a gear of this making's at all; only saves time. */
    private boolean near(SimulatedGear.Making making) {
        return making.free() || Math.abs(making.module() * (z + 2.2) / read[0] - 1) < 0.25;
    }

    /** Spread of the readings from everything normal: scale, thinning, maker, caliper and its rounding. */
    private RealMatrix spread(
            SimulatedGear.Making making, double module, double[] size, boolean anyModule, boolean worn) {
        int n = size.length;
        double[][] c = new double[n][n];
        double thin = SimulatedGear.thinningDeviationMm(module, worn) * Math.cos(Math.toRadians(making.angleDeg()));
        double scale =
                anyModule ? Math.hypot(SimulatedGear.SCALE_DEVIATION, ANY_MODULE) : SimulatedGear.SCALE_DEVIATION;
        for (int i = 0; i < n; i++) {
            for (int j = 0; j < n; j++) {
                c[i][j] = scale * scale * size[i] * size[j] + thinning(i) * thinning(j) * thin * thin;
            }
            double maker = SimulatedGear.makersSpreadMm(what.get(i), module);
            double once = told.caliperNoiseMm() * told.caliperNoiseMm() + told.stepMm() * told.stepMm() / 12;
            c[i][i] += maker * maker + once / told.repeats();
        }
        return new Array2DRowRealMatrix(c);
    }

    private int thinning(int i) {
        return what.get(i) instanceof Measured.SpanOver ? 1 : 0;
    }

    private int tipLoss(int i) {
        return what.get(i) instanceof Measured.TipDiameter ? 1 : 0;
    }

    /** Probability of each answer. */
    Map<String, Double> probabilities() {
        return probabilities(evidence(m -> true));
    }

    private static Map<String, Double> probabilities(Map<String, Double> evidence) {
        double sum = evidence.values().stream().mapToDouble(v -> v).sum();
        Map<String, Double> probabilities = new HashMap<>(evidence);
        probabilities.replaceAll((k, v) -> v / sum);
        return probabilities;
    }

    /** How probable the readings are with each answer, times how common that is among these makings. */
    private Map<String, Double> evidence(Predicate<SimulatedGear.Making> which) {
        List<SimulatedGear.Making> these =
                SimulatedGear.MAKINGS.stream().filter(which).toList();
        double all = these.stream().mapToDouble(told::commonness).sum();
        Map<String, Double> evidence = new HashMap<>();
        for (SimulatedGear.Making making : these) {
            double weight = near(making) ? evidence(making) / all : 0;
            if (weight > 0) {
                evidence.merge(making.answer(), weight, Double::sum);
            }
        }
        return evidence;
    }

    /**
     * @param claimed probability of the first answer
     * @param place of the right one, 0 for the first
     */
    record Ranked(double claimed, int place) {}

    /** Where the gear stands among all answers, the likeliest first. */
    Ranked ranked(SimulatedGear gear) {
        return ranked(gear, probabilities());
    }

    /**
     * The same for who knows that a gear is drawn, read and worn in one of several ways, each as often, but not in which:
     * no reader can do better on all of them together.
     */
    static Ranked rankedAmong(List<ExactPosterior> ways, SimulatedGear gear) {
        Map<String, Double> evidence = new HashMap<>();
        for (ExactPosterior way : ways) {
            way.evidence(way.told.which()).forEach((answer, weight) -> evidence.merge(answer, weight, Double::sum));
        }
        return ranked(gear, probabilities(evidence));
    }

    private static Ranked ranked(SimulatedGear gear, Map<String, Double> exact) {
        List<String> answers = exact.entrySet().stream()
                .sorted(Map.Entry.<String, Double>comparingByValue().reversed())
                .map(Map.Entry::getKey)
                .toList();
        int place = 0;
        while (place < answers.size() && !gear.isAnswer(answers.get(place))) {
            place++;
        }
        return new Ranked(exact.getOrDefault(answers.getFirst(), 0.0), place);
    }

    private double evidence(SimulatedGear.Making making) {
        return offSizes.stream()
                .mapToDouble(off -> off.share * evidence(making, off.scale))
                .sum();
    }

    private double evidence(SimulatedGear.Making making, double scale) {
        double unworn = saidWorn || told.wornUnticked() ? 0 : 1 - SimulatedGear.WORN;
        double worn = told.wornUnticked()
                ? saidWorn ? 0 : 1
                : SimulatedGear.WORN * (saidWorn ? SimulatedGear.WEAR_NOTICED : 1 - SimulatedGear.WEAR_NOTICED);
        double sum = 0;
        for (boolean isWorn : new boolean[] {false, true}) {
            double share = isWorn ? worn : unworn;
            if (share > 0) {
                Case one = new Case(making, isWorn, scale);
                if (making.made(z, 0)) {
                    sum += share * SimulatedGear.unshifted(z) * one.density(0);
                }
                for (double x = -0.9; x <= 0.9; x += SHIFT_STEP) {
                    double prior = SimulatedGear.shiftDensity(x, z);
                    if (prior > 1e-6 && making.made(z, x)) {
                        sum += share * (1 - SimulatedGear.unshifted(z)) * prior * SHIFT_STEP * one.density(x);
                    }
                }
            }
        }
        return sum * told.commonness(making);
    }

    /**
     * Distance of the readings from the nearest gear of this making, in standard deviations of everything normal: over
     * every shift it may be made with and any tip loss there may be.
     */
    double nearestSigmas(SimulatedGear.Making making, boolean worn) {
        double least = Double.POSITIVE_INFINITY;
        for (double x = -0.5; x <= 0.7; x += SHIFT_STEP) {
            if (making.made(z, x)) {
                double[] q = new Case(making, worn, 0).quadratic(x);
                double loss = q[2] > 1e-12 ? Math.max(0, -q[1] / q[2]) : 0;
                least = Math.min(least, q[0] + 2 * loss * q[1] + loss * loss * q[2]);
            }
        }
        return Math.sqrt(least);
    }

    private final class Case {
        private final SimulatedGear.Making making;
        private final boolean worn;
        private final double scale;
        private double logNorm;
        private double spreadAt;
        private double module;
        private final double meanLoss;
        private final double leastLoss;
        private final double mostLoss;
        private double @org.jspecify.annotations.Nullable [][] precision;
        private final double[] deviation = new double[what.size()];

        Case(SimulatedGear.Making making, boolean worn, double scale) {
            this.making = making;
            this.worn = worn;
            this.scale = scale;
            module = making.module();
            meanLoss = worn ? SimulatedGear.wornTipLossMm(module(0)) : SimulatedGear.FRESH_TIP_LOSS_MM;
            leastLoss = told.wearFromMm();
            mostLoss = told.wornUnticked() ? told.wearToMm() : LONGEST_LOSS * meanLoss;
        }

        /** Of a gear of no series the module that the first reading, over the tips, asks for. */
        private double module(double x) {
            if (!making.free()) {
                return making.module();
            }
            double one = size(what.getFirst(), 1, making.angleDeg(), making.addendum(), making.clearance(), z, x);
            return read[0] / one;
        }

        /** q(w) = q₀ + 2 w q₁ + w² q₂ of the misfit with tip loss w. */
        double[] quadratic(double x) {
            module = module(x);
            double[] size = sizes(making, module, x, scale);
            int n = size.length;
            double[] misfit = new double[n];
            double[] loss = new double[n];
            double thin = SimulatedGear.thinningMeanMm(module) * Math.cos(Math.toRadians(making.angleDeg()));
            for (int i = 0; i < n; i++) {
                misfit[i] = read[i] - size[i] + thinning(i) * thin;
                loss[i] = tipLoss(i);
            }
            if (precision == null || making.free() && Math.abs(x - spreadAt) > 0.1) {
                spreadAt = x;
                RealMatrix spread = spread(making, module, size, making.free(), worn);
                CholeskyDecomposition decomposition = new CholeskyDecomposition(spread);
                precision = decomposition.getSolver().getInverse().getData();
                for (int i = 0; i < n; i++) {
                    deviation[i] = Math.sqrt(spread.getEntry(i, i));
                }
                logNorm = -0.5 * (Math.log(decomposition.getDeterminant()) + n * Math.log(2 * Math.PI));
                if (making.free()) {
                    double range = Math.log(SimulatedGear.LARGEST_MODULE / SimulatedGear.SMALLEST_MODULE);
                    logNorm += 0.5 * Math.log(2 * Math.PI) + Math.log(ANY_MODULE / range);
                }
            }
            double[] q = new double[3];
            for (int i = 0; i < n; i++) {
                double room = FAR * deviation[i] + (misfit[i] < 0 ? tipLoss(i) * mostLoss : 0);
                if (Math.abs(misfit[i]) > room) {
                    return OUT_OF_REACH;
                }
                for (int j = 0; j < n; j++) {
                    q[0] += misfit[i] * precision[i][j] * misfit[j];
                    q[1] += misfit[i] * precision[i][j] * loss[j];
                    q[2] += loss[i] * precision[i][j] * loss[j];
                }
            }
            return q;
        }

        double density(double x) {
            double[] q = quadratic(x);
            if (q == OUT_OF_REACH) {
                return 0;
            }
            double sum = 0;
            double step = (mostLoss - leastLoss) / LOSS_STEPS;
            for (int i = 0; i < LOSS_STEPS; i++) {
                double w = leastLoss + (i + 0.5) * step;
                double prior = told.wornUnticked() ? 1.0 / LOSS_STEPS : Math.exp(-w / meanLoss) / meanLoss * step;
                sum += prior * Math.exp(-0.5 * (q[0] + 2 * w * q[1] + w * w * q[2]) + logNorm);
            }
            return sum;
        }
    }
}
