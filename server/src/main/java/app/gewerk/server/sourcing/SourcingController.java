package app.gewerk.server.sourcing;

import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/sourcing")
class SourcingController {
    private final SourcingService sourcing;

    SourcingController(SourcingService sourcing) {
        this.sourcing = sourcing;
    }

    /** Gears on offer that could take the place of the job's gear, best fit first, with their cost on the bench. */
    @GetMapping("/{jobId}/offers")
    SourcingService.Offers offers(@PathVariable long jobId, @RequestParam(defaultValue = "1") int pieces) {
        return sourcing.offers(jobId, pieces);
    }
}
