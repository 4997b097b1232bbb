package app.gewerk.core.diagnosis;

import app.gewerk.core.Wire;

/** What the technician says of one sign. The last two say nothing either way; what cannot be found out is not asked again. */
public enum Answer {
    SEEN,
    NOT_SEEN,
    CANNOT,
    NOT_TRIED;

    /** True when it was looked for and settled. */
    boolean tells() {
        return this == SEEN || this == NOT_SEEN;
    }

    @Override
    public String toString() {
        return Wire.word(this);
    }
}
