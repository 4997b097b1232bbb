package app.gewerk.core.proving;

import app.gewerk.core.Wire;
import app.gewerk.core.gear.Limits;
import app.gewerk.core.words.Say;

/** What is measured of a machine before and after. */
public enum Measure {
    CURRENT("A", 0.02, 0, 100),
    SPEED("1/min", 5, 0, 200_000),
    NOISE("dB", 1, 0, 150),
    PLAY("mm", 0.05, 0, 100),
    END_FLOAT("mm", 0.05, 0, 100),
    TEMPERATURE("°C", 1, -50, 400),
    STROKE_TIME("s", 0.2, 0, 100_000);

    private final String unit;
    private final double sigma;
    private final double least;
    private final double most;

    Measure(String unit, double sigma, double least, double most) {
        this.unit = unit;
        this.sigma = sigma;
        this.least = least;
        this.most = most;
    }

    public Say words() {
        return Say.of(this);
    }

    public String unit() {
        return unit;
    }

    /** How far a single reading is off, as a standard deviation, with what a bench has (from memory). */
    public double sigma() {
        return sigma;
    }

    /** @throws app.gewerk.core.words.Refused if no machine reads so */
    public void require(double value) {
        Limits.requireBetween("measure." + this, value, least, most);
    }

    @Override
    public String toString() {
        return Wire.word(this);
    }
}
