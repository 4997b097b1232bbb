package app.gewerk.server.sourcing;

import app.gewerk.core.Wire;
import app.gewerk.core.job.Place;
import app.gewerk.core.job.Step;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.http.NotFound;
import app.gewerk.server.http.Stale;
import app.gewerk.server.job.JobService;
import app.gewerk.server.job.JobService.Job;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopClock;
import app.gewerk.server.shop.ShopScope;
import com.fasterxml.jackson.annotation.JsonProperty;
import java.math.BigDecimal;
import java.time.Duration;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Orders to sellers. Each is written down with the decision that wants it and sent afterwards, outside any transaction, by
 * whichever process comes to it first; a seller that does not answer is asked again after growing pauses, under the same
 * key, so that it is ordered once.
 */
@Service
public class Purchasing implements SmartLifecycle {
    private static final Logger LOG = LoggerFactory.getLogger(Purchasing.class);

    /** Longer than asking a seller takes, patience and all. */
    private static final Duration CLAIM = Duration.ofSeconds(30);

    private static final Duration FIRST_PAUSE = Duration.ofSeconds(5);
    private static final Duration LONGEST_PAUSE = Duration.ofMinutes(10);
    /** How often a process looks by itself for orders that another has left. */
    private static final Duration LOOK = Duration.ofSeconds(10);
    /** Orders on their way from one process. */
    private static final int AT_ONCE = 8;

    private final PurchaseStore store;
    private final SourcingService sourcing;
    private final JobService jobs;
    private final ShopScope scope;
    private final ShopClock clock;
    private final TransactionTemplate transaction;
    private final Semaphore wanted = new Semaphore(0);
    private final Semaphore atOnce = new Semaphore(AT_ONCE);
    private volatile boolean running;
    private Thread sender = Thread.ofVirtual().unstarted(() -> {});

    Purchasing(
            PurchaseStore store,
            SourcingService sourcing,
            JobService jobs,
            ShopScope scope,
            ShopClock clock,
            TransactionTemplate transaction) {
        this.store = store;
        this.sourcing = sourcing;
        this.jobs = jobs;
        this.scope = scope;
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

    /**
     * What is ordered of one item; all but its number and the pieces wanted as the seller has confirmed it.
     *
     * @param packs bought, of {@code packSize} pieces each
     */
    public record Line(
            String itemNumber,
            int pieces,
            Optional<Integer> packs,
            Optional<Integer> packSize,
            Optional<Integer> toothCount,
            String material) {

        /** "1 × 2 pcs A-24 (24 teeth, POM)". */
        public Say said() {
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
     * An order for a job.
     *
     * @param seller its code; {@code sellerName} as the seller calls itself, once it has answered
     * @param total landed, in {@code currency}
     * @param refusal why the seller will not
     * @param tries how often the seller has been asked
     */
    public record Order(
            long id,
            long jobId,
            String seller,
            String sellerName,
            String key,
            State state,
            List<Line> lines,
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
            List<Line> all = new ArrayList<>(lines);
            all.addAll(more.lines);
            return new Order(
                    id,
                    jobId,
                    seller,
                    sellerName,
                    key,
                    state,
                    List.copyOf(all),
                    orderNumber,
                    currency,
                    total,
                    arrivesOn,
                    refusal,
                    tries,
                    askedAt);
        }
    }

    /** One of the sentences on what a seller has confirmed. */
    private static Say ordered(String code, Say line, String seller, String number, Say total, LocalDate day) {
        return Say.of(code, "line", line, "seller", seller, "number", number, "total", total, "day", day);
    }

    @Transactional(readOnly = true)
    public List<Order> orders(Here here, long jobId) {
        jobs.job(here, jobId);
        return store.ofJob(here, jobId);
    }

    /** Writes an order down, in the transaction of the decision that wants it; it is sent once that stands. */
    public long write(Here here, long jobId, String seller, String itemNumber, int pieces, String key) {
        sourcing.requireSeller(here, seller);
        SourcingService.requirePieces("order.pieces", pieces);
        if (store.ofJob(here, jobId).stream().anyMatch(o -> o.state() == State.WAITING)) {
            throw Refused.at("order", "order.oneAtATime");
        }
        long id = store.insert(here, jobId, seller, itemNumber, pieces, key, clock.now());
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void afterCommit() {
                wanted.release();
            }
        });
        return id;
    }

    /** Takes an order back that no seller has confirmed yet. */
    @Transactional
    public List<Order> withdraw(Here here, long jobId, long orderId) {
        Job job = jobs.hold(here, jobId);
        Order order = store.order(here, orderId)
                .filter(o -> o.jobId() == jobId)
                .orElseThrow(() -> new NotFound("missing.order", "number", orderId));
        if (!store.ends(here, orderId, State.WITHDRAWN, Optional.empty(), clock.now())) {
            throw new Stale(store.ofJob(here, jobId));
        }
        jobs.write(
                here,
                jobId,
                Step.GET,
                order.tries() == 0
                        ? Say.of("journal.orderWithdrawn", "seller", order.seller())
                        : Say.of("journal.orderWithdrawnAsked", "seller", order.seller()));
        waitsFor(here, job, Optional.of(Say.of("choosing")));
        return store.ofJob(here, jobId);
    }

    private void waitsFor(Here here, Job job, Optional<Say> what) {
        if (job.place() == Place.WAITING_FOR_GEAR) {
            jobs.waitFor(here, job.id(), job.version(), what);
        }
    }

    /** Sends an order of a shop that the thread works for; what comes of it is written down in a transaction of its own. */
    public void send(Here here, long orderId) {
        Order order = store.order(here, orderId).orElseThrow();
        if (order.state() != State.WAITING) {
            return;
        }
        Line line = order.lines().getFirst();
        try {
            SourcingService.Ordered answer =
                    sourcing.order(here, order.seller(), line.itemNumber(), line.pieces(), order.key());
            transaction.executeWithoutResult(t -> confirmed(here, order, answer));
        } catch (SourcingService.Declined declined) {
            transaction.executeWithoutResult(t -> refused(here, order, declined.why()));
        } catch (SellerClient.NoAnswer silent) {
            transaction.executeWithoutResult(t -> silent(here, order));
        }
    }

    private void confirmed(Here here, Order order, SourcingService.Ordered answer) {
        Job job = jobs.hold(here, order.jobId());
        boolean waited = store.ordered(here, order.id(), answer, clock.now());
        Line line = store.order(here, order.id()).orElseThrow().lines().getFirst();
        // Withdrawn meanwhile, and ordered all the same: that must not go unseen.
        String told = waited ? "journal.ordered" : "journal.orderedAllTheSame";
        jobs.write(
                here,
                order.jobId(),
                Step.GET,
                ordered(
                        told,
                        line.said(),
                        answer.seller().name(),
                        answer.orderNumber(),
                        Say.money(answer.landed().total(), answer.landed().currency()),
                        answer.landed().arrives()),
                "",
                Optional.empty(),
                Optional.of(answer.landed()));
        if (waited) {
            jobs.markDone(here, order.jobId(), Step.GET);
            waitsFor(
                    here,
                    job,
                    Optional.of(Say.of("arrives", "day", answer.landed().arrives())));
        }
    }

    private void refused(Here here, Order order, Say why) {
        Job job = jobs.hold(here, order.jobId());
        if (store.ends(here, order.id(), State.REFUSED, Optional.of(why), clock.now())) {
            jobs.write(
                    here,
                    order.jobId(),
                    Step.GET,
                    Say.of("journal.orderRefused", "seller", order.seller(), "why", why));
            waitsFor(here, job, Optional.of(Say.of("choosing")));
        }
    }

    private void silent(Here here, Order order) {
        long pause = FIRST_PAUSE.toMillis() << Math.clamp(order.tries() - 1, 0, 16);
        store.tryAgain(
                here, order.id(), clock.now().plus(Duration.ofMillis(Math.min(pause, LONGEST_PAUSE.toMillis()))));
        if (order.tries() == 1) {
            jobs.write(here, order.jobId(), Step.GET, Say.of("journal.sellerSilent", "seller", order.seller()));
        }
    }

    /** Sends what is due, each beside the others, so that a seller who lets one wait delays no order to another. */
    private void sendAll(ExecutorService beside) throws InterruptedException {
        while (running) {
            atOnce.acquire();
            Optional<PurchaseStore.Claimed> claimed = Optional.empty();
            try {
                claimed = transaction.execute(
                        t -> store.claim(OffsetDateTime.now().plus(CLAIM)));
            } finally {
                if (claimed.isEmpty()) {
                    atOnce.release();
                }
            }
            if (claimed.isEmpty()) {
                return;
            }
            PurchaseStore.Claimed order = claimed.get();
            beside.execute(() -> {
                try {
                    sendClaimed(order);
                } finally {
                    atOnce.release();
                }
            });
        }
    }

    private void sendClaimed(PurchaseStore.Claimed claimed) {
        try {
            scope.in(claimed.shopId(), () -> {
                send(store.asker(claimed.shopId(), claimed.orderId()).orElseThrow(), claimed.orderId());
                return claimed.orderId();
            });
        } catch (RuntimeException failed) {
            LOG.warn("Order {} is tried again after {}", claimed.orderId(), CLAIM, failed);
        }
    }

    @Override
    public void start() {
        running = true;
        sender = Thread.ofVirtual().name("orders").start(() -> {
            try (ExecutorService beside = Executors.newVirtualThreadPerTaskExecutor()) {
                while (running) {
                    try {
                        sendAll(beside);
                    } catch (RuntimeException failed) {
                        LOG.warn("Orders cannot be sent just now: {}", failed.getMessage());
                    }
                    if (wanted.tryAcquire(LOOK.toMillis(), TimeUnit.MILLISECONDS)) {
                        wanted.drainPermits();
                    }
                }
            } catch (InterruptedException stopped) {
                running = false;
            }
        });
    }

    @Override
    public void stop() {
        running = false;
        sender.interrupt();
    }

    @Override
    public boolean isRunning() {
        return running;
    }

    /** After the stand-in sellers are there. */
    @Override
    public int getPhase() {
        return 50;
    }
}
