package app.gewerk.server.proving;

import app.gewerk.core.AtMost;
import app.gewerk.core.Wire;
import app.gewerk.core.account.Right;
import app.gewerk.core.proving.Measure;
import app.gewerk.core.proving.TestPlan.Result;
import app.gewerk.server.http.Needs;
import app.gewerk.server.job.JobService;
import app.gewerk.server.shop.Here;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Whether it really works. */
@RestController
@Needs(Right.BENCH)
@RequestMapping("/api/proving/{jobId}")
class ProvingController {
    private static final String KEY = "Idempotency-Key";

    private final ProvingService proving;

    ProvingController(ProvingService proving) {
        this.proving = proving;
    }

    /**
     * @param result {@code passed}, {@code failed} or {@code leftOut}
     * @param seen what it showed; why, of one left out
     */
    record TriedSpec(
            @AtMost(400) String trial,
            @AtMost(20) String result,
            @AtMost(2000) @Nullable String seen) {}

    /** @param typed repeats, blanks between; empty takes them away */
    record ProofReadingSpec(
            @AtMost(20) String measure,
            boolean after,
            @AtMost(1000) String typed) {}

    /** @param unit {@code strokes}, {@code turns} or {@code hours} */
    record RunSpec(@AtMost(20) String unit, double ran, double life, double shape, double confidence, int version) {}

    record RanOn(double more) {}

    record ProvedSpec(int version, @AtMost(2000) @Nullable String why) {}

    record ListenAgain(int version) {}

    @GetMapping
    ProvingService.JobProof proof(Here here, @PathVariable long jobId) {
        return proving.proof(here, jobId);
    }

    @PostMapping("/trials")
    ProvingService.JobProof tried(
            Here here,
            @PathVariable long jobId,
            @RequestBody TriedSpec spec,
            @RequestHeader(name = KEY, required = false) @Nullable String key) {
        return proving.tried(
                here,
                jobId,
                spec.trial(),
                Wire.parse(Result.class, spec.result()),
                spec.seen() == null ? "" : spec.seen(),
                Optional.ofNullable(key));
    }

    @PutMapping("/readings")
    ProvingService.JobProof read(
            Here here,
            @PathVariable long jobId,
            @RequestBody ProofReadingSpec spec,
            @RequestHeader(name = KEY, required = false) @Nullable String key) {
        return proving.read(
                here,
                jobId,
                Wire.parse(Measure.class, spec.measure()),
                spec.after(),
                spec.typed(),
                Optional.ofNullable(key));
    }

    @PutMapping("/run")
    ProvingService.JobProof run(
            Here here,
            @PathVariable long jobId,
            @RequestBody RunSpec spec,
            @RequestHeader(name = KEY, required = false) @Nullable String key) {
        return proving.run(
                here,
                jobId,
                new ProvingService.Run(
                        Wire.parse(ProvingService.Counted.class, spec.unit()),
                        spec.ran(),
                        spec.life(),
                        spec.shape(),
                        spec.confidence(),
                        spec.version()),
                Optional.ofNullable(key));
    }

    @PostMapping("/run/on")
    ProvingService.JobProof ranOn(
            Here here,
            @PathVariable long jobId,
            @RequestBody RanOn on,
            @RequestHeader(name = KEY, required = false) @Nullable String key) {
        return proving.ranOn(here, jobId, on.more(), Optional.ofNullable(key));
    }

    @PostMapping("/proved")
    JobService.Job proved(
            Here here,
            @PathVariable long jobId,
            @RequestBody ProvedSpec spec,
            @RequestHeader(name = KEY, required = false) @Nullable String key) {
        return proving.proved(
                here, jobId, spec.version(), spec.why() == null ? "" : spec.why(), Optional.ofNullable(key));
    }

    @PostMapping("/listen-again")
    JobService.Job listenAgain(
            Here here,
            @PathVariable long jobId,
            @RequestBody ListenAgain again,
            @RequestHeader(name = KEY, required = false) @Nullable String key) {
        return proving.listenAgain(here, jobId, again.version(), Optional.ofNullable(key));
    }
}
