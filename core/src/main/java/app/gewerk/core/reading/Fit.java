package app.gewerk.core.reading;

import app.gewerk.core.gear.CylindricalGear;
import java.util.List;
import org.hipparchus.special.Erf;

/**
 * How well one hypothesis with one kind of shift explains the readings: the evidence with every nuisance quantity
 * integrated out, and what the readings say of those quantities.
 *
 * <p>Nuisances: scale (moulding shrinkage, swelling), thinning of the teeth for backlash, profile shift and, for a gear
 * of no series, ln m — normal, entering linearly about the fitted point, so that evidence and posterior are those of a
 * linear normal model; and wear of the tips, one-sided exponential, integrated in closed form:
 * ∫ exp(−½ A w² − B w) dw from 0 = √(π/2A) exp(B²/2A) erfc(B/√2A).
 */
final class Fit {
    private static final int SCALE = 0;
    private static final int THINNING = 1;
    private static final int SHIFT = 2;
    private static final int LOG_MODULE = 3;
    private static final int NUISANCES = 4;
    private static final int ROUNDS = 3;
    /** A step of shift and ln m so small that another round would change nothing that can be read. */
    private static final double CLOSE_ENOUGH = 2e-4;

    /** Spread of moulded sizes from shrinkage and swelling (relative, from memory). */
    private static final double SCALE_DEVIATION = 0.002;

    private final Hypothesis hypothesis;
    private final int toothCount;
    private final ShiftPrior shiftPrior;
    private final List<Reading> readings;
    private final double wearScaleMm;

    private final double[] prior = new double[NUISANCES];
    private final double[] deviation = new double[NUISANCES];
    private final double[] point;
    private SmallSymmetric covariance = SmallSymmetric.identity(NUISANCES);
    private double wearMm;
    private double logEvidence;

    private Fit(Hypothesis hypothesis, int toothCount, ShiftPrior shiftPrior, List<Reading> readings, boolean worn) {
        this.hypothesis = hypothesis;
        this.toothCount = toothCount;
        this.shiftPrior = shiftPrior;
        this.readings = readings;
        double module = hypothesis.pitch().module();
        wearScaleMm = worn ? 0.12 * module + 0.02 : 0.006;
        deviation[SCALE] = SCALE_DEVIATION;
        prior[THINNING] = 0.010 * Math.sqrt(module);
        deviation[THINNING] = (worn ? 0.03 : 0.012) * Math.sqrt(module);
        prior[SHIFT] = shiftPrior.mean();
        deviation[SHIFT] = shiftPrior.deviation();
        deviation[LOG_MODULE] = hypothesis.free() ? Hypothesis.FREE_STEP : 0;
        point = prior.clone();
    }

    /** The fit, or one with evidence −∞ where such a gear cannot exist or be measured so. */
    static Fit of(Hypothesis hypothesis, int toothCount, ShiftPrior shiftPrior, List<Reading> readings, boolean worn) {
        return of(hypothesis, toothCount, shiftPrior, readings, worn, Double.NEGATIVE_INFINITY);
    }

    /** @param hopeless below this weight after the first round a fit is not worth another */
    static Fit of(
            Hypothesis hypothesis,
            int toothCount,
            ShiftPrior shiftPrior,
            List<Reading> readings,
            boolean worn,
            double hopeless) {
        Fit fit = new Fit(hypothesis, toothCount, shiftPrior, readings, worn);
        try {
            double moved = 1;
            for (int round = 0; round < ROUNDS && moved > CLOSE_ENOUGH; round++) {
                double before = fit.point[SHIFT] + fit.point[LOG_MODULE];
                fit.improve();
                moved = fit.logWeight() < hopeless ? 0 : Math.abs(fit.point[SHIFT] + fit.point[LOG_MODULE] - before);
            }
        } catch (IllegalArgumentException impossible) {
            fit.logEvidence = Double.NEGATIVE_INFINITY;
        }
        return fit;
    }

    private void improve() {
        int n = readings.size();
        double[][] slopes = new double[n][];
        double[] misfit = new double[n];
        double[] weight = new double[n];
        double[] wearSlope = new double[n];
        double logDensity = 0;
        CylindricalGear gear = gearAt(point);
        for (int i = 0; i < n; i++) {
            Measured what = readings.get(i).what();
            double size = what.on(gear);
            slopes[i] = slopes(what, gear, size);
            double predicted = predict(what, size, slopes[i], point, 0);
            misfit[i] = readings.get(i).meanMm() - predicted;
            for (int j = 0; j < NUISANCES; j++) {
                misfit[i] += slopes[i][j] * (point[j] - prior[j]);
            }
            double variance = variance(i, gear);
            weight[i] = 1 / variance;
            wearSlope[i] = what.perTipWear();
            logDensity -= 0.5 * Math.log(2 * Math.PI * variance);
        }
        SmallSymmetric precision = SmallSymmetric.diagonal(NUISANCES, j -> 1 / priorVariance(j));
        double[] pull = new double[NUISANCES];
        double[] wearPull = new double[NUISANCES];
        double squares = 0;
        double wearSquares = 0;
        double wearCross = 0;
        for (int i = 0; i < n; i++) {
            precision.addOuter(slopes[i], weight[i]);
            squares += weight[i] * misfit[i] * misfit[i];
            wearSquares += weight[i] * wearSlope[i] * wearSlope[i];
            wearCross += weight[i] * wearSlope[i] * misfit[i];
            for (int j = 0; j < NUISANCES; j++) {
                pull[j] += weight[i] * slopes[i][j] * misfit[i];
                wearPull[j] += weight[i] * slopes[i][j] * wearSlope[i];
            }
        }
        SmallSymmetric posterior = precision.inverse();
        double explained = posterior.quadratic(pull, pull);
        logDensity -= 0.5 * (squares - explained);
        logDensity -= 0.5 * precision.logDeterminant();
        for (int j = 0; j < NUISANCES; j++) {
            logDensity -= 0.5 * Math.log(priorVariance(j));
        }

        double curvature = wearSquares - posterior.quadratic(wearPull, wearPull);
        wearMm = 0;
        if (curvature > 0) {
            double gradient = 1 / wearScaleMm - (wearCross - posterior.quadratic(wearPull, pull));
            logDensity += logWearIntegral(curvature, gradient) - Math.log(wearScaleMm);
            wearMm = meanWear(curvature, gradient);
            for (int j = 0; j < NUISANCES; j++) {
                pull[j] -= wearMm * wearPull[j];
            }
        }
        logEvidence = logDensity;
        covariance = posterior;
        double[] step = posterior.times(pull);
        for (int j = 0; j < NUISANCES; j++) {
            point[j] = prior[j] + step[j];
        }
    }

    /** Kept away from 0 so that a quantity that does not apply is simply pinned. */
    private double priorVariance(int j) {
        return Math.max(1e-14, deviation[j] * deviation[j]);
    }

    private static double logWearIntegral(double curvature, double gradient) {
        double u = gradient / Math.sqrt(2 * curvature);
        return 0.5 * Math.log(Math.PI / (2 * curvature)) + logScaledErfc(u);
    }

    /** ln(exp(u²) erfc(u)). */
    private static double logScaledErfc(double u) {
        return u < 20 ? u * u + Math.log(Erf.erfc(u)) : -Math.log(u * Math.sqrt(Math.PI)) - 1 / (2 * u * u);
    }

    /** Mean of a normal distribution cut off below 0: −B/A + (hazard)/√A. */
    private static double meanWear(double curvature, double gradient) {
        double u = gradient / Math.sqrt(2 * curvature);
        double hazard = Math.sqrt(2 / Math.PI) * Math.exp(-logScaledErfc(u));
        return Math.max(0, (hazard - gradient / Math.sqrt(curvature)) / Math.sqrt(curvature));
    }

    private CylindricalGear gearAt(double[] g) {
        double module = hypothesis.pitch().module() * (hypothesis.free() ? Math.exp(g[LOG_MODULE]) : 1);
        return CylindricalGear.spur(module, toothCount, Math.clamp(g[SHIFT], -1.2, 2.2), hypothesis.rack());
    }

    /**
     * How a reading changes with each nuisance. Thinning a tooth by t on the reference circle reads like shifting the
     * rack in by t / (2 m tan α).
     *
     * @param size the reading on the gear itself, before scale, thinning and wear
     */
    private static double[] slopes(Measured what, CylindricalGear gear, double size) {
        double step = 1e-4;
        double x = gear.profileShiftCoefficient();
        double perShift = (what.on(gear.withProfileShift(x + step)) - size) / step;
        double perThinning =
                -perShift / (2 * gear.normalModule() * Math.tan(gear.rack().pressureAngleRad()));
        double[] slope = new double[NUISANCES];
        slope[SCALE] = what.growsWithGear() ? size : 0;
        slope[THINNING] = what.feelsThickness() ? perThinning : 0;
        slope[SHIFT] = perShift;
        slope[LOG_MODULE] = size;
        return slope;
    }

    private static double predict(Measured what, double size, double[] slope, double[] g, double tipWearMm) {
        return size + slope[SCALE] * g[SCALE] + slope[THINNING] * g[THINNING] + tipWearMm * what.perTipWear();
    }

    private double variance(int i, CylindricalGear gear) {
        double own = readings.get(i).uncertaintyMm();
        double maker = readings.get(i).what().makersSpreadMm(gear);
        return own * own + maker * maker;
    }

    Hypothesis hypothesis() {
        return hypothesis;
    }

    int toothCount() {
        return toothCount;
    }

    /** ln of prior × evidence. */
    double logWeight() {
        return logEvidence + Math.log(hypothesis.prior()) + Math.log(shiftPrior.weight());
    }

    double profileShift() {
        return point[SHIFT];
    }

    double shiftDeviation() {
        return Math.sqrt(covariance.at(SHIFT, SHIFT));
    }

    double tipWearMm() {
        return wearMm;
    }

    /** The new gear this fit takes it to be: without wear, thinning or shrinkage. */
    CylindricalGear gear() {
        return gearAt(point);
    }

    /** How far a reading is from what this fit expects, in standard deviations of the reading. */
    double residualSigmas(Reading reading) {
        CylindricalGear gear = gear();
        double maker = reading.what().makersSpreadMm(gear);
        return (reading.meanMm() - expectedMm(reading.what())) / Math.hypot(reading.uncertaintyMm(), maker);
    }

    /** What this fit expects another reading to show (mm), on the gear as it is: worn, thinned, shrunk. */
    double expectedMm(Measured what) {
        CylindricalGear gear = gear();
        double size = what.on(gear);
        return predict(what, size, slopes(what, gear, size), point, wearMm);
    }

    /** Standard deviation of that expectation, without the instrument's own (mm). */
    double expectedDeviationMm(Measured what) {
        CylindricalGear gear = gear();
        double[] slope = slopes(what, gear, what.on(gear));
        double maker = what.makersSpreadMm(gear);
        return Math.sqrt(covariance.quadratic(slope, slope) + maker * maker);
    }
}
