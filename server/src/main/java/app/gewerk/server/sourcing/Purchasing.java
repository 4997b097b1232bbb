package app.gewerk.server.sourcing;

import app.gewerk.core.Wire;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.job.Place;
import app.gewerk.core.job.Step;
import app.gewerk.core.reading.LengthEntry;
import app.gewerk.core.sourcing.Arrived;
import app.gewerk.core.sourcing.GearNeed;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.http.NotFound;
import app.gewerk.server.http.Stale;
import app.gewerk.server.job.JobService;
import app.gewerk.server.job.JobService.Job;
import app.gewerk.server.reading.ReadingService;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopClock;
import app.gewerk.server.sourcing.NeedService.NeedWord;
import app.gewerk.server.stores.ShelfService;
import app.gewerk.server.stores.ShelfService.StockItem;
import com.fasterxml.jackson.annotation.JsonProperty;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.transaction.support.TransactionTemplate;

/** Orders to sellers: written down with the decision that wants them, and what becomes of each of their lines. */
@Service
public class Purchasing {
    private final PurchaseStore store;
    private final NeedStore needs;
    private final ReadingService readings;
    private final SourcingService sourcing;
    private final ShelfService shelf;
    private final JobService jobs;
    private final OrderSender sender;
    private final ShopClock clock;
    private final TransactionTemplate transaction;

    Purchasing(
            PurchaseStore store,
            NeedStore needs,
            ReadingService readings,
            SourcingService sourcing,
            ShelfService shelf,
            JobService jobs,
            OrderSender sender,
            ShopClock clock,
            TransactionTemplate transaction) {
        this.store = store;
        this.needs = needs;
        this.readings = readings;
        this.sourcing = sourcing;
        this.shelf = shelf;
        this.jobs = jobs;
        this.sender = sender;
        this.clock = clock;
        this.transaction = transaction;
    }

    /** Where an order stands. */
    public enum State {
        WAITING,
        ORDERED,
        REFUSED,
        WITHDRAWN;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /** What became of a line once the seller had it. */
    public enum Outcome {
        COMING,
        PARTLY,
        HERE,
        WRONG,
        RETURNED,
        REFUNDED;

        /** What may become of it next: a wrong one goes back, and is then paid back; what is here is. */
        List<Outcome> next() {
            return switch (this) {
                case COMING, PARTLY -> List.of(HERE, PARTLY, WRONG, REFUNDED);
                case HERE -> List.of(WRONG);
                case WRONG -> List.of(RETURNED, REFUNDED);
                case RETURNED -> List.of(REFUNDED);
                case REFUNDED -> List.of();
            };
        }

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /**
     * What is ordered of one item for one job or for the shelf; what is optional as the seller has confirmed it.
     *
     * @param stockItemId of what is bought for the shelf
     * @param packs bought, of {@code packSize} pieces each
     * @param share of what the parcel costs landed, by the value of the goods
     * @param seenPrice of a pack, as whoever ordered it saw it
     * @param came pieces that have come
     */
    public record OrderLine(
            Optional<Long> jobId,
            Optional<Long> needId,
            Optional<Long> stockItemId,
            String itemNumber,
            int pieces,
            Optional<Integer> packs,
            Optional<Integer> packSize,
            Optional<Integer> toothCount,
            String material,
            Optional<BigDecimal> share,
            Optional<BigDecimal> seenPrice,
            Outcome outcome,
            int came) {

        boolean forJob(long job) {
            return jobId.filter(id -> id == job).isPresent();
        }

        /** What may be said of it next. */
        @JsonProperty
        public List<Outcome> next() {
            return outcome.next();
        }

        /** "1 × 2 pcs A-24 (24 teeth, POM)". */
        public Say said() {
            if (packs.isPresent() && toothCount.isEmpty()) {
                return Say.of(
                        "orderLineItem", "packs", packs.get(), "packSize", packSize.orElse(1), "item", itemNumber);
            }
            return packs.isPresent()
                    ? Say.of(
                            "orderLine",
                            "packs",
                            packs.get(),
                            "packSize",
                            packSize.orElse(1),
                            "item",
                            itemNumber,
                            "teeth",
                            toothCount.orElse(0),
                            "material",
                            material)
                    : Say.of("orderLineAsked", "pieces", pieces, "item", itemNumber);
        }
    }

    /**
     * An order for a job, or a parcel for several.
     *
     * @param jobId of one that was ordered by itself
     * @param seller its code; {@code sellerName} as the seller calls itself, once it has answered
     * @param total landed, in {@code currency}
     * @param refusal why the seller will not
     * @param tries how often the seller has been asked
     */
    public record Order(
            long id,
            Optional<Long> jobId,
            String seller,
            String sellerName,
            String key,
            State state,
            List<OrderLine> lines,
            Optional<String> orderNumber,
            Optional<String> currency,
            Optional<BigDecimal> total,
            Optional<LocalDate> arrivesOn,
            Optional<Say> refusal,
            int tries,
            OffsetDateTime askedAt) {
        /** The whole order in a sentence. */
        @JsonProperty
        public Say said() {
            Say line = lines.getFirst().said();
            return switch (state) {
                case WAITING -> Say.of("order.waiting", "line", line, "seller", seller);
                case ORDERED ->
                    ordered(
                            "order.ordered",
                            line,
                            sellerName,
                            orderNumber.orElse(""),
                            Say.money(total.orElse(BigDecimal.ZERO), currency.orElse("")),
                            arrivesOn.orElse(askedAt.toLocalDate()));
                case REFUSED ->
                    Say.of("order.refused", "line", line, "seller", seller, "why", refusal.orElse(Say.of("seller.no")));
                case WITHDRAWN -> Say.of("order.withdrawn", "line", line, "seller", seller);
            };
        }

        Order and(Order more) {
            List<OrderLine> all = new ArrayList<>(lines);
            all.addAll(more.lines);
            return with(List.copyOf(all), total);
        }

        /** What of it is for one job, with its share of the cost. */
        Order of(long job) {
            List<OrderLine> theirs = lines.stream().filter(l -> l.forJob(job)).toList();
            return theirs.size() == lines.size()
                    ? this
                    : with(
                            theirs,
                            theirs.stream().flatMap(l -> l.share.stream()).reduce(BigDecimal::add));
        }

        List<Long> jobs() {
            return lines.stream()
                    .flatMap(l -> l.jobId.stream())
                    .distinct()
                    .sorted()
                    .toList();
        }

        private Order with(List<OrderLine> held, Optional<BigDecimal> cost) {
            return new Order(
                    id,
                    jobId,
                    seller,
                    sellerName,
                    key,
                    state,
                    held,
                    orderNumber,
                    currency,
                    cost,
                    arrivesOn,
                    refusal,
                    tries,
                    askedAt);
        }
    }

    /** One of the sentences on what a seller has confirmed. */
    static Say ordered(String code, Say line, String seller, String number, Say total, LocalDate day) {
        return Say.of(code, "line", line, "seller", seller, "number", number, "total", total, "day", day);
    }

    /** What has been ordered for a job, each with what of it is for this job. */
    @Transactional(readOnly = true)
    public List<Order> orders(Here here, long jobId) {
        jobs.job(here, jobId);
        return store.ofJob(here, jobId).stream().map(o -> o.of(jobId)).toList();
    }

    /** Orders of which something is still to come, or to go back. */
    @Transactional(readOnly = true)
    public List<Order> underWay(Here here) {
        return store.underWay(here);
    }

    /** Writes an order down, in the transaction of the decision that wants it; it is sent once that stands. */
    public long write(
            Here here,
            long jobId,
            String seller,
            String itemNumber,
            int pieces,
            Optional<BigDecimal> seenPrice,
            String key) {
        SourcingService.requirePieces("order.pieces", pieces);
        if (store.ofJob(here, jobId).stream().anyMatch(o -> o.state() == State.WAITING)) {
            throw Refused.at("order", "order.oneAtATime");
        }
        return write(
                here,
                Optional.of(jobId),
                seller,
                List.of(new PurchaseStore.Written(
                        Optional.of(jobId), Optional.empty(), Optional.empty(), itemNumber, pieces, seenPrice)),
                key);
    }

    /** The same for a parcel that holds things for several jobs. */
    long write(Here here, Optional<Long> jobId, String seller, List<PurchaseStore.Written> lines, String key) {
        sourcing.requireSeller(here, seller);
        long id = store.insert(here, jobId, seller, lines, key, clock.now());
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void afterCommit() {
                sender.wake();
            }
        });
        return id;
    }

    /** Takes an order back that no seller has confirmed yet. */
    @Transactional
    public List<Order> withdraw(Here here, long jobId, long orderId) {
        jobs.job(here, jobId);
        requireOrder(here, orderId, jobId);
        withdraw(here, orderId);
        return orders(here, jobId);
    }

    /** The same, whatever jobs it is for. */
    @Transactional
    public List<Order> withdraw(Here here, long orderId) {
        Order order = store.order(here, orderId).orElseThrow(() -> new NotFound("missing.order", "number", orderId));
        List<Job> held = sender.hold(here, order);
        if (!store.ends(here, orderId, State.WITHDRAWN, Optional.empty(), clock.now())) {
            throw new Stale(store.underWay(here));
        }
        store.openAgain(here, orderId);
        String told = order.tries() == 0 ? "journal.orderWithdrawn" : "journal.orderWithdrawnAsked";
        for (Job job : held) {
            jobs.write(here, job.id(), Step.GET, Say.of(told, "seller", order.seller()));
            jobs.waitForGear(here, job, afterwards(order, job.id()));
        }
        return store.underWay(here);
    }

    /** What a job waits for when its order came to nothing: to be ordered again with others, or a decision. */
    static Say afterwards(Order order, long jobId) {
        boolean need = order.lines().stream()
                .anyMatch(l -> l.forJob(jobId) && l.needId().isPresent());
        return need ? Say.of("orderedTogether") : Say.of("choosing");
    }

    private Order requireOrder(Here here, long orderId, long jobId) {
        return store.order(here, orderId)
                .filter(o -> o.jobs().contains(jobId))
                .orElseThrow(() -> new NotFound("missing.order", "number", orderId));
    }

    /**
     * Writes down what became of a line: come, part of it, the wrong thing, sent back, paid back. With the last thing that a
     * job waits for its tray comes to the bench.
     *
     * @param pieces that have come, of those that are wanted; counts where it is part of them
     */
    @Transactional
    public List<Order> became(Here here, long orderId, int position, Outcome outcome, int pieces) {
        Order order = withLine(here, orderId, position);
        if (order.state() != State.ORDERED) {
            throw new Refused("order.notConfirmed");
        }
        // Held in the order in which everybody holds: jobs, then the order, then the shelf.
        Optional<Job> job = order.lines().get(position).jobId().map(id -> jobs.hold(here, id));
        OrderLine line = line(here, orderId, position);
        if (!line.outcome().next().contains(outcome)) {
            throw new Refused("order.cannotBecome", "now", Say.of(line.outcome()), "wanted", Say.of(outcome));
        }
        int came = outcome == Outcome.HERE ? line.pieces() : outcome == Outcome.PARTLY ? pieces : line.came();
        if (outcome == Outcome.PARTLY && (pieces < 1 || pieces >= line.pieces())) {
            throw Refused.at("pieces", "order.partOf", "pieces", line.pieces());
        }
        store.became(here, orderId, position, outcome, came);
        line.stockItemId().ifPresent(item -> ontoTheShelf(here, item, line, outcome, came));
        job.ifPresent(j -> jobs.write(
                here,
                j.id(),
                Step.GET,
                Say.of(
                        "journal.order." + outcome,
                        "line",
                        line.said(),
                        "seller",
                        order.sellerName(),
                        "number",
                        order.orderNumber().orElse(""),
                        "came",
                        came)));
        switch (outcome) {
            case HERE -> store.filled(here, orderId, position);
            case REFUNDED -> store.openAgain(here, orderId, position);
            case WRONG -> {
                store.openAgain(here, orderId, position);
                // What came wrong once is not planned again unless somebody says so.
                line.needId()
                        .ifPresent(need -> needs.say(
                                here, need, new NeedWord(order.seller(), line.itemNumber(), false), clock.now()));
            }
            case COMING, PARTLY, RETURNED -> {}
        }
        job.ifPresent(j -> tray(here, j, order, outcome));
        return store.underWay(here);
    }

    /** Puts on the shelf what has come since it was last said; what turns out to be wrong comes off it again. */
    private void ontoTheShelf(Here here, long itemId, OrderLine before, Outcome outcome, int came) {
        if (outcome == Outcome.WRONG && before.came() > 0) {
            shelf.move(here, itemId, ShelfService.Why.TAKEN, before.came(), Optional.empty(), Optional.empty());
        } else if (came > before.came()) {
            shelf.move(here, itemId, ShelfService.Why.CAME, came - before.came(), Optional.empty(), Optional.empty());
        }
    }

    /** The gear that a line was ordered for. */
    ReadingService.Wanted wantedFor(Here here, long orderId, int position) {
        OrderLine line = line(here, orderId, position);
        if (line.jobId().isPresent()) {
            return readings.wanted(here, line.jobId().get());
        }
        StockItem item = shelf.item(here, line.stockItemId().orElseThrow());
        return item.item()
                .gear()
                .map(gear -> new ReadingService.Wanted(item.item().name(), gear.words(), GearNeed.of(gear)))
                .orElseThrow(() -> new Refused("arrived.notAGear"));
    }

    /** @param typed readings in the order in which they are proposed, empty where one was not taken */
    Arrived check(Here here, long orderId, int position, List<String> typed) {
        List<Optional<Double>> read = new ArrayList<>();
        for (int i = 0; i < typed.size(); i++) {
            String text = typed.get(i).strip();
            read.add(text.isEmpty() ? Optional.empty() : Optional.of(i == 0 ? count(text) : lengthMm(text)));
        }
        return Arrived.of(wantedFor(here, orderId, position).need().gear(), read);
    }

    /** A sheet that goes back with what came wrong. @param typed as in {@link #check} */
    byte[] returnSheet(Here here, long orderId, int position, List<String> typed) {
        Order order = withLine(here, orderId, position);
        ReadingService.Wanted wanted = wantedFor(here, orderId, position);
        CylindricalGear needed = wanted.need().gear();
        Arrived read = check(here, orderId, position, typed);
        return ReturnSheet.pdf(
                order, order.lines().get(position), wanted.words(), needed, Arrived.came(needed, read), read);
    }

    private static double count(String text) {
        if (!text.matches("\\d{1,4}")) {
            throw Refused.at("typed.0", "arrived.count");
        }
        return Integer.parseInt(text);
    }

    private static double lengthMm(String text) {
        return LengthEntry.parse(text).meanMm();
    }

    /**
     * Asks a seller how an order stands, outside any transaction; what it can no longer send is ordered elsewhere, and what it
     * sends later or otherwise is written down for whoever waits.
     */
    public List<Order> ask(Here here, long orderId) {
        Order order = store.order(here, orderId).orElseThrow(() -> new NotFound("missing.order", "number", orderId));
        if (order.state() != State.ORDERED) {
            throw new Refused("order.notConfirmed");
        }
        List<SellerClient.LineSaid> said = sourcing.state(here, order);
        transaction.executeWithoutResult(t -> {
            sender.hold(here, order);
            Order now = store.order(here, orderId).orElseThrow();
            for (int position = 0; position < now.lines().size(); position++) {
                OrderLine line = now.lines().get(position);
                Optional<SellerClient.LineSaid> of = said.stream()
                        .filter(s -> s.item().equals(line.itemNumber()))
                        .findFirst();
                if (of.isPresent() && (line.outcome() == Outcome.COMING || line.outcome() == Outcome.PARTLY)) {
                    told(here, now, position, of.get());
                }
            }
        });
        return store.underWay(here);
    }

    private void told(Here here, Order order, int position, SellerClient.LineSaid said) {
        OrderLine line = order.lines().get(position);
        switch (said.state()) {
            case SOLD_OUT -> became(here, order.id(), position, Outcome.REFUNDED, 0);
            case PARTLY, OTHER, SENT, CONFIRMED ->
                line.jobId()
                        .ifPresent(job -> jobs.write(
                                here,
                                job,
                                Step.GET,
                                Say.of(
                                        "journal.sellerSays." + said.state(),
                                        "line",
                                        line.said(),
                                        "seller",
                                        order.sellerName(),
                                        "packs",
                                        said.packs(),
                                        "instead",
                                        said.instead())));
        }
    }

    private OrderLine line(Here here, long orderId, int position) {
        return withLine(here, orderId, position).lines().get(position);
    }

    private Order withLine(Here here, long orderId, int position) {
        return store.order(here, orderId)
                .filter(o -> o.lines().size() > position && position >= 0)
                .orElseThrow(() -> new NotFound("missing.order", "number", orderId));
    }

    private void tray(Here here, Job job, Order order, Outcome outcome) {
        if (job.place() != Place.WAITING_FOR_GEAR) {
            return;
        }
        boolean more = store.ofJob(here, job.id()).stream()
                .filter(o -> o.state() == State.ORDERED || o.state() == State.WAITING)
                .flatMap(o -> o.of(job.id()).lines().stream())
                .anyMatch(l -> l.outcome() == Outcome.COMING || l.outcome() == Outcome.PARTLY);
        switch (outcome) {
            case HERE -> {
                if (!more) {
                    jobs.move(here, job.id(), job.version(), Place.ON_THE_BENCH, Optional.empty(), "");
                }
            }
            case WRONG, REFUNDED -> jobs.waitForGear(here, job, afterwards(order, job.id()));
            case COMING, PARTLY, RETURNED -> {}
        }
    }
}
