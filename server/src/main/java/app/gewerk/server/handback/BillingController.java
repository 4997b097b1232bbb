package app.gewerk.server.handback;

import app.gewerk.core.AtMost;
import app.gewerk.core.Wire;
import app.gewerk.core.account.Right;
import app.gewerk.core.handback.BillLine;
import app.gewerk.server.http.Needs;
import app.gewerk.server.job.JobService;
import app.gewerk.server.paper.Paper;
import app.gewerk.server.shop.Here;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Bills, and what the owner is told. */
@RestController
@Needs(Right.COUNTER)
@RequestMapping("/api/handback")
class BillingController {
    private static final String KEY = "Idempotency-Key";

    private final BillingService billing;
    private final HandbackPapers papers;

    BillingController(BillingService billing, HandbackPapers papers) {
        this.billing = billing;
        this.papers = papers;
    }

    /** @param paid already, and {@code discount} without tax */
    record BillRequest(
            @AtMost(200) List<BillLine> lines,
            BigDecimal discount,
            BigDecimal paid,
            @AtMost(1000) String billedTo) {}

    /** @param gross to take back, tax included */
    record CreditRequest(BigDecimal gross, @AtMost(400) String why) {}

    /** @param why it goes out though nobody has proved it; not asked for otherwise */
    record HandOver(int version, Optional<String> why) {}

    @GetMapping("/terms")
    @Needs(Right.LOOK)
    BillingService.PaperTerms terms(Here here) {
        return billing.terms(here);
    }

    @PutMapping("/terms")
    @Needs(Right.SHOP)
    BillingService.PaperTerms saveTerms(
            Here here,
            @RequestBody BillingService.PaperTerms terms,
            @RequestHeader(name = KEY, required = false) @Nullable String key) {
        return billing.saveTerms(here, terms, Optional.ofNullable(key));
    }

    @GetMapping("/{jobId}")
    BillingService.JobHandback handback(Here here, @PathVariable long jobId) {
        return billing.handback(here, jobId);
    }

    @PutMapping("/{jobId}")
    BillingService.JobHandback tell(
            Here here,
            @PathVariable long jobId,
            @RequestBody BillingService.ToldOwner told,
            @RequestHeader(name = KEY, required = false) @Nullable String key) {
        return billing.tell(here, jobId, told, Optional.ofNullable(key));
    }

    @PostMapping("/{jobId}/bills")
    BillingService.JobHandback bill(
            Here here,
            @PathVariable long jobId,
            @RequestBody BillRequest bill,
            @RequestHeader(name = KEY, required = false) @Nullable String key) {
        return billing.bill(
                here, jobId, bill.lines(), bill.discount(), bill.paid(), bill.billedTo(), Optional.ofNullable(key));
    }

    @PostMapping("/{jobId}/bills/{bill}/credit")
    BillingService.JobHandback credit(
            Here here,
            @PathVariable long jobId,
            @PathVariable int bill,
            @RequestBody CreditRequest credit,
            @RequestHeader(name = KEY, required = false) @Nullable String key) {
        return billing.credit(here, jobId, bill, credit.gross(), credit.why(), Optional.ofNullable(key));
    }

    @PostMapping("/{jobId}/hand-over")
    JobService.Job handOver(
            Here here,
            @PathVariable long jobId,
            @RequestBody HandOver over,
            @RequestHeader(name = KEY, required = false) @Nullable String key) {
        return billing.handOver(here, jobId, over.version(), over.why().orElse(""), Optional.ofNullable(key));
    }

    @GetMapping("/{jobId}/messages")
    List<BillingService.WrittenMessage> messages(Here here, @PathVariable long jobId) {
        return billing.messages(here, jobId);
    }

    @GetMapping(value = "/{jobId}/pick-up.ics", produces = "text/calendar")
    ResponseEntity<byte[]> pickUp(Here here, @PathVariable long jobId, @RequestParam LocalDate day) {
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType("text/calendar;charset=UTF-8"))
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename("pick-up-" + jobId + ".ics")
                                .build()
                                .toString())
                .body(billing.pickUp(here, jobId, day).ics().getBytes(StandardCharsets.UTF_8));
    }

    /** @param paper {@code a4} or {@code letter} */
    @GetMapping(value = "/{jobId}/report.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
    ResponseEntity<byte[]> report(
            Here here, @PathVariable long jobId, @RequestParam(defaultValue = "a4") String paper) {
        return pdf("report-" + jobId, papers.report(here, jobId, Wire.parse(Paper.class, paper)));
    }

    @GetMapping(value = "/{jobId}/bills/{bill}/bill.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
    ResponseEntity<byte[]> billPdf(
            Here here,
            @PathVariable long jobId,
            @PathVariable int bill,
            @RequestParam(defaultValue = "a4") String paper) {
        return pdf("bill-" + bill, papers.bill(here, jobId, bill, Wire.parse(Paper.class, paper)));
    }

    /** The core invoice of EN 16931 in the syntax of UBL 2.1. */
    @GetMapping(value = "/{jobId}/bills/{bill}/bill.xml", produces = MediaType.APPLICATION_XML_VALUE)
    ResponseEntity<byte[]> billXml(Here here, @PathVariable long jobId, @PathVariable int bill) {
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_XML)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename("bill-" + bill + ".xml")
                                .build()
                                .toString())
                .body(billing.xml(here, jobId, bill).getBytes(StandardCharsets.UTF_8));
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
