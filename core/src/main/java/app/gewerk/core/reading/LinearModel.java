package app.gewerk.core.reading;

import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.BevelGear;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.GearKind;
import app.gewerk.core.gear.GearRack;
import app.gewerk.core.gear.Pitch;
import app.gewerk.core.gear.Toothed;
import app.gewerk.core.gear.Worm;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.IntFunction;
import org.jspecify.annotations.Nullable;

/**
 * What every reading would show on the gear of one hypothesis, and how that changes with each unknown quantity, about a
 * point: size + slopes · (g − point).
 *
 * <p>The unknowns: relative scale (shrinkage, swelling) and thinning of the teeth, about 0; profile shift; ln of module
 * over the hypothesis's; the kind's own angle or proportion ({@link #FORM}); and the mate's shift, thinning and scale.
 */
final class LinearModel {
    static final int SCALE = 0;
    static final int THINNING = 1;
    static final int SHIFT = 2;
    static final int LOG_MODULE = 3;
    /** Helix angle of a gear or rack, cone angle of a bevel gear (degrees); ln of pitch diameter over module of a worm. */
    static final int FORM = 4;

    static final int ALONE = 5;

    static final int MATE_SHIFT = 5;
    static final int MATE_THINNING = 6;
    static final int MATE_SCALE = 7;
    static final int WITH_MATE = 8;

    private static final double SHIFT_STEP = 1e-4;
    private static final double FORM_STEP = 1e-3;

    final double[] point;
    final double[] size;
    final double[][] slope;
    final double[] wearSlope;
    final double[] variance;
    private final Given given;
    private final Hypothesis hypothesis;
    private final int toothCount;

    private LinearModel(Given given, Hypothesis hypothesis, int toothCount, double[] point) {
        this.given = given;
        this.hypothesis = hypothesis;
        this.toothCount = toothCount;
        this.point = point;
        int n = given.count();
        size = new double[n];
        slope = new double[n][];
        wearSlope = new double[n];
        variance = new double[n];
    }

    /** The model about a point; none where a gear such as that has no such sizes to read. */
    static Optional<LinearModel> about(double[] point, Given given, Hypothesis hypothesis, int toothCount) {
        LinearModel model = new LinearModel(given, hypothesis, toothCount, point);
        return model.workOut() ? Optional.of(model) : Optional.empty();
    }

    private boolean workOut() {
        Parts parts = new Parts();
        for (int i = 0; i < size.length; i++) {
            if (!workOut(i, parts)) {
                return false;
            }
        }
        return true;
    }

    private boolean workOut(int i, Parts parts) {
        Measured what = given.what(i);
        boolean ofMate = given.ofMate(i);
        if (!parts.canBeRead(what, ofMate)) {
            return false;
        }
        size[i] = parts.size(what, ofMate);
        slope[i] = parts.slopes(what, ofMate, size[i]);
        wearSlope[i] = parts.wearSlope(what, ofMate);
        addVariance(i, parts);
        return true;
    }

    private void addVariance(int i, Parts parts) {
        double maker = parts.makersSpread(given.what(i), given.ofMate(i));
        variance[i] = given.variance(i) + maker * maker;
    }

    /** As on a gear of module 1 of the same shape, what grows with the module so many times as large. */
    private void takeInProportion(int i, LinearModel ofModuleOne, double module) {
        size[i] = module * ofModuleOne.size[i];
        double[] one = ofModuleOne.slope[i];
        slope[i] = new double[one.length];
        for (int j = 0; j < one.length; j++) {
            slope[i][j] = j == THINNING || j == MATE_THINNING ? one[j] : module * one[j];
        }
        wearSlope[i] = ofModuleOne.wearSlope[i];
    }

    /**
     * Models of many hypotheses about one point, at which the module is the hypothesis's own. Gears of one rack and tooth
     * count are of one shape, so that readings in proportion are worked out once for all modules.
     */
    static final class AboutOnePoint {
        private static final Pitch ONE = Pitch.ofModule(1);

        private final double[] point;
        private final Given given;
        private final Map<BasicRack, Map<Integer, Optional<LinearModel>>> ofModuleOne = new IdentityHashMap<>();

        AboutOnePoint(double[] point, Given given) {
            this.point = point;
            this.given = given;
        }

        /**
         * Models of gears of one rack and of module 1 by tooth count: of readings in proportion only, the rest is not
         * filled in.
         */
        IntFunction<Optional<LinearModel>> ofModuleOne(BasicRack rack) {
            Hypothesis one = new Hypothesis(ONE, rack, false, false, 0);
            Map<Integer, Optional<LinearModel>> known = ofModuleOne.computeIfAbsent(rack, r -> new HashMap<>());
            return toothCount -> known.computeIfAbsent(toothCount, z -> {
                LinearModel model = new LinearModel(given, one, z, point);
                return model.workOutInProportion() ? Optional.of(model) : Optional.empty();
            });
        }

        /** None where a gear such as that has no such sizes to read. */
        Optional<LinearModel> model(Hypothesis hypothesis, LinearModel ofModuleOne) {
            LinearModel model = new LinearModel(given, hypothesis, ofModuleOne.toothCount, point);
            return model.workOutFrom(ofModuleOne) ? Optional.of(model) : Optional.empty();
        }
    }

    private boolean workOutInProportion() {
        Parts parts = new Parts();
        for (int i = 0; i < size.length; i++) {
            if (given.what(i).inProportion() && !workOut(i, parts)) {
                return false;
            }
        }
        return true;
    }

    private boolean workOutFrom(LinearModel ofModuleOne) {
        Parts parts = new Parts();
        double module = hypothesis.pitch().module();
        for (int i = 0; i < size.length; i++) {
            if (given.what(i).inProportion()) {
                takeInProportion(i, ofModuleOne, module);
                addVariance(i, parts);
            } else if (!workOut(i, parts)) {
                return false;
            }
        }
        return true;
    }

    /** The reading foretold for one more thing measured: size, slopes, wear slope and maker's spread at this point. */
    record Foretold(double size, double[] slope, double wearSlope, double makersSpread) {}

    /** None where this gear has no such size to read. */
    Optional<Foretold> foretell(Measured what, boolean ofMate) {
        Parts parts = new Parts();
        if (!parts.canBeRead(what, ofMate)) {
            return Optional.empty();
        }
        double there = parts.size(what, ofMate);
        return Optional.of(new Foretold(
                there,
                parts.slopes(what, ofMate, there),
                parts.wearSlope(what, ofMate),
                parts.makersSpread(what, ofMate)));
    }

    /** The part itself at this point: new, neither worn nor thinned nor shrunk. */
    Toothed part() {
        return part(given.kind(), point[SHIFT], point[FORM]);
    }

    private Toothed part(GearKind kind, double shift, double form) {
        double module = hypothesis.pitch().module()
                * (hypothesis.free() ? Math.exp(Math.clamp(point[LOG_MODULE], -0.5, 0.5)) : 1);
        return switch (kind) {
            case EXTERNAL, INTERNAL -> cylinder(kind, toothCount, shift, form, module);
            case RACK -> new GearRack(module, slant(form), hypothesis.rack());
            case WORM -> new Worm(module, toothCount, module * wormFactor(form), hypothesis.rack());
            case BEVEL ->
                new BevelGear(
                        module,
                        toothCount,
                        Math.clamp(form, 3, 110),
                        Math.clamp(shift, -0.85, 0.85),
                        hypothesis.rack());
        };
    }

    private CylindricalGear cylinder(GearKind kind, int z, double shift, double form, double module) {
        return new CylindricalGear(
                kind == GearKind.INTERNAL, module, z, slant(form), Math.clamp(shift, -1.2, 2.2), hypothesis.rack());
    }

    private static double wormFactor(double form) {
        return Math.clamp(Math.exp(form), 1.001 * Worm.LEAST_DIAMETER_FACTOR, 0.999 * Worm.GREATEST_DIAMETER_FACTOR);
    }

    private static double slant(double form) {
        return Math.clamp(form, 0, 58);
    }

    /** The gear and its mate, each as it stands at the point and with one unknown moved a little. */
    private final class Parts {
        private final Toothed own = part();
        private @Nullable Toothed shifted;

        private Toothed ownShifted() {
            if (shifted == null) {
                shifted = part(given.kind(), point[SHIFT] + SHIFT_STEP, point[FORM]);
            }
            return shifted;
        }

        private CylindricalGear mate(double shiftStep, double formStep) {
            Mate mate = given.mate();
            return cylinder(
                    mate.kind(),
                    mate.toothCount(),
                    point[MATE_SHIFT] + shiftStep,
                    point[FORM] + formStep,
                    own.module());
        }

        /** At the point and wherever the slopes look. */
        boolean canBeRead(Measured what, boolean ofMate) {
            if (ofMate) {
                return what.canBeReadOn(mate(0, 0))
                        && what.canBeReadOn(mate(SHIFT_STEP, 0))
                        && (!given.formMatters() || what.canBeReadOn(mate(0, FORM_STEP)));
            }
            boolean withMate = what instanceof Measured.CentreDistance && given.mateWasRead();
            if (withMate && own instanceof CylindricalGear gear && ownShifted() instanceof CylindricalGear moved) {
                return Measured.CentreDistance.stands(gear, mate(0, 0))
                        && Measured.CentreDistance.stands(gear, mate(SHIFT_STEP, 0))
                        && Measured.CentreDistance.stands(moved, mate(0, 0));
            }
            return what.canBeReadOn(own)
                    && what.canBeReadOn(ownShifted())
                    && (!given.formMatters() || what.canBeReadOn(formMoved()));
        }

        private Toothed formMoved() {
            return part(given.kind(), point[SHIFT], point[FORM] + FORM_STEP);
        }

        double size(Measured what, boolean ofMate) {
            return size(what, ofMate, own, 0, 0);
        }

        private double size(Measured what, boolean ofMate, Toothed part, double mateStep, double formStep) {
            if (ofMate) {
                return what.on(mate(mateStep, formStep));
            }
            if (what instanceof Measured.CentreDistance
                    && given.mateWasRead()
                    && part instanceof CylindricalGear gear) {
                return Measured.CentreDistance.to(gear, mate(mateStep, formStep));
            }
            return what.on(part);
        }

        double[] slopes(Measured what, boolean ofMate, double there) {
            double[] s = new double[given.dimensions()];
            double perShift;
            if (ofMate) {
                perShift = (size(what, true, own, SHIFT_STEP, 0) - there) / SHIFT_STEP;
                s[MATE_SHIFT] = perShift;
                s[MATE_SCALE] = what.growsWithGear() ? there : 0;
                s[MATE_THINNING] = what.feelsThickness() ? perThinning(mate(0, 0), perShift) : 0;
            } else {
                perShift = (size(what, false, ownShifted(), 0, 0) - there) / SHIFT_STEP;
                s[SHIFT] = perShift;
                s[SCALE] = what.growsWithGear() ? there : 0;
                s[THINNING] = what.feelsThickness() ? perThinning(own, perShift) : 0;
                if (what instanceof Measured.CentreDistance && given.mateWasRead()) {
                    s[MATE_SHIFT] = (size(what, false, own, SHIFT_STEP, 0) - there) / SHIFT_STEP;
                }
            }
            s[LOG_MODULE] = what.unit() == Measured.Unit.MM ? there : 0;
            if (given.formMatters()) {
                s[FORM] = (size(what, ofMate, formMoved(), 0, FORM_STEP) - there) / FORM_STEP;
            }
            return s;
        }

        /** Thinning a tooth by t on the reference circle reads like shifting the rack in by t / (2 m tan α); in a ring, out. */
        private static double perThinning(Toothed part, double perShift) {
            double likeShift = 1 / (2 * part.module() * Math.tan(part.rack().pressureAngleRad()));
            boolean ring = part instanceof CylindricalGear gear && gear.internal();
            return (ring ? 1 : -1) * perShift * likeShift;
        }

        double wearSlope(Measured what, boolean ofMate) {
            return ofMate ? 0 : what.perTipWear(own);
        }

        /** The mate's tip wear is not followed as a quantity of its own: its readings of the tips are only trusted less. */
        double makersSpread(Measured what, boolean ofMate) {
            if (what instanceof Measured.CentreDistance && given.mateWasRead()) {
                return Measured.CentreDistance.housingSpreadMm(own);
            }
            double spread = what.makersSpread(own);
            if (ofMate && what.perTipWear(own) != 0) {
                return Math.hypot(spread, given.mate().worn() ? 0.12 * own.module() + 0.02 : 0.02);
            }
            return spread;
        }
    }

    /** The readings laid out for the fits. */
    static final class Given {
        private final GearKind kind;
        private final List<Reading> readings;
        private final int own;
        private final double[] mean;
        private final double[] variance;
        private final @Nullable Mate mate;
        private final boolean formMatters;

        Given(Question question) {
            kind = question.kind();
            readings = question.allReadings();
            own = question.readings().size();
            mate = question.mate().orElse(null);
            mean = new double[readings.size()];
            variance = new double[readings.size()];
            for (int i = 0; i < mean.length; i++) {
                mean[i] = readings.get(i).mean();
                double uncertainty = readings.get(i).uncertainty();
                variance[i] = uncertainty * uncertainty;
            }
            formMatters = kind == GearKind.WORM
                    || kind == GearKind.BEVEL
                    || readings.stream().anyMatch(r -> r.what() instanceof Measured.HelixAngle && r.mean() > 0);
        }

        GearKind kind() {
            return kind;
        }

        int count() {
            return readings.size();
        }

        int dimensions() {
            return mateWasRead() ? WITH_MATE : ALONE;
        }

        Measured what(int i) {
            return readings.get(i).what();
        }

        Reading reading(int i) {
            return readings.get(i);
        }

        boolean ofMate(int i) {
            return i >= own;
        }

        double mean(int i) {
            return mean[i];
        }

        double variance(int i) {
            return variance[i];
        }

        boolean mateWasRead() {
            return readings.size() > own;
        }

        Mate mate() {
            return Objects.requireNonNull(mate);
        }

        Optional<Mate> mateIfAny() {
            return Optional.ofNullable(mate);
        }

        /** Whether the teeth slant, or the kind has an angle or proportion of its own to find. */
        boolean formMatters() {
            return formMatters;
        }
    }
}
