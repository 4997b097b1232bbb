package app.gewerk.server.shop;

import app.gewerk.core.KnowledgeFiles;
import app.gewerk.core.intake.Estimate;
import app.gewerk.core.words.Refused;
import app.gewerk.server.http.Listening;
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
    private final Listening listening;
    private final Optional<Long> configured;

    /** @param configured the shop whose door this process is, where the database holds several */
    ShopService(
            ShopStore store,
            ShopScope scope,
            SavedOnceStore savedOnce,
            ShopClock clock,
            Listening listening,
            @Value("${gewerk.shop:}") Optional<Long> configured) {
        this.store = store;
        this.scope = scope;
        this.savedOnce = savedOnce;
        this.clock = clock;
        this.listening = listening;
        this.configured = configured;
    }

    /** @param accounts whether people show who they are; else a name is picked, at one machine */
    public record Shop(long id, UUID bench, String name, String currency, ZoneId zone, boolean accounts) {}

    public record Person(long id, String name) {
        public static Person of(Here here) {
            return new Person(here.personId(), here.personName());
        }
    }

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

    /** Whether people have to show who they are: always where other machines reach. */
    public boolean hasAccounts(Shop shop) {
        return shop.accounts() || listening.network();
    }

    /** Whether this is the door of one shop; else whoever comes has to name theirs. */
    public boolean isOne() {
        return configured.isPresent() || store.shops().size() < 2;
    }

    /** Whether a stranger is to show who they are, rather than to pick a name. */
    public boolean strangersSignIn() {
        return listening.network() || !isOne() || entrance().accounts();
    }

    /** The one shop of that name. */
    public Optional<Shop> named(String name) {
        List<Long> shops = store.shopsNamed(name.strip());
        return shops.size() == 1
                ? Optional.of(scope.in(shops.getFirst(), () -> store.shop(shops.getFirst())))
                : Optional.empty();
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
            for (Map<String, String> seller : KnowledgeFiles.rows("sellers")) {
                store.insertSeller(id, seller.get("code"), seller.get("baseUrl"));
            }
            for (Map<String, String> rate : KnowledgeFiles.rows("exchangeRates")) {
                store.insertRate(
                        id, rate.get("currency"), new BigDecimal(rate.get("rate")), LocalDate.parse(rate.get("asOf")));
            }
            for (Map<String, String> rule : KnowledgeFiles.rows("importRules")) {
                store.insertImportRule(id, rule);
            }
            return id;
        });
    }

    /** @throws Refused if there is one of that name: people find their shop by it */
    @Transactional
    public Shop openNamed(String name, String currency, ZoneId zone) {
        String tidy = name.strip();
        store.lockSetUp();
        if (tidy.isEmpty() || tidy.length() > 60 || !store.shopsNamed(tidy).isEmpty()) {
            throw new Refused("shop.nameTaken", "name", tidy);
        }
        long id = open(tidy, currency, zone);
        return scope.in(id, () -> store.shop(id));
    }

    /** For whoever runs the database. */
    @Transactional(readOnly = true)
    public List<Shop> all() {
        return store.everyShop().stream()
                .map(id -> scope.in(id, () -> store.shop(id)))
                .toList();
    }

    /** Nobody comes in any more; what is there stays. */
    @Transactional
    public void close(Shop shop) {
        scope.run(shop.id(), () -> {
            store.close(shop.id(), clock.now());
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

    /** Who can step up to the bench of a shop: where there are accounts, those who have a PIN for it. */
    @Transactional(readOnly = true)
    public List<Person> people(Shop shop) {
        return scope.in(shop.id(), () -> store.people(shop));
    }

    /** Whether nobody was ever here. */
    @Transactional(readOnly = true)
    public boolean isNew(Shop shop) {
        return scope.in(shop.id(), () -> store.isEmpty(shop.id()));
    }

    /** The person of that name in the shop, new or known. */
    @Transactional
    public Here welcome(Shop shop, String name) {
        return scope.in(
                        shop.id(),
                        () -> store.here(shop.id(), store.person(shop.id(), tidyName(name)), shop.accounts()))
                .orElseThrow();
    }

    /** @throws Refused if it is no name */
    public static String tidyName(String name) {
        String tidy = name.strip();
        if (tidy.isEmpty() || tidy.length() > 60) {
            throw Refused.at("name", "who.name");
        }
        return tidy;
    }

    /** The person whom a bench without accounts takes at their word; none where there are accounts. */
    public Optional<Here> takenAtTheirWord(PersonKey said) {
        return listening.network()
                ? Optional.empty()
                : scope.in(said.shopId(), () -> store.here(said.shopId(), said.personId(), false));
    }
}
