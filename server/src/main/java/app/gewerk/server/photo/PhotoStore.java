package app.gewerk.server.photo;

import static app.gewerk.server.db.Tables.PERSON;
import static app.gewerk.server.db.Tables.PHOTO;

import app.gewerk.core.Wire;
import app.gewerk.core.job.Step;
import app.gewerk.server.photo.PhotoService.DrawnMark;
import app.gewerk.server.photo.PhotoService.Photo;
import app.gewerk.server.shop.Here;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.JSONB;
import org.springframework.stereotype.Repository;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

@Repository
class PhotoStore {
    private final DSLContext sql;
    private final JsonMapper json;

    PhotoStore(DSLContext sql, JsonMapper json) {
        this.sql = sql;
        this.json = json;
    }

    List<Photo> photos(long jobId) {
        return of(PHOTO.JOB_ID.eq(jobId));
    }

    Optional<Photo> byKey(long jobId, String key) {
        return of(PHOTO.JOB_ID.eq(jobId).and(PHOTO.KEY.eq(key))).stream().findFirst();
    }

    Optional<Photo> byId(long jobId, long id) {
        return of(PHOTO.JOB_ID.eq(jobId).and(PHOTO.ID.eq(id))).stream().findFirst();
    }

    private List<Photo> of(Condition which) {
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
                .on(PERSON.ID.eq(PHOTO.TAKEN_BY))
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
                        json.readValue(r.value8().data(), new TypeReference<List<DrawnMark>>() {}),
                        r.value9(),
                        r.value10(),
                        r.value11()));
    }

    boolean insert(
            Here here,
            long jobId,
            String key,
            Step step,
            String teardownKey,
            String name,
            PhotoFile file,
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
                        .set(PHOTO.IMAGE, file.jpeg())
                        .set(PHOTO.THUMBNAIL, file.thumbnail())
                        .set(PHOTO.TAKEN_BY, here.personId())
                        .set(PHOTO.TAKEN_AT, now)
                        .onConflictDoNothing()
                        .execute()
                == 1;
    }

    boolean mark(long jobId, long id, int version, List<DrawnMark> marks) {
        return sql.update(PHOTO)
                        .set(PHOTO.MARKS, JSONB.valueOf(json.writeValueAsString(marks)))
                        .set(PHOTO.VERSION, PHOTO.VERSION.plus(1))
                        .where(PHOTO.JOB_ID.eq(jobId), PHOTO.ID.eq(id), PHOTO.VERSION.eq(version))
                        .execute()
                == 1;
    }

    void remove(long jobId, long id) {
        sql.deleteFrom(PHOTO).where(PHOTO.JOB_ID.eq(jobId), PHOTO.ID.eq(id)).execute();
    }

    Optional<byte[]> image(long jobId, long id, boolean thumbnail) {
        return sql.select(thumbnail ? PHOTO.THUMBNAIL : PHOTO.IMAGE)
                .from(PHOTO)
                .where(PHOTO.JOB_ID.eq(jobId), PHOTO.ID.eq(id))
                .fetchOptional(r -> r.value1());
    }
}
