package app.gewerk.server.sourcing;

import static app.gewerk.server.db.Tables.NEED;
import static app.gewerk.server.db.Tables.PERSON;
import static app.gewerk.server.db.Tables.PURCHASE_ORDER;
import static app.gewerk.server.db.Tables.PURCHASE_ORDER_LINE;
import static org.jooq.impl.DSL.count;
import static org.jooq.impl.DSL.exists;
import static org.jooq.impl.DSL.noCondition;
import static org.jooq.impl.DSL.notExists;
import static org.jooq.impl.DSL.select;
import static org.jooq.impl.DSL.selectOne;

import app.gewerk.core.Wire;
import app.gewerk.core.sourcing.GearAsListed;
import app.gewerk.core.sourcing.Source;
import app.gewerk.core.words.Say;
import app.gewerk.server.db.tables.PurchaseOrderLine;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.StoredJson;
import app.gewerk.server.sourcing.Purchasing.Order;
import app.gewerk.server.sourcing.Purchasing.OrderLine;
import app.gewerk.server.sourcing.Purchasing.Outcome;
import app.gewerk.server.sourcing.Purchasing.State;
import java.math.BigDecimal;
import java.time.OffsetDateTime;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.JSONB;
import org.jooq.Record;
import org.springframework.stereotype.Repository;

@Repository
class PurchaseStore {
    private static final PurchaseOrderLine LINE_OF_JOB = PURCHASE_ORDER_LINE.as("line_of_job");

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

    /** A line as it is asked for, for a job or for the shelf. */
    record Written(
            Optional<Long> jobId,
            Optional<Long> needId,
            Optional<Long> stockItemId,
            String itemNumber,
            int pieces,
            Optional<BigDecimal> seenPrice) {}

    long insert(Here here, Optional<Long> jobId, String seller, List<Written> lines, String key, OffsetDateTime now) {
        var order = sql.newRecord(PURCHASE_ORDER);
        order.setShopId(here.shopId());
        order.setJobId(jobId.orElse(null));
        order.setSeller(seller);
        order.setKey(key);
        order.setState(State.WAITING.toString());
        order.setAskedBy(here.personId());
        order.setAskedAt(now);
        order.setNextTry(now);
        order.insert();
        for (int position = 0; position < lines.size(); position++) {
            Written line = lines.get(position);
            sql.insertInto(PURCHASE_ORDER_LINE)
                    .set(PURCHASE_ORDER_LINE.SHOP_ID, here.shopId())
                    .set(PURCHASE_ORDER_LINE.ORDER_ID, order.getId())
                    .set(PURCHASE_ORDER_LINE.POSITION, position)
                    .set(PURCHASE_ORDER_LINE.JOB_ID, line.jobId.orElse(null))
                    .set(PURCHASE_ORDER_LINE.STOCK_ITEM_ID, line.stockItemId.orElse(null))
                    .set(PURCHASE_ORDER_LINE.SEEN_PRICE, line.seenPrice.orElse(null))
                    .set(PURCHASE_ORDER_LINE.NEED_ID, line.needId.orElse(null))
                    .set(PURCHASE_ORDER_LINE.ITEM_NUMBER, line.itemNumber)
                    .set(PURCHASE_ORDER_LINE.PIECES, line.pieces)
                    .execute();
        }
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
        return orders(
                here,
                exists(selectOne()
                        .from(LINE_OF_JOB)
                        .where(
                                LINE_OF_JOB.SHOP_ID.eq(PURCHASE_ORDER.SHOP_ID),
                                LINE_OF_JOB.ORDER_ID.eq(PURCHASE_ORDER.ID),
                                LINE_OF_JOB.JOB_ID.eq(jobId))));
    }

    /** Orders that a seller has yet to take, or of which something has yet to come or to go back. */
    List<Order> underWay(Here here) {
        Condition open = exists(selectOne()
                .from(LINE_OF_JOB)
                .where(
                        LINE_OF_JOB.SHOP_ID.eq(PURCHASE_ORDER.SHOP_ID),
                        LINE_OF_JOB.ORDER_ID.eq(PURCHASE_ORDER.ID),
                        LINE_OF_JOB.OUTCOME.in("coming", "partly", "wrong", "returned")));
        return orders(
                here,
                PURCHASE_ORDER
                        .STATE
                        .eq(State.WAITING.toString())
                        .or(PURCHASE_ORDER.STATE.eq(State.ORDERED.toString()).and(open)));
    }

    /** By seller, the share of what was ordered here since then that failed, over what is usual. */
    Map<String, Double> failing(Here here, OffsetDateTime since) {
        var failed = count().filterWhere(PURCHASE_ORDER_LINE.OUTCOME.in("wrong", "returned", "refunded"));
        return sql.select(PURCHASE_ORDER.SELLER, count(), failed)
                .from(PURCHASE_ORDER)
                .join(PURCHASE_ORDER_LINE)
                .on(
                        PURCHASE_ORDER_LINE.SHOP_ID.eq(PURCHASE_ORDER.SHOP_ID),
                        PURCHASE_ORDER_LINE.ORDER_ID.eq(PURCHASE_ORDER.ID))
                .where(
                        PURCHASE_ORDER.SHOP_ID.eq(here.shopId()),
                        PURCHASE_ORDER.ASKED_AT.greaterThan(since),
                        PURCHASE_ORDER_LINE.OUTCOME.in("here", "wrong", "returned", "refunded"))
                .groupBy(PURCHASE_ORDER.SELLER)
                .fetchMap(r -> r.value1(), r -> Source.failureChance(r.value2(), r.value3()));
    }

    /** What an order was for is needed again. */
    void openAgain(Here here, long orderId) {
        needsOf(here, PURCHASE_ORDER_LINE.ORDER_ID.eq(orderId), "open", noCondition());
    }

    /** What a line was for is needed again. */
    void openAgain(Here here, long orderId, int position) {
        needsOf(here, line(orderId, position), "open", noCondition());
    }

    /** What a line was for is there, unless another line of it is still to come. */
    void filled(Here here, long orderId, int position) {
        needsOf(
                here,
                line(orderId, position),
                "here",
                notExists(selectOne()
                        .from(LINE_OF_JOB)
                        .where(
                                LINE_OF_JOB.SHOP_ID.eq(NEED.SHOP_ID),
                                LINE_OF_JOB.NEED_ID.eq(NEED.ID),
                                LINE_OF_JOB.OUTCOME.in("coming", "partly"))));
    }

    private static Condition line(long orderId, int position) {
        return PURCHASE_ORDER_LINE.ORDER_ID.eq(orderId).and(PURCHASE_ORDER_LINE.POSITION.eq(position));
    }

    private void needsOf(Here here, Condition lines, String state, Condition besides) {
        sql.update(NEED)
                .set(NEED.STATE, state)
                .set(NEED.VERSION, NEED.VERSION.plus(1))
                .where(
                        NEED.SHOP_ID.eq(here.shopId()),
                        NEED.STATE.eq("ordered"),
                        besides,
                        NEED.ID.in(select(PURCHASE_ORDER_LINE.NEED_ID)
                                .from(PURCHASE_ORDER_LINE)
                                .where(PURCHASE_ORDER_LINE.SHOP_ID.eq(here.shopId()), lines)))
                .execute();
    }

    void became(Here here, long orderId, int position, Outcome outcome, int came) {
        sql.update(PURCHASE_ORDER_LINE)
                .set(PURCHASE_ORDER_LINE.OUTCOME, outcome.toString())
                .set(PURCHASE_ORDER_LINE.CAME, came)
                .where(
                        PURCHASE_ORDER_LINE.SHOP_ID.eq(here.shopId()),
                        PURCHASE_ORDER_LINE.ORDER_ID.eq(orderId),
                        PURCHASE_ORDER_LINE.POSITION.eq(position))
                .execute();
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
                Optional.ofNullable(r.get(PURCHASE_ORDER.JOB_ID)),
                r.get(PURCHASE_ORDER.SELLER),
                r.get(PURCHASE_ORDER.SELLER_NAME),
                r.get(PURCHASE_ORDER.KEY),
                Wire.parse(State.class, r.get(PURCHASE_ORDER.STATE)),
                List.of(new OrderLine(
                        Optional.ofNullable(r.get(PURCHASE_ORDER_LINE.JOB_ID)),
                        Optional.ofNullable(r.get(PURCHASE_ORDER_LINE.NEED_ID)),
                        Optional.ofNullable(r.get(PURCHASE_ORDER_LINE.STOCK_ITEM_ID)),
                        r.get(PURCHASE_ORDER_LINE.ITEM_NUMBER),
                        r.get(PURCHASE_ORDER_LINE.PIECES),
                        Optional.ofNullable(r.get(PURCHASE_ORDER_LINE.PACKS)),
                        Optional.ofNullable(r.get(PURCHASE_ORDER_LINE.PACK_SIZE)),
                        Optional.ofNullable(r.get(PURCHASE_ORDER_LINE.TOOTH_COUNT)),
                        r.get(PURCHASE_ORDER_LINE.MATERIAL),
                        Optional.ofNullable(r.get(PURCHASE_ORDER_LINE.SHARE)),
                        Optional.ofNullable(r.get(PURCHASE_ORDER_LINE.SEEN_PRICE)),
                        Wire.parse(Outcome.class, r.get(PURCHASE_ORDER_LINE.OUTCOME)),
                        r.get(PURCHASE_ORDER_LINE.CAME))),
                Optional.ofNullable(r.get(PURCHASE_ORDER.ORDER_NUMBER)),
                Optional.ofNullable(r.get(PURCHASE_ORDER.CURRENCY)),
                Optional.ofNullable(r.get(PURCHASE_ORDER.TOTAL)),
                Optional.ofNullable(r.get(PURCHASE_ORDER.ARRIVES_ON)),
                Optional.ofNullable(r.get(PURCHASE_ORDER.REFUSAL)).map(said -> json.told(said.data())),
                r.get(PURCHASE_ORDER.TRIES),
                r.get(PURCHASE_ORDER.ASKED_AT));
    }

    /** False when it no longer waits. */
    boolean ordered(Here here, Order order, SourcingService.Ordered answer, OffsetDateTime now) {
        boolean settled = sql.update(PURCHASE_ORDER)
                        .set(PURCHASE_ORDER.STATE, State.ORDERED.toString())
                        .set(PURCHASE_ORDER.SELLER_NAME, answer.seller().name())
                        .set(PURCHASE_ORDER.ORDER_NUMBER, answer.orderNumber())
                        .set(PURCHASE_ORDER.CURRENCY, answer.landed().currency())
                        .set(PURCHASE_ORDER.TOTAL, answer.landed().total())
                        .set(PURCHASE_ORDER.ARRIVES_ON, answer.landed().arrives())
                        .set(PURCHASE_ORDER.SETTLED_AT, now)
                        .where(at(here, order.id()), PURCHASE_ORDER.STATE.eq(State.WAITING.toString()))
                        .execute()
                == 1;
        if (settled) {
            List<BigDecimal> shares = answer.shares();
            for (int position = 0; position < order.lines().size(); position++) {
                String item = order.lines().get(position).itemNumber();
                SoldItem sold = Objects.requireNonNull(answer.items().get(item));
                sql.update(PURCHASE_ORDER_LINE)
                        .set(PURCHASE_ORDER_LINE.PACKS, answer.packed(item).packs())
                        .set(PURCHASE_ORDER_LINE.PACK_SIZE, sold.packSize())
                        .set(
                                PURCHASE_ORDER_LINE.TOOTH_COUNT,
                                sold.gear().map(GearAsListed::toothCount).orElse(null))
                        .set(
                                PURCHASE_ORDER_LINE.MATERIAL,
                                sold.gear().map(GearAsListed::material).orElse(""))
                        .set(PURCHASE_ORDER_LINE.SHARE, shares.get(position))
                        .where(
                                PURCHASE_ORDER_LINE.SHOP_ID.eq(here.shopId()),
                                PURCHASE_ORDER_LINE.ORDER_ID.eq(order.id()),
                                PURCHASE_ORDER_LINE.POSITION.eq(position))
                        .execute();
            }
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
