package app.gewerk.core.sourcing;

import app.gewerk.core.Wire;
import app.gewerk.core.sourcing.OrderModel.Answer;
import app.gewerk.core.sourcing.OrderModel.Item;
import app.gewerk.core.sourcing.OrderPlan.ForNeed;
import app.gewerk.core.sourcing.OrderPlan.PlannedLine;
import app.gewerk.core.sourcing.OrderPlan.PlannedParcel;
import app.gewerk.core.sourcing.OrderPlan.Unfilled;
import app.gewerk.core.sourcing.OrderPlan.Why;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.function.Supplier;
import java.util.stream.IntStream;

/**
 * Plans orders over everything that is needed. An answer is searched and bounded from below by prices for the needs, so that it is
 * known how far from the best it may be; what is small is branched over that bound until it is proven.
 */
public final class OrderPlanner {
    /** More ways to have something than these are not seen through while somebody waits (from trials). */
    private static final int SMALL = 600;
    /** Of the time, after which no more is branched. */
    private static final double BRANCHING = 0.9;
    /** Nobody minds a ten-thousandth. */
    private static final double NEAR = 1e-4;

    private static final double FIRST_LOOK = 0.1;
    private static final long LONGEST_LOOK_NANOS = 1_000_000_000;
    private static final long TELL_EVERY_NANOS = 100_000_000;

    private final OrderQuestion question;
    private final OrderModel model;
    private final long began = System.nanoTime();
    private final Duration time;
    private final Predicate<SoFar> goOn;
    private final ParcelSearch search;
    private double bound = Double.NEGATIVE_INFINITY;
    private long toldAt = began;
    private boolean wanted = true;
    /** What it would cost need by need. */
    private BigDecimal alone = BigDecimal.ZERO;

    /**
     * How far a plan has come, in the shop's currency.
     *
     * @param done share of the time
     * @param plan the best so far
     */
    public record SoFar(BigDecimal weighed, BigDecimal atLeast, double done, Supplier<OrderPlan> plan) {}

    private OrderPlanner(OrderQuestion question, Duration time, Predicate<SoFar> goOn) {
        this.question = question;
        this.time = time;
        this.goOn = goOn;
        model = new OrderModel(question);
        search = new ParcelSearch(model, () -> spent() >= 1);
    }

    /**
     * @param time after which the best plan so far is given
     * @param goOn told how far it has come some times a second; ends the search when it says no
     */
    public static OrderPlan plan(OrderQuestion question, Duration time, Predicate<SoFar> goOn) {
        BigDecimal alone = BigDecimal.ZERO;
        if (question.needs().size() > 1) {
            for (OpenNeed need : question.needs()) {
                OrderPlanner single = new OrderPlanner(question.alone(need), time, any -> true);
                single.search.search();
                alone = alone.add(single.landed(single.parcels()));
            }
        }
        OrderPlanner planner = new OrderPlanner(question, time, goOn);
        planner.alone = alone;
        planner.solve();
        return planner.told();
    }

    /** What another day, or a seller fewer, would change. */
    public enum If {
        A_DAY_MORE,
        A_SELLER_FEWER;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /**
     * @param seller the one done without, where it is one; of several the one that is missed least
     * @param landed how much more would be paid
     * @param weighed how much more it would weigh, waiting and work and all
     * @param missing needs that would stay open besides
     */
    public record WhatIf(If what, Optional<String> seller, BigDecimal landed, BigDecimal weighed, int missing) {}

    /** @param time for each question */
    public static List<WhatIf> whatIf(OrderQuestion question, OrderPlan plan, Duration time) {
        List<WhatIf> answers = new ArrayList<>();
        if (question.needs().stream().anyMatch(n -> n.latest().isPresent())) {
            answers.add(compared(If.A_DAY_MORE, Optional.empty(), plan, question.later(1), time));
        }
        List<String> sellers =
                plan.parcels().stream().map(PlannedParcel::seller).distinct().toList();
        if (sellers.size() > 1) {
            sellers.stream()
                    .map(s -> compared(If.A_SELLER_FEWER, Optional.of(s), plan, question.without(s), time))
                    .min(Comparator.comparingInt(WhatIf::missing).thenComparing(WhatIf::weighed))
                    .ifPresent(answers::add);
        }
        return answers;
    }

    private static WhatIf compared(
            If what, Optional<String> seller, OrderPlan plan, OrderQuestion question, Duration time) {
        OrderPlanner other = new OrderPlanner(question, time, any -> true);
        other.solve();
        OrderPlan then = other.told();
        return new WhatIf(
                what,
                seller,
                then.landed().subtract(plan.landed()),
                then.weighed().subtract(plan.weighed()),
                then.missing().size() - plan.missing().size());
    }

    private double spent() {
        return (double) (System.nanoTime() - began) / time.toNanos();
    }

    private void solve() {
        if (model.parcels.isEmpty()) {
            bound = search.bestCost(); // nothing to choose from
            return;
        }
        search.search(() -> spent() > FIRST_LOOK || System.nanoTime() - began > LONGEST_LOOK_NANOS);
        int ways = model.uses.stream().mapToInt(List::size).sum();
        if (ways <= SMALL) {
            Branching branching = new Branching(model, search, atLeast -> {
                bound = atLeast;
                return spent() >= BRANCHING || !goesOn();
            });
            if (branching.proves()) {
                bound = search.bestCost();
                return;
            }
        }
        narrow();
    }

    /** Better answers from above and a better bound from below, until they meet, the time is over, or nobody waits. */
    private void narrow() {
        DualBound dual = new DualBound(model, search.best());
        // Once in any case: without a bound nobody knows what the answer is worth.
        for (int steps = 0; steps == 0 || spent() < 1 && goesOn(); steps++) {
            if (dual.step(search.bestCost()) || steps % 10 == 0) {
                search.from(dual.servedBy());
            } else if (steps % 3 == 0) {
                search.kick();
            }
            bound = Math.max(bound, dual.best());
            if (search.bestCost() - bound <= NEAR * search.bestCost()) {
                return;
            }
        }
    }

    /** Tells now and then how far it has come; false once nobody wants to know more. */
    private boolean goesOn() {
        if (wanted && bound > Double.NEGATIVE_INFINITY && System.nanoTime() - toldAt > TELL_EVERY_NANOS) {
            toldAt = System.nanoTime();
            wanted = goOn.test(new SoFar(money(search.bestCost()), money(bound), spent(), this::told));
        }
        return wanted;
    }

    private static BigDecimal money(double cents) {
        return BigDecimal.valueOf(cents / 100).setScale(2, RoundingMode.HALF_UP);
    }

    private OrderPlan told() {
        List<PlannedParcel> parcels = parcels();
        BigDecimal landed = landed(parcels);
        List<Unfilled> missing = missing();
        double open = unserved().mapToDouble(model::unmet).sum();
        double weighed = search.bestCost() - open;
        return new OrderPlan(
                parcels,
                landed,
                question.needs().size() > 1 ? alone : landed,
                money(weighed),
                money(Math.min(weighed, Math.max(0, bound - open))),
                missing);
    }

    private BigDecimal landed(List<PlannedParcel> parcels) {
        return parcels.stream().map(p -> p.landed().total()).reduce(BigDecimal.ZERO, BigDecimal::add);
    }

    private List<PlannedParcel> parcels() {
        Answer answer = search.best();
        List<PlannedParcel> parcels = new ArrayList<>();
        for (int p = 0; p < model.parcels.size(); p++) {
            List<PlannedLine> lines = new ArrayList<>();
            for (int i = 0; i < model.items.size(); i++) {
                if (model.items.get(i).parcel() == p && answer.packs()[i] > 0) {
                    lines.add(line(answer, i));
                }
            }
            if (!lines.isEmpty()) {
                parcels.add(parcel(model.parcels.get(p).source(), lines));
            }
        }
        return List.copyOf(parcels);
    }

    private PlannedLine line(Answer answer, int i) {
        Item item = model.items.get(i);
        List<ForNeed> needs = new ArrayList<>();
        for (int n = 0; n < model.needs.size(); n++) {
            for (int k = 0; k < model.uses.get(n).size(); k++) {
                if (model.uses.get(n).get(k).item() == i && answer.pieces()[n][k] > 0) {
                    needs.add(new ForNeed(model.needs.get(n).id(), answer.pieces()[n][k]));
                }
            }
        }
        int wanted = needs.stream().mapToInt(ForNeed::pieces).sum();
        int packs = answer.packs()[i];
        int size = item.listing().packSize();
        int extra = (packs - item.listing().packsFor(wanted)) * size;
        return new PlannedLine(item.listing(), packs, List.copyOf(needs), packs * size - wanted, extra);
    }

    private PlannedParcel parcel(Source source, List<PlannedLine> lines) {
        int wanted = lines.stream()
                .flatMap(l -> l.needs().stream())
                .mapToInt(ForNeed::pieces)
                .sum();
        LandedCost landed = LandedCost.ofParcel(
                lines.stream()
                        .map(l -> new LandedCost.Packed(l.listing(), l.packs()))
                        .toList(),
                source.terms(),
                source.rule(),
                source.exchange(),
                Math.max(1, wanted),
                question.today());
        return new PlannedParcel(source.code(), source.terms().name(), List.copyOf(lines), landed);
    }

    private List<Unfilled> missing() {
        return unserved().mapToObj(this::missing).toList();
    }

    private IntStream unserved() {
        return IntStream.range(0, model.needs.size())
                .filter(n -> Arrays.stream(search.best().pieces()[n]).sum() == 0);
    }

    private Unfilled missing(int n) {
        OpenNeed need = model.needs.get(n);
        Optional<LocalDate> earliest = need.choices().stream()
                .flatMap(choice -> question.listing(choice).stream())
                .flatMap(listing -> question
                        .source(listing.seller())
                        .map(s -> s.terms().arrival(question.today(), listing.dispatchDays()))
                        .stream())
                .min(Comparator.naturalOrder());
        if (earliest.isEmpty()) {
            return new Unfilled(need.id(), Why.NOBODY, earliest);
        }
        return need.latest().filter(earliest.get()::isAfter).isPresent()
                ? new Unfilled(need.id(), Why.TOO_LATE, earliest)
                : new Unfilled(need.id(), Why.NOT_ENOUGH, Optional.empty());
    }
}
