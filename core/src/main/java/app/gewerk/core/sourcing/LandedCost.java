package app.gewerk.core.sourcing;

import app.gewerk.core.words.Refused;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.DayOfWeek;
import java.time.LocalDate;

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

    /**
     * Goods and postage are converted and rounded to the cent each; duty on the goods; tax on goods, postage and duty;
     * the carrier's handling fee where either is due.
     *
     * @param piecesWanted at least 1
     * @param orderedOn the day the order goes out; arrival counts working days from there, Monday to Friday
     * @throws Refused if no piece is wanted
     */
    public static LandedCost of(
            GearOffer offer,
            SellerTerms terms,
            ImportRule rule,
            Exchange exchange,
            int piecesWanted,
            LocalDate orderedOn) {
        if (piecesWanted < 1 || piecesWanted > 10_000) {
            throw new Refused("order.pieces", "given", piecesWanted);
        }
        int packs = (piecesWanted + offer.packSize() - 1) / offer.packSize();
        BigDecimal goodsAbroad = offer.packPrice().multiply(BigDecimal.valueOf(packs));
        BigDecimal goods = cents(goodsAbroad.multiply(exchange.rate()));
        BigDecimal postage = cents(terms.postageFor(goodsAbroad).multiply(exchange.rate()));
        BigDecimal duty = goods.compareTo(rule.dutyFreeUpTo()) > 0 ? percent(rule.dutyPercent(), goods) : zero();
        BigDecimal taxed = goods.add(postage).add(duty);
        BigDecimal tax = goods.compareTo(rule.taxFreeUpTo()) > 0 ? percent(rule.taxPercent(), taxed) : zero();
        BigDecimal handling = duty.add(tax).signum() > 0 ? cents(rule.handlingFee()) : zero();
        BigDecimal total = taxed.add(tax).add(handling);
        return new LandedCost(
                exchange.shopCurrency(),
                packs,
                packs * offer.packSize(),
                goods,
                postage,
                duty,
                tax,
                handling,
                total,
                total.divide(BigDecimal.valueOf(piecesWanted), 2, RoundingMode.HALF_UP),
                exchange.rate(),
                exchange.date(),
                afterWorkingDays(orderedOn, offer.dispatchDays() + terms.transitDays()),
                offer.stock() >= packs);
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

    static LocalDate afterWorkingDays(LocalDate start, int days) {
        LocalDate day = start;
        for (int left = days; left > 0; ) {
            day = day.plusDays(1);
            if (day.getDayOfWeek() != DayOfWeek.SATURDAY && day.getDayOfWeek() != DayOfWeek.SUNDAY) {
                left--;
            }
        }
        return day;
    }
}
