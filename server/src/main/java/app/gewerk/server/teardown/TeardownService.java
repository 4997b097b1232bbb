package app.gewerk.server.teardown;

import app.gewerk.core.job.Step;
import app.gewerk.core.teardown.Cell;
import app.gewerk.core.teardown.Ledger;
import app.gewerk.core.teardown.LedgerDifference;
import app.gewerk.core.teardown.StepLine;
import app.gewerk.core.teardown.TeardownStep;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.device.DeviceService;
import app.gewerk.server.http.NotFound;
import app.gewerk.server.http.SaveKey;
import app.gewerk.server.http.Stale;
import app.gewerk.server.http.Words;
import app.gewerk.server.job.JobService;
import app.gewerk.server.job.JobService.Job;
import app.gewerk.server.job.ReadOnce;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.SavedOnceStore;
import app.gewerk.server.shop.ShopClock;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** A job's teardown ledger: steps in order, what is off and where, an earlier ledger beside it, the model's way in. */
@Service
public class TeardownService {
    private static final int MOST_STEPS = 1000;
    /** Places closer than this are renumbered: far above what a double can still tell apart. */
    private static final double CROWDED = 1e-6;

    private final TeardownStore store;
    private final SavedOnceStore savedOnce;
    private final JobService jobs;
    private final DeviceService devices;
    private final ShopClock clock;
    private final ReadOnce<JobLedger> once = new ReadOnce<>();

    TeardownService(
            TeardownStore store, SavedOnceStore savedOnce, JobService jobs, DeviceService devices, ShopClock clock) {
        this.store = store;
        this.savedOnce = savedOnce;
        this.jobs = jobs;
        this.devices = devices;
        this.clock = clock;
    }

    /**
     * A step as it stands in a ledger.
     *
     * @param key given by who entered it, so that a line sent twice stands once
     * @param line that would be typed for it
     */
    public record EnteredStep(
            String key,
            TeardownStep step,
            String line,
            List<String> cameOff,
            int version,
            String by,
            OffsetDateTime at) {
        static EnteredStep of(String key, TeardownStep step, int version, String by, OffsetDateTime at) {
            return new EnteredStep(key, step, StepLine.write(step), step.cameOff(), version, by, at);
        }
    }

    /** A step of an earlier ledger, to be done again. */
    public record EarlierStep(TeardownStep step, String line, List<Say> dangers) {
        static EarlierStep of(TeardownStep step) {
            return new EarlierStep(
                    step,
                    StepLine.write(step),
                    step.dangers().stream().map(d -> d.words()).toList());
        }
    }

    /**
     * An earlier ledger of the same model.
     *
     * @param fromBook true for the model's way in, else that of another job
     * @param next which of its steps comes next; left out when it has come to its end
     */
    public record EarlierLedger(
            boolean fromBook, Optional<Long> jobId, String by, List<EarlierStep> steps, Optional<Integer> next) {}

    /** Another job's ledger. */
    public record OtherLedger(long jobId, int trayNumber, String by, int steps) {}

    public record JobLedger(
            List<EnteredStep> steps,
            Ledger.Balance balance,
            List<String> cells,
            int columns,
            Optional<EarlierLedger> earlier,
            List<Ledger.HiddenPart> unseen) {}

    @Transactional(readOnly = true)
    public JobLedger ledger(Here here, long jobId) {
        return once.read(here, jobId, () -> read(here, jobId));
    }

    private JobLedger read(Here here, long jobId) {
        Job job = jobs.job(here, jobId);
        List<EnteredStep> entered = store.steps(here, jobId);
        List<TeardownStep> steps = entered.stream().map(EnteredStep::step).toList();
        Optional<Source> source = source(here, job);
        Set<TeardownStore.Asked> answered = store.answered(here, jobId);
        return new JobLedger(
                entered,
                Ledger.balance(steps),
                Cell.all(),
                Cell.COLUMNS,
                source.map(s -> new EarlierLedger(
                        s.fromBook,
                        s.jobId,
                        s.by,
                        s.steps.stream().map(EarlierStep::of).toList(),
                        Ledger.nextOf(s.steps, steps))),
                source.map(s -> Ledger.unseen(steps, s.steps).stream()
                                .filter(h -> !answered.contains(new TeardownStore.Asked(h.step(), h.part())))
                                .toList())
                        .orElse(List.of()));
    }

    private record Source(boolean fromBook, Optional<Long> jobId, String by, List<TeardownStep> steps) {}

    /** The model's way in; without one, the last ledger of another job of the model. */
    private Optional<Source> source(Here here, Job job) {
        Optional<Source> book =
                devices.wayIn(here, job.machineModelId()).map(w -> new Source(true, w.fromJob(), w.by(), w.steps()));
        return book.isPresent()
                ? book
                : store.lastOtherLedger(here, job.machineModelId(), job.id())
                        .map(other -> new Source(
                                false,
                                Optional.of(other.jobId()),
                                other.by(),
                                store.steps(here, other.jobId()).stream()
                                        .map(EnteredStep::step)
                                        .toList()));
    }

    /** Adds a step at the end, or after another; one sent twice stands once. */
    @Transactional
    public JobLedger add(Here here, long jobId, String key, String line, Optional<String> after) {
        SaveKey.require("step", key);
        TeardownStep step = read(line);
        jobs.hold(here, jobId);
        List<TeardownStore.Placed> placed = store.places(here, jobId);
        if (placed.size() >= MOST_STEPS) {
            throw new Refused("ledger.full", "most", MOST_STEPS);
        }
        if (store.insert(here, jobId, key, roomAfter(here, jobId, after, ""), step, clock.now())) {
            opened(here, jobId, step);
            jobs.write(
                    here, jobId, Step.OPEN, Say.typed(StepLine.write(step)), "", Optional.empty(), Optional.of(step));
        }
        return ledger(here, jobId);
    }

    /** A place after a step, renumbering the ledger when halving has left no room between two. */
    private double roomAfter(Here here, long jobId, Optional<String> after, String except) {
        List<TeardownStore.Placed> others = placedBut(here, jobId, except);
        double place = placeAfter(others, after);
        boolean crowded = others.stream().anyMatch(p -> Math.abs(p.position() - place) < CROWDED);
        if (!crowded) {
            return place;
        }
        store.renumber(here, jobId);
        return placeAfter(placedBut(here, jobId, except), after);
    }

    private List<TeardownStore.Placed> placedBut(Here here, long jobId, String except) {
        return store.places(here, jobId).stream()
                .filter(p -> !p.key().equals(except))
                .toList();
    }

    private static double placeAfter(List<TeardownStore.Placed> placed, Optional<String> after) {
        double last = placed.isEmpty() ? 0 : placed.getLast().position();
        if (after.isEmpty()) {
            return last + 1;
        }
        if (after.get().isEmpty()) {
            return placed.isEmpty() ? 1 : placed.getFirst().position() - 1;
        }
        for (int i = 0; i < placed.size(); i++) {
            if (placed.get(i).key().equals(after.get())) {
                return i + 1 == placed.size()
                        ? last + 1
                        : (placed.get(i).position() + placed.get(i + 1).position()) / 2;
            }
        }
        return last + 1;
    }

    private static TeardownStep read(String line) {
        try {
            return StepLine.read(line);
        } catch (Refused wrong) {
            throw wrong.at("line");
        }
    }

    /** A step that takes an opening off tells the diagnosis so. */
    private void opened(Here here, long jobId, TeardownStep step) {
        if (step.opens().isEmpty()) {
            return;
        }
        Job job = jobs.job(here, jobId);
        devices.train(here, job.machineModelId())
                .machine()
                .opening(step.opens(), Words.inUse())
                .ifPresent(opening -> jobs.addOpened(here, jobId, opening.code()));
    }

    @Transactional
    public JobLedger change(Here here, long jobId, String key, int version, String line, Optional<String> saveKey) {
        jobs.job(here, jobId);
        return savedOnce.once(
                here,
                saveKey,
                "step/" + jobId + "/" + key,
                clock.now(),
                () -> keep(here, jobId, key, version, line),
                () -> ledger(here, jobId));
    }

    private JobLedger keep(Here here, long jobId, String key, int version, String line) {
        EnteredStep before = step(here, jobId, key);
        TeardownStep step = read(line);
        if (!store.update(here, jobId, key, version, step)) {
            throw new Stale(step(here, jobId, key));
        }
        opened(here, jobId, step);
        jobs.write(
                here,
                jobId,
                Step.OPEN,
                Say.of("journal.stepCorrected", "line", StepLine.write(step)),
                "",
                Optional.of(before.step()),
                Optional.of(step));
        return ledger(here, jobId);
    }

    private EnteredStep step(Here here, long jobId, String key) {
        return store.steps(here, jobId).stream()
                .filter(s -> s.key().equals(key))
                .findFirst()
                .orElseThrow(() -> new NotFound("missing.step"));
    }

    @Transactional
    public JobLedger remove(Here here, long jobId, String key, int version) {
        EnteredStep before = step(here, jobId, key);
        if (!store.remove(here, jobId, key, version)) {
            throw new Stale(step(here, jobId, key));
        }
        jobs.write(
                here,
                jobId,
                Step.OPEN,
                Say.of("journal.stepRemoved", "line", before.line()),
                "",
                Optional.of(before.step()),
                Optional.empty());
        return ledger(here, jobId);
    }

    @Transactional
    public JobLedger move(Here here, long jobId, String key, int version, String after) {
        jobs.hold(here, jobId);
        EnteredStep step = step(here, jobId, key);
        if (!store.move(here, jobId, key, version, roomAfter(here, jobId, Optional.of(after), key))) {
            throw new Stale(step(here, jobId, key));
        }
        jobs.write(
                here,
                jobId,
                Step.OPEN,
                Say.of("journal.stepMoved", "line", step.line()),
                "",
                Optional.empty(),
                Optional.of(after));
        return ledger(here, jobId);
    }

    /** Answers whether a part that can fall out unseen is still there. */
    @Transactional
    public JobLedger answerUnseen(
            Here here, long jobId, String step, String part, Ledger.Whereabouts answer, String note) {
        jobs.job(here, jobId);
        store.answerUnseen(here, jobId, new TeardownStore.Asked(step, part), answer, note, clock.now());
        Say said = note.isEmpty() ? Say.of(answer) : Say.of("whereaboutsNoted", "whereabouts", answer, "note", note);
        jobs.write(
                here, jobId, Step.OPEN, Say.of("journal.unseenAnswered", "step", step, "part", part, "answer", said));
        return ledger(here, jobId);
    }

    /** Puts this job's ledger into the device book as the model's way in. */
    @Transactional
    public JobLedger saveWayIn(Here here, long jobId) {
        List<TeardownStep> steps =
                store.steps(here, jobId).stream().map(EnteredStep::step).toList();
        return keepWayIn(here, jobId, steps);
    }

    private JobLedger keepWayIn(Here here, long jobId, List<TeardownStep> steps) {
        Job job = jobs.job(here, jobId);
        int version = devices.wayIn(here, job.machineModelId())
                .map(DeviceService.WayIn::version)
                .orElse(0);
        devices.saveWayIn(here, job.machineModelId(), version, steps, Optional.of(jobId));
        jobs.write(
                here,
                jobId,
                Step.OPEN,
                Say.of("journal.wayInKept", "machine", job.machine(), "steps", steps.size()),
                "",
                Optional.empty(),
                Optional.of(steps));
        return ledger(here, jobId);
    }

    /** A row of two ledgers beside each other, in typed lines. */
    public record ComparedRow(Optional<String> mine, Optional<String> theirs, List<Say> differs) {}

    /** @param fromBook true when compared with the model's way in */
    public record Comparison(boolean fromBook, Optional<Long> otherJob, String by, List<ComparedRow> rows) {}

    @Transactional(readOnly = true)
    public Comparison compare(Here here, long jobId, Optional<Long> otherJob) {
        List<TeardownStep> mine =
                store.steps(here, jobId).stream().map(EnteredStep::step).toList();
        Source other = other(here, jobId, otherJob);
        return new Comparison(
                other.fromBook,
                other.jobId,
                other.by,
                LedgerDifference.of(mine, other.steps).rows().stream()
                        .map(r -> new ComparedRow(
                                r.mine().map(i -> StepLine.write(mine.get(i))),
                                r.theirs().map(i -> StepLine.write(other.steps.get(i))),
                                r.differs()))
                        .toList());
    }

    private Source other(Here here, long jobId, Optional<Long> otherJob) {
        Job job = jobs.job(here, jobId);
        if (otherJob.isEmpty()) {
            return source(here, job).orElseThrow(() -> new NotFound("missing.otherLedger"));
        }
        Job other = jobs.job(here, otherJob.get());
        if (other.machineModelId() != job.machineModelId()) {
            throw new Refused(
                    "ledger.sameModel", "tray", other.trayNumber(), "maker", other.maker(), "model", other.model());
        }
        List<EnteredStep> steps = store.steps(here, other.id());
        return new Source(
                false,
                otherJob,
                steps.isEmpty() ? "" : steps.getFirst().by(),
                steps.stream().map(EnteredStep::step).toList());
    }

    /** Keeps one ledger made of two, row by row as chosen, as the model's way in. */
    @Transactional
    public JobLedger merge(Here here, long jobId, Optional<Long> otherJob, List<LedgerDifference.Keep> choices) {
        List<TeardownStep> mine =
                store.steps(here, jobId).stream().map(EnteredStep::step).toList();
        return keepWayIn(here, jobId, LedgerDifference.merge(mine, other(here, jobId, otherJob).steps, choices));
    }

    /** Other jobs of the model with a ledger, newest first: whose steps to compare with. */
    @Transactional(readOnly = true)
    public List<OtherLedger> others(Here here, long jobId) {
        return store.otherLedgers(here, jobs.job(here, jobId).machineModelId(), jobId);
    }
}
