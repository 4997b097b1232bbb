package app.gewerk.core.train;

import app.gewerk.core.AtMost;
import java.util.Optional;

/**
 * A planet set of a machine, and the part it is.
 *
 * @param material of its weakest wheels, by its code
 */
public record PlanetStage(
        @AtMost(40) String part,
        PlanetSet set,
        Optional<Double> faceWidthMm,
        @AtMost(40) Optional<String> material) {}
