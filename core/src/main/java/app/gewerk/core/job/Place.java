package app.gewerk.core.job;

import app.gewerk.core.Wire;
import app.gewerk.core.words.Refused;
import java.util.EnumSet;
import java.util.Set;

/** Where a job's tray stands in the rack. */
public enum Place {
    ON_THE_BENCH,
    WAITING_FOR_GEAR,
    WAITING_FOR_ANSWER,
    TO_PROVE,
    READY_TO_GO,
    PUT_AWAY;

    /** A tray in the rack keeps its number; one put away gives it back. */
    public boolean holdsTray() {
        return this != PUT_AWAY;
    }

    /** Where a tray may go from here: nothing goes to the owner unproved, and what was put away may come back. */
    public Set<Place> mayMoveTo() {
        Set<Place> next = EnumSet.allOf(Place.class);
        next.remove(this);
        if (this != TO_PROVE && this != PUT_AWAY) {
            next.remove(READY_TO_GO);
        }
        return next;
    }

    /**
     * Refuses a move that skips what a machine must not skip.
     *
     * @throws Refused saying which move comes first
     */
    public void requireMoveTo(Place next) {
        if (next == this) {
            throw new Refused("place.already", "place", this);
        }
        if (!mayMoveTo().contains(next)) {
            throw new Refused("place.proveFirst", "to", next, "from", TO_PROVE);
        }
    }

    @Override
    public String toString() {
        return Wire.word(this);
    }
}
