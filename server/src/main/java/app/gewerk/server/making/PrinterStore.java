package app.gewerk.server.making;

import static app.gewerk.server.db.Tables.PRINTER;
import static app.gewerk.server.db.Tables.PRINTER_SIZE;
import static org.jooq.impl.DSL.lower;
import static org.jooq.impl.DSL.val;

import app.gewerk.core.Wire;
import app.gewerk.core.making.Coupon;
import app.gewerk.server.shop.Here;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;

@Repository
class PrinterStore {
    private final DSLContext sql;

    PrinterStore(DSLContext sql) {
        this.sql = sql;
    }

    /** A printer with all that was measured of it. */
    record Kept(long id, String name, String material, List<Coupon.Measured> sizes) {}

    /** The one of that name and material, new when there was none. */
    long known(Here here, String name, String material) {
        return called(here, name, material).orElseGet(() -> {
            sql.insertInto(PRINTER)
                    .set(PRINTER.SHOP_ID, here.shopId())
                    .set(PRINTER.NAME, name)
                    .set(PRINTER.MATERIAL, material)
                    .onConflictDoNothing()
                    .execute();
            return called(here, name, material).orElseThrow();
        });
    }

    private Optional<Long> called(Here here, String name, String material) {
        return sql.select(PRINTER.ID)
                .from(PRINTER)
                .where(
                        PRINTER.SHOP_ID.eq(here.shopId()),
                        lower(PRINTER.NAME).eq(lower(val(name))),
                        lower(PRINTER.MATERIAL).eq(lower(val(material))))
                .fetchOptional(r -> r.value1());
    }

    void add(Here here, long printerId, List<Coupon.Measured> sizes, OffsetDateTime now) {
        for (Coupon.Measured size : sizes) {
            var row = sql.newRecord(PRINTER_SIZE);
            row.setShopId(here.shopId());
            row.setPrinterId(printerId);
            row.setKind(size.kind().toString());
            row.setDrawnMm(size.drawnMm());
            row.setCameMm(size.cameMm());
            row.setMeasuredBy(here.personId());
            row.setMeasuredAt(now);
            row.insert();
        }
    }

    /** False when there is none of that number. */
    boolean forget(Here here, long printerId) {
        return sql.deleteFrom(PRINTER)
                        .where(PRINTER.SHOP_ID.eq(here.shopId()), PRINTER.ID.eq(printerId))
                        .execute()
                == 1;
    }

    Optional<Kept> printer(Here here, long printerId) {
        return printers(here, PRINTER.ID.eq(printerId)).stream().findFirst();
    }

    List<Kept> all(Here here) {
        return printers(here, PRINTER.SHOP_ID.eq(here.shopId()));
    }

    private List<Kept> printers(Here here, Condition which) {
        Map<Long, List<Coupon.Measured>> sizes = sql
                .select(PRINTER_SIZE.PRINTER_ID, PRINTER_SIZE.KIND, PRINTER_SIZE.DRAWN_MM, PRINTER_SIZE.CAME_MM)
                .from(PRINTER_SIZE)
                .join(PRINTER)
                .on(PRINTER.SHOP_ID.eq(PRINTER_SIZE.SHOP_ID), PRINTER.ID.eq(PRINTER_SIZE.PRINTER_ID))
                .where(PRINTER_SIZE.SHOP_ID.eq(here.shopId()), which)
                .orderBy(PRINTER_SIZE.ID)
                .stream()
                .collect(Collectors.groupingBy(
                        r -> r.value1(),
                        Collectors.mapping(
                                r -> new Coupon.Measured(
                                        Wire.parse(Coupon.Kind.class, r.value2()), r.value3(), r.value4()),
                                Collectors.toList())));
        return sql.selectFrom(PRINTER)
                .where(PRINTER.SHOP_ID.eq(here.shopId()), which)
                .orderBy(lower(PRINTER.NAME), lower(PRINTER.MATERIAL))
                .fetch(r ->
                        new Kept(r.getId(), r.getName(), r.getMaterial(), sizes.getOrDefault(r.getId(), List.of())));
    }
}
