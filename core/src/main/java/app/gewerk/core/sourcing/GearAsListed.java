package app.gewerk.core.sourcing;

import app.gewerk.core.fit.Alteration;
import app.gewerk.core.fit.Seating;
import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Pitch;
import app.gewerk.core.words.Say;
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

    /** The gear itself. */
    public CylindricalGear gear() {
        return CylindricalGear.spur(pitch.module(), toothCount, 0, BasicRack.usual(pressureAngleDeg, stub));
    }

    /** "24 teeth, 0.5 module, POM". */
    public Say words() {
        return material.isEmpty()
                ? Say.of("listedGearPlain", "teeth", toothCount, "pitch", pitch.words())
                : Say.of("listedGear", "teeth", toothCount, "pitch", pitch.words(), "material", material);
    }

    /** Whether its teeth are those of a gear, by their nominal sizes. */
    public boolean is(CylindricalGear other) {
        BasicRack rack = gear().rack();
        return toothCount == other.toothCount()
                && Math.abs(pitch.module() / other.normalModule() - 1) < Fit.SAME_PITCH
                && rack.pressureAngleDeg() == other.rack().pressureAngleDeg()
                && Math.abs(rack.addendumCoefficient() - other.rack().addendumCoefficient()) < Fit.SAME_DEPTH;
    }

    /** Whether a gear of the same teeth is otherwise alike: of the same bore, width and material; sizes a list does not say are no difference. */
    public boolean madeAlike(GearAsListed other) {
        return same(boreMm, other.boreMm, Seating.SAME_BORE_MM)
                && same(faceWidthMm, other.faceWidthMm, Alteration.SAME_WIDTH_MM)
                && material.equalsIgnoreCase(other.material);
    }

    private static boolean same(double one, double other, double room) {
        return one == 0 || other == 0 || Math.abs(one - other) <= room;
    }

    boolean metal() {
        return METALS.contains(material.toLowerCase(Locale.ROOT));
    }
}
