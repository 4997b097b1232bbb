package app.gewerk.core.job;

import app.gewerk.core.Wire;
import app.gewerk.core.words.Refused;

/** Where a job's tray stands in the rack. */
public enum Place {
    ON_THE_BENCH("on the bench"),
    WAITING_FOR_GEAR("waiting for a gear"),
    WAITING_FOR_ANSWER("waiting for an answer"),
    TO_PROVE("to prove"),
    READY_TO_GO("ready to go"),
    PUT_AWAY("put away");

    private final String words;

    Place(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }

    /** A tray in the rack keeps its number; one put away gives it back. */
    public boolean holdsTray() {
        return this != PUT_AWAY;
    }

    /**
     * Refuses a move that skips what a machine must not skip: nothing goes to the owner unproved.
     *
     * @throws Refused saying which move comes first
     */
    public void requireMoveTo(Place next) {
        if (next == this) {
            throw new Refused("place.already", "place", words);
        }
        if (next == READY_TO_GO && this != TO_PROVE && this != PUT_AWAY) {
            throw new Refused("place.proveFirst", "to", READY_TO_GO.words, "from", TO_PROVE.words);
        }
    }

    @Override
    public String toString() {
        return Wire.word(this);
    }
}
