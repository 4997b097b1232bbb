package app.gewerk.core.reading;

import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.GearKind;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * Whether any shift, wear and misreading worth considering could bring a gear near a reading. Only saves time.
 */
final class Reach {
    /** Below so many teeth pinions are shifted, so that rough sizes are further off. */
    private static final int SMALL = 16;

    private final LinearModel.Given given;
    private final boolean worn;
    private final Map<BasicRack, List<Optional<Rough>>> rough = new HashMap<>();

    Reach(LinearModel.Given given, boolean worn) {
        this.given = given;
        this.worn = worn;
    }

    /** A reading's size over the module, about: so much, and so much more for each tooth. */
    private record Rough(double atNone, double perTooth) {}

    /** By reading; none for one that says nothing without more work. */
    private List<Optional<Rough>> rough(BasicRack rack) {
        return rough.computeIfAbsent(
                rack,
                r -> IntStream.range(0, given.count())
                        .mapToObj(i -> rough(i, r))
                        .toList());
    }

    private Optional<Rough> rough(int i, BasicRack rack) {
        double angle = rack.pressureAngleRad();
        return switch (given.what(i)) {
            case Measured.TipDiameter tip -> Optional.of(new Rough(2 * rack.addendumCoefficient(), 1));
            case Measured.RootDiameter root -> Optional.of(new Rough(-2 * rack.dedendumCoefficient(), 1));
            case Measured.SpanOver span ->
                Optional.of(new Rough(
                        Math.cos(angle) * Math.PI * (span.teeth() - 0.5), Math.cos(angle) * (Math.tan(angle) - angle)));
            case Measured.CentreDistance centre -> Optional.of(new Rough(centre.mateToothCount() / 2.0, 0.5));
            default -> Optional.empty();
        };
    }

    /**
     * A first look at an outside spur gear by rough sizes alone, wider than {@link #far}: of the tooth counts asked about
     * those with which not too many readings are out of reach.
     *
     * @param mostFar so many may be
     */
    IntStream counts(Hypothesis hypothesis, int fewest, int most, int mostFar) {
        if (given.kind() != GearKind.EXTERNAL || given.formMatters() || given.mateWasRead()) {
            return IntStream.rangeClosed(fewest, most);
        }
        double spread = hypothesis.free() ? 0.13 : 0.03;
        return IntStream.concat(
                counts(hypothesis, fewest, Math.min(most, SMALL - 1), mostFar, spread + 0.06),
                counts(hypothesis, Math.max(fewest, SMALL), most, mostFar, spread));
    }

    private IntStream counts(Hypothesis hypothesis, int fewest, int most, int mostFar, double spread) {
        if (fewest > most) {
            return IntStream.empty();
        }
        double module = hypothesis.pitch().module();
        List<Optional<Rough>> rough = rough(hypothesis.rack());
        double[] least = new double[given.count()];
        double[] greatest = new double[given.count()];
        for (int i = 0; i < least.length; i++) {
            double room = room(i, module);
            double low = (given.mean(i) - room) / (1 + spread) / module;
            double high = (given.mean(i) + room) / (1 - spread) / module;
            Optional<Rough> size = rough.get(i);
            least[i] = size.map(r -> (low - r.atNone) / r.perTooth).orElse(Double.NEGATIVE_INFINITY);
            // The other way round, so that of both it is the greatest that leave a reading out.
            greatest[i] = size.map(r -> (r.atNone - high) / r.perTooth).orElse(Double.NEGATIVE_INFINITY);
        }
        return IntStream.rangeClosed((int) Math.max(fewest, Math.ceil(greatestBut(mostFar, least))), (int)
                Math.min(most, Math.floor(-greatestBut(mostFar, greatest))));
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
        double instrument = 4 * Math.sqrt(given.variance(i));
        if (given.what(i) instanceof Measured.SpanOver) {
            return 1.0 * module + 0.15 + instrument;
        }
        return 2.2 * module + (worn ? 0.6 * module : 0) + 0.4 + instrument;
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
