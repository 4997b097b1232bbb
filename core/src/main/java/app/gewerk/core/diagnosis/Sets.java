package app.gewerk.core.diagnosis;

import java.util.Arrays;
import java.util.stream.IntStream;

/**
 * Sets of one, two or three faults, and sums over them.
 *
 * <p>A set of fewer than three is filled up with "none", whose number follows the last fault's. Sets that have their
 * first two faults in common stand one after another (a run), so that a sum over all sets looks up one fault a set.
 */
final class Sets {
    /** With more kinds of faults than this nearly every set is a group of its own. */
    private static final int MOST_KINDS = 40;

    private final int none;
    /** By run, its two faults; and where it starts, with the number of sets at the end. */
    private final int[] first;

    private final int[] second;
    private final int[] start;
    /** By set. */
    private final int[] third;

    /** @param members three fault numbers a set, ascending, sets with the same first two one after another */
    private Sets(int none, int[] members) {
        this.none = none;
        int sets = members.length / 3;
        int[] starts = IntStream.range(0, sets)
                .filter(s -> s == 0 || members[3 * s] != members[3 * s - 3] || members[3 * s + 1] != members[3 * s - 2])
                .toArray();
        first = Arrays.stream(starts).map(s -> members[3 * s]).toArray();
        second = Arrays.stream(starts).map(s -> members[3 * s + 1]).toArray();
        third = IntStream.range(0, sets).map(s -> members[3 * s + 2]).toArray();
        start = Arrays.copyOf(starts, starts.length + 1);
        start[starts.length] = sets;
    }

    /** @param inThrees by fault: sets of three are made of these; sets of one and of two are made of all */
    static Sets of(boolean[] inThrees) {
        int none = inThrees.length;
        IntStream.Builder members = IntStream.builder();
        for (int a = 0; a < none; a++) {
            for (int b = a + 1; b <= none; b++) {
                for (int c = b == none ? none : b + 1; c <= none; c++) {
                    if (c == none || inThrees[a] && inThrees[b] && inThrees[c]) {
                        members.add(a).add(b).add(c);
                    }
                }
            }
        }
        return new Sets(none, members.build().toArray());
    }

    /** Some of these sets. */
    Sets only(int[] sets) {
        int[] members = new int[3 * sets.length];
        for (int i = 0; i < sets.length; i++) {
            int run = run(sets[i]);
            members[3 * i] = first[run];
            members[3 * i + 1] = second[run];
            members[3 * i + 2] = third[sets[i]];
        }
        return new Sets(none, members);
    }

    private int run(int set) {
        int at = Arrays.binarySearch(start, set);
        return at >= 0 ? at : -at - 2;
    }

    /** The sets that have a fault. */
    int[] having(int fault) {
        IntStream.Builder having = IntStream.builder();
        for (int run = 0; run < first.length; run++) {
            boolean all = first[run] == fault || second[run] == fault;
            for (int s = start[run]; s < start[run + 1]; s++) {
                if (all || third[s] == fault) {
                    having.add(s);
                }
            }
        }
        return having.build().toArray();
    }

    /**
     * By set, the product of what belongs to its members.
     *
     * @param factors by fault, and of "none"
     */
    double[] products(double[] factors) {
        double[] products = new double[third.length];
        for (int run = 0; run < first.length; run++) {
            double both = factors[first[run]] * factors[second[run]];
            for (int s = start[run]; s < start[run + 1]; s++) {
                products[s] = both * factors[third[s]];
            }
        }
        return products;
    }

    /**
     * By set, the mean of what belongs to its members.
     *
     * @param values by fault
     */
    double[] means(double[] values) {
        double[] means = new double[third.length];
        for (int run = 0; run < first.length; run++) {
            double both = values[first[run]] + (second[run] == none ? 0 : values[second[run]]);
            int members = second[run] == none ? 1 : 2;
            for (int s = start[run]; s < start[run + 1]; s++) {
                means[s] = third[s] == none ? both / members : (both + values[third[s]]) / (members + 1);
            }
        }
        return means;
    }

    double product(int set, double[] factors) {
        int run = run(set);
        return factors[first[run]] * factors[second[run]] * factors[third[set]];
    }

    /** For each fault the sum over the sets that have it. */
    double[] byFault(double[] bySet) {
        double[] sums = new double[none + 1];
        for (int run = 0; run < first.length; run++) {
            double ofRun = 0;
            for (int s = start[run]; s < start[run + 1]; s++) {
                ofRun += bySet[s];
                sums[third[s]] += bySet[s];
            }
            sums[first[run]] += ofRun;
            sums[second[run]] += ofRun;
        }
        return Arrays.copyOf(sums, none);
    }

    /** For each group of faults the sum over the sets that have at least one of it. */
    double[] byGroup(double[] bySet, int[] groupOf, int groups) {
        double[] sums = new double[groups];
        for (int run = 0; run < first.length; run++) {
            int a = groupOf[first[run]];
            int b = second[run] == none ? a : groupOf[second[run]];
            for (int s = start[run]; s < start[run + 1]; s++) {
                int c = third[s] == none ? a : groupOf[third[s]];
                sums[a] += bySet[s];
                sums[b] += b == a ? 0 : bySet[s];
                sums[c] += c == a || c == b ? 0 : bySet[s];
            }
        }
        return sums;
    }

    /** The sum over the sets of one fault. */
    double ofOne(double[] bySet) {
        double sum = 0;
        for (int run = 0; run < first.length; run++) {
            sum += second[run] == none ? bySet[start[run]] : 0;
        }
        return sum;
    }

    /**
     * Sets whose members are of the same three kinds, whatever their order.
     *
     * @param kindOf by fault and of "none", from 0
     */
    Grouping grouping(int[] kindOf) {
        return new Grouping(kindOf);
    }

    final class Grouping {
        private final int[] kindOf;
        private final int kinds;
        /** By three kinds one after another: the number of the group. */
        private final int[] groups;
        /** A set of each group; a group without a set has any. */
        private final int[] example;

        private Grouping(int[] kindOf) {
            kinds = Arrays.stream(kindOf).max().orElse(0) + 1;
            this.kindOf = kindOf;
            boolean alone = kinds > MOST_KINDS;
            groups = alone ? new int[0] : threes(kinds);
            example = alone ? IntStream.range(0, third.length).toArray() : new int[groups.length];
        }

        /** The same number for three kinds in whatever order. */
        private static int[] threes(int kinds) {
            int[] threes = new int[kinds * kinds * kinds];
            for (int a = 0; a < kinds; a++) {
                for (int b = 0; b < kinds; b++) {
                    for (int c = 0; c < kinds; c++) {
                        int least = Math.min(a, Math.min(b, c));
                        int most = Math.max(a, Math.max(b, c));
                        threes[(a * kinds + b) * kinds + c] = (least * kinds + a + b + c - least - most) * kinds + most;
                    }
                }
            }
            return threes;
        }

        /** A set of a group that something was summed for. */
        int example(int group) {
            return example[group];
        }

        /** By group, the sum over its sets; 0 for a group that has none. */
        double[] summed(double[] bySet) {
            if (groups.length == 0) {
                return bySet.clone();
            }
            double[] sums = new double[groups.length];
            for (int run = 0; run < first.length; run++) {
                int row = (kindOf[first[run]] * kinds + kindOf[second[run]]) * kinds;
                for (int s = start[run]; s < start[run + 1]; s++) {
                    int group = groups[row + kindOf[third[s]]];
                    sums[group] += bySet[s];
                    example[group] = s;
                }
            }
            return sums;
        }
    }
}
