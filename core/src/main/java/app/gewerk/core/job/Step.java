package app.gewerk.core.job;

import app.gewerk.core.Wire;

/** The order of work at the bench. Steps can be left and returned to in any order. */
public enum Step {
    TAKE_IN,
    LISTEN,
    OPEN,
    LOOK,
    READ,
    CHOOSE,
    GET,
    CLOSE_UP,
    PROVE,
    HAND_BACK;

    /** Where parts are handled, so that what is about to be done there has to be said. */
    public boolean handsOn() {
        return this == OPEN || this == LOOK || this == CLOSE_UP;
    }

    @Override
    public String toString() {
        return Wire.word(this);
    }
}
