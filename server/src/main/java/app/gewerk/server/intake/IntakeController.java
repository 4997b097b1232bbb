package app.gewerk.server.intake;

import app.gewerk.core.caution.Cautions;
import app.gewerk.server.job.JobService.Job;
import app.gewerk.server.shop.Here;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/intake")
class IntakeController {
    private final IntakeService intake;

    IntakeController(IntakeService intake) {
        this.intake = intake;
    }

    record Choices(List<Cautions.Kind> kinds, List<Cautions.Caution> cautions) {}

    /** Kinds of machine and the hazards they usually have. */
    @GetMapping("/choices")
    Choices choices() {
        return new Choices(intake.knowledge().kinds(), intake.knowledge().all());
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    Job takeIn(
            Here here,
            @RequestBody IntakeService.Intake what,
            @RequestHeader(name = "Idempotency-Key", required = false) @Nullable String key) {
        return intake.takeIn(here, what, Optional.ofNullable(key));
    }

    @PutMapping("/{jobId}")
    Job correct(
            Here here, @PathVariable long jobId, @RequestParam int version, @RequestBody IntakeService.Intake what) {
        return intake.correct(here, jobId, version, what);
    }

    @GetMapping("/{jobId}/cautions")
    List<IntakeService.JobCaution> cautions(@PathVariable long jobId) {
        return intake.cautions(jobId);
    }

    @PostMapping("/{jobId}/cautions/{hazard}/tick")
    List<IntakeService.JobCaution> tick(Here here, @PathVariable long jobId, @PathVariable String hazard) {
        return intake.tick(here, jobId, hazard);
    }
}
