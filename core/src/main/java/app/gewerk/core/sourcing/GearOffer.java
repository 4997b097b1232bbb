package app.gewerk.core.sourcing;

import app.gewerk.core.gear.Pitch;
import java.math.BigDecimal;

/**
 * A gear as a seller lists it. External spur, without shift unless said.
 *
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
        double boreMm,
        double faceWidthMm,
        String material,
        int packSize,
        BigDecimal packPrice,
        int stock,
        int dispatchDays) {}
