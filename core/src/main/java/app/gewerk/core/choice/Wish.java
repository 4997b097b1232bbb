package app.gewerk.core.choice;

import app.gewerk.core.Wire;
import app.gewerk.core.words.Say;
import java.util.Comparator;

/** What the owner cares about most; of two ways that are alike in it the better in all else goes first. */
public enum Wish {
    CHEAP(Comparator.comparing(Option::expectedCost)),
    QUICK(Comparator.comparingDouble((Option o) -> o.days() + o.minutes() / 480)),
    LASTING(Comparator.comparingDouble((Option o) -> -o.chance().likely())),
    QUIET(Comparator.comparingDouble((Option o) -> Math.rint(o.noiseDb()))),
    AS_IT_WAS(Comparator.comparingDouble((Option o) -> -o.likeness()));

    /** A way that more likely fails than not comes after those that do not, whatever is wished. */
    private static final double LIKELIER_NOT = 0.5;

    private final Comparator<Option> first;

    Wish(Comparator<Option> first) {
        this.first = first;
    }

    Comparator<Option> order() {
        return Comparator.comparing((Option o) -> o.chance().likely() < LIKELIER_NOT)
                .thenComparing(first)
                .thenComparingDouble(o -> o.expectedCost().doubleValue()
                        / Math.max(0.05, o.chance().likely()))
                .thenComparing(Option::way);
    }

    public Say words() {
        return Say.of(this);
    }

    @Override
    public String toString() {
        return Wire.word(this);
    }
}
