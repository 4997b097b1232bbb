package app.gewerk.server.book;

import static app.gewerk.server.db.Tables.ADVICE;
import static app.gewerk.server.db.Tables.BOOK_CHAPTER;
import static app.gewerk.server.db.Tables.BOOK_CHAPTER_PICTURE;
import static app.gewerk.server.db.Tables.BOOK_ORIGIN;
import static app.gewerk.server.db.Tables.BOOK_PICTURE;
import static app.gewerk.server.db.Tables.PERSON;
import static app.gewerk.server.db.Tables.SHOP;

import app.gewerk.core.Wire;
import app.gewerk.core.device.Chapter;
import app.gewerk.core.diagnosis.Answer;
import app.gewerk.core.job.Way;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.StoredJson;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jooq.DSLContext;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Repository;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

@Repository
class BookStore {
    private static final JsonMapper JSON = new JsonMapper();
    private static final TypeReference<Map<String, String>> ANSWERS = new TypeReference<>() {};
    /** Of one model: what is older says less of how the machines are today. */
    private static final int MOST_JOBS = 2000;

    private final DSLContext sql;
    private final StoredJson json;

    BookStore(DSLContext sql, StoredJson json) {
        this.sql = sql;
        this.json = json;
    }

    /**
     * A job that is put away.
     *
     * @param era as typed
     * @param billed in the shop's own currency, what was taken back taken off
     */
    record Closed(
            long jobId,
            long modelId,
            String era,
            OffsetDateTime takenIn,
            Set<String> faults,
            Map<String, Answer> answers,
            Optional<Way> way,
            Optional<Integer> minutes,
            Optional<BigDecimal> billed) {}

    /** The last of each of these models. */
    List<Closed> closed(Here here, Collection<Long> models) {
        return sql.fetch("""
                select j.*, d.way, b.billed,
                       array(select fault from job_culprit c where c.shop_id = j.shop_id and c.job_id = j.id) as faults,
                       (select jsonb_object_agg(code, answer)::text from job_observation o
                        where o.shop_id = j.shop_id and o.job_id = j.id) as answers
                from unnest(?::bigint[]) as model (id)
                cross join lateral (select shop_id, id, machine_model_id, era, taken_in_at, bench_minutes from job
                                    where shop_id = ? and machine_model_id = model.id and place = 'putAway'
                                    order by id desc limit ?) j
                left join lateral (select way from decision where shop_id = j.shop_id and job_id = j.id
                                   order by id desc limit 1) d on true
                left join lateral (select sum(gross) as billed from bill
                                   join shop on shop.id = bill.shop_id and shop.currency = bill.currency
                                   where bill.shop_id = j.shop_id and job_id = j.id) b on true
                """, models.toArray(Long[]::new), here.shopId(), MOST_JOBS)
                .map(r -> new Closed(
                        r.get("id", Long.class),
                        r.get("machine_model_id", Long.class),
                        r.get("era", String.class),
                        r.get("taken_in_at", OffsetDateTime.class),
                        Set.copyOf(Arrays.asList(Objects.requireNonNull(r.get("faults", String[].class)))),
                        answers(r.get("answers", String.class)),
                        Optional.ofNullable(r.get("way", String.class)).map(w -> Wire.parse(Way.class, w)),
                        Optional.ofNullable(r.get("bench_minutes", Integer.class)),
                        Optional.ofNullable(r.get("billed", BigDecimal.class))));
    }

    private static Map<String, Answer> answers(@Nullable String kept) {
        if (kept == null) {
            return Map.of();
        }
        Map<String, Answer> answers = new HashMap<>();
        JSON.readValue(kept, ANSWERS).forEach((code, answer) -> answers.put(code, Wire.parse(Answer.class, answer)));
        return answers;
    }

    /** Of any model: those with something of our own in the book. */
    List<Long> ownModels(Here here) {
        return sql.fetch("""
                select id from machine_model m where shop_id = ? and (
                    exists (select from book_count b where b.shop_id = m.shop_id and b.machine_model_id = m.id
                            and b.what = 'told' and b.jobs > 0)
                    or exists (select from machine_train t where t.shop_id = m.shop_id and t.machine_model_id = m.id)
                    or exists (select from way_in w where w.shop_id = m.shop_id and w.machine_model_id = m.id)
                    or exists (select from advice a where a.shop_id = m.shop_id and a.machine_model_id = m.id)
                    or exists (select from book_picture p where p.shop_id = m.shop_id and p.machine_model_id = m.id)
                    or exists (select from part_place p where p.shop_id = m.shop_id and p.model_id = m.id))
                """, here.shopId()).map(r -> r.get("id", Long.class));
    }

    /**
     * What was said of a job beforehand, and how it was.
     *
     * @param costRatio billed without tax over what was estimated when it was taken in
     * @param minutesRatio taken over estimated
     */
    record Said(
            long jobId,
            int trayNumber,
            long modelId,
            Set<String> culprits,
            Optional<Double> costRatio,
            Optional<Double> minutesRatio,
            Optional<LocalDate> promised,
            Optional<LocalDate> ready) {}

    /** The last jobs put away. @param toldBy who has said their culprit, where only one person's are asked for */
    List<Said> said(Here here, Optional<Long> modelId, Optional<Long> toldBy) {
        return sql.fetch(
                        """
                select j.id, j.tray_number, j.machine_model_id, j.promised_on,
                       (j.ready_at at time zone shop.time_zone)::date as ready_on,
                       array(select fault from job_culprit c where c.shop_id = j.shop_id and c.job_id = j.id) as culprits,
                       b.net / nullif(j.estimated, 0)::double precision as cost_ratio,
                       j.bench_minutes / nullif(j.estimated_minutes, 0) as minutes_ratio
                from job j
                join shop on shop.id = j.shop_id
                left join claim on claim.shop_id = j.shop_id and claim.job_id = j.id
                left join lateral (select sum(net)::double precision as net from bill
                                   where shop_id = j.shop_id and job_id = j.id and currency = shop.currency
                                   having sum(net) > 0) b on true
                where j.shop_id = ? and j.place = 'putAway' and (?::bigint is null or j.machine_model_id = ?)
                    and (?::bigint is null or claim.told_by = ?)
                order by j.id desc limit ?
                """,
                        here.shopId(),
                        modelId.orElse(null),
                        modelId.orElse(null),
                        toldBy.orElse(null),
                        toldBy.orElse(null),
                        MOST_JOBS)
                .map(r -> new Said(
                        r.get("id", Long.class),
                        r.get("tray_number", Integer.class),
                        r.get("machine_model_id", Long.class),
                        Set.copyOf(Arrays.asList(Objects.requireNonNull(r.get("culprits", String[].class)))),
                        Optional.ofNullable(r.get("cost_ratio", Double.class)),
                        Optional.ofNullable(r.get("minutes_ratio", Double.class)),
                        Optional.ofNullable(r.get("promised_on", LocalDate.class)),
                        Optional.ofNullable(r.get("ready_on", LocalDate.class))));
    }

    // Advice

    record Advice(long id, long modelId, String advice, String by, OffsetDateTime at) {}

    List<Advice> advice(Here here, Collection<Long> models) {
        return sql.select(ADVICE.ID, ADVICE.MACHINE_MODEL_ID, ADVICE.ADVICE_, PERSON.NAME, ADVICE.GIVEN_AT)
                .from(ADVICE)
                .join(PERSON)
                .on(PERSON.SHOP_ID.eq(ADVICE.SHOP_ID), PERSON.ID.eq(ADVICE.GIVEN_BY))
                .where(ADVICE.SHOP_ID.eq(here.shopId()), ADVICE.MACHINE_MODEL_ID.in(models))
                .orderBy(ADVICE.ID)
                .fetch(r -> new Advice(r.value1(), r.value2(), r.value3(), r.value4(), r.value5()));
    }

    long advise(Here here, long modelId, String advice, OffsetDateTime now) {
        return sql.insertInto(ADVICE)
                .set(ADVICE.SHOP_ID, here.shopId())
                .set(ADVICE.MACHINE_MODEL_ID, modelId)
                .set(ADVICE.ADVICE_, advice)
                .set(ADVICE.GIVEN_BY, here.personId())
                .set(ADVICE.GIVEN_AT, now)
                .returningResult(ADVICE.ID)
                .fetchSingle()
                .value1();
    }

    /** The model it was of; empty where there is none of that number. */
    Optional<Long> takeBack(Here here, long adviceId) {
        return sql.deleteFrom(ADVICE)
                .where(ADVICE.SHOP_ID.eq(here.shopId()), ADVICE.ID.eq(adviceId))
                .returningResult(ADVICE.MACHINE_MODEL_ID)
                .fetchOptional(r -> r.value1());
    }

    // Pictures

    record Picture(long id, long modelId, long imageId, String shows, String by, OffsetDateTime at) {}

    List<Picture> pictures(Here here, Collection<Long> models) {
        return sql.select(
                        BOOK_PICTURE.ID,
                        BOOK_PICTURE.MACHINE_MODEL_ID,
                        BOOK_PICTURE.IMAGE_ID,
                        BOOK_PICTURE.SHOWS,
                        PERSON.NAME,
                        BOOK_PICTURE.PUT_AT)
                .from(BOOK_PICTURE)
                .join(PERSON)
                .on(PERSON.SHOP_ID.eq(BOOK_PICTURE.SHOP_ID), PERSON.ID.eq(BOOK_PICTURE.PUT_BY))
                .where(BOOK_PICTURE.SHOP_ID.eq(here.shopId()), BOOK_PICTURE.MACHINE_MODEL_ID.in(models))
                .orderBy(BOOK_PICTURE.ID)
                .fetch(r -> new Picture(r.value1(), r.value2(), r.value3(), r.value4(), r.value5(), r.value6()));
    }

    void addPicture(Here here, long modelId, long imageId, String shows, long photoId, OffsetDateTime now) {
        sql.insertInto(BOOK_PICTURE)
                .set(BOOK_PICTURE.SHOP_ID, here.shopId())
                .set(BOOK_PICTURE.MACHINE_MODEL_ID, modelId)
                .set(BOOK_PICTURE.IMAGE_ID, imageId)
                .set(BOOK_PICTURE.SHOWS, shows)
                .set(BOOK_PICTURE.PHOTO_ID, photoId)
                .set(BOOK_PICTURE.PUT_BY, here.personId())
                .set(BOOK_PICTURE.PUT_AT, now)
                .execute();
    }

    Optional<Picture> picture(Here here, long pictureId) {
        return sql.select(BOOK_PICTURE.MACHINE_MODEL_ID)
                .from(BOOK_PICTURE)
                .where(BOOK_PICTURE.SHOP_ID.eq(here.shopId()), BOOK_PICTURE.ID.eq(pictureId))
                .fetchOptional(r -> r.value1())
                .flatMap(model -> pictures(here, List.of(model)).stream()
                        .filter(p -> p.id == pictureId)
                        .findFirst());
    }

    void removePicture(Here here, long pictureId) {
        sql.deleteFrom(BOOK_PICTURE)
                .where(BOOK_PICTURE.SHOP_ID.eq(here.shopId()), BOOK_PICTURE.ID.eq(pictureId))
                .execute();
    }

    // What other shops know

    /** @param models it tells of */
    record Origin(UUID origin, String name, OffsetDateTime asOf, String readBy, OffsetDateTime readAt, int models) {}

    UUID own(Here here) {
        return sql.select(SHOP.BOOK_ORIGIN)
                .from(SHOP)
                .where(SHOP.ID.eq(here.shopId()))
                .fetchSingle()
                .value1();
    }

    List<Origin> origins(Here here) {
        return sql.fetch("""
                select o.origin, o.name, o.as_of, p.name as read_by, o.read_at,
                       (select count(*) from book_chapter c where c.shop_id = o.shop_id and c.origin = o.origin) as models
                from book_origin o
                join person p on p.shop_id = o.shop_id and p.id = o.read_by
                where o.shop_id = ? order by o.name, o.origin
                """, here.shopId())
                .map(r -> new Origin(
                        r.get("origin", UUID.class),
                        r.get("name", String.class),
                        r.get("as_of", OffsetDateTime.class),
                        r.get("read_by", String.class),
                        r.get("read_at", OffsetDateTime.class),
                        r.get("models", Integer.class)));
    }

    void keepOrigin(Here here, UUID origin, String name, OffsetDateTime asOf, OffsetDateTime now) {
        sql.insertInto(BOOK_ORIGIN)
                .set(BOOK_ORIGIN.SHOP_ID, here.shopId())
                .set(BOOK_ORIGIN.ORIGIN, origin)
                .set(BOOK_ORIGIN.NAME, name)
                .set(BOOK_ORIGIN.AS_OF, asOf)
                .set(BOOK_ORIGIN.READ_BY, here.personId())
                .set(BOOK_ORIGIN.READ_AT, now)
                .execute();
    }

    /** What another shop knows of a model, as it is kept. */
    record Kept(long modelId, UUID origin, StoredChapter chapter) {}

    void keepChapters(Here here, List<Kept> chapters) {
        sql.execute(
                """
                insert into book_chapter (shop_id, machine_model_id, origin, chapter)
                select ?, model, origin, chapter::jsonb
                from unnest(?::bigint[], ?::uuid[], ?::text[]) as kept (model, origin, chapter)
                """,
                here.shopId(),
                chapters.stream().map(Kept::modelId).toArray(Long[]::new),
                chapters.stream().map(Kept::origin).toArray(UUID[]::new),
                chapters.stream().map(k -> json.written(k.chapter)).toArray(String[]::new));
    }

    void keepPicture(Here here, long modelId, UUID origin, int number, long imageId) {
        sql.insertInto(BOOK_CHAPTER_PICTURE)
                .set(BOOK_CHAPTER_PICTURE.SHOP_ID, here.shopId())
                .set(BOOK_CHAPTER_PICTURE.MACHINE_MODEL_ID, modelId)
                .set(BOOK_CHAPTER_PICTURE.ORIGIN, origin)
                .set(BOOK_CHAPTER_PICTURE.NUMBER, number)
                .set(BOOK_CHAPTER_PICTURE.IMAGE_ID, imageId)
                .execute();
    }

    /** What another shop knows of a model, with the numbers of its pictures here. */
    record Elsewhere(long modelId, UUID origin, String name, Chapter chapter, Map<Integer, Long> images) {}

    List<Elsewhere> elsewhere(Here here, Collection<Long> models) {
        Map<String, Map<Integer, Long>> images = new HashMap<>();
        sql.selectFrom(BOOK_CHAPTER_PICTURE)
                .where(BOOK_CHAPTER_PICTURE.SHOP_ID.eq(here.shopId()), BOOK_CHAPTER_PICTURE.MACHINE_MODEL_ID.in(models))
                .forEach(p -> images.computeIfAbsent(p.getMachineModelId() + " " + p.getOrigin(), k -> new HashMap<>())
                        .put(p.getNumber(), p.getImageId()));
        return sql.select(BOOK_CHAPTER.MACHINE_MODEL_ID, BOOK_CHAPTER.ORIGIN, BOOK_ORIGIN.NAME, BOOK_CHAPTER.CHAPTER)
                .from(BOOK_CHAPTER)
                .join(BOOK_ORIGIN)
                .on(BOOK_ORIGIN.SHOP_ID.eq(BOOK_CHAPTER.SHOP_ID), BOOK_ORIGIN.ORIGIN.eq(BOOK_CHAPTER.ORIGIN))
                .where(BOOK_CHAPTER.SHOP_ID.eq(here.shopId()), BOOK_CHAPTER.MACHINE_MODEL_ID.in(models))
                .orderBy(BOOK_ORIGIN.NAME, BOOK_CHAPTER.ORIGIN)
                .fetch(r -> new Elsewhere(
                        r.value1(),
                        r.value2(),
                        r.value3(),
                        json.read(r.value4().data(), StoredChapter.class).chapter(),
                        images.getOrDefault(r.value1() + " " + r.value2(), Map.of())));
    }

    List<Long> modelsElsewhere(Here here) {
        return sql.selectDistinct(BOOK_CHAPTER.MACHINE_MODEL_ID)
                .from(BOOK_CHAPTER)
                .where(BOOK_CHAPTER.SHOP_ID.eq(here.shopId()))
                .fetch(r -> r.value1());
    }

    /** All of one origin goes. @return the models it told of */
    List<Long> takeOut(Here here, UUID origin) {
        List<Long> images = sql.select(BOOK_CHAPTER_PICTURE.IMAGE_ID)
                .from(BOOK_CHAPTER_PICTURE)
                .where(BOOK_CHAPTER_PICTURE.SHOP_ID.eq(here.shopId()), BOOK_CHAPTER_PICTURE.ORIGIN.eq(origin))
                .fetch(r -> r.value1());
        List<Long> models = sql.select(BOOK_CHAPTER.MACHINE_MODEL_ID)
                .from(BOOK_CHAPTER)
                .where(BOOK_CHAPTER.SHOP_ID.eq(here.shopId()), BOOK_CHAPTER.ORIGIN.eq(origin))
                .fetch(r -> r.value1());
        sql.deleteFrom(BOOK_ORIGIN)
                .where(BOOK_ORIGIN.SHOP_ID.eq(here.shopId()), BOOK_ORIGIN.ORIGIN.eq(origin))
                .execute();
        sql.execute(
                "delete from attachment where shop_id = ? and id = any(?)", here.shopId(), images.toArray(Long[]::new));
        return models;
    }

    /** Those of these models that nothing is known of any more go. */
    void forgetUnknown(Here here, List<Long> models) {
        sql.execute("""
                delete from machine_model m where shop_id = ? and id = any(?)
                    and not exists (select from job x where x.shop_id = m.shop_id and x.machine_model_id = m.id)
                    and not exists (select from book_count x where x.shop_id = m.shop_id and x.machine_model_id = m.id)
                    and not exists (select from machine_train x where x.shop_id = m.shop_id and x.machine_model_id = m.id)
                    and not exists (select from way_in x where x.shop_id = m.shop_id and x.machine_model_id = m.id)
                    and not exists (select from advice x where x.shop_id = m.shop_id and x.machine_model_id = m.id)
                    and not exists (select from book_picture x where x.shop_id = m.shop_id and x.machine_model_id = m.id)
                    and not exists (select from book_chapter x where x.shop_id = m.shop_id and x.machine_model_id = m.id)
                    and not exists (select from part_place x where x.shop_id = m.shop_id and x.model_id = m.id)
                    and not exists (select from donor x where x.shop_id = m.shop_id and x.model_id = m.id)
                """, here.shopId(), models.toArray(Long[]::new));
    }
}
