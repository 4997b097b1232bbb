package app.gewerk.core.train;

import app.gewerk.core.AtMost;
import app.gewerk.core.gear.Limits;
import app.gewerk.core.words.Say;
import java.util.Optional;

/**
 * A shaft of a machine: what turns as one.
 *
 * @param code its name within the machine, letters and digits
 * @param held whether it cannot turn, as a case that a ring is part of
 * @param inLineWith a shaft on whose axis it lies
 * @param directionDeg where it lies as seen from the shaft that it is reached from, 0 to the right, 90 up; open when nobody has said
 */
public record Shaft(
        @AtMost(40) String code,
        @AtMost(100) Say words,
        boolean held,
        @AtMost(40) Optional<String> inLineWith,
        Optional<Double> directionDeg) {

    public Shaft {
        directionDeg.ifPresent(deg -> Limits.requireBetween("direction", deg, -360, 360));
    }
}
