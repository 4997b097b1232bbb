package app.gewerk.core.stores;

import app.gewerk.core.words.Outcome;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/** What a part number became over the years. */
public final class Supersession {
    /** A part that was renumbered more often than this is a slip. */
    private static final int LONGEST = 50;

    private Supersession() {}

    /**
     * The number asked for, what it was superseded by, and so on to the one that is sold today.
     *
     * @param newer of a number, the one that came in its place
     * @return the numbers in their order; refused when they lead in a ring
     */
    public static Outcome<List<PartKey>> chain(PartKey from, Function<PartKey, Optional<PartKey>> newer) {
        List<PartKey> chain = new ArrayList<>(List.of(from));
        for (Optional<PartKey> next = newer.apply(from); next.isPresent(); next = newer.apply(next.get())) {
            if (chain.contains(next.get()) || chain.size() > LONGEST) {
                return Outcome.cannot(
                        "part.ring", "number", from.text(), "again", next.get().text());
            }
            chain.add(next.get());
        }
        return new Outcome.Made<>(List.copyOf(chain));
    }
}
