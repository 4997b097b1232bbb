package app.gewerk.server.teardown;

import static app.gewerk.server.db.Tables.HIDDEN_PART_ANSWER;
import static app.gewerk.server.db.Tables.JOB;
import static app.gewerk.server.db.Tables.PERSON;
import static app.gewerk.server.db.Tables.TEARDOWN_STEP;
import static org.jooq.impl.DSL.count;
import static org.jooq.impl.DSL.max;

import app.gewerk.core.teardown.Ledger;
import app.gewerk.core.teardown.TeardownStep;
import app.gewerk.server.device.StoredStep;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.StoredJson;
import app.gewerk.server.teardown.TeardownService.EnteredStep;
import app.gewerk.server.teardown.TeardownService.OtherLedger;
import java.time.OffsetDateTime;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.JSONB;
import org.springframework.stereotype.Repository;

@Repository
class TeardownStore {
    private final DSLContext sql;
    private final StoredJson json;

    TeardownStore(DSLContext sql, StoredJson json) {
        this.sql = sql;
        this.json = json;
    }

    record Placed(String key, double position) {}

    List<EnteredStep> steps(Here here, long jobId) {
        return sql.select(
                        TEARDOWN_STEP.KEY,
                        TEARDOWN_STEP.STEP,
                        TEARDOWN_STEP.VERSION,
                        PERSON.NAME,
                        TEARDOWN_STEP.DONE_AT)
                .from(TEARDOWN_STEP)
                .join(PERSON)
                .on(PERSON.SHOP_ID.eq(TEARDOWN_STEP.SHOP_ID), PERSON.ID.eq(TEARDOWN_STEP.DONE_BY))
                .where(TEARDOWN_STEP.SHOP_ID.eq(here.shopId()), TEARDOWN_STEP.JOB_ID.eq(jobId))
                .orderBy(TEARDOWN_STEP.POSITION, TEARDOWN_STEP.ID)
                .fetch(r -> EnteredStep.of(
                        r.value1(),
                        json.read(r.value2().data(), StoredStep.class).step(),
                        r.value3(),
                        r.value4(),
                        r.value5()));
    }

    List<Placed> places(Here here, long jobId) {
        return sql.select(TEARDOWN_STEP.KEY, TEARDOWN_STEP.POSITION)
                .from(TEARDOWN_STEP)
                .where(TEARDOWN_STEP.SHOP_ID.eq(here.shopId()), TEARDOWN_STEP.JOB_ID.eq(jobId))
                .orderBy(TEARDOWN_STEP.POSITION, TEARDOWN_STEP.ID)
                .fetch(r -> new Placed(r.value1(), r.value2()));
    }

    /** False when a step with that key stands already. */
    boolean insert(Here here, long jobId, String key, double position, TeardownStep step, OffsetDateTime now) {
        return sql.insertInto(TEARDOWN_STEP)
                        .set(TEARDOWN_STEP.JOB_ID, jobId)
                        .set(TEARDOWN_STEP.SHOP_ID, here.shopId())
                        .set(TEARDOWN_STEP.KEY, key)
                        .set(TEARDOWN_STEP.POSITION, position)
                        .set(TEARDOWN_STEP.STEP, JSONB.valueOf(json.written(StoredStep.of(step))))
                        .set(TEARDOWN_STEP.DONE_BY, here.personId())
                        .set(TEARDOWN_STEP.DONE_AT, now)
                        .onConflictDoNothing()
                        .execute()
                == 1;
    }

    private static Condition at(Here here, long jobId, String key, int version) {
        return TEARDOWN_STEP
                .SHOP_ID
                .eq(here.shopId())
                .and(TEARDOWN_STEP.JOB_ID.eq(jobId))
                .and(TEARDOWN_STEP.KEY.eq(key))
                .and(TEARDOWN_STEP.VERSION.eq(version));
    }

    boolean update(Here here, long jobId, String key, int version, TeardownStep step) {
        return sql.update(TEARDOWN_STEP)
                        .set(TEARDOWN_STEP.STEP, JSONB.valueOf(json.written(StoredStep.of(step))))
                        .set(TEARDOWN_STEP.VERSION, TEARDOWN_STEP.VERSION.plus(1))
                        .where(at(here, jobId, key, version))
                        .execute()
                == 1;
    }

    boolean remove(Here here, long jobId, String key, int version) {
        return sql.deleteFrom(TEARDOWN_STEP)
                        .where(at(here, jobId, key, version))
                        .execute()
                == 1;
    }

    /** False when the step is not at the expected version. */
    boolean move(Here here, long jobId, String key, int version, double position) {
        return sql.update(TEARDOWN_STEP)
                        .set(TEARDOWN_STEP.POSITION, position)
                        .set(TEARDOWN_STEP.VERSION, TEARDOWN_STEP.VERSION.plus(1))
                        .where(at(here, jobId, key, version))
                        .execute()
                == 1;
    }

    /** Gives the steps the places 1, 2, 3 … in the order they stand in. */
    void renumber(Here here, long jobId) {
        sql.execute("""
                update teardown_step s set position = n.place
                from (select id, row_number() over (order by position, id) as place
                      from teardown_step where shop_id = ? and job_id = ?) n
                where s.shop_id = ? and s.id = n.id
                """, here.shopId(), jobId, here.shopId());
    }

    Optional<OtherLedger> lastOtherLedger(Here here, long modelId, long jobId) {
        return otherLedgers(here, modelId, jobId).stream().findFirst();
    }

    List<OtherLedger> otherLedgers(Here here, long modelId, long jobId) {
        return sql.select(JOB.ID, JOB.TRAY_NUMBER, max(PERSON.NAME), count())
                .from(TEARDOWN_STEP)
                .join(JOB)
                .on(JOB.SHOP_ID.eq(TEARDOWN_STEP.SHOP_ID), JOB.ID.eq(TEARDOWN_STEP.JOB_ID))
                .join(PERSON)
                .on(PERSON.SHOP_ID.eq(TEARDOWN_STEP.SHOP_ID), PERSON.ID.eq(TEARDOWN_STEP.DONE_BY))
                .where(JOB.SHOP_ID.eq(here.shopId()), JOB.MACHINE_MODEL_ID.eq(modelId), JOB.ID.ne(jobId))
                .groupBy(JOB.SHOP_ID, JOB.ID)
                .orderBy(JOB.ID.desc())
                .limit(20)
                .fetch(r -> new OtherLedger(r.value1(), r.value2(), r.value3(), r.value4()));
    }

    /** A part that may have fallen out unseen, and the step it came off with before. */
    record Asked(String step, String part) {}

    Set<Asked> answered(Here here, long jobId) {
        return new HashSet<>(sql.select(HIDDEN_PART_ANSWER.STEP, HIDDEN_PART_ANSWER.PART)
                .from(HIDDEN_PART_ANSWER)
                .where(HIDDEN_PART_ANSWER.SHOP_ID.eq(here.shopId()), HIDDEN_PART_ANSWER.JOB_ID.eq(jobId))
                .fetch(r -> new Asked(r.value1(), r.value2())));
    }

    void answerUnseen(Here here, long jobId, Asked asked, Ledger.Whereabouts answer, String note, OffsetDateTime now) {
        var row = sql.newRecord(HIDDEN_PART_ANSWER);
        row.setShopId(here.shopId());
        row.setJobId(jobId);
        row.setStep(asked.step());
        row.setPart(asked.part());
        row.setAnswer(answer.toString());
        row.setNote(note);
        row.setAnsweredBy(here.personId());
        row.setAnsweredAt(now);
        sql.insertInto(HIDDEN_PART_ANSWER)
                .set(row)
                .onConflict(
                        HIDDEN_PART_ANSWER.SHOP_ID,
                        HIDDEN_PART_ANSWER.JOB_ID,
                        HIDDEN_PART_ANSWER.STEP,
                        HIDDEN_PART_ANSWER.PART)
                .doUpdate()
                .set(row)
                .execute();
    }
}
