package app.gewerk.server.proving;

import app.gewerk.core.Wire;
import app.gewerk.core.gear.Limits;
import app.gewerk.core.job.Place;
import app.gewerk.core.job.Step;
import app.gewerk.core.proving.Measure;
import app.gewerk.core.proving.MeasuredDifference;
import app.gewerk.core.proving.Proof;
import app.gewerk.core.proving.Rung;
import app.gewerk.core.proving.TestPlan;
import app.gewerk.core.proving.TestPlan.Result;
import app.gewerk.core.proving.Trial;
import app.gewerk.core.proving.TypedReadings;
import app.gewerk.core.train.PartType;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.diagnosis.DiagnosisService;
import app.gewerk.server.http.Stale;
import app.gewerk.server.intake.IntakeService;
import app.gewerk.server.job.BeforeReady;
import app.gewerk.server.job.JobService;
import app.gewerk.server.job.JobService.Job;
import app.gewerk.server.knowledge.KnownHere;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.SavedOnceStore;
import app.gewerk.server.shop.ShopClock;
import app.gewerk.server.timing.TimerService;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** A job's trials, its readings before and after, how long it ran, and whether it may go back. */
@Service
public class ProvingService implements BeforeReady {
    /** Hazard of machines that want a safety test before they go back. */
    private static final String MAINS = "mains";
    /** What may still be wrong is tried from this probability on. */
    private static final double WORTH_TRYING = 0.05;

    private final ProvingStore store;
    private final JobService jobs;
    private final IntakeService intake;
    private final DiagnosisService diagnosis;
    private final TimerService timers;
    private final KnownHere known;
    private final SavedOnceStore savedOnce;
    private final ShopClock clock;

    ProvingService(
            ProvingStore store,
            JobService jobs,
            IntakeService intake,
            DiagnosisService diagnosis,
            TimerService timers,
            KnownHere known,
            SavedOnceStore savedOnce,
            ShopClock clock) {
        this.store = store;
        this.jobs = jobs;
        this.intake = intake;
        this.diagnosis = diagnosis;
        this.timers = timers;
        this.known = known;
        this.savedOnce = savedOnce;
        this.clock = clock;
    }

    /** A trial that was made, or left out. */
    public record TriedTrial(String trial, Result result, String seen, String by, OffsetDateTime at) {}

    /**
     * A trial with how it ended last.
     *
     * @param rung by its name, for people
     */
    public record PlannedTrial(Trial trial, Say rung, Optional<TriedTrial> last) {}

    /**
     * One measure, before and after.
     *
     * @param others means of others of the model once they were mended
     * @param difference where there are both
     */
    public record BeforeAfter(
            Measure measure,
            Say words,
            String unit,
            List<Double> before,
            List<Double> after,
            List<Double> others,
            Optional<MeasuredDifference> difference) {
        /** Before and after in one line, where there are both. */
        public Optional<Say> told() {
            return difference.map(d -> Say.of(
                    "paper.beforeAfter",
                    "measure",
                    words,
                    "before",
                    d.before(),
                    "after",
                    d.after(),
                    "unit",
                    unit,
                    "words",
                    d.words()));
        }
    }

    /** What is counted. */
    public enum Counted {
        STROKES,
        TURNS,
        HOURS;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /**
     * How long it ran without a failure.
     *
     * @param life how much of it the warranty will see
     * @param shape of the failures (Weibull)
     * @param version 0 while nothing is counted
     */
    public record Run(Counted unit, double ran, double life, double shape, double confidence, int version) {
        /** Before anybody counted. */
        static final Run NOTHING = new Run(Counted.STROKES, 0, 1, 2, 0.9, 0);

        public Run {
            Limits.requireBetween("ran", ran, 0, 1e9);
            Limits.requireBetween("life", life, 1e-3, 1e9);
            Limits.requireBetween("shape", shape, 0.3, 10);
            Limits.requireBetween("confidence", confidence, 0.01, 0.9999);
        }
    }

    /**
     * What that says.
     *
     * @param each share of strokes (turns, hours) that pass at least, at this confidence
     * @param lasts share of machines mended like this that last the life, at least
     * @param moreForNineInTen how many more of them to run to say that nine in ten last it
     */
    public record Says(double each, double lasts, double moreForNineInTen, Say words) {}

    /**
     * The safety test before it goes back.
     *
     * @param needed whether this machine wants one
     * @param passed whether the last one was
     */
    public record Safety(boolean needed, boolean passed, Optional<IntakeService.RecordedCheck> last) {}

    /**
     * @param next the trial to make next, by its code
     * @param waits times that must be over before anything is tried under power
     */
    public record JobProof(
            List<PlannedTrial> trials,
            Optional<String> next,
            double minutesLeft,
            List<BeforeAfter> readings,
            Optional<Run> run,
            Optional<Says> says,
            Safety safety,
            List<Say> waits) {}

    @Transactional(readOnly = true)
    public JobProof proof(Here here, long jobId) {
        Job job = jobs.job(here, jobId);
        return proof(here, job, plan(here, job));
    }

    private JobProof proof(Here here, Job job, TestPlan plan) {
        long jobId = job.id();
        Map<String, TriedTrial> last = last(here, jobId);
        List<PlannedTrial> trials = plan.trials().stream()
                .map(t -> new PlannedTrial(t, t.rung().words(), Optional.ofNullable(last.get(t.code()))))
                .toList();
        Optional<Run> run = store.run(here, jobId);
        return new JobProof(
                trials,
                plan.next(results(last)).map(Trial::code),
                trials.stream()
                        .filter(t -> t.last().isEmpty())
                        .mapToDouble(t -> t.trial().minutes())
                        .sum(),
                readings(here, job),
                run,
                run.map(ProvingService::says),
                safety(here, jobId),
                timers.stopProving(here, jobId));
    }

    private TestPlan plan(Here here, Job job) {
        DiagnosisService.BesideCulprits beside = diagnosis.besideCulprits(here, job.id());
        Set<String> hazards = intake.hazards(here, job.id());
        Map<String, Say> suspects = new LinkedHashMap<>();
        beside.whatElse().stream()
                .filter(f -> f.probability() >= WORTH_TRYING)
                .forEach(f -> suspects.put(f.key(), f.words()));
        boolean motor = beside.machine().components().stream().anyMatch(c -> c.type() == PartType.MOTOR);
        return TestPlan.of(known.now().knowledge(), new TestPlan.About(job.kind(), hazards, motor, suspects));
    }

    private Map<String, TriedTrial> last(Here here, long jobId) {
        Map<String, TriedTrial> last = new LinkedHashMap<>();
        store.tried(here, jobId).forEach(t -> last.put(t.trial(), t));
        return last;
    }

    private static Map<String, Result> results(Map<String, TriedTrial> last) {
        Map<String, Result> results = new LinkedHashMap<>();
        last.forEach((code, tried) -> results.put(code, tried.result()));
        return results;
    }

    private List<BeforeAfter> readings(Here here, Job job) {
        List<ProvingStore.Read> own = store.readings(here, job.id());
        List<ProvingStore.Read> others = store.others(here, job.machineModelId(), job.id());
        return Arrays.stream(Measure.values())
                .map(m -> {
                    List<Double> before = values(own, m, false);
                    List<Double> after = values(own, m, true);
                    return new BeforeAfter(
                            m,
                            m.words(),
                            m.unit(),
                            before,
                            after,
                            others.stream()
                                    .filter(o -> o.measure() == m)
                                    .map(o -> o.values().stream()
                                            .mapToDouble(v -> v)
                                            .average()
                                            .orElseThrow())
                                    .toList(),
                            before.isEmpty() || after.isEmpty()
                                    ? Optional.empty()
                                    : Optional.of(MeasuredDifference.of(before, after, m.sigma())));
                })
                .toList();
    }

    private static List<Double> values(List<ProvingStore.Read> reads, Measure measure, boolean after) {
        return reads.stream()
                .filter(r -> r.measure() == measure && r.after() == after)
                .findFirst()
                .map(ProvingStore.Read::values)
                .orElse(List.of());
    }

    static Says says(Run run) {
        double each = Proof.reliability(run.ran(), run.confidence());
        double lasts = Proof.lasts(run.ran(), run.life(), run.shape(), 0, run.confidence());
        double more = Math.max(0, Proof.runFor(0.9, run.life(), run.shape(), 0, run.confidence()) - run.ran());
        return new Says(
                each,
                lasts,
                more,
                Say.of(
                        "prove.says",
                        "unit",
                        Say.of(run.unit()),
                        "ran",
                        run.ran(),
                        "confidence",
                        100 * run.confidence(),
                        "each",
                        100 * each,
                        "lasts",
                        100 * lasts,
                        "life",
                        run.life(),
                        "more",
                        more));
    }

    private Safety safety(Here here, long jobId) {
        Optional<IntakeService.RecordedCheck> last = intake.electricalChecks(here, jobId).stream()
                .filter(c -> c.testedBy().isPresent())
                .reduce((a, b) -> b);
        return new Safety(
                intake.hazards(here, jobId).contains(MAINS),
                last.filter(c -> c.result().safeToReturn()).isPresent(),
                last);
    }

    /** Writes down how a trial ended. */
    @Transactional
    public JobProof tried(Here here, long jobId, String trial, Result result, String seen, Optional<String> key) {
        jobs.hold(here, jobId);
        return savedOnce.once(
                here,
                key,
                "trial/" + jobId + "/" + trial,
                clock.now(),
                () -> {
                    Job job = jobs.job(here, jobId);
                    TestPlan plan = plan(here, job);
                    Trial made = plan.trial(trial);
                    String said = seen.strip();
                    if (result != Result.PASSED && said.isEmpty()) {
                        throw Refused.at("seen", result == Result.FAILED ? "prove.whatShowed" : "prove.whyNot");
                    }
                    if (made.rung().compareTo(Rung.BY_HAND) > 0 && result != Result.LEFT_OUT) {
                        timers.stopProving(here, jobId).stream().findFirst().ifPresent(w -> {
                            throw new Refused("prove.cures", "what", w);
                        });
                    }
                    store.add(here, jobId, trial, result, said, clock.now());
                    jobs.write(
                            here,
                            jobId,
                            Step.PROVE,
                            Say.of("journal.tried", "trial", made.words(), "result", Say.of(result)),
                            said,
                            Optional.empty(),
                            Optional.empty());
                    return proof(here, job, plan);
                },
                () -> proof(here, jobId));
    }

    /**
     * Keeps repeats of one measure.
     *
     * @param typed blanks between; empty: none
     */
    @Transactional
    public JobProof read(Here here, long jobId, Measure measure, boolean after, String typed, Optional<String> key) {
        jobs.hold(here, jobId);
        return savedOnce.once(
                here,
                key,
                "proofReading/" + jobId,
                clock.now(),
                () -> {
                    if (typed.isBlank()) {
                        store.forget(here, jobId, measure, after);
                    } else {
                        store.read(here, jobId, measure, after, TypedReadings.read(measure, typed), clock.now());
                    }
                    jobs.write(
                            here,
                            jobId,
                            Step.PROVE,
                            Say.of(
                                    "journal.proofRead",
                                    "measure",
                                    measure.words(),
                                    "after",
                                    after,
                                    "typed",
                                    typed.strip()));
                    return proof(here, jobId);
                },
                () -> proof(here, jobId));
    }

    /** Says what is counted, how much of it ran, and how much the warranty will see. */
    @Transactional
    public JobProof run(Here here, long jobId, Run run, Optional<String> key) {
        jobs.hold(here, jobId);
        return savedOnce.once(
                here,
                key,
                "run/" + jobId,
                clock.now(),
                () -> {
                    if (!store.save(here, jobId, run)) {
                        throw new Stale(store.run(here, jobId).orElse(Run.NOTHING));
                    }
                    jobs.write(
                            here,
                            jobId,
                            Step.PROVE,
                            Say.of("journal.ran", "ran", run.ran(), "unit", Say.of(run.unit())));
                    return proof(here, jobId);
                },
                () -> proof(here, jobId));
    }

    /** Some more that ran, tapped along; not each tap is a line of the journal. */
    @Transactional
    public JobProof ranOn(Here here, long jobId, double more, Optional<String> key) {
        jobs.hold(here, jobId);
        Limits.requireBetween("ran", more, 0, 1e6);
        return savedOnce.once(
                here,
                key,
                "ranOn/" + jobId,
                clock.now(),
                () -> {
                    if (!store.ranOn(here, jobId, more)) {
                        throw new Refused("prove.countWhat");
                    }
                    return proof(here, jobId);
                },
                () -> proof(here, jobId));
    }

    /** Says that it is proved: the step is done, and the machine is ready to go. */
    @Transactional
    public Job proved(Here here, long jobId, int version, String why, Optional<String> key) {
        jobs.hold(here, jobId);
        return savedOnce.once(
                here,
                key,
                "proved/" + jobId,
                clock.now(),
                () -> {
                    Job job = jobs.lock(here, jobId, version);
                    plan(here, job)
                            .requireProved(results(last(here, jobId)), why.strip(), timers.stopProving(here, jobId));
                    requireReady(here, jobId);
                    jobs.markDone(here, jobId, Step.PROVE);
                    jobs.write(
                            here,
                            jobId,
                            Step.PROVE,
                            Say.of("journal.proved"),
                            why.strip(),
                            Optional.empty(),
                            Optional.empty());
                    if (job.place() != Place.TO_PROVE && job.place() != Place.READY_TO_GO) {
                        job = jobs.move(here, jobId, job.version(), Place.TO_PROVE, Optional.empty(), "");
                    }
                    return job.place() == Place.READY_TO_GO
                            ? jobs.job(here, jobId)
                            : jobs.move(here, jobId, job.version(), Place.READY_TO_GO, Optional.empty(), "");
                },
                () -> jobs.job(here, jobId));
    }

    /** A machine on mains goes to nobody before somebody competent has tested it. */
    @Override
    public void requireReady(Here here, long jobId) {
        Safety safety = safety(here, jobId);
        if (!safety.needed || safety.passed) {
            return;
        }
        throw safety.last
                .map(l -> new Refused(
                        "prove.testNotPassed", "findings", Say.inTurn(l.result().findings())))
                .orElseGet(() -> new Refused("prove.testFirst"));
    }

    /** Takes a machine that failed back to the bench: what was found is known, and listening begins anew. */
    @Transactional
    public Job listenAgain(Here here, long jobId, int version, Optional<String> key) {
        jobs.hold(here, jobId);
        return savedOnce.once(
                here,
                key,
                "listenAgain/" + jobId,
                clock.now(),
                () -> {
                    Job job = jobs.lock(here, jobId, version);
                    List<Say> failed = failed(here, job);
                    if (failed.isEmpty()) {
                        throw new Refused("prove.nothingFailed");
                    }
                    for (Step step : List.of(Step.LISTEN, Step.CLOSE_UP, Step.PROVE)) {
                        jobs.markUndone(here, jobId, step);
                    }
                    jobs.write(here, jobId, Step.LISTEN, Say.of("journal.listenAgain", "failed", failed));
                    return job.place() == Place.ON_THE_BENCH
                            ? jobs.job(here, jobId)
                            : jobs.move(here, jobId, job.version(), Place.ON_THE_BENCH, Optional.empty(), "");
                },
                () -> jobs.job(here, jobId));
    }

    private List<Say> failed(Here here, Job job) {
        Map<String, TriedTrial> last = last(here, job.id());
        List<Say> failed = new ArrayList<>();
        for (Trial trial : plan(here, job).trials()) {
            Optional.ofNullable(last.get(trial.code()))
                    .filter(t -> t.result() == Result.FAILED)
                    .ifPresent(t -> failed.add(Say.of("prove.failedWith", "trial", trial.words(), "seen", t.seen())));
        }
        return failed;
    }
}
