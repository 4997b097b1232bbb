package app.gewerk.server.finding;

import app.gewerk.core.sourcing.Fit;
import app.gewerk.core.sourcing.GearAsListed;
import app.gewerk.core.sourcing.LandedCost;
import app.gewerk.core.sourcing.Source;
import app.gewerk.core.sourcing.Worth;
import app.gewerk.core.stores.GearWish;
import app.gewerk.core.stores.PartKey;
import app.gewerk.core.stores.Spares;
import app.gewerk.server.http.NotFound;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopClock;
import app.gewerk.server.shop.ShopService;
import app.gewerk.server.sourcing.SourcingService;
import app.gewerk.server.stores.ListService;
import app.gewerk.server.stores.ListService.Listed;
import app.gewerk.server.stores.NumberService;
import app.gewerk.server.stores.ShelfService;
import app.gewerk.server.stores.ShelfService.StockItem;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Duration;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What things have cost, and how many of them to keep. */
@Service
public class SparesService {
    private static final int MOST = 100;
    /** Where no seller is known to have it: a week and a half by mail order (common practice). */
    private static final double USUAL_DAYS = 10;

    private static final double DAYS = 365.25;

    private final FindStore store;
    private final ShelfService shelf;
    private final ListService lists;
    private final NumberService numbers;
    private final SourcingService sourcing;
    private final ShopService shop;
    private final ShopClock clock;

    SparesService(
            FindStore store,
            ShelfService shelf,
            ListService lists,
            NumberService numbers,
            SourcingService sourcing,
            ShopService shop,
            ShopClock clock) {
        this.store = store;
        this.shelf = shelf;
        this.lists = lists;
        this.numbers = numbers;
        this.sourcing = sourcing;
        this.shop = shop;
        this.clock = clock;
    }

    /** A price of one piece, without postage, in the shop's currency at today's rate. */
    public record PriceAt(String seller, String itemNumber, LocalDate day, BigDecimal each) {}

    /** @param asked what each asks today, cheapest first */
    public record Prices(String currency, List<PriceAt> history, List<PriceAt> asked) {}

    @Transactional(readOnly = true)
    public Prices prices(Here here, String seller, String item) {
        Listed listed = lists.item(here, seller, item).orElseThrow(() -> new NotFound("missing.listed", "item", item));
        List<Listed> alike = alike(here, listed.item().key(), listed.item().gear());
        List<Listed> all = alike.contains(listed) ? alike : List.of(listed);
        Map<String, BigDecimal> rates = sourcing.rates(here);
        LocalDate today = shop.today(here);
        return new Prices(
                shop.shop(here).currency(),
                lists.prices(here, all).stream()
                        .flatMap(p -> each(rates, p.currency(), p.packPrice(), p.packSize())
                                .map(each -> new PriceAt(p.seller(), p.itemNumber(), p.seenOn(), each))
                                .stream())
                        .toList(),
                all.stream()
                        .flatMap(l -> each(
                                rates,
                                l.currency(),
                                l.listing().packPrice(),
                                l.listing().packSize())
                                .map(each -> new PriceAt(
                                        l.listing().seller(), l.listing().itemNumber(), today, each))
                                .stream())
                        .sorted(Comparator.comparing(PriceAt::each))
                        .toList());
    }

    private static Optional<BigDecimal> each(
            Map<String, BigDecimal> rates, String currency, BigDecimal packPrice, int packSize) {
        return Optional.ofNullable(rates.get(currency))
                .map(rate -> packPrice.multiply(rate).divide(BigDecimal.valueOf(packSize), 2, RoundingMode.HALF_UP));
    }

    /** The same part by its number, or a gear like it. */
    private List<Listed> alike(Here here, Optional<PartKey> key, Optional<GearAsListed> gear) {
        if (key.isPresent()) {
            Set<PartKey> keys =
                    numbers.find(here, key.get()).isPresent() ? numbers.sameParts(here, key.get()) : Set.of(key.get());
            return lists.numbered(here, keys, "", MOST);
        }
        return gear.map(g ->
                        lists
                                .gears(
                                        here,
                                        List.of(GearWish.about(g.pitch().module(), g.toothCount(), 0)),
                                        List.of(),
                                        MOST)
                                .stream()
                                .filter(l ->
                                        l.item().gear().filter(g::madeAlike).isPresent())
                                .toList())
                .orElse(List.of());
    }

    /**
     * How many of a thing to keep, and from what that was reckoned.
     *
     * @param use what goes in: uses, years, days until a new one is here, prices
     */
    public record SparesFor(StockItem item, Spares.Use use, Spares spares) {}

    @Transactional(readOnly = true)
    public SparesFor spares(Here here, long itemId, double service) {
        StockItem item = shelf.item(here, itemId);
        ShelfService.Usage moved = shelf.usage(here, itemId);
        int used = moved.pieces();
        double years = moved.years();
        Optional<FindStore.Asked> jobs = item.item()
                .gear()
                .map(g -> store.asked(
                        here,
                        g.toothCount(),
                        g.pitch().module() * (1 - Fit.RUNS_AS_SAME),
                        g.pitch().module() * (1 + Fit.RUNS_AS_SAME)));
        // Machines that needed such a gear may say more than what was taken since it lies here.
        if (jobs.filter(asked -> asked.jobs() > moved.pieces()).isPresent()) {
            used = jobs.get().jobs();
            years = jobs.get()
                    .since()
                    .map(since ->
                            Math.max(1, Duration.between(since, clock.now()).toDays()) / DAYS)
                    .orElse(years);
        }
        LocalDate today = shop.today(here);
        Map<String, Source> known = sourcing.known(here);
        Optional<LandedCost> cheapest = alike(
                        here, item.item().key(), item.item().gear())
                .stream()
                .filter(l -> known.containsKey(l.listing().seller()))
                .map(l -> {
                    Source source = known.get(l.listing().seller());
                    return LandedCost.of(l.listing(), source.terms(), source.rule(), source.exchange(), 1, today);
                })
                .min(Comparator.comparing(LandedCost::total));
        double days = cheapest.map(c -> (double) Math.max(1, ChronoUnit.DAYS.between(today, c.arrives())))
                .orElse(USUAL_DAYS);
        double price = item.paid()
                .or(() -> cheapest.map(LandedCost::total))
                .map(BigDecimal::doubleValue)
                .orElse(0.0);
        Spares.Use use = new Spares.Use(
                used,
                years,
                days,
                service,
                price,
                Worth.HOLDING,
                days * Worth.A_DAY.doubleValue() + Worth.ORDERED_ALONE.doubleValue());
        return new SparesFor(item, use, Spares.of(use));
    }
}
