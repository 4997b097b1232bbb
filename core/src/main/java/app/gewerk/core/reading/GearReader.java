package app.gewerk.core.reading;

import app.gewerk.core.Budget;
import app.gewerk.core.gear.GearKind;
import app.gewerk.core.gear.Pitch;
import app.gewerk.core.gear.Toothed;
import app.gewerk.core.gear.Worm;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;

/**
 * Which gear is it? Bayes over every standard module, diametral pitch and common circular pitch, with each basic rack,
 * and over gears of no series; nuisance quantities are integrated out (see {@link Fit}).
 *
 * <p>Each reading in turn may be a slip (1 in 100, anywhere up to twice the value), and a gear counted once may have a tooth
 * more or fewer; the answers with and without are averaged by how well they explain everything. Where that leaves doubt,
 * two slips together, spans laid over another number of teeth than was said, and greater miscounts are weighed as well. What
 * nothing explains stays unexplained: no answer is surer than that leaves room for.
 *
 * <p>Every hypothesis is first weighed about one common point, where a linear model costs little; those that can still
 * matter are then fitted about their own.
 */
public final class GearReader {
    /** Chances of what may go wrong (from memory). */
    private static final double SLIP_PRIOR = 0.01;

    private static final double TWO_SLIPS_PRIOR = 4e-4;
    private static final double SPAN_MISCOUNT_PRIOR = 0.006;
    private static final double ALL_SPANS_MISCOUNT_PRIOR = 0.003;
    private static final double MISCOUNT_PRIOR = 0.02;
    private static final double MISCOUNT_BY_TWO_PRIOR = 0.002;
    /** Counting twice with the same end. */
    private static final double MISCOUNTED_TWICE_PRIOR = 2e-4;
    /** Something else altogether: another kind of gear, another gear's readings. */
    private static final double UNEXPLAINED_PRIOR = 1e-3;

    private static final double NEGLIGIBLE_LOG = 11;
    /** Far beyond negligible, since the common point may be off. */
    private static final double HOPELESS_LOG = 15;
    /** By so much ln the best of several narrow distributions may do better than one wide one over all of them. */
    private static final double NARROWER_LOG = 6;

    /** Where more than so many can still matter the readings say next to nothing, and the rest adds nothing to that. */
    private static final int MOST_ROUGH = 6000;

    private static final int MOST_CANDIDATES = 9;
    /** From this chance of a slip on it is told. */
    private static final double WORTH_TELLING = 0.2;
    /** With less than this explained, more may have gone wrong. */
    private static final double EXPLAINED_ENOUGH = 0.95;
    /** A kept reading further off than this is a reason to look for more that may have gone wrong. */
    private static final double SUSPICIOUS_SIGMAS = 3.5;

    private GearReader() {}

    public static Identification identify(ToothCount toothCount, List<Reading> readings, boolean worn) {
        return identify(Question.of(toothCount, readings, worn));
    }

    /**
     * @throws Refused in words, when the readings cannot be of one gear
     */
    public static Identification identify(Question question) {
        Weighing weighing = new Weighing(question);
        weighing.usual();
        List<Weighted> posterior = weighing.normalised();
        if (suspicious(posterior, question)) {
            weighing.whatElseMayHaveGoneWrong();
            posterior = weighing.normalised();
        }
        if (posterior.isEmpty()) {
            throw new Refused("reading.nothingFits");
        }
        List<Candidate> candidates = candidates(posterior, question);
        double notStandard = share(posterior, fit -> !fit.hypothesis().standard());
        List<Identification.Outlier> outliers = outliers(posterior, question);
        NextReadings next = new NextReadings(
                question,
                posterior.stream()
                        .map(w -> new NextReadings.Answer(key(w.fit), w.fit, w.probability))
                        .toList(),
                candidates);
        Optional<Identification.NextReading> asked = next.best();
        Optional<Identification.Enough> enough = asked.isPresent()
                ? Optional.empty()
                : Optional.of(next.sure() ? Identification.Enough.SURE : Identification.Enough.NOTHING_PARTS_THEM);
        return new Identification(candidates, notStandard, outliers, asked, enough, next.twins());
    }

    /** Over how wide a range a slip may lie: up to twice what was read, of an angle up to a right one. */
    private static double anywhere(Measured what, double read) {
        return what.unit() == Measured.Unit.DEG ? 90 : 2 * read;
    }

    private static boolean suspicious(List<Weighted> posterior, Question question) {
        if (posterior.isEmpty() || probability(posterior) < EXPLAINED_ENOUGH) {
            return true;
        }
        Fit best = posterior.stream()
                .max(Comparator.comparingDouble(w -> w.logWeight))
                .orElseThrow()
                .fit;
        List<Reading> readings = question.allReadings();
        double doubted = share(
                posterior,
                fit -> java.util.stream.IntStream.range(0, readings.size())
                        .anyMatch(i -> fit.doubts(i, readings.get(i).what())));
        double miscounted = question.toothCount() instanceof ToothCount.Exactly counted
                ? share(posterior, fit -> fit.toothCount() != counted.count() && question.kind() != GearKind.RACK)
                : 0;
        return doubted > WORTH_TELLING || miscounted > WORTH_TELLING || best.worstSigmas() > SUSPICIOUS_SIGMAS;
    }

    private static final class Weighted {
        private final Fit fit;
        private final double logWeight;
        private double probability;

        Weighted(Fit fit, double logWeight) {
            this.fit = fit;
            this.logWeight = logWeight;
        }
    }

    /** All that was weighed for one question, in whatever way it was turned. */
    private static final class Weighing {
        private final Question question;
        private final List<Weighted> all = new ArrayList<>();
        /** ln of the best weight so far, about the common point. */
        private double best = Double.NEGATIVE_INFINITY;

        Weighing(Question question) {
            this.question = question;
        }

        /** As it was told, with one slip at most, or with the count off by one. */
        void usual() {
            weigh(question, 0, 1);
            counts(1, false).forEach(c -> weigh(c.question, c.logPrior, 0));
        }

        void whatElseMayHaveGoneWrong() {
            int n = question.readings().size();
            if (question.allReadings().size() > 3) {
                weighPairs();
            }
            int spans = 0;
            for (int i = 0; i < n; i++) {
                if (question.readings().get(i).what() instanceof Measured.SpanOver) {
                    spans |= 1 << i;
                }
            }
            for (int more : new int[] {-1, 1}) {
                spansOver(spans, more, Integer.bitCount(spans) > 1 ? ALL_SPANS_MISCOUNT_PRIOR : SPAN_MISCOUNT_PRIOR);
                if (Integer.bitCount(spans) > 1) {
                    for (int i = 0; i < n; i++) {
                        if ((spans >> i & 1) != 0) {
                            spansOver(1 << i, more, SPAN_MISCOUNT_PRIOR);
                        }
                    }
                }
            }
            counts(2, true).forEach(c -> weigh(c.question, c.logPrior, 0));
            counts(1, false).forEach(c -> weigh(c.question, c.logPrior, 1, 1));
        }

        private void spansOver(int which, int more, double prior) {
            if (which != 0) {
                question.ifSpansWereOver(which, more).ifPresent(q -> weigh(q, Math.log(prior), 0));
            }
        }

        private record Counted(Question question, double logPrior) {}

        /** The question with the count off by up to so many; with the greatest only, when the smaller were weighed. */
        private List<Counted> counts(int most, boolean greatestOnly) {
            List<Counted> counts = new ArrayList<>();
            if (question.toothCount() instanceof ToothCount.Exactly counted
                    && (question.kind().cylindrical() || question.kind() == GearKind.BEVEL)) {
                for (int off = greatestOnly ? most : 1; off <= most; off++) {
                    double prior = counted.times() > 1
                            ? MISCOUNTED_TWICE_PRIOR
                            : off == 1 ? MISCOUNT_PRIOR : MISCOUNT_BY_TWO_PRIOR;
                    for (int by : new int[] {-off, off}) {
                        question.ifCounted(counted.count() + by)
                                .ifPresent(q -> counts.add(new Counted(q, Math.log(prior))));
                    }
                }
            }
            return counts;
        }

        private void weighPairs() {
            weigh(question, Math.log(TWO_SLIPS_PRIOR / (SLIP_PRIOR * SLIP_PRIOR)), 2, 2);
        }

        private void weigh(Question asked, double logFactor, int mostSlips) {
            weigh(asked, logFactor, 0, mostSlips);
        }

        /** Adds every hypothesis, each with so many of its readings left out. */
        private void weigh(Question asked, double logFactor, int fewestSlips, int mostSlips) {
            Sweep sweep = new Sweep(asked, logFactor, fewestSlips, mostSlips, best);
            all.addAll(sweep.fits());
            best = Math.max(best, sweep.best);
        }

        /** Of what can still matter, with the share that nothing explains. */
        List<Weighted> normalised() {
            double most = all.stream().mapToDouble(w -> w.logWeight).max().orElse(Double.NEGATIVE_INFINITY);
            List<Weighted> posterior = all.stream()
                    .filter(w -> w.logWeight > most - NEGLIGIBLE_LOG && w.logWeight > Double.NEGATIVE_INFINITY)
                    .toList();
            double sum = Math.exp(unexplained() - most)
                    + posterior.stream()
                            .mapToDouble(w -> Math.exp(w.logWeight - most))
                            .sum();
            posterior.forEach(w -> w.probability = Math.exp(w.logWeight - most) / sum);
            return posterior;
        }

        /** Each reading anywhere up to twice its value. */
        private double unexplained() {
            return Math.log(UNEXPLAINED_PRIOR)
                    - question.allReadings().stream()
                            .mapToDouble(r -> Math.log(anywhere(r.what(), r.mean())))
                            .sum();
        }
    }

    /** A hypothesis weighed about the common point only. */
    private record Rough(
            Hypothesis hypothesis,
            int toothCount,
            Fit.Prior prior,
            int leftOut,
            LinearModel model,
            double logPrior,
            double logWeight) {}

    private static final Comparator<Rough> LIKELIEST_FIRST =
            Comparator.comparingDouble(Rough::logWeight).reversed();

    /** One pass over all hypotheses. */
    private static final class Sweep {
        private static final List<ShiftPrior> NO_MATE = List.of(new ShiftPrior(1, 0, 0));

        private final Question question;
        private final double logFactor;
        private final LinearModel.Given given;
        private final Fit.Filter filter;
        private final List<Integer> leftOuts = new ArrayList<>();
        private final double[] logSlip;
        private final List<Rough> rough = new ArrayList<>();
        private double best;

        /** @param best ln of the best weight of the sweeps before */
        Sweep(Question question, double logFactor, int fewestSlips, int mostSlips, double best) {
            this.question = question;
            this.logFactor = logFactor;
            this.best = best;
            given = new LinearModel.Given(question);
            filter = new Fit.Filter(given.dimensions());
            logSlip = new double[given.count()];
            for (int i = 0; i < logSlip.length; i++) {
                logSlip[i] = Math.log(SLIP_PRIOR / anywhere(given.what(i), given.mean(i)));
            }
            int most = Math.min(mostSlips, given.count() - 1);
            if (fewestSlips == 0) {
                leftOuts.add(0);
            }
            for (int i = 0; i < given.count(); i++) {
                if (fewestSlips <= 1 && most >= 1) {
                    leftOuts.add(1 << i);
                }
                for (int j = 0; j < i && most >= 2; j++) {
                    leftOuts.add(1 << i | 1 << j);
                }
            }
        }

        /** A hypothesis with some readings left out, weighed with one wide prior over all that may be unknown. */
        private record Wide(LinearModel model, Hypothesis hypothesis, int toothCount, int leftOut, double logWeight) {}

        List<Weighted> fits() {
            List<Wide> wide = wide();
            wide.sort(Comparator.comparingDouble(Wide::logWeight).reversed());
            for (Wide w : wide) {
                if (w.logWeight < best - HOPELESS_LOG - NARROWER_LOG) {
                    break;
                }
                narrow(w);
            }
            return fitted();
        }

        private List<Wide> wide() {
            double[] start = Fit.startingPoint(given);
            Reach reach = new Reach(given, question.worn());
            boolean rack = question.kind() == GearKind.RACK;
            int fewest = rack ? 1 : question.toothCount().fewest();
            int most = rack ? 1 : question.toothCount().most();
            int mostFar = leftOuts.stream().mapToInt(Integer::bitCount).max().orElse(0);
            List<Wide> wide = new ArrayList<>();
            double mostHopeful = Double.NEGATIVE_INFINITY;
            for (Hypothesis hypothesis : Hypothesis.all()) {
                for (int z = fewest; z <= most; z++) {
                    if (reach.hopeless(hypothesis, z, mostFar)) {
                        continue;
                    }
                    Budget.spend();
                    LinearModel model =
                            LinearModel.about(start, given, hypothesis, z).orElse(null);
                    if (model == null) {
                        continue;
                    }
                    int far = reach.far(model, hypothesis);
                    if (Integer.bitCount(far) > mostFar) {
                        continue;
                    }
                    double logCount = logCount(hypothesis, z);
                    Fit.Prior prior = prior(
                            hypothesis,
                            z,
                            ScalePrior.wide(hypothesis),
                            ShiftPrior.wide(shifts(hypothesis, z)),
                            ShiftPrior.wide(mateShifts(hypothesis)));
                    for (int leftOut : leftOuts) {
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
                    ? ShiftPrior.of(
                            given.mate().kind(), hypothesis, given.mate().toothCount())
                    : NO_MATE;
        }

        /** Weighs the same with each of the narrow priors there are. */
        private void narrow(Wide w) {
            double log = logCount(w.hypothesis, w.toothCount) + slips(w.leftOut);
            for (ScalePrior scale : ScalePrior.of(w.hypothesis, question.swollen())) {
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

        private Fit.Prior prior(
                Hypothesis hypothesis, int z, ScalePrior scale, ShiftPrior shift, ShiftPrior mateShift) {
            return new Fit.Prior(given, hypothesis, z, scale, shift, mateShift, question.worn());
        }

        private double slips(int leftOut) {
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
                    rough.sort(LIKELIEST_FIRST);
                    rough.subList(MOST_ROUGH, rough.size()).clear();
                }
            }
        }

        private List<Weighted> fitted() {
            List<Rough> hopeful = rough.stream()
                    .filter(r -> r.logWeight > best - HOPELESS_LOG)
                    .sorted(LIKELIEST_FIRST)
                    .limit(MOST_ROUGH)
                    .toList();
            List<Weighted> fits = new ArrayList<>();
            double bestFit = Double.NEGATIVE_INFINITY;
            for (Rough r : hopeful) {
                if (r.logWeight < bestFit - HOPELESS_LOG) {
                    break;
                }
                Budget.spend();
                Fit fit = Fit.of(given, r.hypothesis, r.toothCount, r.logPrior, r.prior, r.leftOut, r.model);
                bestFit = Math.max(bestFit, fit.logWeight());
                fits.add(new Weighted(fit, fit.logWeight()));
            }
            double floor = bestFit - NEGLIGIBLE_LOG;
            return fits.stream()
                    .filter(w -> w.logWeight > floor && w.logWeight > Double.NEGATIVE_INFINITY)
                    .toList();
        }
    }

    /**
     * Whether any shift, wear and misreading worth considering could bring a gear near a reading. Only saves time.
     */
    private static final class Reach {
        private final LinearModel.Given given;
        private final boolean worn;

        Reach(LinearModel.Given given, boolean worn) {
            this.given = given;
            this.worn = worn;
        }

        /** A first look at an outside spur gear by rough sizes alone, wider than {@link #far}. */
        boolean hopeless(Hypothesis hypothesis, int toothCount, int mostFar) {
            if (given.kind() != GearKind.EXTERNAL || given.formMatters() || given.mateWasRead()) {
                return false;
            }
            double angle = hypothesis.rack().pressureAngleRad();
            double module = hypothesis.pitch().module();
            int found = 0;
            for (int i = 0; i < given.count(); i++) {
                double size = module
                        * switch (given.what(i)) {
                            case Measured.TipDiameter tip ->
                                toothCount + 2 * hypothesis.rack().addendumCoefficient();
                            case Measured.RootDiameter root ->
                                toothCount - 2 * hypothesis.rack().dedendumCoefficient();
                            case Measured.SpanOver span ->
                                Math.cos(angle)
                                        * (Math.PI * (span.teeth() - 0.5) + toothCount * (Math.tan(angle) - angle));
                            case Measured.CentreDistance centre -> (toothCount + centre.mateToothCount()) / 2.0;
                            default -> Double.NaN;
                        };
                double spread = (hypothesis.free() ? 0.13 : 0.03) + (toothCount < 16 ? 0.06 : 0);
                if (Math.abs(given.mean(i) - size) > room(i, module) + spread * size) {
                    found++;
                    if (found > mostFar) {
                        return true;
                    }
                }
            }
            return false;
        }

        /** How far shift, wear and the instrument may take a reading from that of an unshifted new gear (mm). */
        private double room(int i, double module) {
            double instrument = 4 * Math.sqrt(given.variance(i));
            if (given.what(i) instanceof Measured.SpanOver) {
                return 1.0 * module + 0.15 + instrument;
            }
            return 2.2 * module + (worn ? 0.6 * module : 0) + 0.4 + instrument;
        }

        /** The readings out of reach, one bit each. */
        int far(LinearModel model, Hypothesis hypothesis) {
            if (given.formMatters()) {
                return 0;
            }
            double module = hypothesis.pitch().module();
            double pitchRoom = hypothesis.free() ? 3 * Hypothesis.FREE_STEP : 0.03;
            int far = 0;
            for (int i = 0; i < given.count(); i++) {
                if (Math.abs(given.mean(i) - model.size[i]) > room(i, module) + pitchRoom * model.size[i]) {
                    far |= 1 << i;
                }
            }
            return far;
        }
    }

    /**
     * What counts as the same answer: one pitch, pressure angle, depth and tooth count; all free modules are one.
     *
     * @param pitch empty for a gear of no series
     */
    record Key(Optional<Pitch> pitch, double pressureAngleDeg, double addendumCoefficient, int toothCount) {}

    private static Key key(Fit fit) {
        Hypothesis h = fit.hypothesis();
        return new Key(
                h.free() ? Optional.empty() : Optional.of(h.pitch()),
                h.rack().pressureAngleDeg(),
                h.rack().addendumCoefficient(),
                fit.toothCount());
    }

    private static List<Candidate> candidates(List<Weighted> posterior, Question question) {
        Map<Key, List<Weighted>> answers = new LinkedHashMap<>();
        for (Weighted w : posterior) {
            answers.computeIfAbsent(key(w.fit), k -> new ArrayList<>()).add(w);
        }
        return answers.values().stream()
                .sorted(Comparator.comparingDouble(GearReader::probability).reversed())
                .limit(MOST_CANDIDATES)
                .map(same -> candidate(same, question))
                .toList();
    }

    private static double share(List<Weighted> posterior, Predicate<Fit> which) {
        return probability(posterior.stream().filter(w -> which.test(w.fit)).toList());
    }

    private static double probability(List<Weighted> same) {
        return same.stream().mapToDouble(w -> w.probability).sum();
    }

    private static Candidate candidate(List<Weighted> same, Question question) {
        List<Reading> readings = question.allReadings();
        GearKind kind = question.kind();
        double probability = probability(same);
        Weighted main =
                same.stream().max(Comparator.comparingDouble(w -> w.logWeight)).orElseThrow();
        double shift = 0;
        double square = 0;
        for (Weighted w : same) {
            double share = probability == 0 ? 1.0 / same.size() : w.probability / probability;
            double deviation = w.fit.deviation(LinearModel.SHIFT);
            shift += share * w.fit.profileShift();
            square += share * (w.fit.profileShift() * w.fit.profileShift() + deviation * deviation);
        }
        Hypothesis h = main.fit.hypothesis();
        Toothed part = main.fit.part();
        double form = main.fit.form();
        double formDeviation = main.fit.deviation(LinearModel.FORM);
        double angle = part instanceof Worm worm ? worm.leadAngleDeg() : form;
        double angleDeviation = part instanceof Worm
                ? formDeviation * Math.sin(Math.toRadians(2 * angle)) / 2 * 180 / Math.PI
                : formDeviation;
        List<Candidate.Residual> residuals = new ArrayList<>();
        for (int i = 0; i < readings.size(); i++) {
            boolean ofMate = i >= question.readings().size();
            Measured what = readings.get(i).what();
            residuals.add(
                    new Candidate.Residual(what, ofMate, main.fit.expected(what, ofMate), main.fit.residualSigmas(i)));
        }
        double module = part.module();
        return new Candidate(
                kind,
                h.free() ? Pitch.ofModule(Math.round(module * 1e4) / 1e4) : h.pitch(),
                h.standard(),
                h.rack(),
                kind == GearKind.RACK ? 0 : main.fit.toothCount(),
                module,
                shift,
                Math.sqrt(Math.max(0, square - shift * shift)),
                angle,
                angleDeviation,
                main.fit.tipWearMm(),
                probability,
                residuals);
    }

    private static List<Identification.Outlier> outliers(List<Weighted> posterior, Question question) {
        List<Identification.Outlier> found = new ArrayList<>();
        List<Reading> readings = question.allReadings();
        for (int i = 0; i < readings.size(); i++) {
            int index = i;
            List<Weighted> without = posterior.stream()
                    .filter(w -> w.fit.doubts(index, readings.get(index).what()))
                    .toList();
            double probability = probability(without);
            if (probability > WORTH_TELLING) {
                Fit fit = without.stream()
                        .max(Comparator.comparingDouble(w -> w.logWeight))
                        .orElseThrow()
                        .fit;
                Reading reading = readings.get(i);
                boolean ofMate = i >= question.readings().size();
                found.add(new Identification.Outlier(
                        Optional.of(reading.what()),
                        ofMate,
                        reading.mean(),
                        fit.expected(reading.what(), ofMate),
                        probability,
                        Slips.likely(reading, fit, ofMate)));
            }
        }
        if (question.toothCount() instanceof ToothCount.Exactly counted) {
            for (int other = counted.count() - 2; other <= counted.count() + 2; other++) {
                int teeth = other;
                double probability =
                        share(posterior, fit -> fit.toothCount() == teeth && question.kind() != GearKind.RACK);
                if (teeth != counted.count() && probability > WORTH_TELLING) {
                    found.add(new Identification.Outlier(
                            Optional.empty(),
                            false,
                            counted.count(),
                            teeth,
                            probability,
                            Say.of("slip.count", "teeth", teeth)));
                }
            }
        }
        found.sort(
                Comparator.comparingDouble(Identification.Outlier::probability).reversed());
        return List.copyOf(found);
    }
}
