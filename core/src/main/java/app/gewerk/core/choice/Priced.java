package app.gewerk.core.choice;

import app.gewerk.core.words.Refused;
import java.math.BigDecimal;

/**
 * Something that can be had.
 *
 * @param price all that it costs on the bench, in the shop's currency
 * @param days until it is here
 */
public record Priced(BigDecimal price, int days) {
    public Priced {
        requireMoney(price);
        if (days < 0 || days > 1000) {
            throw Refused.at("days", "choice.days", "given", days);
        }
    }

    static void requireMoney(BigDecimal price) {
        if (price.signum() < 0 || price.compareTo(BigDecimal.valueOf(1_000_000)) > 0) {
            throw Refused.at("price", "choice.price");
        }
    }
}
