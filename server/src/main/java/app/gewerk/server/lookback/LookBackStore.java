package app.gewerk.server.lookback;

import static app.gewerk.server.db.Tables.MONTH_FIGURES;

import app.gewerk.core.shop.LookBack;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.StoredJson;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.JSONB;
import org.jooq.Record;
import org.springframework.stereotype.Repository;

@Repository
class LookBackStore {
    /** Jobs behind a figure that are shown at a time. */
    private static final int MOST = 200;
    /** Each job that went out, with the way that was decided on last. */
    private static final String OUT = """
            with out as %s (
                select j.id, j.moved_at, (j.moved_at at time zone shop.time_zone)::date as out_on, j.tray_number,
                       j.machine_model_id, m.maker || ' ' || m.name as machine, m.kind, j.bench_minutes as minutes, j.promised_on,
                       (j.ready_at at time zone shop.time_zone)::date as ready_on,
                       exists (select from job b where b.shop_id = j.shop_id and b.back_of = j.id) as back,
                       (select way from decision where shop_id = j.shop_id and job_id = j.id order by id desc limit 1) as way,
                       (select sum(net) from bill where shop_id = j.shop_id and job_id = j.id and currency = shop.currency)
                           as billed
                from job j
                join shop on shop.id = j.shop_id
                join machine_model m on m.shop_id = j.shop_id and m.id = j.machine_model_id
                where j.shop_id = ? and j.place = 'putAway' and j.moved_at >= cast(? as timestamptz)
                    and j.moved_at < cast(? as timestamptz))
            """;

    /** A month's jobs, which are gone over several times. */
    private static final String WHOLE = OUT.formatted("materialized");

    /** The last of many years: what stands with each is looked up only for those that are told. */
    private static final String LAST = OUT.formatted("not materialized");

    private final DSLContext sql;
    private final StoredJson json;

    LookBackStore(DSLContext sql, StoredJson json) {
        this.sql = sql;
        this.json = json;
    }

    /**
     * A month in which something went out.
     *
     * @param changes how often it has changed
     * @param figures as they were reckoned after the last of them; empty where they have to be reckoned anew
     */
    record Known(LocalDate month, long changes, Optional<LookBack.Month> figures) {}

    /** From the first month to the last, both included. */
    List<Known> months(Here here, LocalDate first, LocalDate last) {
        return sql.fetch("""
                select c.month, c.changes, f.figures
                from month_changed c
                left join month_figures f on f.shop_id = c.shop_id and f.month = c.month and f.changes = c.changes
                where c.shop_id = ? and c.month between ? and ? order by c.month
                """, here.shopId(), first, last).map(r -> {
            LocalDate month = Objects.requireNonNull(r.get("month", LocalDate.class));
            return new Known(
                    month,
                    r.get("changes", Long.class),
                    Optional.ofNullable(r.get("figures", JSONB.class))
                            .map(f -> json.read(f.data(), StoredMonth.class).month(month)));
        });
    }

    void keep(Here here, LookBack.Month month, long changes) {
        JSONB figures = JSONB.valueOf(json.written(StoredMonth.of(month)));
        sql.insertInto(MONTH_FIGURES)
                .set(MONTH_FIGURES.SHOP_ID, here.shopId())
                .set(MONTH_FIGURES.MONTH, month.month())
                .set(MONTH_FIGURES.CHANGES, changes)
                .set(MONTH_FIGURES.FIGURES, figures)
                .onConflict(MONTH_FIGURES.SHOP_ID, MONTH_FIGURES.MONTH)
                .doUpdate()
                .set(MONTH_FIGURES.CHANGES, changes)
                .set(MONTH_FIGURES.FIGURES, figures)
                .execute();
    }

    LookBack.Month reckoned(Here here, LocalDate month, ZoneId zone) {
        OffsetDateTime from = month.atStartOfDay(zone).toOffsetDateTime();
        OffsetDateTime to = month.plusMonths(1).atStartOfDay(zone).toOffsetDateTime();
        return new LookBack.Month(
                month,
                sum(here, from, to),
                of(here, from, to, """
                        select kind, count(*) as jobs, coalesce(sum(minutes), 0) as minutes, coalesce(sum(billed), 0) as billed
                        from out group by 1 order by 2 desc, 1""")
                        .map(r -> new LookBack.OfKind(
                                r.get("kind", String.class),
                                r.get("jobs", Integer.class),
                                r.get("minutes", Long.class),
                                r.get("billed", BigDecimal.class))),
                of(here, from, to, """
                        select c.fault, max(c.words::text) as words, count(*) as jobs
                        from out join job_culprit c on c.shop_id = shop_here() and c.job_id = out.id
                        group by 1 order by 3 desc, 1""")
                        .map(r -> new LookBack.OfFault(
                                r.get("fault", String.class),
                                json.told(Objects.requireNonNull(r.get("words", String.class))),
                                r.get("jobs", Integer.class))),
                of(here, from, to, """
                        select way, count(*) as jobs, count(*) filter (where back) as back
                        from out where way is not null group by 1 order by 2 desc, 1""")
                        .map(r -> new LookBack.OfWay(
                                r.get("way", String.class),
                                r.get("jobs", Integer.class),
                                r.get("back", Integer.class))),
                of(here, from, to, """
                        select o.seller_name, l.item_number, count(distinct l.job_id) as jobs,
                               sum(greatest(0, o.arrives_on - o.asked_at::date)) as days
                        from out
                        join purchase_order_line l on l.shop_id = shop_here() and l.job_id = out.id and l.item_number <> ''
                        join purchase_order o on o.shop_id = l.shop_id and o.id = l.order_id and o.state = 'ordered'
                        where o.arrives_on is not null
                        group by 1, 2 order by 4 desc, 1, 2""")
                        .map(r -> new LookBack.Waited(
                                r.get("seller_name", String.class),
                                r.get("item_number", String.class),
                                r.get("jobs", Integer.class),
                                r.get("days", Integer.class))));
    }

    private org.jooq.Result<Record> of(Here here, OffsetDateTime from, OffsetDateTime to, String question) {
        return sql.fetch(WHOLE + question, here.shopId(), from, to);
    }

    private LookBack.Sum sum(Here here, OffsetDateTime from, OffsetDateTime to) {
        Record r = of(here, from, to, """
                select count(*) as jobs, count(*) filter (where way = 'decline') as declined, count(minutes) as timed,
                       coalesce(sum(minutes), 0) as minutes, coalesce(sum(billed), 0) as billed,
                       count(*) filter (where back) as back,
                       count(*) filter (where promised_on is not null and ready_on is not null) as promised,
                       count(*) filter (where ready_on <= promised_on) as kept,
                       coalesce((select sum(l.share) from purchase_order_line l
                                 join purchase_order o on o.shop_id = l.shop_id and o.id = l.order_id
                                     and o.state = 'ordered'
                                 join shop on shop.id = o.shop_id and shop.currency = o.currency
                                 where l.shop_id = shop_here() and l.job_id in (select id from out)), 0) as parts
                from out""").getFirst();
        return new LookBack.Sum(
                r.get("jobs", Integer.class),
                r.get("declined", Integer.class),
                r.get("timed", Integer.class),
                r.get("minutes", Long.class),
                r.get("billed", BigDecimal.class),
                r.get("parts", BigDecimal.class),
                r.get("back", Integer.class),
                r.get("promised", Integer.class),
                r.get("kept", Integer.class));
    }

    /** A job behind a figure. */
    record Behind(
            long jobId,
            int trayNumber,
            String machine,
            LocalDate out,
            Optional<Integer> minutes,
            Optional<BigDecimal> billed) {}

    /** Which jobs a figure counts; {@code code} of the kind, fault, way or item where it is about one. */
    private static final Map<String, String> WHICH = Map.of(
            "all", "?::text is not null",
            "declined", "?::text is not null and o.way = 'decline'",
            "back", "?::text is not null and o.back",
            "late", "?::text is not null and o.ready_on > o.promised_on",
            "kind", "o.kind = ?",
            "way", "o.way = ?",
            "fault",
                    "exists (select from job_culprit c where c.shop_id = shop_here() and c.job_id = o.id and c.fault = ?)",
            "spare",
                    "exists (select from purchase_order_line l where l.shop_id = shop_here() and l.job_id = o.id "
                            + "and l.item_number = ?)");

    static boolean knows(String which) {
        return WHICH.containsKey(which);
    }

    /** The last of them first. */
    List<Behind> behind(Here here, OffsetDateTime from, OffsetDateTime to, String which, String code) {
        return sql.fetch(
                        LAST + """
                        select o.id, o.tray_number, o.machine, o.out_on, o.minutes, o.billed
                        from out o
                        where
                        """ + Objects.requireNonNull(WHICH.get(which))
                                + " order by o.moved_at desc, o.id desc limit " + MOST,
                        here.shopId(),
                        from,
                        to,
                        code)
                .map(r -> new Behind(
                        r.get("id", Long.class),
                        r.get("tray_number", Integer.class),
                        r.get("machine", String.class),
                        r.get("out_on", LocalDate.class),
                        Optional.ofNullable(r.get("minutes", Integer.class)),
                        Optional.ofNullable(r.get("billed", BigDecimal.class))));
    }
}
