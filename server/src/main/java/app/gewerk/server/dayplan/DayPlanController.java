package app.gewerk.server.dayplan;

import app.gewerk.core.Wire;
import app.gewerk.core.account.Right;
import app.gewerk.server.http.Needs;
import app.gewerk.server.shop.Here;
import java.util.Optional;
import java.util.OptionalDouble;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What to work on now, and what can be promised. */
@RestController
@RequestMapping("/api/dayplan")
class DayPlanController {
    private final DayPlanService plans;
    private final InterruptionService interruptions;

    DayPlanController(DayPlanService plans, InterruptionService interruptions) {
        this.plans = plans;
        this.interruptions = interruptions;
    }

    @GetMapping
    DayPlanService.WorkPlan plan(Here here) {
        return plans.plan(here);
    }

    /**
     * @param minutes the job will take at the bench
     * @param arrives days until its part is here
     * @param due days from today that are asked for
     */
    @GetMapping("/promise")
    DayPlanService.PromiseOutlook promise(
            Here here,
            @RequestParam double minutes,
            @RequestParam(defaultValue = "0") int arrives,
            @RequestParam(defaultValue = "5") int due) {
        return plans.promise(here, minutes, arrives, due);
    }

    @PutMapping("/hours")
    @Needs(Right.SHOP)
    BenchHours hours(Here here, @RequestBody BenchHours hours) {
        return plans.saveHours(here, hours);
    }

    /** @param jobId what lay on the bench */
    record Interrupted(String kind, Optional<Long> jobId) {}

    /** @param minutes it took; left out: until now */
    record BackAtWork(Optional<Double> minutes) {}

    @GetMapping("/interruption")
    InterruptionService.MyInterruption interruption(Here here) {
        return interruptions.mine(here);
    }

    @PostMapping("/interruption")
    @Needs(Right.BENCH)
    InterruptionService.MyInterruption interrupted(Here here, @RequestBody Interrupted interrupted) {
        return interruptions.begin(
                here, Wire.parse(InterruptionService.Kind.class, interrupted.kind()), interrupted.jobId());
    }

    @PostMapping("/interruption/over")
    @Needs(Right.BENCH)
    InterruptionService.MyInterruption over(Here here, @RequestBody BackAtWork back) {
        return interruptions.over(here, back.minutes().map(OptionalDouble::of).orElse(OptionalDouble.empty()));
    }
}
