package app.gewerk.core.reading;

import app.gewerk.core.gear.GearKind;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;

/** One question weighed in whatever ways it has to be turned. */
final class Weighing {
    /** Chances of what may go wrong (from memory). */
    private static final double TWO_SLIPS_PRIOR = 4e-4;

    private static final double SPAN_MISCOUNT_PRIOR = 0.006;
    private static final double ALL_SPANS_MISCOUNT_PRIOR = 0.003;
    private static final double MISCOUNT_PRIOR = 0.02;
    private static final double MISCOUNT_BY_TWO_PRIOR = 0.002;
    /** Counting twice with the same end. */
    private static final double MISCOUNTED_TWICE_PRIOR = 2e-4;
    /** Something else altogether: another kind of gear, another gear's readings. */
    private static final double UNEXPLAINED_PRIOR = 1e-3;

    /** With less than this explained, more may have gone wrong. */
    private static final double EXPLAINED_ENOUGH = 0.95;
    /** A kept reading further off than this is a reason to look for more that may have gone wrong. */
    private static final double SUSPICIOUS_SIGMAS = 3.5;

    private final Question question;
    private final Beforehand beforehand;
    private final List<Fit> fits = new ArrayList<>();
    /** ln of the best weight so far, about the common point. */
    private double best = Double.NEGATIVE_INFINITY;

    private Weighing(Question question, Beforehand beforehand) {
        this.beforehand = beforehand;
        this.question = question;
    }

    /** What can still matter, with its probability; the rest to 1 nothing explains. Empty when no gear reads so. */
    static List<Weighted> posterior(Question question, Beforehand beforehand) {
        Weighing weighing = new Weighing(question, beforehand);
        weighing.asTold();
        List<Weighted> posterior = weighing.normalised();
        if (weighing.leavesDoubt(posterior)) {
            weighing.whatElseMayHaveGoneWrong();
            return weighing.normalised();
        }
        return posterior;
    }

    private boolean leavesDoubt(List<Weighted> posterior) {
        if (Weighted.probabilityOf(posterior) < EXPLAINED_ENOUGH) {
            return true;
        }
        List<Reading> readings = question.allReadings();
        double doubted = Weighted.share(
                posterior,
                fit -> IntStream.range(0, readings.size())
                        .anyMatch(i -> fit.doubts(i, readings.get(i).what())));
        double miscounted = question.toothCount() instanceof ToothCount.Exactly counted
                ? Weighted.share(
                        posterior, fit -> fit.toothCount() != counted.count() && question.kind() != GearKind.RACK)
                : 0;
        return doubted > GearReader.WORTH_TELLING
                || miscounted > GearReader.WORTH_TELLING
                || Weighted.likeliest(posterior).worstSigmas() > SUSPICIOUS_SIGMAS;
    }

    /** With one slip at most, or with the count off by one. */
    private void asTold() {
        weigh(question, 0, 0, 1);
        countedOtherwise(1, 0);
    }

    private void whatElseMayHaveGoneWrong() {
        if (question.allReadings().size() > 3) {
            weigh(question, Math.log(TWO_SLIPS_PRIOR / (Sweep.SLIP_PRIOR * Sweep.SLIP_PRIOR)), 2, 2);
        }
        List<Integer> spans = IntStream.range(0, question.readings().size())
                .filter(i -> question.readings().get(i).what() instanceof Measured.SpanOver)
                .boxed()
                .toList();
        for (int more : new int[] {-1, 1}) {
            if (spans.size() > 1) {
                spansOver(spans, more, ALL_SPANS_MISCOUNT_PRIOR);
            }
            for (int one : spans) {
                spansOver(List.of(one), more, SPAN_MISCOUNT_PRIOR);
            }
        }
        countedOtherwise(2, 0);
        countedOtherwise(1, 1);
    }

    private void spansOver(List<Integer> which, int more, double prior) {
        question.ifSpansWereOver(which, more).ifPresent(q -> weigh(q, Math.log(prior), 0, 0));
    }

    /** With the count off by so many, and just so many slips. */
    private void countedOtherwise(int off, int slips) {
        if (question.toothCount() instanceof ToothCount.Exactly counted
                && (question.kind().cylindrical() || question.kind() == GearKind.BEVEL)) {
            double prior =
                    counted.times() > 1 ? MISCOUNTED_TWICE_PRIOR : off == 1 ? MISCOUNT_PRIOR : MISCOUNT_BY_TWO_PRIOR;
            for (int by : new int[] {-off, off}) {
                question.ifCounted(counted.count() + by).ifPresent(q -> weigh(q, Math.log(prior), slips, slips));
            }
        }
    }

    /** Adds every hypothesis, each with so many of its readings left out. */
    private void weigh(Question asked, double logFactor, int fewestSlips, int mostSlips) {
        Sweep sweep = new Sweep(asked, beforehand, logFactor, fewestSlips, mostSlips, best);
        fits.addAll(sweep.fits());
        best = sweep.best();
    }

    private List<Weighted> normalised() {
        double most = fits.stream().mapToDouble(Fit::logWeight).max().orElse(Double.NEGATIVE_INFINITY);
        List<Fit> matter = fits.stream()
                .filter(fit -> fit.logWeight() > most - Sweep.NEGLIGIBLE_LOG)
                .toList();
        double sum = Math.exp(unexplained() - most)
                + matter.stream()
                        .mapToDouble(fit -> Math.exp(fit.logWeight() - most))
                        .sum();
        return matter.stream()
                .map(fit -> new Weighted(fit, Math.exp(fit.logWeight() - most) / sum))
                .toList();
    }

    /** Each reading anywhere. */
    private double unexplained() {
        return Math.log(UNEXPLAINED_PRIOR)
                - question.allReadings().stream()
                        .mapToDouble(r -> Math.log(Sweep.anywhere(r.what(), r.mean())))
                        .sum();
    }
}
