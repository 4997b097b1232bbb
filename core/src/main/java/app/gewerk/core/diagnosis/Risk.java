package app.gewerk.core.diagnosis;

import app.gewerk.core.Wire;

/** What a check itself may do to the one who makes it, or to the machine. */
public enum Risk {
    MAINS,
    MOVING,
    /** An aged part may give way. */
    BREAKS;

    @Override
    public String toString() {
        return Wire.word(this);
    }
}
