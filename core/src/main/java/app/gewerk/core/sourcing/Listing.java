package app.gewerk.core.sourcing;

import java.math.BigDecimal;

/**
 * Something a seller has, as an order sees it.
 *
 * @param packSize pieces that come together
 * @param packPrice price of one pack in the seller's currency, without postage
 * @param stock packs in stock
 * @param dispatchDays working days until it leaves the seller
 */
public record Listing(
        String seller, String itemNumber, int packSize, BigDecimal packPrice, int stock, int dispatchDays) {

    /** Whole packs that hold so many pieces. */
    public int packsFor(int pieces) {
        return (pieces + packSize - 1) / packSize;
    }
}
