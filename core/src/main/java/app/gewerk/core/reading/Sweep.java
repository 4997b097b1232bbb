package app.gewerk.core.reading;

import app.gewerk.core.Budget;
import app.gewerk.core.gear.GearKind;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.IntFunction;

/**
 * One pass over all hypotheses for one question. Each is weighed about one common point first: with one wide distribution
 * for all that is not known, to see what cannot matter, then with each of the narrow ones there are; what still can is
 * fitted about its own point.
 */
final class Sweep {
    /** Chance that a reading is a slip (from memory). */
    static final double SLIP_PRIOR = 0.01;

    static final double NEGLIGIBLE_LOG = 11;
    /** Far beyond negligible, since the common point may be off. */
    private static final double HOPELESS_LOG = 15;
    /** By so much ln the best of several narrow distributions may do better than one wide one over all of them. */
    private static final double NARROWER_LOG = 6;

    /** Where more than so many can still matter the readings say next to nothing, and the rest adds nothing to that. */
    private static final int MOST_ROUGH = 6000;

    /** Of those weighed with one wide prior; each makes several rough ones. */
    private static final int MOST_WIDE = 6000;

    /** A hypothesis weighed about the common point only. */
    private record Rough(
            Hypothesis hypothesis,
            int toothCount,
            Fit.Prior prior,
            long leftOut,
            LinearModel model,
            double logPrior,
            double logWeight) {}

    private static final Comparator<Rough> LIKELIEST_FIRST =
            Comparator.comparingDouble(Rough::logWeight).reversed();

    private static final Comparator<Wide> LIKELIEST_WIDE_FIRST =
            Comparator.comparingDouble(Wide::logWeight).reversed();

    private static final List<ShiftPrior> NO_MATE = List.of(new ShiftPrior(1, 0, 0));

    private final Question question;
    private final Series series;
    private final PartsPrior parts;
    private final List<ScalePrior> scales;
    private final double logFactor;
    private final LinearModel.Given given;
    private final Fit.Filter filter;
    /** Which readings are left out, one bit each. */
    private final List<Long> leftOuts = new ArrayList<>();

    private final double[] logSlip;
    private final List<Rough> rough = new ArrayList<>();
    private double best;

    /** @param best ln of the best weight of the sweeps before */
    Sweep(Question question, Beforehand beforehand, double logFactor, int fewestSlips, int mostSlips, double best) {
        this.question = question;
        series = beforehand.series();
        parts = beforehand.parts();
        scales = ScalePrior.of(question.swollen(), parts);
        this.logFactor = logFactor;
        this.best = best;
        given = new LinearModel.Given(question);
        filter = new Fit.Filter(given.dimensions());
        logSlip = new double[given.count()];
        for (int i = 0; i < logSlip.length; i++) {
            logSlip[i] = Math.log(SLIP_PRIOR / anywhere(given.what(i), given.mean(i)));
        }
        int most = Math.min(mostSlips, given.count() - 1);
        for (int slips = fewestSlips; slips <= most; slips++) {
            addLeftOuts(0, 0, slips);
        }
    }

    /** Every choice of so many more of the readings from one on. */
    private void addLeftOuts(long chosen, int from, int more) {
        if (more == 0) {
            leftOuts.add(chosen);
            return;
        }
        for (int i = from; i < given.count(); i++) {
            addLeftOuts(chosen | 1L << i, i + 1, more - 1);
        }
    }

    /** Over how wide a range a slip may lie: up to twice what was read, of an angle up to a right one. */
    static double anywhere(Measured what, double read) {
        return what.unit() == Measured.Unit.DEG ? 90 : 2 * read;
    }

    /** ln of the best weight of this pass and those before. */
    double best() {
        return best;
    }

    /** A hypothesis with some readings left out, weighed with one wide prior over all that may be unknown. */
    private record Wide(LinearModel model, Hypothesis hypothesis, int toothCount, long leftOut, double logWeight) {}

    List<Fit> fits() {
        List<Wide> wide = wide();
        keepLikeliest(wide, LIKELIEST_WIDE_FIRST, MOST_WIDE);
        for (Wide w : wide) {
            if (w.logWeight < best - HOPELESS_LOG - NARROWER_LOG) {
                break;
            }
            narrow(w);
        }
        return fitted();
    }

    private List<Wide> wide() {
        LinearModel.AboutOnePoint models = new LinearModel.AboutOnePoint(Fit.startingPoint(given), given);
        Reach reach = new Reach(given, question.worn());
        boolean rack = question.kind() == GearKind.RACK;
        int fewest = rack ? 1 : question.toothCount().fewest();
        int most = rack ? 1 : question.toothCount().most();
        int mostFar = leftOuts.stream().mapToInt(Long::bitCount).max().orElse(0);
        List<Wide> wide = new ArrayList<>();
        double mostHopeful = Double.NEGATIVE_INFINITY;
        for (Hypothesis hypothesis : series.all()) {
            IntFunction<Optional<LinearModel>> ofModuleOne = models.ofModuleOne(hypothesis.rack());
            for (int z : reach.counts(hypothesis, fewest, most, mostFar)) {
                Budget.spend();
                LinearModel model = ofModuleOne
                        .apply(z)
                        .filter(one -> reach.farInProportion(one, hypothesis) <= mostFar)
                        .flatMap(one -> models.model(hypothesis, one))
                        .orElse(null);
                if (model == null) {
                    continue;
                }
                long far = reach.far(model, hypothesis);
                if (Long.bitCount(far) > mostFar) {
                    continue;
                }
                double logCount = logCount(hypothesis, z);
                Fit.Prior prior = prior(
                        hypothesis,
                        z,
                        ScalePrior.wide(hypothesis),
                        ShiftPrior.wide(shifts(hypothesis, z)),
                        ShiftPrior.wide(mateShifts(hypothesis)));
                for (long leftOut : leftOuts) {
                    if ((far & ~leftOut) == 0) {
                        double log = logCount + slips(leftOut) + filter.bound(given, model, prior, leftOut);
                        if (log > best - HOPELESS_LOG - NARROWER_LOG) {
                            Wide w = new Wide(model, hypothesis, z, leftOut, log);
                            if (log > mostHopeful) {
                                // At once: what it comes to shows what else is hopeless.
                                mostHopeful = log;
                                narrow(w);
                            } else {
                                wide.add(w);
                                if (wide.size() == 2 * MOST_WIDE) {
                                    keepLikeliest(wide, LIKELIEST_WIDE_FIRST, MOST_WIDE);
                                }
                            }
                        }
                    }
                }
            }
        }
        return wide;
    }

    private double logCount(Hypothesis hypothesis, int z) {
        return Math.log(hypothesis.prior()) + question.toothCount().logWeight(z) + logFactor;
    }

    private List<ShiftPrior> shifts(Hypothesis hypothesis, int z) {
        return question.kind() == GearKind.BEVEL
                ? ShiftPrior.ofBevel(z, question.mate().map(Mate::toothCount))
                : ShiftPrior.of(question.kind(), hypothesis, z);
    }

    private List<ShiftPrior> mateShifts(Hypothesis hypothesis) {
        return given.mateWasRead()
                ? ShiftPrior.of(given.mate().kind(), hypothesis, given.mate().toothCount())
                : NO_MATE;
    }

    /** Weighs the same with each of the narrow priors there are. */
    private void narrow(Wide w) {
        double log = logCount(w.hypothesis, w.toothCount) + slips(w.leftOut);
        for (ScalePrior scale : ScalePrior.of(w.hypothesis, scales)) {
            for (ShiftPrior shift : shifts(w.hypothesis, w.toothCount)) {
                for (ShiftPrior mateShift : mateShifts(w.hypothesis)) {
                    Budget.spend();
                    Fit.Prior prior = prior(w.hypothesis, w.toothCount, scale, shift, mateShift);
                    double logPrior = log + Math.log(scale.weight() * shift.weight() * mateShift.weight());
                    keep(new Rough(
                            w.hypothesis,
                            w.toothCount,
                            prior,
                            w.leftOut,
                            w.model,
                            logPrior,
                            logPrior + filter.run(given, w.model, prior, w.leftOut)));
                }
            }
        }
    }

    private Fit.Prior prior(Hypothesis hypothesis, int z, ScalePrior scale, ShiftPrior shift, ShiftPrior mateShift) {
        return new Fit.Prior(given, hypothesis, z, scale, shift, mateShift, question.worn(), parts.wornUnnoticed());
    }

    private double slips(long leftOut) {
        double log = 0;
        for (int i = 0; i < logSlip.length; i++) {
            if ((leftOut >> i & 1) != 0) {
                log += logSlip[i];
            }
        }
        return log;
    }

    private void keep(Rough found) {
        if (found.logWeight > best - HOPELESS_LOG) {
            best = Math.max(best, found.logWeight);
            rough.add(found);
            if (rough.size() == 2 * MOST_ROUGH) {
                keepLikeliest(rough, LIKELIEST_FIRST, MOST_ROUGH);
            }
        }
    }

    /** Sorts, and forgets what comes after so many. */
    private static <T> void keepLikeliest(List<T> found, Comparator<T> likeliestFirst, int most) {
        found.sort(likeliestFirst);
        if (found.size() > most) {
            found.subList(most, found.size()).clear();
        }
    }

    private List<Fit> fitted() {
        List<Rough> hopeful = rough.stream()
                .filter(r -> r.logWeight > best - HOPELESS_LOG)
                .sorted(LIKELIEST_FIRST)
                .limit(MOST_ROUGH)
                .toList();
        List<Fit> fits = new ArrayList<>();
        double bestFit = Double.NEGATIVE_INFINITY;
        for (Rough r : hopeful) {
            if (r.logWeight < bestFit - HOPELESS_LOG) {
                break;
            }
            Budget.spend();
            Fit fit = Fit.of(given, r.hypothesis, r.toothCount, r.logPrior, r.prior, r.leftOut, r.model);
            bestFit = Math.max(bestFit, fit.logWeight());
            fits.add(fit);
        }
        double floor = bestFit - NEGLIGIBLE_LOG;
        return fits.stream()
                .filter(fit -> fit.logWeight() > floor && fit.logWeight() > Double.NEGATIVE_INFINITY)
                .toList();
    }
}
