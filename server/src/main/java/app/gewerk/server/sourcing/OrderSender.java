package app.gewerk.server.sourcing;

import app.gewerk.core.job.Step;
import app.gewerk.core.words.Say;
import app.gewerk.server.job.JobService;
import app.gewerk.server.job.JobService.Job;
import app.gewerk.server.outside.Outbox;
import app.gewerk.server.outside.OutsideClient;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopClock;
import app.gewerk.server.shop.ShopScope;
import app.gewerk.server.sourcing.Purchasing.Order;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Sends orders that have been written down; a seller that
 * does not answer is asked again after growing pauses, under the same key, so that it is ordered once.
 */
@Service
public class OrderSender extends Outbox<PurchaseStore.Claimed> {
    private final PurchaseStore store;
    private final SourcingService sourcing;
    private final JobService jobs;
    private final ShopScope scope;
    private final ShopClock clock;
    private final TransactionTemplate transaction;

    OrderSender(
            PurchaseStore store,
            SourcingService sourcing,
            JobService jobs,
            ShopScope scope,
            ShopClock clock,
            TransactionTemplate transaction) {
        super("orders");
        this.store = store;
        this.sourcing = sourcing;
        this.jobs = jobs;
        this.scope = scope;
        this.clock = clock;
        this.transaction = transaction;
    }

    @Override
    protected Optional<PurchaseStore.Claimed> claim(OffsetDateTime until) {
        return transaction.execute(t -> store.claim(until));
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
        } catch (OutsideClient.NoAnswer silent) {
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
        store.tryAgain(here, order.id(), clock.now().plus(pause(order.tries())));
        if (order.tries() == 1) {
            for (Job job : held) {
                jobs.write(here, job.id(), Step.GET, Say.of("journal.sellerSilent", "seller", order.seller()));
            }
        }
    }

    @Override
    protected void send(PurchaseStore.Claimed claimed) {
        scope.in(claimed.shopId(), () -> {
            send(store.asker(claimed.shopId(), claimed.orderId()).orElseThrow(), claimed.orderId());
            return claimed.orderId();
        });
    }
}
