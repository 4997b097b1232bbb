package app.gewerk.core.sourcing;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;

/**
 * What a parcel from a seller costs by the value of the goods in it: straight pieces between the values at which a step of
 * postage, the duty or the tax begins. Agrees with {@link LandedCost} but for the rounding of its parts to the cent.
 *
 * @param pieces lowest first, without gaps
 */
record Tariff(List<Piece> pieces) {
    private static final BigDecimal CENTS = BigDecimal.valueOf(100);

    /**
     * @param from value of the goods in hundredths of the seller's currency
     * @param to the last value of this piece
     * @param fixed cost in hundredths of the shop's currency, of goods worth nothing
     * @param slope hundredths of the shop's currency for one of the seller's
     */
    record Piece(long from, long to, double fixed, double slope) {
        double at(long goods) {
            return fixed + slope * goods;
        }
    }

    static Tariff of(Source source, long mostGoods) {
        BigDecimal rate = source.exchange().rate();
        ImportRule rule = source.rule();
        // Nothing is sent that is worth nothing.
        TreeSet<Long> starts = new TreeSet<>(List.of(1L));
        source.terms().postage().forEach(step -> starts.add(Math.max(1, ceiling(step.goodsFrom()))));
        if (rule.atABorder()) {
            starts.add(firstOver(rule.dutyFreeUpTo(), rate));
            starts.add(firstOver(rule.taxFreeUpTo(), rate));
        }
        List<Piece> pieces = new ArrayList<>();
        for (long from : starts) {
            if (from <= mostGoods) {
                Long next = starts.higher(from);
                pieces.add(piece(source, from, next == null ? mostGoods : Math.min(mostGoods, next - 1)));
            }
        }
        return new Tariff(List.copyOf(pieces));
    }

    private static Piece piece(Source source, long from, long to) {
        double rate = source.exchange().rate().doubleValue();
        ImportRule rule = source.rule();
        BigDecimal goods = BigDecimal.valueOf(from, 2);
        double postage = 100 * source.terms().postageFor(goods).doubleValue() * rate;
        boolean dutiable =
                from >= firstOver(rule.dutyFreeUpTo(), source.exchange().rate());
        boolean taxable =
                from >= firstOver(rule.taxFreeUpTo(), source.exchange().rate());
        double duty = dutiable ? rule.dutyPercent().doubleValue() / 100 : 0;
        double tax = taxable ? rule.taxPercent().doubleValue() / 100 : 0;
        boolean handled = duty > 0 || tax > 0;
        double handling = handled ? 100 * rule.handlingFee().doubleValue() : 0;
        return new Piece(from, to, postage * (1 + tax) + handling, rate * (1 + duty) * (1 + tax));
    }

    private static long ceiling(BigDecimal amount) {
        return amount.multiply(CENTS).setScale(0, RoundingMode.CEILING).longValueExact();
    }

    /** The least value abroad that, converted and rounded to the cent, is above a threshold here. */
    private static long firstOver(BigDecimal threshold, BigDecimal rate) {
        long least = ceiling(threshold.divide(rate, 6, RoundingMode.FLOOR)) - 1;
        for (long goods = Math.max(0, least); ; goods++) {
            BigDecimal here = BigDecimal.valueOf(goods, 2).multiply(rate).setScale(2, RoundingMode.HALF_UP);
            if (here.compareTo(threshold) > 0) {
                return goods;
            }
        }
    }

    /** In hundredths of the shop's currency. */
    double at(long goods) {
        for (Piece piece : pieces) {
            if (goods <= piece.to) {
                return piece.at(goods);
            }
        }
        return pieces.getLast().at(goods);
    }
}
