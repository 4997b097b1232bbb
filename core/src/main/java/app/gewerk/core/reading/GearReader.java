package app.gewerk.core.reading;

import app.gewerk.core.gear.CylindricalGear;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Which gear is it? Bayes over every standard module, diametral pitch and common circular pitch, with each basic rack,
 * and over gears of no series; nuisance quantities are integrated out (see {@link Fit}). External spur gears.
 *
 * <p>Each reading in turn may be a slip (1 in 100, anywhere up to twice the
 * value), and the answers with and without it are averaged by how well they explain everything.
 */
public final class GearReader {
    private static final double SLIP_PRIOR = 0.01;
    private static final double NEGLIGIBLE_LOG = 25;
    /** Far beyond negligible, since the first round of a fit may still be off. */
    private static final double HOPELESS_LOG = 60;

    private static final int MOST_CANDIDATES = 9;

    private GearReader() {}

    /**
     * @throws IllegalArgumentException in words, when there is nothing to go by or the readings cannot be of one gear
     */
    public static Identification identify(ToothCount toothCount, List<Reading> readings, boolean worn) {
        if (readings.isEmpty()) {
            throw new IllegalArgumentException(
                    "Nothing to go by yet: read the tips or a span over some teeth, and count the teeth");
        }
        refuseImpossible(toothCount, readings);
        List<Weighted> posterior = new ArrayList<>(weigh(fits(toothCount, readings, worn), 0, -1));
        if (readings.size() > 1) {
            for (int i = 0; i < readings.size(); i++) {
                List<Reading> others = new ArrayList<>(readings);
                Reading slipped = others.remove(i);
                double anywhere = Math.log(SLIP_PRIOR / (2 * slipped.meanMm()));
                posterior.addAll(weigh(fits(toothCount, others, worn), anywhere, i));
            }
        }
        if (posterior.isEmpty()) {
            throw new IllegalArgumentException(
                    "No gear from module 0.1 to 6.5 fits these readings: check the tooth count, the unit and the point");
        }
        normalise(posterior);
        List<Candidate> candidates = candidates(posterior, readings);
        double notStandard = posterior.stream()
                .filter(w -> !w.fit.hypothesis().standard())
                .mapToDouble(w -> w.probability)
                .sum();
        return new Identification(
                candidates,
                notStandard,
                outliers(posterior, readings),
                NextReadings.best(
                        posterior.stream()
                                .map(w -> new NextReadings.Answer(key(w.fit), w.fit, w.probability))
                                .toList(),
                        candidates,
                        readings));
    }

    private static void refuseImpossible(ToothCount toothCount, List<Reading> readings) {
        Optional<Reading> tip = readings.stream()
                .filter(r -> r.what() instanceof Measured.TipDiameter)
                .findFirst();
        for (Reading reading : readings) {
            if (reading.what() instanceof Measured.SpanOver span) {
                if (span.teeth() > toothCount.most()) {
                    throw new IllegalArgumentException("A span over " + span.teeth() + " teeth needs more than the "
                            + toothCount.most() + " there are: count the teeth between the jaws again");
                }
                if (tip.isPresent() && reading.meanMm() > tip.get().meanMm() + 0.1) {
                    throw new IllegalArgumentException(String.format(
                            java.util.Locale.ROOT,
                            "The span over %d (%.2f mm) is wider than the whole gear over its tips (%.2f mm): one of the two is mistyped",
                            span.teeth(),
                            reading.meanMm(),
                            tip.get().meanMm()));
                }
            }
            if (reading.what() instanceof Measured.RootDiameter
                    && tip.isPresent()
                    && reading.meanMm() >= tip.get().meanMm()) {
                throw new IllegalArgumentException(
                        "The roots cannot be wider apart than the tips: one of the two readings is mistyped");
            }
        }
    }

    private static final class Weighted {
        private final Fit fit;
        private final double logWeight;
        private final int slipped;
        private double probability;

        Weighted(Fit fit, double logWeight, int slipped) {
            this.fit = fit;
            this.logWeight = logWeight;
            this.slipped = slipped;
        }
    }

    private static List<Fit> fits(ToothCount toothCount, List<Reading> readings, boolean worn) {
        List<Fit> fits = new ArrayList<>();
        double best = Double.NEGATIVE_INFINITY;
        for (Hypothesis hypothesis : Hypothesis.all()) {
            for (int z = toothCount.fewest(); z <= toothCount.most(); z++) {
                CylindricalGear unshifted =
                        CylindricalGear.spur(hypothesis.pitch().module(), z, 0, hypothesis.rack());
                if (!near(unshifted, hypothesis, readings, worn)) {
                    continue;
                }
                for (ShiftPrior shift : ShiftPrior.of(unshifted)) {
                    Fit fit = Fit.of(hypothesis, z, shift, readings, worn, best - HOPELESS_LOG);
                    best = Math.max(best, fit.logWeight());
                    fits.add(fit);
                }
            }
        }
        return fits;
    }

    /** Whether any shift, wear and misreading worth considering could bring this gear near the readings. Only saves time. */
    private static boolean near(CylindricalGear gear, Hypothesis hypothesis, List<Reading> readings, boolean worn) {
        double module = gear.normalModule();
        double pitchRoom = hypothesis.free() ? 3 * Hypothesis.FREE_STEP : 0.01;
        for (Reading reading : readings) {
            double expected;
            try {
                expected = reading.what().on(gear);
            } catch (IllegalArgumentException notThere) {
                return false;
            }
            double room = 2.6 * module + (worn ? 0.6 * module : 0) + pitchRoom * expected + 0.5;
            if (Math.abs(reading.meanMm() - expected) > room) {
                return false;
            }
        }
        return true;
    }

    private static List<Weighted> weigh(List<Fit> fits, double logFactor, int slipped) {
        double best = fits.stream().mapToDouble(Fit::logWeight).max().orElse(Double.NEGATIVE_INFINITY);
        if (best == Double.NEGATIVE_INFINITY) {
            return List.of();
        }
        return fits.stream()
                .filter(fit -> fit.logWeight() > best - NEGLIGIBLE_LOG)
                .map(fit -> new Weighted(fit, fit.logWeight() + logFactor, slipped))
                .toList();
    }

    private static Weighted strongest(List<Weighted> posterior) {
        return posterior.stream()
                .max(Comparator.comparingDouble(w -> w.logWeight))
                .orElseThrow();
    }

    private static void normalise(List<Weighted> posterior) {
        double best = strongest(posterior).logWeight;
        double sum = posterior.stream()
                .mapToDouble(w -> Math.exp(w.logWeight - best))
                .sum();
        for (Weighted w : posterior) {
            w.probability = Math.exp(w.logWeight - best) / sum;
        }
    }

    /** What counts as the same answer: one pitch, pressure angle, depth and tooth count; all free modules are one. */
    private static String key(Fit fit) {
        Hypothesis h = fit.hypothesis();
        String pitch = h.free() ? "free" : h.pitch().system() + " " + h.pitch().value();
        return pitch + " " + h.rack().pressureAngleDeg() + " " + h.rack().addendumCoefficient() + " "
                + fit.toothCount();
    }

    private static List<Candidate> candidates(List<Weighted> posterior, List<Reading> readings) {
        Map<String, List<Weighted>> answers = new LinkedHashMap<>();
        for (Weighted w : posterior) {
            answers.computeIfAbsent(key(w.fit), k -> new ArrayList<>()).add(w);
        }
        return answers.values().stream()
                .map(same -> candidate(same, readings))
                .sorted(Comparator.comparingDouble(Candidate::probability).reversed())
                .limit(MOST_CANDIDATES)
                .toList();
    }

    private static Candidate candidate(List<Weighted> same, List<Reading> readings) {
        double probability = same.stream().mapToDouble(w -> w.probability).sum();
        Weighted main =
                same.stream().max(Comparator.comparingDouble(w -> w.logWeight)).orElseThrow();
        double shift = 0;
        double square = 0;
        for (Weighted w : same) {
            double share = probability == 0 ? 1.0 / same.size() : w.probability / probability;
            double deviation = w.fit.shiftDeviation();
            shift += share * w.fit.profileShift();
            square += share * (w.fit.profileShift() * w.fit.profileShift() + deviation * deviation);
        }
        Hypothesis h = main.fit.hypothesis();
        double module = main.fit.gear().normalModule();
        return new Candidate(
                h.free() ? app.gewerk.core.gear.Pitch.ofModule(Math.round(module * 1e4) / 1e4) : h.pitch(),
                h.standard(),
                h.rack(),
                main.fit.toothCount(),
                module,
                shift,
                Math.sqrt(Math.max(0, square - shift * shift)),
                main.fit.tipWearMm(),
                probability,
                readings.stream()
                        .map(r -> new Candidate.Residual(
                                r.what(), main.fit.expectedMm(r.what()), main.fit.residualSigmas(r)))
                        .toList());
    }

    private static List<Identification.Outlier> outliers(List<Weighted> posterior, List<Reading> readings) {
        List<Identification.Outlier> found = new ArrayList<>();
        for (int i = 0; i < readings.size(); i++) {
            int index = i;
            List<Weighted> without =
                    posterior.stream().filter(w -> w.slipped == index).toList();
            double probability =
                    without.stream().mapToDouble(w -> w.probability).sum();
            if (probability > 0.2) {
                Fit fit = strongest(without).fit;
                Reading reading = readings.get(i);
                found.add(new Identification.Outlier(
                        reading.what(),
                        reading.meanMm(),
                        fit.expectedMm(reading.what()),
                        probability,
                        Slips.likely(reading, fit)));
            }
        }
        found.sort(
                Comparator.comparingDouble(Identification.Outlier::probability).reversed());
        return List.copyOf(found);
    }
}
