package app.gewerk.core.train;

import app.gewerk.core.Wire;

/** How two gears meet, as far as it decides which way the second turns. */
public enum MeshKind {
    EXTERNAL(true),
    /** A gear inside a ring: both turn the same way. */
    INTERNAL(false),
    /** A worm drives its wheel; its tooth count is its starts. Which way is decided by the hand of its thread: taken as reversing. */
    WORM(true),
    /** Axes that cross: which way depends on where one looks from; taken as reversing. */
    BEVEL(true),
    CROWN(true),
    /** A toothed belt or a chain: both turn the same way. */
    BELT(false);

    private final boolean reverses;

    MeshKind(boolean reverses) {
        this.reverses = reverses;
    }

    public boolean reverses() {
        return reverses;
    }

    /** True where teeth press on teeth, so that a pair of wheels has a tooth frequency and can be badly meshed. */
    public boolean toothOnTooth() {
        return this != BELT;
    }

    /** True of gears whose axes are parallel, so that counts and module make the centre distance. */
    public boolean parallel() {
        return this == EXTERNAL || this == INTERNAL;
    }

    public boolean crossed() {
        return this == WORM || this == BEVEL || this == CROWN;
    }

    @Override
    public String toString() {
        return Wire.word(this);
    }
}
