package app.gewerk.server.damage;

import app.gewerk.core.account.Right;
import app.gewerk.core.damage.Pattern;
import app.gewerk.core.damage.ToothMap;
import app.gewerk.server.http.Needs;
import app.gewerk.server.knowledge.KnownHere;
import app.gewerk.server.shop.Here;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.BENCH)
class DamageController {
    private final DamageService damage;

    private final KnownHere known;

    DamageController(DamageService damage, KnownHere known) {
        this.known = known;
        this.damage = damage;
    }

    record SaveMap(int version, ToothMap map) {}

    /** What a tooth map says, without a job. */
    @PostMapping("/api/workings/damage/read")
    Pattern.Reading read(@RequestBody ToothMap map) {
        return Pattern.read(map, known.now().causes());
    }

    @GetMapping("/api/damage/{jobId}")
    DamageService.Mapped mapped(Here here, @PathVariable long jobId) {
        return damage.mapped(here, jobId);
    }

    /** What this map would say on this job's machine; nothing kept. */
    @PostMapping("/api/damage/{jobId}/read")
    @Needs(Right.LOOK)
    DamageService.MapReading read(Here here, @PathVariable long jobId, @RequestBody ToothMap map) {
        return damage.read(here, jobId, map);
    }

    @PutMapping("/api/damage/{jobId}")
    DamageService.Mapped save(
            Here here,
            @PathVariable long jobId,
            @RequestBody SaveMap save,
            @RequestHeader(name = "Idempotency-Key", required = false) @Nullable String key) {
        return damage.save(here, jobId, save.version(), save.map(), Optional.ofNullable(key));
    }
}
