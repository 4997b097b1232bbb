package app.gewerk.server.timing;

import app.gewerk.core.gear.Limits;
import app.gewerk.core.job.TimerKind;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.http.NotFound;
import app.gewerk.server.job.JobService;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.SavedOnceStore;
import app.gewerk.server.shop.ShopClock;
import java.time.Duration;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Times that run for a tray: begun at the bench, seen from wherever somebody looks, ended by a hand. */
@Service
public class TimerService {
    private static final int MOST_RUNNING = 20;
    private static final double LONGEST_MINUTES = 60_000;
    private static final double SHORTEST_MINUTES = 0.1;
    private static final double MILLIS = 60_000;

    private final TimerStore store;
    private final JobService jobs;
    private final SavedOnceStore savedOnce;
    private final ShopClock clock;

    TimerService(TimerStore store, JobService jobs, SavedOnceStore savedOnce, ShopClock clock) {
        this.store = store;
        this.jobs = jobs;
        this.savedOnce = savedOnce;
        this.clock = clock;
    }

    /**
     * A time that runs, or is over and not yet seen to.
     *
     * @param what until when it runs
     * @param then what may be done when it is over
     * @param secondsLeft by the server's clock; 0 when it is over
     */
    public record TrayTimer(
            long jobId,
            int trayNumber,
            int number,
            Say what,
            Say then,
            OffsetDateTime beganAt,
            OffsetDateTime endsAt,
            long secondsLeft) {}

    /** One to begin. */
    public record NewTimer(TimerKind kind, double minutes) {}

    /** Of all trays, the next to be over first. */
    @Transactional(readOnly = true)
    public List<TrayTimer> all(Here here) {
        OffsetDateTime now = clock.now();
        return store.all(here).stream()
                .map(r -> new TrayTimer(
                        r.jobId(),
                        r.trayNumber(),
                        r.number(),
                        r.kind().words(),
                        r.kind().then(),
                        r.beganAt(),
                        r.endsAt(),
                        Math.max(0, Duration.between(now, r.endsAt()).toSeconds())))
                .toList();
    }

    /** What nothing may be tried under power before; none when no such time runs for the tray. */
    @Transactional(readOnly = true)
    public List<Say> stopProving(Here here, long jobId) {
        OffsetDateTime now = clock.now();
        return store.all(here).stream()
                .filter(r -> r.jobId() == jobId
                        && r.kind().stopsProving()
                        && r.endsAt().isAfter(now))
                .map(r -> r.kind().words())
                .toList();
    }

    @Transactional
    public List<TrayTimer> begin(Here here, long jobId, List<NewTimer> timers, Optional<String> key) {
        jobs.hold(here, jobId);
        OffsetDateTime now = clock.now();
        return savedOnce.once(
                here,
                key,
                "timers/" + jobId,
                now,
                () -> {
                    if (store.running(here, jobId) + timers.size() > MOST_RUNNING) {
                        throw new Refused("timer.many", "most", MOST_RUNNING);
                    }
                    for (NewTimer timer : timers) {
                        Limits.requireBetween("timerMinutes", timer.minutes(), SHORTEST_MINUTES, LONGEST_MINUTES);
                        OffsetDateTime ends = now.plus(Duration.ofMillis(Math.round(MILLIS * timer.minutes())));
                        store.begin(here, jobId, timer.kind(), timer.minutes(), now, ends);
                        jobs.write(
                                here,
                                jobId,
                                timer.kind().step(),
                                Say.of(
                                        "journal.timerBegan",
                                        "what",
                                        timer.kind().words(),
                                        "minutes",
                                        timer.minutes()));
                    }
                    return all(here);
                },
                () -> all(here));
    }

    /** Ends one, early or after its time; one that somebody has ended already stays ended. */
    @Transactional
    public List<TrayTimer> end(Here here, long jobId, int number) {
        jobs.hold(here, jobId);
        OffsetDateTime now = clock.now();
        TimerStore.Ended ended =
                store.end(here, jobId, number, now).orElseThrow(() -> new NotFound("missing.timer", "number", number));
        boolean over = ended.endsAt().isBefore(now);
        jobs.write(
                here,
                jobId,
                ended.kind().step(),
                Say.of(
                        over ? "journal.timerOver" : "journal.timerStopped",
                        "what",
                        ended.kind().words()));
        return all(here);
    }
}
