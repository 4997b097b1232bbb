package app.gewerk.server.choice;

import static app.gewerk.server.db.Tables.DECISION;
import static app.gewerk.server.db.Tables.JOB;
import static app.gewerk.server.db.Tables.JOB_CIRCUMSTANCES;
import static org.jooq.impl.DSL.count;
import static org.jooq.impl.DSL.exists;
import static org.jooq.impl.DSL.noCondition;
import static org.jooq.impl.DSL.select;
import static org.jooq.impl.DSL.selectOne;

import app.gewerk.core.Wire;
import app.gewerk.core.choice.Circumstances;
import app.gewerk.core.choice.Earlier;
import app.gewerk.core.choice.Wish;
import app.gewerk.core.job.Place;
import app.gewerk.core.job.Way;
import app.gewerk.server.db.tables.Job;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.StoredJson;
import java.time.OffsetDateTime;
import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.JSONB;
import org.jooq.Table;
import org.jooq.types.DayToSecond;
import org.jooq.types.YearToMonth;
import org.jooq.types.YearToSecond;
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
        Job later = JOB.as("later");
        Table<?> last = select(DECISION.WAY, DECISION.DECIDED_AT, JOB.ID, JOB.SERIAL)
                .distinctOn(DECISION.JOB_ID)
                .from(DECISION)
                .join(JOB)
                .on(JOB.SHOP_ID.eq(DECISION.SHOP_ID), JOB.ID.eq(DECISION.JOB_ID))
                .where(
                        JOB.SHOP_ID.eq(here.shopId()),
                        JOB.MACHINE_MODEL_ID.eq(modelId),
                        JOB.PLACE.eq(Place.PUT_AWAY.toString()),
                        exceptJob.map(JOB.ID::ne).orElse(noCondition()))
                .orderBy(DECISION.JOB_ID, DECISION.ID.desc())
                .asTable("last");
        Condition cameBack = exists(selectOne()
                .from(later)
                .where(
                        later.SHOP_ID.eq(here.shopId()),
                        later.MACHINE_MODEL_ID.eq(modelId),
                        later.ID.gt(last.field(JOB.ID)),
                        later.BACK_OF
                                .eq(last.field(JOB.ID))
                                .or(later.BACK_OF
                                        .isNull()
                                        .and(later.SERIAL.ne(""))
                                        .and(later.SERIAL.eq(last.field(JOB.SERIAL)))),
                        later.TAKEN_IN_AT.lt(last.field(DECISION.DECIDED_AT)
                                .add(new YearToSecond(new YearToMonth(WITHIN_YEARS), new DayToSecond())))));
        Map<Way, Earlier> earlier = new EnumMap<>(Way.class);
        sql.select(last.field(DECISION.WAY), count(), count().filterWhere(cameBack))
                .from(last)
                .groupBy(last.field(DECISION.WAY))
                .forEach(r -> earlier.put(Wire.parse(Way.class, r.value1()), new Earlier(r.value2(), r.value3())));
        return earlier;
    }
}
