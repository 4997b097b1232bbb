package app.gewerk.server.closeup;

import static app.gewerk.server.db.Tables.CLOSING;
import static app.gewerk.server.db.Tables.CLOSING_CHANGE;
import static app.gewerk.server.db.Tables.CLOSING_STEP;
import static app.gewerk.server.db.Tables.PERSON;
import static org.jooq.impl.DSL.coalesce;
import static org.jooq.impl.DSL.max;

import app.gewerk.core.Wire;
import app.gewerk.core.closeup.Account;
import app.gewerk.core.closeup.MendChange;
import app.gewerk.core.closeup.WayBack;
import app.gewerk.core.teardown.TeardownStep;
import app.gewerk.server.closeup.ClosingService.MadeChange;
import app.gewerk.server.closeup.ClosingService.PutBack;
import app.gewerk.server.device.StoredStep;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.StoredJson;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.JSONB;
import org.springframework.stereotype.Repository;

@Repository
class ClosingStore {
    private final DSLContext sql;
    private final StoredJson json;

    ClosingStore(DSLContext sql, StoredJson json) {
        this.sql = sql;
        this.json = json;
    }

    /** What is known of the whole. */
    record Whole(
            String casePlastic,
            Optional<WayBack.Closing> closing,
            Optional<String> closedBy,
            Optional<OffsetDateTime> closedAt) {
        static final Whole NOTHING = new Whole("", Optional.empty(), Optional.empty(), Optional.empty());
    }

    List<PutBack> back(Here here, long jobId) {
        return sql.select(CLOSING_STEP.STEP_KEY, CLOSING_STEP.ACCOUNT, PERSON.NAME, CLOSING_STEP.PUT_BACK_AT)
                .from(CLOSING_STEP)
                .join(PERSON)
                .on(PERSON.SHOP_ID.eq(CLOSING_STEP.SHOP_ID), PERSON.ID.eq(CLOSING_STEP.PUT_BACK_BY))
                .where(CLOSING_STEP.SHOP_ID.eq(here.shopId()), CLOSING_STEP.JOB_ID.eq(jobId))
                .fetch(r -> new PutBack(
                        r.value1(),
                        r.value3(),
                        r.value4(),
                        json.read(r.value2().data(), StoredAccount.class).account()));
    }

    void putBack(Here here, long jobId, String key, Account account, OffsetDateTime now) {
        sql.insertInto(CLOSING_STEP)
                .set(CLOSING_STEP.SHOP_ID, here.shopId())
                .set(CLOSING_STEP.JOB_ID, jobId)
                .set(CLOSING_STEP.STEP_KEY, key)
                .set(CLOSING_STEP.ACCOUNT, JSONB.valueOf(json.written(StoredAccount.of(account))))
                .set(CLOSING_STEP.PUT_BACK_BY, here.personId())
                .set(CLOSING_STEP.PUT_BACK_AT, now)
                .execute();
    }

    void takeOff(Here here, long jobId, String key) {
        sql.deleteFrom(CLOSING_STEP)
                .where(
                        CLOSING_STEP.SHOP_ID.eq(here.shopId()),
                        CLOSING_STEP.JOB_ID.eq(jobId),
                        CLOSING_STEP.STEP_KEY.eq(key))
                .execute();
        sql.update(CLOSING)
                .setNull(CLOSING.CLOSED_AT)
                .setNull(CLOSING.CLOSED_BY)
                .where(CLOSING.SHOP_ID.eq(here.shopId()), CLOSING.JOB_ID.eq(jobId))
                .execute();
    }

    List<MadeChange> changes(Here here, long jobId) {
        return sql.selectFrom(CLOSING_CHANGE)
                .where(CLOSING_CHANGE.SHOP_ID.eq(here.shopId()), CLOSING_CHANGE.JOB_ID.eq(jobId))
                .orderBy(CLOSING_CHANGE.NUMBER)
                .fetch(r -> new MadeChange(
                        r.getNumber(),
                        r.getStepKey(),
                        new MendChange(
                                Wire.parse(MendChange.Mended.class, r.getKind()),
                                Optional.ofNullable(r.getThing()),
                                json.read(r.getOwn().data(), StoredStep.class)
                                        .step()
                                        .fasteners(),
                                r.getNote())));
    }

    /**
     * Call with the job held: numbers are counted.
     *
     * @param own a step of the ledger that holds what goes in
     */
    void add(Here here, long jobId, String key, MendChange change, TeardownStep own, OffsetDateTime now) {
        int last = sql.select(coalesce(max(CLOSING_CHANGE.NUMBER), 0))
                .from(CLOSING_CHANGE)
                .where(CLOSING_CHANGE.SHOP_ID.eq(here.shopId()), CLOSING_CHANGE.JOB_ID.eq(jobId))
                .fetchSingle()
                .value1();
        sql.insertInto(CLOSING_CHANGE)
                .set(CLOSING_CHANGE.SHOP_ID, here.shopId())
                .set(CLOSING_CHANGE.JOB_ID, jobId)
                .set(CLOSING_CHANGE.NUMBER, last + 1)
                .set(CLOSING_CHANGE.STEP_KEY, key)
                .set(CLOSING_CHANGE.KIND, change.kind().toString())
                .set(CLOSING_CHANGE.THING, change.thing().orElse(null))
                .set(CLOSING_CHANGE.OWN, JSONB.valueOf(json.written(StoredStep.of(own))))
                .set(CLOSING_CHANGE.NOTE, change.note())
                .set(CLOSING_CHANGE.MADE_BY, here.personId())
                .set(CLOSING_CHANGE.MADE_AT, now)
                .execute();
    }

    void drop(Here here, long jobId, int number) {
        sql.deleteFrom(CLOSING_CHANGE)
                .where(
                        CLOSING_CHANGE.SHOP_ID.eq(here.shopId()),
                        CLOSING_CHANGE.JOB_ID.eq(jobId),
                        CLOSING_CHANGE.NUMBER.eq(number))
                .execute();
    }

    Whole whole(Here here, long jobId) {
        return sql.select(CLOSING.asterisk(), PERSON.NAME)
                .from(CLOSING)
                .leftJoin(PERSON)
                .on(PERSON.SHOP_ID.eq(CLOSING.SHOP_ID), PERSON.ID.eq(CLOSING.CLOSED_BY))
                .where(CLOSING.SHOP_ID.eq(here.shopId()), CLOSING.JOB_ID.eq(jobId))
                .fetchOptional(r -> new Whole(
                        r.get(CLOSING.CASE_PLASTIC),
                        Optional.ofNullable(r.get(CLOSING.LEFT_OVER))
                                .filter(n -> r.get(CLOSING.CLOSED_AT) != null)
                                .map(n -> new WayBack.Closing(n, r.get(CLOSING.LEFT_WHY), r.get(CLOSING.SETTLED_WHY))),
                        Optional.ofNullable(r.get(PERSON.NAME)),
                        Optional.ofNullable(r.get(CLOSING.CLOSED_AT))))
                .orElse(Whole.NOTHING);
    }

    void casePlastic(Here here, long jobId, String plastic) {
        sql.insertInto(CLOSING)
                .set(CLOSING.SHOP_ID, here.shopId())
                .set(CLOSING.JOB_ID, jobId)
                .set(CLOSING.CASE_PLASTIC, plastic)
                .onConflict(CLOSING.SHOP_ID, CLOSING.JOB_ID)
                .doUpdate()
                .set(CLOSING.CASE_PLASTIC, plastic)
                .execute();
    }

    void close(Here here, long jobId, WayBack.Closing closing, OffsetDateTime now) {
        var row = sql.newRecord(CLOSING);
        row.setShopId(here.shopId());
        row.setJobId(jobId);
        row.setLeftOver(closing.leftOver());
        row.setLeftWhy(closing.leftWhy());
        row.setSettledWhy(closing.settledWhy());
        row.setClosedBy(here.personId());
        row.setClosedAt(now);
        sql.insertInto(CLOSING)
                .set(row)
                .onConflict(CLOSING.SHOP_ID, CLOSING.JOB_ID)
                .doUpdate()
                .set(row)
                .execute();
    }
}
