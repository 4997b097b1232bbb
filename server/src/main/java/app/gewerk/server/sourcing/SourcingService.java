package app.gewerk.server.sourcing;

import app.gewerk.core.sourcing.GearNeed;
import app.gewerk.core.sourcing.GearOffer;
import app.gewerk.core.sourcing.ImportRule;
import app.gewerk.core.sourcing.LandedCost;
import app.gewerk.core.sourcing.Match;
import app.gewerk.core.sourcing.SellerTerms;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.http.NotFound;
import app.gewerk.server.reading.ReadingService;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopService;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.springframework.stereotype.Service;

/** Asks every seller for gears like the one wanted and works out what each would cost on the bench. */
@Service
public class SourcingService {
    private static final double PITCH_ROOM = 0.02;

    private final SellerClient client;
    private final SourcingStore store;
    private final ReadingService readings;
    private final ShopService shop;

    SourcingService(SellerClient client, SourcingStore store, ReadingService readings, ShopService shop) {
        this.client = client;
        this.store = store;
        this.readings = readings;
        this.shop = shop;
    }

    /** A matching gear with its seller's terms and what it costs here. */
    public record Offer(Match match, SellerTerms seller, LandedCost landed) {}

    /** @param silent sellers that did not answer */
    public record Offers(Say wanted, int pieces, List<Offer> offers, List<String> silent) {}

    private record Answered(SellerTerms terms, List<GearOffer> gears) {}

    /** Offers for the gear taken in a job, best fit first. Sellers are asked at the same time, outside any transaction. */
    public Offers offers(Here here, long jobId, int pieces) {
        requirePieces("pieces", pieces);
        return offers(here, readings.wanted(here, jobId), pieces);
    }

    /** The same for a gear that is not taken yet. */
    public Offers offers(Here here, ReadingService.Wanted wanted, int pieces) {
        GearNeed need = wanted.need();
        List<SourcingStore.Seller> sellers = store.sellers(here);
        Map<String, Answered> answers = new HashMap<>();
        List<String> silent = new ArrayList<>();
        try (ExecutorService ask = Executors.newVirtualThreadPerTaskExecutor()) {
            Map<String, Future<Answered>> asked = new HashMap<>();
            for (SourcingStore.Seller seller : sellers) {
                asked.put(seller.code(), ask.submit(question(seller.baseUrl(), need)));
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
        List<GearOffer> gears = answers.entrySet().stream()
                .flatMap(a -> a.getValue().gears().stream()
                        .filter(gear -> gear.seller().equals(a.getKey())))
                .toList();
        Costing costing = new Costing(here);
        List<Offer> offers = Match.rank(need, gears).stream()
                .map(match -> {
                    SellerTerms terms = answers.get(match.offer().seller()).terms();
                    return new Offer(match, terms, costing.landed(match.offer(), terms, pieces));
                })
                .toList();
        return new Offers(wanted.words(), pieces, offers, silent);
    }

    private Callable<Answered> question(String baseUrl, GearNeed need) {
        double module = need.gear().normalModule();
        return () -> new Answered(
                client.terms(baseUrl),
                client.gears(baseUrl, need.gear().toothCount(), module * (1 - PITCH_ROOM), module * (1 + PITCH_ROOM)));
    }

    private final class Costing {
        private final Map<String, LandedCost.Exchange> rates;
        private final Map<String, ImportRule> rules;

        private final LocalDate today;

        Costing(Here here) {
            ShopService.Shop at = shop.shop(here);
            rates = store.rates(here, at.currency());
            rules = store.importRules(here);
            today = shop.today(at);
        }

        LandedCost landed(GearOffer offer, SellerTerms terms, int pieces) {
            LandedCost.Exchange rate = rates.get(terms.currency());
            ImportRule rule = rules.get(terms.zone());
            if (rate == null || rule == null) {
                throw new Refused("order.noRate", "currency", terms.currency(), "zone", terms.zone());
            }
            return LandedCost.of(offer, terms, rule, rate, pieces, today);
        }
    }

    /** What has been ordered, from whom, under which number. */
    record Ordered(GearOffer offer, SellerTerms seller, LandedCost landed, String orderNumber) {}

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
        baseUrl(here, code);
    }

    private String baseUrl(Here here, String code) {
        return store.sellers(here).stream()
                .filter(s -> s.code().equals(code))
                .findFirst()
                .orElseThrow(() -> new NotFound("missing.seller", "code", code))
                .baseUrl();
    }

    /** Orders from a seller at today's price; the same key orders once. */
    Ordered order(Here here, String sellerCode, String itemNumber, int pieces, String key)
            throws Declined, SellerClient.NoAnswer {
        String baseUrl = baseUrl(here, sellerCode);
        SellerTerms terms = client.terms(baseUrl);
        GearOffer offer = client.gear(baseUrl, itemNumber)
                .orElseThrow(() -> new Declined(Say.of("seller.noLongerSold", "item", itemNumber)));
        LandedCost landed = new Costing(here).landed(offer, terms, pieces);
        if (!landed.enoughInStock()) {
            throw new Declined(Say.of("seller.hasOnly", "pieces", offer.stock() * offer.packSize()));
        }
        return new Ordered(offer, terms, landed, client.order(baseUrl, itemNumber, landed.packs(), key));
    }
}
