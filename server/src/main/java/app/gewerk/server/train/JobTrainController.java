package app.gewerk.server.train;

import app.gewerk.core.AtMost;
import app.gewerk.core.account.Right;
import app.gewerk.core.train.Machine;
import app.gewerk.server.http.Needs;
import app.gewerk.server.shop.Here;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.BENCH)
@RequestMapping("/api/train")
class JobTrainController {
    private final JobTrainService trains;

    JobTrainController(JobTrainService trains) {
        this.trains = trains;
    }

    /** @param wheel that the gear of the job is, in the train as it is drawn now */
    record GearIsWheel(@AtMost(40) String wheel, Machine machine) {}

    /** The train with the gear that was read in this job put in; nothing is kept until the train is saved. */
    @PostMapping("/{jobId}/gear")
    Machine withGear(Here here, @PathVariable long jobId, @RequestBody GearIsWheel put) {
        return trains.withGear(here, jobId, put.wheel(), put.machine());
    }
}
