package app.gewerk.server.photo;

import app.gewerk.core.AtMost;
import app.gewerk.core.Wire;
import app.gewerk.core.job.Step;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.attachment.Attachments;
import app.gewerk.server.http.NotFound;
import app.gewerk.server.http.SaveKey;
import app.gewerk.server.http.Stale;
import app.gewerk.server.job.JobService;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.SavedOnceStore;
import app.gewerk.server.shop.ShopClock;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.time.OffsetDateTime;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Photographs of a job: each kept once however often it is sent, untouched once kept; what is drawn on it beside it. */
@Service
public class PhotoService {
    private static final int MOST_MARKS = 200;

    private final PhotoStore store;
    private final Attachments attachments;
    private final SavedOnceStore savedOnce;
    private final JobService jobs;
    private final ShopClock clock;
    private final TransactionTemplate transaction;

    PhotoService(
            PhotoStore store,
            Attachments attachments,
            SavedOnceStore savedOnce,
            JobService jobs,
            ShopClock clock,
            TransactionTemplate transaction) {
        this.store = store;
        this.attachments = attachments;
        this.savedOnce = savedOnce;
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
                    throw new Refused("photo.markOutside");
                }
            }
            if (words.length() > 200) {
                throw new Refused("photo.markWords");
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
    public List<Photo> photos(Here here, long jobId) {
        jobs.job(here, jobId);
        return store.photos(here, jobId);
    }

    /**
     * How a machine was found and how it is now, as far as anybody took a photograph.
     *
     * @param found one that somebody has drawn on, to show what was wrong; else the last before anything was decided
     * @param now the last since it was closed up
     */
    public record FoundAndNow(Optional<Photo> found, Optional<Photo> now) {}

    @Transactional(readOnly = true)
    public FoundAndNow foundAndNow(Here here, long jobId) {
        List<Photo> all = photos(here, jobId);
        return new FoundAndNow(
                all.stream()
                        .filter(p -> p.step.compareTo(Step.CHOOSE) < 0)
                        .max(Comparator.<Photo, Boolean>comparing(p -> !p.marks.isEmpty())
                                .thenComparing(Photo::step)
                                .thenComparing(Photo::at)),
                all.stream().filter(p -> p.step.compareTo(Step.CLOSE_UP) >= 0).max(Comparator.comparing(Photo::at)));
    }

    /**
     * Keeps an upload; sent again with the same key it is kept once. The file comes in and is unpacked before the
     * transaction begins, so that a slow phone holds no connection of the database.
     */
    public Photo keep(
            Here here, long jobId, String key, Step step, String teardownKey, String name, InputStream upload) {
        SaveKey.require("photo", key);
        jobs.job(here, jobId);
        Optional<Photo> before = store.byKey(here, jobId, key);
        if (before.isPresent()) {
            return before.get();
        }
        PhotoFile file = PhotoFile.of(upload);
        String tidy = name.strip().isEmpty() ? "photograph" : name.strip();
        String shown = tidy.substring(0, Math.min(tidy.length(), 200));
        transaction.executeWithoutResult(t -> {
            PhotoStore.Kept kept = new PhotoStore.Kept(
                    keep(here, jobId, Attachments.Kind.PHOTO, file.jpeg()),
                    keep(here, jobId, Attachments.Kind.THUMBNAIL, file.thumbnail()));
            if (!store.insert(here, jobId, key, step, teardownKey, shown, file, kept, clock.now())) {
                // Sent twice at once: the other was first.
                t.setRollbackOnly();
            } else {
                jobs.write(here, jobId, step, Say.of("journal.photoKept", "name", shown));
            }
        });
        return store.byKey(here, jobId, key).orElseThrow();
    }

    private long keep(Here here, long jobId, Attachments.Kind kind, byte[] jpeg) {
        try {
            return attachments.keep(here, jobId, kind, MediaType.IMAGE_JPEG_VALUE, new ByteArrayInputStream(jpeg));
        } catch (IOException fromMemory) {
            throw new UncheckedIOException(fromMemory);
        }
    }

    /** Draws on it anew; the photograph itself is not touched. */
    @Transactional
    public Photo mark(Here here, long jobId, long photoId, int version, List<DrawnMark> marks, Optional<String> key) {
        photo(here, jobId, photoId);
        return savedOnce.once(
                here,
                key,
                "marks/" + photoId,
                clock.now(),
                () -> keepMarks(here, jobId, photoId, version, marks),
                () -> photo(here, jobId, photoId));
    }

    private Photo keepMarks(Here here, long jobId, long photoId, int version, List<DrawnMark> marks) {
        Photo photo = photo(here, jobId, photoId);
        if (marks.size() > MOST_MARKS) {
            throw new Refused("photo.tooManyMarks", "most", MOST_MARKS);
        }
        if (!store.mark(here, jobId, photoId, version, marks)) {
            throw new Stale(photo(here, jobId, photoId));
        }
        jobs.write(
                here,
                jobId,
                photo.step(),
                Say.of("journal.photoDrawn", "name", photo.name()),
                "",
                Optional.of(photo.marks()),
                Optional.of(marks));
        return photo(here, jobId, photoId);
    }

    @Transactional
    public List<Photo> remove(Here here, long jobId, long photoId) {
        Photo photo = photo(here, jobId, photoId);
        PhotoStore.Kept kept = kept(here, jobId, photoId);
        store.remove(here, jobId, photoId);
        attachments.remove(here, kept.imageId());
        attachments.remove(here, kept.thumbnailId());
        jobs.write(
                here,
                jobId,
                photo.step(),
                Say.of("journal.photoThrown", "name", photo.name()),
                "",
                Optional.of(photo),
                Optional.empty());
        return store.photos(here, jobId);
    }

    private Photo photo(Here here, long jobId, long photoId) {
        return store.byId(here, jobId, photoId).orElseThrow(() -> new NotFound("missing.photo", "number", photoId));
    }

    private PhotoStore.Kept kept(Here here, long jobId, long photoId) {
        return store.kept(here, jobId, photoId).orElseThrow(() -> new NotFound("missing.photo", "number", photoId));
    }

    /** Where the picture's bytes are. */
    @Transactional(readOnly = true)
    public Attachments.Attachment image(Here here, long jobId, long photoId, boolean thumbnail) {
        PhotoStore.Kept kept = kept(here, jobId, photoId);
        return attachments.attachment(here, thumbnail ? kept.thumbnailId() : kept.imageId());
    }
}
