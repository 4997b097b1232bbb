package app.gewerk.core.gear;

import app.gewerk.core.Wire;

/** The kinds of toothed part a bench meets. */
public enum GearKind {
    EXTERNAL,
    INTERNAL,
    RACK,
    WORM,
    BEVEL;

    /** True for gears with a cylinder's axis, outside or inside teeth. */
    public boolean cylindrical() {
        return this == EXTERNAL || this == INTERNAL;
    }

    @Override
    public String toString() {
        return Wire.word(this);
    }
}
