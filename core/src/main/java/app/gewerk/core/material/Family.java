package app.gewerk.core.material;

import app.gewerk.core.Wire;

/** How a part of a material comes to be. */
public enum Family {
    MOULDED,
    CUT_FROM_BAR,
    CAST,
    PRINTED,
    METAL;

    @Override
    public String toString() {
        return Wire.word(this);
    }
}
