package app.gewerk.core.job;

import app.gewerk.core.Wire;

/** The ways to put a gear right, and where the job goes once one is decided on. */
public enum Way {
    GLUE("glue the split", Place.ON_THE_BENCH),
    FRESH_TEETH("move to fresh teeth", Place.ON_THE_BENCH),
    DONOR("part from a scrapped machine", Place.ON_THE_BENCH),
    BUY("buy a matching gear", Place.WAITING_FOR_GEAR),
    ORIGINAL("order the original spare", Place.WAITING_FOR_GEAR),
    PRINT("print it", Place.WAITING_FOR_GEAR),
    CAST("cast it", Place.WAITING_FOR_GEAR),
    ASK_OWNER("ask the owner first", Place.WAITING_FOR_ANSWER),
    DECLINE("decline the repair", Place.WAITING_FOR_ANSWER);

    private final String words;
    private final Place leadsTo;

    Way(String words, Place leadsTo) {
        this.words = words;
        this.leadsTo = leadsTo;
    }

    public String words() {
        return words;
    }

    public Place leadsTo() {
        return leadsTo;
    }

    @Override
    public String toString() {
        return Wire.word(this);
    }
}
