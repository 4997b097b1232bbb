package app.gewerk.core.proving;

import app.gewerk.core.Wire;
import app.gewerk.core.gear.Limits;
import app.gewerk.core.words.Say;
import java.util.Map;
import java.util.Optional;

/** What is measured of a machine before and after. */
public enum Measure {
    CURRENT("A", 0.02, 0, 100, Map.of("mA", 0.001)),
    SPEED("1/min", 5, 0, 200_000, Map.of("rpm", 1.0)),
    NOISE("dB", 1, 0, 150, Map.of()),
    PLAY("mm", 0.05, 0, 100, Map.of()),
    END_FLOAT("mm", 0.05, 0, 100, Map.of()),
    TEMPERATURE("°C", 1, -50, 400, Map.of("C", 1.0)),
    STROKE_TIME("s", 0.2, 0, 100_000, Map.of("min", 60.0));

    private final String unit;
    private final double sigma;
    private final double least;
    private final double most;
    private final Map<String, Double> others;

    Measure(String unit, double sigma, double least, double most, Map<String, Double> others) {
        this.unit = unit;
        this.sigma = sigma;
        this.least = least;
        this.most = most;
        this.others = others;
    }

    public Say words() {
        return Say.of(this);
    }

    public String unit() {
        return unit;
    }

    /** How much of the unit one of this other is; nothing for a unit that it is not read in. */
    Optional<Double> of(String other) {
        return other.equals(unit) ? Optional.of(1.0) : Optional.ofNullable(others.get(other));
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
