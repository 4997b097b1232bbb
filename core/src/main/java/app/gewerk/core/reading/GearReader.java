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
 * <p>Each reading in turn may be a slip (1 in 100, anywhere up to twice the
 * value), and the answers with and without it are averaged by how well they explain everything. Where a slip is likely,
 * an exact tooth count may be miscounted by one as well.
 *
 * <p>Every hypothesis is first weighed about one common point, where a linear model costs little; those that can still
 * matter are then fitted about their own.
 */
public final class GearReader {
    private static final double SLIP_PRIOR = 0.01;
    private static final double MISCOUNT_PRIOR = 0.01;
    private static final double NEGLIGIBLE_LOG = 11;
    /** Far beyond negligible, since the common point may be off. */
    private static final double HOPELESS_LOG = 20;

    /** Where more than so many can still matter the readings say next to nothing, and the rest adds nothing to that. */
    private static final int MOST_ROUGH = 6000;

    private static final int MOST_CANDIDATES = 9;
    /** From this chance of a slip on it is told. */
    private static final double WORTH_TELLING = 0.2;

    private GearReader() {}

    public static Identification identify(ToothCount toothCount, List<Reading> readings, boolean worn) {
        return identify(Question.of(toothCount, readings, worn));
    }

    /**
     * @throws Refused in words, when the readings cannot be of one gear
     */
    public static Identification identify(Question question) {
        List<Weighted> posterior = normalised(weigh(question, 0, true));
        double slipped = share(posterior, fit -> fit.slipped() >= 0);
        if (question.toothCount() instanceof ToothCount.Exactly counted
                && (slipped > WORTH_TELLING || posterior.isEmpty())
                && question.kind() != GearKind.WORM
                && question.kind() != GearKind.RACK) {
            posterior = normalised(withMiscounts(question, counted.count(), posterior));
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

    private static final class Weighted {
        private final Fit fit;
        private final double logWeight;
        private double probability;

        Weighted(Fit fit, double logWeight) {
            this.fit = fit;
            this.logWeight = logWeight;
        }
    }

    /** A hypothesis weighed about the common point only. */
    private record Rough(
            Hypothesis hypothesis,
            int toothCount,
            Fit.Prior prior,
            int slipped,
            LinearModel model,
            double logPrior,
            double logWeight) {}

    private static final Comparator<Rough> LIKELIEST_FIRST =
            Comparator.comparingDouble(Rough::logWeight).reversed();

    private static List<Weighted> weigh(Question question, double logFactor, boolean slips) {
        LinearModel.Given given = new LinearModel.Given(question);
        boolean severalReadings = given.count() > 1;
        double[] logSlip = new double[given.count()];
        for (int i = 0; i < logSlip.length; i++) {
            logSlip[i] = Math.log(SLIP_PRIOR / (2 * given.mean(i)));
        }
        List<Rough> rough = new ArrayList<>();
        double best = Double.NEGATIVE_INFINITY;
        Fit.Filter filter = new Fit.Filter(given.dimensions());
        double[] start = Fit.startingPoint(given);
        Reach reach = new Reach(given, question.worn());
        int fewest =
                question.kind() == GearKind.RACK ? 1 : question.toothCount().fewest();
        int most = question.kind() == GearKind.RACK ? 1 : question.toothCount().most();
        List<ShiftPrior> mateShifts = List.of(new ShiftPrior(1, 0, 0));
        for (Hypothesis hypothesis : Hypothesis.all()) {
            for (int z = fewest; z <= most; z++) {
                if (reach.hopeless(hypothesis, z)) {
                    continue;
                }
                Budget.spend();
                LinearModel model =
                        LinearModel.about(start, given, hypothesis, z).orElse(null);
                if (model == null) {
                    continue;
                }
                int far = reach.far(model, hypothesis);
                if (far >= 0 && !(slips && severalReadings) || far == Reach.SEVERAL) {
                    continue;
                }
                double logCount =
                        Math.log(hypothesis.prior()) + question.toothCount().logWeight(z) + logFactor;
                if (given.mateWasRead()) {
                    mateShifts = ShiftPrior.of(
                            given.mate().kind(), hypothesis, given.mate().toothCount());
                }
                for (ShiftPrior shift : ShiftPrior.of(question.kind(), hypothesis, z)) {
                    for (ShiftPrior mateShift : mateShifts) {
                        Budget.spend();
                        Fit.Prior prior = new Fit.Prior(given, hypothesis, z, shift, mateShift, question.worn());
                        double logPrior = logCount + Math.log(shift.weight() * mateShift.weight());
                        for (int slipped = -1; slipped < given.count(); slipped++) {
                            if (slipped >= 0 && !(slips && severalReadings) || far >= 0 && slipped != far) {
                                continue;
                            }
                            double log = logPrior + (slipped < 0 ? 0 : logSlip[slipped]);
                            double weight = log + filter.run(given, model, prior, slipped);
                            if (weight > best - HOPELESS_LOG) {
                                best = Math.max(best, weight);
                                rough.add(new Rough(hypothesis, z, prior, slipped, model, log, weight));
                                if (rough.size() == 2 * MOST_ROUGH) {
                                    rough.sort(LIKELIEST_FIRST);
                                    rough.subList(MOST_ROUGH, rough.size()).clear();
                                }
                            }
                        }
                    }
                }
            }
        }
        return fitted(given, rough, best);
    }

    private static List<Weighted> fitted(LinearModel.Given given, List<Rough> rough, double roughBest) {
        List<Rough> hopeful = rough.stream()
                .filter(r -> r.logWeight > roughBest - HOPELESS_LOG)
                .sorted(LIKELIEST_FIRST)
                .limit(MOST_ROUGH)
                .toList();
        List<Weighted> fits = new ArrayList<>();
        double best = Double.NEGATIVE_INFINITY;
        for (Rough r : hopeful) {
            if (r.logWeight < best - HOPELESS_LOG) {
                break;
            }
            Budget.spend();
            Fit fit = Fit.of(given, r.hypothesis, r.toothCount, r.logPrior, r.prior, r.slipped, r.model);
            best = Math.max(best, fit.logWeight());
            fits.add(new Weighted(fit, fit.logWeight()));
        }
        double floor = best - NEGLIGIBLE_LOG;
        return fits.stream()
                .filter(w -> w.logWeight > floor && w.logWeight > Double.NEGATIVE_INFINITY)
                .toList();
    }

    /**
     * Whether any shift, wear and misreading worth considering could bring a gear near a reading. Only saves time.
     */
    private static final class Reach {
        static final int NONE = -1;
        static final int SEVERAL = -2;
        private final LinearModel.Given given;
        private final boolean worn;

        Reach(LinearModel.Given given, boolean worn) {
            this.given = given;
            this.worn = worn;
        }

        /** A first look at an outside spur gear by rough sizes alone, wider than {@link #far}. */
        boolean hopeless(Hypothesis hypothesis, int toothCount) {
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
                double spread = (hypothesis.free() ? 0.13 : 0.02) + (toothCount < 16 ? 0.06 : 0);
                double room = 3.2 * module + spread * size + 0.6 + 4 * Math.sqrt(given.variance(i));
                if (Math.abs(given.mean(i) - size) > room) {
                    found++;
                    if (found > 1 || given.count() == 1) {
                        return true;
                    }
                }
            }
            return false;
        }

        /** Number of the one reading out of reach, or {@link #NONE} or {@link #SEVERAL}. */
        int far(LinearModel model, Hypothesis hypothesis) {
            if (given.formMatters()) {
                return NONE;
            }
            double module = hypothesis.pitch().module();
            double pitchRoom = hypothesis.free() ? 3 * Hypothesis.FREE_STEP : 0.01;
            int found = NONE;
            for (int i = 0; i < given.count(); i++) {
                double room = 2.6 * module + (worn ? 0.6 * module : 0) + pitchRoom * model.size[i] + 0.5;
                if (Math.abs(given.mean(i) - model.size[i]) > room + 4 * Math.sqrt(given.variance(i))) {
                    if (found != NONE) {
                        return SEVERAL;
                    }
                    found = i;
                }
            }
            return found;
        }
    }

    private static List<Weighted> withMiscounts(Question question, int count, List<Weighted> counted) {
        List<Weighted> all = new ArrayList<>(counted);
        for (int other : new int[] {count - 1, count + 1}) {
            question.ifCounted(other)
                    .ifPresent(miscounted -> all.addAll(weigh(miscounted, Math.log(MISCOUNT_PRIOR), false)));
        }
        return all;
    }

    private static List<Weighted> normalised(List<Weighted> posterior) {
        double best = posterior.stream().mapToDouble(w -> w.logWeight).max().orElse(0);
        double sum = posterior.stream()
                .mapToDouble(w -> Math.exp(w.logWeight - best))
                .sum();
        for (Weighted w : posterior) {
            w.probability = Math.exp(w.logWeight - best) / sum;
        }
        return posterior;
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
            List<Weighted> without =
                    posterior.stream().filter(w -> w.fit.slipped() == index).toList();
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
            for (int other : new int[] {counted.count() - 1, counted.count() + 1}) {
                double probability =
                        share(posterior, fit -> fit.toothCount() == other && question.kind() != GearKind.RACK);
                if (probability > WORTH_TELLING) {
                    found.add(new Identification.Outlier(
                            Optional.empty(),
                            false,
                            counted.count(),
                            other,
                            probability,
                            Say.of("slip.count", "teeth", other)));
                }
            }
        }
        found.sort(
                Comparator.comparingDouble(Identification.Outlier::probability).reversed());
        return List.copyOf(found);
    }
}
