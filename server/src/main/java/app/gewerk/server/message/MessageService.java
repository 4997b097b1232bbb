package app.gewerk.server.message;

import app.gewerk.core.Wire;
import app.gewerk.core.handback.Message;
import app.gewerk.core.handback.SendTo;
import app.gewerk.core.job.Step;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.http.NotFound;
import app.gewerk.server.job.JobService;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.SavedOnceStore;
import app.gewerk.server.shop.ShopClock;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** Messages to owners: written down here, sent by {@link MessageSender}. */
@Service
public class MessageService {
    static final int LONGEST = 4000;

    private final MessageStore store;
    private final MessageSender sender;
    private final JobService jobs;
    private final SavedOnceStore savedOnce;
    private final ShopClock clock;

    MessageService(
            MessageStore store, MessageSender sender, JobService jobs, SavedOnceStore savedOnce, ShopClock clock) {
        this.store = store;
        this.sender = sender;
        this.jobs = jobs;
        this.savedOnce = savedOnce;
        this.clock = clock;
    }

    /** How a message stands. */
    public enum Delivery {
        /** The gateway has yet to take it. */
        WAITING,
        /** The gateway has it. */
        ON_ITS_WAY,
        ARRIVED,
        /** Taken, and came back. */
        BOUNCED,
        /** Not taken. */
        REFUSED,
        WITHDRAWN;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /** Why a message did not arrive. */
    public enum Lost {
        NO_SUCH_ADDRESS,
        BOX_FULL,
        SWITCHED_OFF,
        BLOCKED,
        TOO_LONG,
        /** Nobody answered for two days. */
        GIVEN_UP;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /**
     * @param words how it stands
     * @param tries how often the gateway was asked
     */
    public record SentMessage(
            long id,
            Message about,
            String to,
            String letter,
            Delivery state,
            Optional<Lost> why,
            Say words,
            int tries,
            String by,
            OffsetDateTime at) {}

    @Transactional(readOnly = true)
    public List<SentMessage> ofJob(Here here, long jobId) {
        jobs.job(here, jobId);
        return store.ofJob(here, jobId);
    }

    @Transactional
    public List<SentMessage> send(
            Here here, long jobId, Message about, String to, String letter, Optional<String> key) {
        jobs.hold(here, jobId);
        return savedOnce.once(
                here,
                key,
                "message/" + jobId,
                clock.now(),
                () -> {
                    SendTo address = SendTo.of(to);
                    if (letter.isBlank()) {
                        throw Refused.at("letter", "message.empty");
                    }
                    store.insert(here, jobId, about, address.address(), letter.strip(), UUID.randomUUID(), clock.now());
                    jobs.write(here, jobId, step(about), Say.of("journal.written", "about", about.words()));
                    wakeAfterwards();
                    return store.ofJob(here, jobId);
                },
                () -> store.ofJob(here, jobId));
    }

    private void wakeAfterwards() {
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void afterCommit() {
                sender.wake();
            }
        });
    }

    /** Where in the order of the bench it belongs. */
    static Step step(Message about) {
        return switch (about) {
            case READY -> Step.HAND_BACK;
            case NEEDS_WORD -> Step.CHOOSE;
            case DELAYED -> Step.GET;
        };
    }

    @Transactional
    public List<SentMessage> withdraw(Here here, long jobId, long messageId) {
        jobs.hold(here, jobId);
        SentMessage message = store.ofJob(here, jobId).stream()
                .filter(m -> m.id() == messageId)
                .findFirst()
                .orElseThrow(() -> new NotFound("missing.message"));
        if (!store.settled(here, messageId, Delivery.WAITING, Delivery.WITHDRAWN, Optional.empty(), clock.now())) {
            throw new Refused(message.state() == Delivery.WITHDRAWN ? "message.withdrawn" : "message.gone");
        }
        jobs.write(
                here,
                jobId,
                step(message.about()),
                Say.of("journal.notSent", "about", message.about().words()));
        return store.ofJob(here, jobId);
    }

    /** An owner who could not be reached. */
    public record NotReached(long jobId, int tray, String machine, Say words, OffsetDateTime at) {}

    /** Of machines still here: those whose last message came back or was not taken. */
    @Transactional(readOnly = true)
    public List<NotReached> notReached(Here here) {
        return store.notReached(here);
    }
}
