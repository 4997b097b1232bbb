package app.gewerk.server.attachment;

import app.gewerk.core.Wire;
import app.gewerk.server.http.NotFound;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopClock;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Duration;
import java.util.Optional;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps bytes of any size in pieces, and gives them out piece by piece. */
@Service
public class Attachments {
    static final int PIECE_BYTES = 256 * 1024;

    private final AttachmentStore store;
    private final ShopClock clock;

    Attachments(AttachmentStore store, ShopClock clock) {
        this.store = store;
        this.clock = clock;
    }

    /** What the bytes are. */
    public enum Kind {
        PHOTO,
        THUMBNAIL,
        /** In the device book: a copy, which stays when the job's own is erased. */
        BOOK;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /** @param size in bytes */
    public record Attachment(long id, Kind kind, String mediaType, long size, byte[] sha256) {}

    /**
     * Keeps bytes within the caller's transaction.
     *
     * @return their number
     */
    @Transactional
    public long keep(Here here, long jobId, Kind kind, String mediaType, InputStream bytes) throws IOException {
        return keep(here, Optional.of(jobId), kind, mediaType, bytes);
    }

    /** Keeps a picture that belongs to no job. */
    @Transactional
    public long keepInBook(Here here, InputStream jpeg) throws IOException {
        return keep(here, Optional.empty(), Kind.BOOK, MediaType.IMAGE_JPEG_VALUE, jpeg);
    }

    private long keep(Here here, Optional<Long> jobId, Kind kind, String mediaType, InputStream bytes)
            throws IOException {
        MessageDigest hash = sha256();
        long id = store.insert(here, jobId, kind, mediaType, clock.now());
        long size = 0;
        for (int position = 0; ; position++) {
            byte[] piece = bytes.readNBytes(PIECE_BYTES);
            if (piece.length == 0 && position > 0) {
                break;
            }
            hash.update(piece);
            size += piece.length;
            store.addPiece(here, id, position, piece);
        }
        store.complete(here, id, size, hash.digest());
        return id;
    }

    private static MessageDigest sha256() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException everyJavaHasIt) {
            throw new IllegalStateException(everyJavaHasIt);
        }
    }

    /** @throws NotFound if the shop has none of that number */
    @Transactional(readOnly = true)
    public Attachment attachment(Here here, long id) {
        return store.attachment(here, id).orElseThrow(() -> new NotFound("missing.attachment", "number", id));
    }

    /** Writes the bytes out; no connection of the database is held while the other side takes its time. */
    public void write(Here here, Attachment kept, OutputStream out) throws IOException {
        for (int position = 0; (long) position * PIECE_BYTES < kept.size(); position++) {
            out.write(store.piece(here, kept.id(), position));
        }
    }

    /** Answers with the bytes, which never change. */
    public void answer(Here here, Attachment kept, HttpServletResponse response) throws IOException {
        response.setContentType(kept.mediaType());
        response.setContentLengthLong(kept.size());
        response.setHeader(
                HttpHeaders.CACHE_CONTROL,
                CacheControl.maxAge(Duration.ofDays(30))
                        .cachePrivate()
                        .immutable()
                        .getHeaderValue());
        write(here, kept, response.getOutputStream());
    }

    @Transactional
    public void remove(Here here, long id) {
        store.remove(here, id);
    }
}
