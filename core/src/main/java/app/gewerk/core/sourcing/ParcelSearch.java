package app.gewerk.core.sourcing;

import app.gewerk.core.sourcing.OrderModel.Answer;
import app.gewerk.core.sourcing.OrderModel.Use;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import java.util.function.BooleanSupplier;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * Looks for a good answer by trying: one need had elsewhere, a whole parcel given up, everything that can be drawn into one
 * parcel, a pack more. Says nothing of how much better it could be.
 */
final class ParcelSearch {
    /** Kicks in a row that found nothing better (from trials on sixty needs and twelve sellers). */
    private static final int IN_VAIN = 60;

    private final OrderModel model;
    private final Random random = new Random(7);
    private final BooleanSupplier stop;
    /** On the way to a good answer there may be too few of something for a while; never in one that is kept. */
    private final double wrong;

    private Answer best;
    private double bestCost;

    ParcelSearch(OrderModel model, BooleanSupplier stop) {
        this.model = model;
        this.stop = stop;
        wrong = 2
                * IntStream.range(0, model.needs.size())
                        .mapToDouble(model::unmet)
                        .max()
                        .orElse(0);
        best = new Basket(model, wrong).answer();
        bestCost = model.cost(best);
    }

    Answer best() {
        return best;
    }

    double bestCost() {
        return bestCost;
    }

    /** Goes on from needs had in one of the ways said; those that have none where they are cheapest by themselves. */
    void from(List<List<Integer>> ways) {
        from(ways, new int[ways.size()][]);
    }

    /** @param settled pieces of each use of a need, where it is settled how it is had */
    void from(List<List<Integer>> ways, int @Nullable [][] settled) {
        Basket basket = new Basket(model, wrong);
        for (int n = 0; n < ways.size(); n++) {
            List<Integer> uses = ways.get(n);
            int[] way = settled[n];
            if (way != null) {
                basket.put(n, way);
            } else if (uses.isEmpty()) {
                cheapestOutside(basket, n, -1);
            } else {
                basket.put(n, uses.get(random.nextInt(uses.size())));
            }
        }
        settle(basket);
    }

    /** As the best one is, but for packs to spare. */
    private Basket again() {
        Basket basket = new Basket(model, wrong);
        for (int n = 0; n < model.needs.size(); n++) {
            basket.put(n, best.pieces()[n]);
        }
        return basket;
    }

    /** Keeps an answer from elsewhere where it is better. */
    void take(Answer answer) {
        double cost = model.cost(answer);
        if (cost < bestCost) {
            best = answer;
            bestCost = cost;
        }
    }

    void search() {
        search(() -> false);
    }

    void search(BooleanSupplier enough) {
        settle(again());
        for (int vain = 0; vain < IN_VAIN && !stop.getAsBoolean() && !enough.getAsBoolean(); vain++) {
            double before = bestCost;
            kick();
            if (bestCost < before - 1e-6) {
                vain = -1;
            }
        }
    }

    /** Looks downhill from near the best. */
    void kick() {
        if (!model.parcels.isEmpty()) {
            settle(kicked());
        }
    }

    /** The best one a little mixed up: a parcel given up, or some needs had somewhere else. */
    private Basket kicked() {
        Basket basket = again();
        if (random.nextBoolean()) {
            int parcel = random.nextInt(model.parcels.size());
            boolean into = random.nextBoolean();
            for (int n = 0; n < model.needs.size(); n++) {
                draw(basket, n, parcel, into);
            }
        } else {
            for (int i = 0; i < 1 + model.needs.size() / 8; i++) {
                int n = random.nextInt(model.needs.size());
                if (!model.uses.get(n).isEmpty()) {
                    basket.put(n, random.nextInt(model.uses.get(n).size()));
                }
            }
        }
        return basket;
    }

    /** A need into a parcel, or out of it into any other. */
    private void draw(Basket basket, int need, int parcel, boolean into) {
        List<Use> uses = model.uses.get(need);
        boolean inside = false;
        for (int k = 0; k < uses.size(); k++) {
            inside |= basket.pieces(need)[k] > 0 && parcelOf(uses.get(k)) == parcel;
        }
        if (inside == into) {
            return;
        }
        int[] others = IntStream.range(0, uses.size())
                .filter(k -> parcelOf(uses.get(k)) == parcel == into)
                .toArray();
        if (others.length > 0) {
            basket.put(need, others[random.nextInt(others.length)]);
        }
    }

    private int parcelOf(Use use) {
        return model.items.get(use.item()).parcel();
    }

    /** Goes downhill from an answer as far as single steps lead. */
    private void settle(Basket basket) {
        basket.keep();
        boolean better = true;
        while (better && !stop.getAsBoolean()) {
            better = false;
            for (int n = 0; n < model.needs.size(); n++) {
                for (int k = 0; k < model.uses.get(n).size(); k++) {
                    if (basket.pieces(n)[k] < model.needs.get(n).pieces()) {
                        basket.put(n, k);
                        better |= basket.keepIfCheaper();
                    }
                }
            }
            for (int n = 0; n < model.needs.size(); n++) {
                better |= model.needs.get(n).mayBeSplit() && parted(basket, n);
            }
            for (int s = 0; s < model.parcels.size(); s++) {
                for (int n = 0; n < model.needs.size(); n++) {
                    cheapestOutside(basket, n, s);
                }
                better |= basket.keepIfCheaper();
                for (int n = 0; n < model.needs.size(); n++) {
                    drawCheaper(basket, n, s);
                }
                better |= basket.keepIfCheaper();
            }
        }
        spare(basket.answer());
    }

    /** Has a need from several: as much as there is of the cheapest first, then pieces moved from one to another. */
    private boolean parted(Basket basket, int need) {
        List<Use> uses = model.uses.get(need);
        int[] spread = spread(need);
        boolean better = false;
        if (spread.length > 0) {
            basket.put(need, spread);
            better = basket.keepIfCheaper();
        }
        for (int from = 0; from < uses.size(); from++) {
            for (int to = 0; to < uses.size() && basket.pieces(need)[from] > 0; to++) {
                if (from != to) {
                    int pack = model.items.get(uses.get(to).item()).listing().packSize();
                    better |= moved(basket, need, from, to, pack);
                    better |= moved(basket, need, from, to, Integer.MAX_VALUE);
                }
            }
        }
        return better;
    }

    private boolean moved(Basket basket, int need, int from, int to, int pieces) {
        int[] way = basket.pieces(need).clone();
        int some = Math.min(pieces, way[from]);
        way[from] -= some;
        way[to] += some;
        basket.put(need, way);
        return basket.keepIfCheaper();
    }

    /** Of each use as much as there is, the cheapest first; nothing where all together are too few. */
    private int[] spread(int need) {
        List<Use> uses = model.uses.get(need);
        int[] way = new int[uses.size()];
        int left = model.needs.get(need).pieces();
        int[] cheapestFirst = IntStream.range(0, uses.size())
                .boxed()
                .sorted(Comparator.comparingDouble(k -> model.alone(uses.get(k))))
                .mapToInt(k -> k)
                .toArray();
        for (int k : cheapestFirst) {
            OrderModel.Item item = model.items.get(uses.get(k).item());
            way[k] = Math.min(left, item.listing().stock() * item.listing().packSize());
            left -= way[k];
        }
        return left == 0 ? way : new int[0];
    }

    /** Takes an answer with a pack more of whatever makes it cheaper. */
    private void spare(Answer answer) {
        double cost = model.cost(answer, wrong);
        for (int i = 0; i < model.items.size(); i++) {
            if (answer.packs()[i] > 0) {
                answer.packs()[i] += OrderModel.SPARE_PACKS;
                double more = model.cost(answer, wrong);
                if (more < cost) {
                    cost = more;
                } else {
                    answer.packs()[i] -= OrderModel.SPARE_PACKS;
                }
            }
        }
        take(answer);
    }

    /** Takes a need into a parcel where the thing itself is not dearer there. */
    private void drawCheaper(Basket basket, int need, int parcel) {
        List<Use> uses = model.uses.get(need);
        double now = Double.POSITIVE_INFINITY;
        int found = -1;
        double cheapest = Double.POSITIVE_INFINITY;
        for (int k = 0; k < uses.size(); k++) {
            double each = model.alone(uses.get(k));
            if (basket.pieces(need)[k] > 0) {
                now = each;
            }
            if (parcelOf(uses.get(k)) == parcel && each < cheapest) {
                cheapest = each;
                found = k;
            }
        }
        if (found >= 0 && cheapest < now) {
            basket.put(need, found);
        }
    }

    /** Takes a need out of a parcel into whatever is cheapest by itself. */
    private void cheapestOutside(Basket basket, int need, int parcel) {
        List<Use> uses = model.uses.get(need);
        int found = -1;
        double cheapest = Double.POSITIVE_INFINITY;
        boolean inside = parcel < 0;
        for (int k = 0; k < uses.size(); k++) {
            if (parcelOf(uses.get(k)) == parcel) {
                inside |= basket.pieces(need)[k] > 0;
            } else {
                double each = model.alone(uses.get(k));
                if (each < cheapest) {
                    cheapest = each;
                    found = k;
                }
            }
        }
        if (inside && found >= 0) {
            basket.put(need, found);
        }
    }
}
