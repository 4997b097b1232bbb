package app.gewerk.core.reading;

import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.GearKind;
import app.gewerk.core.words.Refused;
import java.util.List;

/**
 * The gear that the one in question runs with: of the same pitch, pressure angle and slant.
 *
 * @param kind external, or internal when it is the ring around the gear
 * @param readings what was read of it, perhaps nothing
 */
public record Mate(GearKind kind, int toothCount, List<Reading> readings, boolean worn) {

    public Mate {
        readings = Question.combined(readings);
        if (!kind.cylindrical()) {
            throw new Refused("mate.kind");
        }
        if (toothCount < CylindricalGear.FEWEST_TEETH || toothCount > CylindricalGear.MOST_TEETH) {
            throw new Refused(
                    "mate.teeth",
                    "least",
                    CylindricalGear.FEWEST_TEETH,
                    "most",
                    CylindricalGear.MOST_TEETH,
                    "given",
                    toothCount);
        }
    }
}
