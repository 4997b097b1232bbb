package app.gewerk.server.intake;

import app.gewerk.core.AtMost;
import app.gewerk.core.account.Right;
import app.gewerk.core.caution.Cautions;
import app.gewerk.core.caution.Operation;
import app.gewerk.core.intake.ElectricalCheck;
import app.gewerk.core.intake.SerialRule;
import app.gewerk.core.job.Step;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.http.Needs;
import app.gewerk.server.job.JobService.Job;
import app.gewerk.server.shop.Here;
import jakarta.servlet.http.HttpServletRequest;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
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
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.COUNTER)
@RequestMapping("/api/intake")
class IntakeController {
    private final IntakeService intake;
    private final IntakePapers papers;

    IntakeController(IntakeService intake, IntakePapers papers) {
        this.intake = intake;
        this.papers = papers;
    }

    /** Something about to be done that belongs to no step. */
    record SaidOperation(Operation code, Say words) {}

    /** @param handsOn the steps at which operations are said */
    record Choices(
            List<Cautions.Kind> kinds,
            List<Cautions.Hazard> hazards,
            List<SaidOperation> operations,
            List<Step> handsOn) {}

    record AboutTo(Operation operation, boolean on) {}

    record TickCaution(String caution) {}

    record OwnerAnswer(
            int version,
            IntakeService.OwnerSays says,
            @Nullable String limit) {}

    /**
     * Readings as typed, comma or point; left out where the shop has no instrument.
     *
     * @param beforeReturn true of the safety test before it goes back, rather than of a look before the first power
     * @param testedBy of that test: who is competent to make it
     */
    record CheckEntry(
            ElectricalCheck.Protection protection,
            boolean cordSound,
            boolean plugSound,
            boolean earthPinSound,
            @Nullable String cordLengthM,
            @Nullable String earthOhm,
            @Nullable String insulationMegohm,
            @Nullable String instrument,
            @Nullable Boolean beforeReturn,
            @AtMost(100) @Nullable String testedBy) {}

    /** Kinds of machine, hazards, and what somebody may be about to do. */
    @GetMapping("/choices")
    @Needs.Nothing
    Choices choices() {
        return new Choices(
                intake.knowledge().kinds(),
                intake.knowledge().hazards(),
                Operation.said().stream()
                        .map(o -> new SaidOperation(o, o.words()))
                        .toList(),
                Arrays.stream(Step.values()).filter(Step::handsOn).toList());
    }

    /** What is known of a model at the counter: earlier jobs, its era by the serial, what a repair will come to. */
    @GetMapping("/counter")
    IntakeService.AtTheCounter atTheCounter(
            Here here,
            @RequestParam String kind,
            @RequestParam String maker,
            @RequestParam String model,
            @RequestParam(defaultValue = "") String serial,
            @RequestParam(defaultValue = "") String newPrice,
            @RequestParam(defaultValue = "") String wouldSpend) {
        return intake.atTheCounter(here, kind, maker, model, serial, newPrice, wouldSpend);
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    Job takeIn(
            Here here,
            @RequestBody IntakeService.Intake what,
            @RequestHeader(name = "Idempotency-Key", required = false) @Nullable String key) {
        return intake.takeIn(here, what, Optional.ofNullable(key));
    }

    @PutMapping("/{jobId}")
    Job correct(
            Here here,
            @PathVariable long jobId,
            @RequestParam int version,
            @RequestBody IntakeService.Intake what,
            @RequestHeader(name = "Idempotency-Key", required = false) @Nullable String key) {
        return intake.correct(here, jobId, version, what, Optional.ofNullable(key));
    }

    @GetMapping("/{jobId}/known")
    IntakeService.AtTheCounter known(Here here, @PathVariable long jobId) {
        return intake.known(here, jobId);
    }

    @GetMapping("/{jobId}/hazards")
    Set<String> hazards(Here here, @PathVariable long jobId) {
        return intake.hazards(here, jobId);
    }

    @GetMapping("/{jobId}/cautions")
    List<IntakeService.JobCaution> cautions(Here here, @PathVariable long jobId) {
        return intake.cautions(here, jobId);
    }

    @PostMapping("/{jobId}/cautions/tick")
    List<IntakeService.JobCaution> tick(Here here, @PathVariable long jobId, @RequestBody TickCaution tick) {
        return intake.tick(here, jobId, tick.caution());
    }

    @PutMapping("/{jobId}/about-to")
    @Needs(Right.BENCH)
    List<IntakeService.JobCaution> aboutTo(Here here, @PathVariable long jobId, @RequestBody AboutTo about) {
        return intake.aboutTo(here, jobId, about.operation(), about.on());
    }

    @PostMapping("/{jobId}/owner")
    Job ownerSays(Here here, @PathVariable long jobId, @RequestBody OwnerAnswer answer) {
        return intake.ownerSays(
                here, jobId, answer.version(), answer.says(), answer.limit() == null ? "" : answer.limit());
    }

    @GetMapping("/{jobId}/electrical")
    List<IntakeService.RecordedCheck> electricalChecks(Here here, @PathVariable long jobId) {
        return intake.electricalChecks(here, jobId);
    }

    @PostMapping("/{jobId}/electrical")
    @Needs(Right.BENCH)
    List<IntakeService.RecordedCheck> recordCheck(Here here, @PathVariable long jobId, @RequestBody CheckEntry entry) {
        ElectricalCheck.Readings readings = new ElectricalCheck.Readings(
                entry.protection(),
                entry.cordSound(),
                entry.plugSound(),
                entry.earthPinSound(),
                number("cordLengthM", entry.cordLengthM()),
                number("earthOhm", entry.earthOhm()),
                number("insulationMegohm", entry.insulationMegohm()));
        return intake.recordCheck(
                here,
                jobId,
                readings,
                entry.instrument() == null ? "" : entry.instrument(),
                Boolean.TRUE.equals(entry.beforeReturn())
                        ? Optional.of(
                                entry.testedBy() == null ? "" : entry.testedBy().strip())
                        : Optional.empty());
    }

    private static Optional<Double> number(String field, @Nullable String typed) {
        if (typed == null || typed.isBlank()) {
            return Optional.empty();
        }
        String tidy = typed.strip().replace(',', '.');
        if (!tidy.matches("\\d{1,9}(\\.\\d{1,6})?")) {
            throw Refused.at(field, "entry.notANumber");
        }
        return Optional.of(Double.parseDouble(tidy));
    }

    @GetMapping("/serial-rules")
    List<IntakeService.KnownRule> serialRules(Here here) {
        return intake.serialRules(here);
    }

    @PostMapping("/serial-rules")
    @Needs(Right.SHOP)
    List<IntakeService.KnownRule> addRule(Here here, @RequestBody SerialRule rule) {
        return intake.addRule(here, rule);
    }

    @DeleteMapping("/serial-rules/{id}")
    @Needs(Right.SHOP)
    List<IntakeService.KnownRule> removeRule(Here here, @PathVariable long id) {
        return intake.removeRule(here, id);
    }

    @GetMapping("/{jobId}/estimate.pdf")
    ResponseEntity<byte[]> estimate(Here here, @PathVariable long jobId) {
        return pdf("estimate-" + jobId, papers.estimate(here, jobId));
    }

    /** The tray's ticket: {@code size=62} for a 62 mm roll, {@code size=a6}. Its code opens the job. */
    @GetMapping("/{jobId}/ticket.pdf")
    ResponseEntity<byte[]> ticket(
            Here here,
            HttpServletRequest request,
            @PathVariable long jobId,
            @RequestParam(defaultValue = "62") String size) {
        if (!Arrays.asList("62", "a6").contains(size)) {
            throw Refused.at("size", "ticket.size");
        }
        String address =
                request.getScheme() + "://" + request.getServerName() + ":" + request.getServerPort() + "/job/" + jobId;
        return pdf("tray-" + jobId, papers.ticket(here, jobId, address, size.equals("a6")));
    }

    private static ResponseEntity<byte[]> pdf(String name, byte[] bytes) {
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_PDF)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.inline()
                                .filename(name + ".pdf")
                                .build()
                                .toString())
                .body(bytes);
    }
}
