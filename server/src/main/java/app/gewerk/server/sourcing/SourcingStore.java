package app.gewerk.server.sourcing;

import static app.gewerk.server.db.Tables.EXCHANGE_RATE;
import static app.gewerk.server.db.Tables.IMPORT_RULE;
import static app.gewerk.server.db.Tables.SELLER;

import app.gewerk.core.sourcing.ImportRule;
import app.gewerk.core.sourcing.LandedCost;
import app.gewerk.server.shop.Here;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;

@Repository
class SourcingStore {
    private final DSLContext sql;

    SourcingStore(DSLContext sql) {
        this.sql = sql;
    }

    record Seller(String code, String baseUrl) {}

    List<Seller> sellers(Here here) {
        return sql.select(SELLER.CODE, SELLER.BASE_URL)
                .from(SELLER)
                .where(SELLER.SHOP_ID.eq(here.shopId()))
                .orderBy(SELLER.CODE)
                .fetch(r -> new Seller(r.value1(), r.value2()));
    }

    Map<String, LandedCost.Exchange> rates(Here here, String shopCurrency) {
        Map<String, LandedCost.Exchange> rates = new HashMap<>();
        sql.select(EXCHANGE_RATE.CURRENCY, EXCHANGE_RATE.RATE, EXCHANGE_RATE.AS_OF)
                .from(EXCHANGE_RATE)
                .where(EXCHANGE_RATE.SHOP_ID.eq(here.shopId()))
                .forEach(r -> rates.put(
                        r.value1(),
                        new LandedCost.Exchange(shopCurrency, r.value2().stripTrailingZeros(), r.value3())));
        return rates;
    }

    Map<String, ImportRule> importRules(Here here) {
        Map<String, ImportRule> rules = new HashMap<>();
        sql.selectFrom(IMPORT_RULE)
                .where(IMPORT_RULE.SHOP_ID.eq(here.shopId()))
                .forEach(r -> rules.put(
                        r.getZone(),
                        new ImportRule(
                                r.getZone(),
                                r.getDutyPercent(),
                                r.getDutyFreeUpTo(),
                                r.getTaxPercent(),
                                r.getTaxFreeUpTo(),
                                r.getHandlingFee())));
        return rules;
    }
}
