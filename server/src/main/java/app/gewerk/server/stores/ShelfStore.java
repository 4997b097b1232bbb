package app.gewerk.server.stores;

import static app.gewerk.server.db.Tables.JOB;
import static app.gewerk.server.db.Tables.PERSON;
import static app.gewerk.server.db.Tables.PURCHASE_ORDER;
import static app.gewerk.server.db.Tables.PURCHASE_ORDER_LINE;
import static app.gewerk.server.db.Tables.STOCK_ITEM;
import static app.gewerk.server.db.Tables.STOCK_MOVE;
import static org.jooq.impl.DSL.coalesce;
import static org.jooq.impl.DSL.field;
import static org.jooq.impl.DSL.min;
import static org.jooq.impl.DSL.select;
import static org.jooq.impl.DSL.sum;
import static org.jooq.impl.DSL.val;

import app.gewerk.core.Wire;
import app.gewerk.core.sourcing.GearAsListed;
import app.gewerk.core.stores.Item;
import app.gewerk.core.stores.ItemKind;
import app.gewerk.core.stores.ShelfLine;
import app.gewerk.server.shop.Here;
import app.gewerk.server.stores.ShelfService.StockItem;
import app.gewerk.server.stores.ShelfService.StockMove;
import app.gewerk.server.stores.ShelfService.Why;
import java.math.BigDecimal;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Field;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;

@Repository
class ShelfStore {
    private final DSLContext sql;

    ShelfStore(DSLContext sql) {
        this.sql = sql;
    }

    private static Condition at(Here here, long itemId) {
        return STOCK_ITEM.SHOP_ID.eq(here.shopId()).and(STOCK_ITEM.ID.eq(itemId));
    }

    private Map<Field<?>, Object> columns(ShelfLine line, String currency) {
        Item item = line.item();
        Optional<GearAsListed> gear = item.gear();
        java.util.HashMap<Field<?>, Object> columns = new java.util.HashMap<>();
        columns.put(STOCK_ITEM.KIND, item.kind().toString());
        columns.put(STOCK_ITEM.NAME, item.name());
        columns.put(STOCK_ITEM.PART_NUMBER, item.number());
        columns.put(
                STOCK_ITEM.PITCH_SYSTEM,
                gear.map(g -> g.pitch().system().toString()).orElse(null));
        columns.put(STOCK_ITEM.PITCH, gear.map(g -> g.pitch().value()).orElse(null));
        columns.put(STOCK_ITEM.TOOTH_COUNT, gear.map(GearAsListed::toothCount).orElse(null));
        columns.put(
                STOCK_ITEM.PRESSURE_ANGLE_DEG,
                gear.map(GearAsListed::pressureAngleDeg).orElse(null));
        columns.put(STOCK_ITEM.STUB, gear.map(GearAsListed::stub).orElse(null));
        columns.put(STOCK_ITEM.BORE_MM, gear.map(GearAsListed::boreMm).orElse(null));
        columns.put(
                STOCK_ITEM.FACE_WIDTH_MM, gear.map(GearAsListed::faceWidthMm).orElse(null));
        columns.put(STOCK_ITEM.MATERIAL, gear.map(GearAsListed::material).orElse(null));
        columns.put(STOCK_ITEM.PLACE, line.place());
        columns.put(STOCK_ITEM.LEAST, line.least());
        columns.put(STOCK_ITEM.PAID, line.paid().orElse(null));
        columns.put(STOCK_ITEM.CURRENCY, line.paid().map(p -> currency).orElse(null));
        return columns;
    }

    long insert(Here here, ShelfLine line, String currency) {
        return sql.insertInto(STOCK_ITEM)
                .set(columns(line, currency))
                .set(STOCK_ITEM.SHOP_ID, here.shopId())
                .set(STOCK_ITEM.PIECES, 0)
                .returning(STOCK_ITEM.ID)
                .fetchSingle()
                .getId();
    }

    /** All but the pieces. False when somebody saved in between. */
    boolean change(Here here, long itemId, int version, ShelfLine line, String currency) {
        return sql.update(STOCK_ITEM)
                        .set(columns(line, currency))
                        .set(STOCK_ITEM.VERSION, STOCK_ITEM.VERSION.plus(1))
                        .where(at(here, itemId), STOCK_ITEM.VERSION.eq(version))
                        .execute()
                == 1;
    }

    /** False when there are not so many to take; nothing is changed then. */
    boolean move(Here here, long itemId, int pieces, Why why, Optional<Long> jobId, OffsetDateTime now) {
        boolean there = sql.update(STOCK_ITEM)
                        .set(STOCK_ITEM.PIECES, STOCK_ITEM.PIECES.plus(pieces))
                        .set(STOCK_ITEM.VERSION, STOCK_ITEM.VERSION.plus(1))
                        .where(at(here, itemId), STOCK_ITEM.PIECES.plus(pieces).ge(0))
                        .execute()
                == 1;
        if (there) {
            var move = sql.newRecord(STOCK_MOVE);
            move.setShopId(here.shopId());
            move.setItemId(itemId);
            move.setPieces(pieces);
            move.setWhy(why.toString());
            move.setJobId(jobId.orElse(null));
            move.setMovedBy(here.personId());
            move.setMovedAt(now);
            move.insert();
        }
        return there;
    }

    /** Nobody else changes it until the transaction ends. */
    Optional<StockItem> hold(Here here, long itemId) {
        sql.select(STOCK_ITEM.ID)
                .from(STOCK_ITEM)
                .where(at(here, itemId))
                .forUpdate()
                .fetch();
        return item(here, itemId);
    }

    Optional<StockItem> item(Here here, long itemId) {
        return items(here, STOCK_ITEM.ID.eq(itemId)).stream().findFirst();
    }

    List<StockItem> all(Here here) {
        return items(here, DSL.noCondition());
    }

    private List<StockItem> items(Here here, Condition which) {
        Field<BigDecimal> coming = field(
                select(coalesce(sum(PURCHASE_ORDER_LINE.PIECES.minus(PURCHASE_ORDER_LINE.CAME)), val(BigDecimal.ZERO)))
                        .from(PURCHASE_ORDER_LINE)
                        .join(PURCHASE_ORDER)
                        .on(
                                PURCHASE_ORDER.SHOP_ID.eq(PURCHASE_ORDER_LINE.SHOP_ID),
                                PURCHASE_ORDER.ID.eq(PURCHASE_ORDER_LINE.ORDER_ID))
                        .where(
                                PURCHASE_ORDER_LINE.SHOP_ID.eq(STOCK_ITEM.SHOP_ID),
                                PURCHASE_ORDER_LINE.STOCK_ITEM_ID.eq(STOCK_ITEM.ID),
                                PURCHASE_ORDER_LINE.OUTCOME.in("coming", "partly"),
                                PURCHASE_ORDER.STATE.in("waiting", "ordered")));
        return sql.select(STOCK_ITEM.asterisk(), coming)
                .from(STOCK_ITEM)
                .where(STOCK_ITEM.SHOP_ID.eq(here.shopId()), which)
                .orderBy(STOCK_ITEM.PLACE, STOCK_ITEM.NAME, STOCK_ITEM.ID)
                .fetch(r -> new StockItem(
                        r.get(STOCK_ITEM.ID),
                        new Item(
                                Wire.parse(ItemKind.class, r.get(STOCK_ITEM.KIND)),
                                r.get(STOCK_ITEM.NAME),
                                r.get(STOCK_ITEM.PART_NUMBER),
                                GearColumns.gear(
                                        r.get(STOCK_ITEM.PITCH_SYSTEM),
                                        r.get(STOCK_ITEM.PITCH),
                                        r.get(STOCK_ITEM.TOOTH_COUNT),
                                        r.get(STOCK_ITEM.PRESSURE_ANGLE_DEG),
                                        r.get(STOCK_ITEM.STUB),
                                        r.get(STOCK_ITEM.BORE_MM),
                                        r.get(STOCK_ITEM.FACE_WIDTH_MM),
                                        r.get(STOCK_ITEM.MATERIAL))),
                        r.get(STOCK_ITEM.PLACE),
                        r.get(STOCK_ITEM.PIECES),
                        r.get(STOCK_ITEM.LEAST),
                        Optional.ofNullable(r.get(STOCK_ITEM.PAID)),
                        Optional.ofNullable(r.get(STOCK_ITEM.CURRENCY)),
                        r.get(coming).intValue(),
                        r.get(STOCK_ITEM.VERSION)));
    }

    List<StockMove> moves(Here here, long itemId, int most) {
        return sql.select(STOCK_MOVE.asterisk(), PERSON.NAME, JOB.TRAY_NUMBER)
                .from(STOCK_MOVE)
                .join(PERSON)
                .on(PERSON.SHOP_ID.eq(STOCK_MOVE.SHOP_ID), PERSON.ID.eq(STOCK_MOVE.MOVED_BY))
                .leftJoin(JOB)
                .on(JOB.SHOP_ID.eq(STOCK_MOVE.SHOP_ID), JOB.ID.eq(STOCK_MOVE.JOB_ID))
                .where(STOCK_MOVE.SHOP_ID.eq(here.shopId()), STOCK_MOVE.ITEM_ID.eq(itemId))
                .orderBy(STOCK_MOVE.ID.desc())
                .limit(most)
                .fetch(r -> new StockMove(
                        r.get(STOCK_MOVE.PIECES),
                        Wire.parse(Why.class, r.get(STOCK_MOVE.WHY)),
                        Optional.ofNullable(r.get(STOCK_MOVE.JOB_ID)),
                        Optional.ofNullable(r.get(JOB.TRAY_NUMBER)),
                        r.get(PERSON.NAME),
                        r.get(STOCK_MOVE.MOVED_AT)));
    }

    /** Pieces used since it was first put there, and when that was. */
    record Used(int pieces, OffsetDateTime since) {}

    Optional<Used> used(Here here, long itemId) {
        Field<BigDecimal> used =
                coalesce(sum(STOCK_MOVE.PIECES).filterWhere(STOCK_MOVE.WHY.in("taken", "putBack")), BigDecimal.ZERO);
        return sql.select(used, min(STOCK_MOVE.MOVED_AT))
                .from(STOCK_MOVE)
                .where(STOCK_MOVE.SHOP_ID.eq(here.shopId()), STOCK_MOVE.ITEM_ID.eq(itemId))
                .groupBy(STOCK_MOVE.ITEM_ID)
                .fetchOptional(r -> new Used(Math.max(0, -r.value1().intValue()), r.value2()));
    }
}
