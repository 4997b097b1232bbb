package app.gewerk.server.job;

import app.gewerk.core.job.Place;
import app.gewerk.core.job.Step;
import app.gewerk.server.http.FieldProblem;
import app.gewerk.server.http.NotFound;
import app.gewerk.server.http.Stale;
import app.gewerk.server.job.JobStore.Part;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopClock;
import app.gewerk.server.shop.ShopService;
import java.math.BigDecimal;
import java.time.Duration;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.LongConsumer;
import org.jooq.JSONB;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** The job itself: its place in the rack, its steps, and the journal that every change is written to. */
@Service
public class JobService {
    private static final int FOUND_AT_ONCE = 30;
    /** Longer than asking a seller takes, patience and all. */
    private static final Duration ORDERING = Duration.ofSeconds(30);

    private final JobStore store;
    private final SavedOnceStore savedOnce;
    private final ShopService shop;
    private final ShopClock clock;
    private final JsonMapper json;

    JobService(JobStore store, SavedOnceStore savedOnce, ShopService shop, ShopClock clock, JsonMapper json) {
        this.store = store;
        this.savedOnce = savedOnce;
        this.shop = shop;
        this.clock = clock;
        this.json = json;
    }

    public record NewJob(
            long machineModelId,
            String machineWords,
            String serial,
            String era,
            String ownerName,
            String ownerPhone,
            String complaint,
            String cameWith,
            String plate,
            String history,
            String earlierRepairs,
            String arrivedLike,
            Optional<BigDecimal> newPrice,
            Optional<BigDecimal> wouldSpend,
            Optional<LocalDate> promisedOn) {}

    /** What the owner was asked and said: {@code asked}, {@code agreed}, {@code declined}, or nothing yet. */
    public record OwnerWord(String word, Optional<BigDecimal> limit, OffsetDateTime at) {}

    /** A job as it stands. Each part that is edited on its own has its own version. */
    public record Job(
            long id,
            int trayNumber,
            long machineModelId,
            String kind,
            String maker,
            String model,
            String serial,
            String era,
            String ownerName,
            String ownerPhone,
            String complaint,
            String cameWith,
            String plate,
            String history,
            String earlierRepairs,
            String arrivedLike,
            Optional<BigDecimal> newPrice,
            Optional<BigDecimal> wouldSpend,
            Optional<LocalDate> promisedOn,
            Optional<OwnerWord> ownerWord,
            Optional<Integer> benchMinutes,
            List<String> opened,
            Place place,
            String waitsFor,
            List<Step> stepsDone,
            int version,
            int listenVersion,
            int gearVersion,
            OffsetDateTime takenInAt) {}

    /** A job as its tray label shows it. */
    public record Tray(
            long id,
            int trayNumber,
            String kind,
            String machine,
            String complaint,
            String ownerName,
            String waitsFor,
            Optional<LocalDate> promisedOn,
            Place place,
            Optional<Step> nextStep) {}

    /** @param count how many stand there; not counted for those put away, of which only the last are shown */
    public record Shelf(Place place, String words, Optional<Integer> count, List<Tray> trays) {}

    public record JournalEntry(OffsetDateTime at, String person, Step step, String what, String why) {}

    /** The whole rack: two statements, whatever stands in it. */
    @Transactional(readOnly = true)
    public List<Shelf> rack() {
        long shopId = shop.shop().id();
        Map<Place, Integer> counts = store.counts(shopId);
        List<Tray> trays = store.rack(shopId);
        return Arrays.stream(Place.values())
                .map(place -> new Shelf(
                        place,
                        place.words(),
                        place.holdsTray() ? Optional.of(counts.getOrDefault(place, 0)) : Optional.empty(),
                        trays.stream().filter(t -> t.place() == place).toList()))
                .toList();
    }

    @Transactional(readOnly = true)
    public List<Tray> find(String text, Optional<Long> before) {
        List<String> words = Arrays.stream(text.strip().toLowerCase(Locale.ROOT).split("\\s+"))
                .filter(w -> !w.isEmpty())
                .limit(8)
                .toList();
        return store.find(shop.shop().id(), words, before, FOUND_AT_ONCE);
    }

    @Transactional(readOnly = true)
    public Job job(long jobId) {
        return store.job(shop.shop().id(), jobId)
                .orElseThrow(() -> new NotFound("There is no job number " + jobId + " here"));
    }

    /**
     * Puts a machine into the lowest free tray. The same key makes the job once only.
     *
     * @param alsoKept what else belongs to the save, given the job's number
     */
    @Transactional
    public Job takeIn(Here here, NewJob job, Optional<String> key, LongConsumer alsoKept) {
        long id = savedOnce.once(here.shopId(), key, "takeIn", clock.now(), () -> {
            int tray = store.freeTray(here.shopId());
            long made = store.insert(here.shopId(), job, tray, clock.now(), findText(job));
            write(
                    here,
                    made,
                    Step.TAKE_IN,
                    "Taken in as tray " + tray + ": " + job.machineWords(),
                    "",
                    Optional.empty(),
                    Optional.of(job));
            alsoKept.accept(made);
            return made;
        });
        return job(id);
    }

    @Transactional
    public Job correct(Here here, long jobId, int version, NewJob job) {
        Job before = job(jobId);
        if (!store.update(jobId, version, job, findText(job))) {
            throw new Stale(job(jobId));
        }
        write(here, jobId, Step.TAKE_IN, "Corrected what was taken in", "", Optional.of(before), Optional.of(job));
        return job(jobId);
    }

    private static String findText(NewJob job) {
        String complaint = job.complaint();
        String start = complaint.substring(
                0, complaint.offsetByCodePoints(0, Math.min(1500, complaint.codePointCount(0, complaint.length()))));
        return String.join(" ", job.machineWords(), job.ownerName(), job.ownerPhone(), job.serial(), job.era(), start)
                .toLowerCase(Locale.ROOT);
    }

    /** Moves the tray, with why. A job taken out of "put away" gets a free tray again. */
    @Transactional
    public Job move(Here here, long jobId, int version, Place place, String waitsFor, String why) {
        Job job = job(jobId);
        if (job.version() != version) {
            throw new Stale(job);
        }
        job.place().requireMoveTo(place);
        int tray = job.place().holdsTray() || !place.holdsTray() ? job.trayNumber() : store.freeTray(here.shopId());
        if (!store.move(jobId, version, place, tray, waitsFor.strip(), clock.now())) {
            throw new Stale(job(jobId));
        }
        write(
                here,
                jobId,
                place == Place.PUT_AWAY ? Step.HAND_BACK : Step.CHOOSE,
                "Moved from \"" + job.place().words() + "\" to \"" + place.words() + "\""
                        + (waitsFor.isBlank() ? "" : ", waits for " + waitsFor.strip()),
                why,
                Optional.of(job.place()),
                Optional.of(place));
        return job(jobId);
    }

    /** The job, held against other saves until the transaction ends; refused when it is not at the expected version. */
    public Job lock(long jobId, int version) {
        store.lock(jobId);
        Job job = job(jobId);
        if (job.version() != version) {
            throw new Stale(job);
        }
        return job;
    }

    /** Changes what a tray waits for where it stands. */
    @Transactional
    public void waitFor(long jobId, int version, String waitsFor) {
        if (!store.waitFor(jobId, version, waitsFor)) {
            throw new Stale(job(jobId));
        }
    }

    /** Writes down what was done in a step, and marks the step done when it is. */
    @Transactional
    public Job note(Here here, long jobId, Step step, String what, boolean done, Optional<String> key) {
        job(jobId);
        String text = what.strip();
        if (text.isEmpty() && !done) {
            throw FieldProblem.of("what", "Write a line on what was done");
        }
        savedOnce.once(here.shopId(), key, "note/" + jobId, clock.now(), () -> {
            if (done) {
                store.markDone(jobId, step);
            }
            return write(here, jobId, step, text.isEmpty() ? "Done" : text, "", Optional.empty(), Optional.empty());
        });
        return job(jobId);
    }

    public void markDone(long jobId, Step step) {
        store.markDone(jobId, step);
    }

    /**
     * How far the job's journal has come: every change to a job writes a line there, so a higher number means that
     * somebody has done something.
     */
    @Transactional(readOnly = true)
    public long pulse(long jobId) {
        return store.lastJournal(jobId);
    }

    /** Keeps what the owner was asked or has said. */
    @Transactional
    public Job ownerSays(Here here, long jobId, int version, String word, Optional<BigDecimal> limit, String line) {
        if (!store.ownerSays(jobId, version, word, limit, clock.now())) {
            throw new Stale(job(jobId));
        }
        write(here, jobId, Step.TAKE_IN, line, "", Optional.empty(), Optional.empty());
        return job(jobId);
    }

    /**
     * Minutes at the bench in all; the device book's estimates are made of them.
     *
     * @param from what stood there when somebody began to change it
     */
    @Transactional
    public Job benchMinutes(Here here, long jobId, Optional<Integer> from, int minutes) {
        store.lock(jobId);
        Job before = job(jobId);
        if (!before.benchMinutes().equals(from)) {
            throw new Stale(before);
        }
        if (minutes < 0 || minutes > 100_000) {
            throw FieldProblem.of("minutes", "Type the minutes at the bench as a whole number");
        }
        store.benchMinutes(jobId, minutes);
        write(
                here,
                jobId,
                Step.HAND_BACK,
                minutes + " minutes at the bench",
                "",
                Optional.of(before.benchMinutes()),
                Optional.of(minutes));
        return job(jobId);
    }

    /** Sets which openings are off; call where the version of what was heard has been raised. */
    public void setOpened(long jobId, Set<String> opened) {
        store.setOpened(jobId, opened);
    }

    /** Notes that one more opening is off. Whoever listens meanwhile is told, for it changes what to check next. */
    public void addOpened(long jobId, String opening) {
        store.addOpened(jobId, opening);
    }

    /** Holds the job against other saves of the same kind until the transaction ends. */
    public void hold(long jobId) {
        store.lock(jobId);
        job(jobId);
    }

    /**
     * Claims the job for an order about to be placed with a seller; refused when it is not at the expected version, or
     * somebody else is ordering for it.
     */
    @Transactional
    public Job claimForOrder(long jobId, int version, String key) {
        Job job = lock(jobId, version);
        if (!store.claimForOrder(jobId, key, clock.now(), clock.now().plus(ORDERING))) {
            throw new Stale(job);
        }
        return job;
    }

    /** Ends the claim, whether an order was placed or not. */
    public void releaseOrder(long jobId) {
        store.releaseOrder(jobId);
    }

    /** Raises the version of what was heard; refused when somebody else saved in between. */
    public boolean raiseListenVersion(long jobId, int expected) {
        return store.raise(jobId, Part.LISTEN, expected);
    }

    /** Raises the version of the gear's readings; refused when somebody else saved in between. */
    public boolean raiseGearVersion(long jobId, int expected) {
        return store.raise(jobId, Part.GEAR, expected);
    }

    /** Writes a line of the journal in the transaction of the change itself. */
    public long write(
            Here here, long jobId, Step step, String what, String why, Optional<?> before, Optional<?> after) {
        JournalEntry entry = new JournalEntry(clock.now(), here.personName(), step, what, why.strip());
        return store.write(here.shopId(), jobId, entry, here.personId(), before.map(this::json), after.map(this::json));
    }

    private JSONB json(Object value) {
        return JSONB.valueOf(json.writeValueAsString(value));
    }

    @Transactional(readOnly = true)
    public List<JournalEntry> journal(long jobId) {
        job(jobId);
        return store.journal(jobId);
    }
}
