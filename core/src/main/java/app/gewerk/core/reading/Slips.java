package app.gewerk.core.reading;

import app.gewerk.core.gear.CaliperTips;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.words.Say;

/** What may have gone wrong with a reading that contradicts the rest. */
final class Slips {
    /** What a burr or a strand of plastic adds to the tips at most, in mm and in modules (from memory). */
    private static final double HIGHEST_BURR_MM = 0.2;

    private static final double HIGHEST_BURR = 0.2;

    private Slips() {}

    static Say likely(Reading reading, Fit fit, boolean ofMate) {
        double read = reading.mean();
        double expected = fit.expected(reading.what(), ofMate);
        double room = 4 * Math.max(0.02, reading.uncertainty());
        if (reading.what().unit() == Measured.Unit.DEG) {
            return Math.abs(90 - read - expected) < 3 ? Say.of("slip.otherSide") : Say.of("slip.angleAgain");
        }
        if (Math.abs(read * 25.4 - expected) < 25.4 * room) {
            return Say.of("slip.inches", "read", read);
        }
        if (Math.abs(read / 25.4 - expected) < room) {
            return Say.of("slip.millimetres");
        }
        if (Math.abs(read * 2 - expected) < 2 * room) {
            return Say.of("slip.radius");
        }
        if (reading.what() instanceof Measured.SpanOver span) {
            for (int other : new int[] {span.teeth() - 1, span.teeth() + 1}) {
                if (other >= 1
                        && fit.forecast(new Measured.SpanOver(other), ofMate)
                                .filter(f -> Math.abs(read - f.mean()) < room)
                                .isPresent()) {
                    return Say.of("slip.otherSpan", "teeth", other);
                }
            }
        }
        if (reading.what() instanceof Measured.TipDiameter && !ofMate && fit.part() instanceof CylindricalGear gear) {
            return ofTips(read, expected, room, gear);
        }
        return Say.of(read > expected ? "slip.above" : "slip.below", "by", Math.abs(read - expected));
    }

    private static Say ofTips(double read, double expected, double room, CylindricalGear gear) {
        boolean odd = gear.toothCount() % 2 == 1 && !gear.internal() && gear.helixAngleDeg() == 0;
        double stable = CaliperTips.stableReadingMm(gear);
        if (odd && gear.tipDiameterMm() - stable > 0.06) {
            if (Math.abs(read - expected - (gear.tipDiameterMm() - stable)) < 0.03) {
                return Say.of("slip.tipItself");
            }
            double corner = CaliperTips.largestReadingMm(gear) - stable;
            if (Math.abs(read - expected - corner) < 0.03) {
                return Say.of("slip.corners");
            }
        }
        double perTooth = gear.transverseModule();
        if (Math.abs(Math.abs(read - expected) - perTooth) < room + 0.02 * perTooth) {
            return Say.of("slip.otherCount", "teeth", gear.toothCount() + (read > expected ? 1 : -1));
        }
        if (gear.internal() ? read < expected : read > expected) {
            boolean burr = Math.abs(read - expected) < HIGHEST_BURR_MM + HIGHEST_BURR * gear.normalModule();
            return burr ? Say.of("slip.burr") : Say.of("slip.above", "by", Math.abs(read - expected));
        }
        boolean worn = Math.abs(read - expected) < 2 * gear.rack().addendumCoefficient() * gear.normalModule();
        return worn ? Say.of("slip.worn") : Say.of("slip.below", "by", Math.abs(read - expected));
    }
}
