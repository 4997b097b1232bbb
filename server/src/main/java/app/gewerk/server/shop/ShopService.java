package app.gewerk.server.shop;

import app.gewerk.core.Knowledge;
import app.gewerk.core.intake.Estimate;
import app.gewerk.core.words.Refused;
import app.gewerk.server.http.Stale;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The workshop and the people in it. A database holds one shop, or several that see nothing of each other. */
@Service
public class ShopService {
    private final ShopStore store;
    private final ShopScope scope;
    private final SavedOnceStore savedOnce;
    private final ShopClock clock;
    private final Optional<Long> configured;

    /** @param configured the shop whose door this process is, where the database holds several */
    ShopService(
            ShopStore store,
            ShopScope scope,
            SavedOnceStore savedOnce,
            ShopClock clock,
            @Value("${gewerk.shop:}") Optional<Long> configured) {
        this.store = store;
        this.scope = scope;
        this.savedOnce = savedOnce;
        this.clock = clock;
        this.configured = configured;
    }

    public record Shop(long id, UUID bench, String name, String currency, ZoneId zone) {}

    public record Person(long id, String name) {}

    public Shop shop(Here here) {
        return store.shop(here.shopId());
    }

    /** The shop whose people come in here; set up with its stand-in sellers, rates and import rules when there is none. */
    @Transactional
    public Shop entrance() {
        long id = configured.orElseGet(() -> {
            List<Long> shops = store.shops();
            if (shops.size() > 1) {
                throw new Refused("shop.several");
            }
            return shops.isEmpty() ? setUp() : shops.getFirst();
        });
        return scope.in(id, () -> store.shop(id));
    }

    /** Until the transaction ends, no other process sets this database up. */
    public void lockSetUp() {
        store.lockSetUp();
    }

    private long setUp() {
        store.lockSetUp();
        List<Long> meanwhile = store.shops();
        return meanwhile.isEmpty() ? open("Workshop", "EUR", ZoneId.systemDefault()) : meanwhile.getFirst();
    }

    /** A new shop with what every shop begins with. */
    @Transactional
    public long open(String name, String currency, ZoneId zone) {
        long id = store.open(name, currency, zone);
        return scope.in(id, () -> {
            for (Map<String, String> seller : Knowledge.rows("sellers")) {
                store.insertSeller(id, seller.get("code"), seller.get("baseUrl"));
            }
            for (Map<String, String> rate : Knowledge.rows("exchangeRates")) {
                store.insertRate(
                        id, rate.get("currency"), new BigDecimal(rate.get("rate")), LocalDate.parse(rate.get("asOf")));
            }
            for (Map<String, String> rule : Knowledge.rows("importRules")) {
                store.insertImportRule(id, rule);
            }
            return id;
        });
    }

    @Transactional
    public void rename(Here here, String name) {
        store.rename(here, name);
    }

    /** What an hour at this bench costs, and when the owner is asked first. */
    public record ShopTerms(Estimate.Terms terms, int version) {}

    public ShopTerms terms(Here here) {
        return store.terms(here);
    }

    @Transactional
    public ShopTerms saveTerms(Here here, int version, Estimate.Terms terms, Optional<String> key) {
        return savedOnce.once(
                here,
                key,
                "terms",
                clock.now(),
                () -> {
                    if (!store.saveTerms(here, version, terms)) {
                        throw new Stale(terms(here));
                    }
                    return terms(here);
                },
                () -> terms(here));
    }

    public LocalDate today(Here here) {
        return today(shop(here));
    }

    public LocalDate today(Shop shop) {
        return clock.today(shop.zone());
    }

    /** Who can step up to the bench of a shop. */
    @Transactional(readOnly = true)
    public List<Person> people(Shop shop) {
        return scope.in(shop.id(), () -> store.people(shop.id()));
    }

    /** The person of that name in the shop, new or known. */
    @Transactional
    public Here welcome(Shop shop, String name) {
        String tidy = name.strip();
        if (tidy.isEmpty() || tidy.length() > 60) {
            throw Refused.at("name", "who.name");
        }
        return scope.in(shop.id(), () -> store.here(shop.id(), store.person(shop.id(), tidy)))
                .orElseThrow();
    }

    /** The person a cookie speaks of. */
    Optional<Here> here(ShopFilter.Said said) {
        return store.here(said.shopId(), said.personId());
    }
}
