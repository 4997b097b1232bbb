package app.gewerk.core.sourcing;

import app.gewerk.core.sourcing.OrderModel.Answer;
import app.gewerk.core.sourcing.OrderModel.Use;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import java.util.function.IntConsumer;
import java.util.stream.IntStream;

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
        best = nothing();
        bestCost = model.cost(best);
    }

    private Answer nothing() {
        int[][] pieces = new int[model.needs.size()][];
        for (int n = 0; n < pieces.length; n++) {
            pieces[n] = new int[model.uses.get(n).size()];
        }
        return new Answer(pieces, new int[model.items.size()]);
    }

    Answer best() {
        return best;
    }

    double bestCost() {
        return bestCost;
    }

    /** Goes on from needs had in one of the ways said; those that have none where they are cheapest by themselves. */
    void from(List<List<Integer>> ways) {
        Answer answer = nothing();
        for (int n = 0; n < ways.size(); n++) {
            List<Integer> uses = ways.get(n);
            if (uses.isEmpty()) {
                cheapestOutside(answer, n, -1);
            } else {
                put(answer, n, uses.get(random.nextInt(uses.size())));
            }
        }
        settle(packed(answer));
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
        settle(best.copy());
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
    private Answer kicked() {
        Answer answer = best.copy();
        if (random.nextBoolean()) {
            int parcel = random.nextInt(model.parcels.size());
            boolean into = random.nextBoolean();
            for (int n = 0; n < model.needs.size(); n++) {
                draw(answer, n, parcel, into);
            }
        } else {
            for (int i = 0; i < 1 + model.needs.size() / 8; i++) {
                int n = random.nextInt(model.needs.size());
                if (!model.uses.get(n).isEmpty()) {
                    put(answer, n, random.nextInt(model.uses.get(n).size()));
                }
            }
        }
        return packed(answer);
    }

    /** A need into a parcel, or out of it into any other. */
    private void draw(Answer answer, int need, int parcel, boolean into) {
        List<Use> uses = model.uses.get(need);
        boolean inside = false;
        for (int k = 0; k < uses.size(); k++) {
            inside |= answer.pieces()[need][k] > 0 && parcelOf(uses.get(k)) == parcel;
        }
        if (inside == into) {
            return;
        }
        int[] others = IntStream.range(0, uses.size())
                .filter(k -> parcelOf(uses.get(k)) == parcel == into)
                .toArray();
        if (others.length > 0) {
            put(answer, need, others[random.nextInt(others.length)]);
        }
    }

    private int parcelOf(Use use) {
        return model.items.get(use.item()).parcel();
    }

    private void put(Answer answer, int need, int use) {
        Arrays.fill(answer.pieces()[need], 0);
        answer.pieces()[need][use] = model.needs.get(need).pieces();
    }

    private Answer packed(Answer answer) {
        return new Answer(answer.pieces(), model.packsFor(answer.pieces()));
    }

    /** Goes downhill from an answer as far as single steps lead. */
    private void settle(Answer from) {
        Walk walk = new Walk(from);
        boolean better = true;
        while (better && !stop.getAsBoolean()) {
            better = false;
            for (int n = 0; n < model.needs.size(); n++) {
                for (int k = 0; k < model.uses.get(n).size(); k++) {
                    if (walk.now.pieces()[n][k] < model.needs.get(n).pieces()) {
                        int need = n;
                        int use = k;
                        better |= walk.step(next -> put(next, need, use));
                    }
                }
            }
            for (int s = 0; s < model.parcels.size(); s++) {
                int parcel = s;
                better |= walk.step(next -> eachNeed(n -> cheapestOutside(next, n, parcel)));
                better |= walk.step(next -> eachNeed(n -> drawCheaper(next, n, parcel)));
            }
        }
        for (int i = 0; i < model.items.size(); i++) {
            walk.spare(i);
        }
        take(walk.now);
    }

    private void eachNeed(IntConsumer change) {
        for (int n = 0; n < model.needs.size(); n++) {
            change.accept(n);
        }
    }

    /** An answer that takes steps which make it cheaper. */
    private final class Walk {
        private Answer now;
        private double cost;

        Walk(Answer from) {
            now = from;
            cost = model.cost(now, wrong);
        }

        boolean step(Consumer<Answer> change) {
            Answer next = now.copy();
            change.accept(next);
            return take(packed(next));
        }

        void spare(int item) {
            if (now.packs()[item] > 0) {
                Answer next = now.copy();
                next.packs()[item] += OrderModel.SPARE_PACKS;
                take(next);
            }
        }

        private boolean take(Answer next) {
            double nextCost = model.cost(next, wrong);
            if (nextCost < cost - 1e-9) {
                now = next;
                cost = nextCost;
                return true;
            }
            return false;
        }
    }

    /** Takes a need into a parcel where the thing itself is not dearer there. */
    private void drawCheaper(Answer answer, int need, int parcel) {
        List<Use> uses = model.uses.get(need);
        double now = Double.POSITIVE_INFINITY;
        int found = -1;
        double cheapest = Double.POSITIVE_INFINITY;
        for (int k = 0; k < uses.size(); k++) {
            double each = model.alone(uses.get(k));
            if (answer.pieces()[need][k] > 0) {
                now = each;
            }
            if (parcelOf(uses.get(k)) == parcel && each < cheapest) {
                cheapest = each;
                found = k;
            }
        }
        if (found >= 0 && cheapest < now) {
            put(answer, need, found);
        }
    }

    /** Takes a need out of a parcel into whatever is cheapest by itself. */
    private void cheapestOutside(Answer answer, int need, int parcel) {
        List<Use> uses = model.uses.get(need);
        int found = -1;
        double cheapest = Double.POSITIVE_INFINITY;
        boolean inside = parcel < 0;
        for (int k = 0; k < uses.size(); k++) {
            if (parcelOf(uses.get(k)) == parcel) {
                inside |= answer.pieces()[need][k] > 0;
            } else {
                double each = model.alone(uses.get(k));
                if (each < cheapest) {
                    cheapest = each;
                    found = k;
                }
            }
        }
        if (inside && found >= 0) {
            put(answer, need, found);
        }
    }
}
