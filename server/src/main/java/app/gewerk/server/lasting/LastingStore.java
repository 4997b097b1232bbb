package app.gewerk.server.lasting;

import static app.gewerk.server.db.Tables.JOB;

import app.gewerk.core.Wire;
import app.gewerk.core.job.Way;
import app.gewerk.server.lasting.LastingService.Before;
import app.gewerk.server.shop.Here;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;

@Repository
class LastingStore {
    private final DSLContext sql;

    LastingStore(DSLContext sql) {
        this.sql = sql;
    }

    /** Earlier jobs that may be of the same machine: of its model, with its serial number or its owner; the last first. */
    List<Before> before(Here here, long jobId) {
        return sql.fetch("""
                select b.id, b.tray_number, b.moved_at::date as handed_back, h.warranty_until, j.back_of = b.id as linked,
                       b.serial <> '' and lower(b.serial) = lower(j.serial) as same_serial,
                       array(select c.fault from job_culprit c where c.shop_id = b.shop_id and c.job_id = b.id order by 1)
                           as faults
                from job j
                join job b on b.shop_id = j.shop_id and b.machine_model_id = j.machine_model_id and b.id <> j.id
                    and b.place = 'putAway' and b.moved_at <= j.taken_in_at
                left join handback h on h.shop_id = b.shop_id and h.job_id = b.id
                where j.shop_id = ? and j.id = ?
                    and (b.serial <> '' and lower(b.serial) = lower(j.serial)
                         or b.owner_name <> '' and lower(b.owner_name) = lower(j.owner_name)
                         or b.id = j.back_of)
                order by b.moved_at desc limit 10
                """, here.shopId(), jobId)
                .map(r -> new Before(
                        r.get("id", Long.class),
                        r.get("tray_number", Integer.class),
                        r.get("handed_back", LocalDate.class),
                        Optional.ofNullable(r.get("warranty_until", LocalDate.class)),
                        Boolean.TRUE.equals(r.get("same_serial", Boolean.class)),
                        Boolean.TRUE.equals(r.get("linked", Boolean.class)),
                        Arrays.asList(Objects.requireNonNull(r.get("faults", String[].class)))));
    }

    void link(Here here, long jobId, Optional<Long> of) {
        sql.update(JOB)
                .set(JOB.BACK_OF, of.orElse(null))
                .where(JOB.SHOP_ID.eq(here.shopId()), JOB.ID.eq(jobId))
                .execute();
    }

    /**
     * A mend that went out.
     *
     * @param cameBack when, and with which faults
     */
    record Mended(
            long modelId,
            Way way,
            OffsetDateTime out,
            List<String> faults,
            Optional<OffsetDateTime> cameBack,
            List<String> backWith) {}

    /** The next job of the same serial number is found by going through them once, whoever has thousands of a model. */
    List<Mended> mended(Here here, Collection<Long> models) {
        long shop = here.shopId();
        Long[] of = models.toArray(Long[]::new);
        return sql.fetch("""
                with of_model as (
                    select id, machine_model_id, place, moved_at,
                           case when serial <> '' then
                               min(id) filter (where back_of is null) over (partition by machine_model_id, serial
                                   order by id desc rows between unbounded preceding and 1 preceding) end as same
                    from job where shop_id = ? and machine_model_id = any(?)),
                linked as (
                    select back_of, min(id) as id from job
                    where shop_id = ? and machine_model_id = any(?) and back_of < id group by back_of)
                select j.machine_model_id, d.way, j.moved_at as out, b.taken_in_at as back,
                       array(select c.fault from job_culprit c where c.shop_id = ? and c.job_id = j.id) as faults,
                       array(select c.fault from job_culprit c where c.shop_id = ? and c.job_id = b.id) as again
                from of_model j
                join lateral (select way from decision where shop_id = ? and job_id = j.id
                              order by id desc limit 1) d on true
                left join linked on linked.back_of = j.id
                left join job b on b.shop_id = ? and b.id = least(linked.id, j.same) and b.taken_in_at > j.moved_at
                where j.place = 'putAway' and d.way not in ('askOwner', 'decline')
                order by j.id
                """, shop, of, shop, of, shop, shop, shop, shop)
                .map(r -> new Mended(
                        r.get("machine_model_id", Long.class),
                        Wire.parse(Way.class, r.get("way", String.class)),
                        r.get("out", OffsetDateTime.class),
                        Arrays.asList(Objects.requireNonNull(r.get("faults", String[].class))),
                        Optional.ofNullable(r.get("back", OffsetDateTime.class)),
                        Arrays.asList(Objects.requireNonNull(r.get("again", String[].class)))));
    }
}
