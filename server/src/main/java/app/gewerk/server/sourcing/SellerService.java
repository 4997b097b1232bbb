package app.gewerk.server.sourcing;

import app.gewerk.core.sourcing.SellerTerms;
import app.gewerk.core.sourcing.Source;
import app.gewerk.core.words.Refused;
import app.gewerk.server.outside.OutsideClient;
import app.gewerk.server.shop.Here;
import app.gewerk.server.stores.ListService;
import app.gewerk.server.stores.ListService.ListRead;
import app.gewerk.server.stores.ListService.ListTaken;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The sellers of a shop: what they ask, how they deliver, what they list. */
@Service
public class SellerService {
    private static final int LONGEST_WAY_DAYS = 120;

    private final SourcingStore store;
    private final SourcingService sourcing;
    private final SellerClient client;
    private final ListService lists;

    SellerService(SourcingStore store, SourcingService sourcing, SellerClient client, ListService lists) {
        this.store = store;
        this.sourcing = sourcing;
        this.client = client;
        this.lists = lists;
    }

    /**
     * A seller.
     *
     * @param answers whether it has a service that can be asked
     * @param terms as it last said them, or as somebody typed them
     * @param rate of its currency, and the day of the rate
     * @param failing chance that what is ordered there does not come right, from what was ordered so far
     * @param listed items
     */
    public record KnownSeller(
            String code,
            boolean answers,
            Optional<SellerTerms> terms,
            Optional<BigDecimal> rate,
            Optional<LocalDate> rateOf,
            Optional<Double> failing,
            int listed,
            Optional<ListRead> lastRead) {}

    @Transactional(readOnly = true)
    public List<KnownSeller> all(Here here) {
        Map<String, Source> known = sourcing.known(here);
        Map<String, Integer> counts = lists.counts(here);
        return store.sellers(here).stream()
                .map(seller -> {
                    Optional<Source> source = Optional.ofNullable(known.get(seller.code()));
                    return new KnownSeller(
                            seller.code(),
                            seller.answers(),
                            seller.terms(),
                            source.map(s -> s.exchange().rate()),
                            source.map(s -> s.exchange().date()),
                            source.map(Source::failureChance),
                            counts.getOrDefault(seller.code(), 0),
                            lists.lastRead(here, seller.code()));
                })
                .toList();
    }

    /** One that has no service of its own: known by its list and by the terms somebody types. */
    @Transactional
    public List<KnownSeller> add(Here here, String code) {
        if (!code.matches("[a-z][a-z0-9]{1,29}")) {
            throw Refused.at("code", "seller.code");
        }
        if (!store.add(here, code)) {
            throw Refused.at("code", "seller.there", "code", code);
        }
        return all(here);
    }

    @Transactional
    public List<KnownSeller> saveTerms(Here here, String code, SellerTerms terms) {
        sourcing.requireSeller(here, code);
        if (terms.name().isBlank() || !terms.currency().matches("[A-Z]{3}")) {
            throw Refused.at("currency", "seller.nameAndCurrency");
        }
        if (terms.transitDays() < 0 || terms.transitDays() > LONGEST_WAY_DAYS) {
            throw Refused.at("transitDays", "seller.transit", "most", LONGEST_WAY_DAYS);
        }
        sourcing.requireKnown(here, terms);
        BigDecimal before = BigDecimal.ONE.negate();
        for (SellerTerms.PostageStep step : terms.postage()) {
            if (step.goodsFrom().compareTo(before) <= 0 || step.price().signum() < 0) {
                throw Refused.at("postage", "seller.postage");
            }
            before = step.goodsFrom();
        }
        store.saveTerms(here, code, terms);
        return all(here);
    }

    /** Asks a seller for its terms and its whole list. Outside any transaction: it may take its time. */
    public ListTaken fetch(Here here, String code) {
        String baseUrl = sourcing.serviceOf(here, code);
        try {
            SellerTerms terms = client.terms(baseUrl);
            store.saveTerms(here, code, terms);
            try (SellerClient.ListSent sent = client.list(baseUrl)) {
                return lists.read(here, code, sent.csv(), terms.currency());
            }
        } catch (OutsideClient.NoAnswer silent) {
            throw new Refused("seller.silent", "seller", code);
        }
    }
}
