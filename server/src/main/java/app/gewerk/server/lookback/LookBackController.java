package app.gewerk.server.lookback;

import app.gewerk.server.shop.Here;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What the shop did. */
@RestController
@RequestMapping("/api/look-back")
class LookBackController {
    private final LookBackService back;

    LookBackController(LookBackService back) {
        this.back = back;
    }

    /** @param from a day of the first month, {@code to} of the last */
    @GetMapping
    LookBackService.LookedBack look(Here here, @RequestParam LocalDate from, @RequestParam LocalDate to) {
        return back.look(here, from, to);
    }

    /**
     * The jobs behind a figure.
     *
     * @param which {@code all}, {@code declined}, {@code back}, {@code late}, {@code kind}, {@code way}, {@code fault}, {@code
     *     spare}
     * @param code of the kind, way, fault or item
     */
    @GetMapping("/jobs")
    List<LookBackStore.Behind> behind(
            Here here,
            @RequestParam LocalDate from,
            @RequestParam LocalDate to,
            @RequestParam String which,
            @RequestParam(defaultValue = "") String code) {
        return back.behind(here, from, to, which, code);
    }

    @GetMapping("/figures.csv")
    ResponseEntity<byte[]> csv(Here here, @RequestParam LocalDate from, @RequestParam LocalDate to) {
        return ResponseEntity.ok()
                .contentType(new MediaType("text", "csv", StandardCharsets.UTF_8))
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"look-back.csv\"")
                .body(back.csv(here, from, to).getBytes(StandardCharsets.UTF_8));
    }
}
