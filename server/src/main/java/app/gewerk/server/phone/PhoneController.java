package app.gewerk.server.phone;

import app.gewerk.core.account.Right;
import app.gewerk.server.http.Barred;
import app.gewerk.server.http.Needs;
import app.gewerk.server.shop.Asker;
import app.gewerk.server.shop.Here;
import jakarta.servlet.http.HttpServletRequest;
import org.springframework.http.HttpHeaders;
import org.springframework.web.bind.annotation.GetMapping;
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

    record Open(String link) {}

    /** A link by which a telephone adds photographs to that job for a while. */
    @PostMapping("/link/{jobId}")
    @Needs(Right.COUNTER)
    PhoneService.Link link(Here here, @PathVariable long jobId, HttpServletRequest request) {
        String host = request.getHeader(HttpHeaders.HOST);
        return phones.link(here, jobId, host == null ? request.getServerName() : host);
    }

    /** What the telephone does with the link it has read. */
    @PostMapping("/open")
    @Needs.Nothing
    PhoneService.Joined open(@RequestBody Open open, HttpServletRequest request) {
        return phones.open(open.link(), request);
    }

    /** To which job a telephone is joined. */
    @GetMapping("/job")
    @Needs(Right.COUNTER)
    @Needs.AlsoPhone
    PhoneService.Joined job(Here here) {
        long job = Asker.now().flatMap(Asker::onlyJob).orElseThrow(Barred::signInFirst);
        return phones.joined(here, job);
    }
}
