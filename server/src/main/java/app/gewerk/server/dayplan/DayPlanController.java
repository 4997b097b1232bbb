package app.gewerk.server.dayplan;

import app.gewerk.core.account.Right;
import app.gewerk.server.http.Needs;
import app.gewerk.server.shop.Here;
import org.springframework.web.bind.annotation.GetMapping;
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

    DayPlanController(DayPlanService plans) {
        this.plans = plans;
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
    DayPlanService.BenchHours hours(Here here, @RequestBody DayPlanService.BenchHours hours) {
        return plans.saveHours(here, hours);
    }
}
