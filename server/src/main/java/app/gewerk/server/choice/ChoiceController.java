package app.gewerk.server.choice;

import app.gewerk.core.AtMost;
import app.gewerk.core.account.Right;
import app.gewerk.core.job.Way;
import app.gewerk.core.words.Say;
import app.gewerk.server.http.Needs;
import app.gewerk.server.job.JobService.Job;
import app.gewerk.server.shop.Here;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.BENCH)
@RequestMapping("/api/choice")
class ChoiceController {
    private final ChoiceService choices;

    ChoiceController(ChoiceService choices) {
        this.choices = choices;
    }

    record Decide(int version, Way way, @AtMost(5000) String reason, ChoiceService.@Nullable OrderRequest order) {}

    record WayView(Way way, Say words, Say leadsTo) {}

    @GetMapping("/ways")
    List<WayView> ways() {
        return Arrays.stream(Way.values())
                .map(w -> new WayView(w, w.words(), Say.of(w.leadsTo())))
                .toList();
    }

    @GetMapping("/{jobId}")
    List<ChoiceService.Decision> decisions(Here here, @PathVariable long jobId) {
        return choices.decisions(here, jobId);
    }

    @PostMapping("/{jobId}")
    Job decide(
            Here here,
            @PathVariable long jobId,
            @RequestBody Decide decide,
            @RequestHeader(name = "Idempotency-Key", required = false) @Nullable String key) {
        return choices.decide(
                here, jobId, decide.version(), decide.way(), decide.reason(), decide.order(), Optional.ofNullable(key));
    }
}
