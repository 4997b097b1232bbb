package app.gewerk.core.job;

import app.gewerk.core.Wire;
import app.gewerk.core.words.Say;

/** What a time that runs for a tray is waited for. */
public enum TimerKind {
    MOULD_FIRM,
    CAST_FIRM,
    CAST_STRONG;

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
