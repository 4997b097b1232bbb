package app.gewerk.server.sourcing;

import static app.gewerk.server.db.Tables.PERSON;
import static app.gewerk.server.db.Tables.PURCHASE_ORDER;
import static app.gewerk.server.db.Tables.PURCHASE_ORDER_LINE;

import app.gewerk.core.Wire;
import app.gewerk.core.words.Say;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.StoredJson;
import app.gewerk.server.sourcing.Purchasing.Line;
import app.gewerk.server.sourcing.Purchasing.Order;
import app.gewerk.server.sourcing.Purchasing.State;
import java.time.OffsetDateTime;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.JSONB;
import org.jooq.Record;
import org.springframework.stereotype.Repository;

@Repository
class PurchaseStore {
    private final DSLContext sql;
    private final StoredJson json;

    PurchaseStore(DSLContext sql, StoredJson json) {
        this.sql = sql;
        this.json = json;
    }

    /** An order that is somebody's to send. */
    record Claimed(long shopId, long orderId) {}

    /** The next order of any shop that is due; nobody else takes it before the time given. */
    Optional<Claimed> claim(OffsetDateTime until) {
        return sql.fetchOptional("select shop, order_id from claim_order(?::timestamptz)", until)
                .map(r -> new Claimed(r.get(0, Long.class), r.get(1, Long.class)));
    }

    long insert(Here here, long jobId, String seller, String itemNumber, int pieces, String key, OffsetDateTime now) {
        var order = sql.newRecord(PURCHASE_ORDER);
        order.setShopId(here.shopId());
        order.setJobId(jobId);
        order.setSeller(seller);
        order.setKey(key);
        order.setState(State.WAITING.toString());
        order.setAskedBy(here.personId());
        order.setAskedAt(now);
        order.setNextTry(now);
        order.insert();
        sql.insertInto(PURCHASE_ORDER_LINE)
                .set(PURCHASE_ORDER_LINE.SHOP_ID, here.shopId())
                .set(PURCHASE_ORDER_LINE.ORDER_ID, order.getId())
                .set(PURCHASE_ORDER_LINE.POSITION, 0)
                .set(PURCHASE_ORDER_LINE.ITEM_NUMBER, itemNumber)
                .set(PURCHASE_ORDER_LINE.PIECES, pieces)
                .execute();
        return order.getId();
    }

    private static Condition at(Here here, long orderId) {
        return PURCHASE_ORDER.SHOP_ID.eq(here.shopId()).and(PURCHASE_ORDER.ID.eq(orderId));
    }

    /** Who asked for an order, as the one in whose name it goes on. */
    Optional<Here> asker(long shopId, long orderId) {
        return sql.select(PERSON.ID, PERSON.NAME)
                .from(PURCHASE_ORDER)
                .join(PERSON)
                .on(PERSON.SHOP_ID.eq(PURCHASE_ORDER.SHOP_ID), PERSON.ID.eq(PURCHASE_ORDER.ASKED_BY))
                .where(PURCHASE_ORDER.SHOP_ID.eq(shopId), PURCHASE_ORDER.ID.eq(orderId))
                .fetchOptional(r -> new Here(shopId, r.value1(), r.value2()));
    }

    List<Order> ofJob(Here here, long jobId) {
        return orders(here, PURCHASE_ORDER.JOB_ID.eq(jobId));
    }

    Optional<Order> order(Here here, long orderId) {
        return orders(here, PURCHASE_ORDER.ID.eq(orderId)).stream().findFirst();
    }

    private List<Order> orders(Here here, Condition which) {
        Map<Long, Order> orders = new LinkedHashMap<>();
        sql.select(PURCHASE_ORDER.asterisk(), PURCHASE_ORDER_LINE.asterisk())
                .from(PURCHASE_ORDER)
                .join(PURCHASE_ORDER_LINE)
                .on(
                        PURCHASE_ORDER_LINE.SHOP_ID.eq(PURCHASE_ORDER.SHOP_ID),
                        PURCHASE_ORDER_LINE.ORDER_ID.eq(PURCHASE_ORDER.ID))
                .where(PURCHASE_ORDER.SHOP_ID.eq(here.shopId()), which)
                .orderBy(PURCHASE_ORDER.ID, PURCHASE_ORDER_LINE.POSITION)
                .forEach(r -> orders.merge(r.get(PURCHASE_ORDER.ID), order(r), Order::and));
        return List.copyOf(orders.values());
    }

    private Order order(Record r) {
        return new Order(
                r.get(PURCHASE_ORDER.ID),
                r.get(PURCHASE_ORDER.JOB_ID),
                r.get(PURCHASE_ORDER.SELLER),
                r.get(PURCHASE_ORDER.SELLER_NAME),
                r.get(PURCHASE_ORDER.KEY),
                Wire.parse(State.class, r.get(PURCHASE_ORDER.STATE)),
                List.of(new Line(
                        r.get(PURCHASE_ORDER_LINE.ITEM_NUMBER),
                        r.get(PURCHASE_ORDER_LINE.PIECES),
                        Optional.ofNullable(r.get(PURCHASE_ORDER_LINE.PACKS)),
                        Optional.ofNullable(r.get(PURCHASE_ORDER_LINE.PACK_SIZE)),
                        Optional.ofNullable(r.get(PURCHASE_ORDER_LINE.TOOTH_COUNT)),
                        r.get(PURCHASE_ORDER_LINE.MATERIAL))),
                Optional.ofNullable(r.get(PURCHASE_ORDER.ORDER_NUMBER)),
                Optional.ofNullable(r.get(PURCHASE_ORDER.CURRENCY)),
                Optional.ofNullable(r.get(PURCHASE_ORDER.TOTAL)),
                Optional.ofNullable(r.get(PURCHASE_ORDER.ARRIVES_ON)),
                Optional.ofNullable(r.get(PURCHASE_ORDER.REFUSAL)).map(said -> json.told(said.data())),
                r.get(PURCHASE_ORDER.TRIES),
                r.get(PURCHASE_ORDER.ASKED_AT));
    }

    /** False when it no longer waits. */
    boolean ordered(Here here, long orderId, SourcingService.Ordered answer, OffsetDateTime now) {
        boolean settled = sql.update(PURCHASE_ORDER)
                        .set(PURCHASE_ORDER.STATE, State.ORDERED.toString())
                        .set(PURCHASE_ORDER.SELLER_NAME, answer.seller().name())
                        .set(PURCHASE_ORDER.ORDER_NUMBER, answer.orderNumber())
                        .set(PURCHASE_ORDER.CURRENCY, answer.landed().currency())
                        .set(PURCHASE_ORDER.TOTAL, answer.landed().total())
                        .set(PURCHASE_ORDER.ARRIVES_ON, answer.landed().arrives())
                        .set(PURCHASE_ORDER.SETTLED_AT, now)
                        .where(at(here, orderId), PURCHASE_ORDER.STATE.eq(State.WAITING.toString()))
                        .execute()
                == 1;
        if (settled) {
            sql.update(PURCHASE_ORDER_LINE)
                    .set(PURCHASE_ORDER_LINE.PACKS, answer.landed().packs())
                    .set(PURCHASE_ORDER_LINE.PACK_SIZE, answer.offer().packSize())
                    .set(PURCHASE_ORDER_LINE.TOOTH_COUNT, answer.offer().toothCount())
                    .set(PURCHASE_ORDER_LINE.MATERIAL, answer.offer().material())
                    .where(PURCHASE_ORDER_LINE.SHOP_ID.eq(here.shopId()), PURCHASE_ORDER_LINE.ORDER_ID.eq(orderId))
                    .execute();
        }
        return settled;
    }

    /** False when it no longer waits. */
    boolean ends(Here here, long orderId, State state, Optional<Say> refusal, OffsetDateTime now) {
        return sql.update(PURCHASE_ORDER)
                        .set(PURCHASE_ORDER.STATE, state.toString())
                        .set(
                                PURCHASE_ORDER.REFUSAL,
                                refusal.map(s -> JSONB.valueOf(json.written(s))).orElse(null))
                        .set(PURCHASE_ORDER.SETTLED_AT, now)
                        .where(at(here, orderId), PURCHASE_ORDER.STATE.eq(State.WAITING.toString()))
                        .execute()
                == 1;
    }

    void tryAgain(Here here, long orderId, OffsetDateTime at) {
        sql.update(PURCHASE_ORDER)
                .set(PURCHASE_ORDER.NEXT_TRY, at)
                .where(at(here, orderId), PURCHASE_ORDER.STATE.eq(State.WAITING.toString()))
                .execute();
    }
}
