package app.gewerk.server.job;

import app.gewerk.core.caution.Cautions;
import app.gewerk.core.job.Place;
import app.gewerk.core.job.Step;
import app.gewerk.core.knowledge.Knowledge;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.http.NotFound;
import app.gewerk.server.http.Stale;
import app.gewerk.server.http.Words;
import app.gewerk.server.job.JobStore.Part;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.SavedOnceStore;
import app.gewerk.server.shop.ShopClock;
import app.gewerk.server.shop.StoredJson;
import com.fasterxml.jackson.annotation.JsonProperty;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.LongConsumer;
import java.util.stream.Stream;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The job itself: its place in the rack, its steps, and the journal that every change is written to. */
@Service
public class JobService {
    private static final int FOUND_AT_ONCE = 30;

    private final JobStore store;
    private final SavedOnceStore savedOnce;
    private final ShopClock clock;
    private final StoredJson json;
    private final ObjectProvider<BeforeReady> beforeReady;
    private final Cautions kinds = Cautions.of(Knowledge.shipped());

    JobService(
            JobStore store,
            SavedOnceStore savedOnce,
            ShopClock clock,
            StoredJson json,
            ObjectProvider<BeforeReady> beforeReady) {
        this.store = store;
        this.savedOnce = savedOnce;
        this.clock = clock;
        this.json = json;
        this.beforeReady = beforeReady;
    }

    public record NewJob(
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
            String currency,
            Optional<LocalDate> promisedOn) {
        /** "Vantorel Slidewell 24". */
        String machine() {
            return maker + " " + model;
        }
    }

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
            Optional<Say> waitsFor,
            List<Step> stepsDone,
            int version,
            int listenVersion,
            int gearVersion,
            OffsetDateTime takenInAt) {

        @JsonProperty
        Set<Place> mayMoveTo() {
            return place.mayMoveTo();
        }

        /** "Vantorel Slidewell 24". */
        public String machine() {
            return maker + " " + model;
        }

        /** "Tray 12: Vantorel Slidewell 24", as papers of the job are called. */
        public Say title() {
            return Say.of("paper.job", "tray", trayNumber, "machine", machine());
        }
    }

    /** A job as its tray label shows it. */
    public record Tray(
            long id,
            int trayNumber,
            String kind,
            String machine,
            String complaint,
            String ownerName,
            Optional<Say> waitsFor,
            Optional<LocalDate> promisedOn,
            Place place,
            Optional<Step> nextStep) {}

    /** @param count how many stand there; not counted for those put away, of which only the last are shown */
    public record Shelf(Place place, Optional<Integer> count, List<Tray> trays) {}

    public record JournalEntry(OffsetDateTime at, String person, Step step, Say what, String why) {}

    /** The whole rack: two statements, whatever stands in it. */
    @Transactional(readOnly = true)
    public List<Shelf> rack(Here here) {
        Map<Place, Integer> counts = store.counts(here);
        List<Tray> trays = store.rack(here);
        return Arrays.stream(Place.values())
                .map(place -> new Shelf(
                        place,
                        place.holdsTray() ? Optional.of(counts.getOrDefault(place, 0)) : Optional.empty(),
                        trays.stream().filter(t -> t.place() == place).toList()))
                .toList();
    }

    @Transactional(readOnly = true)
    public List<Tray> find(Here here, String text, Optional<Long> before) {
        List<List<String>> words = Arrays.stream(
                        text.strip().toLowerCase(Locale.ROOT).split("\\s+"))
                .filter(w -> !w.isEmpty())
                .limit(8)
                .map(this::alternatives)
                .toList();
        return store.find(here, words, before, FOUND_AT_ONCE);
    }

    /** The word itself, and the codes of the kinds of machine that are called so in the language of whoever asks. */
    private List<String> alternatives(String word) {
        return Stream.concat(
                        Stream.of(word),
                        kinds.kinds().stream()
                                .filter(k -> Words.of(k.words())
                                        .toLowerCase(Locale.ROOT)
                                        .contains(word))
                                .map(k -> foundBy(k.code())))
                .toList();
    }

    private static String foundBy(String kind) {
        return ("#" + kind + "#").toLowerCase(Locale.ROOT);
    }

    @Transactional(readOnly = true)
    public Job job(Here here, long jobId) {
        return store.job(here, jobId).orElseThrow(() -> noJob(jobId));
    }

    private static NotFound noJob(long jobId) {
        return new NotFound("missing.job", "number", jobId);
    }

    /**
     * Puts a machine into the lowest free tray. The same key makes the job once only.
     *
     * @param alsoKept what else belongs to the save, given the job's number
     */
    @Transactional
    public Job takeIn(Here here, NewJob job, Optional<String> key, LongConsumer alsoKept) {
        long id = savedOnce.once(here, key, "takeIn", clock.now(), () -> {
            int tray = store.freeTray(here);
            long made = store.insert(here, job, tray, clock.now(), findText(job));
            write(
                    here,
                    made,
                    Step.TAKE_IN,
                    Say.of(
                            "journal.takenIn",
                            "tray",
                            tray,
                            "machine",
                            job.machine(),
                            "kind",
                            Say.of("kind." + job.kind())),
                    "",
                    Optional.empty(),
                    Optional.of(job));
            alsoKept.accept(made);
            return made;
        });
        return job(here, id);
    }

    /** @param alsoKept what else belongs to the save, given the job's number */
    @Transactional
    public Job correct(Here here, long jobId, int version, NewJob job, Optional<String> key, LongConsumer alsoKept) {
        job(here, jobId);
        return savedOnce.once(
                here,
                key,
                "correct/" + jobId,
                clock.now(),
                () -> {
                    keep(here, jobId, version, job);
                    alsoKept.accept(jobId);
                    return job(here, jobId);
                },
                () -> job(here, jobId));
    }

    private void keep(Here here, long jobId, int version, NewJob job) {
        Job before = job(here, jobId);
        if (!store.update(here, jobId, version, job, findText(job))) {
            throw new Stale(job(here, jobId));
        }
        write(here, jobId, Step.TAKE_IN, Say.of("journal.corrected"), "", Optional.of(before), Optional.of(job));
    }

    private static String findText(NewJob job) {
        String complaint = job.complaint();
        String start = complaint.substring(
                0, complaint.offsetByCodePoints(0, Math.min(1500, complaint.codePointCount(0, complaint.length()))));
        return String.join(
                        " ",
                        job.maker(),
                        job.model(),
                        foundBy(job.kind()),
                        job.ownerName(),
                        job.ownerPhone(),
                        job.serial(),
                        job.era(),
                        start)
                .toLowerCase(Locale.ROOT);
    }

    /** Moves the tray, with why. A job taken out of "put away" gets a free tray again. */
    @Transactional
    public Job move(Here here, long jobId, int version, Place place, Optional<Say> waitsFor, String why) {
        Job job = job(here, jobId);
        if (job.version() != version) {
            throw new Stale(job);
        }
        job.place().requireMoveTo(place);
        if (place == Place.READY_TO_GO) {
            beforeReady.forEach(b -> b.requireReady(here, jobId));
        }
        int tray = job.place().holdsTray() || !place.holdsTray() ? job.trayNumber() : store.freeTray(here);
        if (!store.move(here, jobId, version, place, tray, waitsFor, clock.now())) {
            throw new Stale(job(here, jobId));
        }
        write(
                here,
                jobId,
                place == Place.PUT_AWAY ? Step.HAND_BACK : Step.CHOOSE,
                waitsFor.map(w -> Say.of("journal.movedWaiting", "from", job.place(), "to", place, "waitsFor", w))
                        .orElseGet(() -> Say.of("journal.moved", "from", job.place(), "to", place)),
                why,
                Optional.of(job.place()),
                Optional.of(place));
        return job(here, jobId);
    }

    /** The job, held against other saves until the transaction ends; refused when it is not at the expected version. */
    public Job lock(Here here, long jobId, int version) {
        store.lock(here, jobId);
        Job job = job(here, jobId);
        if (job.version() != version) {
            throw new Stale(job);
        }
        return job;
    }

    /** Changes what a tray waits for where it stands. */
    @Transactional
    public void waitFor(Here here, long jobId, int version, Optional<Say> waitsFor) {
        if (!store.waitFor(here, jobId, version, waitsFor)) {
            throw new Stale(job(here, jobId));
        }
    }

    /** Changes what a tray that waits for a gear waits for; one that stands elsewhere is left as it is. */
    public void waitForGear(Here here, Job job, Say what) {
        if (job.place() == Place.WAITING_FOR_GEAR) {
            waitFor(here, job.id(), job.version(), Optional.of(what));
        }
    }

    /** Writes down what was done in a step, and marks the step done when it is. */
    @Transactional
    public Job note(Here here, long jobId, Step step, String what, boolean done, Optional<String> key) {
        job(here, jobId);
        String text = what.strip();
        if (text.isEmpty() && !done) {
            throw Refused.at("what", "job.noteEmpty");
        }
        savedOnce.once(here, key, "note/" + jobId, clock.now(), () -> {
            if (done) {
                store.markDone(here, jobId, step);
            }
            return write(here, jobId, step, text.isEmpty() ? Say.of("journal.done") : Say.typed(text));
        });
        return job(here, jobId);
    }

    public void markDone(Here here, long jobId, Step step) {
        store.markDone(here, jobId, step);
    }

    /** A step that has to be done again. */
    public void markUndone(Here here, long jobId, Step step) {
        store.markUndone(here, jobId, step);
    }

    /**
     * How far somebody has read a job's journal. A line that was written earlier may be there later than one written after
     * it, when two people save at once: so its lines are counted, too.
     */
    public record Read(long last, int lines) {}

    /**
     * How far a job has got.
     *
     * @param last its journal's last line
     * @param lines how many it has
     * @param steps where something was written that was not read yet
     */
    public record Pulse(long last, int lines, List<Step> steps) {}

    @Transactional(readOnly = true)
    public Pulse pulse(Here here, long jobId, Optional<Read> read) {
        return store.pulse(here, jobId, read).orElseThrow(() -> noJob(jobId));
    }

    /** Keeps what the owner was asked or has said. */
    @Transactional
    public Job ownerSays(Here here, long jobId, int version, String word, Optional<BigDecimal> limit, Say line) {
        if (!store.ownerSays(here, jobId, version, word, limit, clock.now())) {
            throw new Stale(job(here, jobId));
        }
        write(here, jobId, Step.TAKE_IN, line);
        return job(here, jobId);
    }

    /**
     * Minutes at the bench in all; the device book's estimates are made of them.
     *
     * @param from what stood there when somebody began to change it
     */
    @Transactional
    public Job benchMinutes(Here here, long jobId, Optional<Integer> from, int minutes, Optional<String> key) {
        return savedOnce.once(
                here,
                key,
                "minutes/" + jobId,
                clock.now(),
                () -> keepMinutes(here, jobId, from, minutes),
                () -> job(here, jobId));
    }

    private Job keepMinutes(Here here, long jobId, Optional<Integer> from, int minutes) {
        store.lock(here, jobId);
        Job before = job(here, jobId);
        if (!before.benchMinutes().equals(from)) {
            throw new Stale(before);
        }
        if (minutes < 0 || minutes > 100_000) {
            throw Refused.at("minutes", "job.minutes");
        }
        store.benchMinutes(here, jobId, minutes);
        write(
                here,
                jobId,
                Step.HAND_BACK,
                Say.of("journal.benchMinutes", "minutes", minutes),
                "",
                Optional.of(before.benchMinutes()),
                Optional.of(minutes));
        return job(here, jobId);
    }

    /** Sets which openings are off; call where the version of what was heard has been raised. */
    public void setOpened(Here here, long jobId, Set<String> opened) {
        store.setOpened(here, jobId, opened);
    }

    /** Notes that one more opening is off. Whoever listens meanwhile is told, for it changes what to check next. */
    public void addOpened(Here here, long jobId, String opening) {
        store.addOpened(here, jobId, opening);
    }

    /** Holds the job against other saves of the same kind until the transaction ends. */
    public Job hold(Here here, long jobId) {
        store.lock(here, jobId);
        return job(here, jobId);
    }

    /** Raises the version of what was heard; refused when somebody else saved in between. */
    public boolean raiseListenVersion(Here here, long jobId, int expected) {
        return store.raise(here, jobId, Part.LISTEN, expected);
    }

    /** Raises the version of the gear's readings; refused when somebody else saved in between. */
    public boolean raiseGearVersion(Here here, long jobId, int expected) {
        return store.raise(here, jobId, Part.GEAR, expected);
    }

    /** Writes a line of the journal on something that has no before and after. */
    public long write(Here here, long jobId, Step step, Say what) {
        return write(here, jobId, step, what, "", Optional.empty(), Optional.empty());
    }

    /** Writes a line of the journal in the transaction of the change itself. */
    public long write(Here here, long jobId, Step step, Say what, String why, Optional<?> before, Optional<?> after) {
        JournalEntry entry = new JournalEntry(clock.now(), here.personName(), step, what, why.strip());
        return store.write(here, jobId, entry, before.map(json::evidence), after.map(json::evidence));
    }

    @Transactional(readOnly = true)
    public List<JournalEntry> journal(Here here, long jobId) {
        job(here, jobId);
        return store.journal(here, jobId);
    }
}
