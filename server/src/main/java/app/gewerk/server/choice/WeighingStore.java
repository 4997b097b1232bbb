package app.gewerk.server.choice;

import static app.gewerk.server.db.Tables.JOB_CIRCUMSTANCES;

import app.gewerk.core.Wire;
import app.gewerk.core.choice.Circumstances;
import app.gewerk.core.choice.Wish;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.StoredJson;
import java.time.OffsetDateTime;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.JSONB;
import org.springframework.stereotype.Repository;

@Repository
class WeighingStore {
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
}
