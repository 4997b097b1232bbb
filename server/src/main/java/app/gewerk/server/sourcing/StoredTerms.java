package app.gewerk.server.sourcing;

import app.gewerk.core.sourcing.SellerTerms;
import app.gewerk.server.shop.StoredJson;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What a seller asks, as it is kept, format 1. @param closedOn days as {@code 2026-12-25} */
record StoredTerms(
        int format,
        @Nullable String name,
        @Nullable String country,
        @Nullable String zone,
        @Nullable String currency,
        @Nullable List<StoredStep> postage,
        int transitDays,
        @Nullable List<String> closedOn) {

    record StoredStep(
            @Nullable BigDecimal goodsFrom, @Nullable BigDecimal price) {}

    static StoredTerms of(SellerTerms terms) {
        return new StoredTerms(
                1,
                terms.name(),
                terms.country(),
                terms.zone(),
                terms.currency(),
                terms.postage().stream()
                        .map(step -> new StoredStep(step.goodsFrom(), step.price()))
                        .toList(),
                terms.transitDays(),
                terms.closedOn().stream().map(LocalDate::toString).toList());
    }

    SellerTerms terms() {
        return new SellerTerms(
                StoredJson.text(name),
                StoredJson.text(country),
                StoredJson.text(zone),
                StoredJson.text(currency),
                StoredJson.list(postage).stream()
                        .map(step -> new SellerTerms.PostageStep(amount(step.goodsFrom()), amount(step.price())))
                        .toList(),
                transitDays,
                StoredJson.list(closedOn).stream().map(LocalDate::parse).toList());
    }

    private static BigDecimal amount(@Nullable BigDecimal kept) {
        return kept == null ? BigDecimal.ZERO : kept;
    }
}
