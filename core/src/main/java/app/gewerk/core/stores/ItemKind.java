package app.gewerk.core.stores;

import app.gewerk.core.Wire;

/** What sort of thing is kept or sold. */
public enum ItemKind {
    GEAR,
    KIT,
    ASSEMBLY,
    PART,
    GREASE,
    GLUE,
    BAR,
    SCREW;

    @Override
    public String toString() {
        return Wire.word(this);
    }
}
