package app.gewerk.server.photo;

import static app.gewerk.server.db.Tables.PERSON;
import static app.gewerk.server.db.Tables.PHOTO;

import app.gewerk.core.Wire;
import app.gewerk.core.job.Step;
import app.gewerk.server.photo.PhotoService.DrawnMark;
import app.gewerk.server.photo.PhotoService.Photo;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.StoredJson;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.JSONB;
import org.springframework.stereotype.Repository;

@Repository
class PhotoStore {
    private final DSLContext sql;
    private final StoredJson json;

    PhotoStore(DSLContext sql, StoredJson json) {
        this.sql = sql;
        this.json = json;
    }

    List<Photo> photos(Here here, long jobId) {
        return photos(of(here, jobId));
    }

    Optional<Photo> byKey(Here here, long jobId, String key) {
        return photos(of(here, jobId).and(PHOTO.KEY.eq(key))).stream().findFirst();
    }

    Optional<Photo> byId(Here here, long jobId, long id) {
        return photos(of(here, jobId).and(PHOTO.ID.eq(id))).stream().findFirst();
    }

    private static Condition of(Here here, long jobId) {
        return PHOTO.SHOP_ID.eq(here.shopId()).and(PHOTO.JOB_ID.eq(jobId));
    }

    private List<Photo> photos(Condition which) {
        return sql.select(
                        PHOTO.ID,
                        PHOTO.KEY,
                        PHOTO.STEP,
                        PHOTO.TEARDOWN_KEY,
                        PHOTO.NAME,
                        PHOTO.WIDTH,
                        PHOTO.HEIGHT,
                        PHOTO.MARKS,
                        PHOTO.VERSION,
                        PERSON.NAME,
                        PHOTO.TAKEN_AT)
                .from(PHOTO)
                .join(PERSON)
                .on(PERSON.SHOP_ID.eq(PHOTO.SHOP_ID), PERSON.ID.eq(PHOTO.TAKEN_BY))
                .where(which)
                .orderBy(PHOTO.ID)
                .fetch(r -> new Photo(
                        r.value1(),
                        r.value2(),
                        Wire.parse(Step.class, r.value3()),
                        r.value4(),
                        r.value5(),
                        r.value6(),
                        r.value7(),
                        json.read(r.value8().data(), StoredMarks.class).drawn(),
                        r.value9(),
                        r.value10(),
                        r.value11()));
    }

    /** Where the bytes of a photograph lie. */
    record Kept(long imageId, long thumbnailId) {}

    boolean insert(
            Here here,
            long jobId,
            String key,
            Step step,
            String teardownKey,
            String name,
            PhotoFile file,
            Kept kept,
            OffsetDateTime now) {
        return sql.insertInto(PHOTO)
                        .set(PHOTO.JOB_ID, jobId)
                        .set(PHOTO.SHOP_ID, here.shopId())
                        .set(PHOTO.KEY, key)
                        .set(PHOTO.STEP, step.toString())
                        .set(PHOTO.TEARDOWN_KEY, teardownKey)
                        .set(PHOTO.NAME, name)
                        .set(PHOTO.WIDTH, file.width())
                        .set(PHOTO.HEIGHT, file.height())
                        .set(PHOTO.IMAGE_ID, kept.imageId())
                        .set(PHOTO.THUMBNAIL_ID, kept.thumbnailId())
                        .set(PHOTO.TAKEN_BY, here.personId())
                        .set(PHOTO.TAKEN_AT, now)
                        .onConflictDoNothing()
                        .execute()
                == 1;
    }

    boolean mark(Here here, long jobId, long id, int version, List<DrawnMark> marks) {
        return sql.update(PHOTO)
                        .set(PHOTO.MARKS, JSONB.valueOf(json.written(StoredMarks.of(marks))))
                        .set(PHOTO.VERSION, PHOTO.VERSION.plus(1))
                        .where(of(here, jobId), PHOTO.ID.eq(id), PHOTO.VERSION.eq(version))
                        .execute()
                == 1;
    }

    void remove(Here here, long jobId, long id) {
        sql.deleteFrom(PHOTO).where(of(here, jobId), PHOTO.ID.eq(id)).execute();
    }

    Optional<Kept> kept(Here here, long jobId, long id) {
        return sql.select(PHOTO.IMAGE_ID, PHOTO.THUMBNAIL_ID)
                .from(PHOTO)
                .where(of(here, jobId), PHOTO.ID.eq(id))
                .fetchOptional(r -> new Kept(r.value1(), r.value2()));
    }
}
