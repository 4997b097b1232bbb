package app.gewerk.server.reading;

import app.gewerk.core.gear.Pitch;
import app.gewerk.core.reading.AngleEntry;
import app.gewerk.core.reading.Instrument;
import app.gewerk.core.reading.LengthEntry;
import app.gewerk.core.reading.Measured;
import app.gewerk.core.reading.Reading;
import app.gewerk.core.reading.ReadingKind;
import app.gewerk.core.words.Refused;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * One reading as it is entered: either as typed ({@code "12,48 12.50"}, {@code "0.491in"}) or as numbers in a unit.
 *
 * @param unit of {@code values}, and of numbers typed without one: mm (left out) or in; angles are in degrees always
 * @param parameter the number that belongs to it: teeth of a span, pitches of a chord or a length, thickness of pins in mm,
 *     teeth of the mate for a centre distance (when left out, those of the mate given)
 * @param zeroError what the instrument shows where it should show nothing, in mm or degrees; it is taken off
 */
public record ReadingEntry(
        ReadingKind what,
        @Nullable Double parameter,
        @Nullable Instrument instrument,
        @Nullable List<Double> values,
        @Nullable String typed,
        @Nullable String unit,
        @Nullable Double zeroError) {
    /** More than this and the instrument is to be set right. */
    private static final double MOST_ZERO_ERROR = 5;

    /** @throws Refused in words when it cannot be used */
    public Reading reading() {
        return reading(null);
    }

    /** @param mateTeeth the mate's tooth count, when it is known from elsewhere */
    Reading reading(@Nullable Integer mateTeeth) {
        Measured measured = measured(mateTeeth);
        boolean angle = measured.unit() == Measured.Unit.DEG;
        Instrument with = instrument != null ? instrument : angle ? Instrument.PROTRACTOR : Instrument.CALIPER;
        List<Double> shown = angle ? degrees() : millimetres();
        return new Reading(measured, shown.stream().map(v -> v - off()).toList(), with);
    }

    private double off() {
        double off = zeroError == null ? 0 : zeroError;
        if (!(Math.abs(off) <= MOST_ZERO_ERROR)) {
            throw new Refused("reading.zeroError", "most", MOST_ZERO_ERROR);
        }
        return off;
    }

    private Measured measured(@Nullable Integer mateTeeth) {
        boolean known = what.parameter() == ReadingKind.Parameter.MATE_TEETH && parameter == null && mateTeeth != null;
        return what.of(known ? Double.valueOf(mateTeeth) : parameter);
    }

    /** The same with instrument and unit said, as they were meant when left out. */
    ReadingEntry meaning(Reading understood) {
        boolean angle = understood.what().unit() == Measured.Unit.DEG;
        String meant = angle ? "deg" : unit == null ? "mm" : unit;
        return new ReadingEntry(what, parameter, understood.instrument(), values, typed, meant, off());
    }

    private List<Double> millimetres() {
        LengthEntry.BareUnit bare = switch (unit == null ? "mm" : unit) {
            case "mm" -> LengthEntry.BareUnit.MM;
            case "in" -> LengthEntry.BareUnit.IN;
            default -> throw new Refused("reading.unit", "given", unit);
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
            throw new Refused("reading.angleUnit", "given", unit);
        }
        if (typed != null) {
            requireNoValues();
            return AngleEntry.parse(typed);
        }
        return givenValues();
    }

    private void requireNoValues() {
        if (values != null) {
            throw new Refused("reading.typedOrValues");
        }
    }

    private List<Double> givenValues() {
        if (values == null || values.isEmpty()) {
            throw new Refused("reading.noValue");
        }
        return values;
    }
}
