package app.gewerk.server.choice;

import app.gewerk.core.AtMost;
import app.gewerk.core.Wire;
import app.gewerk.core.account.Right;
import app.gewerk.core.choice.Circumstances;
import app.gewerk.core.choice.Wish;
import app.gewerk.core.fit.Alteration;
import app.gewerk.core.gear.Pitch;
import app.gewerk.core.job.Way;
import app.gewerk.core.sourcing.GearAsListed;
import app.gewerk.core.words.Say;
import app.gewerk.server.http.Needs;
import app.gewerk.server.job.JobService.Job;
import app.gewerk.server.shop.Here;
import app.gewerk.server.sourcing.NeedService;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.BENCH)
@RequestMapping("/api/choice")
class ChoiceController {
    private final ChoiceService choices;
    private final WeighingService weighing;

    ChoiceController(ChoiceService choices, WeighingService weighing) {
        this.choices = choices;
        this.weighing = weighing;
    }

    /** @param version of what was said; 0 the first time */
    record SaySo(int version, Wish wish, Circumstances circumstances) {}

    /** @param need of what is to be ordered together with what others need, in place of an order */
    record Decide(
            int version,
            Way way,
            @AtMost(5000) String reason,
            ChoiceService.@Nullable OrderRequest order,
            NeedService.@Nullable Needing need) {}

    record WayView(Way way, Say words, Say leadsTo) {}

    @GetMapping("/ways")
    List<WayView> ways() {
        return Arrays.stream(Way.values())
                .map(w -> new WayView(w, w.words(), Say.of(w.leadsTo())))
                .toList();
    }

    /** How the ways of mending turned out on a model of the device book. */
    @GetMapping("/of-model/{modelId}")
    List<WeighingService.TurnedOut> turnedOut(Here here, @PathVariable long modelId) {
        return weighing.turnedOut(here, modelId);
    }

    @GetMapping("/{jobId}")
    List<ChoiceService.Decision> decisions(Here here, @PathVariable long jobId) {
        return choices.decisions(here, jobId);
    }

    /**
     * The ways to put a job's gear right, weighed from all its steps, the best for the wish first.
     *
     * @param sellers whether sellers are asked, which may take a while
     * @param wish another than the one kept, to look at
     */
    @GetMapping("/{jobId}/judgement")
    WeighingService.Judgement judgement(
            Here here,
            @PathVariable long jobId,
            @RequestParam(defaultValue = "false") boolean sellers,
            @RequestParam(defaultValue = "") String wish) {
        return weighing.judged(
                here, jobId, sellers, wish.isEmpty() ? Optional.empty() : Optional.of(Wire.parse(Wish.class, wish)));
    }

    /**
     * What has to be done to a gear that is listed before it serves in a job, in the order of work.
     *
     * @param system {@code module}, {@code diametralPitch} or {@code circularPitch}
     * @param bore mm, 0 where the list does not say; {@code width} likewise
     */
    @GetMapping("/{jobId}/alteration")
    Alteration alteration(
            Here here,
            @PathVariable long jobId,
            @RequestParam(defaultValue = "module") String system,
            @RequestParam double pitch,
            @RequestParam int teeth,
            @RequestParam(defaultValue = "20") double angle,
            @RequestParam(defaultValue = "false") boolean stub,
            @RequestParam(defaultValue = "0") double bore,
            @RequestParam(defaultValue = "0") double width,
            @RequestParam(defaultValue = "") String material) {
        return weighing.alteration(
                here,
                jobId,
                new GearAsListed(
                        new Pitch(Wire.parse(Pitch.System.class, system), pitch),
                        teeth,
                        angle,
                        stub,
                        bore,
                        width,
                        material));
    }

    /** Keeps what is known around the gear, and what the owner cares about. */
    @PutMapping("/{jobId}/circumstances")
    WeighingService.Judgement say(
            Here here,
            @PathVariable long jobId,
            @RequestBody SaySo said,
            @RequestHeader(name = "Idempotency-Key", required = false) @Nullable String key) {
        return weighing.say(here, jobId, said.version(), said.wish(), said.circumstances(), Optional.ofNullable(key));
    }

    @PostMapping("/{jobId}")
    Job decide(
            Here here,
            @PathVariable long jobId,
            @RequestBody Decide decide,
            @RequestHeader(name = "Idempotency-Key", required = false) @Nullable String key) {
        return choices.decide(
                here,
                jobId,
                decide.version(),
                decide.way(),
                decide.reason(),
                decide.order(),
                decide.need(),
                Optional.ofNullable(key));
    }
}
