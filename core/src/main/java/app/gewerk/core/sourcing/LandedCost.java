package app.gewerk.core.sourcing;

import app.gewerk.core.words.Refused;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.List;

/**
 * What an order really costs when it lies on the bench, in the shop's currency, and when that is.
 *
 * @param pieces bought, whole packs
 * @param perPieceWanted total over the pieces wanted, not those left over
 * @param exchangeRate units of shop currency for one of the seller's
 */
public record LandedCost(
        String currency,
        int packs,
        int pieces,
        BigDecimal goods,
        BigDecimal postage,
        BigDecimal duty,
        BigDecimal tax,
        BigDecimal handling,
        BigDecimal total,
        BigDecimal perPieceWanted,
        BigDecimal exchangeRate,
        LocalDate exchangeRateDate,
        LocalDate arrives,
        boolean enoughInStock) {

    /** The shop's currency and what one unit of the seller's is worth in it, with its date. */
    public record Exchange(String shopCurrency, BigDecimal rate, LocalDate date) {}

    /** So many packs of something in a parcel. */
    public record Packed(Listing listing, int packs) {}

    /**
     * One thing alone.
     *
     * @param piecesWanted at least 1
     * @throws Refused if no piece is wanted
     */
    public static LandedCost of(
            Listing listing,
            SellerTerms terms,
            ImportRule rule,
            Exchange exchange,
            int piecesWanted,
            LocalDate orderedOn) {
        if (piecesWanted < 1 || piecesWanted > 10_000) {
            throw new Refused("order.pieces", "given", piecesWanted);
        }
        Packed packed = new Packed(listing, listing.packsFor(piecesWanted));
        return ofParcel(List.of(packed), terms, rule, exchange, piecesWanted, orderedOn);
    }

    /**
     * Everything that one seller sends at once. Goods and postage are converted and rounded to the cent each; duty on the
     * goods; tax on goods, postage and duty; the carrier's handling fee where either is due.
     *
     * @param parcel at least one line; it leaves when the last of them is ready
     * @param piecesWanted those of them that somebody waits for
     * @param orderedOn the day the order goes out; arrival counts the seller's working days from there
     */
    public static LandedCost ofParcel(
            List<Packed> parcel,
            SellerTerms terms,
            ImportRule rule,
            Exchange exchange,
            int piecesWanted,
            LocalDate orderedOn) {
        BigDecimal goodsAbroad = parcel.stream()
                .map(line -> line.listing.packPrice().multiply(BigDecimal.valueOf(line.packs)))
                .reduce(BigDecimal.ZERO, BigDecimal::add);
        BigDecimal goods = cents(goodsAbroad.multiply(exchange.rate()));
        BigDecimal postage = cents(terms.postageFor(goodsAbroad).multiply(exchange.rate()));
        BigDecimal duty = goods.compareTo(rule.dutyFreeUpTo()) > 0 ? percent(rule.dutyPercent(), goods) : zero();
        BigDecimal taxed = goods.add(postage).add(duty);
        BigDecimal tax = goods.compareTo(rule.taxFreeUpTo()) > 0 ? percent(rule.taxPercent(), taxed) : zero();
        BigDecimal handling = duty.add(tax).signum() > 0 ? cents(rule.handlingFee()) : zero();
        BigDecimal total = taxed.add(tax).add(handling);
        int ready = parcel.stream()
                .mapToInt(line -> line.listing.dispatchDays())
                .max()
                .orElse(0);
        return new LandedCost(
                exchange.shopCurrency(),
                parcel.stream().mapToInt(Packed::packs).sum(),
                parcel.stream()
                        .mapToInt(line -> line.packs * line.listing.packSize())
                        .sum(),
                goods,
                postage,
                duty,
                tax,
                handling,
                total,
                total.divide(BigDecimal.valueOf(piecesWanted), 2, RoundingMode.HALF_UP),
                exchange.rate(),
                exchange.date(),
                terms.arrival(orderedOn, ready),
                parcel.stream().allMatch(line -> line.listing.stock() >= line.packs));
    }

    private static BigDecimal percent(BigDecimal percent, BigDecimal of) {
        return cents(of.multiply(percent).divide(BigDecimal.valueOf(100), 6, RoundingMode.HALF_UP));
    }

    private static BigDecimal cents(BigDecimal amount) {
        return amount.setScale(2, RoundingMode.HALF_UP);
    }

    private static BigDecimal zero() {
        return cents(BigDecimal.ZERO);
    }
}
