package app.gewerk.core.diagnosis;

import app.gewerk.core.Budget;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
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
    private final Sets sets;
    private final double[] weights;
    private final Map<Integer, Boolean> told;
    private final Map<Axis, double[]> states = new HashMap<>();
    private double @Nullable [] marginals;

    private Posterior(FaultModel model, Sets sets, double[] weights, Map<Integer, Boolean> told) {
        this.model = model;
        this.sets = sets;
        this.weights = weights;
        this.told = told;
    }

    /** @param answers by sign; those that tell nothing do not count */
    static Posterior of(FaultModel model, Map<String, Answer> answers) {
        return of(model, answers, true);
    }

    /** The same as if no clicks had been tapped. */
    static Posterior withoutClicks(FaultModel model, Map<String, Answer> answers) {
        return of(model, answers, false);
    }

    private static Posterior of(FaultModel model, Map<String, Answer> answers, boolean clicks) {
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
            double[] inPairs = of(model, told, new boolean[faults], clicks).marginals();
            descending(inPairs).stream().limit(ALL_IN_THREES).forEach(f -> inThrees[f] = true);
        }
        return of(model, told, inThrees, clicks);
    }

    /** Fault numbers, the likeliest first. */
    static List<Integer> descending(double[] marginals) {
        return IntStream.range(0, marginals.length)
                .boxed()
                .sorted(Comparator.comparingDouble((Integer f) -> -marginals[f]))
                .toList();
    }

    private static Posterior of(FaultModel model, Map<Integer, Boolean> told, boolean[] inThrees, boolean clicks) {
        Sets sets = Sets.of(inThrees);
        double[] odds = Arrays.copyOf(model.odds(), inThrees.length + 1);
        odds[inThrees.length] = 1;
        double[] weights = sets.products(odds);
        if (clicks && model.hasClicks()) {
            // Any one of the faults may be what clicks.
            double[] fit = sets.means(model.clicked());
            for (int s = 0; s < weights.length; s++) {
                weights[s] *= fit[s];
            }
        }
        Posterior posterior = new Posterior(model, sets, weights, told);
        told.keySet().stream().map(model::axis).distinct().forEach(posterior::weigh);
        posterior.normalise();
        return posterior;
    }

    /** Every set by how likely what was told of an axis is. */
    private void weigh(Axis axis) {
        double[] chance = states(axis);
        int n = axis.states();
        for (int s = 0; s < weights.length; s++) {
            double all = 0;
            for (int state = 0; state < n; state++) {
                all += chance[s * n + state];
            }
            weights[s] *= all;
        }
    }

    private void normalise() {
        double sum = sum(weights);
        for (int s = 0; s < weights.length; s++) {
            weights[s] /= sum;
        }
    }

    /** What stands when these faults are known to be there: of the sets only those that have them all. */
    Posterior knowing(List<Integer> faults) {
        int[] left = IntStream.range(0, weights.length).toArray();
        for (int fault : faults) {
            Set<Integer> having = Arrays.stream(sets.having(fault)).boxed().collect(Collectors.toSet());
            left = Arrays.stream(left).filter(having::contains).toArray();
        }
        double[] leftWeights = Arrays.stream(left).mapToDouble(s -> weights[s]).toArray();
        Posterior known = new Posterior(model, sets.only(left), leftWeights, told);
        known.normalise();
        return known;
    }

    /** The probability of each fault, alone or with others. */
    double[] marginals() {
        if (marginals == null) {
            marginals = sets.byFault(weights);
        }
        return marginals.clone();
    }

    double marginal(int fault) {
        return marginals()[fault];
    }

    /** The probability of each fault had this not been answered. */
    double[] marginalsWithout(int sign) {
        double[] without = yes(sign);
        boolean seen = told.get(sign);
        for (int s = 0; s < without.length; s++) {
            without[s] = weights[s] / (seen ? without[s] : 1 - without[s]);
        }
        double all = sum(without);
        double[] marginals = sets.byFault(without);
        for (int f = 0; f < marginals.length; f++) {
            marginals[f] /= all;
        }
        return marginals;
    }

    /**
     * The probability of each group of faults: that at least one of it is there.
     *
     * @param groupOf the group of each fault, from 0
     */
    double[] anyOf(int[] groupOf, int groups) {
        return sets.byGroup(weights, groupOf, groups);
    }

    /** How likely it is that there are two faults or three. */
    double several() {
        return sum(weights) - sets.ofOne(weights);
    }

    /**
     * What one more answer would do.
     *
     * @param chance of the sign being seen
     * @param ifSeen probability of each fault then
     * @param ifNot probability of each fault otherwise
     */
    record Turn(double chance, double[] ifSeen, double[] ifNot) {}

    Turn turn(int sign) {
        double[] both = seen(sign);
        return turn(sum(both), sets.byFault(both), marginals());
    }

    private static Turn turn(double chance, double[] both, double[] now) {
        double[] ifSeen = new double[both.length];
        double[] ifNot = new double[both.length];
        for (int f = 0; f < both.length; f++) {
            ifSeen[f] = both[f] / chance;
            ifNot[f] = (now[f] - both[f]) / (1 - chance);
        }
        return new Turn(chance, ifSeen, ifNot);
    }

    /** By set, how likely it is that it is the one and that somebody says this sign is there. */
    private double[] seen(int sign) {
        double[] seen = yes(sign);
        for (int s = 0; s < seen.length; s++) {
            seen[s] *= weights[s];
        }
        return seen;
    }

    /** {@link #turn} of many signs, for some faults only. */
    final class Turns {
        private final double[] now;
        private final List<int[]> having;

        Turns(List<Integer> faults) {
            now = faults.stream().mapToDouble(Posterior.this::marginal).toArray();
            having = faults.stream().map(sets::having).toList();
        }

        /** Probabilities in the order of the faults. */
        Turn of(int sign) {
            double[] seen = seen(sign);
            double[] both = new double[now.length];
            for (int i = 0; i < both.length; i++) {
                for (int s : having.get(i)) {
                    both[i] += seen[s];
                }
            }
            return turn(sum(seen), both, now);
        }
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

    /** By set, how likely this sign is there, what was told of others that exclude it not being weighed. */
    private double[] shown(int sign) {
        Budget.spend();
        double[] shown = sets.products(model.misses(sign));
        double noLeak = 1 - model.leak(sign);
        for (int s = 0; s < shown.length; s++) {
            shown[s] = 1 - noLeak * shown[s];
        }
        return shown;
    }

    /** How likely each state of an axis is together with all that was told of it; by set and state. */
    private double[] states(Axis axis) {
        return states.computeIfAbsent(axis, this::summedStates);
    }

    private double[] summedStates(Axis axis) {
        int n = axis.states();
        double[] chance = new double[n * weights.length];
        for (int s = 0; s < weights.length; s++) {
            chance[s * n] = 1;
        }
        for (int state = 1; state < n; state++) {
            double[] there = shown(axis.heads().get(state - 1).sign());
            for (int s = 0; s < there.length; s++) {
                chance[s * n + state] = chance[s * n] * there[s];
                chance[s * n] *= 1 - there[s];
            }
        }
        for (int sign : axis.signs()) {
            Boolean seen = told.get(sign);
            if (seen != null) {
                double[] shown = shown(sign);
                Yes yes = new Yes(sign, axis);
                for (int i = 0; i < chance.length; i++) {
                    double said = yes.in(i % n, shown[i / n]);
                    chance[i] *= seen ? said : 1 - said;
                }
            }
        }
        return chance;
    }

    /** How likely somebody says that a sign is there. */
    private final class Yes {
        private final double misread;
        private final Axis.Said[] said;

        Yes(int sign, Axis axis) {
            misread = model.misread(sign);
            said = axis.said(sign);
        }

        /** @param shown how likely it is there where the state leaves that open */
        double in(int state, double shown) {
            return switch (said[state]) {
                case THERE -> 1 - misread;
                case NOT_THERE -> misread;
                case OPEN -> misread + (1 - 2 * misread) * shown;
            };
        }
    }

    /** By set, how likely it is that somebody says this sign is there, everything else that was told being known. */
    private double[] yes(int sign) {
        double[] bySet = shown(sign);
        Axis axis = model.axis(sign);
        Yes yes = new Yes(sign, axis);
        int n = axis.states();
        if (n == 1) {
            for (int s = 0; s < bySet.length; s++) {
                bySet[s] = yes.in(0, bySet[s]);
            }
            return bySet;
        }
        double[] chance = states(axis);
        Boolean seen = told.get(sign);
        for (int s = 0; s < bySet.length; s++) {
            double all = 0;
            double there = 0;
            for (int state = 0; state < n; state++) {
                double said = yes.in(state, bySet[s]);
                double before = chance[s * n + state];
                if (seen != null) {
                    before /= seen ? said : 1 - said;
                }
                all += before;
                there += before * said;
            }
            bySet[s] = there / all;
        }
        return bySet;
    }

    /**
     * How much the entropy will fall, on average over what these signs may turn out to be: the mutual information of
     * the answers and the set of faults, which is the entropy of the joint outcome less the mean of what it is when the
     * set is known.
     *
     * @param signs that were not answered
     */
    double expectedDropBits(List<Integer> signs) {
        Alike alike = new Alike(signs);
        double[] weight = alike.grouping.summed(weights);
        double[] all = new double[1 << signs.size()];
        double given = 0;
        for (int group = 0; group < weight.length; group++) {
            if (weight[group] == 0) {
                continue;
            }
            double[] outcomes = alike.outcomes(group);
            given += weight[group] * entropyOf(outcomes);
            for (int o = 0; o < all.length; o++) {
                all[o] += weight[group] * outcomes[o];
            }
        }
        return Math.max(0, entropyOf(all) - given);
    }

    /** The same, for one question only: is this fault there or not? */
    double expectedDropBits(List<Integer> signs, int fault) {
        Alike alike = new Alike(signs);
        double[] weight = alike.grouping.summed(weights);
        double[] withFault = new double[weights.length];
        for (int s : sets.having(fault)) {
            withFault[s] = weights[s];
        }
        double[] having = alike.grouping.summed(withFault);
        double[] all = new double[1 << signs.size()];
        double[] ifThere = new double[all.length];
        double[] ifNot = new double[all.length];
        for (int group = 0; group < weight.length; group++) {
            if (weight[group] == 0) {
                continue;
            }
            double[] outcomes = alike.outcomes(group);
            for (int o = 0; o < all.length; o++) {
                all[o] += weight[group] * outcomes[o];
                ifThere[o] += having[group] * outcomes[o];
                ifNot[o] += (weight[group] - having[group]) * outcomes[o];
            }
        }
        double there = sum(having);
        return Math.max(0, entropyOf(all) - there * entropyOf(ifThere) - (1 - there) * entropyOf(ifNot));
    }

    /**
     * Sets that show some signs alike: many faults do not show them at all, and logarithms are only taken once for all
     * sets of a group. Alike are faults that show alike these signs, and those that hang together with them through an
     * axis.
     */
    private final class Alike {
        private final List<Integer> signs;
        private final Axis axis;
        private final Yes[] yes;
        private final Sets.Grouping grouping;

        Alike(List<Integer> signs) {
            Budget.spend();
            this.signs = signs;
            this.axis = axisOf(signs);
            this.yes = signs.stream().map(s -> new Yes(s, axis)).toArray(Yes[]::new);
            Set<Integer> matter = new LinkedHashSet<>(signs);
            if (axis.states() > 1) {
                axis.heads().forEach(head -> matter.add(head.sign()));
                axis.signs().stream().filter(told::containsKey).forEach(matter::add);
            }
            grouping = sets.grouping(model.kinds(matter));
        }

        private Axis axisOf(List<Integer> signs) {
            List<Axis> axes = signs.stream().map(model::axis).distinct().toList();
            List<Axis> ofStates = axes.stream().filter(a -> a.states() > 1).toList();
            if (ofStates.size() > 1) {
                throw new IllegalStateException("A check looks at signs of one axis only: " + signs);
            }
            return Stream.concat(ofStates.stream(), axes.stream()).findFirst().orElseThrow();
        }

        /** Chances of the joint outcomes, the set being known; bit i of an outcome is the i-th sign seen. */
        double[] outcomes(int group) {
            int set = grouping.example(group);
            int n = axis.states();
            double[] shown = new double[yes.length];
            for (int i = 0; i < shown.length; i++) {
                int sign = signs.get(i);
                shown[i] = 1 - (1 - model.leak(sign)) * sets.product(set, model.misses(sign));
            }
            double[] outcomes = new double[1 << signs.size()];
            double[] one = new double[outcomes.length];
            double all = 0;
            for (int state = 0; state < n; state++) {
                one[0] = n == 1 ? 1 : states(axis)[set * n + state];
                all += one[0];
                int filled = 1;
                for (int i = 0; i < shown.length; i++) {
                    double said = yes[i].in(state, shown[i]);
                    for (int o = 0; o < filled; o++) {
                        one[filled + o] = one[o] * said;
                        one[o] *= 1 - said;
                    }
                    filled *= 2;
                }
                for (int o = 0; o < filled; o++) {
                    outcomes[o] += one[o];
                }
            }
            for (int o = 0; o < outcomes.length; o++) {
                outcomes[o] /= all;
            }
            return outcomes;
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
