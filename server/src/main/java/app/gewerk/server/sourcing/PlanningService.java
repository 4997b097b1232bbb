package app.gewerk.server.sourcing;

import app.gewerk.core.job.Step;
import app.gewerk.core.sourcing.GearNeed;
import app.gewerk.core.sourcing.GearOffer;
import app.gewerk.core.sourcing.Listing;
import app.gewerk.core.sourcing.Match;
import app.gewerk.core.sourcing.OpenNeed;
import app.gewerk.core.sourcing.OrderPlan;
import app.gewerk.core.sourcing.OrderPlanner;
import app.gewerk.core.sourcing.OrderQuestion;
import app.gewerk.core.sourcing.Worth;
import app.gewerk.core.words.Outcome;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.http.NotFound;
import app.gewerk.server.http.Stale;
import app.gewerk.server.job.JobService;
import app.gewerk.server.job.JobService.Job;
import app.gewerk.server.reading.ReadingService;
import app.gewerk.server.reading.ReadingService.Wanted;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.SavedOnceStore;
import app.gewerk.server.shop.ShopClock;
import app.gewerk.server.shop.ShopService;
import app.gewerk.server.sourcing.NeedService.Need;
import app.gewerk.server.sourcing.NeedService.NeedWord;
import app.gewerk.server.sourcing.NeedService.State;
import app.gewerk.server.stores.ListService;
import app.gewerk.server.stores.NumberService;
import app.gewerk.server.stores.ShelfService;
import app.gewerk.server.stores.ShelfService.StockItem;
import java.math.BigDecimal;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Plans orders over all that jobs need, and places what was planned. */
@Service
public class PlanningService {
    /** What the needs of the shelf begin with in a plan. */
    private static final String SHELF = "s";

    private static final int MOST_LISTED = 40;

    private static final Duration WHAT_IF = Duration.ofMillis(400);
    private static final int MOST_SECONDS = 10;

    private final NeedService needs;
    private final NeedStore store;
    private final SourcingService sourcing;
    private final Purchasing purchasing;
    private final ReadingService readings;
    private final ShelfService shelf;
    private final ListService lists;
    private final NumberService numbers;
    private final JobService jobs;
    private final ShopService shop;
    private final SavedOnceStore savedOnce;
    private final ShopClock clock;

    PlanningService(
            NeedService needs,
            NeedStore store,
            SourcingService sourcing,
            Purchasing purchasing,
            ReadingService readings,
            ShelfService shelf,
            ListService lists,
            NumberService numbers,
            JobService jobs,
            ShopService shop,
            SavedOnceStore savedOnce,
            ShopClock clock) {
        this.needs = needs;
        this.store = store;
        this.sourcing = sourcing;
        this.purchasing = purchasing;
        this.readings = readings;
        this.shelf = shelf;
        this.lists = lists;
        this.numbers = numbers;
        this.jobs = jobs;
        this.shop = shop;
        this.savedOnce = savedOnce;
        this.clock = clock;
    }

    /**
     * A need in the plan: of a job, or of the shelf for what should lie there.
     *
     * @param id as the plan has it
     * @param need of a job
     * @param shelf what is short
     * @param wanted the gear, in words; or why it cannot be looked for
     * @param ways what would do, best fit first
     */
    public record PlannedNeed(
            String id, Optional<Need> need, Optional<StockItem> shelf, Say wanted, List<WayToFill> ways) {}

    /**
     * @param loss of each piece against a drop-in, in the shop's currency
     * @param differences from the gear wanted
     */
    public record WayToFill(
            String seller, String itemNumber, String material, BigDecimal loss, List<Match.Difference> differences) {
        static WayToFill of(Match match, BigDecimal rate) {
            return new WayToFill(
                    match.offer().seller(),
                    match.offer().itemNumber(),
                    match.offer().material(),
                    match.loss(rate),
                    match.differences());
        }
    }

    /** Somebody or some shelf that needs pieces, and what would do. */
    private record Wish(OpenNeed open, List<Listing> listings, PlannedNeed planned) {}

    /**
     * @param gap by what share it may be dearer than the best there is; 0 where it is proven the best
     * @param silent sellers that did not answer
     */
    public record Plan(
            String currency,
            List<PlannedNeed> needs,
            OrderPlan orders,
            double gap,
            List<OrderPlanner.WhatIf> whatIfs,
            List<String> silent) {}

    /**
     * Plans anew over all that is open. Sellers are asked outside any transaction.
     *
     * @param seconds to look for a good plan
     */
    public Plan plan(Here here, int seconds) {
        return plan(here, seconds, (done, soFar) -> true);
    }

    /** Told how a plan comes along: the share of the time that is over, and the best so far. */
    @FunctionalInterface
    interface Along {
        /** False ends the search; the best so far is then the plan. */
        boolean tell(double done, Supplier<Plan> soFar);
    }

    /** The same, told along the way. */
    Plan plan(Here here, int seconds, Along along) {
        if (seconds < 1 || seconds > MOST_SECONDS) {
            throw Refused.at("seconds", "plan.seconds", "most", MOST_SECONDS);
        }
        List<Need> open = needs.open(here);
        List<StockItem> missing =
                shelf.all(here).stream().filter(item -> item.missing() > 0).toList();
        Map<Long, Outcome<Wanted>> wanted = new LinkedHashMap<>();
        open.forEach(need -> wanted.put(need.id(), readings.lookedFor(here, need.jobId())));
        List<GearNeed> gears = Stream.concat(
                        wanted.values().stream().flatMap(w -> w.made().stream()).map(Wanted::need),
                        missing.stream()
                                .flatMap(item -> item.item().gear().stream())
                                .map(GearNeed::of))
                .distinct()
                .toList();
        SourcingService.Market market = sourcing.market(here, gears);
        Function<GearNeed, List<Match>> matches =
                need -> Match.rank(need, market.gears().get(gears.indexOf(need)));
        BigDecimal rate = shop.terms(here).terms().hourlyRate();
        List<Wish> wishes = new ArrayList<>();
        for (Need need : open) {
            wishes.add(ofJob(need, Objects.requireNonNull(wanted.get(need.id())), matches, rate));
        }
        for (StockItem item : missing) {
            wishes.add(ofShelf(here, item, matches, market.sources().keySet(), rate));
        }
        OrderQuestion question = new OrderQuestion(
                wishes.stream().map(Wish::open).toList(),
                wishes.stream().flatMap(w -> w.listings.stream()).distinct().toList(),
                List.copyOf(market.sources().values()),
                sourcing.today(here),
                Worth.A_FAILURE);
        for (Need need : open) {
            for (NeedWord word : need.words()) {
                question = word.held()
                        ? question.holding("" + need.id(), word.seller(), word.itemNumber())
                        : question.refusing("" + need.id(), word.seller(), word.itemNumber());
            }
        }
        OrderQuestion asked = question;
        String currency = shop.shop(here).currency();
        List<PlannedNeed> planned = wishes.stream().map(Wish::planned).toList();
        OrderPlan plan = OrderPlanner.plan(
                asked,
                Duration.ofSeconds(seconds),
                soFar -> along.tell(soFar.done(), () -> {
                    OrderPlan best = soFar.plan().get();
                    return new Plan(currency, planned, best, best.gap(), List.of(), market.silent());
                }));
        return new Plan(
                currency,
                planned,
                plan,
                plan.gap(),
                wishes.isEmpty() ? List.of() : OrderPlanner.whatIf(asked, plan, WHAT_IF),
                market.silent());
    }

    private static Wish ofJob(
            Need need, Outcome<Wanted> wanted, Function<GearNeed, List<Match>> matches, BigDecimal rate) {
        List<Match> ways = wanted.made()
                .map(w -> matches.apply(w.need()).stream()
                        .filter(match -> match.doesFor(need.needing().accepts()) || held(need, match))
                        .toList())
                .orElse(List.of());
        Say words = switch (wanted) {
            case Outcome.Made<Wanted> made -> made.value().words();
            case Outcome.Cannot<Wanted> no -> no.refusal().say();
        };
        return wish(
                "" + need.id(),
                need.needing().pieces(),
                need.needing().latest(),
                need.needing().maySplit(),
                Worth.A_DAY,
                ways,
                rate,
                list -> new PlannedNeed("" + need.id(), Optional.of(need), Optional.empty(), words, list));
    }

    /** A gear by its sizes, anything else by its number, as sellers list it. */
    private Wish ofShelf(
            Here here, StockItem item, Function<GearNeed, List<Match>> matches, Set<String> sellers, BigDecimal rate) {
        String id = SHELF + item.id();
        Say words = Say.typed(item.item().name());
        if (item.item().gear().isPresent()) {
            List<Match> ways = matches.apply(GearNeed.of(item.item().gear().get())).stream()
                    .filter(match -> match.doesFor(Set.of()))
                    .toList();
            return wish(
                    id,
                    item.missing(),
                    Optional.empty(),
                    true,
                    Worth.A_SPARES_DAY,
                    ways,
                    rate,
                    list -> new PlannedNeed(id, Optional.empty(), Optional.of(item), words, list));
        }
        List<Listing> listed = item.item().key().stream()
                .flatMap(key -> lists.numbered(here, numbers.sameParts(here, key), "", MOST_LISTED).stream())
                .map(ListService.Listed::listing)
                .filter(listing -> sellers.contains(listing.seller()))
                .toList();
        return new Wish(
                new OpenNeed(
                        id,
                        item.missing(),
                        Optional.empty(),
                        true,
                        Worth.A_SPARES_DAY,
                        listed.stream()
                                .map(l -> new OpenNeed.Choice(l.seller(), l.itemNumber(), BigDecimal.ZERO))
                                .toList()),
                listed,
                new PlannedNeed(
                        id,
                        Optional.empty(),
                        Optional.of(item),
                        words,
                        listed.stream()
                                .map(l -> new WayToFill(l.seller(), l.itemNumber(), "", BigDecimal.ZERO, List.of()))
                                .toList()));
    }

    private static Wish wish(
            String id,
            int pieces,
            Optional<LocalDate> latest,
            boolean maySplit,
            BigDecimal aDay,
            List<Match> ways,
            BigDecimal rate,
            Function<List<WayToFill>, PlannedNeed> planned) {
        OpenNeed open = new OpenNeed(
                id,
                pieces,
                latest,
                maySplit,
                aDay,
                ways.stream()
                        .map(m -> new OpenNeed.Choice(
                                m.offer().seller(), m.offer().itemNumber(), m.loss(rate)))
                        .toList());
        return new Wish(
                open,
                ways.stream().map(Match::offer).map(GearOffer::listing).toList(),
                planned.apply(ways.stream().map(m -> WayToFill.of(m, rate)).toList()));
    }

    private static boolean held(Need need, Match match) {
        return need.words().stream()
                .anyMatch(word -> word.held()
                        && word.seller().equals(match.offer().seller())
                        && word.itemNumber().equals(match.offer().itemNumber()));
    }

    /** A parcel of a plan as somebody places it. */
    public record ToPlace(String seller, List<LineToPlace> lines) {}

    /**
     * @param needId as the plan has it
     * @param seenPrice of a pack, as the plan showed it
     */
    public record LineToPlace(String needId, String itemNumber, int pieces, Optional<BigDecimal> seenPrice) {
        Optional<Long> stockItemId() {
            return needId.startsWith(SHELF) ? number(needId.substring(SHELF.length())) : Optional.empty();
        }

        Optional<Long> jobsNeed() {
            return number(needId);
        }

        private static Optional<Long> number(String text) {
            return text.matches("\\d{1,18}") ? Optional.of(Long.parseLong(text)) : Optional.empty();
        }
    }

    /**
     * Places parcels: writes their orders down, to be sent by whichever process is free, and marks the needs as ordered.
     * Either all of it or nothing; the same key places once.
     */
    @Transactional
    public List<Purchasing.Order> place(Here here, List<ToPlace> parcels, Optional<String> key) {
        String onceKey = key.orElseGet(() -> UUID.randomUUID().toString());
        savedOnce.once(here, Optional.of(onceKey), "plan", clock.now(), () -> {
            List<LineToPlace> all =
                    parcels.stream().flatMap(p -> p.lines().stream()).toList();
            if (all.isEmpty()) {
                throw Refused.at("parcels", "plan.nothing");
            }
            Map<Long, Need> held = hold(here, all);
            holdShelf(here, all);
            long last = 0;
            for (int i = 0; i < parcels.size(); i++) {
                ToPlace parcel = parcels.get(i);
                List<PurchaseStore.Written> lines = parcel.lines().stream()
                        .map(l -> new PurchaseStore.Written(
                                l.jobsNeed().map(need -> held.get(need).jobId()),
                                l.jobsNeed(),
                                l.stockItemId(),
                                l.itemNumber(),
                                l.pieces(),
                                l.seenPrice()))
                        .toList();
                last = purchasing.write(here, Optional.empty(), parcel.seller(), lines, onceKey + "-" + i);
                told(here, parcel, held);
            }
            return last;
        });
        return purchasing.underWay(here);
    }

    /** The needs, their jobs held one after the other by number, each still open and wholly served. */
    private Map<Long, Need> hold(Here here, List<LineToPlace> lines) {
        Map<Long, Integer> pieces = new LinkedHashMap<>();
        for (LineToPlace line : lines) {
            line.jobsNeed().ifPresent(need -> pieces.merge(need, line.pieces(), Integer::sum));
            if (line.jobsNeed().isEmpty() && line.stockItemId().isEmpty()) {
                throw new NotFound("missing.need", "number", line.needId());
            }
        }
        Map<Long, Need> held = new HashMap<>();
        List<Need> sorted = new ArrayList<>();
        for (long needId : pieces.keySet()) {
            sorted.add(store.need(here, needId).orElseThrow(() -> new NotFound("missing.need", "number", needId)));
        }
        sorted.sort(Comparator.comparingLong(Need::jobId));
        for (Need need : sorted) {
            jobs.hold(here, need.jobId());
            if (pieces.get(need.id()) < need.needing().pieces()) {
                throw Refused.at("parcels", "plan.notWhole", "tray", need.tray());
            }
            if (!store.becomes(here, need.id(), State.OPEN, State.ORDERED)) {
                throw new Stale(store.open(here));
            }
            held.put(need.id(), need);
        }
        return held;
    }

    /** What is still short, each held so that nobody orders it a second time meanwhile. */
    private void holdShelf(Here here, List<LineToPlace> lines) {
        lines.stream()
                .flatMap(line -> line.stockItemId().stream())
                .distinct()
                .sorted()
                .forEach(id -> {
                    if (shelf.hold(here, id).missing() == 0) {
                        throw new Stale(shelf.all(here));
                    }
                });
    }

    private void told(Here here, ToPlace parcel, Map<Long, Need> held) {
        for (LineToPlace line : parcel.lines()) {
            if (line.jobsNeed().isEmpty()) {
                continue;
            }
            Need need = Objects.requireNonNull(held.get(line.jobsNeed().get()));
            Job job = jobs.job(here, need.jobId());
            jobs.write(
                    here,
                    job.id(),
                    Step.GET,
                    Say.of(
                            "journal.orderedTogether",
                            "pieces",
                            line.pieces(),
                            "item",
                            line.itemNumber(),
                            "seller",
                            parcel.seller(),
                            "others",
                            parcel.lines().size() - 1));
            jobs.waitForGear(here, job, Say.of("ordering"));
        }
    }
}
