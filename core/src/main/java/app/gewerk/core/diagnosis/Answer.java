package app.gewerk.core.diagnosis;

import app.gewerk.core.Wire;

/** What the technician says of one observation. */
public enum Answer {
    SEEN,
    NOT_SEEN,
    NOT_TRIED;

    @Override
    public String toString() {
        return Wire.word(this);
    }
}
