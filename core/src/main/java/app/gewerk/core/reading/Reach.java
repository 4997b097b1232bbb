package app.gewerk.core.reading;

import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.GearKind;
import java.util.Arrays;
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

    Reach(LinearModel.Given given, boolean worn) {
        this.given = given;
        this.worn = worn;
    }

    /** A reading's size over the module, about: so much, and so much more for each tooth. */
    private record Rough(double atNone, double perTooth) {}

    /** None for a reading that says nothing without more work. */
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
        double module = hypothesis.pitch().module();
        double[] least = new double[given.count()];
        double[] greatest = new double[given.count()];
        for (int i = 0; i < least.length; i++) {
            double room = room(i, module);
            double low = (given.mean(i) - room) / (1 + spread) / module;
            double high = (given.mean(i) + room) / (1 - spread) / module;
            Optional<Rough> rough = rough(i, hypothesis.rack());
            least[i] = rough.map(r -> (low - r.atNone) / r.perTooth).orElse(Double.NEGATIVE_INFINITY);
            greatest[i] = rough.map(r -> (high - r.atNone) / r.perTooth).orElse(Double.POSITIVE_INFINITY);
        }
        Arrays.sort(least);
        Arrays.sort(greatest);
        return IntStream.rangeClosed((int) Math.max(fewest, Math.ceil(least[least.length - 1 - mostFar])), (int)
                Math.min(most, Math.floor(greatest[mostFar])));
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
