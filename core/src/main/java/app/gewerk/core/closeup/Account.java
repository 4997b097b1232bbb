package app.gewerk.core.closeup;

import app.gewerk.core.AtMost;
import java.util.List;
import java.util.Optional;

/**
 * What was said when a step went back.
 *
 * @param shorts things of which not all went in, each with why
 * @param seen numbers of things that were asked for and are in
 */
public record Account(
        @AtMost(100) List<Short> shorts, @AtMost(100) List<Integer> seen) {
    public static final Account ALL_IN = new Account(List.of(), List.of());

    public Account {
        shorts = List.copyOf(shorts);
        seen = List.copyOf(seen);
    }

    /** @param thing its number in the step, {@code put} how many went in, {@code why} not all of them */
    public record Short(int thing, int put, @AtMost(400) String why) {}

    Optional<Short> shortOf(int thing) {
        return shorts.stream().filter(s -> s.thing == thing).findFirst();
    }
}
