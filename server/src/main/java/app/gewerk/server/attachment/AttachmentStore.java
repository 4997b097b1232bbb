package app.gewerk.server.attachment;

import static app.gewerk.server.db.Tables.ATTACHMENT;
import static app.gewerk.server.db.Tables.ATTACHMENT_PIECE;

import app.gewerk.core.Wire;
import app.gewerk.server.attachment.Attachments.Attachment;
import app.gewerk.server.attachment.Attachments.Kind;
import app.gewerk.server.shop.Here;
import java.time.OffsetDateTime;
import java.util.Optional;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;

@Repository
class AttachmentStore {
    private static final byte[] NOTHING = {};
    private static final int SHA256_BYTES = 32;

    private final DSLContext sql;

    AttachmentStore(DSLContext sql) {
        this.sql = sql;
    }

    private static Condition at(Here here, long id) {
        return ATTACHMENT.SHOP_ID.eq(here.shopId()).and(ATTACHMENT.ID.eq(id));
    }

    /** Still empty. */
    long insert(Here here, Optional<Long> jobId, Kind kind, String mediaType, OffsetDateTime now) {
        return sql.insertInto(ATTACHMENT)
                .set(ATTACHMENT.SHOP_ID, here.shopId())
                .set(ATTACHMENT.JOB_ID, jobId.orElse(null))
                .set(ATTACHMENT.KIND, kind.toString())
                .set(ATTACHMENT.MEDIA_TYPE, mediaType)
                .set(ATTACHMENT.SIZE, 0L)
                .set(ATTACHMENT.SHA256, new byte[SHA256_BYTES])
                .set(ATTACHMENT.KEPT_AT, now)
                .returningResult(ATTACHMENT.ID)
                .fetchSingle()
                .value1();
    }

    void addPiece(Here here, long id, int position, byte[] bytes) {
        sql.insertInto(ATTACHMENT_PIECE)
                .set(ATTACHMENT_PIECE.SHOP_ID, here.shopId())
                .set(ATTACHMENT_PIECE.ATTACHMENT_ID, id)
                .set(ATTACHMENT_PIECE.POSITION, position)
                .set(ATTACHMENT_PIECE.BYTES, bytes)
                .execute();
    }

    void complete(Here here, long id, long size, byte[] sha256) {
        sql.update(ATTACHMENT)
                .set(ATTACHMENT.SIZE, size)
                .set(ATTACHMENT.SHA256, sha256)
                .where(at(here, id))
                .execute();
    }

    Optional<Attachment> attachment(Here here, long id) {
        return sql.selectFrom(ATTACHMENT)
                .where(at(here, id))
                .fetchOptional(r -> new Attachment(
                        r.getId(), Wire.parse(Kind.class, r.getKind()), r.getMediaType(), r.getSize(), r.getSha256()));
    }

    /** Empty where there is none. */
    byte[] piece(Here here, long id, int position) {
        return sql.select(ATTACHMENT_PIECE.BYTES)
                .from(ATTACHMENT_PIECE)
                .where(
                        ATTACHMENT_PIECE.SHOP_ID.eq(here.shopId()),
                        ATTACHMENT_PIECE.ATTACHMENT_ID.eq(id),
                        ATTACHMENT_PIECE.POSITION.eq(position))
                .fetchOptional(ATTACHMENT_PIECE.BYTES)
                .orElse(NOTHING);
    }

    void remove(Here here, long id) {
        sql.deleteFrom(ATTACHMENT).where(at(here, id)).execute();
    }
}
