package app.gewerk.core.reading;

import app.gewerk.core.KnowledgeFiles;
import app.gewerk.core.Wire;
import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Pitch;
import app.gewerk.core.gear.Point;
import app.gewerk.core.gear.RackCut;
import app.gewerk.core.gear.Span;
import app.gewerk.core.words.Refused;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;

/**
 * A made-up worn or whole plastic gear under a made-up caliper. Its sizes are taken with jaws from its drawn outline, not
 * from the reader's formulas; the outline itself is checked against published areas elsewhere.
 *
 * <p>How gears are distributed is this simulator's own: pitches and racks as common as the knowledge files say, five in a
 * hundred of no series; tooth counts log-uniform from 9 to 80; two in three of 18 teeth and more unshifted; a quarter worn,
 * of which the technician notices most.
 */
final class SimulatedGear {
    static final double CALIPER_NOISE_MM = 0.02;
    static final double CALIPER_STEP_MM = 0.01;
    /** Everything is read three times, as technicians do. */
    static final int REPEATS = 3;

    static final double NOT_OF_ANY_SERIES = 0.05;
    static final double SMALLEST_MODULE = 0.15;
    static final double LARGEST_MODULE = 6.5;
    static final double SCALE_DEVIATION = 0.002;
    static final double WORN = 0.25;
    static final double WEAR_NOTICED = 0.85;
    static final double FRESH_TIP_LOSS_MM = 0.006;
    static final int FEWEST = 9;
    static final int MOST = 80;

    /** A pitch and rack it may be made in. */
    record Making(String pitch, double module, double angleDeg, double addendum, double clearance, double commonness) {
        boolean free() {
            return pitch.equals("free");
        }

        BasicRack rack() {
            return BasicRack.of(angleDeg, addendum, clearance);
        }

        /** No maker cuts teeth nearly pointed, or undercuts them badly. */
        boolean made(int z, double x) {
            double[] limits = MADE.computeIfAbsent(new Cut(angleDeg, addendum, clearance, z), k -> shifts(z));
            return x > limits[0] && x < limits[1];
        }

        private double[] shifts(int z) {
            double least = CylindricalGear.spur(1, z, 0, rack()).undercutLimitShift() - 0.2;
            double most = Math.max(0, least);
            while (most < 1 && CylindricalGear.spur(1, z, most, rack()).tipThicknessMm() > 0.18) {
                most += 0.001;
            }
            return new double[] {least, most};
        }

        /** The answer one orders by. */
        String answer() {
            return pitch + " " + angleDeg + " " + addendum;
        }
    }

    /**
     * What is not as the reader expects it, and not told.
     *
     * @param scale relative, on top of the usual spread: below 0 shrunk, above 0 swollen
     * @param wearFromMm least taken off the tips (diameter) that nobody has ticked
     * @param wearToMm most; 0 for the usual wear and ticks
     * @param caliperNoiseMm spread of one reading
     * @param stepMm what the display is rounded to
     * @param tiltMm most that tilted jaws add to a span
     * @param repeats how often each thing is read
     * @param evenMix pitches drawn by the square root of how common the knowledge says they are
     * @param which of the makings are drawn
     */
    record Conditions(
            double scale,
            double wearFromMm,
            double wearToMm,
            double caliperNoiseMm,
            double stepMm,
            double tiltMm,
            int repeats,
            boolean evenMix,
            java.util.function.Predicate<Making> which) {
        static final Conditions PLAIN =
                new Conditions(0, 0, 0, CALIPER_NOISE_MM, CALIPER_STEP_MM, 0, REPEATS, false, m -> true);

        boolean wornUnticked() {
            return wearToMm > 0;
        }

        /** Of the makings, before any are left out. */
        double commonness(Making m) {
            return evenMix && !m.free() ? Math.sqrt(m.commonness) : m.commonness;
        }

        Conditions scaled(double by) {
            return new Conditions(by, wearFromMm, wearToMm, caliperNoiseMm, stepMm, tiltMm, repeats, evenMix, which);
        }

        Conditions wornUnticked(double from, double to) {
            return new Conditions(scale, from, to, caliperNoiseMm, stepMm, tiltMm, repeats, evenMix, which);
        }

        Conditions caliper(double noise, double step, double tilt, int times) {
            return new Conditions(scale, wearFromMm, wearToMm, noise, step, tilt, times, evenMix, which);
        }

        Conditions mixedEvenly() {
            return new Conditions(scale, wearFromMm, wearToMm, caliperNoiseMm, stepMm, tiltMm, repeats, true, which);
        }

        Conditions only(java.util.function.Predicate<Making> these) {
            return new Conditions(scale, wearFromMm, wearToMm, caliperNoiseMm, stepMm, tiltMm, repeats, evenMix, these);
        }
    }

    private record Cut(double angleDeg, double addendum, double clearance, int toothCount) {}

    /** How thin a caliper's edges are. */
    private static final double JAW_EDGE_MM = 0.3;

    /** The shifts between which teeth are made. */
    private static final Map<Cut, double[]> MADE = new java.util.concurrent.ConcurrentHashMap<>();

    static final List<Making> MAKINGS = makings();

    final Making making;
    final double module;
    final int toothCount;
    final double shift;
    final boolean worn;
    final boolean saidWorn;
    private final Conditions conditions;
    private final double scale;
    private final double tipLossMm;
    private final List<Point> outline;
    private final List<Point> thinned;
    private final double formRadius;
    private final Random random;
    private final Map<Measured, Double> makersError = new java.util.HashMap<>();

    private static List<Making> makings() {
        List<Making> all = new ArrayList<>();
        double sum = 0;
        for (Map<String, String> pitch : KnowledgeFiles.rows("pitches")) {
            sum += number(pitch, "commonness");
        }
        for (Map<String, String> rack : KnowledgeFiles.rows("racks")) {
            for (Map<String, String> pitch : KnowledgeFiles.rows("pitches")) {
                double value = number(pitch, "value");
                double module = switch (pitch.get("system")) {
                    case "module" -> value;
                    case "diametralPitch" -> 25.4 / value;
                    default -> value / Math.PI;
                };
                boolean inch = pitch.get("system").equals("diametralPitch");
                double share = number(rack, inch ? "commonnessInch" : "commonnessMetric");
                all.add(making(
                        pitch.get("system") + " " + value,
                        module,
                        rack,
                        number(pitch, "commonness") / sum * share * (1 - NOT_OF_ANY_SERIES)));
            }
            all.add(making("free", 0, rack, NOT_OF_ANY_SERIES * number(rack, "commonnessMetric")));
        }
        return all;
    }

    private static Making making(String pitch, double module, Map<String, String> rack, double commonness) {
        return new Making(
                pitch,
                module,
                number(rack, "pressureAngleDeg"),
                number(rack, "addendumCoefficient"),
                number(rack, "clearanceCoefficient"),
                commonness);
    }

    private static double number(Map<String, String> row, String column) {
        return Double.parseDouble(row.get(column));
    }

    static double makersSpreadMm(Measured what, double module) {
        return switch (what) {
            case Measured.TipDiameter tip -> 0.010 + 0.010 * module;
            case Measured.RootDiameter root -> 0.02 + 0.08 * module;
            default -> 0.004;
        };
    }

    static double thinningMeanMm(double module) {
        return 0.010 * Math.sqrt(module);
    }

    static double thinningDeviationMm(double module, boolean worn) {
        return (worn ? 0.025 : 0.010) * Math.sqrt(module);
    }

    static double wornTipLossMm(double module) {
        return 0.10 * module + 0.02;
    }

    /** Density of the shift where it is not exactly 0, and the chance that it is. */
    static double unshifted(int z) {
        return z >= 18 ? 0.66 : 0.35;
    }

    static double shiftDensity(double x, int z) {
        double mean = z >= 18 ? 0.08 : 0.10 + 0.03 * (18 - z);
        double deviation = z >= 18 ? 0.22 : 0.2;
        double u = (x - mean) / deviation;
        return Math.abs(x) > 0.9 ? 0 : Math.exp(-0.5 * u * u) / (deviation * Math.sqrt(2 * Math.PI));
    }

    static SimulatedGear draw(Random random) {
        return draw(random, Conditions.PLAIN);
    }

    static SimulatedGear draw(Random random, Conditions conditions) {
        for (; ; ) {
            Making making = pick(random, conditions);
            double module = making.free()
                    ? SMALLEST_MODULE * Math.pow(LARGEST_MODULE / SMALLEST_MODULE, random.nextDouble())
                    : making.module;
            int z = (int) Math.floor(FEWEST * Math.pow((MOST + 1.0) / FEWEST, random.nextDouble()));
            double x = 0;
            if (random.nextDouble() > unshifted(z)) {
                double mean = z >= 18 ? 0.08 : 0.10 + 0.03 * (18 - z);
                x = mean + (z >= 18 ? 0.22 : 0.2) * random.nextGaussian();
            }
            if (Math.abs(x) <= 0.9 && making.made(z, x)) {
                return new SimulatedGear(making, module, z, x, random, conditions);
            }
        }
    }

    private static Making pick(Random random, Conditions conditions) {
        java.util.function.ToDoubleFunction<Making> share =
                m -> conditions.which.test(m) ? conditions.commonness(m) : 0;
        double at = random.nextDouble() * MAKINGS.stream().mapToDouble(share).sum();
        for (Making making : MAKINGS) {
            at -= share.applyAsDouble(making);
            if (at < 0) {
                return making;
            }
        }
        return MAKINGS.reversed().stream().filter(conditions.which).findFirst().orElseThrow();
    }

    private SimulatedGear(
            Making making, double module, int toothCount, double shift, Random random, Conditions conditions) {
        this.conditions = conditions;
        this.making = making;
        this.module = module;
        this.toothCount = toothCount;
        this.shift = shift;
        this.random = random;
        boolean unticked = conditions.wornUnticked();
        worn = random.nextDouble() < WORN || unticked;
        saidWorn = worn && random.nextDouble() < WEAR_NOTICED && !unticked;
        scale = conditions.scale + SCALE_DEVIATION * random.nextGaussian();
        double loss = worn ? wornTipLossMm(module) : FRESH_TIP_LOSS_MM;
        double drawn = random.nextDouble();
        tipLossMm = unticked
                ? conditions.wearFromMm + (conditions.wearToMm - conditions.wearFromMm) * drawn
                : -loss * Math.log(1 - drawn);
        double thinning = thinningMeanMm(module) + thinningDeviationMm(module, worn) * random.nextGaussian();
        CylindricalGear gear = asDrawn();
        double inwards = thinning / (2 * module * Math.tan(making.rack().pressureAngleRad()));
        outline = outline(gear);
        CylindricalGear thin = gear.withProfileShift(shift - inwards);
        thinned = outline(thin);
        formRadius = RackCut.of(thin).formDiameterMm() / 2 - 1e-9;
    }

    private static List<Point> outline(CylindricalGear gear) {
        return RackCut.of(gear).outline(0.001);
    }

    /** Spans whose jaws touch the flanks of this gear, the steadiest first, as a technician sees on the part. */
    List<Measured.SpanOver> spans() {
        CylindricalGear gear = asDrawn();
        double form = RackCut.of(gear).formDiameterMm();
        double room = 0.04 * module;
        int best = Span.bestToothNumber(gear);
        return java.util.stream.IntStream.of(best, best + 1, best - 1)
                .filter(k -> k >= 2 && 2 * k <= toothCount + 1)
                .filter(k -> Span.contactDiameterMm(gear, k) < gear.tipDiameterMm() - tipLossMm - room)
                .filter(k -> Span.contactDiameterMm(gear, k) > form + room)
                .mapToObj(Measured.SpanOver::new)
                .toList();
    }

    /** What it says once it is known which gear it is. */
    ProvenGear proven(List<Reading> readings) {
        String[] pitch = making.pitch.split(" ");
        return ProvenGear.of(
                Optional.of(Question.of(new ToothCount.Exactly(toothCount), readings, saidWorn)),
                making.free()
                        ? Pitch.ofModule(module)
                        : new Pitch(Wire.parse(Pitch.System.class, pitch[0]), Double.parseDouble(pitch[1])),
                making.angleDeg,
                making.addendum,
                toothCount,
                Series.shipped());
    }

    private CylindricalGear asDrawn() {
        return CylindricalGear.spur(module, toothCount, shift, making.rack());
    }

    /** Whether a caliper's edges reach the bottom of a space. */
    boolean rootsWithinReach() {
        BasicRack rack = making.rack();
        return module * (Math.PI / 2 - 2 * rack.dedendumCoefficient() * Math.tan(rack.pressureAngleRad()))
                >= JAW_EDGE_MM;
    }

    /** From where the jaws touch up to the tips as they are (mm, on the diameter). */
    double roomAboveJawsMm(Measured.SpanOver span) {
        CylindricalGear gear = asDrawn();
        return gear.tipDiameterMm() - tipLossMm - Span.contactDiameterMm(gear, span.teeth());
    }

    /** Whether a caliper's edges go down into the spaces as far as such a span wants them. */
    boolean jawsFit(Measured.SpanOver span) {
        CylindricalGear gear = asDrawn();
        return Span.contactDiameterMm(gear, span.teeth()) >= gear.referenceDiameterMm()
                || Span.spaceAtJawsMm(gear, span.teeth()) >= JAW_EDGE_MM;
    }

    /** What the caliper shows once. */
    double read(Measured what) {
        if (what instanceof Measured.HelixAngle) {
            return 0;
        }
        double error = makersError.computeIfAbsent(what, w -> makersSpreadMm(w, module) * random.nextGaussian());
        double size = size(what) * (1 + scale) + error;
        double tilted = what instanceof Measured.SpanOver ? conditions.tiltMm * random.nextDouble() : 0;
        double shown = size + tilted + conditions.caliperNoiseMm * random.nextGaussian();
        return Math.max(conditions.stepMm, Math.rint(shown / conditions.stepMm) * conditions.stepMm);
    }

    private double size(Measured what) {
        return switch (what) {
            case Measured.TipDiameter tip -> reach(outline, 0, 1) + reach(outline, 0, -1) - tipLossMm;
            case Measured.RootDiameter root -> acrossRoots();
            case Measured.SpanOver span -> overTeeth(span.teeth());
            default -> throw new Refused(what.words());
        };
    }

    /** How far the outline reaches in a direction: where a flat jaw comes to rest. */
    private static double reach(List<Point> points, double ux, double uy) {
        double most = 0;
        for (Point p : points) {
            most = Math.max(most, p.x() * ux + p.y() * uy);
        }
        return most;
    }

    /** Between the bottoms of two spaces as nearly opposite as there are. */
    private double acrossRoots() {
        double root = outline.stream().mapToDouble(Point::radius).min().orElseThrow();
        int apart = toothCount / 2;
        return 2 * root * Math.sin(Math.PI * apart / toothCount);
    }

    /** The widest reach of the flanks to both sides of k teeth standing in the middle; jaws do not go down into the fillets. */
    private double overTeeth(int k) {
        double pitch = 2 * Math.PI / toothCount;
        double turn = k % 2 == 0 ? pitch / 2 : 0;
        double ux = Math.cos(turn);
        double uy = Math.sin(turn);
        double half = k * pitch / 2;
        double left = 0;
        double right = 0;
        for (Point p : thinned) {
            double angle = Math.atan2(p.x(), p.y()) + turn;
            angle -= 2 * Math.PI * Math.rint(angle / (2 * Math.PI));
            if (Math.abs(angle) < half && p.radius() > formRadius) {
                double across = p.x() * ux + p.y() * uy;
                left = Math.max(left, -across);
                right = Math.max(right, across);
            }
        }
        return left + right;
    }

    /** As often as the conditions say. */
    Reading reading(Measured what) {
        return new Reading(
                what,
                java.util.stream.Stream.generate(() -> read(what))
                        .limit(conditions.repeats)
                        .toList(),
                Instrument.CALIPER);
    }

    /**
     * Whether an answer is this gear. One of no series counts as found when the module is right to 1 %, as drawn or as it has
     * shrunk or swollen: there is no series to go back to, and its replacement is made to its size.
     */
    boolean isAnswer(String pitch, double pitchModule, double angleDeg, double addendum) {
        return angleDeg == making.angleDeg
                && addendum == making.addendum
                && (making.free()
                        ? Math.abs(pitchModule / module - 1) < 0.01
                                || Math.abs(pitchModule / module / (1 + scale) - 1) < 0.01
                        : pitch.equals(making.pitch));
    }

    boolean isAnswer(Candidate c) {
        return isAnswer(
                c.pitch().system() + " " + c.pitch().value(),
                c.module(),
                c.rack().pressureAngleDeg(),
                c.rack().addendumCoefficient());
    }

    /** Where it stands among the candidates, 0 for the first; their number when it is not there. */
    int placeIn(List<Candidate> candidates) {
        int place = 0;
        while (place < candidates.size() && !isAnswer(candidates.get(place))) {
            place++;
        }
        return place;
    }

    boolean isAnswer(String answer) {
        return MAKINGS.stream()
                .filter(m -> m.answer().equals(answer))
                .anyMatch(m -> making.free() && m.free()
                        ? answer.equals(making.answer())
                        : isAnswer(m.pitch, m.module, m.angleDeg, m.addendum));
    }
}
