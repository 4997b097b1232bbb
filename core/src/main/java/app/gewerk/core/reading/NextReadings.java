package app.gewerk.core.reading;

import app.gewerk.core.Budget;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.GearKind;
import app.gewerk.core.gear.Span;
import app.gewerk.core.gear.ToothForm;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * What to measure next: for every reading not yet taken, the mutual information between it and the answer, per minute
 * it takes. Each fit foretells the reading as a normal distribution, so that the sum is over one number line.
 */
final class NextReadings {
    private static final double WORTH_ASKING_BITS = 0.003;
    private static final double SURE_ENOUGH = 0.95;
    /** From here on a little more makes it sure. */
    private static final double ALMOST_SURE = 0.9;

    private static final double WORTH_ASKING_WHEN_ALMOST_SURE_BITS = 0.001;
    private static final double NEGLIGIBLE = 1e-4;
    /** From this chance of another count on it is worth counting again. */
    private static final double COUNT_IN_DOUBT = 0.04;

    /** From this chance on nothing else comes first. */
    private static final double COUNTED_WRONG = 0.2;

    private static final double COUNTING_MINUTES = 0.3;
    /** Of gears whose module looks like none of a series, those whose teeth slant (from memory). */
    private static final double LOOKS_ODD_BECAUSE_SLANTED = 0.1;
    /** How far the jaws must stay from the ends of the flanks, on the diameter, in modules. */
    private static final double JAW_MARGIN = 0.12;
    /** A caliper's edges are about so thin: they reach down into no narrower space. */
    private static final double JAW_EDGE_MM = 0.3;

    /** The further apart two spans are, the better their difference tells the pressure angle. */
    private static final int SPANS_AROUND = 3;

    private static final int POINTS = 160;
    /** More than enough to tell what parts them; only an uncounted gear leaves more. */
    private static final int MOST_ALIVE = 200;

    /** An answer at least this probable beside the first is a rival. */
    private static final double RIVAL = 0.03;
    /** A gear it may well be: jaws must not go beyond its tips. */
    private static final double POSSIBLE = 0.12;
    /** Where it is nearly certainly this gear, the jaws must rest on its flanks; in more doubt, where they rest tells. */
    private static final double BELIEVED = 0.85;
    /** So many standard deviations tell two answers apart. */
    private static final double PARTED_SIGMAS = 2;

    private final Question question;
    private final List<Answer> alive;
    private final List<Candidate> candidates;
    private final List<Measured> options;

    /** One fit, the answer it belongs to, and its probability. */
    record Answer(GearReader.Key key, Fit fit, double probability) {}

    NextReadings(Question question, List<Answer> posterior, List<Candidate> candidates) {
        this.question = question;
        this.candidates = candidates;
        double most = posterior.stream().mapToDouble(Answer::probability).max().orElse(0);
        alive = posterior.stream()
                .filter(a -> a.probability >= NEGLIGIBLE * most)
                .sorted(Comparator.comparingDouble(Answer::probability).reversed())
                .limit(MOST_ALIVE)
                .toList();
        options = options();
    }

    boolean sure() {
        return candidates.getFirst().probability() >= SURE_ENOUGH;
    }

    Optional<Identification.NextReading> best() {
        double miscounted = miscounted();
        if (miscounted > COUNTED_WRONG) {
            return Optional.of(countAgain());
        }
        if (sure()) {
            return Optional.empty();
        }
        double first = candidates.getFirst().probability();
        if (first / (1 - miscounted) >= SURE_ENOUGH) {
            return Optional.of(countAgain());
        }
        double worthAsking = first < ALMOST_SURE ? WORTH_ASKING_BITS : WORTH_ASKING_WHEN_ALMOST_SURE_BITS;
        Measured best = null;
        double bestBits = 0;
        double bestRate = 0;
        for (Measured what : options) {
            Budget.spend();
            double bits = what instanceof Measured.HelixAngle && !taken(what) ? slantBits() : informationBits(what);
            if (bits > worthAsking && bits / what.minutes() > bestRate) {
                best = what;
                bestBits = bits;
                bestRate = bits / what.minutes();
            }
        }
        if (miscounted > COUNT_IN_DOUBT) {
            Identification.NextReading count = countAgain();
            if (count.informationBits() / count.minutes() > bestRate) {
                return Optional.of(count);
            }
        }
        if (best == null) {
            return Optional.empty();
        }
        return Optional.of(new Identification.NextReading(
                Optional.of(best), taken(best), how(best), bestBits, best.minutes(), tellsApart(best)));
    }

    /** The chance that a count told once is not the gear's; what was counted twice is not asked for again. */
    private double miscounted() {
        boolean once = question.toothCount() instanceof ToothCount.Exactly counted && counted.times() == 1;
        if (!once || question.kind() == GearKind.RACK) {
            return 0;
        }
        double all = alive.stream().mapToDouble(Answer::probability).sum();
        double other = alive.stream()
                .filter(a -> a.key.toothCount() != question.toothCount().fewest())
                .mapToDouble(Answer::probability)
                .sum();
        return all == 0 ? 0 : other / all;
    }

    /** It tells all that the doubt about the count is. */
    private Identification.NextReading countAgain() {
        Map<Integer, Double> counts = new TreeMap<>();
        alive.forEach(a -> counts.merge(a.key.toothCount(), a.probability, Double::sum));
        double sum = counts.values().stream().mapToDouble(p -> p).sum();
        double bits = entropyBits(counts.values().stream().map(p -> p / sum).toList());
        Map<Integer, Identification.Expectation> byCount = new LinkedHashMap<>();
        candidates.forEach(
                c -> byCount.putIfAbsent(c.toothCount(), new Identification.Expectation(c.fullName(), c.toothCount())));
        // Where only one of the counts makes a gear worth naming, there is nothing to hold against one another.
        List<Identification.Expectation> apart = byCount.size() < 2
                ? List.of()
                : byCount.values().stream().limit(3).toList();
        return new Identification.NextReading(
                Optional.empty(), true, Say.of("reading.countAgain"), bits, COUNTING_MINUTES, apart);
    }

    /** The doubt that lies in probabilities that make 1. */
    private static double entropyBits(Collection<Double> probabilities) {
        return probabilities.stream()
                .filter(p -> p > 0)
                .mapToDouble(p -> -p * Math.log(p) / Math.log(2))
                .sum();
    }

    /** Whether the teeth slant, once they look like those of no series: a slant nobody has read does that. */
    private double slantBits() {
        double slanted = LOOKS_ODD_BECAUSE_SLANTED
                * alive.stream()
                        .filter(a -> !a.fit.hypothesis().standard())
                        .mapToDouble(Answer::probability)
                        .sum();
        return entropyBits(List.of(slanted, 1 - slanted));
    }

    /**
     * Whether the instrument gets there: jaws well on the flanks of teeth as worn as these, edges into the spaces. Above the
     * tips there is nothing for the jaws on any gear that it may be; below the flanks they stop by themselves, and of two
     * pressure angles it is the span deep down that tells most, where only one of the two has flanks. The edges go down
     * where those gears that leave them room are together at least as probable as those that do not.
     */
    private boolean withinReach(Measured what) {
        double wideEnough = 0;
        double tooNarrow = 0;
        for (Candidate c : candidates) {
            boolean first = c == candidates.getFirst();
            if (!first && c.probability() < POSSIBLE) {
                break;
            }
            Optional<CylindricalGear> gear = c.cylinder();
            if (gear.isEmpty()) {
                continue;
            }
            if (!onTheFlanks(what, gear.get(), c)) {
                return false;
            }
            if (tooNarrow(what, gear.get())) {
                tooNarrow += c.probability();
            } else {
                wideEnough += c.probability();
            }
        }
        return tooNarrow <= wideEnough;
    }

    private static boolean onTheFlanks(Measured what, CylindricalGear gear, Candidate c) {
        if (!(what instanceof Measured.SpanOver span)) {
            return true;
        }
        if (span.teeth() > gear.toothCount()) {
            return false;
        }
        double margin = JAW_MARGIN * gear.normalModule();
        double touch = Span.contactDiameterMm(gear, span.teeth());
        boolean beyondTips = touch > gear.tipDiameterMm() - c.tipWearMm() - margin;
        boolean aboveTheRoots = Span.isMeasurable(gear, span.teeth())
                && touch > ToothForm.of(gear).formDiameterMm() + margin;
        return !beyondTips && (c.probability() < BELIEVED || aboveTheRoots);
    }

    /** Whether a caliper's edges do not go down into the spaces as far as that wants them. */
    private static boolean tooNarrow(Measured what, CylindricalGear gear) {
        return switch (what) {
            case Measured.SpanOver span ->
                Span.contactDiameterMm(gear, span.teeth()) < gear.referenceDiameterMm()
                        && Span.spaceAtJawsMm(gear, span.teeth()) < JAW_EDGE_MM;
            case Measured.RootDiameter root -> {
                double space = Math.PI / 2
                        - 2
                                * gear.rack().dedendumCoefficient()
                                * Math.tan(gear.rack().pressureAngleRad());
                yield space * gear.normalModule() < JAW_EDGE_MM;
            }
            default -> false;
        };
    }

    /** Where the jaws may come below the flanks of one of the likely gears, that is what tells it. */
    private Say how(Measured what) {
        if (what instanceof Measured.SpanOver span) {
            for (Candidate c : candidates) {
                if (c.probability() < POSSIBLE) {
                    break;
                }
                if (c.cylinder()
                        .filter(gear -> !Span.isMeasurable(gear, span.teeth()))
                        .isPresent()) {
                    return Say.of("reading.spanDeep", "number", span.teeth(), "candidate", c.fullName());
                }
            }
        }
        return what.how();
    }

    private boolean taken(Measured what) {
        return question.readings().stream().anyMatch(r -> r.what().equals(what));
    }

    /** What can still be read of a part of this kind, and what was read and looks like a slip. */
    private List<Measured> options() {
        List<Measured> possible = new ArrayList<>();
        switch (question.kind()) {
            case EXTERNAL -> {
                possible.add(new Measured.TipDiameter());
                possible.add(new Measured.RootDiameter());
                candidates.getFirst().cylinder().ifPresent(gear -> possible.addAll(spans(gear)));
            }
            case INTERNAL -> {
                possible.add(new Measured.TipDiameter());
                possible.add(new Measured.RootDiameter());
            }
            case RACK -> {
                possible.add(new Measured.PitchesAlong(5));
                possible.add(new Measured.PitchesAlong(10));
                possible.add(new Measured.ToothHeight());
            }
            case WORM -> {
                possible.add(new Measured.TipDiameter());
                possible.add(new Measured.PitchesAlong(3));
                possible.add(new Measured.RootDiameter());
            }
            case BEVEL -> {
                possible.add(new Measured.TipDiameter());
                possible.add(new Measured.ToothHeight());
                possible.add(new Measured.ConeAngle());
            }
        }
        if (question.kind().cylindrical() || question.kind() == GearKind.WORM) {
            question.mate().ifPresent(mate -> possible.add(new Measured.CentreDistance(mate.toothCount())));
        }
        if (question.kind().cylindrical() || question.kind() == GearKind.RACK) {
            possible.add(new Measured.HelixAngle());
        }
        possible.removeIf(what -> taken(what) || !withinReach(what));
        for (int i = 0; i < question.readings().size(); i++) {
            int index = i;
            double slip = alive.stream()
                    .filter(a ->
                            a.fit.doubts(index, question.readings().get(index).what()))
                    .mapToDouble(Answer::probability)
                    .sum();
            if (slip > 0.1) {
                possible.add(question.readings().get(i).what());
            }
        }
        return possible;
    }

    private static List<Measured> spans(CylindricalGear gear) {
        List<Measured> spans = new ArrayList<>();
        int best = Span.bestToothNumber(gear);
        for (int k = Math.max(2, best - SPANS_AROUND); k <= best + SPANS_AROUND; k++) {
            spans.add(new Measured.SpanOver(k));
        }
        return spans;
    }

    private List<Identification.Expectation> tellsApart(Measured what) {
        return candidates.stream()
                .limit(3)
                .flatMap(c -> strongest(c)
                        .flatMap(a -> a.fit.forecast(what, false))
                        .map(f -> new Identification.Expectation(c.fullName(), f.mean()))
                        .stream())
                .toList();
    }

    private Optional<Answer> strongest(Candidate candidate) {
        return alive.stream().filter(a -> belongs(a, candidate)).max(Comparator.comparingDouble(Answer::probability));
    }

    private static boolean belongs(Answer answer, Candidate c) {
        GearReader.Key key = answer.key;
        boolean samePitch = key.pitch().isPresent() ? key.pitch().get().equals(c.pitch()) : !c.standard();
        return samePitch
                && key.pressureAngleDeg() == c.rack().pressureAngleDeg()
                && key.addendumCoefficient() == c.rack().addendumCoefficient()
                && (key.toothCount() == c.toothCount() || c.kind() == GearKind.RACK);
    }

    /** Rivals of the first answer that no reading taken tells from it, and what would. */
    List<Identification.Twin> twins() {
        List<Identification.Twin> twins = new ArrayList<>();
        Optional<Answer> first = strongest(candidates.getFirst());
        for (int i = 1; i < candidates.size(); i++) {
            Candidate rival = candidates.get(i);
            Optional<Answer> other = strongest(rival);
            if (rival.probability() < RIVAL || first.isEmpty() || other.isEmpty()) {
                continue;
            }
            Measured best = null;
            double apart = 0;
            for (Measured what : options) {
                double sigmas = apartSigmas(what, first.get().fit, other.get().fit);
                if (sigmas > apart) {
                    apart = sigmas;
                    best = what;
                }
            }
            Optional<Measured> partedBy = apart >= PARTED_SIGMAS ? Optional.ofNullable(best) : Optional.empty();
            twins.add(new Identification.Twin(i, partedBy, apart, words(rival, partedBy)));
        }
        return List.copyOf(twins);
    }

    private static double apartSigmas(Measured what, Fit one, Fit other) {
        double instrument = Instrument.CALIPER.standardUncertainty(what.unit());
        return one.forecast(what, false)
                .flatMap(a -> other.forecast(what, false)
                        .map(b -> Math.abs(a.mean() - b.mean())
                                / Math.hypot(Math.max(a.deviation(), b.deviation()), instrument)))
                .orElse(0.0);
    }

    private Say words(Candidate rival, Optional<Measured> partedBy) {
        Candidate first = candidates.getFirst();
        if (partedBy.isPresent()) {
            return Say.of(
                    "twin.partedBy",
                    "one",
                    first.fullName(),
                    "other",
                    rival.fullName(),
                    "reading",
                    partedBy.get().words());
        }
        boolean centre = question.readings().stream().anyMatch(r -> r.what() instanceof Measured.CentreDistance);
        return Say.of(
                centre ? "twin.lookAtMachine" : "twin.centreDistance",
                "one",
                first.fullName(),
                "other",
                rival.fullName(),
                "percent",
                100 * Math.abs(rival.module() / first.module() - 1));
    }

    /** How much of the doubt about the answer a reading is expected to take away (bits). */
    double informationBits(Measured what) {
        double instrument = Instrument.CALIPER.standardUncertainty(what.unit());
        int n = alive.size();
        double[] mean = new double[n];
        double[] deviation = new double[n];
        double low = Double.POSITIVE_INFINITY;
        double high = Double.NEGATIVE_INFINITY;
        for (int i = 0; i < n; i++) {
            Optional<Fit.Forecast> forecast = alive.get(i).fit.forecast(what, false);
            if (forecast.isEmpty()) {
                return 0;
            }
            mean[i] = forecast.get().mean();
            deviation[i] = Math.hypot(forecast.get().deviation(), instrument);
            low = Math.min(low, mean[i] - 5 * deviation[i]);
            high = Math.max(high, mean[i] + 5 * deviation[i]);
        }
        Map<GearReader.Key, Integer> groupOf = new LinkedHashMap<>();
        int[] group = new int[n];
        for (int i = 0; i < n; i++) {
            group[i] = groupOf.computeIfAbsent(alive.get(i).key, k -> groupOf.size());
        }
        double[] priorShare = new double[groupOf.size()];
        for (int i = 0; i < n; i++) {
            priorShare[group[i]] += alive.get(i).probability;
        }
        double step = (high - low) / POINTS;
        double information = 0;
        double[] share = new double[groupOf.size()];
        for (int p = 0; p <= POINTS; p++) {
            double y = low + p * step;
            Arrays.fill(share, 0);
            double total = 0;
            for (int i = 0; i < n; i++) {
                double u = (y - mean[i]) / deviation[i];
                if (u * u < 60) {
                    double density =
                            alive.get(i).probability * Math.exp(-0.5 * u * u) / (deviation[i] * Math.sqrt(2 * Math.PI));
                    share[group[i]] += density;
                    total += density;
                }
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
