package app.gewerk.server.sourcing;

import static app.gewerk.server.db.Tables.EXCHANGE_RATE;
import static app.gewerk.server.db.Tables.IMPORT_RULE;
import static app.gewerk.server.db.Tables.SELLER;

import app.gewerk.core.sourcing.ImportRule;
import app.gewerk.core.sourcing.LandedCost;
import app.gewerk.core.sourcing.SellerTerms;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.StoredJson;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.JSONB;
import org.springframework.stereotype.Repository;

@Repository
class SourcingStore {
    private final DSLContext sql;
    private final StoredJson json;

    SourcingStore(DSLContext sql, StoredJson json) {
        this.sql = sql;
        this.json = json;
    }

    /**
     * @param baseUrl of its service; empty when it has none
     * @param terms as they were last said
     */
    record Seller(String code, String baseUrl, Optional<SellerTerms> terms) {
        boolean answers() {
            return !baseUrl.isEmpty();
        }
    }

    List<Seller> sellers(Here here) {
        return sql.select(SELLER.CODE, SELLER.BASE_URL, SELLER.TERMS)
                .from(SELLER)
                .where(SELLER.SHOP_ID.eq(here.shopId()))
                .orderBy(SELLER.CODE)
                .fetch(r -> new Seller(
                        r.value1(),
                        r.value2(),
                        Optional.ofNullable(r.value3())
                                .map(kept -> json.read(kept.data(), StoredTerms.class)
                                        .terms())));
    }

    /** False when there is one of that code. */
    boolean add(Here here, String code) {
        return sql.insertInto(SELLER)
                        .set(SELLER.SHOP_ID, here.shopId())
                        .set(SELLER.CODE, code)
                        .set(SELLER.BASE_URL, "")
                        .onDuplicateKeyIgnore()
                        .execute()
                == 1;
    }

    void saveTerms(Here here, String code, SellerTerms terms) {
        sql.update(SELLER)
                .set(SELLER.TERMS, JSONB.valueOf(json.written(StoredTerms.of(terms))))
                .where(SELLER.SHOP_ID.eq(here.shopId()), SELLER.CODE.eq(code))
                .execute();
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
