package app.gewerk.server.reading;

import app.gewerk.core.Wire;
import app.gewerk.core.reading.Instrument;
import app.gewerk.core.reading.LengthEntry;
import app.gewerk.core.reading.Measured;
import app.gewerk.core.reading.Reading;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * One reading as it is entered: either as typed ({@code "12,48 12.50"}, {@code "0.491in"}) or as numbers in a unit.
 *
 * @param unit of {@code values}: mm (left out) or in
 * @param overTeeth for a span
 * @param mateToothCount for a centre distance
 */
public record ReadingEntry(
        What what,
        @Nullable Integer overTeeth,
        @Nullable Double pinDiameterMm,
        @Nullable Integer mateToothCount,
        @Nullable Instrument instrument,
        @Nullable List<Double> values,
        @Nullable String typed,
        @Nullable String unit) {

    /** What can be read of a gear. */
    public enum What {
        TIP_DIAMETER,
        ROOT_DIAMETER,
        SPAN,
        OVER_PINS,
        CENTRE_DISTANCE;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    static ReadingEntry of(Reading reading) {
        Measured what = reading.what();
        return new ReadingEntry(
                kind(what),
                what instanceof Measured.SpanOver span ? span.teeth() : null,
                what instanceof Measured.OverPins pins ? pins.pinDiameterMm() : null,
                what instanceof Measured.CentreDistance centre ? centre.mateToothCount() : null,
                reading.instrument(),
                reading.valuesMm(),
                null,
                null);
    }

    static What kind(Measured what) {
        return switch (what) {
            case Measured.TipDiameter tip -> What.TIP_DIAMETER;
            case Measured.RootDiameter root -> What.ROOT_DIAMETER;
            case Measured.SpanOver span -> What.SPAN;
            case Measured.OverPins pins -> What.OVER_PINS;
            case Measured.CentreDistance centre -> What.CENTRE_DISTANCE;
        };
    }

    /** @throws IllegalArgumentException in words when it cannot be used */
    public Reading reading() {
        return new Reading(measured(), valuesMm(), instrument == null ? Instrument.CALIPER : instrument);
    }

    private Measured measured() {
        return switch (what) {
            case TIP_DIAMETER -> new Measured.TipDiameter();
            case ROOT_DIAMETER -> new Measured.RootDiameter();
            case SPAN -> new Measured.SpanOver(given(overTeeth, "Say over how many teeth the span goes (overTeeth)"));
            case OVER_PINS -> new Measured.OverPins(given(pinDiameterMm, "Say how thick the pins are (pinDiameterMm)"));
            case CENTRE_DISTANCE ->
                new Measured.CentreDistance(
                        given(mateToothCount, "Count the teeth of the gear on the other shaft (mateToothCount)"));
        };
    }

    private List<Double> valuesMm() {
        if (typed != null && values != null) {
            throw new IllegalArgumentException("Give a reading either as typed or as values, not both");
        }
        if (typed != null) {
            return LengthEntry.parse(typed).valuesMm();
        }
        if (values == null || values.isEmpty()) {
            throw new IllegalArgumentException("A reading needs at least one value");
        }
        double scale = switch (unit == null ? "mm" : unit) {
            case "mm" -> 1;
            case "in" -> 25.4;
            default -> throw new IllegalArgumentException("The unit is mm or in; \"" + unit + "\" given");
        };
        return values.stream().map(v -> v * scale).toList();
    }

    private static <T> T given(@Nullable T value, String message) {
        if (value == null) {
            throw new IllegalArgumentException(message);
        }
        return value;
    }
}
