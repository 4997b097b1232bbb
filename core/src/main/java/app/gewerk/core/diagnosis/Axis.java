package app.gewerk.core.diagnosis;

import java.util.Arrays;
import java.util.List;

/**
 * Signs of which some exclude others: the motor is silent, or hums, or runs and the output stands still. The machine is
 * in one of several states, in each of which one of the heads is there, or in none of them.
 *
 * <p>P(state i | S) = p(head i | S) ∏ (1 − p(head j | S)) over the heads j before i; given the state, the signs that it
 * leaves open are there as they would be alone. A sign that excludes nothing is an axis of its own with one state.
 */
final class Axis {
    /** @param excludes signs that cannot be there while this one is */
    record Head(int sign, List<Integer> excludes) {}

    /** What a state says of a sign. */
    enum Said {
        THERE,
        NOT_THERE,
        OPEN
    }

    private final List<Integer> signs;
    private final List<Head> heads;
    /** By the place of the sign, and by state. */
    private final Said[][] said;
    /** What every state says of a sign of another axis. */
    private final Said[] nothing;

    /**
     * @param signs all of the axis
     * @param heads those that exclude others, in the order in which they go before each other
     */
    Axis(List<Integer> signs, List<Head> heads) {
        this.signs = signs;
        this.heads = heads;
        nothing = new Said[heads.size() + 1];
        Arrays.fill(nothing, Said.OPEN);
        said = new Said[signs.size()][nothing.length];
        for (int i = 0; i < said.length; i++) {
            int sign = signs.get(i);
            boolean isHead = heads.stream().anyMatch(h -> h.sign == sign);
            said[i][0] = isHead ? Said.NOT_THERE : Said.OPEN;
            for (int state = 1; state < said[i].length; state++) {
                Head here = heads.get(state - 1);
                said[i][state] = here.sign == sign
                        ? Said.THERE
                        : isHead || here.excludes.contains(sign) ? Said.NOT_THERE : Said.OPEN;
            }
        }
    }

    List<Integer> signs() {
        return signs;
    }

    List<Head> heads() {
        return heads;
    }

    /** One for each head, and the first for none of them. */
    int states() {
        return heads.size() + 1;
    }

    /** By state. */
    Said[] said(int sign) {
        int at = signs.indexOf(sign);
        return at < 0 ? nothing : said[at];
    }
}
