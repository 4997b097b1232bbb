package app.gewerk.core.fit;

import app.gewerk.core.gear.Limits;
import app.gewerk.core.material.Material;

/**
 * By what factor a part of a material is larger than when it was measured.
 *
 * @param factor on every length
 */
public record Growth(double factor) {
    /** At which things are measured and drawn (°C). */
    public static final double ROOM_C = 23;

    public static final Growth NONE = new Growth(1);

    public Growth {
        Limits.requireBetween("growth", factor, 0.8, 1.2);
    }

    /**
     * At a temperature, and with a share of the water it can take up more than when it was measured: 1 + α ΔT + s w.
     *
     * @param wetness 0 as measured, 1 from dry to saturated; below 0 dried out
     */
    public static Growth of(Material material, double temperatureC, double wetness) {
        return new Growth(1 + material.expansionPerK() * (temperatureC - ROOM_C) + material.swelling() * wetness);
    }
}
