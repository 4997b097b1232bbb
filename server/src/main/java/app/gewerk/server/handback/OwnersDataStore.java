package app.gewerk.server.handback;

import app.gewerk.server.handback.OwnersData.OwnersJobs;
import app.gewerk.server.shop.Here;
import java.time.OffsetDateTime;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;

@Repository
class OwnersDataStore {
    private final DSLContext sql;

    OwnersDataStore(DSLContext sql) {
        this.sql = sql;
    }

    Optional<OwnersJobs> owners(Here here, long jobId) {
        return sql.fetchOptional("""
                select j.owner_name, j.erased_at, owned.*
                from job j
                cross join lateral (
                    select array_agg(o.id order by o.id) as jobs, count(*) filter (where o.place <> 'putAway') as open,
                           (select count(*) from bill b where b.shop_id = j.shop_id and b.job_id = any(array_agg(o.id)))
                               as bills
                    from job o
                    where o.shop_id = j.shop_id
                        and (o.id = j.id or j.owner_name <> '' and lower(o.owner_name) = lower(j.owner_name)
                             and regexp_replace(o.owner_phone, '\\D', '', 'g')
                                 = regexp_replace(j.owner_phone, '\\D', '', 'g'))) owned
                where j.shop_id = ? and j.id = ?
                """, here.shopId(), jobId)
                .map(r -> new OwnersJobs(
                        r.get("owner_name", String.class),
                        Arrays.asList(Objects.requireNonNull(r.get("jobs", Long[].class))),
                        r.get("open", Integer.class),
                        r.get("bills", Integer.class),
                        Optional.ofNullable(r.get("erased_at", OffsetDateTime.class))));
    }

    List<Integer> bills(Here here, long jobId) {
        return sql.fetch("select number from bill where shop_id = ? and job_id = ? order by 1", here.shopId(), jobId)
                .map(r -> r.get("number", Integer.class));
    }

    /** What was typed of the owner and by them; what was found out of the machine stays. */
    void erase(Here here, long jobId, OffsetDateTime now) {
        sql.execute("""
                update job set owner_name = '', owner_phone = '', complaint = '', serial = '', came_with = '', plate = '',
                    history = '', earlier_repairs = '', arrived_like = '', erased_at = cast(? as timestamptz),
                    version = job.version + 1,
                    find_text = lower(concat_ws(' ', m.maker, m.name, '#' || m.kind || '#'))
                from machine_model m
                where m.shop_id = job.shop_id and m.id = job.machine_model_id and job.shop_id = ? and job.id = ?
                """, now, here.shopId(), jobId);
        sql.execute("""
                update journal set why = '', before = null, after = null,
                    what = case when step in ('takeIn', 'handBack') or what ->> 'code' = 'typed' or what::text like '%"typed"%'
                        then '{"format": 1, "code": "journal.done", "values": {}}' else what end
                where shop_id = ? and job_id = ?
                """, here.shopId(), jobId);
        sql.execute("update handback set avoid = '', next = '' where shop_id = ? and job_id = ?", here.shopId(), jobId);
        sql.execute("update job_culprit set why = '' where shop_id = ? and job_id = ?", here.shopId(), jobId);
        sql.execute("update decision set reason = '' where shop_id = ? and job_id = ?", here.shopId(), jobId);
        sql.execute("update trial_result set seen = '' where shop_id = ? and job_id = ?", here.shopId(), jobId);
        // What has not gone out yet goes to nobody any more.
        sql.execute("""
                update owner_message set send_to = '', letter = '',
                    state = case when state in ('waiting', 'onItsWay') then 'withdrawn' else state end
                where shop_id = ? and job_id = ?
                """, here.shopId(), jobId);
    }
}
