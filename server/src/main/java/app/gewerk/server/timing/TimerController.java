package app.gewerk.server.timing;

import app.gewerk.core.AtMost;
import app.gewerk.core.Wire;
import app.gewerk.core.account.Right;
import app.gewerk.core.job.TimerKind;
import app.gewerk.server.http.Needs;
import app.gewerk.server.shop.Here;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RestController;

/** Times that run for trays. */
@RestController
@Needs(Right.BENCH)
class TimerController {
    private final TimerService timers;

    TimerController(TimerService timers) {
        this.timers = timers;
    }

    /** @param kind {@code mouldFirm}, {@code castFirm} or {@code castStrong} */
    record TimerSpec(@AtMost(20) String kind, double minutes) {}

    record TimersSpec(@AtMost(10) List<TimerSpec> timers) {}

    /** All that run, and those that are over and nobody has seen to; the next to be over first. */
    @GetMapping("/api/timers")
    List<TimerService.TrayTimer> all(Here here) {
        return timers.all(here);
    }

    /** Begins times for a tray, all from now on. */
    @PostMapping("/api/job/{id}/timers")
    List<TimerService.TrayTimer> begin(
            Here here,
            @PathVariable long id,
            @RequestBody TimersSpec spec,
            @RequestHeader(name = "Idempotency-Key", required = false) @Nullable String key) {
        return timers.begin(
                here,
                id,
                spec.timers().stream()
                        .map(t -> new TimerService.NewTimer(Wire.parse(TimerKind.class, t.kind()), t.minutes()))
                        .toList(),
                Optional.ofNullable(key));
    }

    @DeleteMapping("/api/job/{id}/timers/{timer}")
    List<TimerService.TrayTimer> end(Here here, @PathVariable long id, @PathVariable int timer) {
        return timers.end(here, id, timer);
    }
}
