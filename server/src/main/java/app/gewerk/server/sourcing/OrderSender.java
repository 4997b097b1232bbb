package app.gewerk.server.sourcing;

import app.gewerk.core.job.Step;
import app.gewerk.core.words.Say;
import app.gewerk.server.job.JobService;
import app.gewerk.server.job.JobService.Job;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopClock;
import app.gewerk.server.shop.ShopScope;
import app.gewerk.server.sourcing.Purchasing.Order;
import java.time.Duration;
import java.time.OffsetDateTime;
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
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Sends orders that have been written down, outside any transaction, by whichever process comes to one first; a seller that
 * does not answer is asked again after growing pauses, under the same key, so that it is ordered once.
 */
@Service
public class OrderSender implements SmartLifecycle {
    private static final Logger LOG = LoggerFactory.getLogger(OrderSender.class);

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

    OrderSender(
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

    /** There is something to send. */
    void wake() {
        wanted.release();
    }

    /** Every job of an order, one after the other by number, so that nobody waits for each other. */
    List<Job> hold(Here here, Order order) {
        return order.jobs().stream().map(job -> jobs.hold(here, job)).toList();
    }

    /** Sends an order of a shop that the thread works for; what comes of it is written down in a transaction of its own. */
    public void send(Here here, long orderId) {
        Order order = store.order(here, orderId).orElseThrow();
        if (order.state() != Purchasing.State.WAITING) {
            return;
        }
        List<SourcingService.Wants> wants = order.lines().stream()
                .map(l -> new SourcingService.Wants(l.itemNumber(), l.pieces(), l.seenPrice()))
                .toList();
        try {
            SourcingService.Ordered answer = sourcing.order(here, order.seller(), wants, order.key());
            transaction.executeWithoutResult(t -> confirmed(here, order, answer));
        } catch (SourcingService.Declined declined) {
            transaction.executeWithoutResult(t -> refused(here, order, declined.why()));
        } catch (SellerClient.NoAnswer silent) {
            transaction.executeWithoutResult(t -> silent(here, order));
        }
    }

    private void confirmed(Here here, Order order, SourcingService.Ordered answer) {
        List<Job> held = hold(here, order);
        boolean waited = store.ordered(here, order, answer, clock.now());
        // Withdrawn meanwhile, and ordered all the same: that must not go unseen.
        String told = waited ? "journal.ordered" : "journal.orderedAllTheSame";
        Order now = store.order(here, order.id()).orElseThrow();
        for (Job job : held) {
            Order theirs = now.of(job.id());
            jobs.write(
                    here,
                    job.id(),
                    Step.GET,
                    Purchasing.ordered(
                            told,
                            theirs.lines().getFirst().said(),
                            answer.seller().name(),
                            answer.orderNumber(),
                            Say.money(
                                    theirs.total().orElse(answer.landed().total()),
                                    answer.landed().currency()),
                            answer.landed().arrives()),
                    "",
                    Optional.empty(),
                    Optional.of(answer.landed()));
            if (waited) {
                jobs.markDone(here, job.id(), Step.GET);
                jobs.waitForGear(
                        here, job, Say.of("arrives", "day", answer.landed().arrives()));
            }
        }
    }

    private void refused(Here here, Order order, Say why) {
        List<Job> held = hold(here, order);
        if (store.ends(here, order.id(), Purchasing.State.REFUSED, Optional.of(why), clock.now())) {
            store.openAgain(here, order.id());
            for (Job job : held) {
                jobs.write(
                        here, job.id(), Step.GET, Say.of("journal.orderRefused", "seller", order.seller(), "why", why));
                jobs.waitForGear(here, job, Purchasing.afterwards(order, job.id()));
            }
        }
    }

    private void silent(Here here, Order order) {
        // Held before the order is written to, as whoever withdraws it does.
        List<Job> held = hold(here, order);
        long pause = FIRST_PAUSE.toMillis() << Math.clamp(order.tries() - 1, 0, 16);
        store.tryAgain(
                here, order.id(), clock.now().plus(Duration.ofMillis(Math.min(pause, LONGEST_PAUSE.toMillis()))));
        if (order.tries() == 1) {
            for (Job job : held) {
                jobs.write(here, job.id(), Step.GET, Say.of("journal.sellerSilent", "seller", order.seller()));
            }
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
