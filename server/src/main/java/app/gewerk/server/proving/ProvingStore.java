package app.gewerk.server.proving;

import static app.gewerk.server.db.Tables.JOB;
import static app.gewerk.server.db.Tables.PERSON;
import static app.gewerk.server.db.Tables.PROOF_READING;
import static app.gewerk.server.db.Tables.PROOF_RUN;
import static app.gewerk.server.db.Tables.TRIAL_RESULT;
import static org.jooq.impl.DSL.coalesce;
import static org.jooq.impl.DSL.max;

import app.gewerk.core.Wire;
import app.gewerk.core.proving.Measure;
import app.gewerk.core.proving.TestPlan.Result;
import app.gewerk.server.proving.ProvingService.TriedTrial;
import app.gewerk.server.shop.Here;
import java.time.OffsetDateTime;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;

@Repository
class ProvingStore {
    private final DSLContext sql;

    ProvingStore(DSLContext sql) {
        this.sql = sql;
    }

    /** All results, the first first. */
    List<TriedTrial> tried(Here here, long jobId) {
        return sql.select(
                        TRIAL_RESULT.TRIAL, TRIAL_RESULT.RESULT, TRIAL_RESULT.SEEN, PERSON.NAME, TRIAL_RESULT.TRIED_AT)
                .from(TRIAL_RESULT)
                .join(PERSON)
                .on(PERSON.SHOP_ID.eq(TRIAL_RESULT.SHOP_ID), PERSON.ID.eq(TRIAL_RESULT.TRIED_BY))
                .where(TRIAL_RESULT.SHOP_ID.eq(here.shopId()), TRIAL_RESULT.JOB_ID.eq(jobId))
                .orderBy(TRIAL_RESULT.NUMBER)
                .fetch(r -> new TriedTrial(
                        r.value1(), Wire.parse(Result.class, r.value2()), r.value3(), r.value4(), r.value5()));
    }

    /** Call with the job held: numbers are counted. */
    void add(Here here, long jobId, String trial, Result result, String seen, OffsetDateTime now) {
        int last = sql.select(coalesce(max(TRIAL_RESULT.NUMBER), 0))
                .from(TRIAL_RESULT)
                .where(TRIAL_RESULT.SHOP_ID.eq(here.shopId()), TRIAL_RESULT.JOB_ID.eq(jobId))
                .fetchSingle()
                .value1();
        sql.insertInto(TRIAL_RESULT)
                .set(TRIAL_RESULT.SHOP_ID, here.shopId())
                .set(TRIAL_RESULT.JOB_ID, jobId)
                .set(TRIAL_RESULT.NUMBER, last + 1)
                .set(TRIAL_RESULT.TRIAL, trial)
                .set(TRIAL_RESULT.RESULT, result.toString())
                .set(TRIAL_RESULT.SEEN, seen)
                .set(TRIAL_RESULT.TRIED_BY, here.personId())
                .set(TRIAL_RESULT.TRIED_AT, now)
                .execute();
    }

    /** Repeats of one measure, before or after. */
    record Read(Measure measure, boolean after, List<Double> values) {}

    List<Read> readings(Here here, long jobId) {
        return sql.selectFrom(PROOF_READING)
                .where(PROOF_READING.SHOP_ID.eq(here.shopId()), PROOF_READING.JOB_ID.eq(jobId))
                .fetch(r -> new Read(
                        Wire.parse(Measure.class, r.getMeasure()),
                        r.getAfter(),
                        Arrays.stream(r.getReadings()).toList()));
    }

    void read(Here here, long jobId, Measure measure, boolean after, List<Double> values, OffsetDateTime now) {
        var row = sql.newRecord(PROOF_READING);
        row.setShopId(here.shopId());
        row.setJobId(jobId);
        row.setMeasure(measure.toString());
        row.setAfter(after);
        row.setReadings(values.toArray(Double[]::new));
        row.setReadBy(here.personId());
        row.setReadAt(now);
        sql.insertInto(PROOF_READING)
                .set(row)
                .onConflict(PROOF_READING.SHOP_ID, PROOF_READING.JOB_ID, PROOF_READING.MEASURE, PROOF_READING.AFTER)
                .doUpdate()
                .set(row)
                .execute();
    }

    void forget(Here here, long jobId, Measure measure, boolean after) {
        sql.deleteFrom(PROOF_READING)
                .where(
                        PROOF_READING.SHOP_ID.eq(here.shopId()),
                        PROOF_READING.JOB_ID.eq(jobId),
                        PROOF_READING.MEASURE.eq(measure.toString()),
                        PROOF_READING.AFTER.eq(after))
                .execute();
    }

    /** What others of the model read once they were mended. */
    List<Read> others(Here here, long modelId, long exceptJob) {
        return sql.select(PROOF_READING.MEASURE, PROOF_READING.READINGS)
                .from(PROOF_READING)
                .join(JOB)
                .on(JOB.SHOP_ID.eq(PROOF_READING.SHOP_ID), JOB.ID.eq(PROOF_READING.JOB_ID))
                .where(
                        JOB.SHOP_ID.eq(here.shopId()),
                        JOB.MACHINE_MODEL_ID.eq(modelId),
                        JOB.ID.ne(exceptJob),
                        PROOF_READING.AFTER.isTrue())
                .orderBy(JOB.ID.desc())
                .limit(200)
                .fetch(r -> new Read(
                        Wire.parse(Measure.class, r.value1()),
                        true,
                        Arrays.stream(r.value2()).toList()));
    }

    Optional<ProvingService.Run> run(Here here, long jobId) {
        return sql.selectFrom(PROOF_RUN)
                .where(PROOF_RUN.SHOP_ID.eq(here.shopId()), PROOF_RUN.JOB_ID.eq(jobId))
                .fetchOptional(r -> new ProvingService.Run(
                        Wire.parse(ProvingService.Counted.class, r.getUnit()),
                        r.getRan(),
                        r.getLife(),
                        r.getShape(),
                        r.getConfidence(),
                        r.getVersion()));
    }

    /** False when somebody else saved in between. */
    boolean save(Here here, long jobId, ProvingService.Run run) {
        if (run.version() == 0) {
            return sql.insertInto(PROOF_RUN)
                            .set(PROOF_RUN.SHOP_ID, here.shopId())
                            .set(PROOF_RUN.JOB_ID, jobId)
                            .set(PROOF_RUN.UNIT, run.unit().toString())
                            .set(PROOF_RUN.RAN, run.ran())
                            .set(PROOF_RUN.LIFE, run.life())
                            .set(PROOF_RUN.SHAPE, run.shape())
                            .set(PROOF_RUN.CONFIDENCE, run.confidence())
                            .onConflictDoNothing()
                            .execute()
                    == 1;
        }
        return sql.update(PROOF_RUN)
                        .set(PROOF_RUN.UNIT, run.unit().toString())
                        .set(PROOF_RUN.RAN, run.ran())
                        .set(PROOF_RUN.LIFE, run.life())
                        .set(PROOF_RUN.SHAPE, run.shape())
                        .set(PROOF_RUN.CONFIDENCE, run.confidence())
                        .set(PROOF_RUN.VERSION, PROOF_RUN.VERSION.plus(1))
                        .where(
                                PROOF_RUN.SHOP_ID.eq(here.shopId()),
                                PROOF_RUN.JOB_ID.eq(jobId),
                                PROOF_RUN.VERSION.eq(run.version()))
                        .execute()
                == 1;
    }

    /** Some more that ran, counted by whoever taps; false where nothing is counted yet. */
    boolean ranOn(Here here, long jobId, double more) {
        return sql.update(PROOF_RUN)
                        .set(PROOF_RUN.RAN, PROOF_RUN.RAN.plus(more))
                        .set(PROOF_RUN.VERSION, PROOF_RUN.VERSION.plus(1))
                        .where(PROOF_RUN.SHOP_ID.eq(here.shopId()), PROOF_RUN.JOB_ID.eq(jobId))
                        .execute()
                == 1;
    }
}
