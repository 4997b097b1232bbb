package app.gewerk.server.shop;

import app.gewerk.core.Knowledge;
import app.gewerk.core.intake.Estimate;
import app.gewerk.server.http.FieldProblem;
import app.gewerk.server.http.Stale;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicReference;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The workshop and the people in it. One shop a database for now; every row carries its number already. */
@Service
public class ShopService {
    private final ShopStore store;
    private final ShopClock clock;
    private final AtomicReference<Shop> known = new AtomicReference<>();

    ShopService(ShopStore store, ShopClock clock) {
        this.store = store;
        this.clock = clock;
    }

    public record Shop(long id, UUID bench, String name, String currency, ZoneId zone) {}

    public record Person(long id, String name) {}

    /** The shop; set up with its stand-in sellers, rates and import rules when the database is new. */
    @Transactional
    public Shop shop() {
        Shop shop = known.get();
        if (shop == null) {
            shop = store.shop().orElseGet(this::setUp);
            known.set(shop);
        }
        return shop;
    }

    /** Until the transaction ends, no other process sets this database up. */
    public void lockSetUp() {
        store.lockSetUp();
    }

    private Shop setUp() {
        store.lockSetUp();
        Optional<Shop> meanwhile = store.shop();
        if (meanwhile.isPresent()) {
            return meanwhile.get();
        }
        long id = store.insertShop("Workshop", "EUR", ZoneId.systemDefault());
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
        return store.shop().orElseThrow();
    }

    @Transactional
    public void rename(String name) {
        store.rename(shop().id(), name);
        known.set(null);
    }

    /** What an hour at this bench costs, and when the owner is asked first. */
    public record ShopTerms(Estimate.Terms terms, int version) {}

    public ShopTerms terms() {
        return store.terms(shop().id());
    }

    @Transactional
    public ShopTerms saveTerms(Here here, int version, Estimate.Terms terms) {
        if (!store.saveTerms(here.shopId(), version, terms)) {
            throw new Stale(terms());
        }
        return terms();
    }

    public LocalDate today() {
        return clock.today(shop().zone());
    }

    public List<Person> people() {
        return store.people(shop().id());
    }

    /** The person of that name, new or known. */
    @Transactional
    public Here welcome(String name) {
        String tidy = name.strip();
        if (tidy.isEmpty() || tidy.length() > 60) {
            throw FieldProblem.of("name", "Type the name the others call you by, up to 60 letters");
        }
        return store.here(store.person(shop().id(), tidy)).orElseThrow();
    }

    public Optional<Here> here(long personId) {
        return store.here(personId);
    }
}
