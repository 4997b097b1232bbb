package app.gewerk.core.sourcing;

import java.math.BigDecimal;
import java.util.List;

/**
 * What a seller asks beyond the price of the goods.
 *
 * @param name seller
 * @param country where it ships from, by name
 * @param zone where that is, seen from the shop; decides duty and tax
 * @param currency of prices and postage, ISO 4217
 * @param postage steps by value of the goods, lowest first; the last step that is reached applies
 * @param transitDays working days on the way
 */
public record SellerTerms(
        String name, String country, String zone, String currency, List<PostageStep> postage, int transitDays) {

    public record PostageStep(BigDecimal goodsFrom, BigDecimal price) {}

    BigDecimal postageFor(BigDecimal goods) {
        BigDecimal price = BigDecimal.ZERO;
        for (PostageStep step : postage) {
            if (goods.compareTo(step.goodsFrom()) >= 0) {
                price = step.price();
            }
        }
        return price;
    }
}
