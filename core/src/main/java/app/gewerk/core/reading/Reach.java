package app.gewerk.core.reading;

import app.gewerk.core.gear.GearKind;

/**
 * Whether any shift, wear and misreading worth considering could bring a gear near a reading. Only saves time.
 */
final class Reach {
    private final LinearModel.Given given;
    private final boolean worn;

    Reach(LinearModel.Given given, boolean worn) {
        this.given = given;
        this.worn = worn;
    }

    /** A first look at an outside spur gear by rough sizes alone, wider than {@link #far}. */
    boolean hopeless(Hypothesis hypothesis, int toothCount, int mostFar) {
        if (given.kind() != GearKind.EXTERNAL || given.formMatters() || given.mateWasRead()) {
            return false;
        }
        double angle = hypothesis.rack().pressureAngleRad();
        double module = hypothesis.pitch().module();
        int found = 0;
        for (int i = 0; i < given.count(); i++) {
            double size = module
                    * switch (given.what(i)) {
                        case Measured.TipDiameter tip ->
                            toothCount + 2 * hypothesis.rack().addendumCoefficient();
                        case Measured.RootDiameter root ->
                            toothCount - 2 * hypothesis.rack().dedendumCoefficient();
                        case Measured.SpanOver span ->
                            Math.cos(angle) * (Math.PI * (span.teeth() - 0.5) + toothCount * (Math.tan(angle) - angle));
                        case Measured.CentreDistance centre -> (toothCount + centre.mateToothCount()) / 2.0;
                        default -> Double.NaN;
                    };
            double spread = (hypothesis.free() ? 0.13 : 0.03) + (toothCount < 16 ? 0.06 : 0);
            if (Math.abs(given.mean(i) - size) > room(i, module) + spread * size) {
                found++;
                if (found > mostFar) {
                    return true;
                }
            }
        }
        return false;
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
        if (given.formMatters()) {
            return 0;
        }
        double module = hypothesis.pitch().module();
        double pitchRoom = hypothesis.free() ? 3 * Hypothesis.FREE_STEP : 0.03;
        long far = 0;
        for (int i = 0; i < given.count(); i++) {
            if (Math.abs(given.mean(i) - model.size[i]) > room(i, module) + pitchRoom * model.size[i]) {
                far |= 1L << i;
            }
        }
        return far;
    }
}
