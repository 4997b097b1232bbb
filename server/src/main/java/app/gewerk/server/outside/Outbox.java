package app.gewerk.server.outside;

import java.time.Duration;
import java.time.OffsetDateTime;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;

/**
 * Sends what has been written down, outside any transaction, by whichever process comes to it first, each beside the others, so
 * that one that waits delays none.
 *
 * @param <T> what is claimed
 */
public abstract class Outbox<T> implements SmartLifecycle {
    private static final Logger LOG = LoggerFactory.getLogger(Outbox.class);

    /** Longer than asking takes, patience and all. */
    private static final Duration CLAIM = Duration.ofSeconds(30);

    private static final Duration FIRST_PAUSE = Duration.ofSeconds(5);
    private static final Duration LONGEST_PAUSE = Duration.ofMinutes(10);
    /** How often a process looks by itself for what another has left. */
    private static final Duration LOOK = Duration.ofSeconds(10);
    /** On their way from one process. */
    private static final int AT_ONCE = 8;

    private final String name;
    private final Semaphore wanted = new Semaphore(0);
    private final Semaphore atOnce = new Semaphore(AT_ONCE);
    private volatile boolean running;
    private Thread sender = Thread.ofVirtual().unstarted(() -> {});

    /** @param name of what is sent, as the log tells it */
    protected Outbox(String name) {
        this.name = name;
    }

    /** The next that is due, nobody else's until the moment given; in a transaction of its own. */
    protected abstract Optional<T> claim(OffsetDateTime until);

    /** What is claimed, in no transaction. */
    protected abstract void send(T claimed);

    /** There is something to send. */
    public void wake() {
        wanted.release();
    }

    /** There will be something to send. */
    public void wakeIn(Duration later) {
        Thread.ofVirtual().start(() -> {
            try {
                Thread.sleep(later);
                wake();
            } catch (InterruptedException stopped) {
                Thread.currentThread().interrupt();
            }
        });
    }

    /** Growing, after so many tries. */
    public static Duration pause(int tries) {
        long pause = FIRST_PAUSE.toMillis() << Math.clamp(tries - 1, 0, 16);
        return Duration.ofMillis(Math.min(pause, LONGEST_PAUSE.toMillis()));
    }

    private void sendAll(ExecutorService beside) throws InterruptedException {
        while (running) {
            atOnce.acquire();
            Optional<T> claimed = Optional.empty();
            try {
                claimed = claim(OffsetDateTime.now().plus(CLAIM));
            } finally {
                if (claimed.isEmpty()) {
                    atOnce.release();
                }
            }
            if (claimed.isEmpty()) {
                return;
            }
            T next = claimed.get();
            beside.execute(() -> {
                try {
                    send(next);
                } catch (RuntimeException failed) {
                    LOG.warn("{} of {} is tried again after {}", next, name, CLAIM, failed);
                } finally {
                    atOnce.release();
                }
            });
        }
    }

    @Override
    public void start() {
        running = true;
        sender = Thread.ofVirtual().name(name).start(() -> {
            try (ExecutorService beside = Executors.newVirtualThreadPerTaskExecutor()) {
                while (running) {
                    try {
                        sendAll(beside);
                    } catch (RuntimeException failed) {
                        LOG.warn("Nothing of {} can be sent just now: {}", name, failed.getMessage());
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

    /** After the stand-ins are there. */
    @Override
    public int getPhase() {
        return 50;
    }
}
