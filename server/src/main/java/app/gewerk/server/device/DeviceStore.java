package app.gewerk.server.device;

import static app.gewerk.server.db.Tables.JOB;
import static app.gewerk.server.db.Tables.MACHINE_MODEL;
import static org.jooq.impl.DSL.count;
import static org.jooq.impl.DSL.noCondition;

import app.gewerk.server.device.DeviceService.Machine;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Field;
import org.springframework.stereotype.Repository;

@Repository
class DeviceStore {
    private final DSLContext sql;

    DeviceStore(DSLContext sql) {
        this.sql = sql;
    }

    List<Machine> find(long shopId, List<String> words, int limit) {
        Field<String> whole = MACHINE_MODEL.MAKER.concat(" ").concat(MACHINE_MODEL.NAME);
        Condition found = noCondition();
        for (String word : words) {
            found = found.and(whole.containsIgnoreCase(word));
        }
        return sql.select(MACHINE_MODEL.ID, MACHINE_MODEL.KIND, MACHINE_MODEL.MAKER, MACHINE_MODEL.NAME, count(JOB.ID))
                .from(MACHINE_MODEL)
                .leftJoin(JOB)
                .on(JOB.MACHINE_MODEL_ID.eq(MACHINE_MODEL.ID))
                .where(MACHINE_MODEL.SHOP_ID.eq(shopId), found)
                .groupBy(MACHINE_MODEL.ID)
                .orderBy(count(JOB.ID).desc(), MACHINE_MODEL.MAKER, MACHINE_MODEL.NAME)
                .limit(limit)
                .fetch(r -> new Machine(r.value1(), r.value2(), r.value3(), r.value4(), r.value5()));
    }

    Optional<Long> id(long shopId, String maker, String name) {
        return sql.select(MACHINE_MODEL.ID)
                .from(MACHINE_MODEL)
                .where(
                        MACHINE_MODEL.SHOP_ID.eq(shopId),
                        org.jooq.impl.DSL.lower(MACHINE_MODEL.MAKER).eq(maker.toLowerCase(Locale.ROOT)),
                        org.jooq.impl.DSL.lower(MACHINE_MODEL.NAME).eq(name.toLowerCase(Locale.ROOT)))
                .fetchOptional(r -> r.value1());
    }

    void insert(long shopId, String kind, String maker, String name) {
        sql.insertInto(MACHINE_MODEL)
                .set(MACHINE_MODEL.SHOP_ID, shopId)
                .set(MACHINE_MODEL.KIND, kind)
                .set(MACHINE_MODEL.MAKER, maker)
                .set(MACHINE_MODEL.NAME, name)
                .onConflictDoNothing()
                .execute();
    }
}
