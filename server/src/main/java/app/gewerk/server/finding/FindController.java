package app.gewerk.server.finding;

import app.gewerk.server.shop.Here;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Where a part can be had, what it has cost, how many to keep. */
@RestController
@RequestMapping("/api/stores")
class FindController {
    private final FindService find;
    private final SparesService spares;

    FindController(FindService find, SparesService spares) {
        this.find = find;
        this.spares = spares;
    }

    /**
     * Finds a part by its number, by its machine and position, by what it is, or by part of that: {@code 0.5 module 20-30
     * teeth bore 3}. Without a text, what the job's gear is or may be.
     */
    @GetMapping("/find")
    FindService.FoundParts find(
            Here here,
            @RequestParam(defaultValue = "") String text,
            @RequestParam(required = false) @Nullable Long jobId) {
        return find.find(here, text, Optional.ofNullable(jobId));
    }

    /** What an item has cost over time, and what others ask for the same. */
    @GetMapping("/prices")
    SparesService.Prices prices(Here here, @RequestParam String seller, @RequestParam String item) {
        return spares.prices(here, seller, item);
    }

    /** How many of a thing to keep. */
    @GetMapping("/shelf/{itemId}/spares")
    SparesService.SparesFor spares(
            Here here, @PathVariable long itemId, @RequestParam(defaultValue = "0.9") double service) {
        return spares.spares(here, itemId, service);
    }
}
