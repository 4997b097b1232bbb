package app.gewerk.core.sourcing;

import app.gewerk.core.sourcing.OrderModel.Answer;
import app.gewerk.core.sourcing.OrderModel.Item;
import app.gewerk.core.sourcing.OrderModel.Use;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * A bound below which no answer can cost. Each need is given a price; every parcel then chooses for itself which needs are
 * worth its while at these prices, as if no other served them. The prices together with what all parcels lose are at most
 * what the best answer costs (Lagrange); the prices are raised where none serves a need and lowered where several do
 * (subgradient steps after Polyak). Needs of which it is settled how they are had take part with what they have.
 */
final class DualBound {
    /** Values of goods are told apart to so many parts of what lies below the last threshold of a tariff. */
    private static final int BUCKETS = 1000;
    /** Steps without a better bound, after which they are made half as long. */
    private static final int PATIENCE = 6;

    private final OrderModel model;
    /** By parcel: what may be in it. */
    private final List<List<Integer>> items = new ArrayList<>();
    /** By item: the uses of it. */
    private final List<List<Use>> uses = new ArrayList<>();

    /** Parcels of which one is sent at most; most are alone. */
    private final List<List<Integer>> choices = new ArrayList<>();

    /** By item: pieces that needs are settled to have of it. */
    private final int[] settled;
    /** What the settled needs cost, goods and parcels left out. */
    private final double settledCost;
    /** By need: whether it is still open how it is had. */
    private final boolean[] free;

    private final double[] price;
    private final double[] bestPrice;
    /** How often each need is served at the prices of the last step, and by which of its uses. */
    private final double[] served;

    private final List<List<Integer>> servedBy = new ArrayList<>();
    private double best = Double.NEGATIVE_INFINITY;
    private double step = 1;
    private int vain;

    /** @param known an answer to begin from */
    DualBound(OrderModel model, Answer known) {
        this(model, new int[model.needs.size()][], known, null);
    }

    /**
     * @param ways by need: pieces of each of its uses, where that is settled; none of any for one that stays open
     * @param prices to begin from
     */
    DualBound(OrderModel model, int @Nullable [][] ways, double[] prices) {
        this(model, ways, null, prices);
    }

    private DualBound(OrderModel model, int @Nullable [][] ways, @Nullable Answer known, double @Nullable [] prices) {
        this.model = model;
        settled = new int[model.items.size()];
        free = new boolean[model.needs.size()];
        double cost = 0;
        for (int n = 0; n < free.length; n++) {
            int[] way = ways[n];
            free[n] = way == null;
            if (way != null) {
                cost += Arrays.stream(way).sum() == 0 ? model.unmet(n) : 0;
                for (int k = 0; k < way.length; k++) {
                    Use use = model.uses.get(n).get(k);
                    settled[use.item()] += way[k];
                    cost += way[k] * use.perPiece();
                }
            }
        }
        settledCost = cost;
        model.parcels.forEach(any -> items.add(new ArrayList<>()));
        for (int i = 0; i < model.items.size(); i++) {
            items.get(model.items.get(i).parcel()).add(i);
            uses.add(new ArrayList<>());
        }
        for (int n = 0; n < free.length; n++) {
            if (free[n]) {
                model.uses.get(n).forEach(use -> uses.get(use.item()).add(use));
            }
        }
        choices.addAll(model.exclusive);
        for (int p = 0; p < model.parcels.size(); p++) {
            if (!oneOfSeveral(p)) {
                choices.add(List.of(p));
            }
        }
        price = prices == null ? prices(Objects.requireNonNull(known)) : prices.clone();
        bestPrice = price.clone();
        served = new double[price.length];
        model.needs.forEach(n -> servedBy.add(new ArrayList<>()));
    }

    /** To begin with, what each need costs in an answer that is known: its own cost and its share of the parcel. */
    private double[] prices(Answer known) {
        double[] prices = new double[model.needs.size()];
        double[] goods = new double[model.parcels.size()];
        double[] had = new double[model.parcels.size()];
        for (int i = 0; i < model.items.size(); i++) {
            goods[model.items.get(i).parcel()] +=
                    (double) known.packs()[i] * model.items.get(i).price();
        }
        for (boolean adding : new boolean[] {true, false}) {
            for (int n = 0; n < prices.length; n++) {
                for (int k = 0; k < model.uses.get(n).size(); k++) {
                    int pieces = known.pieces()[n][k];
                    Use use = model.uses.get(n).get(k);
                    Item item = model.items.get(use.item());
                    double worth =
                            (double) pieces * item.price() / item.listing().packSize();
                    if (adding) {
                        had[item.parcel()] += worth;
                    } else if (pieces > 0) {
                        double parcel =
                                model.parcels.get(item.parcel()).tariff().at((long) goods[item.parcel()]);
                        prices[n] += pieces * use.perPiece() + parcel * worth / had[item.parcel()];
                    }
                }
            }
        }
        for (int n = 0; n < prices.length; n++) {
            if (Arrays.stream(known.pieces()[n]).sum() == 0) {
                prices[n] = model.unmet(n);
            }
        }
        return prices;
    }

    /** Those of the best bound. */
    double[] prices() {
        return bestPrice;
    }

    double best() {
        return best;
    }

    /** By need, which of its uses serve it at the prices of the last step. */
    List<List<Integer>> servedBy() {
        return servedBy;
    }

    /**
     * One step towards the highest bound; whether it is higher now.
     *
     * @param known what some answer costs
     */
    boolean step(double known) {
        Arrays.fill(served, 0);
        servedBy.forEach(List::clear);
        double bound = settledCost;
        for (int n = 0; n < price.length; n++) {
            bound += free[n] ? price[n] : 0;
        }
        for (List<Integer> oneOf : choices) {
            bound += best(oneOf);
        }
        if (bound == Double.POSITIVE_INFINITY) {
            best = bound; // there is no such answer
            return false;
        }
        boolean better = bound > best;
        if (better) {
            best = bound;
            System.arraycopy(price, 0, bestPrice, 0, price.length);
            vain = 0;
        } else if (++vain >= PATIENCE) {
            step /= 2;
            vain = 0;
        }
        for (int n = 0; n < served.length; n++) {
            if (!free[n] || price[n] == model.unmet(n) && served[n] == 0) {
                served[n] = 1; // settled, or left open at just what that costs
            }
        }
        double norm = 0;
        for (double times : served) {
            norm += (1 - times) * (1 - times);
        }
        if (norm > 0) {
            double by = step * Math.max(known - bound, 1e-4 * Math.abs(known)) / norm;
            for (int n = 0; n < price.length; n++) {
                price[n] = Math.clamp(price[n] + by * (1 - served[n]), 0, model.unmet(n));
            }
        }
        return better;
    }

    /**
     * What an item is worth to its parcel by the packs of it.
     *
     * @param value what is gained (below 0) with so many packs, goods not yet paid
     * @param pieces of each use at that many packs
     */
    private record Worth(double[] value, int[][] pieces) {
        /** Packs beyond which another brings nothing, and the one to spare; none of what nobody wants at these prices. */
        int most() {
            int most = value.length - 1;
            while (most > 0 && value[most] == value[most - 1]) {
                most--;
            }
            return most == 0 ? 0 : Math.min(value.length - 1, most + OrderModel.SPARE_PACKS);
        }
    }

    private boolean oneOfSeveral(int parcel) {
        return model.exclusive.stream().anyMatch(several -> several.contains(parcel));
    }

    /** A parcel at the prices: what it makes of them, at most 0, and of each of its items how many packs. */
    private record Sent(double value, List<Integer> items, List<Worth> worth, int[] packs) {}

    /** At most 0: what the best of some parcels makes of the prices; where it is worth sending, it says whom it serves. */
    private double best(List<Integer> oneOf) {
        List<Integer> needed = oneOf.stream().filter(this::needed).toList();
        if (needed.size() > 1) {
            return Double.POSITIVE_INFINITY;
        }
        List<Integer> all = needed.isEmpty() ? oneOf : needed;
        Sent best = sent(all.getFirst());
        for (int p : all.subList(1, all.size())) {
            Sent other = sent(p);
            best = other.value < best.value ? other : best;
        }
        for (int j = 0; j < best.packs.length; j++) {
            serve(best.items.get(j), best.worth.get(j).pieces[best.packs[j]]);
        }
        return best.value;
    }

    private boolean needed(int parcel) {
        return items.get(parcel).stream().anyMatch(i -> settled[i] > 0);
    }

    private Sent sent(int p) {
        List<Integer> wanted = new ArrayList<>();
        List<Worth> worth = new ArrayList<>();
        for (int i : items.get(p)) {
            Worth of = worth(i);
            if (of.most() > 0 || settled[i] > 0) {
                wanted.add(i);
                worth.add(of);
            }
        }
        double best = needed(p) ? Double.POSITIVE_INFINITY : 0;
        int[] packs = new int[0];
        double lastSlope = Double.NaN;
        Filled filled = null;
        for (Tariff.Piece piece : model.parcels.get(p).tariff().pieces()) {
            if (filled == null || piece.slope() != lastSlope) {
                filled = fill(p, wanted, worth, piece.slope());
                lastSlope = piece.slope();
            }
            int at = filled.cheapest(piece);
            double value = piece.fixed() + filled.value[at];
            if (value < best) {
                best = value;
                packs = filled.packs(at);
            }
        }
        return new Sent(best, wanted, worth, packs);
    }

    private void serve(int item, int[] pieces) {
        for (int u = 0; u < pieces.length; u++) {
            if (pieces[u] > 0) {
                Use use = uses.get(item).get(u);
                served[use.need()] +=
                        (double) pieces[u] / model.needs.get(use.need()).pieces();
                servedBy.get(use.need()).add(model.uses.get(use.need()).indexOf(use));
            }
        }
    }

    /** The best choice of needs for each number of packs of an item, by dynamic programming over its pieces. */
    private Worth worth(int i) {
        Item item = model.items.get(i);
        int size = item.listing().packSize();
        List<Use> theirs = uses.get(i);
        int room = item.most() * size;
        double[] value = new double[room + 1];
        Arrays.fill(value, 0, Math.min(settled[i], room + 1), Double.POSITIVE_INFINITY);
        int[][] taken = new int[theirs.size()][room + 1];
        for (int u = 0; u < theirs.size(); u++) {
            Use use = theirs.get(u);
            int pieces = model.needs.get(use.need()).pieces();
            double each = use.perPiece() - price[use.need()] / pieces;
            if (each >= 0) {
                continue;
            }
            int least = model.needs.get(use.need()).mayBeSplit() ? 1 : pieces;
            double[] with = value.clone();
            for (int p = least; p <= pieces; p++) {
                for (int c = p; c <= room; c++) {
                    double made = value[c - p] + p * each;
                    if (made < with[c]) {
                        with[c] = made;
                        taken[u][c] = p;
                    }
                }
            }
            value = with;
        }
        int most = room / size;
        double[] byPacks = new double[most + 1];
        int[][] pieces = new int[most + 1][theirs.size()];
        for (int packs = 0; packs <= most; packs++) {
            byPacks[packs] = value[packs * size];
            int left = packs * size;
            for (int u = theirs.size() - 1; u >= 0; u--) {
                pieces[packs][u] = taken[u][left];
                left -= taken[u][left];
            }
        }
        return new Worth(byPacks, pieces);
    }

    /**
     * The best fillings of a parcel by the value of the goods.
     *
     * @param value by bucket of goods, with the goods at this slope; the last one holds all that is worth more
     * @param packs by item and bucket: packs of it, and {@code before} the bucket without them
     */
    private record Filled(double[] value, int[][] packs, int[][] before, double bucket) {

        /** Goods are rounded up to whole buckets, item by item: a parcel within the piece lies within these. */
        int cheapest(Tariff.Piece piece) {
            int from = Math.min(value.length - 1, (int) Math.floor(piece.from() / bucket));
            int to = Math.min(value.length - 1, (int) Math.floor(piece.to() / bucket) + packs.length);
            int at = from;
            for (int b = from; b <= to; b++) {
                if (value[b] < value[at]) {
                    at = b;
                }
            }
            return at;
        }

        int[] packs(int at) {
            int[] chosen = new int[packs.length];
            int left = at;
            for (int j = packs.length - 1; j >= 0; j--) {
                chosen[j] = packs[j][left];
                left = before[j][left];
            }
            return chosen;
        }
    }

    private Filled fill(int p, List<Integer> theirs, List<Worth> worth, double slope) {
        double last = model.parcels.get(p).tariff().pieces().getLast().from();
        double bucket = Math.max(1, last / BUCKETS);
        int top = (int) Math.floor(last / bucket);
        double[] value = new double[top + 1];
        Arrays.fill(value, Double.POSITIVE_INFINITY);
        value[0] = 0;
        int[][] packs = new int[theirs.size()][];
        int[][] before = new int[theirs.size()][];
        int filled = 0;
        for (int j = 0; j < theirs.size(); j++) {
            long each = model.items.get(theirs.get(j)).price();
            double[] by = worth.get(j).value;
            int most = worth.get(j).most();
            packs[j] = new int[top + 1];
            before[j] = new int[top + 1];
            for (int b = 0; b <= top; b++) {
                before[j][b] = b;
            }
            double[] next = value.clone();
            if (settled[theirs.get(j)] > 0) {
                Arrays.fill(next, Double.POSITIVE_INFINITY);
            }
            int reach = filled;
            for (int count = 1; count <= most; count++) {
                int weight = (int) Math.ceil(count * each / bucket);
                double add = by[count] + slope * count * each;
                if (add == Double.POSITIVE_INFINITY) {
                    continue; // fewer than are settled
                }
                for (int b = 0; b <= filled; b++) {
                    int to = Math.min(top, b + weight);
                    double made = value[b] + add;
                    if (made < next[to]) {
                        next[to] = made;
                        packs[j][to] = count;
                        before[j][to] = b;
                    }
                }
                reach = Math.max(reach, Math.min(top, filled + weight));
            }
            filled = reach;
            value = next;
        }
        return new Filled(value, packs, before, bucket);
    }
}
