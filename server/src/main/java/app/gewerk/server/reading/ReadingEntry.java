package app.gewerk.server.reading;

import app.gewerk.core.Wire;
import app.gewerk.core.gear.Pitch;
import app.gewerk.core.reading.AngleEntry;
import app.gewerk.core.reading.Instrument;
import app.gewerk.core.reading.LengthEntry;
import app.gewerk.core.reading.Measured;
import app.gewerk.core.reading.Reading;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * One reading as it is entered: either as typed ({@code "12,48 12.50"}, {@code "0.491in"}) or as numbers in a unit.
 *
 * @param unit of {@code values}, and of numbers typed without one: mm (left out) or in; angles are in degrees always
 * @param overTeeth for a span
 * @param pitches for a chord over tips, and for a length along a rack or worm
 * @param mateToothCount for a centre distance; when left out, that of the mate given
 */
public record ReadingEntry(
        What what,
        @Nullable Integer overTeeth,
        @Nullable Integer pitches,
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
        CENTRE_DISTANCE,
        CHORD_OVER_TIPS,
        PITCHES_ALONG,
        TOOTH_HEIGHT,
        HELIX_ANGLE,
        LEAD_ANGLE,
        CONE_ANGLE;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    static What kind(Measured what) {
        return switch (what) {
            case Measured.TipDiameter tip -> What.TIP_DIAMETER;
            case Measured.RootDiameter root -> What.ROOT_DIAMETER;
            case Measured.SpanOver span -> What.SPAN;
            case Measured.OverPins pins -> What.OVER_PINS;
            case Measured.CentreDistance centre -> What.CENTRE_DISTANCE;
            case Measured.ChordOverTips chord -> What.CHORD_OVER_TIPS;
            case Measured.PitchesAlong along -> What.PITCHES_ALONG;
            case Measured.ToothHeight height -> What.TOOTH_HEIGHT;
            case Measured.HelixAngle helix -> What.HELIX_ANGLE;
            case Measured.LeadAngle lead -> What.LEAD_ANGLE;
            case Measured.ConeAngle cone -> What.CONE_ANGLE;
        };
    }

    /** @throws IllegalArgumentException in words when it cannot be used */
    public Reading reading() {
        return reading(null);
    }

    /** @param mateTeeth the mate's tooth count, when it is known from elsewhere */
    Reading reading(@Nullable Integer mateTeeth) {
        Measured measured = measured(mateTeeth);
        boolean angle = measured.unit() == Measured.Unit.DEG;
        Instrument with = instrument != null ? instrument : angle ? Instrument.PROTRACTOR : Instrument.CALIPER;
        return new Reading(measured, angle ? degrees() : millimetres(), with);
    }

    private Measured measured(@Nullable Integer mateTeeth) {
        return switch (what) {
            case TIP_DIAMETER -> new Measured.TipDiameter();
            case ROOT_DIAMETER -> new Measured.RootDiameter();
            case SPAN -> new Measured.SpanOver(given(overTeeth, "Say over how many teeth the span goes (overTeeth)"));
            case OVER_PINS -> new Measured.OverPins(given(pinDiameterMm, "Say how thick the pins are (pinDiameterMm)"));
            case CENTRE_DISTANCE ->
                new Measured.CentreDistance(given(
                        mateToothCount == null ? mateTeeth : mateToothCount,
                        "Count the teeth of the gear on the other shaft (mateToothCount)"));
            case CHORD_OVER_TIPS ->
                new Measured.ChordOverTips(given(pitches, "Say over how many pitches the chord goes (pitches)"));
            case PITCHES_ALONG ->
                new Measured.PitchesAlong(given(pitches, "Say over how many pitches it was measured (pitches)"));
            case TOOTH_HEIGHT -> new Measured.ToothHeight();
            case HELIX_ANGLE -> new Measured.HelixAngle();
            case LEAD_ANGLE -> new Measured.LeadAngle();
            case CONE_ANGLE -> new Measured.ConeAngle();
        };
    }

    private List<Double> millimetres() {
        LengthEntry.BareUnit bare = switch (unit == null ? "mm" : unit) {
            case "mm" -> LengthEntry.BareUnit.MM;
            case "in" -> LengthEntry.BareUnit.IN;
            default -> throw new IllegalArgumentException("The unit is mm or in; \"" + unit + "\" given");
        };
        if (typed != null) {
            requireNoValues();
            return LengthEntry.parse(typed, bare).valuesMm();
        }
        double scale = bare == LengthEntry.BareUnit.IN ? Pitch.MM_PER_INCH : 1;
        return givenValues().stream().map(v -> v * scale).toList();
    }

    private List<Double> degrees() {
        if (unit != null && !unit.equals("deg") && typed == null) {
            throw new IllegalArgumentException("An angle is in degrees (deg); \"" + unit + "\" given");
        }
        if (typed != null) {
            requireNoValues();
            return AngleEntry.parse(typed);
        }
        return givenValues();
    }

    private void requireNoValues() {
        if (values != null) {
            throw new IllegalArgumentException("Give a reading either as typed or as values, not both");
        }
    }

    private List<Double> givenValues() {
        if (values == null || values.isEmpty()) {
            throw new IllegalArgumentException("A reading needs at least one value");
        }
        return values;
    }

    private static <T> T given(@Nullable T value, String message) {
        if (value == null) {
            throw new IllegalArgumentException(message);
        }
        return value;
    }
}
