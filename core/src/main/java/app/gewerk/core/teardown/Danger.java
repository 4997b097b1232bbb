package app.gewerk.core.teardown;

import app.gewerk.core.Wire;

/** What a step of taking apart can hurt, or be hurt by. */
public enum Danger {
    SPRING("under spring load: cover it, eyes"),
    BRITTLE("brittle: breaks easily"),
    CABLE("a cable is still fixed to it"),
    LIQUID("liquid or grease runs out");

    private final String words;

    Danger(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }

    @Override
    public String toString() {
        return Wire.word(this);
    }
}
