package app.gewerk.core.diagnosis;

import app.gewerk.core.Budget;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * The probability of every set of one, two or three faults, given the answers: an exact sum, nothing left out.
 * Information is in bits.
 */
final class Posterior {
    private final FaultModel model;
    /** Three fault numbers a set; the number of faults stands for "none". */
    private final int[] members;

    private final double[] weights;

    private Posterior(FaultModel model, int[] members, double[] weights) {
        this.model = model;
        this.members = members;
        this.weights = weights;
    }

    /** @param answers by sign; those that tell nothing do not count */
    static Posterior of(FaultModel model, Map<String, Answer> answers) {
        int[] members = sets(model.faults().size());
        double[] odds = model.odds();
        int none = odds.length;
        double[] weights = new double[members.length / 3];
        for (int s = 0; s < weights.length; s++) {
            double weight = odds[members[3 * s]];
            weight *= members[3 * s + 1] == none ? 1 : odds[members[3 * s + 1]];
            weight *= members[3 * s + 2] == none ? 1 : odds[members[3 * s + 2]];
            weights[s] = weight;
        }
        Posterior posterior = new Posterior(model, members, weights);
        answers.forEach((key, answer) -> {
            if (answer.tells()) {
                posterior.take(model.sign(key), answer == Answer.SEEN);
            }
        });
        posterior.normalise();
        return posterior;
    }

    private static int[] sets(int faults) {
        int count = faults + faults * (faults - 1) / 2 + faults * (faults - 1) * (faults - 2) / 6;
        int[] members = new int[3 * count];
        int at = 0;
        for (int a = 0; a < faults; a++) {
            for (int b = a + 1; b <= faults; b++) {
                for (int c = b == faults ? faults : b + 1; c <= faults; c++) {
                    members[at++] = a;
                    members[at++] = b;
                    members[at++] = c;
                }
            }
        }
        return members;
    }

    private void take(int sign, boolean seen) {
        Budget.spend();
        for (int s = 0; s < weights.length; s++) {
            double shown = shown(sign, s);
            weights[s] *= seen ? shown : 1 - shown;
        }
    }

    private void normalise() {
        double sum = sum(weights);
        for (int s = 0; s < weights.length; s++) {
            weights[s] /= sum;
        }
    }

    private double shown(int sign, int set) {
        double[] misses = model.misses(sign);
        return 1
                - (1 - model.leak(sign))
                        * misses[members[3 * set]]
                        * misses[members[3 * set + 1]]
                        * misses[members[3 * set + 2]];
    }

    private boolean has(int set, int fault) {
        return members[3 * set] == fault || members[3 * set + 1] == fault || members[3 * set + 2] == fault;
    }

    /** What would stand if one more answer were known. */
    Posterior with(int sign, boolean seen) {
        Posterior next = new Posterior(model, members, weights.clone());
        next.take(sign, seen);
        next.normalise();
        return next;
    }

    /** What stood before an answer that was taken. */
    Posterior without(int sign, boolean seen) {
        Budget.spend();
        double[] before = weights.clone();
        for (int s = 0; s < before.length; s++) {
            double shown = shown(sign, s);
            before[s] /= seen ? shown : 1 - shown;
        }
        Posterior earlier = new Posterior(model, members, before);
        earlier.normalise();
        return earlier;
    }

    /** What stands when these faults are known to be there. */
    Posterior knowing(List<Integer> faults) {
        double[] left = weights.clone();
        for (int s = 0; s < left.length; s++) {
            for (int fault : faults) {
                if (!has(s, fault)) {
                    left[s] = 0;
                }
            }
        }
        Posterior known = new Posterior(model, members, left);
        known.normalise();
        return known;
    }

    /** The probability of each fault, alone or with others. */
    double[] marginals() {
        double[] marginals = new double[model.faults().size() + 1];
        for (int s = 0; s < weights.length; s++) {
            for (int m = 3 * s; m < 3 * s + 3; m++) {
                marginals[members[m]] += weights[s];
            }
        }
        return java.util.Arrays.copyOf(marginals, model.faults().size());
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
     * What one more answer would do to a fault, in one pass.
     *
     * @param chance of the sign being seen
     * @param ifSeen probability of the fault then
     * @param ifNot probability of the fault otherwise
     */
    record Turn(double chance, double ifSeen, double ifNot) {}

    Turn turn(int sign, int fault) {
        Patterns patterns = new Patterns(List.of(sign));
        double seen = patterns.seen(sign, patterns.weights(-1, true));
        double[] having = patterns.weights(fault, true);
        double both = patterns.seen(sign, having);
        double there = sum(having);
        return new Turn(seen, both / seen, (there - both) / (1 - seen));
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
     * the signs and the set of faults. The signs are independent given the faults, so that it is the entropy of the
     * joint outcome less the mean of the signs' own entropies.
     */
    double expectedDropBits(List<Integer> signs) {
        Patterns patterns = new Patterns(signs);
        double[] all = patterns.weights(-1, true);
        return Math.max(0, entropyOf(patterns.outcomes(all)) - patterns.ownEntropy(all));
    }

    /** The same, for one question only: is this fault there or not? */
    double expectedDropBits(List<Integer> signs, int fault) {
        Patterns patterns = new Patterns(signs);
        double[] having = patterns.weights(fault, true);
        double[] lacking = patterns.weights(fault, false);
        double there = sum(having);
        double given =
                there * entropyOf(patterns.outcomes(having)) + (1 - there) * entropyOf(patterns.outcomes(lacking));
        double[] all = having.clone();
        for (int i = 0; i < all.length; i++) {
            all[i] += lacking[i];
        }
        return Math.max(0, entropyOf(patterns.outcomes(all)) - given);
    }

    /**
     * Some signs, and the faults by how they show them: most faults show a sign alike (not at all), so that the sets
     * are summed by the patterns of their three members, of which there are few, and all else is reckoned on those.
     */
    private final class Patterns {
        private final List<Integer> signs;
        private final int[] patternOf = new int[model.faults().size() + 1];
        /** A fault of each pattern. */
        private final List<Integer> example = new ArrayList<>();

        Patterns(List<Integer> signs) {
            this.signs = signs;
            Map<List<Double>, Integer> known = new HashMap<>();
            for (int fault = 0; fault < patternOf.length; fault++) {
                List<Double> shows = new ArrayList<>(signs.size());
                for (int sign : signs) {
                    shows.add(model.misses(sign)[fault]);
                }
                Integer pattern = known.putIfAbsent(shows, example.size());
                if (pattern == null) {
                    example.add(fault);
                }
                patternOf[fault] = pattern == null ? example.size() - 1 : pattern;
            }
        }

        /** Weight of the sets by their members' patterns: of all, or of those that have (or lack) a fault. */
        double[] weights(int fault, boolean has) {
            Budget.spend();
            int n = example.size();
            double[] summed = new double[n * n * n];
            for (int s = 0; s < weights.length; s++) {
                if (fault < 0 || has(s, fault) == has) {
                    int at = (patternOf[members[3 * s]] * n + patternOf[members[3 * s + 1]]) * n
                            + patternOf[members[3 * s + 2]];
                    summed[at] += weights[s];
                }
            }
            return summed;
        }

        private double shown(int sign, int at) {
            int n = example.size();
            double[] misses = model.misses(sign);
            return 1
                    - (1 - model.leak(sign))
                            * misses[example.get(at / (n * n))]
                            * misses[example.get(at / n % n)]
                            * misses[example.get(at % n)];
        }

        double seen(int sign, double[] summed) {
            double seen = 0;
            for (int at = 0; at < summed.length; at++) {
                if (summed[at] > 0) {
                    seen += summed[at] * shown(sign, at);
                }
            }
            return seen;
        }

        /** Mean of the signs' own entropies, the set of faults being known. */
        double ownEntropy(double[] summed) {
            double own = 0;
            for (int at = 0; at < summed.length; at++) {
                if (summed[at] > 0) {
                    for (int sign : signs) {
                        own += summed[at] * entropy(shown(sign, at));
                    }
                }
            }
            return own;
        }

        /** Probabilities of the joint outcomes of the signs. */
        double[] outcomes(double[] summed) {
            double[] outcomes = new double[1 << signs.size()];
            double[] one = new double[outcomes.length];
            for (int at = 0; at < summed.length; at++) {
                if (summed[at] == 0) {
                    continue;
                }
                one[0] = summed[at];
                int filled = 1;
                for (int sign : signs) {
                    double shown = shown(sign, at);
                    for (int i = 0; i < filled; i++) {
                        one[filled + i] = one[i] * shown;
                        one[i] *= 1 - shown;
                    }
                    filled *= 2;
                }
                for (int i = 0; i < filled; i++) {
                    outcomes[i] += one[i];
                }
            }
            double sum = sum(outcomes);
            for (int i = 0; i < outcomes.length; i++) {
                outcomes[i] = sum == 0 ? 0 : outcomes[i] / sum;
            }
            return outcomes;
        }
    }

    private static double entropyOf(double[] distribution) {
        double sum = 0;
        for (double p : distribution) {
            sum += plogp(p);
        }
        return -sum;
    }

    private static double entropy(double p) {
        return -plogp(p) - plogp(1 - p);
    }

    private static double plogp(double p) {
        return p <= 0 ? 0 : p * Math.log(p) / Math.log(2);
    }
}
