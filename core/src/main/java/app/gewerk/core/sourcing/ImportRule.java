package app.gewerk.core.sourcing;

import java.math.BigDecimal;

/**
 * What is added at the border for goods from a zone, in the shop's currency.
 *
 * @param dutyPercent of the goods' value
 * @param dutyFreeUpTo goods up to this value bear no duty
 * @param taxPercent of goods, postage and duty together; 0 where the seller's price includes it
 * @param taxFreeUpTo goods up to this value bear no import tax
 * @param handlingFee the carrier's fee whenever duty or tax is due
 */
public record ImportRule(
        String zone,
        BigDecimal dutyPercent,
        BigDecimal dutyFreeUpTo,
        BigDecimal taxPercent,
        BigDecimal taxFreeUpTo,
        BigDecimal handlingFee) {

    /** Whether anything is looked at on the way. */
    boolean atABorder() {
        return dutyPercent.signum() > 0 || taxPercent.signum() > 0;
    }
}
