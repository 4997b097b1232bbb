package app.gewerk.core.reading;

import app.gewerk.core.Wire;

/** What a reading was taken with, and how far one such reading may be off (standard uncertainty, from memory). */
public enum Instrument {
    CALIPER(0.02, 1.5),
    MICROMETER(0.005, 1.5),
    STEEL_RULE(0.25, 2.5),
    PROTRACTOR(0.25, 1),
    /** Remembered, or written on a scrap of paper by somebody. */
    FROM_MEMORY(0.5, 5);

    private final double lengthMm;
    private final double angleDeg;

    Instrument(double lengthMm, double angleDeg) {
        this.lengthMm = lengthMm;
        this.angleDeg = angleDeg;
    }

    /** In mm for lengths, in degrees for angles (as taken from a rubbing or laid against the part). */
    public double standardUncertainty(Measured.Unit unit) {
        return unit == Measured.Unit.DEG ? angleDeg : lengthMm;
    }

    @Override
    public String toString() {
        return Wire.word(this);
    }
}
