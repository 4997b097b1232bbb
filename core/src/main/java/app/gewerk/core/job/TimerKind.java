package app.gewerk.core.job;

import app.gewerk.core.Wire;
import app.gewerk.core.words.Say;

/** What a time that runs for a tray is waited for. */
public enum TimerKind {
    MOULD_FIRM,
    CAST_FIRM,
    CAST_STRONG,
    GLUE_GRIPS,
    GLUE_BEARS,
    RUN_IN;

    /** True while nothing may be tried under power. */
    public boolean stopsProving() {
        return this != RUN_IN;
    }

    /** The step it belongs to. */
    public Step step() {
        return switch (this) {
            case MOULD_FIRM, CAST_FIRM, CAST_STRONG -> Step.GET;
            case GLUE_GRIPS, GLUE_BEARS -> Step.CLOSE_UP;
            case RUN_IN -> Step.PROVE;
        };
    }

    /** "until the mould is firm". */
    public Say words() {
        return Say.of("timer." + this);
    }

    /** What may be done when it is over. */
    public Say then() {
        return Say.of("timerThen." + this);
    }

    @Override
    public String toString() {
        return Wire.word(this);
    }
}
