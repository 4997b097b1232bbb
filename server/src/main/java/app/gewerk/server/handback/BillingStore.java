package app.gewerk.server.handback;

import static app.gewerk.server.db.Tables.BILL;
import static app.gewerk.server.db.Tables.BILL_COUNT;
import static app.gewerk.server.db.Tables.HANDBACK;
import static app.gewerk.server.db.Tables.PERSON;
import static app.gewerk.server.db.Tables.SHOP;
import static app.gewerk.server.db.Tables.STOCK_ITEM;
import static app.gewerk.server.db.Tables.STOCK_MOVE;
import static org.jooq.impl.DSL.coalesce;
import static org.jooq.impl.DSL.sum;

import app.gewerk.core.Wire;
import app.gewerk.core.handback.Bill;
import app.gewerk.server.handback.BillingService.InWarranty;
import app.gewerk.server.handback.BillingService.IssuedBill;
import app.gewerk.server.handback.BillingService.OldParts;
import app.gewerk.server.handback.BillingService.PaperTerms;
import app.gewerk.server.handback.BillingService.ToldOwner;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.StoredJson;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.JSONB;
import org.springframework.stereotype.Repository;

@Repository
class BillingStore {
    private final DSLContext sql;
    private final StoredJson json;

    BillingStore(DSLContext sql, StoredJson json) {
        this.sql = sql;
        this.json = json;
    }

    PaperTerms terms(Here here) {
        return sql.selectFrom(SHOP)
                .where(SHOP.ID.eq(here.shopId()))
                .fetchSingle(r -> new PaperTerms(
                        r.getAddress(),
                        Optional.ofNullable(r.getCountry()),
                        r.getTaxNumber(),
                        Optional.ofNullable(r.getTaxPercent()),
                        r.getNoTaxReason(),
                        r.getWarrantyMonths(),
                        r.getDaysToPay(),
                        r.getPaperVersion()));
    }

    Optional<InWarranty> inWarranty(Here here, long jobId) {
        return sql.fetchOptional("""
                        select j.back_of, h.warranty_until
                        from job j
                        join handback h on h.shop_id = j.shop_id and h.job_id = j.back_of
                        join shop s on s.id = j.shop_id
                        where j.shop_id = ? and j.id = ?
                            and h.warranty_until >= (j.taken_in_at at time zone s.time_zone)::date
                        """, here.shopId(), jobId)
                .map(r -> new InWarranty(r.get("back_of", Long.class), r.get("warranty_until", LocalDate.class)));
    }

    boolean saveTerms(Here here, PaperTerms terms) {
        return sql.update(SHOP)
                        .set(SHOP.ADDRESS, terms.address())
                        .set(SHOP.COUNTRY, terms.country().orElse(null))
                        .set(SHOP.TAX_NUMBER, terms.taxNumber())
                        .set(SHOP.TAX_PERCENT, terms.taxPercent().orElse(null))
                        .set(SHOP.NO_TAX_REASON, terms.noTaxReason())
                        .set(SHOP.WARRANTY_MONTHS, terms.warrantyMonths())
                        .set(SHOP.DAYS_TO_PAY, terms.daysToPay())
                        .set(SHOP.PAPER_VERSION, SHOP.PAPER_VERSION.plus(1))
                        .where(SHOP.ID.eq(here.shopId()), SHOP.PAPER_VERSION.eq(terms.version()))
                        .execute()
                == 1;
    }

    Optional<ToldOwner> told(Here here, long jobId) {
        return sql.selectFrom(HANDBACK)
                .where(HANDBACK.SHOP_ID.eq(here.shopId()), HANDBACK.JOB_ID.eq(jobId))
                .fetchOptional(r -> new ToldOwner(
                        Wire.parse(OldParts.class, r.getOldParts()),
                        Optional.ofNullable(r.getWarrantyUntil()),
                        r.getAvoid(),
                        r.getNext(),
                        r.getVersion()));
    }

    /** False when somebody else saved in between. */
    boolean tell(Here here, long jobId, ToldOwner told) {
        var row = sql.newRecord(HANDBACK);
        row.setOldParts(told.oldParts().toString());
        row.setWarrantyUntil(told.warrantyUntil().orElse(null));
        row.setAvoid(told.avoid());
        row.setNext(told.next());
        row.setVersion(told.version() + 1);
        if (told.version() == 0) {
            row.setShopId(here.shopId());
            row.setJobId(jobId);
            return sql.insertInto(HANDBACK).set(row).onConflictDoNothing().execute() == 1;
        }
        return sql.update(HANDBACK)
                        .set(row)
                        .where(
                                HANDBACK.SHOP_ID.eq(here.shopId()),
                                HANDBACK.JOB_ID.eq(jobId),
                                HANDBACK.VERSION.eq(told.version()))
                        .execute()
                == 1;
    }

    /** Something taken off the shelf for a job. */
    record FromShelf(String name, int pieces, Optional<BigDecimal> paid) {}

    List<FromShelf> fromShelf(Here here, long jobId) {
        return sql
                .select(STOCK_ITEM.NAME, sum(STOCK_MOVE.PIECES), STOCK_ITEM.PAID)
                .from(STOCK_MOVE)
                .join(STOCK_ITEM)
                .on(STOCK_ITEM.SHOP_ID.eq(STOCK_MOVE.SHOP_ID), STOCK_ITEM.ID.eq(STOCK_MOVE.ITEM_ID))
                .where(STOCK_MOVE.SHOP_ID.eq(here.shopId()), STOCK_MOVE.JOB_ID.eq(jobId))
                .groupBy(STOCK_ITEM.SHOP_ID, STOCK_ITEM.ID)
                .orderBy(STOCK_ITEM.ID)
                .fetch(r -> new FromShelf(r.value1(), -r.value2().intValue(), Optional.ofNullable(r.value3())))
                .stream()
                .filter(f -> f.pieces > 0)
                .toList();
    }

    /** The next number; whoever else bills waits until this transaction ends, so that none is left out. */
    int nextNumber(Here here) {
        return sql.insertInto(BILL_COUNT)
                .set(BILL_COUNT.SHOP_ID, here.shopId())
                .set(BILL_COUNT.LAST, 1)
                .onConflict(BILL_COUNT.SHOP_ID)
                .doUpdate()
                .set(BILL_COUNT.LAST, BILL_COUNT.LAST.plus(1))
                .returning(BILL_COUNT.LAST)
                .fetchSingle()
                .getLast();
    }

    void insert(Here here, long jobId, IssuedBill bill, OffsetDateTime now) {
        sql.insertInto(BILL)
                .set(BILL.SHOP_ID, here.shopId())
                .set(BILL.NUMBER, bill.number())
                .set(BILL.JOB_ID, jobId)
                .set(BILL.CREDITS, bill.credits().orElse(null))
                .set(BILL.BILLED_TO, bill.billedTo())
                .set(BILL.CURRENCY, bill.bill().currency())
                .set(
                        BILL.LINES,
                        JSONB.valueOf(json.written(StoredBill.of(bill.bill().lines()))))
                .set(BILL.DISCOUNT, bill.bill().discount())
                .set(BILL.TAX_PERCENT, bill.bill().taxPercent())
                .set(BILL.NET, bill.bill().net())
                .set(BILL.TAX, bill.bill().tax())
                .set(BILL.GROSS, bill.bill().gross())
                .set(BILL.PAID, bill.bill().paid())
                .set(BILL.WHY, bill.why())
                .set(BILL.ISSUED_ON, bill.issuedOn())
                .set(BILL.DUE_ON, bill.dueOn())
                .set(BILL.ISSUED_BY, here.personId())
                .set(BILL.ISSUED_AT, now)
                .execute();
    }

    List<IssuedBill> bills(Here here, long jobId) {
        return bills(BILL.SHOP_ID.eq(here.shopId()).and(BILL.JOB_ID.eq(jobId)));
    }

    /** What was taken back of a bill so far. */
    BigDecimal credited(Here here, int number) {
        return sql.select(coalesce(sum(BILL.GROSS), BigDecimal.ZERO))
                .from(BILL)
                .where(BILL.SHOP_ID.eq(here.shopId()), BILL.CREDITS.eq(number))
                .fetchSingle()
                .value1();
    }

    Optional<LocalDate> issuedOn(Here here, int number) {
        return sql.select(BILL.ISSUED_ON)
                .from(BILL)
                .where(BILL.SHOP_ID.eq(here.shopId()), BILL.NUMBER.eq(number))
                .fetchOptional(BILL.ISSUED_ON);
    }

    private List<IssuedBill> bills(Condition which) {
        return sql.select(BILL.asterisk(), PERSON.NAME)
                .from(BILL)
                .join(PERSON)
                .on(PERSON.SHOP_ID.eq(BILL.SHOP_ID), PERSON.ID.eq(BILL.ISSUED_BY))
                .where(which)
                .orderBy(BILL.NUMBER)
                .fetch(r -> new IssuedBill(
                        r.get(BILL.NUMBER),
                        Optional.ofNullable(r.get(BILL.CREDITS)),
                        new Bill(
                                json.read(r.get(BILL.LINES).data(), StoredBill.class)
                                        .billLines(),
                                r.get(BILL.DISCOUNT),
                                r.get(BILL.TAX_PERCENT),
                                r.get(BILL.PAID),
                                r.get(BILL.CURRENCY)),
                        r.get(BILL.BILLED_TO),
                        r.get(BILL.WHY),
                        r.get(BILL.ISSUED_ON),
                        r.get(BILL.DUE_ON),
                        r.get(PERSON.NAME)));
    }
}
