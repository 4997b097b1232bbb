package app.gewerk.server.diagnosis;

import app.gewerk.core.diagnosis.Answer;
import app.gewerk.core.diagnosis.Diagnosis;
import app.gewerk.core.diagnosis.Observation;
import app.gewerk.core.job.Step;
import app.gewerk.server.http.Stale;
import app.gewerk.server.job.JobService;
import app.gewerk.server.shop.Here;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What was observed of a job's machine, and the faults it points to. */
@Service
public class DiagnosisService {
    private final DiagnosisStore store;
    private final JobService jobs;
    private final Diagnosis diagnosis = Diagnosis.fromKnowledge();

    DiagnosisService(DiagnosisStore store, JobService jobs) {
        this.store = store;
        this.jobs = jobs;
    }

    /** @param answers by observation code; what is left out was not tried */
    public record Heard(
            int version, List<Observation> observations, Map<String, Answer> answers, List<Diagnosis.Ranked> faults) {}

    public List<Diagnosis.Ranked> rank(Map<String, Answer> answers) {
        return diagnosis.rank(answers);
    }

    @Transactional(readOnly = true)
    public Heard heard(long jobId) {
        int version = jobs.job(jobId).listenVersion();
        Map<String, Answer> answers = store.answers(jobId);
        return new Heard(version, diagnosis.observations(), answers, diagnosis.rank(answers));
    }

    @Transactional
    public Heard save(Here here, long jobId, int version, Map<String, Answer> answers) {
        Map<String, Answer> tried = new LinkedHashMap<>(answers);
        tried.values().removeIf(a -> a == Answer.NOT_TRIED);
        List<Diagnosis.Ranked> faults = diagnosis.rank(tried);
        Map<String, Answer> before = store.answers(jobId);
        if (!jobs.raiseListenVersion(jobId, version)) {
            throw new Stale(heard(jobId));
        }
        store.replace(here.shopId(), jobId, tried);
        jobs.markDone(jobId, Step.LISTEN);
        Diagnosis.Ranked first = faults.getFirst();
        jobs.write(
                here,
                jobId,
                Step.LISTEN,
                "Observed " + tried.size() + " things; most likely: "
                        + first.fault().words() + " (" + Math.round(100 * first.probability()) + " %)",
                "",
                Optional.of(before),
                Optional.of(tried));
        return heard(jobId);
    }
}
