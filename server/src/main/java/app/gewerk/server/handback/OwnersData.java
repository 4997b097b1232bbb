package app.gewerk.server.handback;

import app.gewerk.core.job.Step;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.attachment.Attachments;
import app.gewerk.server.http.NotFound;
import app.gewerk.server.job.JobService;
import app.gewerk.server.paper.Paper;
import app.gewerk.server.photo.PhotoService;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopClock;
import java.io.IOException;
import java.io.OutputStream;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/**
 * All that is known of an owner: given out whole, or erased. What the device book learned stays without them; bills stay as they
 * are, for the law wants them kept.
 */
@Service
public class OwnersData {
    private final OwnersDataStore store;
    private final JobService jobs;
    private final HandbackService handback;
    private final HandbackPapers papers;
    private final PhotoService photos;
    private final Attachments attachments;
    private final ShopClock clock;
    private final JsonMapper json;

    OwnersData(
            OwnersDataStore store,
            JobService jobs,
            HandbackService handback,
            HandbackPapers papers,
            PhotoService photos,
            Attachments attachments,
            ShopClock clock,
            JsonMapper json) {
        this.store = store;
        this.jobs = jobs;
        this.handback = handback;
        this.papers = papers;
        this.photos = photos;
        this.attachments = attachments;
        this.clock = clock;
        this.json = json;
    }

    /**
     * The jobs of whoever owns the machine of one of them: the same name with the same telephone.
     *
     * @param open of them not handed back yet
     * @param erasedAt when what told of them was erased
     */
    public record OwnersJobs(String name, List<Long> jobs, int open, int bills, Optional<OffsetDateTime> erasedAt) {}

    @Transactional(readOnly = true)
    public OwnersJobs jobs(Here here, long jobId) {
        jobs.job(here, jobId);
        return store.owners(here, jobId).orElseThrow(() -> new NotFound("missing.job", "number", jobId));
    }

    /** For each job all that is known as JSON and as pages, its photographs, its bills. */
    public void write(Here here, long jobId, OutputStream out) throws IOException {
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            for (long id : jobs(here, jobId).jobs()) {
                String at = "job-" + id + "/";
                entry(zip, at + "job.json", json.writeValueAsBytes(handback.whole(here, id)));
                entry(zip, at + "job.pdf", handback.pdf(here, id));
                for (int number : store.bills(here, id)) {
                    entry(zip, at + "bill-" + number + ".pdf", papers.bill(here, id, number, Paper.A4));
                }
                for (PhotoService.Photo photo : photos.photos(here, id)) {
                    zip.putNextEntry(new ZipEntry(at + "photograph-" + photo.id() + ".jpg"));
                    attachments.write(here, photos.image(here, id, photo.id(), false), zip);
                    zip.closeEntry();
                }
            }
        }
    }

    private static void entry(ZipOutputStream zip, String name, byte[] content) throws IOException {
        zip.putNextEntry(new ZipEntry(name));
        zip.write(content);
        zip.closeEntry();
    }

    /** @param meant said once more: it cannot be brought back */
    @Transactional
    public OwnersJobs erase(Here here, long jobId, boolean meant) {
        jobs.hold(here, jobId);
        OwnersJobs owners = jobs(here, jobId);
        if (owners.erasedAt().isPresent()) {
            throw new Refused("owners.erased");
        }
        if (owners.open() > 0) {
            throw new Refused("owners.open", "open", owners.open());
        }
        if (!meant) {
            throw new Refused("owners.sayIt");
        }
        for (long id : owners.jobs()) {
            for (PhotoService.Photo photo : photos.photos(here, id)) {
                photos.remove(here, id, photo.id());
            }
            store.erase(here, id, clock.now());
            jobs.write(here, id, Step.HAND_BACK, Say.of("journal.erased"));
        }
        return jobs(here, jobId);
    }
}
