package app.gewerk.server.sourcing;

import app.gewerk.core.AtMost;
import app.gewerk.core.Wire;
import app.gewerk.core.account.Right;
import app.gewerk.core.sourcing.Arrived;
import app.gewerk.core.words.Say;
import app.gewerk.server.http.Needs;
import app.gewerk.server.reading.ReadingService.Wanted;
import app.gewerk.server.shop.Here;
import app.gewerk.server.sourcing.NeedService.Need;
import app.gewerk.server.sourcing.NeedService.NeedWord;
import app.gewerk.server.sourcing.NeedService.Needing;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.json.JsonMapper;

/** What is needed over all jobs, what to order for it, and what is on its way. */
@RestController
@Needs(Right.BENCH)
@RequestMapping("/api/sourcing")
class PlanController {
    private final NeedService needs;
    private final PlanningService planning;
    private final Purchasing purchasing;
    private final JsonMapper json;

    PlanController(NeedService needs, PlanningService planning, Purchasing purchasing, JsonMapper json) {
        this.json = json;
        this.needs = needs;
        this.planning = planning;
        this.purchasing = purchasing;
    }

    record SaveNeed(int version, Needing needing) {}

    record SaidWord(@AtMost(100) String seller, @AtMost(100) String itemNumber, boolean held) {}

    record PlacePlan(@AtMost(200) List<PlacedParcel> parcels) {}

    record PlacedParcel(
            @AtMost(100) String seller, @AtMost(1000) List<PlacedLine> lines) {}

    record PlacedLine(
            @AtMost(30) String needId, @AtMost(100) String itemNumber, int pieces, Optional<BigDecimal> seenPrice) {}

    record LineBecame(@AtMost(20) String outcome, int pieces) {}

    /** A job's need that is not filled yet. */
    record NeedOfJob(Optional<Need> need) {}

    @GetMapping("/needs")
    List<Need> open(Here here) {
        return needs.open(here);
    }

    @GetMapping("/{jobId}/need")
    NeedOfJob ofJob(Here here, @PathVariable long jobId) {
        return new NeedOfJob(needs.ofJob(here, jobId));
    }

    @PutMapping("/needs/{needId}")
    Need change(Here here, @PathVariable long needId, @RequestBody SaveNeed save) {
        return needs.change(here, needId, save.version(), save.needing());
    }

    /** It is not needed after all. */
    @DeleteMapping("/needs/{needId}")
    List<Need> drop(Here here, @PathVariable long needId) {
        needs.drop(here, needId);
        return needs.open(here);
    }

    /** Holds a way to fill a need, or refuses it. */
    @PutMapping("/needs/{needId}/word")
    Need say(Here here, @PathVariable long needId, @RequestBody SaidWord word) {
        return needs.say(here, needId, new NeedWord(word.seller(), word.itemNumber(), word.held()));
    }

    @DeleteMapping("/needs/{needId}/word")
    Need takeBack(Here here, @PathVariable long needId, @RequestParam String seller, @RequestParam String itemNumber) {
        return needs.takeBack(here, needId, seller, itemNumber);
    }

    /** What to order from whom for everything that is needed, planned anew. */
    @GetMapping("/plan")
    PlanningService.Plan plan(Here here, @RequestParam(defaultValue = "2") int seconds) {
        return planning.plan(here, seconds);
    }

    /**
     * The same, told as it comes along: a line of JSON each time, the last of them the plan. Whoever has seen enough hangs up and
     * keeps the last line.
     */
    @GetMapping(value = "/plan/along", produces = MediaType.APPLICATION_NDJSON_VALUE)
    void along(Here here, @RequestParam(defaultValue = "8") int seconds, HttpServletResponse response)
            throws IOException {
        PlanLines lines = new PlanLines(response, json);
        lines.write(new PlanLines.Line(1, Optional.of(planning.plan(here, seconds, lines))));
    }

    /** Orders what was planned, all of it or nothing. */
    @PostMapping("/plan/place")
    List<Purchasing.Order> place(
            Here here,
            @RequestBody PlacePlan place,
            @RequestHeader(name = "Idempotency-Key", required = false) @Nullable String key) {
        List<PlanningService.ToPlace> parcels = place.parcels().stream()
                .map(p -> new PlanningService.ToPlace(
                        p.seller(),
                        p.lines().stream()
                                .map(l -> new PlanningService.LineToPlace(
                                        l.needId(), l.itemNumber(), l.pieces(), l.seenPrice()))
                                .toList()))
                .toList();
        return planning.place(here, parcels, Optional.ofNullable(key));
    }

    /** Orders that a seller has yet to take, or of which something has yet to come or go back. */
    @GetMapping("/parcels")
    List<Purchasing.Order> underWay(Here here) {
        return purchasing.underWay(here);
    }

    @PostMapping("/parcels/{orderId}/withdraw")
    List<Purchasing.Order> withdraw(Here here, @PathVariable long orderId) {
        return purchasing.withdraw(here, orderId);
    }

    /** Asks the seller how an order stands. */
    @PostMapping("/parcels/{orderId}/ask")
    List<Purchasing.Order> ask(Here here, @PathVariable long orderId) {
        return purchasing.ask(here, orderId);
    }

    /** Writes down what became of a line of an order. */
    @PostMapping("/parcels/{orderId}/lines/{position}")
    @Needs(Right.COUNTER)
    List<Purchasing.Order> became(
            Here here, @PathVariable long orderId, @PathVariable int position, @RequestBody LineBecame became) {
        return purchasing.became(
                here, orderId, position, Wire.parse(Purchasing.Outcome.class, became.outcome()), became.pieces());
    }

    /** @param wanted the gear that was needed, in words */
    record ToRead(Say wanted, List<Arrived.Expected> readings) {}

    /** What was read, as it was typed, in the order of what was proposed; empty where it was not. */
    record ReadOfArrived(@AtMost(10) List<String> typed) {}

    /** @param wrong what does not agree with the gear that was needed */
    record CheckedArrival(List<Arrived.ArrivalReading> told, List<Say> wrong) {}

    /** What to read of a gear that came, to know that it is the one that was needed. */
    @GetMapping("/parcels/{orderId}/lines/{position}/check")
    ToRead toRead(Here here, @PathVariable long orderId, @PathVariable int position) {
        Wanted wanted = purchasing.wantedFor(here, orderId, position);
        return new ToRead(wanted.words(), Arrived.toRead(wanted.need().gear()));
    }

    /** Whether what came is what was needed; nothing is kept. */
    @PostMapping("/parcels/{orderId}/lines/{position}/check")
    @Needs(Right.COUNTER)
    CheckedArrival check(
            Here here, @PathVariable long orderId, @PathVariable int position, @RequestBody ReadOfArrived read) {
        Arrived arrived = purchasing.check(here, orderId, position, read.typed());
        return new CheckedArrival(arrived.told(), arrived.wrong());
    }

    /** A sheet that goes back with a gear that is not the one that was ordered, both drawn to scale; readings as for the check. */
    @GetMapping(value = "/parcels/{orderId}/lines/{position}/return.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
    ResponseEntity<byte[]> returnSheet(
            Here here,
            @PathVariable long orderId,
            @PathVariable int position,
            @RequestParam(defaultValue = "") List<String> typed) {
        return ResponseEntity.ok()
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        "attachment; filename=\"return-" + orderId + "-" + position + ".pdf\"")
                .body(purchasing.returnSheet(here, orderId, position, typed));
    }
}
