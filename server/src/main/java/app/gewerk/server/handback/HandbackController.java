package app.gewerk.server.handback;

import app.gewerk.server.shop.Here;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/handback")
class HandbackController {
    private final HandbackService handback;

    HandbackController(HandbackService handback) {
        this.handback = handback;
    }

    @GetMapping(value = "/{jobId}/job.json", produces = MediaType.APPLICATION_JSON_VALUE)
    ResponseEntity<HandbackService.WholeJob> json(Here here, @PathVariable long jobId) {
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, attachment(jobId, "json"))
                .body(handback.whole(here, jobId));
    }

    @GetMapping(value = "/{jobId}/job.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
    ResponseEntity<byte[]> pdf(Here here, @PathVariable long jobId) {
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, attachment(jobId, "pdf"))
                .body(handback.pdf(here, jobId));
    }

    private static String attachment(long jobId, String kind) {
        return ContentDisposition.attachment()
                .filename("job-" + jobId + "." + kind)
                .build()
                .toString();
    }
}
