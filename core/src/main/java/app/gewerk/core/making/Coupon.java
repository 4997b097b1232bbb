package app.gewerk.core.making;

import app.gewerk.core.Wire;
import app.gewerk.core.gear.Limits;
import app.gewerk.core.gear.Point;
import app.gewerk.core.words.Outcome;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.hipparchus.stat.regression.OLSMultipleLinearRegression;

/**
 * A test piece whose sizes, measured with a caliper, say how a printer and a material make things come out: a plate with
 * three bores and three tongues, all of one height, so that it is made in minutes.
 */
public final class Coupon {
    /** Widths from the plate to the last tongue, which is a wall. */
    private static final double[] WIDTHS_MM = {20, 10, 5, 2};

    private static final double[] ENDS_MM = {40, 50, 58, 66};
    private static final double[] BORES_MM = {3, 5, 8};
    private static final double[] BORES_AT_MM = {7, 17, 30};
    private static final double HEIGHT_MM = 5;
    private static final int CHORDS = 96;
    /** Sizes off by so much, relative, are of a wrong unit rather than of a bad printer. */
    private static final double UNIT_ROOM = 0.05;

    private Coupon() {}

    /** How a size lies. */
    public enum Kind {
        /** Across faces that look outwards. */
        OUTSIDE,
        /** The diameter of a bore. */
        BORE,
        /** Across faces that look outwards, at the very first layers. */
        FIRST_LAYERS;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /** A size as it was drawn. */
    public record Size(Kind kind, double drawnMm) {}

    /** A size as it was drawn and as it came out; also of gears that were made with the same printer. */
    public record Measured(Kind kind, double drawnMm, double cameMm) {
        public Measured {
            Limits.requireBetween("drawnSize", drawnMm, 0.1, 1000);
            Limits.requireBetween("cameSize", cameMm, 0.001, 30_000);
        }
    }

    /** What there is to measure on it. */
    public static List<Size> sizes() {
        List<Size> sizes = new ArrayList<>();
        sizes.add(new Size(Kind.OUTSIDE, ENDS_MM[ENDS_MM.length - 1]));
        for (double width : WIDTHS_MM) {
            sizes.add(new Size(Kind.OUTSIDE, width));
        }
        for (double bore : BORES_MM) {
            sizes.add(new Size(Kind.BORE, bore));
        }
        sizes.add(new Size(Kind.FIRST_LAYERS, WIDTHS_MM[0]));
        return List.copyOf(sizes);
    }

    /** As it is drawn, without any allowance. */
    public static Solid solid() {
        List<Point> half = new ArrayList<>();
        double from = 0;
        for (int i = 0; i < WIDTHS_MM.length; i++) {
            half.add(new Point(from, -WIDTHS_MM[i] / 2));
            half.add(new Point(ENDS_MM[i], -WIDTHS_MM[i] / 2));
            from = ENDS_MM[i];
        }
        List<Point> outline = new ArrayList<>(half);
        half.reversed().forEach(p -> outline.add(new Point(p.x(), -p.y())));
        List<Section.Line> bores = IntStream.range(0, BORES_MM.length)
                .mapToObj(i -> new Section.Line(circle(BORES_AT_MM[i], BORES_MM[i] / 2), false))
                .toList();
        return new Solid(List.of(Solid.Layer.straight(Section.of(new Section.Line(outline, false), bores), HEIGHT_MM)));
    }

    /** Whose area is the circle's: a polygon of its corners would be a little tight. */
    private static List<Point> circle(double x, double radius) {
        double step = 2 * Math.PI / CHORDS;
        double out = radius * Math.sqrt(step / Math.sin(step));
        return IntStream.range(0, CHORDS)
                .mapToObj(i -> new Point(x + out * Math.cos(i * step), out * Math.sin(i * step)))
                .toList();
    }

    /** A figure and how far it may be off, one standard deviation. */
    public record Found(double value, double sigma) {}

    /**
     * How a printer and a material make things come out.
     *
     * @param shrinkPercent of every length
     * @param outsideGrowthMm each side
     * @param boreClosesMm on the diameter
     * @param firstLayerMm each side, besides
     * @param scatterMm of a size about what these say, one standard deviation
     */
    public record Growth(
            Found shrinkPercent,
            Found outsideGrowthMm,
            Found boreClosesMm,
            Optional<Found> firstLayerMm,
            double scatterMm) {

        /** What a size comes out as that is drawn so large. */
        public double expectedMm(Kind kind, double drawnMm) {
            double shrunk = drawnMm * (1 - shrinkPercent.value / 100);
            return switch (kind) {
                case OUTSIDE -> shrunk + 2 * outsideGrowthMm.value;
                case BORE -> shrunk - boreClosesMm.value;
                case FIRST_LAYERS ->
                    shrunk
                            + 2 * outsideGrowthMm.value
                            + 2 * firstLayerMm.map(Found::value).orElse(0.0);
            };
        }

        public Allowances allowances(double backlashMm) {
            return new Allowances(
                    shrinkPercent.value,
                    outsideGrowthMm.value,
                    boreClosesMm.value,
                    firstLayerMm.map(Found::value).filter(v -> v > 0).orElse(0.0),
                    backlashMm);
        }
    }

    /**
     * By least squares over all sizes: came = drawn (1 − s) + 2 g outside, drawn (1 − s) − c in a bore, and 2 f more at the
     * first layers.
     *
     * @throws Refused where there are too few sizes to tell these apart, or they were drawn in another unit
     */
    public static Growth growth(List<Measured> measured) {
        return tried(measured).orRefuse();
    }

    /** The same, or why it cannot be told. */
    public static Outcome<Growth> tried(List<Measured> measured) {
        Optional<Say> unit = wrongUnit(measured);
        if (unit.isPresent()) {
            return Outcome.cannot("coupon.unit", "unit", unit.get());
        }
        long outside = measured.stream()
                .filter(m -> m.kind == Kind.OUTSIDE)
                .map(Measured::drawnMm)
                .distinct()
                .count();
        boolean bore = measured.stream().anyMatch(m -> m.kind == Kind.BORE);
        boolean first = measured.stream().anyMatch(m -> m.kind == Kind.FIRST_LAYERS);
        int unknown = first ? 4 : 3;
        if (outside < 2 || !bore || measured.size() <= unknown) {
            return Outcome.cannot("coupon.tooFew");
        }
        double[][] x = new double[measured.size()][];
        double[] y = new double[measured.size()];
        for (int i = 0; i < x.length; i++) {
            Measured m = measured.get(i);
            x[i] = new double[unknown];
            x[i][0] = -m.drawnMm;
            x[i][m.kind == Kind.BORE ? 2 : 1] = m.kind == Kind.BORE ? -1 : 2;
            if (m.kind == Kind.FIRST_LAYERS) {
                x[i][3] = 2;
            }
            y[i] = m.cameMm - m.drawnMm;
        }
        OLSMultipleLinearRegression fit = new OLSMultipleLinearRegression();
        fit.setNoIntercept(true);
        fit.newSampleData(y, x);
        double[] found = fit.estimateRegressionParameters();
        double[] sigma = fit.estimateRegressionParametersStandardErrors();
        return new Outcome.Made<>(new Growth(
                new Found(100 * found[0], 100 * sigma[0]),
                new Found(found[1], sigma[1]),
                new Found(found[2], sigma[2]),
                first ? Optional.of(new Found(found[3], sigma[3])) : Optional.empty(),
                fit.estimateRegressionStandardError()));
    }

    /** Units that drawings are mistaken for, by what a length comes out as then. */
    private static final List<Unit> UNITS = List.of(
            new Unit("inch", 25.4),
            new Unit("dots96", 96 / 25.4),
            new Unit("dots72", 72 / 25.4),
            new Unit("centimetre", 10));

    private record Unit(String code, double times) {}

    /** The unit that sizes were mistaken for, where all of them are off by the same such factor. */
    public static Optional<Say> wrongUnit(List<Measured> measured) {
        if (measured.isEmpty()) {
            return Optional.empty();
        }
        for (Unit unit : UNITS) {
            for (boolean larger : new boolean[] {true, false}) {
                double factor = larger ? unit.times : 1 / unit.times;
                if (measured.stream().allMatch(m -> Math.abs(m.cameMm / m.drawnMm / factor - 1) < UNIT_ROOM)) {
                    return Optional.of(
                            Say.of("wrongUnit." + unit.code + (larger ? ".larger" : ".smaller"), "factor", unit.times));
                }
            }
        }
        return Optional.empty();
    }
}
