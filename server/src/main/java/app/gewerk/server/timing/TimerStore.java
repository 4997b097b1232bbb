package app.gewerk.server.timing;

import static app.gewerk.server.db.Tables.JOB;
import static app.gewerk.server.db.Tables.TRAY_TIMER;
import static org.jooq.impl.DSL.coalesce;
import static org.jooq.impl.DSL.max;

import app.gewerk.core.Wire;
import app.gewerk.core.job.TimerKind;
import app.gewerk.server.shop.Here;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;

@Repository
class TimerStore {
    private final DSLContext sql;

    TimerStore(DSLContext sql) {
        this.sql = sql;
    }

    /** One that nobody has ended yet, over or not. */
    record Running(
            long jobId, int trayNumber, int number, TimerKind kind, OffsetDateTime beganAt, OffsetDateTime endsAt) {}

    /** Call with the job held: numbers are counted. */
    void begin(Here here, long jobId, TimerKind kind, double minutes, OffsetDateTime now, OffsetDateTime ends) {
        int last = sql.select(coalesce(max(TRAY_TIMER.NUMBER), 0))
                .from(TRAY_TIMER)
                .where(TRAY_TIMER.SHOP_ID.eq(here.shopId()), TRAY_TIMER.JOB_ID.eq(jobId))
                .fetchSingle()
                .value1();
        sql.insertInto(TRAY_TIMER)
                .set(TRAY_TIMER.SHOP_ID, here.shopId())
                .set(TRAY_TIMER.JOB_ID, jobId)
                .set(TRAY_TIMER.NUMBER, last + 1)
                .set(TRAY_TIMER.KIND, kind.toString())
                .set(TRAY_TIMER.MINUTES, minutes)
                .set(TRAY_TIMER.BEGAN_AT, now)
                .set(TRAY_TIMER.ENDS_AT, ends)
                .execute();
    }

    int running(Here here, long jobId) {
        return sql.fetchCount(
                TRAY_TIMER,
                TRAY_TIMER.SHOP_ID.eq(here.shopId()),
                TRAY_TIMER.JOB_ID.eq(jobId),
                TRAY_TIMER.ENDED_AT.isNull());
    }

    /** One that was ended, and when it would have been over by itself. */
    record Ended(TimerKind kind, OffsetDateTime endsAt) {}

    /** Nothing where none of that number ran. */
    Optional<Ended> end(Here here, long jobId, int number, OffsetDateTime now) {
        return sql.update(TRAY_TIMER)
                .set(TRAY_TIMER.ENDED_AT, now)
                .where(
                        TRAY_TIMER.SHOP_ID.eq(here.shopId()),
                        TRAY_TIMER.JOB_ID.eq(jobId),
                        TRAY_TIMER.NUMBER.eq(number),
                        TRAY_TIMER.ENDED_AT.isNull())
                .returning(TRAY_TIMER.KIND, TRAY_TIMER.ENDS_AT)
                .fetchOptional(r -> new Ended(Wire.parse(TimerKind.class, r.getKind()), r.getEndsAt()));
    }

    /** Of all trays, the next to be over first. */
    List<Running> all(Here here) {
        return sql.select(
                        TRAY_TIMER.JOB_ID,
                        JOB.TRAY_NUMBER,
                        TRAY_TIMER.NUMBER,
                        TRAY_TIMER.KIND,
                        TRAY_TIMER.BEGAN_AT,
                        TRAY_TIMER.ENDS_AT)
                .from(TRAY_TIMER)
                .join(JOB)
                .on(JOB.SHOP_ID.eq(TRAY_TIMER.SHOP_ID), JOB.ID.eq(TRAY_TIMER.JOB_ID))
                .where(TRAY_TIMER.SHOP_ID.eq(here.shopId()), TRAY_TIMER.ENDED_AT.isNull())
                .orderBy(TRAY_TIMER.ENDS_AT, TRAY_TIMER.JOB_ID, TRAY_TIMER.NUMBER)
                .fetch(r -> new Running(
                        r.value1(),
                        r.value2(),
                        r.value3(),
                        Wire.parse(TimerKind.class, r.value4()),
                        r.value5(),
                        r.value6()));
    }
}
