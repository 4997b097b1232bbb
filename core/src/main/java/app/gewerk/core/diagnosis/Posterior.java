package app.gewerk.core.diagnosis;

import app.gewerk.core.Budget;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * The probability of every set of one, two or three faults, given the answers: an exact sum. Of a machine with more than
 * {@value #ALL_IN_THREES} faults, sets of three are made of those that come first when sets of two are summed.
 * Information is in bits.
 */
final class Posterior {
    private static final int ALL_IN_THREES = 36;

    private final FaultModel model;
    /** Three fault numbers a set; the number of faults stands for "none". */
    private final int[] members;

    private final double[] weights;
    private final Map<Integer, Boolean> told;
    private final Map<Axis, double[]> likelihoods = new HashMap<>();
    private double @Nullable [] marginals;

    private Posterior(FaultModel model, int[] members, double[] weights, Map<Integer, Boolean> told) {
        this.model = model;
        this.members = members;
        this.weights = weights;
        this.told = told;
    }

    /** @param answers by sign; those that tell nothing do not count */
    static Posterior of(FaultModel model, Map<String, Answer> answers) {
        Map<Integer, Boolean> told = new TreeMap<>();
        answers.forEach((key, answer) -> {
            if (answer.tells()) {
                told.put(model.sign(key), answer == Answer.SEEN);
            }
        });
        int faults = model.faults().size();
        boolean[] inThrees = new boolean[faults];
        if (faults <= ALL_IN_THREES) {
            Arrays.fill(inThrees, true);
        } else {
            double[] inPairs = of(model, told, new boolean[faults]).marginals();
            IntStream.range(0, faults)
                    .boxed()
                    .sorted(Comparator.comparingDouble(f -> -inPairs[f]))
                    .limit(ALL_IN_THREES)
                    .forEach(f -> inThrees[f] = true);
        }
        return of(model, told, inThrees);
    }

    private static Posterior of(FaultModel model, Map<Integer, Boolean> told, boolean[] inThrees) {
        int[] members = sets(inThrees);
        double[] odds = model.odds();
        int none = odds.length;
        double[] weights = new double[members.length / 3];
        for (int s = 0; s < weights.length; s++) {
            double weight = odds[members[3 * s]];
            weight *= members[3 * s + 1] == none ? 1 : odds[members[3 * s + 1]];
            weight *= members[3 * s + 2] == none ? 1 : odds[members[3 * s + 2]];
            weights[s] = weight;
        }
        Posterior posterior = new Posterior(model, members, weights, told);
        told.keySet().stream().map(model::axis).distinct().forEach(axis -> {
            double[] likelihood = posterior.likelihood(axis);
            for (int s = 0; s < weights.length; s++) {
                weights[s] *= likelihood[s];
            }
        });
        posterior.normalise();
        return posterior;
    }

    private double[] likelihood(Axis axis) {
        return likelihoods.computeIfAbsent(axis, a -> likelihood(a, told));
    }

    /** By set, how likely what is known of an axis is: the sum over its states. */
    private double[] likelihood(Axis axis, Map<Integer, Boolean> known) {
        Budget.spend();
        Outcomes none = new Outcomes(List.of(), axis, known);
        double[] byPattern = none.noPatternYet();
        double[] likelihood = new double[weights.length];
        for (int s = 0; s < likelihood.length; s++) {
            int pattern = none.patternOf(s);
            if (byPattern[pattern] < 0) {
                byPattern[pattern] = sum(none.states(pattern));
            }
            likelihood[s] = byPattern[pattern];
        }
        return likelihood;
    }

    /** @param inThrees the faults of which sets of three are made; sets of one and of two are made of all */
    private static int[] sets(boolean[] inThrees) {
        int faults = inThrees.length;
        IntStream.Builder members = IntStream.builder();
        for (int a = 0; a < faults; a++) {
            for (int b = a + 1; b <= faults; b++) {
                for (int c = b == faults ? faults : b + 1; c <= faults; c++) {
                    if (c == faults || inThrees[a] && inThrees[b] && inThrees[c]) {
                        members.add(a).add(b).add(c);
                    }
                }
            }
        }
        return members.build().toArray();
    }

    private void normalise() {
        double sum = sum(weights);
        for (int s = 0; s < weights.length; s++) {
            weights[s] /= sum;
        }
    }

    private boolean has(int set, int fault) {
        return members[3 * set] == fault || members[3 * set + 1] == fault || members[3 * set + 2] == fault;
    }

    /** What would stand had this not been answered. */
    Posterior without(int sign) {
        Map<Integer, Boolean> less = new TreeMap<>(told);
        less.remove(sign);
        double[] now = likelihood(model.axis(sign));
        double[] then = likelihood(model.axis(sign), less);
        double[] next = weights.clone();
        for (int s = 0; s < next.length; s++) {
            next[s] *= then[s] / now[s];
        }
        Posterior posterior = new Posterior(model, members, next, less);
        posterior.normalise();
        return posterior;
    }

    /** What stands when these faults are known to be there: of the sets only those that have them all. */
    Posterior knowing(List<Integer> faults) {
        int[] left = IntStream.range(0, weights.length)
                .filter(s -> faults.stream().allMatch(fault -> has(s, fault)))
                .toArray();
        int[] leftMembers = new int[3 * left.length];
        double[] leftWeights = new double[left.length];
        for (int i = 0; i < left.length; i++) {
            System.arraycopy(members, 3 * left[i], leftMembers, 3 * i, 3);
            leftWeights[i] = weights[left[i]];
        }
        Posterior known = new Posterior(model, leftMembers, leftWeights, told);
        known.normalise();
        return known;
    }

    /** The probability of each fault, alone or with others. */
    double[] marginals() {
        if (marginals == null) {
            marginals = summed();
        }
        return marginals.clone();
    }

    private double[] summed() {
        double[] marginals = new double[model.faults().size() + 1];
        for (int s = 0; s < weights.length; s++) {
            for (int m = 3 * s; m < 3 * s + 3; m++) {
                marginals[members[m]] += weights[s];
            }
        }
        return Arrays.copyOf(marginals, model.faults().size());
    }

    double marginal(int fault) {
        double sum = 0;
        for (int s = 0; s < weights.length; s++) {
            if (has(s, fault)) {
                sum += weights[s];
            }
        }
        return sum;
    }

    /**
     * The probability of each group of faults: that at least one of it is there.
     *
     * @param groupOf the group of each fault, from 0
     */
    double[] anyOf(int[] groupOf, int groups) {
        double[] any = new double[groups];
        int none = model.faults().size();
        for (int s = 0; s < weights.length; s++) {
            int first = groupOf[members[3 * s]];
            int second = members[3 * s + 1] == none ? first : groupOf[members[3 * s + 1]];
            int third = members[3 * s + 2] == none ? first : groupOf[members[3 * s + 2]];
            any[first] += weights[s];
            if (second != first) {
                any[second] += weights[s];
            }
            if (third != first && third != second) {
                any[third] += weights[s];
            }
        }
        return any;
    }

    /** How likely it is that there are two faults or three. */
    double several() {
        double sum = 0;
        for (int s = 0; s < weights.length; s++) {
            sum += members[3 * s + 1] == model.faults().size() ? 0 : weights[s];
        }
        return sum;
    }

    /**
     * What one more answer would do, in one pass.
     *
     * @param chance of the sign being seen
     * @param ifSeen probability of each fault then
     * @param ifNot probability of each fault otherwise
     */
    record Turn(double chance, double[] ifSeen, double[] ifNot) {}

    Turn turn(int sign) {
        return outcomes(List.of(sign)).turn();
    }

    private static double sum(double[] values) {
        double sum = 0;
        for (double value : values) {
            sum += value;
        }
        return sum;
    }

    /** How undecided it still is between the sets of faults. */
    double entropyBits() {
        double sum = 0;
        for (double weight : weights) {
            sum += plogp(weight);
        }
        return -sum;
    }

    /**
     * How much the entropy will fall, on average over what these signs may turn out to be: the mutual information of
     * the answers and the set of faults, which is the entropy of the joint outcome less the mean of what it is when the
     * set is known.
     */
    double expectedDropBits(List<Integer> signs) {
        return Math.max(0, outcomes(signs).dropBits());
    }

    /** The same, for one question only: is this fault there or not? */
    double expectedDropBits(List<Integer> signs, int fault) {
        Split split = outcomes(signs).split(fault);
        double there = sum(split.having);
        double[] all = split.having.clone();
        for (int i = 0; i < all.length; i++) {
            all[i] += split.lacking[i];
        }
        double given = there * entropyOf(split.having) + (1 - there) * entropyOf(split.lacking);
        return Math.max(0, entropyOf(all) - given);
    }

    /** Chances of the joint outcomes of some signs together with a fault being there, or not: together 1. */
    private record Split(double[] having, double[] lacking) {}

    private Outcomes outcomes(List<Integer> signs) {
        Budget.spend();
        List<Axis> axes = signs.stream()
                .map(model::axis)
                .filter(a -> a.states() > 1)
                .distinct()
                .toList();
        if (axes.size() > 1) {
            throw new IllegalStateException("A check looks at signs of one axis only: " + signs);
        }
        return new Outcomes(signs, axes.isEmpty() ? new Axis(signs, List.of()) : axes.getFirst(), told);
    }

    /**
     * What some signs that were not answered may turn out to be; bit i of an outcome is the i-th sign seen.
     *
     * <p>Many faults show these signs alike (not at all), so that the sets are summed by the patterns of their three
     * members, of which there are few, and all else is reckoned on those. To a pattern belongs what the fault shows of
     * the signs, and of those signs that hang together with them through an axis.
     */
    private final class Outcomes {
        private final List<Integer> signs;
        private final Axis axis;
        /** Of the signs of the axis, those that were answered, and how. */
        private final Map<Integer, Boolean> known = new TreeMap<>();

        private final int[] patternOf = new int[model.faults().size() + 1];
        /** A fault of each pattern. */
        private final List<Integer> example = new ArrayList<>();

        Outcomes(List<Integer> signs, Axis axis, Map<Integer, Boolean> told) {
            this.signs = signs;
            this.axis = axis;
            axis.signs().stream().filter(told::containsKey).forEach(s -> known.put(s, told.get(s)));
            List<Integer> matter = Stream.of(
                            signs.stream(),
                            known.keySet().stream(),
                            axis.heads().stream().map(Axis.Head::sign))
                    .flatMap(x -> x)
                    .distinct()
                    .toList();
            Map<List<Double>, Integer> patterns = new HashMap<>();
            for (int fault = 0; fault < patternOf.length; fault++) {
                List<Double> shows = new ArrayList<>(matter.size());
                for (int sign : matter) {
                    shows.add(model.misses(sign)[fault]);
                }
                Integer pattern = patterns.putIfAbsent(shows, example.size());
                if (pattern == null) {
                    example.add(fault);
                }
                patternOf[fault] = pattern == null ? example.size() - 1 : pattern;
            }
        }

        /** The three patterns of a set in one number, whatever their order. */
        private int patternOf(int set) {
            int a = patternOf[members[3 * set]];
            int b = patternOf[members[3 * set + 1]];
            int c = patternOf[members[3 * set + 2]];
            int least = Math.min(a, Math.min(b, c));
            int most = Math.max(a, Math.max(b, c));
            int n = example.size();
            return (least * n + a + b + c - least - most) * n + most;
        }

        private double shown(int sign, int pattern) {
            int n = example.size();
            double[] misses = model.misses(sign);
            return 1
                    - (1 - model.leak(sign))
                            * misses[example.get(pattern / (n * n))]
                            * misses[example.get(pattern / n % n)]
                            * misses[example.get(pattern % n)];
        }

        private double yes(int sign, int state, double shown) {
            return model.told(
                    sign,
                    switch (axis.said(sign, state)) {
                        case THERE -> 1;
                        case NOT_THERE -> 0;
                        case OPEN -> shown;
                    });
        }

        /** Room for a value of each pattern, none of them known. */
        double[] noPatternYet() {
            int n = example.size();
            double[] values = new double[n * n * n];
            Arrays.fill(values, -1);
            return values;
        }

        /** How likely each state of the axis is together with what is known of it, the pattern being known. */
        double[] states(int pattern) {
            double[] chance = new double[axis.states()];
            chance[0] = 1;
            for (int head = 0; head + 1 < chance.length; head++) {
                double there = shown(axis.heads().get(head).sign(), pattern);
                chance[head + 1] = chance[0] * there;
                chance[0] *= 1 - there;
            }
            known.forEach((sign, seen) -> {
                double shown = shown(sign, pattern);
                for (int state = 0; state < chance.length; state++) {
                    double yes = yes(sign, state, shown);
                    chance[state] *= seen ? yes : 1 - yes;
                }
            });
            return chance;
        }

        /** Chances of the joint outcomes, the pattern being known. */
        private double[] outcomes(int pattern) {
            double[] stateChance = states(pattern);
            double all = sum(stateChance);
            double[] shown = signs.stream().mapToDouble(s -> shown(s, pattern)).toArray();
            double[] outcomes = new double[1 << shown.length];
            double[] one = new double[outcomes.length];
            for (int state = 0; state < stateChance.length; state++) {
                one[0] = stateChance[state] / all;
                int filled = 1;
                for (int i = 0; i < shown.length; i++) {
                    double yes = yes(signs.get(i), state, shown[i]);
                    for (int o = 0; o < filled; o++) {
                        one[filled + o] = one[o] * yes;
                        one[o] *= 1 - yes;
                    }
                    filled *= 2;
                }
                for (int o = 0; o < filled; o++) {
                    outcomes[o] += one[o];
                }
            }
            return outcomes;
        }

        /** The entropy of the outcome less the mean of what it is when the set is known. */
        double dropBits() {
            int n = example.size();
            double[] byPattern = new double[n * n * n];
            for (int s = 0; s < weights.length; s++) {
                byPattern[patternOf(s)] += weights[s];
            }
            double[] all = new double[1 << signs.size()];
            double given = 0;
            for (int pattern = 0; pattern < byPattern.length; pattern++) {
                double weight = byPattern[pattern];
                if (weight > 0) {
                    double[] outcomes = outcomes(pattern);
                    given += weight * entropyOf(outcomes);
                    for (int o = 0; o < all.length; o++) {
                        all[o] += weight * outcomes[o];
                    }
                }
            }
            return entropyOf(all) - given;
        }

        /** For one sign. */
        Turn turn() {
            double[] seen = noPatternYet();
            double[] both = new double[patternOf.length];
            double chance = 0;
            for (int s = 0; s < weights.length; s++) {
                int pattern = patternOf(s);
                if (seen[pattern] < 0) {
                    seen[pattern] = outcomes(pattern)[1];
                }
                double weight = weights[s] * seen[pattern];
                chance += weight;
                both[members[3 * s]] += weight;
                both[members[3 * s + 1]] += weight;
                both[members[3 * s + 2]] += weight;
            }
            double[] all = marginals();
            double[] ifSeen = new double[all.length];
            double[] ifNot = new double[all.length];
            for (int f = 0; f < all.length; f++) {
                ifSeen[f] = both[f] / chance;
                ifNot[f] = (all[f] - both[f]) / (1 - chance);
            }
            return new Turn(chance, ifSeen, ifNot);
        }

        Split split(int fault) {
            int n = example.size();
            double[] having = new double[n * n * n];
            double[] byPattern = new double[n * n * n];
            for (int s = 0; s < weights.length; s++) {
                int pattern = patternOf(s);
                byPattern[pattern] += weights[s];
                if (has(s, fault)) {
                    having[pattern] += weights[s];
                }
            }
            Split split = new Split(new double[1 << signs.size()], new double[1 << signs.size()]);
            for (int pattern = 0; pattern < byPattern.length; pattern++) {
                if (byPattern[pattern] > 0) {
                    double[] outcomes = outcomes(pattern);
                    for (int o = 0; o < outcomes.length; o++) {
                        split.having[o] += having[pattern] * outcomes[o];
                        split.lacking[o] += (byPattern[pattern] - having[pattern]) * outcomes[o];
                    }
                }
            }
            return split;
        }
    }

    /** Of chances that need not make 1 together. */
    private static double entropyOf(double[] distribution) {
        double all = sum(distribution);
        double sum = 0;
        for (double p : distribution) {
            sum += all == 0 ? 0 : plogp(p / all);
        }
        return -sum;
    }

    private static double plogp(double p) {
        return p <= 0 ? 0 : p * Math.log(p) / Math.log(2);
    }
}
