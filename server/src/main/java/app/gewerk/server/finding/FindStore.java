package app.gewerk.server.finding;

import static app.gewerk.server.db.Tables.DECISION;
import static app.gewerk.server.db.Tables.JOB;
import static app.gewerk.server.db.Tables.JOB_GEAR;
import static app.gewerk.server.db.Tables.MACHINE_MODEL;
import static org.jooq.impl.DSL.count;
import static org.jooq.impl.DSL.exists;
import static org.jooq.impl.DSL.min;
import static org.jooq.impl.DSL.selectOne;

import app.gewerk.core.Wire;
import app.gewerk.core.gear.GearKind;
import app.gewerk.core.gear.Pitch;
import app.gewerk.core.job.Way;
import app.gewerk.core.sourcing.GearAsListed;
import app.gewerk.core.stores.GearWish.Range;
import app.gewerk.server.shop.Here;
import java.time.OffsetDateTime;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Repository;

@Repository
class FindStore {
    private static final int MOST = 50;

    private final DSLContext sql;

    FindStore(DSLContext sql) {
        this.sql = sql;
    }

    /** A gear that was made here before. */
    record Made(long jobId, int tray, String machine, GearAsListed gear) {}

    /** Gears that were made here, of as many teeth. */
    List<Made> made(Here here, Range teeth) {
        List<String> making = Arrays.stream(Way.values())
                .filter(Way::makes)
                .map(Way::toString)
                .toList();
        return sql.select(
                        JOB.ID,
                        JOB.TRAY_NUMBER,
                        MACHINE_MODEL.MAKER,
                        MACHINE_MODEL.NAME,
                        JOB_GEAR.MODULE_MM,
                        JOB_GEAR.TOOTH_COUNT,
                        JOB_GEAR.PRESSURE_ANGLE_DEG,
                        JOB_GEAR.ADDENDUM_COEFFICIENT)
                .from(JOB_GEAR)
                .join(JOB)
                .on(JOB.SHOP_ID.eq(JOB_GEAR.SHOP_ID), JOB.ID.eq(JOB_GEAR.JOB_ID))
                .leftJoin(MACHINE_MODEL)
                .on(MACHINE_MODEL.SHOP_ID.eq(JOB.SHOP_ID), MACHINE_MODEL.ID.eq(JOB.MACHINE_MODEL_ID))
                .where(
                        JOB_GEAR.SHOP_ID.eq(here.shopId()),
                        JOB_GEAR.IDENTIFIED.isTrue(),
                        JOB_GEAR.TAKEN_KIND.eq(Wire.word(GearKind.EXTERNAL)),
                        JOB_GEAR.TOOTH_COUNT.between((int) Math.ceil(teeth.from()), (int) Math.floor(teeth.to())),
                        exists(selectOne()
                                .from(DECISION)
                                .where(
                                        DECISION.SHOP_ID.eq(JOB_GEAR.SHOP_ID),
                                        DECISION.JOB_ID.eq(JOB_GEAR.JOB_ID),
                                        DECISION.WAY.in(making))))
                .orderBy(JOB.ID.desc())
                .limit(MOST)
                .fetch(r -> new Made(
                        r.value1(),
                        r.value2(),
                        (text(r.value3()) + " " + text(r.value4())).strip(),
                        new GearAsListed(
                                Pitch.ofModule(r.value5()),
                                r.value6(),
                                r.value7(),
                                r.value8() != null && r.value8() < 0.9,
                                0,
                                0,
                                "")));
    }

    private static String text(@Nullable String text) {
        return text == null ? "" : text;
    }

    /** Jobs whose gear was one of these, and when the shop's first job was. */
    record Asked(int jobs, Optional<OffsetDateTime> since) {}

    Asked asked(Here here, int toothCount, double moduleFrom, double moduleTo) {
        int jobs = sql.select(count())
                .from(JOB_GEAR)
                .where(
                        JOB_GEAR.SHOP_ID.eq(here.shopId()),
                        JOB_GEAR.IDENTIFIED.isTrue(),
                        JOB_GEAR.TOOTH_COUNT.eq(toothCount),
                        JOB_GEAR.MODULE_MM.between(moduleFrom, moduleTo))
                .fetchSingle()
                .value1();
        return new Asked(
                jobs,
                sql.select(min(JOB.TAKEN_IN_AT))
                        .from(JOB)
                        .where(JOB.SHOP_ID.eq(here.shopId()))
                        .fetchOptional(r -> r.value1()));
    }
}
