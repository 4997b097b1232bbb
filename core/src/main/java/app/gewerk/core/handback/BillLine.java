package app.gewerk.core.handback;

import app.gewerk.core.AtMost;
import app.gewerk.core.Wire;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import java.math.BigDecimal;

/**
 * One line of a bill, without tax.
 *
 * @param quantity hours of labour, pieces of anything else
 * @param price of one hour or piece
 */
public record BillLine(Of of, @AtMost(200) String what, BigDecimal quantity, BigDecimal price) {
    private static final BigDecimal MOST = new BigDecimal("1000000");

    /** What is billed, with its unit by the code of UN/ECE recommendation 20. */
    public enum Of {
        LABOUR("HUR"),
        PART("C62"),
        OTHER("C62");

        private final String unit;

        Of(String unit) {
            this.unit = unit;
        }

        public String unit() {
            return unit;
        }

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /** @throws Refused if it names nothing, counts nothing, or labour has no rate */
    public BillLine {
        what = what.strip();
        if (what.isEmpty()) {
            throw Refused.at("what", "bill.lineWhat");
        }
        if (quantity.signum() <= 0 || quantity.compareTo(MOST) > 0) {
            throw Refused.at("quantity", "bill.lineQuantity", "what", what);
        }
        if (price.signum() < 0 || price.compareTo(MOST) > 0) {
            throw Refused.at("price", "bill.linePrice", "what", what);
        }
        if (of == Of.LABOUR && price.signum() == 0) {
            throw Refused.at("price", "bill.noRate");
        }
    }

    /** BT-131: quantity times price, to the cent. */
    public BigDecimal amount() {
        return Bill.cents(quantity.multiply(price));
    }

    public Say words() {
        return Say.of("billLine." + of, "what", what);
    }
}
