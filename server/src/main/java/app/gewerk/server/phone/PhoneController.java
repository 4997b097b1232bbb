package app.gewerk.server.phone;

import app.gewerk.core.AtMost;
import app.gewerk.core.account.Right;
import app.gewerk.core.job.Step;
import app.gewerk.server.http.Needs;
import app.gewerk.server.shop.Here;
import jakarta.servlet.http.HttpServletRequest;
import org.springframework.http.HttpHeaders;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/phone")
class PhoneController {
    private final PhoneService phones;

    PhoneController(PhoneService phones) {
        this.phones = phones;
    }

    /** @param teardownKey the step of the ledger that the photographs belong to; empty when none */
    record Join(Step step, @AtMost(60) String teardownKey) {}

    record Open(String link) {}

    /** A link by which a telephone adds photographs to that job for a while. */
    @PostMapping("/link/{jobId}")
    @Needs(Right.COUNTER)
    PhoneService.Link link(Here here, @PathVariable long jobId, @RequestBody Join join, HttpServletRequest request) {
        String host = request.getHeader(HttpHeaders.HOST);
        return phones.link(here, jobId, join.step(), join.teardownKey(), host == null ? request.getServerName() : host);
    }

    /** What the telephone does with the link it has read; asked again it says whether it still holds. */
    @PostMapping("/open")
    @Needs.Nothing
    PhoneService.Joined open(@RequestBody Open open, HttpServletRequest request) {
        return phones.open(open.link(), request);
    }
}
