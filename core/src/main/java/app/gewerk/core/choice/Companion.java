package app.gewerk.core.choice;

import app.gewerk.core.Wire;
import app.gewerk.core.words.Say;
import java.math.BigDecimal;
import java.util.Optional;

/**
 * A part that comes with the maker's spare, or that has to be bought because the spare cannot be fitted without it.
 *
 * @param comesWith whether it is in the same packet
 * @param price of its own, in the shop's currency, where it does not come with it and somebody knows
 */
public record Companion(Part part, boolean comesWith, Optional<BigDecimal> price) {

    public Companion {
        price.ifPresent(Priced::requireMoney);
    }

    public enum Part {
        MATE,
        SISTERS,
        SHAFT,
        BEARINGS,
        MOTOR,
        FASTENINGS,
        GASKET,
        GREASE;

        public Say words() {
            return Say.of("companion." + this);
        }

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }
}
