package app.gewerk.core.sourcing;

import app.gewerk.core.sourcing.OpenNeed.Choice;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;

/** A question of what to order in numbers: indices for names, hundredths of the shop's currency for money. */
final class OrderModel {
    /** A pack more than needed may be bought where that makes the parcel cheaper, as beyond free postage. */
    static final int SPARE_PACKS = 1;

    /**
     * A way to have a need.
     *
     * @param perPiece what each piece costs besides its price: work, loss, waiting, the seller's failing
     */
    record Use(int need, int item, double perPiece) {}

    /**
     * A listing in a parcel.
     *
     * @param most packs that can be ordered
     */
    record Item(Listing listing, int parcel, long price, int most) {}

    /**
     * What a seller may send off on one day: everything that is ready by then. Two from one seller are two orders, each
     * with its postage.
     */
    record Parcel(Source source, Tariff tariff, int dispatchDays, LocalDate arrives) {}

    final List<OpenNeed> needs;
    final List<Item> items = new ArrayList<>();
    final List<Parcel> parcels = new ArrayList<>();
    /** By need. */
    final List<List<Use>> uses = new ArrayList<>();
    /** Parcels of one seller across a border, of which one is sent at most: several to stay below a threshold are none. */
    final List<List<Integer>> exclusive;
    /** Items that are the same thing in several parcels of one seller. */
    final List<List<Integer>> shared;

    private final LocalDate today;
    private final double[] unmet;

    OrderModel(OrderQuestion question) {
        needs = question.needs();
        today = question.today();
        Map<Listing, Integer> wanted = new HashMap<>();
        for (OpenNeed need : needs) {
            for (Choice choice : need.choices()) {
                question.listing(choice)
                        .filter(l -> question.source(l.seller()).isPresent())
                        .ifPresent(listing -> wanted.merge(listing, need.pieces(), Integer::sum));
            }
        }
        for (Source source : question.sources()) {
            List<Listing> theirs = question.listings().stream()
                    .filter(l -> l.seller().equals(source.code()) && wanted.containsKey(l))
                    .toList();
            theirs.stream()
                    .map(Listing::dispatchDays)
                    .distinct()
                    .sorted()
                    .forEach(day -> add(source, day, theirs, wanted));
        }
        Map<Listing, List<Integer>> at = new LinkedHashMap<>();
        for (int i = 0; i < items.size(); i++) {
            at.computeIfAbsent(items.get(i).listing, any -> new ArrayList<>()).add(i);
        }
        exclusive = question.sources().stream()
                .filter(source -> source.rule().atABorder())
                .map(source -> IntStream.range(0, parcels.size())
                        .filter(p -> parcels.get(p).source.equals(source))
                        .boxed()
                        .toList())
                .filter(theirs -> theirs.size() > 1)
                .toList();
        shared = at.values().stream().filter(in -> in.size() > 1).toList();
        for (int n = 0; n < needs.size(); n++) {
            List<Use> theirs = new ArrayList<>();
            for (Choice choice : needs.get(n).choices()) {
                for (int item : question.listing(choice).map(at::get).orElse(List.of())) {
                    if (inTime(n, items.get(item).parcel)) {
                        theirs.add(new Use(n, item, perPiece(n, choice, item, question.aFailure())));
                    }
                }
            }
            uses.add(List.copyOf(theirs));
        }
        unmet = IntStream.range(0, needs.size()).mapToDouble(this::unmetCost).toArray();
    }

    private double perPiece(int n, Choice choice, int item, BigDecimal aFailure) {
        OpenNeed need = needs.get(n);
        Parcel parcel = parcels.get(items.get(item).parcel);
        double waiting = cents(need.aDay()) * ChronoUnit.DAYS.between(today, parcel.arrives);
        double failing = parcel.source.failureChance() * cents(aFailure);
        return cents(choice.loss()) + (waiting + failing) / need.pieces();
    }

    static double cents(BigDecimal amount) {
        return 100 * amount.doubleValue();
    }

    private void add(Source source, int day, List<Listing> theirs, Map<Listing, Integer> wanted) {
        long most = 0;
        for (Listing listing : theirs) {
            int packs = Math.min(listing.stock(), listing.packsFor(wanted.getOrDefault(listing, 0)) + SPARE_PACKS);
            if (packs > 0 && listing.dispatchDays() <= day) {
                long price = listing.packPrice().movePointRight(2).longValue();
                items.add(new Item(listing, parcels.size(), price, packs));
                most += packs * price;
            }
        }
        parcels.add(
                new Parcel(source, Tariff.of(source, most), day, source.terms().arrival(today, day)));
    }

    private boolean inTime(int need, int parcel) {
        LocalDate arrives = parcels.get(parcel).arrives;
        return needs.get(need).latest().filter(arrives::isAfter).isEmpty();
    }

    /** Of a need, what a piece costs without postage. */
    double alone(Use use) {
        Item item = items.get(use.item);
        return use.perPiece + (double) item.price / item.listing.packSize();
    }

    /** What a need counts as when it stays open: more than having it could ever cost, where it can be had at all. */
    double unmet(int need) {
        return unmet[need];
    }

    private double unmetCost(int n) {
        double alone = 0;
        for (Use use : uses.get(n)) {
            Item item = items.get(use.item);
            int pieces = needs.get(n).pieces();
            long goods = item.price * item.listing.packsFor(pieces);
            alone = Math.max(alone, parcels.get(item.parcel).tariff.at(goods) + pieces * use.perPiece);
        }
        return 1000 + 3 * alone;
    }

    /**
     * What to order.
     *
     * @param pieces by need and use, in the order of {@link #uses}
     * @param packs by item
     */
    record Answer(int[][] pieces, int[] packs) {}

    /** All that an answer costs, or infinity where it cannot be: more than there is, too few packs, parcels too many. */
    double cost(Answer answer) {
        return cost(answer, Double.POSITIVE_INFINITY);
    }

    /** @param wrong what each pack more than there is, and each parcel too many, counts as */
    double cost(Answer answer, double wrong) {
        int[] assigned = new int[items.size()];
        double cost = 0;
        for (int n = 0; n < needs.size(); n++) {
            int had = 0;
            for (int k = 0; k < uses.get(n).size(); k++) {
                Use use = uses.get(n).get(k);
                had += answer.pieces[n][k];
                assigned[use.item] += answer.pieces[n][k];
                cost += answer.pieces[n][k] * use.perPiece;
            }
            if (had == 0) {
                cost += unmet[n];
            } else if (had != needs.get(n).pieces()) {
                return Double.POSITIVE_INFINITY;
            }
        }
        long[] goods = new long[parcels.size()];
        int tooMany = 0;
        for (int i = 0; i < items.size(); i++) {
            Item item = items.get(i);
            if (answer.packs[i] * item.listing.packSize() < assigned[i] || assigned[i] == 0 && answer.packs[i] > 0) {
                return Double.POSITIVE_INFINITY;
            }
            tooMany += Math.max(0, answer.packs[i] - item.most);
            goods[item.parcel] += answer.packs[i] * item.price;
        }
        for (List<Integer> same : shared) {
            int packs = 0;
            for (int i : same) {
                packs += answer.packs[i];
            }
            tooMany += Math.max(0, packs - items.get(same.getFirst()).listing.stock());
        }
        for (List<Integer> theirs : exclusive) {
            int sent = 0;
            for (int p : theirs) {
                sent += goods[p] > 0 ? 1 : 0;
            }
            tooMany += Math.max(0, sent - 1);
        }
        for (int p = 0; p < goods.length; p++) {
            if (goods[p] > 0) {
                cost += parcels.get(p).tariff.at(goods[p]);
            }
        }
        return tooMany == 0 ? cost : cost + tooMany * wrong;
    }

    /** The fewest packs for the pieces wanted of each. */
    int[] packsFor(int[][] pieces) {
        int[] packs = new int[items.size()];
        for (int n = 0; n < needs.size(); n++) {
            for (int k = 0; k < uses.get(n).size(); k++) {
                packs[uses.get(n).get(k).item] += pieces[n][k];
            }
        }
        for (int i = 0; i < packs.length; i++) {
            packs[i] = items.get(i).listing.packsFor(packs[i]);
        }
        return packs;
    }
}
