package app.gewerk.core.sourcing;

import app.gewerk.core.sourcing.OrderModel.Answer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.PriorityQueue;
import java.util.function.DoublePredicate;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * Finds the best answer by settling one need after another in each way that it can be had, and leaving out what the bound says is no
 * better than what is known. For questions of a few needs: it says when it has seen all.
 */
final class Branching {
    /** Prices are moved so many times before the first need is settled, and after each (from trials). */
    private static final int FIRST_STEPS = 60;

    private static final int STEPS = 12;
    /** More things in one answer than these are not tried with and without a spare pack each. */
    private static final int MOST_SPARED = 12;
    /** A need that can be split in more ways than these is not settled in each of them. */
    private static final double MOST_WAYS = 2000;

    private final OrderModel model;
    private final ParcelSearch search;
    private final DoublePredicate stop;

    /** @param stop told what no answer costs less than, as far as is known; ends it */
    Branching(OrderModel model, ParcelSearch search, DoublePredicate stop) {
        this.model = model;
        this.search = search;
        this.stop = stop;
    }

    /**
     * An answer of which some needs are settled.
     *
     * @param need to be settled next; -1 where all are
     */
    private record Node(int @Nullable [][] ways, double bound, double[] prices, int need) {}

    /** Whether nothing is cheaper than what the search knows now; false when it was stopped before it had seen all. */
    boolean proves() {
        if (IntStream.range(0, model.needs.size()).anyMatch(n -> countOfWays(n) > MOST_WAYS)) {
            return false;
        }
        PriorityQueue<Node> open = new PriorityQueue<>(Comparator.comparingDouble(Node::bound));
        int[][] none = new int[model.needs.size()][];
        DualBound root = new DualBound(model, search.best());
        open.add(node(none, root, FIRST_STEPS));
        while (!open.isEmpty() && worthSeeing(open.peek().bound)) {
            Node node = open.poll();
            if (stop.test(node.bound)) {
                return false;
            }
            if (node.need < 0) {
                if (!leaf(node.ways)) {
                    return false;
                }
                continue;
            }
            for (int[] way : waysOf(node.need)) {
                int[][] ways = node.ways.clone();
                ways[node.need] = way;
                Node next = node(ways, new DualBound(model, ways, node.prices), STEPS);
                if (worthSeeing(next.bound)) {
                    open.add(next);
                }
                if (stop.test(node.bound)) {
                    return false;
                }
            }
        }
        return true;
    }

    private boolean worthSeeing(double bound) {
        return bound < search.bestCost() - 1e-6;
    }

    private Node node(int @Nullable [][] ways, DualBound dual, int steps) {
        for (int step = 0; step < steps && worthSeeing(dual.best()); step++) {
            dual.step(search.bestCost());
        }
        if (worthSeeing(dual.best())) {
            search.from(dual.servedBy(), ways);
        }
        return new Node(ways, dual.best(), dual.prices(), open(ways, dual.servedBy()));
    }

    /** The open need that the parcels agree least about; -1 where all are settled. */
    private static int open(int @Nullable [][] ways, List<List<Integer>> servedBy) {
        int most = -1;
        for (int n = 0; n < ways.length; n++) {
            boolean doubtful = ways[n] == null
                    && (most < 0 || servedBy.get(n).size() > servedBy.get(most).size());
            most = doubtful ? n : most;
        }
        return most;
    }

    /** Every way to have a need, by pieces of each of its uses, the cheapest by themselves first; left open last. */
    private List<int[]> waysOf(int need) {
        List<int[]> all = new ArrayList<>();
        int uses = model.uses.get(need).size();
        int pieces = model.needs.get(need).pieces();
        if (model.needs.get(need).mayBeSplit()) {
            split(new int[uses], 0, pieces, all);
        } else {
            for (int k = 0; k < uses; k++) {
                int[] way = new int[uses];
                way[k] = pieces;
                all.add(way);
            }
        }
        all.sort(Comparator.comparingDouble(way -> alone(need, way)));
        all.add(new int[uses]);
        return all;
    }

    /** Of so many like pieces over so many uses there are C(pieces + uses − 1, pieces) where they may be split. */
    private double countOfWays(int need) {
        int uses = model.uses.get(need).size();
        int pieces = model.needs.get(need).pieces();
        double count = 1;
        for (int i = 1; model.needs.get(need).mayBeSplit() && i <= pieces && count <= MOST_WAYS; i++) {
            count = count * (uses - 1 + i) / i;
        }
        return count;
    }

    private static void split(int[] way, int from, int left, List<int[]> all) {
        if (left == 0) {
            all.add(way.clone());
            return;
        }
        for (int k = from; k < way.length; k++) {
            for (int pieces = 1; pieces <= left; pieces++) {
                way[k] = pieces;
                split(way, k + 1, left - pieces, all);
            }
            way[k] = 0;
        }
    }

    private double alone(int need, int[] way) {
        double cost = 0;
        for (int k = 0; k < way.length; k++) {
            cost += way[k] * model.alone(model.uses.get(need).get(k));
        }
        return cost;
    }

    /** False where there are too many things to try each with and without a pack to spare. */
    private boolean leaf(int[][] ways) {
        int[][] pieces = Arrays.stream(ways).map(int[]::clone).toArray(int[][]::new);
        int[] packs = model.packsFor(pieces);
        int[] bought =
                IntStream.range(0, packs.length).filter(i -> packs[i] > 0).toArray();
        if (bought.length > MOST_SPARED) {
            return false;
        }
        for (int spared = 0; spared < 1 << bought.length; spared++) {
            int[] more = packs.clone();
            for (int b = 0; b < bought.length; b++) {
                more[bought[b]] += spared >> b & 1;
            }
            search.take(new Answer(pieces, more));
        }
        return true;
    }
}
