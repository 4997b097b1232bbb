package app.gewerk.server.diagnosis;

import app.gewerk.core.diagnosis.Answer;
import app.gewerk.core.diagnosis.Diagnosis;
import app.gewerk.server.shop.Here;
import java.util.List;
import java.util.Map;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

@RestController
class DiagnosisController {
    private final DiagnosisService diagnosis;

    DiagnosisController(DiagnosisService diagnosis) {
        this.diagnosis = diagnosis;
    }

    record Answers(Map<String, Answer> answers) {}

    record SaveHeard(int version, Map<String, Answer> answers) {}

    /** Faults ranked from observations alone, without a job. */
    @PostMapping("/api/workings/diagnosis/rank")
    List<Diagnosis.Ranked> rank(@RequestBody Answers answers) {
        return diagnosis.rank(answers.answers());
    }

    @GetMapping("/api/diagnosis/{jobId}")
    DiagnosisService.Heard heard(@PathVariable long jobId) {
        return diagnosis.heard(jobId);
    }

    @PutMapping("/api/diagnosis/{jobId}")
    DiagnosisService.Heard save(Here here, @PathVariable long jobId, @RequestBody SaveHeard save) {
        return diagnosis.save(here, jobId, save.version(), save.answers());
    }
}
