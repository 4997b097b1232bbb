package app.gewerk.core.reading;

import java.util.Locale;

/** What may have gone wrong with a reading that contradicts the rest. */
final class Slips {
    private Slips() {}

    static String likely(Reading reading, Fit fit) {
        double read = reading.meanMm();
        double expected = fit.expectedMm(reading.what());
        double room = 4 * Math.max(0.02, reading.uncertaintyMm());
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
                        && Math.abs(read - fit.expectedMm(new Measured.SpanOver(other))) < room) {
                    return "this is what a span over " + other + " would show: count the teeth between the jaws again";
                }
            }
        }
        if (reading.what() instanceof Measured.TipDiameter) {
            double perTooth = fit.gear().transverseModule();
            if (Math.abs(Math.abs(read - expected) - perTooth) < room + 0.02 * perTooth) {
                return "this is what " + (fit.toothCount() + (read > expected ? 1 : -1))
                        + " teeth would show: count the teeth again";
            }
            if (read > expected) {
                return "a burr between jaw and tip reads too much: wipe, turn the gear and read again";
            }
            return "worn or shaved tips read too little: tick worn, or read again elsewhere";
        }
        return String.format(
                Locale.ROOT,
                "it is %.2f mm %s what the others say: read it again",
                Math.abs(read - expected),
                read > expected ? "above" : "below");
    }

    private static String shown(double value) {
        return String.format(Locale.ROOT, "%.3f", value);
    }
}
