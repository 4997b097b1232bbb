package app.gewerk.server.diagnosis;

import app.gewerk.core.device.HowWell;
import app.gewerk.core.diagnosis.Answer;
import app.gewerk.core.diagnosis.Clicks;
import app.gewerk.core.diagnosis.Diagnosis;
import app.gewerk.core.diagnosis.Experience;
import app.gewerk.core.diagnosis.Rhythm;
import app.gewerk.core.diagnosis.Task;
import app.gewerk.core.job.Step;
import app.gewerk.core.train.Component;
import app.gewerk.core.train.DriveStudy;
import app.gewerk.core.train.Machine;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.device.DeviceService;
import app.gewerk.server.http.Stale;
import app.gewerk.server.job.JobService;
import app.gewerk.server.job.JobService.Job;
import app.gewerk.server.knowledge.KnownHere;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.SavedOnceStore;
import app.gewerk.server.shop.ShopClock;
import java.time.OffsetDateTime;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What was observed of a job's machine, the faults it points to, and the culprit once it is found. */
@Service
public class DiagnosisService {
    private final DiagnosisStore store;
    private final SavedOnceStore savedOnce;
    private final JobService jobs;
    private final DeviceService devices;
    private final ShopClock clock;

    private final KnownHere known;

    DiagnosisService(
            DiagnosisStore store,
            SavedOnceStore savedOnce,
            JobService jobs,
            DeviceService devices,
            ShopClock clock,
            KnownHere known) {
        this.known = known;
        this.store = store;
        this.savedOnce = savedOnce;
        this.jobs = jobs;
        this.devices = devices;
        this.clock = clock;
    }

    public record Culprit(String fault, Say words, String why, String by, OffsetDateTime at) {}

    /** So many faults are kept with what was given for them. */
    private static final int CLAIMED = 12;

    /** What was given for each fault of these jobs before a culprit was stated, the likeliest first. */
    @Transactional(readOnly = true)
    public Map<Long, List<HowWell.Claimed>> claims(Here here, Collection<Long> jobIds) {
        return store.claims(here, jobIds);
    }

    /** Clicks tapped along, kept for the arithmetic of the train. */
    public record TappedRhythm(
            long id, String what, Rhythm rhythm, Optional<Integer> skips, Optional<Double> outputTurns, String by) {}

    /**
     * Everything about the step Listen.
     *
     * @param ownTrain true when the device book has this model's own train
     * @param answers by sign key; what is left out was not tried
     * @param clicksNamed the parts that the tapped rhythms fit, the likeliest first
     * @param whatElse what may be wrong beside the culprits stated; looked for again before the machine goes back
     */
    public record Heard(
            int version,
            boolean ownTrain,
            int trainVersion,
            Machine machine,
            List<Task> tasks,
            Map<String, Answer> answers,
            List<String> opened,
            Diagnosis.Standing standing,
            List<Culprit> culprits,
            List<Diagnosis.StillPossible> whatElse,
            List<TappedRhythm> rhythms,
            List<Clicks.Named> clicksNamed) {}

    /** Where things stand for a machine without a job. */
    public Diagnosis.Standing weigh(Machine machine, Map<String, Answer> answers, Set<String> opened) {
        return new Diagnosis(known.now().diagnosis(), machine, Experience.NONE).standing(answers, opened);
    }

    public Machine generic(String kind) {
        return devices.generic(kind);
    }

    /** Where things would stand with these answers, nothing kept. */
    @Transactional(readOnly = true)
    public Diagnosis.Standing weigh(Here here, long jobId, Map<String, Answer> answers, Set<String> opened) {
        Job job = jobs.job(here, jobId);
        Diagnosis diagnosis = diagnosis(here, job);
        return diagnosis.standing(known(diagnosis, answers), opened);
    }

    private Diagnosis diagnosis(Here here, Job job) {
        return diagnosis(here, job, devices.train(here, job.machineModelId()).machine());
    }

    private Diagnosis diagnosis(Here here, Job job, Machine machine) {
        return diagnosis(here, job, machine, clicks(machine, store.rhythms(here, job.id())));
    }

    private Diagnosis diagnosis(Here here, Job job, Machine machine, Clicks clicks) {
        return new Diagnosis(
                known.now().diagnosis(), machine, devices.experience(here, job.machineModelId(), job.id()), clicks);
    }

    /** Which part the rhythms tapped along belong to, as far as its train is known. */
    private Clicks clicks(Machine machine, List<TappedRhythm> rhythms) {
        return machine.drive()
                .filter(any -> !rhythms.isEmpty())
                .map(drive -> Clicks.of(
                        drive,
                        DriveStudy.of(drive, known.now().materials(), DriveStudy.USUAL_C),
                        rhythms.stream()
                                .map(r -> new Clicks.Tapped(r.rhythm(), r.skips(), r.outputTurns()))
                                .toList(),
                        machine.components().stream().collect(Collectors.toMap(Component::code, Component::words))))
                .orElse(Clicks.NONE);
    }

    /** Answers about parts that the train no longer has are kept but do not count. */
    private static Map<String, Answer> known(Diagnosis diagnosis, Map<String, Answer> answers) {
        Map<String, Answer> known = new LinkedHashMap<>(answers);
        known.keySet().removeIf(k -> !diagnosis.knows(k));
        return known;
    }

    @Transactional(readOnly = true)
    public Heard heard(Here here, long jobId) {
        Job job = jobs.job(here, jobId);
        DeviceService.Train train = devices.train(here, job.machineModelId());
        List<TappedRhythm> rhythms = store.rhythms(here, jobId);
        Clicks clicks = clicks(train.machine(), rhythms);
        Diagnosis diagnosis = diagnosis(here, job, train.machine(), clicks);
        Map<String, Answer> answers = store.answers(here, jobId);
        List<Culprit> culprits = store.culprits(here, jobId);
        Map<String, Answer> known = known(diagnosis, answers);
        return new Heard(
                job.listenVersion(),
                train.own(),
                train.version(),
                train.machine(),
                diagnosis.tasks(),
                answers,
                job.opened(),
                diagnosis.standing(known, Set.copyOf(job.opened())),
                culprits,
                whatElse(diagnosis, known, culprits),
                rhythms,
                clicks.named());
    }

    /** The machine as it is described, the culprits stated, and what may be wrong with it besides them. */
    public record BesideCulprits(Machine machine, List<Culprit> culprits, List<Diagnosis.StillPossible> whatElse) {}

    @Transactional(readOnly = true)
    public BesideCulprits besideCulprits(Here here, long jobId) {
        Job job = jobs.job(here, jobId);
        Machine machine = devices.train(here, job.machineModelId()).machine();
        List<Culprit> stated = store.culprits(here, jobId);
        if (stated.isEmpty()) {
            return new BesideCulprits(machine, stated, List.of());
        }
        Diagnosis diagnosis = diagnosis(here, job, machine);
        return new BesideCulprits(
                machine, stated, whatElse(diagnosis, known(diagnosis, store.answers(here, jobId)), stated));
    }

    /** Culprits that the train no longer has do not count. */
    private static List<Diagnosis.StillPossible> whatElse(
            Diagnosis diagnosis, Map<String, Answer> known, List<Culprit> stated) {
        List<String> culprits = stated.stream()
                .map(Culprit::fault)
                .filter(f -> diagnosis.faults().stream().anyMatch(g -> g.key().equals(f)))
                .toList();
        return culprits.isEmpty() ? List.of() : diagnosis.whatElse(known, culprits);
    }

    /** A sign that was tried, and how it turned out. */
    public record Tried(String key, Say words, Answer answer) {}

    /** What a job's record keeps of the step Listen: what was found out, not what could still be asked. */
    public record Findings(
            List<Tried> tried, List<Diagnosis.Likely> faults, List<Culprit> culprits, List<TappedRhythm> rhythms) {}

    @Transactional(readOnly = true)
    public Findings findings(Here here, long jobId) {
        Job job = jobs.job(here, jobId);
        Diagnosis diagnosis = diagnosis(here, job);
        Map<String, Answer> answers = store.answers(here, jobId);
        List<Tried> tried = diagnosis.signs().stream()
                .filter(sign -> answers.containsKey(sign.key()))
                .map(sign -> new Tried(sign.key(), sign.words(), answers.get(sign.key())))
                .toList();
        return new Findings(
                tried,
                diagnosis.likeliest(known(diagnosis, answers), 3),
                store.culprits(here, jobId),
                store.rhythms(here, jobId));
    }

    @Transactional
    public Heard save(
            Here here, long jobId, int version, Map<String, Answer> answers, Set<String> opened, Optional<String> key) {
        keep(here, jobId, version, answers, opened, key);
        return heard(here, jobId);
    }

    /** Keeps answers; what they come to is not reckoned. */
    @Transactional
    public void keep(
            Here here, long jobId, int version, Map<String, Answer> answers, Set<String> opened, Optional<String> key) {
        Job job = jobs.job(here, jobId);
        if (!savedOnce.isNew(here, key, "heard/" + jobId, clock.now())) {
            return;
        }
        Map<String, Answer> tried = new LinkedHashMap<>(answers);
        tried.values().removeIf(a -> a == Answer.NOT_TRIED);
        Diagnosis diagnosis = diagnosis(here, job);
        Map<String, Answer> before = store.answers(here, jobId);
        for (String sign : tried.keySet()) {
            if (!diagnosis.knows(sign) && !before.containsKey(sign)) {
                throw new Refused("machine.noObservation", "key", sign);
            }
        }
        if (!jobs.raiseListenVersion(here, jobId, version)) {
            throw new Stale(heard(here, jobId));
        }
        store.replace(here, jobId, tried);
        jobs.setOpened(here, jobId, opened);
        jobs.markDone(here, jobId, Step.LISTEN);
        Diagnosis.Likely first = diagnosis.likeliest(known(diagnosis, tried), 1).getFirst();
        long told = tried.values().stream().filter(a -> a != Answer.CANNOT).count();
        jobs.write(
                here,
                jobId,
                Step.LISTEN,
                Say.of(
                        "journal.observed",
                        "told",
                        told,
                        "fault",
                        first.words(),
                        "percent",
                        Math.round(100 * first.probability())),
                "",
                Optional.of(before),
                Optional.of(tried));
    }

    /** Whether to think again before putting a fault right; nothing when all speaks for it. */
    @Transactional(readOnly = true)
    public Optional<Diagnosis.Question> question(Here here, long jobId, String fault) {
        Job job = jobs.job(here, jobId);
        Diagnosis diagnosis = diagnosis(here, job);
        return question(here, job, diagnosis, fault);
    }

    private Optional<Diagnosis.Question> question(Here here, Job job, Diagnosis diagnosis, String fault) {
        return diagnosis.question(known(diagnosis, store.answers(here, job.id())), Set.copyOf(job.opened()), fault);
    }

    @Transactional
    public Heard stateCulprit(Here here, long jobId, String fault, String why) {
        keepCulprit(here, jobId, fault, why);
        return heard(here, jobId);
    }

    /** States the culprit. One that little speaks for wants a reason, which is kept. */
    @Transactional
    public void keepCulprit(Here here, long jobId, String fault, String why) {
        Job job = jobs.job(here, jobId);
        Diagnosis diagnosis = diagnosis(here, job);
        Say words = diagnosis.faults().stream()
                .filter(f -> f.key().equals(fault))
                .findFirst()
                .orElseThrow(() -> Refused.at("fault", "culprit.pick"))
                .words();
        Optional<Diagnosis.Question> doubt = question(here, job, diagnosis, fault);
        if (doubt.isPresent() && why.isBlank()) {
            throw Refused.at("why", "culprit.why", "doubt", doubt.get().words());
        }
        // As it stood before anybody said so: how true it was is seen from this.
        if (store.culprits(here, jobId).isEmpty()) {
            Map<String, Answer> answers = known(diagnosis, store.answers(here, jobId));
            store.keepClaim(here, jobId, diagnosis.likeliest(answers, CLAIMED), clock.now());
        }
        store.addCulprit(here, jobId, fault, words, why.strip(), clock.now());
        jobs.markDone(here, jobId, Step.LISTEN);
        jobs.write(
                here,
                jobId,
                Step.LISTEN,
                Say.of("journal.culpritFound", "fault", words),
                why,
                doubt.map(Diagnosis.Question::likelier),
                Optional.of(fault));
    }

    @Transactional
    public Heard withdrawCulprit(Here here, long jobId, String fault) {
        jobs.job(here, jobId);
        store.culprits(here, jobId).stream()
                .filter(c -> c.fault().equals(fault))
                .findFirst()
                .ifPresent(c -> {
                    store.removeCulprit(here, jobId, fault);
                    jobs.write(
                            here,
                            jobId,
                            Step.LISTEN,
                            Say.of("journal.culpritWithdrawn", "fault", c.words()),
                            "",
                            Optional.of(fault),
                            Optional.empty());
                });
        return heard(here, jobId);
    }

    /** Keeps clicks tapped along, and skips counted over turns of the output. */
    @Transactional
    public Heard tap(
            Here here,
            long jobId,
            String what,
            List<Double> tapMs,
            Optional<Integer> skips,
            Optional<Double> outputTurns) {
        jobs.job(here, jobId);
        Rhythm rhythm = Rhythm.of(tapMs);
        if (skips.filter(s -> s < 0 || s > 10_000).isPresent()
                || outputTurns.filter(t -> !(t > 0 && t <= 10_000)).isPresent()) {
            throw Refused.at("skips", "rhythm.skips");
        }
        String words = what.strip();
        if (words.length() > 200) {
            throw Refused.at("what", "rhythm.what");
        }
        store.addRhythm(here, jobId, words, tapMs, skips, outputTurns, clock.now());
        jobs.write(
                here,
                jobId,
                Step.LISTEN,
                tapped(words, rhythm, skips, outputTurns),
                "",
                Optional.empty(),
                Optional.of(rhythm));
        return heard(here, jobId);
    }

    private static Say tapped(String words, Rhythm rhythm, Optional<Integer> skips, Optional<Double> turns) {
        Say what = words.isEmpty() ? Say.of("clicks") : Say.typed(words);
        long periodMs = Math.round(rhythm.periodMs());
        double uncertaintyMs = Math.round(10 * rhythm.uncertaintyMs()) / 10.0;
        return skips.map(s -> Say.of(
                        "journal.tappedSkips",
                        "what",
                        what,
                        "periodMs",
                        periodMs,
                        "uncertaintyMs",
                        uncertaintyMs,
                        "skips",
                        s,
                        "turns",
                        turns.orElse(1.0)))
                .orElseGet(() ->
                        Say.of("journal.tapped", "what", what, "periodMs", periodMs, "uncertaintyMs", uncertaintyMs));
    }
}
