package app.gewerk.server.choice;

import static app.gewerk.server.db.Tables.DECISION;
import static app.gewerk.server.db.Tables.PERSON;

import app.gewerk.core.Wire;
import app.gewerk.core.job.Way;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.StoredJson;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.JSONB;
import org.springframework.stereotype.Repository;

@Repository
class ChoiceStore {
    private final DSLContext sql;
    private final StoredJson json;

    ChoiceStore(DSLContext sql, StoredJson json) {
        this.sql = sql;
        this.json = json;
    }

    /** @param orderId of the order it wanted */
    record Kept(
            Way way,
            String reason,
            Optional<Long> orderId,
            Optional<StoredComputed> computed,
            String decidedBy,
            OffsetDateTime decidedAt) {}

    long insert(
            Here here,
            long jobId,
            Way way,
            String reason,
            Optional<Long> orderId,
            Optional<StoredComputed> computed,
            OffsetDateTime now) {
        var row = sql.newRecord(DECISION);
        row.setShopId(here.shopId());
        row.setJobId(jobId);
        row.setWay(way.toString());
        row.setReason(reason);
        row.setOrderId(orderId.orElse(null));
        row.setComputed(computed.map(c -> JSONB.valueOf(json.written(c))).orElse(null));
        row.setDecidedBy(here.personId());
        row.setDecidedAt(now);
        row.insert();
        return row.getId();
    }

    List<Kept> decisions(Here here, long jobId) {
        return sql.select(
                        DECISION.WAY,
                        DECISION.REASON,
                        DECISION.ORDER_ID,
                        DECISION.COMPUTED,
                        PERSON.NAME,
                        DECISION.DECIDED_AT)
                .from(DECISION)
                .join(PERSON)
                .on(PERSON.SHOP_ID.eq(DECISION.SHOP_ID), PERSON.ID.eq(DECISION.DECIDED_BY))
                .where(DECISION.SHOP_ID.eq(here.shopId()), DECISION.JOB_ID.eq(jobId))
                .orderBy(DECISION.ID)
                .fetch(r -> new Kept(
                        Wire.parse(Way.class, r.value1()),
                        r.value2(),
                        Optional.ofNullable(r.value3()),
                        Optional.ofNullable(r.value4()).map(c -> json.read(c.data(), StoredComputed.class)),
                        r.value5(),
                        r.value6()));
    }

    Optional<Way> lastWay(Here here, long jobId) {
        return sql.select(DECISION.WAY)
                .from(DECISION)
                .where(DECISION.SHOP_ID.eq(here.shopId()), DECISION.JOB_ID.eq(jobId))
                .orderBy(DECISION.ID.desc())
                .limit(1)
                .fetchOptional(r -> Wire.parse(Way.class, r.value1()));
    }
}
