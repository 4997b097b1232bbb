package app.gewerk.server.sourcing;

import app.gewerk.core.Wire;
import app.gewerk.core.job.Step;
import app.gewerk.core.sourcing.Match.About;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.http.NotFound;
import app.gewerk.server.http.Stale;
import app.gewerk.server.job.JobService;
import app.gewerk.server.job.JobService.Job;
import app.gewerk.server.reading.ReadingService;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopClock;
import com.fasterxml.jackson.annotation.JsonProperty;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What jobs need and nobody has ordered yet. */
@Service
public class NeedService {
    private static final int LONGEST_WAIT_DAYS = 366;

    private final NeedStore store;
    private final JobService jobs;
    private final ReadingService readings;
    private final SourcingService sourcing;
    private final ShopClock clock;

    NeedService(NeedStore store, JobService jobs, ReadingService readings, SourcingService sourcing, ShopClock clock) {
        this.store = store;
        this.jobs = jobs;
        this.readings = readings;
        this.sourcing = sourcing;
        this.clock = clock;
    }

    enum State {
        OPEN,
        ORDERED,
        HERE,
        DROPPED;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /**
     * What is asked for.
     *
     * @param latest the day by which it has to be here
     * @param maySplit whether some may come from one seller and some from another
     * @param accepts in what it may differ from the gear wanted
     */
    public record Needing(int pieces, Optional<LocalDate> latest, boolean maySplit, Set<About> accepts) {}

    /** Somebody's word on a way to fill it: from there and nowhere else, or not from there. */
    public record NeedWord(String seller, String itemNumber, boolean held) {}

    /** @param machine that it is for, by maker and model */
    public record Need(
            long id,
            long jobId,
            int tray,
            String machine,
            Needing needing,
            State state,
            List<NeedWord> words,
            int version) {
        @JsonProperty
        public boolean ordered() {
            return state == State.ORDERED;
        }
    }

    @Transactional(readOnly = true)
    public List<Need> open(Here here) {
        return store.open(here);
    }

    @Transactional(readOnly = true)
    public Optional<Need> ofJob(Here here, long jobId) {
        jobs.job(here, jobId);
        return store.ofJob(here, jobId);
    }

    /** Writes a job's need down, in the transaction of the decision to buy. */
    public long ask(Here here, long jobId, Needing needing) {
        require(here, needing);
        readings.wanted(here, jobId);
        if (store.ofJob(here, jobId).isPresent()) {
            throw Refused.at("need", "need.oneAtATime");
        }
        return store.insert(here, jobId, needing, clock.now());
    }

    private void require(Here here, Needing needing) {
        SourcingService.requirePieces("pieces", needing.pieces());
        LocalDate today = sourcing.today(here);
        if (needing.latest()
                .filter(day -> day.isBefore(today) || day.isAfter(today.plusDays(LONGEST_WAIT_DAYS)))
                .isPresent()) {
            throw Refused.at("latest", "need.latest", "first", today, "last", today.plusDays(LONGEST_WAIT_DAYS));
        }
    }

    @Transactional
    public Need change(Here here, long needId, int version, Needing needing) {
        Need need = hold(here, needId);
        require(here, needing);
        if (!store.change(here, needId, version, needing)) {
            throw new Stale(need(here, needId));
        }
        jobs.write(here, need.jobId(), Step.GET, Say.of("journal.needChanged", "pieces", needing.pieces()));
        return need(here, needId);
    }

    /** It is not needed after all. */
    @Transactional
    public void drop(Here here, long needId) {
        Need need = hold(here, needId);
        Job job = jobs.job(here, need.jobId());
        if (!store.becomes(here, needId, State.OPEN, State.DROPPED)) {
            throw new Stale(need(here, needId));
        }
        jobs.write(here, need.jobId(), Step.GET, Say.of("journal.needDropped"));
        jobs.waitForGear(here, job, Say.of("choosing"));
    }

    /** Holds a way to fill it, or refuses it; the last word counts. */
    @Transactional
    public Need say(Here here, long needId, NeedWord word) {
        hold(here, needId);
        store.say(here, needId, word, clock.now());
        return need(here, needId);
    }

    @Transactional
    public Need takeBack(Here here, long needId, String seller, String itemNumber) {
        hold(here, needId);
        store.takeBack(here, needId, seller, itemNumber);
        return need(here, needId);
    }

    /** Its job is held, so that nothing else changes it until the transaction ends. */
    private Need hold(Here here, long needId) {
        jobs.hold(here, need(here, needId).jobId());
        return need(here, needId);
    }

    private Need need(Here here, long needId) {
        return store.need(here, needId).orElseThrow(() -> new NotFound("missing.need", "number", needId));
    }
}
