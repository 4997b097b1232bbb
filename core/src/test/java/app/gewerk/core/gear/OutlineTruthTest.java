package app.gewerk.core.gear;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.locationtech.jts.geom.Coordinate;
import org.locationtech.jts.geom.Geometry;
import org.locationtech.jts.geom.Polygon;
import org.locationtech.jts.geom.util.AffineTransformation;
import org.locationtech.jts.operation.overlayng.OverlayNGRobust;

/** The drawn outline against the formulas and against itself, over seeded random gears; measured by JTS. */
class OutlineTruthTest {
    private static final double TOLERANCE_MM = 0.001;

    static Stream<CylindricalGear> randomGears() {
        Random random = new Random(21771);
        return Stream.generate(() -> {
                    double module = 0.3 + 2 * random.nextDouble();
                    int z = 8 + random.nextInt(70);
                    double angle = new double[] {20, 20, 14.5, 25}[random.nextInt(4)];
                    CylindricalGear plain =
                            CylindricalGear.spur(module, z, 0, BasicRack.of(angle, 1, angle == 14.5 ? 0.157 : 0.25));
                    double least = Math.max(-0.3, plain.undercutLimitShift());
                    return plain.withProfileShift(least + 0.3 * random.nextDouble());
                })
                .filter(g -> g.tipThicknessMm() > 0.15 * g.normalModule())
                .limit(150);
    }

    static Stream<CylindricalGear> gearsWithASpan() {
        return enough(120, randomGears().filter(g -> Span.isMeasurable(g, Span.bestToothNumber(g))));
    }

    /** What fails to be looked at is not shown: so many are. */
    private static <T> Stream<T> enough(int least, Stream<T> cases) {
        List<T> all = cases.toList();
        assertThat(all).hasSizeGreaterThanOrEqualTo(least);
        return all.stream();
    }

    @ParameterizedTest
    @MethodSource("gearsWithASpan")
    void spanMeasuredOnTheOutlineIsTheFormulas(CylindricalGear gear) {
        Polygon outline = Outlines.polygon(RackCut.of(gear).outline(TOLERANCE_MM));
        int k = Span.bestToothNumber(gear);
        double jawsApart = widthOverTeeth(outline, gear, k);
        assertThat(jawsApart).isCloseTo(Span.spanMm(gear, k), within(4 * TOLERANCE_MM));
    }

    /** Two parallel jaws square to the tangent at the middle of the teeth: the widest reach of those teeth to each side. */
    private static double widthOverTeeth(Polygon outline, CylindricalGear gear, int k) {
        double pitch = 2 * Math.PI / gear.toothCount();
        double middle = Math.PI / 2 + (k % 2 == 0 ? pitch / 2 : 0);
        double reach = k * pitch / 2;
        double formRadius = RackCut.of(gear).formDiameterMm() / 2;
        double left = 0;
        double right = 0;
        for (var c : outline.getCoordinates()) {
            double angle = Math.atan2(c.y, c.x) - middle;
            angle -= 2 * Math.PI * Math.rint(angle / (2 * Math.PI));
            if (Math.abs(angle) < reach && Math.hypot(c.x, c.y) > formRadius) {
                double across = -c.x * Math.sin(middle) + c.y * Math.cos(middle);
                left = Math.max(left, across);
                right = Math.max(right, -across);
            }
        }
        return left + right;
    }

    /** The jaws of the steadiest span touch nearest the reference circle of all that can be measured. */
    @ParameterizedTest
    @MethodSource("gearsWithASpan")
    void noSpanTouchesNearerTheReferenceCircleThanTheSteadiest(CylindricalGear gear) {
        int steadiest =
                Span.steadiestToothNumber(gear, Double.POSITIVE_INFINITY).orElseThrow();
        assertThat(Span.isMeasurable(gear, steadiest)).isTrue();
        double off = Math.abs(Span.contactDiameterMm(gear, steadiest) - gear.referenceDiameterMm());
        for (int k = 2; k <= gear.toothCount() / 2; k++) {
            if (Span.isMeasurable(gear, k)) {
                assertThat(Math.abs(Span.contactDiameterMm(gear, k) - gear.referenceDiameterMm()))
                        .isGreaterThanOrEqualTo(off);
            }
        }
    }

    @Test
    void usualRacksAreTheStandardOnes() {
        assertThat(BasicRack.usual(20, false).clearanceCoefficient()).isEqualTo(0.25);
        assertThat(BasicRack.usual(14.5, false)).isEqualTo(BasicRack.INCH_14_5);
        assertThat(BasicRack.usual(20, true)).isEqualTo(BasicRack.INCH_STUB_20);
        assertThat(BasicRack.usual(20, true).stub()).isTrue();
        assertThat(BasicRack.usual(20, false).stub()).isFalse();
    }

    static Stream<CylindricalGear> gearsWithFlanksAtTheReferenceCircle() {
        return enough(
                120,
                randomGears()
                        .filter(g -> g.referenceDiameterMm() >= RackCut.of(g).formDiameterMm()
                                && g.referenceDiameterMm() <= g.tipDiameterMm()));
    }

    @ParameterizedTest
    @MethodSource("gearsWithFlanksAtTheReferenceCircle")
    void toothThicknessOnTheOutlineIsTheFormulas(CylindricalGear gear) {
        Polygon outline = Outlines.polygon(RackCut.of(gear).outline(TOLERANCE_MM));
        double radius = gear.referenceDiameterMm() / 2;
        double inTooth = 0;
        double inSpace = Math.PI / gear.toothCount();
        for (int halving = 0; halving < 40; halving++) {
            double angle = (inTooth + inSpace) / 2;
            Coordinate place = new Coordinate(radius * Math.sin(angle), radius * Math.cos(angle));
            if (outline.contains(outline.getFactory().createPoint(place))) {
                inTooth = angle;
            } else {
                inSpace = angle;
            }
        }
        double thickness = 2 * inTooth * radius;
        assertThat(thickness).isCloseTo(gear.toothThicknessAtMm(2 * radius), within(4 * TOLERANCE_MM));
    }

    static Stream<List<CylindricalGear>> randomPairs() {
        Random random = new Random(53);
        List<CylindricalGear> gears =
                randomGears().filter(g -> g.toothCount() >= 12).toList();
        return enough(
                12,
                gears.stream()
                        .map(g -> List.of(
                                g, CylindricalGear.spur(g.normalModule(), 20 + random.nextInt(30), 0.1, g.rack())))
                        .filter(pair -> GearPair.withoutBacklash(pair.get(0), pair.get(1))
                                .interferences()
                                .isEmpty())
                        .limit(12));
    }

    @ParameterizedTest
    @MethodSource("randomPairs")
    void aPairWithoutBacklashRollsTouchingAndWithoutOverlap(List<CylindricalGear> gears) {
        CylindricalGear first = gears.get(0);
        CylindricalGear second = gears.get(1);
        GearPair pair = GearPair.withoutBacklash(first, second);
        Polygon one = Outlines.polygon(RackCut.of(first).outline(TOLERANCE_MM));
        Polygon two = Outlines.polygon(RackCut.of(second).outline(TOLERANCE_MM));
        double pitch = 2 * Math.PI / first.toothCount();
        for (int step = 0; step < 7; step++) {
            double turn = pitch * step / 7;
            Geometry turnedOne =
                    AffineTransformation.rotationInstance(turn - Math.PI / 2).transform(one);
            double toSpace = Math.PI / 2 + Math.PI / second.toothCount();
            double mateTurn = -turn * first.toothCount() / second.toothCount() + toSpace;
            Geometry turnedTwo = AffineTransformation.rotationInstance(mateTurn)
                    .translate(pair.centreDistanceMm(), 0)
                    .transform(two);
            double overlap = OverlayNGRobust.overlay(
                            turnedOne, turnedTwo, org.locationtech.jts.operation.overlayng.OverlayNG.INTERSECTION)
                    .getArea();
            double height = 2 * first.normalModule();
            assertThat(overlap).as("overlap at step " + step).isLessThan(6 * TOLERANCE_MM * height);
            assertThat(turnedOne.distance(turnedTwo)).as("gap at step " + step).isLessThan(2 * TOLERANCE_MM);
        }
    }

    /** Moulded rings have shifts that no cutter without shift makes; a pinion of the same shift rolls in what is drawn. */
    @ParameterizedTest
    @CsvSource({"48, 20, -0.3, 0", "60, 24, -0.5, 0", "36, 16, -0.2, 0", "80, 30, -0.7, 0", "54, 18, -0.3, 12"})
    void aRingWithNegativeShiftIsDrawnAsAPinionRollsInIt(int teeth, int pinionTeeth, double shift, double helixDeg) {
        CylindricalGear ring = new CylindricalGear(true, 1, teeth, helixDeg, shift, BasicRack.ISO_53_A);
        CylindricalGear pinion = new CylindricalGear(false, 1, pinionTeeth, helixDeg, shift, BasicRack.ISO_53_A);
        double centre = GearPair.withoutBacklash(pinion, ring).centreDistanceMm();
        Polygon hole = Outlines.polygon(Outline.of(ring, TOLERANCE_MM));
        Polygon inside = Outlines.polygon(Outline.of(pinion, TOLERANCE_MM));
        double pitch = 2 * Math.PI / pinionTeeth;
        for (int step = 0; step < 5; step++) {
            double turn = pitch * step / 5;
            Geometry pinionThere = AffineTransformation.rotationInstance(turn - Math.PI / 2)
                    .translate(centre, 0)
                    .transform(inside);
            Geometry ringThere = AffineTransformation.rotationInstance(
                            turn * pinionTeeth / teeth + Math.PI / teeth - Math.PI / 2)
                    .transform(hole);
            double overlap = OverlayNGRobust.overlay(
                            pinionThere, ringThere, org.locationtech.jts.operation.overlayng.OverlayNG.DIFFERENCE)
                    .getArea();
            assertThat(overlap).as("outside of the hole at step " + step).isLessThan(12 * TOLERANCE_MM);
            assertThat(pinionThere.distance(ringThere.getBoundary()))
                    .as("gap at step " + step)
                    .isLessThan(2 * TOLERANCE_MM);
        }
    }

    @Test
    void impossibleTeethAreRefusedWithWhatToChange() {
        assertThatThrownBy(() -> RackCut.of(CylindricalGear.spur(1, 8, 1.2, BasicRack.ISO_53_A)))
                .hasMessageContaining("come to a point")
                .hasMessageContaining("less shift");
        assertThatThrownBy(() -> RackCut.of(CylindricalGear.spur(1, 4, -0.6, BasicRack.ISO_53_A)))
                .hasMessageContaining("more");
        assertThatThrownBy(() -> CylindricalGear.spur(1, 3, 0, BasicRack.ISO_53_A))
                .hasMessage("A gear needs at least 4 and at most 1000 teeth; 3 given");
        assertThatThrownBy(() -> Span.spanMm(CylindricalGear.spur(1, 12, 0, BasicRack.ISO_53_A), 13))
                .hasMessageContaining("Count the teeth between the jaws again");
        assertThatThrownBy(() -> Pitch.ofModule(1e300)).hasMessageContaining("between module 0.05 and 50");
        assertThatThrownBy(() -> Pitch.ofModule(Double.NaN)).hasMessageContaining("between module");
        CylindricalGear gear = CylindricalGear.spur(1, 20, 0, BasicRack.ISO_53_A);
        assertThatThrownBy(() -> GearPair.at(gear, gear, 10)).hasMessageContaining("too close");
        assertThatThrownBy(() -> GearPair.withoutBacklash(gear, CylindricalGear.spur(1.5, 20, 0, BasicRack.ISO_53_A)))
                .hasMessageContaining("do not mesh");
    }
}
