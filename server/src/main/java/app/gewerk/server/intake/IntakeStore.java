package app.gewerk.server.intake;

import static app.gewerk.server.db.Tables.JOB_CAUTION;
import static app.gewerk.server.db.Tables.PERSON;

import java.time.OffsetDateTime;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;

@Repository
class IntakeStore {
    private final DSLContext sql;

    IntakeStore(DSLContext sql) {
        this.sql = sql;
    }

    record Tick(String hazard, Optional<String> by, Optional<OffsetDateTime> at) {}

    void setHazards(long shopId, long jobId, Collection<String> hazards) {
        sql.deleteFrom(JOB_CAUTION)
                .where(JOB_CAUTION.JOB_ID.eq(jobId), JOB_CAUTION.HAZARD.notIn(hazards), JOB_CAUTION.TICKED_BY.isNull())
                .execute();
        for (String hazard : hazards) {
            sql.insertInto(JOB_CAUTION)
                    .set(JOB_CAUTION.SHOP_ID, shopId)
                    .set(JOB_CAUTION.JOB_ID, jobId)
                    .set(JOB_CAUTION.HAZARD, hazard)
                    .onConflictDoNothing()
                    .execute();
        }
    }

    List<Tick> ticks(long jobId) {
        return sql.select(JOB_CAUTION.HAZARD, PERSON.NAME, JOB_CAUTION.TICKED_AT)
                .from(JOB_CAUTION)
                .leftJoin(PERSON)
                .on(PERSON.ID.eq(JOB_CAUTION.TICKED_BY))
                .where(JOB_CAUTION.JOB_ID.eq(jobId))
                .fetch(r -> new Tick(r.value1(), Optional.ofNullable(r.value2()), Optional.ofNullable(r.value3())));
    }

    /** False when there is no such caution or it was ticked before. */
    boolean tick(long jobId, String hazard, long personId, OffsetDateTime now) {
        return sql.update(JOB_CAUTION)
                        .set(JOB_CAUTION.TICKED_BY, personId)
                        .set(JOB_CAUTION.TICKED_AT, now)
                        .where(
                                JOB_CAUTION.JOB_ID.eq(jobId),
                                JOB_CAUTION.HAZARD.eq(hazard),
                                JOB_CAUTION.TICKED_BY.isNull())
                        .execute()
                == 1;
    }
}
