package app.gewerk.server.lasting;

import app.gewerk.core.account.Right;
import app.gewerk.server.http.Needs;
import app.gewerk.server.shop.Here;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Machines that came back, and how long mends last. */
@RestController
class LastingController {
    private final LastingService lasting;

    LastingController(LastingService lasting) {
        this.lasting = lasting;
    }

    /** @param of the earlier job; left out where it did not come back with a mend */
    record CameBack(@Nullable Long of) {}

    @GetMapping("/api/lasting/{jobId}/before")
    List<LastingService.Before> before(Here here, @PathVariable long jobId) {
        return lasting.before(here, jobId);
    }

    @PutMapping("/api/lasting/{jobId}/before")
    @Needs(Right.COUNTER)
    List<LastingService.Before> cameBack(Here here, @PathVariable long jobId, @RequestBody CameBack back) {
        return lasting.cameBack(here, jobId, Optional.ofNullable(back.of()));
    }

    @GetMapping("/api/device/{modelId}/lasted")
    List<LastingService.WayLasted> lasted(Here here, @PathVariable long modelId) {
        return lasting.lasted(here, modelId);
    }
}
