package app.gewerk.core.reading;

import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Span;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What to measure next: for every reading not yet taken, the mutual information between it and the answer, per minute
 * it takes. Each fit foretells the reading as a normal distribution, so that the sum is over one number line.
 */
final class NextReadings {
    private static final double WORTH_ASKING_BITS = 0.03;
    private static final double SURE_ENOUGH = 0.97;
    private static final double NEGLIGIBLE = 1e-4;
    private static final int POINTS = 240;

    private NextReadings() {}

    /** One fit, the answer it belongs to, and its probability. */
    record Answer(String key, Fit fit, double probability) {}

    static Optional<Identification.NextReading> best(
            List<Answer> posterior, List<Candidate> candidates, List<Reading> taken) {
        if (candidates.getFirst().probability() >= SURE_ENOUGH) {
            return Optional.empty();
        }
        List<Answer> alive =
                posterior.stream().filter(a -> a.probability > NEGLIGIBLE).toList();
        return options(candidates.getFirst().gear(), taken).stream()
                .map(what -> weigh(what, alive, candidates))
                .filter(next -> next.informationBits() > WORTH_ASKING_BITS)
                .max(Comparator.comparingDouble(next -> next.informationBits() / next.minutes()));
    }

    private static List<Measured> options(CylindricalGear gear, List<Reading> taken) {
        List<Measured> options = new ArrayList<>();
        options.add(new Measured.TipDiameter());
        options.add(new Measured.RootDiameter());
        int best = Span.bestToothNumber(gear);
        for (int k = Math.max(2, best - 1); k <= best + 2; k++) {
            if (Span.isMeasurable(gear, k)) {
                options.add(new Measured.SpanOver(k));
            }
        }
        options.removeIf(option -> taken.stream().anyMatch(r -> r.what().equals(option)));
        return options;
    }

    private static Identification.NextReading weigh(Measured what, List<Answer> alive, List<Candidate> candidates) {
        return new Identification.NextReading(
                what, informationBits(what, alive), what.minutes(), tellsApart(what, alive, candidates));
    }

    private static List<Identification.Expectation> tellsApart(
            Measured what, List<Answer> alive, List<Candidate> candidates) {
        Map<String, Answer> strongest = new LinkedHashMap<>();
        alive.stream()
                .sorted(Comparator.comparingDouble(Answer::probability).reversed())
                .forEach(a -> strongest.putIfAbsent(a.key, a));
        return strongest.values().stream()
                .limit(Math.min(3, candidates.size()))
                .map(a -> new Identification.Expectation(nameOf(a, candidates), a.fit.expectedMm(what)))
                .toList();
    }

    private static String nameOf(Answer answer, List<Candidate> candidates) {
        return candidates.stream()
                .filter(c -> c.toothCount() == answer.fit.toothCount()
                        && c.rack().equals(answer.fit.hypothesis().rack())
                        && (answer.fit.hypothesis().free()
                                ? !c.standard()
                                : c.pitch().equals(answer.fit.hypothesis().pitch())))
                .findFirst()
                .map(c -> c.name() + " " + angle(c) + "°")
                .orElse("another");
    }

    private static String angle(Candidate c) {
        double angle = c.rack().pressureAngleDeg();
        return angle == Math.rint(angle) ? String.valueOf((int) angle) : String.valueOf(angle);
    }

    private static double informationBits(Measured what, List<Answer> alive) {
        double instrument = Instrument.CALIPER.standardUncertaintyMm();
        int n = alive.size();
        double[] mean = new double[n];
        double[] deviation = new double[n];
        double low = Double.POSITIVE_INFINITY;
        double high = Double.NEGATIVE_INFINITY;
        for (int i = 0; i < n; i++) {
            mean[i] = alive.get(i).fit.expectedMm(what);
            deviation[i] = Math.hypot(alive.get(i).fit.expectedDeviationMm(what), instrument);
            low = Math.min(low, mean[i] - 5 * deviation[i]);
            high = Math.max(high, mean[i] + 5 * deviation[i]);
        }
        Map<String, Integer> groupOf = new LinkedHashMap<>();
        int[] group = new int[n];
        for (int i = 0; i < n; i++) {
            group[i] = groupOf.computeIfAbsent(alive.get(i).key, k -> groupOf.size());
        }
        double step = (high - low) / POINTS;
        double information = 0;
        double[] share = new double[groupOf.size()];
        double[] priorShare = new double[groupOf.size()];
        for (int i = 0; i < n; i++) {
            priorShare[group[i]] += alive.get(i).probability;
        }
        for (int p = 0; p <= POINTS; p++) {
            double y = low + p * step;
            java.util.Arrays.fill(share, 0);
            double total = 0;
            for (int i = 0; i < n; i++) {
                double u = (y - mean[i]) / deviation[i];
                double density =
                        alive.get(i).probability * Math.exp(-0.5 * u * u) / (deviation[i] * Math.sqrt(2 * Math.PI));
                share[group[i]] += density;
                total += density;
            }
            for (int g = 0; g < share.length; g++) {
                if (share[g] > 0) {
                    information += share[g] * Math.log(share[g] / (total * priorShare[g])) * step;
                }
            }
        }
        return Math.max(0, information / Math.log(2));
    }
}
