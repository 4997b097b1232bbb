package app.gewerk.core.sourcing;

import app.gewerk.core.sourcing.OrderModel.Answer;
import app.gewerk.core.sourcing.OrderModel.Item;
import app.gewerk.core.sourcing.OrderModel.Use;
import java.util.ArrayDeque;
import java.util.Arrays;
import java.util.Deque;
import java.util.List;

/**
 * An answer that is changed need by need and knows at once what it costs then, with the fewest packs for its pieces. Changes since the
 * last one that was kept can be taken back.
 */
final class Basket {
    /** Below that a difference is rounding (hundredths of the currency). */
    private static final double ROUNDING = 1e-6;

    private final OrderModel model;
    /** What each pack more than there is, and each parcel too many, counts as. */
    private final double wrong;

    private final int[][] pieces;
    private final int[] assigned;
    private final int[] packs;
    private final long[] goods;
    /** By item: which of the model's shared ones it is of, and how many packs they have together; -1 for none. */
    private final int[] sharedIn;

    private final int[] sharedPacks;
    /** By parcel, likewise: how many of those that exclude one another are sent. */
    private final int[] exclusiveIn;

    private final int[] sent;
    private int tooMany;
    private double cost;
    private double keptCost;
    private final Deque<Change> changes = new ArrayDeque<>();

    private record Change(int need, int[] before) {}

    /** With nothing in it. */
    Basket(OrderModel model, double wrong) {
        this.model = model;
        this.wrong = wrong;
        pieces = new int[model.needs.size()][];
        for (int n = 0; n < pieces.length; n++) {
            pieces[n] = new int[model.uses.get(n).size()];
            cost += model.unmet(n);
        }
        assigned = new int[model.items.size()];
        packs = new int[model.items.size()];
        goods = new long[model.parcels.size()];
        sharedIn = groups(model.shared, model.items.size());
        sharedPacks = new int[model.shared.size()];
        exclusiveIn = groups(model.exclusive, model.parcels.size());
        sent = new int[model.exclusive.size()];
        keptCost = cost;
    }

    private static int[] groups(List<List<Integer>> groups, int size) {
        int[] in = new int[size];
        Arrays.fill(in, -1);
        for (int g = 0; g < groups.size(); g++) {
            for (int member : groups.get(g)) {
                in[member] = g;
            }
        }
        return in;
    }

    /** Pieces of a need by its uses; not to be changed. */
    int[] pieces(int need) {
        return pieces[need];
    }

    double cost() {
        return cost + tooMany * wrong;
    }

    Answer answer() {
        return new Answer(Arrays.stream(pieces).map(int[]::clone).toArray(int[][]::new), packs.clone());
    }

    /** Has a need whole by one of its uses. */
    void put(int need, int use) {
        int[] way = new int[pieces[need].length];
        way[use] = model.needs.get(need).pieces();
        put(need, way);
    }

    void put(int need, int[] way) {
        changes.push(new Change(need, pieces[need]));
        change(need, way);
    }

    private void change(int need, int[] way) {
        int[] before = pieces[need];
        boolean had = false;
        boolean has = false;
        for (int k = 0; k < way.length; k++) {
            had |= before[k] > 0;
            has |= way[k] > 0;
            if (before[k] != way[k]) {
                Use use = model.uses.get(need).get(k);
                cost += (way[k] - before[k]) * use.perPiece();
                assign(use.item(), way[k] - before[k]);
            }
        }
        if (had != has) {
            cost += has ? -model.unmet(need) : model.unmet(need);
        }
        pieces[need] = way;
    }

    private void assign(int i, int more) {
        assigned[i] += more;
        Item item = model.items.get(i);
        int now = item.listing().packsFor(assigned[i]);
        int before = packs[i];
        if (now == before) {
            return;
        }
        packs[i] = now;
        tooMany += Math.max(0, now - item.most()) - Math.max(0, before - item.most());
        int group = sharedIn[i];
        if (group >= 0) {
            int stock = item.listing().stock();
            int after = sharedPacks[group] + now - before;
            tooMany += Math.max(0, after - stock) - Math.max(0, sharedPacks[group] - stock);
            sharedPacks[group] = after;
        }
        fill(item.parcel(), (now - before) * item.price());
    }

    private void fill(int parcel, long more) {
        long before = goods[parcel];
        long after = before + more;
        goods[parcel] = after;
        Tariff tariff = model.parcels.get(parcel).tariff();
        cost += (after > 0 ? tariff.at(after) : 0) - (before > 0 ? tariff.at(before) : 0);
        int group = exclusiveIn[parcel];
        if (group >= 0 && before > 0 != after > 0) {
            int sentThen = sent[group] + (after > 0 ? 1 : -1);
            tooMany += Math.max(0, sentThen - 1) - Math.max(0, sent[group] - 1);
            sent[group] = sentThen;
        }
    }

    /** Keeps the changes where they make it cheaper and else takes them back; whether it is cheaper now. */
    boolean keepIfCheaper() {
        if (cost() < keptCost - ROUNDING) {
            keep();
            return true;
        }
        while (!changes.isEmpty()) {
            Change last = changes.pop();
            change(last.need, last.before);
        }
        return false;
    }

    void keep() {
        changes.clear();
        keptCost = cost();
    }
}
