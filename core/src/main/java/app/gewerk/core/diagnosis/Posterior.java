package app.gewerk.core.diagnosis;

import app.gewerk.core.Budget;
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
        double sum = 0;
        for (double weight : weights) {
            sum += weight;
        }
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
        Budget.spend();
        double seen = 0;
        double both = 0;
        double there = 0;
        for (int s = 0; s < weights.length; s++) {
            double shown = weights[s] * shown(sign, s);
            seen += shown;
            if (has(s, fault)) {
                both += shown;
                there += weights[s];
            }
        }
        return new Turn(seen, both / seen, (there - both) / (1 - seen));
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
        double own = 0;
        for (int sign : signs) {
            Budget.spend();
            double leakEntropy = entropy(model.leak(sign));
            for (int s = 0; s < weights.length; s++) {
                double shown = shown(sign, s);
                own += weights[s] * (shown == model.leak(sign) ? leakEntropy : entropy(shown));
            }
        }
        return Math.max(0, entropyOf(outcomes(signs, -1, true)) - own);
    }

    /** The same, for one question only: is this fault there or not? */
    double expectedDropBits(List<Integer> signs, int fault) {
        double there = marginal(fault);
        double given = there * entropyOf(outcomes(signs, fault, true))
                + (1 - there) * entropyOf(outcomes(signs, fault, false));
        return Math.max(0, entropyOf(outcomes(signs, -1, true)) - given);
    }

    /** Probabilities of the joint outcomes of signs, over all sets, or those that have (or lack) a fault. */
    private double[] outcomes(List<Integer> signs, int fault, boolean has) {
        double[] outcomes = new double[1 << signs.size()];
        double[] one = new double[outcomes.length];
        Budget.spend();
        for (int s = 0; s < weights.length; s++) {
            if (weights[s] == 0 || (fault >= 0 && has(s, fault) != has)) {
                continue;
            }
            one[0] = weights[s];
            int filled = 1;
            for (int sign : signs) {
                double shown = shown(sign, s);
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
        double sum = 0;
        for (double outcome : outcomes) {
            sum += outcome;
        }
        for (int i = 0; i < outcomes.length; i++) {
            outcomes[i] = sum == 0 ? 0 : outcomes[i] / sum;
        }
        return outcomes;
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
