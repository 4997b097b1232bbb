package app.gewerk.server.choice;

import static app.gewerk.server.db.Tables.JOB_CIRCUMSTANCES;

import app.gewerk.core.Wire;
import app.gewerk.core.choice.Circumstances;
import app.gewerk.core.choice.Earlier;
import app.gewerk.core.choice.Wish;
import app.gewerk.core.job.Way;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.StoredJson;
import java.time.OffsetDateTime;
import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.JSONB;
import org.springframework.stereotype.Repository;

@Repository
class WeighingStore {
    /** Later it has nothing to do with how it was mended (common practice). */
    private static final int WITHIN_YEARS = 1;

    private final DSLContext sql;
    private final StoredJson json;

    WeighingStore(DSLContext sql, StoredJson json) {
        this.sql = sql;
        this.json = json;
    }

    record Said(int version, Wish wish, Circumstances circumstances) {}

    Optional<Said> said(Here here, long jobId) {
        return sql.select(JOB_CIRCUMSTANCES.VERSION, JOB_CIRCUMSTANCES.WISH, JOB_CIRCUMSTANCES.FACTS)
                .from(JOB_CIRCUMSTANCES)
                .where(JOB_CIRCUMSTANCES.SHOP_ID.eq(here.shopId()), JOB_CIRCUMSTANCES.JOB_ID.eq(jobId))
                .fetchOptional(r -> new Said(
                        r.value1(),
                        Wire.parse(Wish.class, r.value2()),
                        json.read(r.value3().data(), StoredCircumstances.class).circumstances()));
    }

    /** False when somebody saved in between. */
    boolean save(Here here, long jobId, int version, Wish wish, Circumstances said, OffsetDateTime now) {
        JSONB facts = JSONB.valueOf(json.written(StoredCircumstances.of(said)));
        if (version == 0) {
            return sql.insertInto(JOB_CIRCUMSTANCES)
                            .set(JOB_CIRCUMSTANCES.SHOP_ID, here.shopId())
                            .set(JOB_CIRCUMSTANCES.JOB_ID, jobId)
                            .set(JOB_CIRCUMSTANCES.WISH, Wire.word(wish))
                            .set(JOB_CIRCUMSTANCES.FACTS, facts)
                            .set(JOB_CIRCUMSTANCES.CHANGED_BY, here.personId())
                            .set(JOB_CIRCUMSTANCES.CHANGED_AT, now)
                            .onConflictDoNothing()
                            .execute()
                    == 1;
        }
        return sql.update(JOB_CIRCUMSTANCES)
                        .set(JOB_CIRCUMSTANCES.WISH, Wire.word(wish))
                        .set(JOB_CIRCUMSTANCES.FACTS, facts)
                        .set(JOB_CIRCUMSTANCES.VERSION, JOB_CIRCUMSTANCES.VERSION.plus(1))
                        .set(JOB_CIRCUMSTANCES.CHANGED_BY, here.personId())
                        .set(JOB_CIRCUMSTANCES.CHANGED_AT, now)
                        .where(
                                JOB_CIRCUMSTANCES.SHOP_ID.eq(here.shopId()),
                                JOB_CIRCUMSTANCES.JOB_ID.eq(jobId),
                                JOB_CIRCUMSTANCES.VERSION.eq(version))
                        .execute()
                == 1;
    }

    /**
     * How ways turned out on a model: of each closed job the way last decided on, and whether the same machine, said to
     * have come back with it or known by its serial number, was taken in again within a year.
     *
     * @param exceptJob whose own decision does not count; that it came back does
     */
    Map<Way, Earlier> earlier(Here here, long modelId, Optional<Long> exceptJob) {
        long shop = here.shopId();
        Map<Way, Earlier> earlier = new EnumMap<>(Way.class);
        sql.fetch("""
                with of_model as (
                    select id, place,
                           case when serial <> '' then
                               min(taken_in_at) filter (where back_of is null) over (partition by serial
                                   order by id desc rows between unbounded preceding and 1 preceding) end as same_at
                    from job where shop_id = ? and machine_model_id = ?),
                linked as (
                    select back_of, min(taken_in_at) as at from job
                    where shop_id = ? and machine_model_id = ? and back_of < id group by back_of)
                select d.way, count(*),
                       count(*) filter (where least(linked.at, j.same_at) < d.decided_at + make_interval(years => ?))
                from of_model j
                join lateral (select way, decided_at from decision where shop_id = ? and job_id = j.id
                              order by id desc limit 1) d on true
                left join linked on linked.back_of = j.id
                where j.place = 'putAway' and j.id <> ?
                group by d.way
                """, shop, modelId, shop, modelId, WITHIN_YEARS, shop, exceptJob.orElse(0L))
                .forEach(r -> earlier.put(
                        Wire.parse(Way.class, r.get(0, String.class)),
                        new Earlier(r.get(1, Integer.class), r.get(2, Integer.class))));
        return earlier;
    }
}
