package app.gewerk.server.message;

import app.gewerk.core.words.Say;
import app.gewerk.server.job.JobService;
import app.gewerk.server.message.MessageService.Delivery;
import app.gewerk.server.message.MessageService.Lost;
import app.gewerk.server.message.MessageStore.Outgoing;
import app.gewerk.server.outside.Outbox;
import app.gewerk.server.outside.OutsideClient.NoAnswer;
import app.gewerk.server.shop.ShopClock;
import app.gewerk.server.shop.ShopScope;
import java.time.Duration;
import java.time.OffsetDateTime;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Hands messages to the gateway, once each however often it must be asked, and asks after them until they have arrived or come
 * back.
 */
@Service
class MessageSender extends Outbox<MessageStore.Claimed> {
    private static final Duration FIRST_ASKED_AFTER = Duration.ofSeconds(1);
    private static final Duration GIVEN_UP = Duration.ofDays(2);

    private final MessageStore store;
    private final GatewayClient gateway;
    private final JobService jobs;
    private final ShopScope scope;
    private final ShopClock clock;
    private final TransactionTemplate transaction;

    MessageSender(
            MessageStore store,
            GatewayClient gateway,
            JobService jobs,
            ShopScope scope,
            ShopClock clock,
            TransactionTemplate transaction) {
        super("messages");
        this.store = store;
        this.gateway = gateway;
        this.jobs = jobs;
        this.scope = scope;
        this.clock = clock;
        this.transaction = transaction;
    }

    @Override
    protected Optional<MessageStore.Claimed> claim(OffsetDateTime until) {
        return transaction.execute(t -> store.claim(until));
    }

    @Override
    protected void send(MessageStore.Claimed claimed) {
        scope.in(claimed.shopId(), () -> {
            store.outgoing(claimed.shopId(), claimed.messageId()).ifPresent(this::on);
            return claimed.messageId();
        });
    }

    private void on(Outgoing message) {
        try {
            if (message.state() == Delivery.WAITING) {
                handOver(message, gateway.send(message.to(), message.letter(), message.key()));
            } else if (message.state() == Delivery.ON_ITS_WAY) {
                askedAfter(
                        message,
                        gateway.state(message.to(), message.gatewayNumber().orElseThrow(), message.key()));
            }
        } catch (NoAnswer silent) {
            later(message);
        }
    }

    private void handOver(Outgoing message, GatewayClient.Taken taken) {
        if (taken.why().isPresent()) {
            settle(message, Delivery.REFUSED, taken.why());
        } else {
            transaction.executeWithoutResult(t -> {
                jobs.hold(message.by(), message.jobId());
                // Withdrawn meanwhile, and sent all the same: that must not go unseen.
                if (!taken(message, Delivery.WAITING, taken.number())
                        && taken(message, Delivery.WITHDRAWN, taken.number())) {
                    write(
                            message,
                            Say.of(
                                    "journal.sentAllTheSame",
                                    "about",
                                    message.about().words()));
                }
            });
            wakeIn(FIRST_ASKED_AFTER);
        }
    }

    private boolean taken(Outgoing message, Delivery from, String number) {
        return store.taken(message.by(), message.id(), from, number, clock.now().plus(FIRST_ASKED_AFTER));
    }

    private void askedAfter(Outgoing message, GatewayClient.Whereabouts now) {
        switch (now.state()) {
            case QUEUED -> later(message);
            case DELIVERED -> settle(message, Delivery.ARRIVED, Optional.empty());
            case BOUNCED -> settle(message, Delivery.BOUNCED, now.why());
        }
    }

    private void later(Outgoing message) {
        if (message.askedAt().plus(GIVEN_UP).isBefore(clock.now())) {
            settle(
                    message,
                    message.state() == Delivery.WAITING ? Delivery.REFUSED : Delivery.BOUNCED,
                    Optional.of(Lost.GIVEN_UP));
        } else {
            transaction.executeWithoutResult(t -> store.askAgain(
                    message.by(), message.id(), message.state(), clock.now().plus(pause(message.tries()))));
        }
    }

    private void settle(Outgoing message, Delivery to, Optional<Lost> why) {
        transaction.executeWithoutResult(t -> {
            jobs.hold(message.by(), message.jobId());
            if (store.settled(message.by(), message.id(), message.state(), to, why, clock.now())) {
                Say about = message.about().words();
                write(
                        message,
                        why.map(w -> Say.of("journal.notReached", "about", about, "why", Say.of(w)))
                                .orElseGet(() -> Say.of("journal.reached", "about", about)));
            }
        });
    }

    private void write(Outgoing message, Say what) {
        jobs.write(message.by(), message.jobId(), MessageService.step(message.about()), what);
    }
}
