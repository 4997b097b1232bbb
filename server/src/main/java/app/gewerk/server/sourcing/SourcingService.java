package app.gewerk.server.sourcing;

import app.gewerk.core.sourcing.Fit;
import app.gewerk.core.sourcing.GearNeed;
import app.gewerk.core.sourcing.GearOffer;
import app.gewerk.core.sourcing.ImportRule;
import app.gewerk.core.sourcing.LandedCost;
import app.gewerk.core.sourcing.Match;
import app.gewerk.core.sourcing.SellerTerms;
import app.gewerk.core.sourcing.Source;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.http.NotFound;
import app.gewerk.server.outside.OutsideClient;
import app.gewerk.server.reading.ReadingService;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopClock;
import app.gewerk.server.shop.ShopService;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.springframework.stereotype.Service;

/** Asks every seller for gears like the one wanted and works out what each would cost on the bench. */
@Service
public class SourcingService {
    /** A price that has risen by more than this since it was seen is asked about (from memory). */
    private static final BigDecimal DEARER = new BigDecimal("1.02");

    private final SellerClient client;
    private final SourcingStore store;
    private final ReadingService readings;
    private final ShopService shop;
    private final PurchaseStore purchases;
    private final ShopClock clock;

    SourcingService(
            SellerClient client,
            SourcingStore store,
            ReadingService readings,
            ShopService shop,
            PurchaseStore purchases,
            ShopClock clock) {
        this.purchases = purchases;
        this.clock = clock;
        this.client = client;
        this.store = store;
        this.readings = readings;
        this.shop = shop;
    }

    /** A matching gear with its seller's terms and what it costs here. */
    public record Offer(Match match, SellerTerms seller, LandedCost landed) {}

    /** @param silent sellers that did not answer */
    public record Offers(Say wanted, int pieces, List<Offer> offers, List<String> silent) {}

    /**
     * What sellers said.
     *
     * @param sources those that answered and that can be paid and imported from, by code
     * @param gears of them all, for each gear that was asked for
     * @param silent sellers that did not answer
     */
    record Market(Map<String, Source> sources, List<List<GearOffer>> gears, List<String> silent) {}

    private record Answered(SellerTerms terms, List<List<GearOffer>> gears) {}

    /** Offers for the gear taken in a job, best fit first. Sellers are asked at the same time, outside any transaction. */
    public Offers offers(Here here, long jobId, int pieces) {
        requirePieces("pieces", pieces);
        return offers(here, readings.wanted(here, jobId), pieces);
    }

    /** The same for a gear that is not taken yet. */
    public Offers offers(Here here, ReadingService.Wanted wanted, int pieces) {
        GearNeed need = wanted.need();
        Market market = market(here, List.of(need));
        LocalDate today = today(here);
        List<Offer> offers = Match.rank(need, market.gears.getFirst()).stream()
                .map(match -> {
                    Source source = market.sources.get(match.offer().seller());
                    LandedCost landed = LandedCost.of(
                            match.offer().listing(), source.terms(), source.rule(), source.exchange(), pieces, today);
                    return new Offer(match, source.terms(), landed);
                })
                .toList();
        return new Offers(wanted.words(), pieces, offers, market.silent);
    }

    LocalDate today(Here here) {
        return shop.today(shop.shop(here));
    }

    /** Asks every seller, each beside the others, for its terms and for gears like these. */
    Market market(Here here, List<GearNeed> needs) {
        List<SourcingStore.Seller> sellers = store.sellers(here).stream()
                .filter(SourcingStore.Seller::answers)
                .toList();
        Map<String, Answered> answers = new LinkedHashMap<>();
        List<String> silent = new ArrayList<>();
        try (ExecutorService ask = Executors.newVirtualThreadPerTaskExecutor()) {
            Map<String, Future<Answered>> asked = new HashMap<>();
            for (SourcingStore.Seller seller : sellers) {
                asked.put(seller.code(), ask.submit(question(seller.baseUrl(), needs)));
            }
            for (SourcingStore.Seller seller : sellers) {
                try {
                    answers.put(seller.code(), asked.get(seller.code()).get());
                } catch (ExecutionException noAnswer) {
                    silent.add(seller.code());
                } catch (InterruptedException stopped) {
                    Thread.currentThread().interrupt();
                    silent.add(seller.code());
                }
            }
        }
        Sources known = new Sources(here);
        Map<String, Source> sources = new LinkedHashMap<>();
        answers.forEach((code, answer) -> sources.put(code, known.of(code, answer.terms)));
        List<List<GearOffer>> gears = IntStream.range(0, needs.size())
                .mapToObj(n -> answers.entrySet().stream()
                        .flatMap(a -> a.getValue().gears.get(n).stream()
                                .filter(gear -> gear.seller().equals(a.getKey())))
                        .toList())
                .toList();
        return new Market(sources, gears, silent);
    }

    /** What a unit of each currency is worth in the shop's. */
    public Map<String, BigDecimal> rates(Here here) {
        return store.rates(here, shop.shop(here).currency()).entrySet().stream()
                .collect(Collectors.toMap(Map.Entry::getKey, e -> e.getValue().rate()));
    }

    /** Sellers whose terms are known without asking them, those that can be paid and imported from. */
    public Map<String, Source> known(Here here) {
        Sources known = new Sources(here);
        Map<String, Source> sources = new LinkedHashMap<>();
        for (SourcingStore.Seller seller : store.sellers(here)) {
            seller.terms()
                    .flatMap(terms -> known.tried(seller.code(), terms))
                    .ifPresent(source -> sources.put(seller.code(), source));
        }
        return sources;
    }

    private Callable<Answered> question(String baseUrl, List<GearNeed> needs) {
        return () -> {
            List<List<GearOffer>> gears = new ArrayList<>();
            for (GearNeed need : needs) {
                double module = need.gear().normalModule();
                gears.add(client.gears(
                        baseUrl,
                        need.gear().toothCount(),
                        module * (1 - Fit.NEAR_PITCH),
                        module * (1 + Fit.NEAR_PITCH)));
            }
            return new Answered(client.terms(baseUrl), gears);
        };
    }

    /** @throws Refused where the terms speak of a border or of money that this shop knows nothing of */
    void requireKnown(Here here, SellerTerms terms) {
        Sources sources = new Sources(here);
        if (!sources.rules.containsKey(terms.zone())) {
            throw Refused.at("zone", "seller.zone", "known", String.join(", ", new TreeSet<>(sources.rules.keySet())));
        }
        if (!sources.rates.containsKey(terms.currency())) {
            throw Refused.at(
                    "currency", "seller.rate", "known", String.join(", ", new TreeSet<>(sources.rates.keySet())));
        }
    }

    /** What this shop knows of sellers: what their money is worth, what the border adds, how their deliveries went. */
    private final class Sources {
        private final Map<String, LandedCost.Exchange> rates;
        private final Map<String, ImportRule> rules;
        private final Map<String, Double> failing;

        Sources(Here here) {
            rates = store.rates(here, shop.shop(here).currency());
            rules = store.importRules(here);
            failing = purchases.failing(here, clock.now().minusYears(1));
        }

        Source of(String code, SellerTerms terms) {
            return tried(code, terms)
                    .orElseThrow(() -> new Refused("order.noRate", "currency", terms.currency(), "zone", terms.zone()));
        }

        Optional<Source> tried(String code, SellerTerms terms) {
            LandedCost.Exchange rate = rates.get(terms.currency());
            ImportRule rule = rules.get(terms.zone());
            return rate == null || rule == null
                    ? Optional.empty()
                    : Optional.of(new Source(
                            code, terms, rule, rate, failing.getOrDefault(code, Source.failureChance(0, 0))));
        }
    }

    /** An item of an order. @param seenPrice of a pack, as whoever ordered it saw it */
    record Wants(String itemNumber, int pieces, Optional<BigDecimal> seenPrice) {}

    /**
     * What has been ordered, from whom, under which number.
     *
     * @param items by number
     * @param parcel whole packs of each item, whoever they are for
     */
    record Ordered(
            List<Wants> wants,
            Map<String, SoldItem> items,
            List<LandedCost.Packed> parcel,
            SellerTerms seller,
            LandedCost landed,
            String orderNumber) {

        /** Of an item, all that is bought of it; each that wants some of it is told the same. */
        LandedCost.Packed packed(String itemNumber) {
            return parcel.stream()
                    .filter(p -> p.listing().itemNumber().equals(itemNumber))
                    .findFirst()
                    .orElseThrow();
        }

        /** Of what it costs landed, each want's by the value of its goods; the last has what rounding leaves. */
        List<BigDecimal> shares() {
            BigDecimal goods = wants.stream().map(this::worth).reduce(BigDecimal.ZERO, BigDecimal::add);
            List<BigDecimal> shares = new ArrayList<>();
            BigDecimal left = landed.total();
            for (int i = 0; i < wants.size(); i++) {
                BigDecimal share = i == wants.size() - 1 || goods.signum() == 0
                        ? left
                        : landed.total().multiply(worth(wants.get(i))).divide(goods, 2, RoundingMode.HALF_UP);
                shares.add(share);
                left = left.subtract(share);
            }
            return shares;
        }

        /** Its pieces' part of all that is paid for the packs they are in. */
        private BigDecimal worth(Wants want) {
            LandedCost.Packed of = packed(want.itemNumber);
            int pieces = wants.stream()
                    .filter(w -> w.itemNumber.equals(want.itemNumber))
                    .mapToInt(Wants::pieces)
                    .sum();
            return of.listing()
                    .packPrice()
                    .multiply(BigDecimal.valueOf((long) of.packs() * want.pieces))
                    .divide(BigDecimal.valueOf(pieces), 6, RoundingMode.HALF_UP);
        }
    }

    /** The seller will not, and asking again does not help. */
    static class Declined extends Exception {
        private final transient Say why;

        Declined(Say why) {
            super(why.code());
            this.why = why;
        }

        Say why() {
            return why;
        }
    }

    static void requirePieces(String field, int pieces) {
        if (pieces < 1 || pieces > 10_000) {
            throw Refused.at(field, "order.howMany");
        }
    }

    void requireSeller(Here here, String code) {
        seller(here, code);
    }

    private SourcingStore.Seller seller(Here here, String code) {
        return store.sellers(here).stream()
                .filter(s -> s.code().equals(code))
                .findFirst()
                .orElseThrow(() -> new NotFound("missing.seller", "code", code));
    }

    /** Where a seller is asked. */
    String serviceOf(Here here, String code) {
        SourcingStore.Seller seller = seller(here, code);
        if (!seller.answers()) {
            throw new Refused("seller.noService", "seller", code);
        }
        return seller.baseUrl();
    }

    /** What somebody ordered at a price is not ordered at one that is noticeably higher. */
    private static void requireSeen(List<Wants> wants, SoldItem offer, String currency) throws Declined {
        Optional<BigDecimal> seen = wants.stream()
                .filter(w -> w.itemNumber.equals(offer.itemNumber()))
                .flatMap(w -> w.seenPrice.stream())
                .min(BigDecimal::compareTo);
        if (seen.isPresent() && offer.packPrice().compareTo(seen.get().multiply(DEARER)) > 0) {
            throw new Declined(Say.of(
                    "seller.dearer",
                    "item",
                    offer.itemNumber(),
                    "seen",
                    Say.money(seen.get(), currency),
                    "now",
                    Say.money(offer.packPrice(), currency)));
        }
    }

    /** Orders from a seller at today's price; the same key orders once. */
    Ordered order(Here here, String sellerCode, List<Wants> wants, String key) throws Declined, OutsideClient.NoAnswer {
        SourcingStore.Seller seller = seller(here, sellerCode);
        if (!seller.answers()) {
            throw new Declined(Say.of("seller.byHand", "seller", sellerCode));
        }
        String baseUrl = seller.baseUrl();
        Source source = new Sources(here).of(sellerCode, client.terms(baseUrl));
        Map<String, Integer> pieces = wants.stream()
                .collect(Collectors.toMap(Wants::itemNumber, Wants::pieces, Integer::sum, LinkedHashMap::new));
        Map<String, SoldItem> items = new HashMap<>();
        List<LandedCost.Packed> parcel = new ArrayList<>();
        for (Map.Entry<String, Integer> want : pieces.entrySet()) {
            SoldItem item = client.item(baseUrl, want.getKey())
                    .orElseThrow(() -> new Declined(Say.of("seller.noLongerSold", "item", want.getKey())));
            int packs = item.listing().packsFor(want.getValue());
            if (item.stock() < packs) {
                throw new Declined(Say.of("seller.hasOnly", "pieces", item.stock() * item.packSize()));
            }
            requireSeen(wants, item, source.terms().currency());
            items.put(want.getKey(), item);
            parcel.add(new LandedCost.Packed(item.listing(), packs));
        }
        int all = wants.stream().mapToInt(Wants::pieces).sum();
        LandedCost landed =
                LandedCost.ofParcel(parcel, source.terms(), source.rule(), source.exchange(), all, today(here));
        return new Ordered(wants, items, parcel, source.terms(), landed, client.order(baseUrl, parcel, key));
    }

    /** How a seller says that an order stands; outside any transaction. */
    List<SellerClient.LineSaid> state(Here here, Purchasing.Order order) {
        Map<String, Integer> packs = order.lines().stream()
                .collect(Collectors.toMap(
                        Purchasing.OrderLine::itemNumber, l -> l.packs().orElse(1), Math::max, LinkedHashMap::new));
        List<SellerClient.AskedLine> lines = packs.entrySet().stream()
                .map(l -> new SellerClient.AskedLine(l.getKey(), l.getValue()))
                .toList();
        try {
            return client.state(serviceOf(here, order.seller()), lines, order.key())
                    .lines();
        } catch (OutsideClient.NoAnswer silent) {
            throw new Refused("seller.silent", "seller", order.seller());
        }
    }
}
