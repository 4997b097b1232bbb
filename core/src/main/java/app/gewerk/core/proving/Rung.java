package app.gewerk.core.proving;

import app.gewerk.core.Wire;
import app.gewerk.core.words.Say;

/** From the hand to the real load, in this order: what is found on a low rung costs least. */
public enum Rung {
    BY_HAND,
    LITTLE_POWER,
    FULL_POWER,
    EVERY_FUNCTION,
    REAL_LOAD,
    RUN_IN,
    LOOK_AGAIN;

    public Say words() {
        return Say.of(this);
    }

    @Override
    public String toString() {
        return Wire.word(this);
    }
}
