package app.gewerk.core.reading;

import app.gewerk.core.gear.BevelGear;
import app.gewerk.core.gear.GearKind;
import app.gewerk.core.gear.Toothed;
import java.util.Arrays;
import java.util.Optional;

/**
 * How well one hypothesis with one kind of shift explains the readings: the evidence with every nuisance quantity
 * integrated out, and what the readings say of those quantities.
 *
 * <p>Nuisances of a {@link LinearModel} are normal and enter linearly, so that the readings are taken in one after the
 * other (a Kalman filter's update, exact for such a model). Wear of the tips is one-sided exponential; it is carried
 * along as an unknown constant, which leaves −½ A w² + C w, and integrated in closed form:
 * ∫ exp(−½ A w² − B w) dw from 0 = √(π/2A) exp(B²/2A) erfc(B/√2A) with B = 1/scale − C.
 */
final class Fit {
    private static final int ROUNDS = 3;
    /** A step of shift and ln m so small that another round would change nothing that can be read. */
    private static final double CLOSE_ENOUGH = 2e-4;

    /** What is thought of the nuisances before any reading. */
    static final class Prior {
        /** Spread of a mate's size from its drawing (relative, from memory). */
        private static final double MATE_SCALE_DEVIATION = 0.005;

        /** How much is gone of a gear nobody called worn that is, beside what grows with the teeth (from memory). */
        private static final double UNNOTICED_MM = 0.06;

        /** How often a ring's teeth are cut shorter so that its pinion clears them (from memory). */
        private static final double RING_SHORTENED = 0.4;

        final ScalePrior scale;
        final double[] mean;
        final double[] variance;
        /** Which quantities are not known from the start; the others stay as they are, whatever is read. */
        final int[] unknown;

        final double[] wearShare;
        final double[] wearScaleMm;

        Prior(
                LinearModel.Given given,
                Hypothesis hypothesis,
                int toothCount,
                ScalePrior scale,
                ShiftPrior shift,
                ShiftPrior mateShift,
                boolean worn,
                double wornUnnoticed) {
            this.scale = scale;
            double module = hypothesis.pitch().module();
            double root = Math.sqrt(module);
            mean = new double[given.dimensions()];
            variance = new double[given.dimensions()];
            set(LinearModel.SCALE, scale.mean(), scale.deviation());
            set(LinearModel.THINNING, 0.010 * root, (worn ? 0.03 : 0.012) * root);
            set(LinearModel.SHIFT, shift.mean(), shift.deviation());
            set(LinearModel.LOG_MODULE, 0, hypothesis.free() ? Hypothesis.FREE_STEP : 0);
            form(given, toothCount);
            if (given.mateWasRead()) {
                boolean mateWorn = given.mate().worn();
                set(LinearModel.MATE_SHIFT, mateShift.mean(), mateShift.deviation());
                set(LinearModel.MATE_THINNING, 0.010 * root, (mateWorn ? 0.03 : 0.012) * root);
                set(LinearModel.MATE_SCALE, 0, MATE_SCALE_DEVIATION);
            }
            unknown = spreading(variance);
            double much = 0.12 * module + 0.02;
            if (worn) {
                wearShare = new double[] {1};
                wearScaleMm = new double[] {much};
            } else if (given.kind() == GearKind.INTERNAL) {
                wearShare = new double[] {1 - RING_SHORTENED, RING_SHORTENED};
                wearScaleMm = new double[] {0.006, 0.3 * module};
            } else {
                wearShare = new double[] {1 - wornUnnoticed, wornUnnoticed};
                wearScaleMm = new double[] {0.006, 0.5 * much + UNNOTICED_MM};
            }
        }

        private static int[] spreading(double[] variance) {
            int[] found = new int[variance.length];
            int count = 0;
            for (int j = 0; j < variance.length; j++) {
                if (variance[j] > 0) {
                    found[count++] = j;
                }
            }
            return Arrays.copyOf(found, count);
        }

        private void set(int quantity, double expected, double deviation) {
            mean[quantity] = expected;
            variance[quantity] = deviation * deviation;
        }

        private void form(LinearModel.Given given, int toothCount) {
            if (!given.formMatters()) {
                return;
            }
            switch (given.kind()) {
                case EXTERNAL, INTERNAL, RACK -> set(LinearModel.FORM, 20, 15);
                case WORM -> set(LinearModel.FORM, Math.log(9), 0.4);
                case BEVEL -> {
                    if (given.mateIfAny().isPresent()) {
                        double cone =
                                BevelGear.coneAngleDeg(toothCount, given.mate().toothCount(), 90);
                        set(LinearModel.FORM, cone, 0.3);
                    } else {
                        set(LinearModel.FORM, 45, 20);
                    }
                }
            }
        }
    }

    private final LinearModel.Given given;
    private final Hypothesis hypothesis;
    private final int toothCount;
    private final double logPrior;
    private final Prior prior;
    /** Which readings are taken for slips and left out, one bit each. */
    private final long leftOut;

    private LinearModel model;
    private double[] mean;
    private double[] meanPerWear;
    private double[] covariance;
    private double wearMm;
    private double wearVariance;
    private double wornShare;
    private double logEvidence;

    private Fit(
            LinearModel.Given given,
            Hypothesis hypothesis,
            int toothCount,
            double logPrior,
            Prior prior,
            long leftOut,
            LinearModel model) {
        this.given = given;
        this.hypothesis = hypothesis;
        this.toothCount = toothCount;
        this.logPrior = logPrior;
        this.prior = prior;
        this.leftOut = leftOut;
        this.model = model;
        mean = prior.mean;
        meanPerWear = new double[prior.mean.length];
        covariance = new double[0];
    }

    /**
     * The fit about its own best point, or one with evidence −∞ where such a gear cannot exist or be measured so.
     *
     * @param model about any point
     */
    static Fit of(
            LinearModel.Given given,
            Hypothesis hypothesis,
            int toothCount,
            double logPrior,
            Prior prior,
            long leftOut,
            LinearModel model) {
        Fit fit = new Fit(given, hypothesis, toothCount, logPrior, prior, leftOut, model);
        fit.takeIn();
        for (int round = 0; round < ROUNDS; round++) {
            double[] point = fit.mean.clone();
            point[LinearModel.SCALE] = 0;
            point[LinearModel.THINNING] = 0;
            if (given.mateWasRead()) {
                point[LinearModel.MATE_SCALE] = 0;
                point[LinearModel.MATE_THINNING] = 0;
            }
            boolean close = true;
            for (int j = LinearModel.SHIFT; j < point.length; j++) {
                double scale = j == LinearModel.FORM ? 0.02 : CLOSE_ENOUGH;
                close &= Math.abs(point[j] - fit.model.point[j]) < scale;
            }
            if (close) {
                break;
            }
            Optional<LinearModel> there = LinearModel.about(point, given, hypothesis, toothCount);
            if (there.isEmpty()) {
                fit.logEvidence = Double.NEGATIVE_INFINITY;
                break;
            }
            fit.model = there.get();
            fit.takeIn();
        }
        return fit;
    }

    private void takeIn() {
        Filter filter = new Filter(prior.mean.length);
        logEvidence = filter.run(given, model, prior, leftOut);
        covariance = filter.covariance;
        meanPerWear = filter.perWear;
        wearMm = filter.wearMean;
        wearVariance = filter.wearVariance;
        wornShare = filter.wornShare;
        mean = new double[prior.mean.length];
        for (int j = 0; j < mean.length; j++) {
            mean[j] = prior.mean[j] + filter.offset[j] + meanPerWear[j] * wearMm;
        }
    }

    /** Takes readings in one after the other. Made once and used for thousands of hypotheses. */
    static final class Filter {
        private final int d;
        private final double[] covariance;
        private final double[] offset;
        private final double[] perWear;
        private final double[] gain;
        /** A and C of what is left as a function of wear. */
        private double curvature;

        private double pull;
        private double wearMean;
        private double wearVariance;
        /** Chance of the last kind of wear, the most there is. */
        private double wornShare;

        Filter(int dimensions) {
            d = dimensions;
            covariance = new double[d * d];
            offset = new double[d];
            perWear = new double[d];
            gain = new double[d];
        }

        /** ln of the density of the readings but those left out, with every nuisance integrated out. */
        double run(LinearModel.Given given, LinearModel model, Prior prior, long leftOut) {
            double log = withoutWear(given, model, prior, leftOut);
            return curvature > 1e-9 ? log + wear(curvature, pull, prior) : log;
        }

        /** The most that {@link #run} can come to, whatever wear there is: exp(−½ A w² + C w) is greatest at w = C/A. */
        double bound(LinearModel.Given given, LinearModel model, Prior prior, long leftOut) {
            double log = withoutWear(given, model, prior, leftOut);
            return pull > 0 && curvature > 1e-9 ? log + pull * pull / (2 * curvature) : log;
        }

        private double withoutWear(LinearModel.Given given, LinearModel model, Prior prior, long leftOut) {
            Arrays.fill(covariance, 0);
            Arrays.fill(offset, 0);
            Arrays.fill(perWear, 0);
            for (int j = 0; j < d; j++) {
                covariance[j * d + j] = prior.variance[j];
            }
            double log = 0;
            curvature = 0;
            pull = 0;
            wearMean = 0;
            wearVariance = 0;
            wornShare = prior.wearShare[prior.wearShare.length - 1];
            for (int i = 0; i < given.count(); i++) {
                if ((leftOut >> i & 1) != 0) {
                    continue;
                }
                double[] s = model.slope[i];
                double spread = model.variance[i];
                double misfit = given.mean(i) - model.size[i];
                double misfitPerWear = model.wearSlope[i];
                for (int j = 0; j < d; j++) {
                    misfit -= s[j] * (prior.mean[j] + offset[j] - model.point[j]);
                }
                for (int j : prior.unknown) {
                    double sum = 0;
                    for (int k : prior.unknown) {
                        sum += covariance[j * d + k] * s[k];
                    }
                    gain[j] = sum;
                    spread += s[j] * sum;
                    misfitPerWear += s[j] * perWear[j];
                }
                log -= 0.5 * (Math.log(2 * Math.PI * spread) + misfit * misfit / spread);
                curvature += misfitPerWear * misfitPerWear / spread;
                pull += misfitPerWear * misfit / spread;
                for (int j : prior.unknown) {
                    double g = gain[j] / spread;
                    offset[j] += g * misfit;
                    perWear[j] -= g * misfitPerWear;
                    for (int k : prior.unknown) {
                        covariance[j * d + k] -= g * gain[k];
                    }
                }
            }
            return log;
        }

        private double wear(double curvature, double pull, Prior prior) {
            int kinds = prior.wearShare.length;
            double[] log = new double[kinds];
            double most = Double.NEGATIVE_INFINITY;
            for (int w = 0; w < kinds; w++) {
                double scale = prior.wearScaleMm[w];
                log[w] = Math.log(prior.wearShare[w] / scale) + logIntegral(curvature, 1 / scale - pull);
                most = Math.max(most, log[w]);
            }
            double sum = 0;
            double square = 0;
            for (int w = 0; w < kinds; w++) {
                double share = Math.exp(log[w] - most);
                double gradient = 1 / prior.wearScaleMm[w] - pull;
                wornShare = share;
                double one = mean(curvature, gradient);
                sum += share;
                wearMean += share * one;
                square += share * (one * one + variance(curvature, gradient, one));
            }
            wearMean /= sum;
            wornShare /= sum;
            wearVariance = Math.max(0, square / sum - wearMean * wearMean);
            return most + Math.log(sum);
        }

        private static double logIntegral(double curvature, double gradient) {
            double u = gradient / Math.sqrt(2 * curvature);
            return 0.5 * Math.log(Math.PI / (2 * curvature)) + LogScaledErfc.of(u);
        }

        /** Mean of a normal distribution cut off below 0. */
        private static double mean(double curvature, double gradient) {
            double u = gradient / Math.sqrt(2 * curvature);
            double hazard = Math.sqrt(2 / Math.PI) * Math.exp(-LogScaledErfc.of(u));
            return Math.max(0, (hazard - gradient / Math.sqrt(curvature)) / Math.sqrt(curvature));
        }

        /** Its variance, 1/A − mean (mean + B/A). */
        private static double variance(double curvature, double gradient, double mean) {
            return Math.max(0, 1 / curvature - mean * (mean + gradient / curvature));
        }
    }

    Hypothesis hypothesis() {
        return hypothesis;
    }

    int toothCount() {
        return toothCount;
    }

    /** Whether this fit takes a reading for a slip: leaves it out, or takes it for another than was said. */
    boolean doubts(int i, Measured said) {
        return (leftOut >> i & 1) != 0 || !given.what(i).equals(said);
    }

    /** How far the reading that agrees least is off, of those it keeps (standard deviations). */
    double worstSigmas() {
        double worst = 0;
        for (int i = 0; i < given.count(); i++) {
            if ((leftOut >> i & 1) == 0) {
                worst = Math.max(worst, Math.abs(residualSigmas(i)));
            }
        }
        return worst;
    }

    ScalePrior scale() {
        return prior.scale;
    }

    /** Chance that it is worn more than a fresh part, or, of a ring, cut shorter. */
    double wornShare() {
        return wornShare;
    }

    /** ln of prior × evidence. */
    double logWeight() {
        return logEvidence + logPrior;
    }

    double profileShift() {
        return mean[LinearModel.SHIFT];
    }

    double form() {
        return mean[LinearModel.FORM];
    }

    /** Standard deviation of one of the unknowns. */
    double deviation(int quantity) {
        int d = prior.mean.length;
        return Math.sqrt(Math.max(
                0, covariance[quantity * d + quantity] + meanPerWear[quantity] * meanPerWear[quantity] * wearVariance));
    }

    double tipWearMm() {
        return wearMm;
    }

    /** The new part this fit takes it to be: without wear, thinning or shrinkage. */
    Toothed part() {
        return model.part();
    }

    /** How far a reading is from what this fit expects, in standard deviations of the reading. */
    double residualSigmas(int i) {
        return (given.mean(i) - expected(given.what(i), given.ofMate(i))) / Math.sqrt(model.variance[i]);
    }

    /** What this fit expects a reading that was taken to show, on the gear as it is: worn, thinned, shrunk. */
    double expected(Measured what, boolean ofMate) {
        return forecast(what, ofMate).orElseThrow().mean;
    }

    /** What a reading will show: mean and standard deviation, without the instrument's own. */
    record Forecast(double mean, double deviation) {}

    /** None where this gear has no such size to read. */
    Optional<Forecast> forecast(Measured what, boolean ofMate) {
        return model.foretell(what, ofMate).map(this::forecast);
    }

    private Forecast forecast(LinearModel.Foretold f) {
        int d = prior.mean.length;
        double expected = f.size() + f.wearSlope() * wearMm;
        double variance = f.makersSpread() * f.makersSpread();
        double wearSlope = f.wearSlope();
        for (int j = 0; j < d; j++) {
            expected += f.slope()[j] * (mean[j] - model.point[j]);
            wearSlope += f.slope()[j] * meanPerWear[j];
            for (int k = 0; k < d; k++) {
                variance += f.slope()[j] * covariance[j * d + k] * f.slope()[k];
            }
        }
        variance += wearSlope * wearSlope * wearVariance;
        return new Forecast(expected, Math.sqrt(Math.max(1e-12, variance)));
    }

    static double[] startingPoint(LinearModel.Given given) {
        double[] point = new double[given.dimensions()];
        if (given.formMatters()) {
            point[LinearModel.FORM] = switch (given.kind()) {
                case EXTERNAL, INTERNAL, RACK, BEVEL -> angleRead(given);
                case WORM -> Math.log(9);
            };
        }
        return point;
    }

    private static double angleRead(LinearModel.Given given) {
        for (int i = 0; i < given.count(); i++) {
            if (given.what(i).unit() == Measured.Unit.DEG) {
                return Math.clamp(given.mean(i), 5, 60);
            }
        }
        return 45;
    }
}
