package app.gewerk.server.dayplan;

import static app.gewerk.server.db.Tables.CLOSED_DAYS;
import static app.gewerk.server.db.Tables.JOB;
import static app.gewerk.server.db.Tables.MACHINE_MODEL;
import static app.gewerk.server.db.Tables.PERSON;
import static app.gewerk.server.db.Tables.SHOP;
import static org.jooq.impl.DSL.cardinality;

import app.gewerk.core.Wire;
import app.gewerk.core.job.Place;
import app.gewerk.core.job.Step;
import app.gewerk.core.shop.BenchWeek;
import app.gewerk.core.shop.Skill;
import app.gewerk.server.dayplan.DayPlanService.NotFetched;
import app.gewerk.server.shop.Here;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;

@Repository
class DayPlanStore {
    private final DSLContext sql;

    DayPlanStore(DSLContext sql) {
        this.sql = sql;
    }

    /**
     * An open job as far as its time goes.
     *
     * @param usualMinutes of closed jobs of the model, or else of the kind
     * @param arrives what was ordered last for it
     * @param hazards of the machine, {@code way} what was decided on last
     * @param cures when the last time that must be over first is over
     */
    record Open(
            long id,
            int tray,
            String machine,
            Place place,
            List<Step> done,
            Optional<LocalDate> promised,
            Optional<Double> usualMinutes,
            Optional<LocalDate> arrives,
            Optional<OffsetDateTime> cures,
            List<String> hazards,
            Optional<String> way) {}

    /** One statement whatever is open; a model's usual minutes are counted over its last repairs. */
    List<Open> open(Here here, OffsetDateTime now) {
        return sql.fetch(
                        """
                with open as materialized (
                    select j.id, j.tray_number, m.id as model, m.kind, m.maker || ' ' || m.name as machine, j.place,
                           j.steps_done, j.promised_on
                    from job j join machine_model m on m.shop_id = j.shop_id and m.id = j.machine_model_id
                    where j.shop_id = ? and j.place not in ('putAway', 'readyToGo')),
                models as (
                    select o.model, (select percentile_cont(0.5) within group (order by c.bench_minutes) from (
                        select bench_minutes from job where shop_id = ? and machine_model_id = o.model
                            and place = 'putAway' and bench_minutes > 0 order by id desc limit 60) c) as minutes
                    from (select distinct model from open) o),
                kinds as (
                    select o.kind, (select percentile_cont(0.5) within group (order by c.bench_minutes) from (
                        select job.bench_minutes from job join machine_model k
                            on k.shop_id = job.shop_id and k.id = job.machine_model_id
                        where job.shop_id = ? and k.kind = o.kind and job.place = 'putAway' and job.bench_minutes > 0
                        order by job.id desc limit 60) c) as minutes
                    from (select distinct kind from open) o)
                select open.id, open.tray_number, open.machine, open.place, open.steps_done, open.promised_on,
                       coalesce(models.minutes, kinds.minutes) as minutes,
                       (select max(p.arrives_on) from purchase_order p
                            join purchase_order_line l on l.shop_id = p.shop_id and l.order_id = p.id
                        where p.shop_id = ? and l.job_id = open.id and p.state = 'ordered'
                            and l.outcome in ('coming', 'partly')) as arrives,
                       (select max(t.ends_at) from tray_timer t
                        where t.shop_id = ? and t.job_id = open.id and t.ended_at is null
                            and t.kind <> 'runIn' and t.ends_at > cast(? as timestamptz)) as cures,
                       array(select h.hazard from job_hazard h where h.shop_id = ? and h.job_id = open.id) as hazards,
                       (select d.way from decision d where d.shop_id = ? and d.job_id = open.id
                        order by d.id desc limit 1) as way
                from open join models on models.model = open.model join kinds on kinds.kind = open.kind
                order by open.id
                """,
                        here.shopId(),
                        here.shopId(),
                        here.shopId(),
                        here.shopId(),
                        here.shopId(),
                        now,
                        here.shopId(),
                        here.shopId())
                .map(r -> new Open(
                        r.get("id", Long.class),
                        r.get("tray_number", Integer.class),
                        r.get("machine", String.class),
                        Wire.parse(Place.class, r.get("place", String.class)),
                        Arrays.stream(Objects.requireNonNull(r.get("steps_done", String[].class)))
                                .map(s -> Wire.parse(Step.class, s))
                                .toList(),
                        Optional.ofNullable(r.get("promised_on", LocalDate.class)),
                        Optional.ofNullable(r.get("minutes", Double.class)),
                        Optional.ofNullable(r.get("arrives", LocalDate.class)),
                        Optional.ofNullable(r.get("cures", OffsetDateTime.class)),
                        List.of(Objects.requireNonNull(r.get("hazards", String[].class))),
                        Optional.ofNullable(r.get("way", String.class))));
    }

    /** Machines that are ready and have stood there since before that. */
    List<NotFetched> notFetched(Here here, OffsetDateTime before) {
        return sql.select(
                        JOB.ID, JOB.TRAY_NUMBER, MACHINE_MODEL.MAKER, MACHINE_MODEL.NAME, JOB.OWNER_NAME, JOB.MOVED_AT)
                .from(JOB)
                .join(MACHINE_MODEL)
                .on(MACHINE_MODEL.SHOP_ID.eq(JOB.SHOP_ID), MACHINE_MODEL.ID.eq(JOB.MACHINE_MODEL_ID))
                .where(
                        JOB.SHOP_ID.eq(here.shopId()),
                        JOB.PLACE.eq(Place.READY_TO_GO.toString()),
                        JOB.MOVED_AT.lt(before))
                .orderBy(JOB.MOVED_AT)
                .limit(100)
                .fetch(r -> new NotFetched(
                        r.value1(),
                        r.value2(),
                        r.value3() + " " + r.value4(),
                        r.value5(),
                        r.value6().toLocalDate()));
    }

    BenchHours hours(Here here) {
        List<BenchWeek.ClosedDays> closed = sql.selectFrom(CLOSED_DAYS)
                .where(CLOSED_DAYS.SHOP_ID.eq(here.shopId()))
                .orderBy(CLOSED_DAYS.FROM_DAY)
                .fetch(r -> new BenchWeek.ClosedDays(r.getFromDay(), r.getToDay()));
        List<BenchHours.OfCrew> crew = sql.select(PERSON.ID, PERSON.NAME, PERSON.AT_BENCH, PERSON.SKILLS)
                .from(PERSON)
                .where(
                        PERSON.SHOP_ID.eq(here.shopId()),
                        PERSON.AT_BENCH.isTrue().or(cardinality(PERSON.SKILLS).gt(0)),
                        PERSON.CLOSED_AT.isNull())
                .orderBy(PERSON.ID)
                .fetch(r -> new BenchHours.OfCrew(
                        r.value1(),
                        Optional.of(r.value2()),
                        r.value3(),
                        Arrays.stream(r.value4())
                                .map(s -> Wire.parse(Skill.class, s))
                                .collect(Collectors.toCollection(() -> EnumSet.noneOf(Skill.class)))));
        return sql.selectFrom(SHOP)
                .where(SHOP.ID.eq(here.shopId()))
                .fetchSingle(r -> new BenchHours(
                        r.getDayMinutes(),
                        r.getHands(),
                        Arrays.stream(r.getWorkDays()).map(Short::intValue).toList(),
                        Optional.ofNullable(r.getClosesAt()),
                        r.getKeepsHolidays(),
                        closed,
                        crew));
    }

    Optional<String> country(Here here) {
        return sql.select(SHOP.COUNTRY)
                .from(SHOP)
                .where(SHOP.ID.eq(here.shopId()))
                .fetchOptional(SHOP.COUNTRY);
    }

    /** False when one of the crew is not of this shop. */
    boolean save(Here here, BenchHours hours) {
        sql.update(SHOP)
                .set(SHOP.DAY_MINUTES, hours.dayMinutes())
                .set(SHOP.HANDS, hours.hands())
                .set(
                        SHOP.WORK_DAYS,
                        hours.days().stream()
                                .distinct()
                                .sorted()
                                .map(Integer::shortValue)
                                .toArray(Short[]::new))
                .set(SHOP.CLOSES_AT, hours.closes().orElse(null))
                .set(SHOP.KEEPS_HOLIDAYS, hours.holidays())
                .where(SHOP.ID.eq(here.shopId()))
                .execute();
        sql.deleteFrom(CLOSED_DAYS).where(CLOSED_DAYS.SHOP_ID.eq(here.shopId())).execute();
        for (BenchWeek.ClosedDays closed : hours.closed()) {
            sql.insertInto(CLOSED_DAYS)
                    .set(CLOSED_DAYS.SHOP_ID, here.shopId())
                    .set(CLOSED_DAYS.FROM_DAY, closed.from())
                    .set(CLOSED_DAYS.TO_DAY, closed.to())
                    .execute();
        }
        sql.update(PERSON)
                .set(PERSON.AT_BENCH, false)
                .set(PERSON.SKILLS, new String[0])
                .where(PERSON.SHOP_ID.eq(here.shopId()))
                .execute();
        int known = 0;
        for (BenchHours.OfCrew one : hours.crew()) {
            known += sql.update(PERSON)
                    .set(PERSON.AT_BENCH, one.atBench())
                    .set(
                            PERSON.SKILLS,
                            one.skills().stream().sorted().map(Skill::toString).toArray(String[]::new))
                    .where(PERSON.SHOP_ID.eq(here.shopId()), PERSON.ID.eq(one.personId()))
                    .execute();
        }
        return known == hours.crew().size();
    }
}
