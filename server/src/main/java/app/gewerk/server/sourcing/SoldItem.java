package app.gewerk.server.sourcing;

import app.gewerk.core.sourcing.GearAsListed;
import app.gewerk.core.sourcing.Listing;
import java.math.BigDecimal;
import java.util.Optional;

/**
 * An item as a seller's service tells it.
 *
 * @param partNumber its maker's; empty when it has none
 * @param gear what it is, where it is a gear
 */
record SoldItem(
        String seller,
        String itemNumber,
        String kind,
        String name,
        String partNumber,
        Optional<GearAsListed> gear,
        int packSize,
        BigDecimal packPrice,
        int stock,
        int dispatchDays) {

    Listing listing() {
        return new Listing(seller, itemNumber, packSize, packPrice, stock, dispatchDays);
    }
}
