package app.gewerk.core.sourcing;

import app.gewerk.core.gear.Pitch;
import java.util.Locale;
import java.util.Set;

/**
 * A gear by what a list says of it: external spur, without shift.
 *
 * @param stub teeth shorter than full depth
 * @param boreMm 0 when the list does not say
 * @param faceWidthMm 0 when the list does not say
 * @param material as listed: {@code POM}, {@code brass}
 */
public record GearAsListed(
        Pitch pitch,
        int toothCount,
        double pressureAngleDeg,
        boolean stub,
        double boreMm,
        double faceWidthMm,
        String material) {
    private static final Set<String> METALS = Set.of("brass", "bronze", "steel", "aluminium", "zinc");

    boolean metal() {
        return METALS.contains(material.toLowerCase(Locale.ROOT));
    }
}
