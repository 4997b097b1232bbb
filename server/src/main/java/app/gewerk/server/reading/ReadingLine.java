package app.gewerk.server.reading;

import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.reading.Instrument;
import app.gewerk.core.reading.ReadingKind;
import app.gewerk.core.words.Say;
import java.time.OffsetDateTime;
import java.util.Optional;

/**
 * A saved reading.
 *
 * @param ofMate whether it was taken of the mate
 * @param leftOut whether somebody set it aside; it is kept
 */
public record ReadingLine(
        long id,
        ReadingKind what,
        Optional<Double> parameter,
        Instrument instrument,
        String typed,
        String unit,
        double zeroError,
        boolean ofMate,
        boolean leftOut,
        long readById,
        String readBy,
        OffsetDateTime readAt) {

    /** "span over 4", "the mate: over the tips". */
    public Say words() {
        return Identified.said(entry().reading(CylindricalGear.FEWEST_TEETH).what(), ofMate);
    }

    ReadingEntry entry() {
        return new ReadingEntry(what, parameter.orElse(null), instrument, null, typed, unit, zeroError);
    }
}
