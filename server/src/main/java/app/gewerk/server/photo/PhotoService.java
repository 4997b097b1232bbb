package app.gewerk.server.photo;

import app.gewerk.core.AtMost;
import app.gewerk.core.Wire;
import app.gewerk.core.job.Step;
import app.gewerk.server.http.NotFound;
import app.gewerk.server.http.SaveKey;
import app.gewerk.server.http.Stale;
import app.gewerk.server.job.JobService;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopClock;
import java.io.InputStream;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Photographs of a job: each kept once however often it is sent, untouched once kept; what is drawn on it beside it. */
@Service
public class PhotoService {
    private static final int MOST_MARKS = 200;

    private final PhotoStore store;
    private final JobService jobs;
    private final ShopClock clock;
    private final TransactionTemplate transaction;

    PhotoService(PhotoStore store, JobService jobs, ShopClock clock, TransactionTemplate transaction) {
        this.store = store;
        this.jobs = jobs;
        this.clock = clock;
        this.transaction = transaction;
    }

    /** What is drawn on a photograph. */
    public enum Shape {
        ARROW,
        CIRCLE;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /**
     * An arrow from its tail to its point, or a circle from its middle to its edge; places as parts of the width and of
     * the height, so that they hold at any size.
     */
    public record DrawnMark(
            Shape shape,
            double fromX,
            double fromY,
            double toX,
            double toY,
            @AtMost(200) String words) {
        public DrawnMark {
            for (double place : new double[] {fromX, fromY, toX, toY}) {
                if (!(place >= -0.5 && place <= 1.5)) {
                    throw new IllegalArgumentException("A mark lies on its photograph");
                }
            }
            if (words.length() > 200) {
                throw new IllegalArgumentException("At most 200 letters beside a mark");
            }
        }
    }

    /** @param teardownKey the step of the ledger it belongs to; empty when none */
    public record Photo(
            long id,
            String key,
            Step step,
            String teardownKey,
            String name,
            int width,
            int height,
            List<DrawnMark> marks,
            int version,
            String by,
            OffsetDateTime at) {}

    @Transactional(readOnly = true)
    public List<Photo> photos(long jobId) {
        jobs.job(jobId);
        return store.photos(jobId);
    }

    /**
     * Keeps an upload; sent again with the same key it is kept once. The file comes in and is unpacked before the
     * transaction begins, so that a slow phone holds no connection of the database.
     */
    public Photo keep(
            Here here, long jobId, String key, Step step, String teardownKey, String name, InputStream upload) {
        SaveKey.require("A photograph's key", key);
        jobs.job(jobId);
        Optional<Photo> before = store.byKey(jobId, key);
        if (before.isPresent()) {
            return before.get();
        }
        PhotoFile file = PhotoFile.of(upload);
        String tidy = name.strip().isEmpty() ? "photograph" : name.strip();
        String shown = tidy.substring(0, Math.min(tidy.length(), 200));
        transaction.executeWithoutResult(t -> {
            if (store.insert(here, jobId, key, step, teardownKey, shown, file, clock.now())) {
                jobs.write(here, jobId, step, "Photograph kept: " + shown, "", Optional.empty(), Optional.empty());
            }
        });
        return store.byKey(jobId, key).orElseThrow();
    }

    /** Draws on it anew; the photograph itself is not touched. */
    @Transactional
    public Photo mark(Here here, long jobId, long photoId, int version, List<DrawnMark> marks) {
        Photo photo = photo(jobId, photoId);
        if (marks.size() > MOST_MARKS) {
            throw new IllegalArgumentException("At most " + MOST_MARKS + " marks on one photograph");
        }
        if (!store.mark(jobId, photoId, version, marks)) {
            throw new Stale(photo(jobId, photoId));
        }
        jobs.write(
                here,
                jobId,
                photo.step(),
                "Drew on photograph " + photo.name(),
                "",
                Optional.of(photo.marks()),
                Optional.of(marks));
        return photo(jobId, photoId);
    }

    @Transactional
    public List<Photo> remove(Here here, long jobId, long photoId) {
        Photo photo = photo(jobId, photoId);
        store.remove(jobId, photoId);
        jobs.write(
                here,
                jobId,
                photo.step(),
                "Threw photograph away: " + photo.name(),
                "",
                Optional.of(photo),
                Optional.empty());
        return store.photos(jobId);
    }

    private Photo photo(long jobId, long photoId) {
        return store.byId(jobId, photoId)
                .orElseThrow(() -> new NotFound("There is no photograph number " + photoId + " on this job"));
    }

    @Transactional(readOnly = true)
    public byte[] image(long jobId, long photoId, boolean thumbnail) {
        return store.image(jobId, photoId, thumbnail)
                .orElseThrow(() -> new NotFound("There is no photograph number " + photoId + " on this job"));
    }
}
