package app.gewerk.core.sourcing;

import app.gewerk.core.gear.CylindricalGear;

/**
 * The gear that is wanted.
 *
 * @param boreMm as read; 0 when it was not read
 * @param faceWidthMm as read; 0 when it was not read
 */
public record GearNeed(CylindricalGear gear, double boreMm, double faceWidthMm) {
    /** One like a gear that is listed. */
    public static GearNeed of(GearAsListed gear) {
        return new GearNeed(gear.gear(), gear.boreMm(), gear.faceWidthMm());
    }
}
