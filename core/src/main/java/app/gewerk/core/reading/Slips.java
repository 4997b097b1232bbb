package app.gewerk.core.reading;

import app.gewerk.core.gear.CaliperTips;
import app.gewerk.core.gear.CylindricalGear;
import java.util.Locale;

/** What may have gone wrong with a reading that contradicts the rest. */
final class Slips {
    private Slips() {}

    static String likely(Reading reading, Fit fit, boolean ofMate) {
        double read = reading.mean();
        double expected = fit.expected(reading.what(), ofMate);
        double room = 4 * Math.max(0.02, reading.uncertainty());
        if (reading.what().unit() == Measured.Unit.DEG) {
            return Math.abs(90 - read - expected) < 3
                    ? "this looks like the angle to the other side: take it against the axis"
                    : "take the angle again, from a longer print";
        }
        if (Math.abs(read * 25.4 - expected) < 25.4 * room) {
            return "this looks like inches: type " + shown(read) + "in";
        }
        if (Math.abs(read / 25.4 - expected) < room) {
            return "this looks like millimetres typed as inches";
        }
        if (Math.abs(read * 2 - expected) < 2 * room) {
            return "this looks like a radius: type the whole diameter";
        }
        if (reading.what() instanceof Measured.SpanOver span) {
            for (int other : new int[] {span.teeth() - 1, span.teeth() + 1}) {
                if (other >= 1
                        && other <= fit.toothCount()
                        && Math.abs(read - fit.expected(new Measured.SpanOver(other), ofMate)) < room) {
                    return "this is what a span over " + other + " would show: count the teeth between the jaws again";
                }
            }
        }
        if (reading.what() instanceof Measured.TipDiameter && !ofMate && fit.part() instanceof CylindricalGear gear) {
            return ofTips(read, expected, room, gear);
        }
        return String.format(
                Locale.ROOT,
                "it is %.2f mm %s what the others say: read it again",
                Math.abs(read - expected),
                read > expected ? "above" : "below");
    }

    private static String ofTips(double read, double expected, double room, CylindricalGear gear) {
        boolean odd = gear.toothCount() % 2 == 1 && !gear.internal();
        double stable = CaliperTips.stableReadingMm(gear);
        if (odd && gear.tipDiameterMm() - stable > 0.06) {
            if (Math.abs(read - expected - (gear.tipDiameterMm() - stable)) < 0.03) {
                return "this is the tip diameter itself: with an odd count type what the caliper shows, without correcting it";
            }
            double corner = CaliperTips.largestReadingMm(gear) - stable;
            if (Math.abs(read - expected - corner) < 0.03) {
                return "the jaws stood corner to corner: with an odd count let one jaw sit on two tips";
            }
        }
        double perTooth = gear.transverseModule();
        if (Math.abs(Math.abs(read - expected) - perTooth) < room + 0.02 * perTooth) {
            return "this is what " + (gear.toothCount() + (read > expected ? 1 : -1))
                    + " teeth would show: count the teeth again";
        }
        if (gear.internal() ? read < expected : read > expected) {
            return "a burr between jaw and tip: wipe, turn the gear and read again";
        }
        return "worn or shaved tips: tick worn, or read again elsewhere";
    }

    private static String shown(double value) {
        return String.format(Locale.ROOT, "%.3f", value);
    }
}
