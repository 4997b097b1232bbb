package app.gewerk.server.diagnosis;

import app.gewerk.core.AtMost;
import app.gewerk.core.account.Right;
import app.gewerk.core.diagnosis.Answer;
import app.gewerk.core.diagnosis.Diagnosis;
import app.gewerk.core.diagnosis.Rhythm;
import app.gewerk.core.train.Machine;
import app.gewerk.server.http.Needs;
import app.gewerk.server.shop.Here;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.BENCH)
class DiagnosisController {
    /** More signs than the largest machine has. */
    private static final int ANSWERS = 600;

    private final DiagnosisService diagnosis;

    DiagnosisController(DiagnosisService diagnosis) {
        this.diagnosis = diagnosis;
    }

    /**
     * @param machine left out: the generic train of the kind
     * @param kind of machine; needed without one of its own
     */
    record WeighMachine(
            @Nullable Machine machine,
            @Nullable String kind,
            @AtMost(ANSWERS) Map<String, Answer> answers,
            @Nullable Set<String> opened) {}

    record WeighJob(
            @AtMost(ANSWERS) Map<String, Answer> answers,
            @Nullable Set<String> opened) {}

    record SaveHeard(
            int version,
            @AtMost(ANSWERS) Map<String, Answer> answers,
            @Nullable Set<String> opened) {}

    record StateCulprit(
            String fault, @AtMost(5000) @Nullable String why) {}

    record Doubt(Optional<Diagnosis.Question> question) {}

    /** @param tapMs when each tap came, ms from any start */
    record Tapped(
            @AtMost(200) @Nullable String what,
            @AtMost(Rhythm.MOST_TAPS) List<Double> tapMs,
            @Nullable Integer skips,
            @Nullable Double outputTurns) {}

    record Taps(@AtMost(Rhythm.MOST_TAPS) List<Double> tapMs) {}

    /** Faults, reasons and next checks from answers alone, without a job. */
    @PostMapping("/api/workings/diagnosis/weigh")
    Diagnosis.Standing weigh(@RequestBody WeighMachine ask) {
        Machine machine =
                ask.machine() != null ? ask.machine() : diagnosis.generic(ask.kind() == null ? "other" : ask.kind());
        return diagnosis.weigh(machine, ask.answers(), set(ask.opened()));
    }

    @PostMapping("/api/workings/diagnosis/rhythm")
    Rhythm rhythm(@RequestBody Taps taps) {
        return Rhythm.of(taps.tapMs());
    }

    @GetMapping("/api/diagnosis/{jobId}")
    DiagnosisService.Heard heard(Here here, @PathVariable long jobId) {
        return diagnosis.heard(here, jobId);
    }

    @PostMapping("/api/diagnosis/{jobId}/weigh")
    @Needs(Right.LOOK)
    Diagnosis.Standing weigh(Here here, @PathVariable long jobId, @RequestBody WeighJob ask) {
        return diagnosis.weigh(here, jobId, ask.answers(), set(ask.opened()));
    }

    @PutMapping("/api/diagnosis/{jobId}")
    DiagnosisService.Heard save(
            Here here,
            @PathVariable long jobId,
            @RequestBody SaveHeard save,
            @RequestHeader(name = "Idempotency-Key", required = false) @Nullable String key) {
        return diagnosis.save(
                here, jobId, save.version(), save.answers(), set(save.opened()), Optional.ofNullable(key));
    }

    @GetMapping("/api/diagnosis/{jobId}/question")
    Doubt question(Here here, @PathVariable long jobId, @RequestParam String fault) {
        return new Doubt(diagnosis.question(here, jobId, fault));
    }

    @PostMapping("/api/diagnosis/{jobId}/culprit")
    DiagnosisService.Heard stateCulprit(Here here, @PathVariable long jobId, @RequestBody StateCulprit state) {
        return diagnosis.stateCulprit(here, jobId, state.fault(), state.why() == null ? "" : state.why());
    }

    @DeleteMapping("/api/diagnosis/{jobId}/culprit")
    DiagnosisService.Heard withdrawCulprit(Here here, @PathVariable long jobId, @RequestParam String fault) {
        return diagnosis.withdrawCulprit(here, jobId, fault);
    }

    @PostMapping("/api/diagnosis/{jobId}/rhythm")
    DiagnosisService.Heard tap(Here here, @PathVariable long jobId, @RequestBody Tapped tapped) {
        return diagnosis.tap(
                here,
                jobId,
                tapped.what() == null ? "" : tapped.what(),
                tapped.tapMs(),
                Optional.ofNullable(tapped.skips()),
                Optional.ofNullable(tapped.outputTurns()));
    }

    private static Set<String> set(@Nullable Set<String> opened) {
        return opened == null ? Set.of() : opened;
    }
}
