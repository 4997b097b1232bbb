package app.gewerk.core.closeup;

import app.gewerk.core.Wire;
import app.gewerk.core.gear.Limits;
import app.gewerk.core.material.Material;

/**
 * What a lubricant has to do.
 *
 * @param gear of this material, {@code mate} what it runs against
 * @param temperatureC where it works
 * @param food whether it can reach food
 */
public record Duty(Material gear, Material mate, Load load, Speed speed, double temperatureC, boolean food) {
    public Duty {
        Limits.requireBetween("temperature", temperatureC, -60, 300);
    }

    /** By hand feel (common practice): a toy or a clock, a household drive, a crank or a hoist. */
    public enum Load {
        LIGHT,
        MEDIUM,
        HEAVY;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /** Of the teeth past each other: under 0.5 m/s, up to 3 m/s, above (common practice). */
    public enum Speed {
        SLOW,
        MEDIUM,
        FAST;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }
}
