package app.gewerk.server.sourcing;

import app.gewerk.core.job.Step;
import app.gewerk.core.sourcing.GearOffer;
import app.gewerk.core.sourcing.Listing;
import app.gewerk.core.sourcing.Match;
import app.gewerk.core.sourcing.OpenNeed;
import app.gewerk.core.sourcing.OrderPlan;
import app.gewerk.core.sourcing.OrderPlanner;
import app.gewerk.core.sourcing.OrderQuestion;
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
import java.math.BigDecimal;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Plans orders over all that jobs need, and places what was planned. */
@Service
public class PlanningService {
    /** What a day that a machine waits for its gear is worth, in the shop's currency (from memory). */
    private static final BigDecimal A_DAY = new BigDecimal("0.50");
    /** What it costs when something ordered does not come: asking, sending back, the days lost (from memory). */
    private static final BigDecimal A_FAILURE = new BigDecimal("15.00");

    private static final Duration WHAT_IF = Duration.ofMillis(400);
    private static final int MOST_SECONDS = 10;

    private final NeedService needs;
    private final NeedStore store;
    private final SourcingService sourcing;
    private final Purchasing purchasing;
    private final ReadingService readings;
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
            JobService jobs,
            ShopService shop,
            SavedOnceStore savedOnce,
            ShopClock clock) {
        this.needs = needs;
        this.store = store;
        this.sourcing = sourcing;
        this.purchasing = purchasing;
        this.readings = readings;
        this.jobs = jobs;
        this.shop = shop;
        this.savedOnce = savedOnce;
        this.clock = clock;
    }

    /**
     * A need in the plan.
     *
     * @param wanted the gear, in words; or why it cannot be looked for
     * @param ways what would do, best fit first
     */
    public record PlannedNeed(Need need, Say wanted, List<WayToFill> ways) {}

    /**
     * @param loss of each piece against a drop-in, in the shop's currency
     * @param differences from the gear wanted
     */
    public record WayToFill(
            String seller, String itemNumber, String material, BigDecimal loss, List<Match.Difference> differences) {}

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
        if (seconds < 1 || seconds > MOST_SECONDS) {
            throw Refused.at("seconds", "plan.seconds", "most", MOST_SECONDS);
        }
        List<Need> open = needs.open(here);
        Map<Long, Wanted> wanted = new LinkedHashMap<>();
        Map<Long, Say> cannot = new HashMap<>();
        for (Need need : open) {
            switch (readings.lookedFor(here, need.jobId())) {
                case Outcome.Made<Wanted> made -> wanted.put(need.id(), made.value());
                case Outcome.Cannot<Wanted> no ->
                    cannot.put(need.id(), no.refusal().say());
            }
        }
        SourcingService.Market market =
                sourcing.market(here, wanted.values().stream().map(Wanted::need).toList());
        Map<Long, List<Match>> ways = new HashMap<>();
        List<Long> order = List.copyOf(wanted.keySet());
        for (Need need : open) {
            int at = order.indexOf(need.id());
            if (at >= 0) {
                ways.put(
                        need.id(),
                        Match.rank(wanted.get(need.id()).need(), market.gears().get(at)).stream()
                                .filter(match -> match.doesFor(need.needing().accepts()) || held(need, match))
                                .toList());
            }
        }
        BigDecimal rate = shop.terms(here).terms().hourlyRate();
        List<Listing> listings = ways.values().stream()
                .flatMap(List::stream)
                .map(Match::offer)
                .map(GearOffer::listing)
                .distinct()
                .toList();
        OrderQuestion question = new OrderQuestion(
                open.stream()
                        .map(need -> openNeed(need, ways.getOrDefault(need.id(), List.of()), rate))
                        .toList(),
                listings,
                List.copyOf(market.sources().values()),
                sourcing.today(here),
                A_FAILURE);
        for (Need need : open) {
            for (NeedWord word : need.words()) {
                question = word.held()
                        ? question.holding("" + need.id(), word.seller(), word.itemNumber())
                        : question.refusing("" + need.id(), word.seller(), word.itemNumber());
            }
        }
        OrderPlan plan = OrderPlanner.plan(question, Duration.ofSeconds(seconds), soFar -> true);
        return new Plan(
                shop.shop(here).currency(),
                open.stream()
                        .map(need -> new PlannedNeed(
                                need,
                                Optional.ofNullable(wanted.get(need.id()))
                                        .map(Wanted::words)
                                        .orElseGet(() -> cannot.getOrDefault(need.id(), Say.of("choosing"))),
                                ways.getOrDefault(need.id(), List.of()).stream()
                                        .map(match -> way(match, rate))
                                        .toList()))
                        .toList(),
                plan,
                plan.gap(),
                open.isEmpty() ? List.of() : OrderPlanner.whatIf(question, plan, WHAT_IF),
                market.silent());
    }

    private static boolean held(Need need, Match match) {
        return need.words().stream()
                .anyMatch(word -> word.held()
                        && word.seller().equals(match.offer().seller())
                        && word.itemNumber().equals(match.offer().itemNumber()));
    }

    private static WayToFill way(Match match, BigDecimal rate) {
        return new WayToFill(
                match.offer().seller(),
                match.offer().itemNumber(),
                match.offer().material(),
                match.loss(rate),
                match.differences());
    }

    private static OpenNeed openNeed(Need need, List<Match> ways, BigDecimal rate) {
        return new OpenNeed(
                "" + need.id(),
                need.needing().pieces(),
                need.needing().latest(),
                need.needing().maySplit(),
                A_DAY,
                ways.stream()
                        .map(m -> new OpenNeed.Choice(
                                m.offer().seller(), m.offer().itemNumber(), m.loss(rate)))
                        .toList());
    }

    /** A parcel of a plan as somebody places it. */
    public record ToPlace(String seller, List<LineToPlace> lines) {}

    public record LineToPlace(long needId, String itemNumber, int pieces) {}

    /**
     * Places parcels: writes their orders down, to be sent by whichever process is free, and marks the needs as ordered.
     * Either all of it or nothing; the same key places once.
     */
    @Transactional
    public List<Purchasing.Order> place(Here here, List<ToPlace> parcels, Optional<String> key) {
        String onceKey = key.orElseGet(() -> UUID.randomUUID().toString());
        savedOnce.once(here, Optional.of(onceKey), "plan", clock.now(), () -> {
            Map<Long, Integer> pieces = parcels.stream()
                    .flatMap(p -> p.lines().stream())
                    .collect(Collectors.toMap(
                            LineToPlace::needId, LineToPlace::pieces, Integer::sum, LinkedHashMap::new));
            if (pieces.isEmpty()) {
                throw Refused.at("parcels", "plan.nothing");
            }
            Map<Long, Need> held = hold(here, pieces);
            long last = 0;
            for (int i = 0; i < parcels.size(); i++) {
                ToPlace parcel = parcels.get(i);
                List<PurchaseStore.Written> lines = parcel.lines().stream()
                        .map(l -> new PurchaseStore.Written(
                                held.get(l.needId()).jobId(), Optional.of(l.needId()), l.itemNumber(), l.pieces()))
                        .toList();
                last = purchasing.write(here, Optional.empty(), parcel.seller(), lines, onceKey + "-" + i);
                told(here, parcel, held);
            }
            return last;
        });
        return purchasing.underWay(here);
    }

    /** The needs, their jobs held one after the other by number, each still open and wholly served. */
    private Map<Long, Need> hold(Here here, Map<Long, Integer> pieces) {
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

    private void told(Here here, ToPlace parcel, Map<Long, Need> held) {
        for (LineToPlace line : parcel.lines()) {
            Need need = held.get(line.needId());
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
