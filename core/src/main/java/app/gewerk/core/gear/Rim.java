package app.gewerk.core.gear;

import app.gewerk.core.words.Refused;
import java.util.Set;

/**
 * What was done to the teeth after cutting.
 *
 * @param tipRoundingMm radius on the corners of the tips; 0 for sharp ones
 * @param teethLeftOut numbers of teeth that are not there, cut down to the root: tooth 0 points up, counted
 *     counter-clockwise. A sector leaves out all but its own
 */
public record Rim(double tipRoundingMm, Set<Integer> teethLeftOut) {

    public static final Rim WHOLE = new Rim(0, Set.of());

    public Rim {
        teethLeftOut = Set.copyOf(teethLeftOut);
        if (!(tipRoundingMm >= 0 && tipRoundingMm <= 20)) {
            throw new Refused("rim.rounding");
        }
    }

    /** A sector with its teeth around the top. */
    public static Rim sector(int toothCount, int teeth) {
        if (teeth < 1 || teeth > toothCount) {
            throw new Refused("rim.sector", "most", toothCount, "given", teeth);
        }
        Set<Integer> out = new java.util.HashSet<>();
        int before = (teeth - 1) / 2;
        for (int i = teeth - before; i < toothCount - before; i++) {
            out.add(i);
        }
        return new Rim(0, out);
    }
}
