package app.gewerk.core.reading;

import app.gewerk.core.Wire;

/** What a reading was taken with, and how far one such reading may be off (standard uncertainty, mm, from memory). */
public enum Instrument {
    CALIPER(0.02),
    MICROMETER(0.005),
    STEEL_RULE(0.25);

    private final double standardUncertaintyMm;

    Instrument(double standardUncertaintyMm) {
        this.standardUncertaintyMm = standardUncertaintyMm;
    }

    public double standardUncertaintyMm() {
        return standardUncertaintyMm;
    }

    @Override
    public String toString() {
        return Wire.word(this);
    }
}
