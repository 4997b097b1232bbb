package app.gewerk.core.reading;

import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.GearKind;
import java.util.IdentityHashMap;
import java.util.Map;

/**
 * Whether any shift, wear and misreading worth considering could bring a gear near a reading. Only saves time.
 */
final class Reach {
    /** Below so many teeth pinions are shifted, so that rough sizes are further off. */
    private static final int SMALL = 16;

    private final LinearModel.Given given;
    private final boolean worn;
    /** How far the instrument may take each reading (mm). */
    private final double[] instrument;

    private final boolean[] span;
    /** By identity: a series has few racks and asks for each with thousands of pitches. */
    private final Map<BasicRack, Rough> rough = new IdentityHashMap<>();

    private final double[] least;
    private final double[] greatest;

    Reach(LinearModel.Given given, boolean worn) {
        this.given = given;
        this.worn = worn;
        int count = given.count();
        instrument = new double[count];
        span = new boolean[count];
        least = new double[count];
        greatest = new double[count];
        for (int i = 0; i < count; i++) {
            instrument[i] = 4 * Math.sqrt(given.variance(i));
            span[i] = given.what(i) instanceof Measured.SpanOver;
        }
    }

    /** Each reading's size over the module, about: so much, and so much more for each tooth; none (0) without more work. */
    private record Rough(double[] atNone, double[] perTooth) {
        Rough(int count) {
            this(new double[count], new double[count]);
        }

        void set(int i, double none, double tooth) {
            atNone[i] = none;
            perTooth[i] = tooth;
        }
    }

    private Rough rough(BasicRack rack) {
        double angle = rack.pressureAngleRad();
        Rough sizes = new Rough(given.count());
        for (int i = 0; i < given.count(); i++) {
            switch (given.what(i)) {
                case Measured.TipDiameter tip -> sizes.set(i, 2 * rack.addendumCoefficient(), 1);
                case Measured.RootDiameter root -> sizes.set(i, -2 * rack.dedendumCoefficient(), 1);
                case Measured.SpanOver over ->
                    sizes.set(
                            i,
                            Math.cos(angle) * Math.PI * (over.teeth() - 0.5),
                            Math.cos(angle) * (Math.tan(angle) - angle));
                case Measured.CentreDistance centre -> sizes.set(i, centre.mateToothCount() / 2.0, 0.5);
                default -> sizes.set(i, 0, 0);
            }
        }
        return sizes;
    }

    /**
     * A first look at an outside spur gear by rough sizes alone, wider than {@link #far}: of the tooth counts asked about
     * those with which not too many readings are out of reach.
     *
     * @param mostFar so many may be
     */
    int[] counts(Hypothesis hypothesis, int fewest, int most, int mostFar) {
        if (given.kind() != GearKind.EXTERNAL || given.formMatters() || given.mateWasRead()) {
            return numbers(fewest, most, 1, 0);
        }
        double spread = hypothesis.free() ? 0.13 : 0.03;
        Rough sizes = rough.computeIfAbsent(hypothesis.rack(), this::rough);
        double module = hypothesis.pitch().module();
        int beforeSmall = Math.min(most, SMALL - 1);
        int fromSmall = Math.max(fewest, SMALL);
        int from = fewest;
        int to = fewest - 1;
        if (fewest <= beforeSmall) {
            bounds(sizes, module, spread + 0.06);
            from = fewestIn(fewest, mostFar);
            to = mostIn(beforeSmall, mostFar);
        }
        if (fromSmall > most) {
            return numbers(from, to, 1, 0);
        }
        bounds(sizes, module, spread);
        return numbers(from, to, fewestIn(fromSmall, mostFar), mostIn(most, mostFar));
    }

    private static int[] numbers(int from, int to, int thenFrom, int thenTo) {
        int first = Math.max(0, to - from + 1);
        int[] numbers = new int[first + Math.max(0, thenTo - thenFrom + 1)];
        for (int i = 0; i < numbers.length; i++) {
            numbers[i] = i < first ? from + i : thenFrom + i - first;
        }
        return numbers;
    }

    /** Between which numbers of teeth each reading is within reach. */
    private void bounds(Rough sizes, double module, double spread) {
        for (int i = 0; i < least.length; i++) {
            boolean says = sizes.perTooth[i] > 0;
            double room = room(i, module);
            double low = (given.mean(i) - room) / (1 + spread) / module;
            double high = (given.mean(i) + room) / (1 - spread) / module;
            least[i] = says ? (low - sizes.atNone[i]) / sizes.perTooth[i] : Double.NEGATIVE_INFINITY;
            // The other way round, so that of both it is the greatest that leave a reading out.
            greatest[i] = says ? (sizes.atNone[i] - high) / sizes.perTooth[i] : Double.NEGATIVE_INFINITY;
        }
    }

    private int fewestIn(int fewest, int mostFar) {
        return (int) Math.max(fewest, Math.ceil(greatestBut(mostFar, least)));
    }

    private int mostIn(int most, int mostFar) {
        return (int) Math.min(most, Math.floor(-greatestBut(mostFar, greatest)));
    }

    /** The greatest when so many greater ones are taken away, which they are. */
    private static double greatestBut(int taken, double[] values) {
        int greatest = 0;
        for (int i = 1; i < values.length; i++) {
            greatest = values[i] > values[greatest] ? i : greatest;
        }
        double found = values[greatest];
        if (taken > 0) {
            values[greatest] = Double.NEGATIVE_INFINITY;
            return greatestBut(taken - 1, values);
        }
        return found;
    }

    /** How far shift, wear and the instrument may take a reading from that of an unshifted new gear (mm). */
    private double room(int i, double module) {
        if (span[i]) {
            return 1.0 * module + 0.15 + instrument[i];
        }
        return 2.2 * module + (worn ? 0.6 * module : 0) + 0.4 + instrument[i];
    }

    /** The readings out of reach, one bit each. */
    long far(LinearModel model, Hypothesis hypothesis) {
        long far = 0;
        for (int i = 0; i < given.count(); i++) {
            far |= isFar(i, model.size[i], hypothesis) ? 1L << i : 0;
        }
        return far;
    }

    /** How many readings in proportion to the module are out of reach, by a model of a gear of module 1. */
    int farInProportion(LinearModel ofModuleOne, Hypothesis hypothesis) {
        double module = hypothesis.pitch().module();
        int far = 0;
        for (int i = 0; i < given.count(); i++) {
            if (given.what(i).inProportion() && isFar(i, module * ofModuleOne.size[i], hypothesis)) {
                far++;
            }
        }
        return far;
    }

    private boolean isFar(int i, double size, Hypothesis hypothesis) {
        double pitchRoom = hypothesis.free() ? 3 * Hypothesis.FREE_STEP : 0.03;
        return !given.formMatters()
                && Math.abs(given.mean(i) - size) > room(i, hypothesis.pitch().module()) + pitchRoom * size;
    }
}
