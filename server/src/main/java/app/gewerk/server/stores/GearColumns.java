package app.gewerk.server.stores;

import app.gewerk.core.Wire;
import app.gewerk.core.gear.Pitch;
import app.gewerk.core.sourcing.GearAsListed;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** A listed gear as the columns of a table have it: all of them, or none. */
final class GearColumns {
    private GearColumns() {}

    static Optional<GearAsListed> gear(
            @Nullable String system,
            @Nullable Double pitch,
            @Nullable Integer toothCount,
            @Nullable Double pressureAngleDeg,
            @Nullable Boolean stub,
            @Nullable Double boreMm,
            @Nullable Double faceWidthMm,
            @Nullable String material) {
        if (system == null
                || pitch == null
                || toothCount == null
                || pressureAngleDeg == null
                || stub == null
                || boreMm == null
                || faceWidthMm == null
                || material == null) {
            return Optional.empty();
        }
        return Optional.of(new GearAsListed(
                new Pitch(Wire.parse(Pitch.System.class, system), pitch),
                toothCount,
                pressureAngleDeg,
                stub,
                boreMm,
                faceWidthMm,
                material));
    }
}
