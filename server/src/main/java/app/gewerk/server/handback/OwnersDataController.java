package app.gewerk.server.handback;

import app.gewerk.core.account.Right;
import app.gewerk.server.http.Needs;
import app.gewerk.server.shop.Here;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.http.HttpHeaders;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** An owner's data: given out whole, or erased. */
@RestController
@RequestMapping("/api/handback/{jobId}")
class OwnersDataController {
    private final OwnersData owners;

    OwnersDataController(OwnersData owners) {
        this.owners = owners;
    }

    @GetMapping("/owner")
    @Needs(Right.SHOP)
    OwnersData.OwnersJobs owner(Here here, @PathVariable long jobId) {
        return owners.jobs(here, jobId);
    }

    @GetMapping("/owner.zip")
    @Needs(Right.SHOP)
    void file(Here here, @PathVariable long jobId, HttpServletResponse response) throws IOException {
        owners.jobs(here, jobId);
        response.setContentType("application/zip");
        response.setHeader(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"owner.zip\"");
        owners.write(here, jobId, response.getOutputStream());
    }

    record Erasing(boolean meant) {}

    @PostMapping("/owner/erase")
    @Needs(Right.SHOP)
    OwnersData.OwnersJobs erase(Here here, @PathVariable long jobId, @RequestBody Erasing erasing) {
        return owners.erase(here, jobId, erasing.meant());
    }
}
