package app.gewerk.server.damage;

import static app.gewerk.server.db.Tables.TOOTH_MAP;

import app.gewerk.core.damage.ToothMap;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.StoredJson;
import java.time.OffsetDateTime;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.JSONB;
import org.springframework.stereotype.Repository;

@Repository
class DamageStore {
    private final DSLContext sql;
    private final StoredJson json;

    DamageStore(DSLContext sql, StoredJson json) {
        this.sql = sql;
        this.json = json;
    }

    record Saved(int version, ToothMap map) {}

    Optional<Saved> saved(Here here, long jobId) {
        return sql.select(TOOTH_MAP.VERSION, TOOTH_MAP.MAP)
                .from(TOOTH_MAP)
                .where(TOOTH_MAP.SHOP_ID.eq(here.shopId()), TOOTH_MAP.JOB_ID.eq(jobId))
                .fetchOptional(r -> new Saved(
                        r.value1(),
                        json.read(r.value2().data(), StoredToothMap.class).map()));
    }

    /** False when somebody saved in between. */
    boolean save(Here here, long jobId, int version, ToothMap map, OffsetDateTime now) {
        JSONB text = JSONB.valueOf(json.written(StoredToothMap.of(map)));
        if (version == 0) {
            return sql.insertInto(TOOTH_MAP)
                            .set(TOOTH_MAP.JOB_ID, jobId)
                            .set(TOOTH_MAP.SHOP_ID, here.shopId())
                            .set(TOOTH_MAP.MAP, text)
                            .set(TOOTH_MAP.CHANGED_BY, here.personId())
                            .set(TOOTH_MAP.CHANGED_AT, now)
                            .onConflictDoNothing()
                            .execute()
                    == 1;
        }
        return sql.update(TOOTH_MAP)
                        .set(TOOTH_MAP.MAP, text)
                        .set(TOOTH_MAP.VERSION, TOOTH_MAP.VERSION.plus(1))
                        .set(TOOTH_MAP.CHANGED_BY, here.personId())
                        .set(TOOTH_MAP.CHANGED_AT, now)
                        .where(
                                TOOTH_MAP.SHOP_ID.eq(here.shopId()),
                                TOOTH_MAP.JOB_ID.eq(jobId),
                                TOOTH_MAP.VERSION.eq(version))
                        .execute()
                == 1;
    }
}
