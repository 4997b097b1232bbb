package app.gewerk.core.job;

import app.gewerk.core.Wire;
import app.gewerk.core.words.Say;

/** The ways to put a gear right, and where the job goes once one is decided on. */
public enum Way {
    GLUE(Place.ON_THE_BENCH),
    FRESH_TEETH(Place.ON_THE_BENCH),
    DONOR(Place.ON_THE_BENCH),
    BUY(Place.WAITING_FOR_GEAR),
    ORIGINAL(Place.WAITING_FOR_GEAR),
    SUBSTITUTE(Place.WAITING_FOR_GEAR),
    PRINT(Place.WAITING_FOR_GEAR),
    CAST(Place.WAITING_FOR_GEAR),
    METAL(Place.WAITING_FOR_GEAR),
    ASSEMBLY(Place.WAITING_FOR_GEAR),
    ASK_OWNER(Place.WAITING_FOR_ANSWER),
    DECLINE(Place.WAITING_FOR_ANSWER);

    private final Place leadsTo;

    Way(Place leadsTo) {
        this.leadsTo = leadsTo;
    }

    public Say words() {
        return Say.of(this);
    }

    public Place leadsTo() {
        return leadsTo;
    }

    /** True when a seller's gear can be ordered for it. */
    public boolean fromSeller() {
        return this == BUY || this == METAL;
    }

    /** True when a gear came in that is what the readings made it: whether it runs shows whether they were right. */
    public boolean triesTheReading() {
        return this == BUY || this == METAL || this == PRINT;
    }

    /** True when the gear is made here, with dust, fumes and resin. */
    public boolean makes() {
        return this == PRINT || this == CAST;
    }

    @Override
    public String toString() {
        return Wire.word(this);
    }
}
