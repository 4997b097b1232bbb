package app.gewerk.server.damage;

import app.gewerk.core.damage.Pattern;
import app.gewerk.core.damage.ToothMap;
import app.gewerk.server.shop.Here;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

@RestController
class DamageController {
    private final DamageService damage;

    DamageController(DamageService damage) {
        this.damage = damage;
    }

    record SaveMap(int version, ToothMap map) {}

    /** What a tooth map says, without a job. */
    @PostMapping("/api/workings/damage/read")
    Pattern.Reading read(@RequestBody ToothMap map) {
        return Pattern.read(map);
    }

    @GetMapping("/api/damage/{jobId}")
    DamageService.Mapped mapped(@PathVariable long jobId) {
        return damage.mapped(jobId);
    }

    /** What this map would say on this job's machine; nothing kept. */
    @PostMapping("/api/damage/{jobId}/read")
    DamageService.MapReading read(@PathVariable long jobId, @RequestBody ToothMap map) {
        return damage.read(jobId, map);
    }

    @PutMapping("/api/damage/{jobId}")
    DamageService.Mapped save(Here here, @PathVariable long jobId, @RequestBody SaveMap save) {
        return damage.save(here, jobId, save.version(), save.map());
    }
}
