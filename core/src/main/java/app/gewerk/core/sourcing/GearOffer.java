package app.gewerk.core.sourcing;

import app.gewerk.core.gear.Pitch;
import java.math.BigDecimal;

/**
 * A gear as a seller lists it. External spur, without shift unless said.
 *
 * @param stub teeth shorter than full depth
 * @param material as listed: {@code POM}, {@code brass}
 * @param packSize pieces that come together
 * @param packPrice price of one pack in the seller's currency, without postage
 * @param stock packs in stock
 * @param dispatchDays working days until it leaves the seller
 */
public record GearOffer(
        String seller,
        String itemNumber,
        Pitch pitch,
        int toothCount,
        double pressureAngleDeg,
        boolean stub,
        double boreMm,
        double faceWidthMm,
        String material,
        int packSize,
        BigDecimal packPrice,
        int stock,
        int dispatchDays) {

    /** The gear itself. */
    public GearAsListed gear() {
        return new GearAsListed(pitch, toothCount, pressureAngleDeg, stub, boreMm, faceWidthMm, material);
    }

    /** What an order has to know of it. */
    public Listing listing() {
        return new Listing(seller, itemNumber, packSize, packPrice, stock, dispatchDays);
    }
}
