package app.gewerk.server.dayplan;

import static app.gewerk.server.db.Tables.INTERRUPTION;

import app.gewerk.core.Wire;
import app.gewerk.server.dayplan.InterruptionService.GoingOn;
import app.gewerk.server.dayplan.InterruptionService.Kind;
import app.gewerk.server.shop.Here;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;

@Repository
class InterruptionStore {
    private final DSLContext sql;

    InterruptionStore(DSLContext sql) {
        this.sql = sql;
    }

    record Ended(Kind kind, double minutes) {}

    private static Condition mine(Here here) {
        return INTERRUPTION
                .SHOP_ID
                .eq(here.shopId())
                .and(INTERRUPTION.PERSON_ID.eq(here.personId()))
                .and(INTERRUPTION.MINUTES.isNull());
    }

    Optional<GoingOn> goingOn(Here here) {
        return sql.selectFrom(INTERRUPTION)
                .where(mine(here))
                .fetchOptional(r -> new GoingOn(
                        Wire.parse(Kind.class, r.getKind()), r.getBeganAt(), Optional.ofNullable(r.getJobId())));
    }

    void begin(Here here, Kind kind, Optional<Long> jobId, OffsetDateTime now) {
        sql.insertInto(INTERRUPTION)
                .set(INTERRUPTION.SHOP_ID, here.shopId())
                .set(INTERRUPTION.PERSON_ID, here.personId())
                .set(INTERRUPTION.JOB_ID, jobId.orElse(null))
                .set(INTERRUPTION.KIND, kind.toString())
                .set(INTERRUPTION.BEGAN_AT, now)
                .onConflict(INTERRUPTION.SHOP_ID, INTERRUPTION.PERSON_ID)
                .where(INTERRUPTION.MINUTES.isNull())
                .doUpdate()
                .set(INTERRUPTION.KIND, kind.toString())
                .execute();
    }

    void over(Here here, double minutes) {
        sql.update(INTERRUPTION)
                .set(INTERRUPTION.MINUTES, minutes)
                .where(mine(here))
                .execute();
    }

    List<Ended> ended(Here here, OffsetDateTime since) {
        return sql.select(INTERRUPTION.KIND, INTERRUPTION.MINUTES)
                .from(INTERRUPTION)
                .where(
                        INTERRUPTION.SHOP_ID.eq(here.shopId()),
                        INTERRUPTION.BEGAN_AT.ge(since),
                        INTERRUPTION.MINUTES.isNotNull())
                .fetch(r -> new Ended(Wire.parse(Kind.class, r.value1()), r.value2()));
    }

    Optional<OffsetDateTime> first(Here here) {
        return sql.select(DSL.min(INTERRUPTION.BEGAN_AT))
                .from(INTERRUPTION)
                .where(INTERRUPTION.SHOP_ID.eq(here.shopId()))
                .fetchOptional(0, OffsetDateTime.class);
    }
}
