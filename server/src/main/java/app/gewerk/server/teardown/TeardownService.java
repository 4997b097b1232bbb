package app.gewerk.server.teardown;

import app.gewerk.core.job.Step;
import app.gewerk.core.teardown.Cell;
import app.gewerk.core.teardown.Ledger;
import app.gewerk.core.teardown.LedgerDifference;
import app.gewerk.core.teardown.StepLine;
import app.gewerk.core.teardown.TeardownStep;
import app.gewerk.server.device.DeviceService;
import app.gewerk.server.http.FieldProblem;
import app.gewerk.server.http.NotFound;
import app.gewerk.server.http.SaveKey;
import app.gewerk.server.http.Stale;
import app.gewerk.server.job.JobService;
import app.gewerk.server.job.JobService.Job;
import app.gewerk.server.shop.Here;
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
    private final JobService jobs;
    private final DeviceService devices;
    private final ShopClock clock;

    TeardownService(TeardownStore store, JobService jobs, DeviceService devices, ShopClock clock) {
        this.store = store;
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
    public record EarlierStep(TeardownStep step, String line, List<String> dangers) {
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
    public JobLedger ledger(long jobId) {
        Job job = jobs.job(jobId);
        List<EnteredStep> entered = store.steps(jobId);
        List<TeardownStep> steps = entered.stream().map(EnteredStep::step).toList();
        Optional<Source> source = source(job);
        Set<String> answered = store.answered(jobId);
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
                                .filter(h -> !answered.contains(h.question()))
                                .toList())
                        .orElse(List.of()));
    }

    private record Source(boolean fromBook, Optional<Long> jobId, String by, List<TeardownStep> steps) {}

    /** The model's way in; without one, the last ledger of another job of the model. */
    private Optional<Source> source(Job job) {
        Optional<Source> book =
                devices.wayIn(job.machineModelId()).map(w -> new Source(true, w.fromJob(), w.by(), w.steps()));
        return book.isPresent()
                ? book
                : store.lastOtherLedger(job.machineModelId(), job.id())
                        .map(other -> new Source(
                                false,
                                Optional.of(other.jobId()),
                                other.by(),
                                store.steps(other.jobId()).stream()
                                        .map(EnteredStep::step)
                                        .toList()));
    }

    /** Adds a step at the end, or after another; one sent twice stands once. */
    @Transactional
    public JobLedger add(Here here, long jobId, String key, String line, Optional<String> after) {
        SaveKey.require("A step's key", key);
        TeardownStep step = read(line);
        jobs.hold(jobId);
        List<TeardownStore.Placed> placed = store.places(jobId);
        if (placed.size() >= MOST_STEPS) {
            throw new IllegalArgumentException("A ledger holds up to " + MOST_STEPS + " steps");
        }
        if (store.insert(here, jobId, key, roomAfter(jobId, after, ""), step, clock.now())) {
            opened(jobId, step);
            jobs.write(here, jobId, Step.OPEN, StepLine.write(step), "", Optional.empty(), Optional.of(step));
        }
        return ledger(jobId);
    }

    /** A place after a step, renumbering the ledger when halving has left no room between two. */
    private double roomAfter(long jobId, Optional<String> after, String except) {
        List<TeardownStore.Placed> others = placedBut(jobId, except);
        double place = placeAfter(others, after);
        boolean crowded = others.stream().anyMatch(p -> Math.abs(p.position() - place) < CROWDED);
        if (!crowded) {
            return place;
        }
        store.renumber(jobId);
        return placeAfter(placedBut(jobId, except), after);
    }

    private List<TeardownStore.Placed> placedBut(long jobId, String except) {
        return store.places(jobId).stream().filter(p -> !p.key().equals(except)).toList();
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
        } catch (IllegalArgumentException wrong) {
            throw FieldProblem.of("line", String.valueOf(wrong.getMessage()));
        }
    }

    /** A step that takes an opening off tells the diagnosis so. */
    private void opened(long jobId, TeardownStep step) {
        if (step.opens().isEmpty()) {
            return;
        }
        Job job = jobs.job(jobId);
        devices.train(job.machineModelId())
                .machine()
                .opening(step.opens())
                .ifPresent(opening -> jobs.addOpened(jobId, opening.code()));
    }

    @Transactional
    public JobLedger change(Here here, long jobId, String key, int version, String line) {
        EnteredStep before = step(jobId, key);
        TeardownStep step = read(line);
        if (!store.update(jobId, key, version, step)) {
            throw new Stale(step(jobId, key));
        }
        opened(jobId, step);
        jobs.write(
                here,
                jobId,
                Step.OPEN,
                "Corrected a step: " + StepLine.write(step),
                "",
                Optional.of(before.step()),
                Optional.of(step));
        return ledger(jobId);
    }

    private EnteredStep step(long jobId, String key) {
        return store.steps(jobId).stream()
                .filter(s -> s.key().equals(key))
                .findFirst()
                .orElseThrow(() -> new NotFound("That step is no longer in the ledger: somebody took it out"));
    }

    @Transactional
    public JobLedger remove(Here here, long jobId, String key, int version) {
        EnteredStep before = step(jobId, key);
        if (!store.remove(jobId, key, version)) {
            throw new Stale(step(jobId, key));
        }
        jobs.write(
                here,
                jobId,
                Step.OPEN,
                "Took a step out of the ledger: " + before.line(),
                "",
                Optional.of(before.step()),
                Optional.empty());
        return ledger(jobId);
    }

    @Transactional
    public JobLedger move(Here here, long jobId, String key, int version, String after) {
        jobs.hold(jobId);
        EnteredStep step = step(jobId, key);
        if (!store.move(jobId, key, version, roomAfter(jobId, Optional.of(after), key))) {
            throw new Stale(step(jobId, key));
        }
        jobs.write(here, jobId, Step.OPEN, "Moved a step: " + step.line(), "", Optional.empty(), Optional.of(after));
        return ledger(jobId);
    }

    /** Answers whether a part that can fall out unseen is still there. */
    @Transactional
    public JobLedger answerUnseen(Here here, long jobId, String question, String answer) {
        jobs.job(jobId);
        String tidy = answer.strip();
        if (tidy.isEmpty() || tidy.length() > 400 || question.length() > 400) {
            throw FieldProblem.of("answer", "Say where it is: still in the machine, in a cell, or lost");
        }
        store.answerUnseen(here, jobId, question, tidy, clock.now());
        jobs.write(
                here,
                jobId,
                Step.OPEN,
                question.replace("|", ": ") + ": " + tidy,
                "",
                Optional.empty(),
                Optional.empty());
        return ledger(jobId);
    }

    /** Puts this job's ledger into the device book as the model's way in. */
    @Transactional
    public JobLedger saveWayIn(Here here, long jobId) {
        List<TeardownStep> steps =
                store.steps(jobId).stream().map(EnteredStep::step).toList();
        return keepWayIn(here, jobId, steps);
    }

    private JobLedger keepWayIn(Here here, long jobId, List<TeardownStep> steps) {
        Job job = jobs.job(jobId);
        int version = devices.wayIn(job.machineModelId())
                .map(DeviceService.WayIn::version)
                .orElse(0);
        devices.saveWayIn(here, job.machineModelId(), version, steps, Optional.of(jobId));
        jobs.write(
                here,
                jobId,
                Step.OPEN,
                "Way into the " + job.maker() + " " + job.model() + " kept in the device book: " + steps.size()
                        + " steps",
                "",
                Optional.empty(),
                Optional.of(steps));
        return ledger(jobId);
    }

    /** A row of two ledgers beside each other, in typed lines. */
    public record ComparedRow(Optional<String> mine, Optional<String> theirs, List<String> differs) {}

    /** @param fromBook true when compared with the model's way in */
    public record Comparison(boolean fromBook, Optional<Long> otherJob, String by, List<ComparedRow> rows) {}

    @Transactional(readOnly = true)
    public Comparison compare(long jobId, Optional<Long> otherJob) {
        List<TeardownStep> mine =
                store.steps(jobId).stream().map(EnteredStep::step).toList();
        Source other = other(jobId, otherJob);
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

    private Source other(long jobId, Optional<Long> otherJob) {
        Job job = jobs.job(jobId);
        if (otherJob.isEmpty()) {
            return source(job)
                    .orElseThrow(() -> new NotFound("There is no other ledger of this model to compare with yet"));
        }
        Job other = jobs.job(otherJob.get());
        if (other.machineModelId() != job.machineModelId()) {
            throw new IllegalArgumentException("Compare ledgers of the same model; tray " + other.trayNumber()
                    + " is a " + other.maker() + " " + other.model());
        }
        List<EnteredStep> steps = store.steps(other.id());
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
                store.steps(jobId).stream().map(EnteredStep::step).toList();
        return keepWayIn(here, jobId, LedgerDifference.merge(mine, other(jobId, otherJob).steps, choices));
    }

    /** Other jobs of the model with a ledger, newest first: whose steps to compare with. */
    @Transactional(readOnly = true)
    public List<OtherLedger> others(long jobId) {
        return store.otherLedgers(jobs.job(jobId).machineModelId(), jobId);
    }
}
