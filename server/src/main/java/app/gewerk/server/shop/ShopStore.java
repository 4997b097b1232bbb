package app.gewerk.server.shop;

import static app.gewerk.server.db.Tables.EXCHANGE_RATE;
import static app.gewerk.server.db.Tables.IMPORT_RULE;
import static app.gewerk.server.db.Tables.PERSON;
import static app.gewerk.server.db.Tables.SELLER;
import static app.gewerk.server.db.Tables.SHOP;

import app.gewerk.core.intake.Estimate;
import app.gewerk.server.http.NotFound;
import app.gewerk.server.shop.ShopService.Person;
import app.gewerk.server.shop.ShopService.Shop;
import app.gewerk.server.shop.ShopService.ShopTerms;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;

@Repository
class ShopStore {
    private final DSLContext sql;

    ShopStore(DSLContext sql) {
        this.sql = sql;
    }

    Shop shop(long id) {
        return sql.select(SHOP.ID, SHOP.BENCH, SHOP.NAME, SHOP.CURRENCY, SHOP.TIME_ZONE, SHOP.ACCOUNTS_SINCE)
                .from(SHOP)
                .where(SHOP.ID.eq(id))
                .fetchOptional(r -> new Shop(
                        r.value1(), r.value2(), r.value3(), r.value4(), ZoneId.of(r.value5()), r.value6() != null))
                .orElseThrow(() -> new NotFound("missing.shop", "number", id));
    }

    /** The first two there are: none, the one, or several. */
    List<Long> shops() {
        return sql.fetch("select shops_here()").map(r -> r.get(0, Long.class));
    }

    /** Those of that name, two at most. */
    List<Long> shopsNamed(String name) {
        return sql.fetch("select shop_named(?)", name).map(r -> r.get(0, Long.class));
    }

    List<Long> everyShop() {
        return sql.fetch("select every_shop()").map(r -> r.get(0, Long.class));
    }

    /** One process sets a new database up; others wait here and then find it done. */
    void lockSetUp() {
        sql.execute("select pg_advisory_xact_lock(7460)");
    }

    long open(String name, String currency, ZoneId zone) {
        return sql.fetchSingle("select open_shop(?, ?, ?)", name, currency, zone.getId())
                .get(0, Long.class);
    }

    void insertSeller(long shopId, String code, String baseUrl) {
        sql.insertInto(SELLER)
                .set(SELLER.SHOP_ID, shopId)
                .set(SELLER.CODE, code)
                .set(SELLER.BASE_URL, baseUrl)
                .execute();
    }

    void insertRate(long shopId, String currency, BigDecimal rate, LocalDate asOf) {
        sql.insertInto(EXCHANGE_RATE)
                .set(EXCHANGE_RATE.SHOP_ID, shopId)
                .set(EXCHANGE_RATE.CURRENCY, currency)
                .set(EXCHANGE_RATE.RATE, rate)
                .set(EXCHANGE_RATE.AS_OF, asOf)
                .execute();
    }

    void insertImportRule(long shopId, Map<String, String> row) {
        sql.insertInto(IMPORT_RULE)
                .set(IMPORT_RULE.SHOP_ID, shopId)
                .set(IMPORT_RULE.ZONE, row.get("zone"))
                .set(IMPORT_RULE.DUTY_PERCENT, new BigDecimal(row.get("dutyPercent")))
                .set(IMPORT_RULE.DUTY_FREE_UP_TO, new BigDecimal(row.get("dutyFreeUpTo")))
                .set(IMPORT_RULE.TAX_PERCENT, new BigDecimal(row.get("taxPercent")))
                .set(IMPORT_RULE.TAX_FREE_UP_TO, new BigDecimal(row.get("taxFreeUpTo")))
                .set(IMPORT_RULE.HANDLING_FEE, new BigDecimal(row.get("handlingFee")))
                .execute();
    }

    void rename(Here here, String name) {
        sql.update(SHOP).set(SHOP.NAME, name).where(SHOP.ID.eq(here.shopId())).execute();
    }

    ShopTerms terms(Here here) {
        return sql.select(SHOP.HOURLY_RATE, SHOP.EASY_SHARE, SHOP.ASK_SHARE, SHOP.VERSION)
                .from(SHOP)
                .where(SHOP.ID.eq(here.shopId()))
                .fetchSingle(r -> new ShopTerms(new Estimate.Terms(r.value1(), r.value2(), r.value3()), r.value4()));
    }

    boolean saveTerms(Here here, int version, Estimate.Terms terms) {
        return sql.update(SHOP)
                        .set(SHOP.HOURLY_RATE, terms.hourlyRate())
                        .set(SHOP.EASY_SHARE, terms.easyShare())
                        .set(SHOP.ASK_SHARE, terms.askShare())
                        .set(SHOP.VERSION, SHOP.VERSION.plus(1))
                        .where(SHOP.ID.eq(here.shopId()), SHOP.VERSION.eq(version))
                        .execute()
                == 1;
    }

    List<Person> people(Shop shop) {
        return sql.select(PERSON.ID, PERSON.NAME)
                .from(PERSON)
                .where(PERSON.SHOP_ID.eq(shop.id()), PERSON.CLOSED_AT.isNull())
                .and(shop.accounts() ? PERSON.PIN.isNotNull().and(PERSON.ROLE.isNotNull()) : DSL.noCondition())
                .orderBy(PERSON.ID)
                .fetch(r -> new Person(r.value1(), r.value2()));
    }

    boolean isEmpty(long shopId) {
        return !sql.fetchExists(PERSON, PERSON.SHOP_ID.eq(shopId));
    }

    /** @param accounts whether the shop has to have them, or has to have none */
    Optional<Here> here(long shopId, long personId, boolean accounts) {
        return sql.select(PERSON.SHOP_ID, PERSON.ID, PERSON.NAME)
                .from(PERSON)
                .join(SHOP)
                .on(SHOP.ID.eq(PERSON.SHOP_ID))
                .where(PERSON.SHOP_ID.eq(shopId), PERSON.ID.eq(personId))
                .and(PERSON.CLOSED_AT.isNull())
                .and(SHOP.CLOSED_AT.isNull())
                .and(accounts ? SHOP.ACCOUNTS_SINCE.isNotNull() : SHOP.ACCOUNTS_SINCE.isNull())
                .fetchOptional(r -> new Here(r.value1(), r.value2(), r.value3()));
    }

    long person(long shopId, String name) {
        sql.insertInto(PERSON)
                .set(PERSON.SHOP_ID, shopId)
                .set(PERSON.NAME, name)
                .onConflictDoNothing()
                .execute();
        return sql.select(PERSON.ID)
                .from(PERSON)
                .where(PERSON.SHOP_ID.eq(shopId), PERSON.NAME.equalIgnoreCase(name))
                .fetchSingle()
                .value1();
    }

    void close(long shopId, OffsetDateTime now) {
        sql.update(SHOP).set(SHOP.CLOSED_AT, now).where(SHOP.ID.eq(shopId)).execute();
    }

    void makeJournalMonths() {
        sql.execute("select journal_months()");
    }

    void forgetWhatIsOld() {
        sql.execute("select forget_saves()");
        sql.execute("select forget_coming_in()");
    }
}
