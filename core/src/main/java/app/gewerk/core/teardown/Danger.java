package app.gewerk.core.teardown;

import app.gewerk.core.Wire;
import app.gewerk.core.words.Say;

/** What a step of taking apart can hurt, or be hurt by. */
public enum Danger {
    SPRING,
    BRITTLE,
    CABLE,
    LIQUID;

    public Say words() {
        return Say.of(this);
    }

    @Override
    public String toString() {
        return Wire.word(this);
    }
}
