package app.gewerk.core.teardown;

import app.gewerk.core.words.Refused;

/**
 * A part that came off.
 *
 * @param side left, right, top …; empty when it matters not
 * @param wayRound how it sat: {@code hollow side to the balls}
 * @param marks on it or made on it: {@code red dot}
 * @param cell of the tray; empty for one too large for it
 */
public record PartOff(String name, String side, String wayRound, String marks, String cell) {
    /** @throws Refused if it has no name */
    public PartOff {
        if (name.isBlank()) {
            throw new Refused("ledger.whichPart");
        }
        cell = Cell.tidy(cell);
    }

    public String words() {
        return name
                + (side.isEmpty() ? "" : ", " + side)
                + (wayRound.isEmpty() ? "" : " (" + wayRound + ")")
                + (marks.isEmpty() ? "" : ", mark " + marks);
    }
}
