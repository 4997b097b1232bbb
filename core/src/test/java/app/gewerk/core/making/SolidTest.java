package app.gewerk.core.making;

import static app.gewerk.core.words.English.english;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.Checks;
import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.BevelGear;
import app.gewerk.core.gear.CompoundGear;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.GearPair;
import app.gewerk.core.gear.GearRack;
import app.gewerk.core.gear.Outline;
import app.gewerk.core.gear.Point;
import app.gewerk.core.gear.Rim;
import app.gewerk.core.gear.Span;
import app.gewerk.core.gear.Worm;
import app.gewerk.core.gear.WormSet;
import app.gewerk.core.making.Section.Line;
import app.gewerk.core.words.Refused;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.locationtech.jts.geom.Coordinate;
import org.locationtech.jts.geom.Geometry;
import org.locationtech.jts.geom.GeometryFactory;
import org.locationtech.jts.geom.util.AffineTransformation;
import org.locationtech.jts.operation.overlayng.OverlayNG;
import org.locationtech.jts.operation.overlayng.OverlayNGRobust;

/** Bodies, their surfaces in triangles, and what is allowed for in them. Sizes are made up. */
class SolidTest {
    private static final double TOLERANCE = .002;
    private static final CylindricalGear GEAR = CylindricalGear.spur(.5, 24, 0, BasicRack.ISO_53_A);
    private static final GeometryFactory PLANE = new GeometryFactory();

    private static Blank blank(Bore bore) {
        return new Blank(Optional.of(bore), 0, 6, Optional.empty(), Rim.WHOLE);
    }

    private static Solid of(CylindricalGear gear, Blank blank, Allowances allowances) {
        return GearSolid.of(gear, blank, 5, GearSolid.OnTop.hub(3), allowances, TOLERANCE);
    }

    private static Solid compound(Allowances allowances) {
        CompoundGear.Step upper = new CompoundGear.Step(CylindricalGear.spur(.4, 12, .3, BasicRack.ISO_53_A), 4, 11);
        return GearSolid.of(
                GEAR,
                new Blank(Optional.of(new Bore.Flatted(2, 1.6)), 0, 0, Optional.empty(), Rim.WHOLE),
                3,
                new GearSolid.OnTop(0, Optional.empty(), Optional.of(upper)),
                allowances,
                TOLERANCE);
    }

    private static final Pockets NUTS = new Pockets(2, 2, 4, 1.6);

    private static Solid pocketed(int count) {
        return GearSolid.of(
                CylindricalGear.spur(1, 24, 0, BasicRack.ISO_53_A),
                new Blank(Optional.of(new Bore.Round(4)), 0, 14, Optional.empty(), Rim.WHOLE),
                5,
                new GearSolid.OnTop(7, Optional.of(new Pockets(count, 2, 4, 1.6)), Optional.empty()),
                Allowances.NONE,
                TOLERANCE);
    }

    static Stream<Solid> forms() {
        Blank holes =
                new Blank(Optional.of(new Bore.Round(2)), 0, 4, Optional.of(new Blank.WebHoles(3, 1.5, 7)), Rim.WHOLE);
        CylindricalGear ring = new CylindricalGear(true, .5, 48, 0, 0, BasicRack.ISO_53_A);
        return Stream.of(
                of(GEAR, Blank.PLAIN, Allowances.NONE),
                of(GEAR, blank(new Bore.Round(3)), Allowances.NONE),
                of(GEAR, blank(new Bore.Flatted(3, 2.5)), Allowances.NONE),
                of(GEAR, blank(new Bore.Splined(12, 3, 3.6, .5, false)), Allowances.NONE),
                of(GEAR, holes, Allowances.NONE),
                of(GEAR, blank(new Bore.Sided(6, 3)), new Allowances(.6, .06, .1, .15, .05)),
                of(
                        new CylindricalGear(false, .5, 24, 15, .2, BasicRack.ISO_53_A),
                        blank(new Bore.Round(3)),
                        Allowances.NONE),
                of(
                        new CylindricalGear(false, .5, 24, -30, 0, BasicRack.ISO_53_A),
                        Blank.PLAIN,
                        new Allowances(0, .05, 0, .1, 0)),
                of(ring, Blank.PLAIN, Allowances.NONE),
                of(
                        new CylindricalGear(true, .5, 48, 20, 0, BasicRack.ISO_53_A),
                        Blank.PLAIN,
                        new Allowances(1, .05, 0, .1, 0)),
                of(GEAR, new Blank(Optional.empty(), 0, 0, Optional.empty(), Rim.sector(24, 7)), Allowances.NONE),
                compound(new Allowances(.6, .05, .1, .1, 0)),
                pocketed(2),
                of(
                        new WormSet(new Worm(.8, 2, 9, BasicRack.ISO_53_A), 30, .1).plainWheel(true),
                        Blank.PLAIN,
                        Allowances.NONE),
                GearSolid.of(new GearRack(.5, 0, BasicRack.ISO_53_A), 12, 4, TOLERANCE)
                        .times(1.02),
                GearSolid.of(new BevelGear(.6, 20, 45, BasicRack.ISO_53_A), 3, 2.5, TOLERANCE),
                GearSolid.of(new Worm(.5, 2, 6, BasicRack.ISO_53_A), 10, 2, TOLERANCE));
    }

    /** Every edge is run through once in each direction, so that the surface has no hole and no seam, and its inside is inside. */
    @ParameterizedTest
    @MethodSource("forms")
    void surfacesAreWatertightAndHoldTheVolumeOfWhatWasDrawn(Solid solid) {
        Surface mesh = Surface.of(solid);
        Map<Long, Integer> edges = new HashMap<>();
        int[] corners = mesh.triangles();
        for (int t = 0; t < corners.length; t += 3) {
            for (int i = 0; i < 3; i++) {
                long from = corners[t + i];
                long to = corners[t + (i + 1) % 3];
                assertThat(from).isNotEqualTo(to);
                assertThat(edges.merge(from * mesh.corners() + to, 1, Integer::sum))
                        .as("an edge in one direction")
                        .isEqualTo(1);
            }
        }
        edges.keySet()
                .forEach(edge -> assertThat(edges)
                        .as("the same in the other")
                        .containsKey(edge % mesh.corners() * mesh.corners() + edge / mesh.corners()));
        // What twists is a little smaller in flat triangles.
        assertThat(mesh.volumeMm3() / solid.volumeMm3()).isCloseTo(1, within(1e-3));
    }

    /** Areas of outlines from elsewhere, times the width. */
    @Test
    void theVolumeIsTheAreaOfTheTeethTimesTheWidth() {
        Checks.of("outline_area")
                .filter(row -> row.text("quantity").equals("area") && row.number("beta") == 0)
                .forEach(row -> {
                    CylindricalGear gear = CylindricalGear.spur(
                            row.number("mn"),
                            row.whole("z"),
                            row.number("x"),
                            new BasicRack(
                                    row.number("alpha_n"),
                                    row.number("ha"),
                                    row.number("c"),
                                    row.number("rho") / row.number("mn")));
                    Solid solid = GearSolid.of(gear, Blank.PLAIN, 7, GearSolid.OnTop.NOTHING, Allowances.NONE, 1e-4);
                    assertThat(Surface.of(solid).volumeMm3() / 7)
                            .as(row.toString())
                            .isCloseTo(row.expected(), within(2 * row.tolerance()));
                });
    }

    private static Geometry polygon(List<Point> points) {
        Coordinate[] at = new Coordinate[points.size() + 1];
        for (int i = 0; i < points.size(); i++) {
            at[i] = new Coordinate(points.get(i).x(), points.get(i).y());
        }
        at[points.size()] = at[0].copy();
        return PLANE.createPolygon(at);
    }

    private static List<Point> drawn(CylindricalGear gear, Allowances allowances) {
        return allowances.loops(gear, Blank.PLAIN, false, TOLERANCE).getFirst().points();
    }

    private static double reach(List<Point> points) {
        return points.stream().mapToDouble(Point::radius).max().orElseThrow();
    }

    /** Printed: shrunk, and grown all round by a round brush (JTS), it is the gear that was wanted. */
    @Test
    void whatIsDrawnComesOutAsItWasWanted() {
        for (boolean ring : new boolean[] {false, true}) {
            CylindricalGear gear = new CylindricalGear(ring, .8, ring ? 50 : 21, 0, .1, BasicRack.ISO_53_A);
            Allowances printer = new Allowances(.8, .07, .12, 0, 0);
            Geometry shrunk = AffineTransformation.scaleInstance(.992, .992).transform(polygon(drawn(gear, printer)));
            Geometry grown = shrunk.buffer(ring ? -.07 : .07, 24);
            Geometry wanted = polygon(Outline.of(gear, TOLERANCE));
            double apart = OverlayNGRobust.overlay(grown, wanted, OverlayNG.SYMDIFFERENCE)
                    .getArea();
            // Along the whole outline a few micrometres, but for the corners that growth rounds.
            assertThat(apart / wanted.getLength()).as("ring %s", ring).isLessThan(.006);
            assertThat(grown.getArea() / wanted.getArea()).isCloseTo(1, within(.003));
        }
    }

    /** For whoever goes on working with the file: a flank that stands back is one face still, not one for each chord. */
    @Test
    void whatStandsBackHasAsManyFacesAsWhatWasWanted() {
        for (Allowances allowed :
                List.of(Allowances.NONE, new Allowances(.6, .05, .1, 0, 0), new Allowances(0, 0, 0, 0, .08))) {
            assertThat(StepFile.of(of(GEAR, Blank.PLAIN, allowed), "").split("ADVANCED_FACE"))
                    .as(allowed.toString())
                    .hasSize(1 + 2 * GEAR.toothCount() + 2);
        }
    }

    @Test
    void addedBacklashIsFoundBetweenTheFlanksAndTipsStayWhereTheyWere() {
        Allowances more = new Allowances(0, 0, 0, 0, .08);
        assertThat(2 * reach(drawn(GEAR, more))).isCloseTo(GEAR.tipDiameterMm(), within(.004));
        double before = atPitch(Outline.of(GEAR, TOLERANCE));
        assertThat(before - atPitch(drawn(GEAR, more))).isCloseTo(.08, within(.004));
    }

    /** Thickness of the tooth that points up, along the pitch circle. */
    private static double atPitch(List<Point> outline) {
        double radius = GEAR.referenceDiameterMm() / 2;
        List<Double> crossings = new ArrayList<>();
        Point last = outline.getLast();
        for (Point next : outline) {
            if ((last.radius() < radius) != (next.radius() < radius)) {
                double share = (radius - last.radius()) / (next.radius() - last.radius());
                double angle = Math.IEEEremainder(
                        last.angle()
                                + share * Math.IEEEremainder(next.angle() - last.angle(), 2 * Math.PI)
                                - Math.PI / 2,
                        2 * Math.PI);
                if (Math.abs(angle) < Math.PI / GEAR.toothCount()) {
                    crossings.add(angle);
                }
            }
            last = next;
        }
        return radius
                * (crossings.getFirst() - crossings.getLast())
                * Math.signum(crossings.getFirst() - crossings.getLast());
    }

    /** A hundred random pairs, each made with its own printer's allowances and a little backlash, rolled through a pitch: no overlap. */
    @Test
    void madeGearsRollWithoutOverlapAtTheirDistance() {
        Random random = new Random(14);
        for (int i = 0; i < 100; i++) {
            double m = .4 + random.nextDouble();
            CylindricalGear first =
                    CylindricalGear.spur(m, 9 + random.nextInt(30), .4 * random.nextDouble(), BasicRack.ISO_53_A);
            CylindricalGear second = CylindricalGear.spur(m, 17 + random.nextInt(40), 0, BasicRack.ISO_53_A);
            double growth = .08 * random.nextDouble();
            Allowances printer = new Allowances(random.nextDouble(), growth, .1, 0, .06 * m);
            double shrink = 1 - printer.shrinkPercent() / 100;
            GearPair pair = GearPair.withoutBacklash(first, second);
            if (!pair.interferences().isEmpty()) {
                continue;
            }
            Geometry one = AffineTransformation.scaleInstance(shrink, shrink)
                    .transform(polygon(drawn(first, printer)))
                    .buffer(growth, 16);
            Geometry other = AffineTransformation.scaleInstance(shrink, shrink)
                    .transform(polygon(drawn(second, printer)))
                    .buffer(growth, 16);
            // Tooth 0 of the first points at the other's axis, a gap of the other stands over it.
            double half = second.toothCount() % 2 == 0 ? Math.PI / second.toothCount() : 0;
            for (int step = 0; step < 6; step++) {
                double turn = 2 * Math.PI / first.toothCount() * step / 6;
                Geometry turned = AffineTransformation.rotationInstance(turn).transform(one);
                Geometry there = AffineTransformation.rotationInstance(
                                half - turn * first.toothCount() / second.toothCount())
                        .translate(0, pair.centreDistanceMm())
                        .transform(other);
                assertThat(turned.intersection(there).getArea())
                        .as("%s with %s at step %d", first, second, step)
                        .isLessThan(1e-4);
            }
        }
    }

    /** Tips and roots of a bevel gear at its large end by its own formulas, at the small end smaller in proportion. */
    @Test
    void aBevelGearHasItsSizesAtTheLargeEnd() {
        BevelGear gear = new BevelGear(.6, 20, 40, BasicRack.ISO_53_A);
        Solid solid = GearSolid.of(gear, 0, 2.5, TOLERANCE);
        assertThat(solid.tipDiameterMm().orElseThrow()).isCloseTo(gear.tipDiameterMm(), within(.005));
        Line large = solid.layers().getFirst().bottom().outer();
        assertThat(2 * large.nearestMm()).isCloseTo(gear.rootDiameterMm(), within(.005));
        double smaller = 1 - 2.5 / gear.outerConeDistanceMm();
        assertThat(2 * solid.layers().getFirst().top().outer().farthestMm())
                .isCloseTo(smaller * gear.tipDiameterMm(), within(.005));
        // Along the pitch circle teeth and spaces are alike.
        Geometry circle = polygon(new Bore.Round(gear.referenceDiameterMm()).outline(1e-5))
                .getBoundary();
        assertThat(circle.intersection(polygon(large.points())).getLength())
                .isCloseTo(20 * Math.PI * .6 / 2, within(.05));
        Refused wide = catchThrowableOfType(Refused.class, () -> GearSolid.of(gear, 9, 2.5, TOLERANCE));
        assertThat(english(wide.say())).contains("9");
    }

    @Test
    void tipsAreToldAcrossTheTeethAndNotAcrossTheHub() {
        assertThat(of(GEAR, blank(new Bore.Round(3)), Allowances.NONE)
                        .tipDiameterMm()
                        .orElseThrow())
                .isCloseTo(GEAR.tipDiameterMm(), within(.004));
        CylindricalGear ring = new CylindricalGear(true, .5, 48, 0, 0, BasicRack.ISO_53_A);
        assertThat(of(ring, Blank.PLAIN, Allowances.NONE).tipDiameterMm().orElseThrow())
                .isCloseTo(ring.tipDiameterMm(), within(.004));
        assertThat(GearSolid.of(new GearRack(.5, 0, BasicRack.ISO_53_A), 12, 4, TOLERANCE)
                        .tipDiameterMm())
                .isEmpty();
    }

    @Test
    void whatCannotBeIsSaid() {
        Refused tooThin = catchThrowableOfType(Refused.class, () -> drawn(GEAR, new Allowances(0, 0, 0, 0, .3)));
        assertThat(english(tooThin.say()))
                .isEqualTo("So much backlash leaves no clearance at the roots: at most 0.13 mm");
        Refused nothing = catchThrowableOfType(Refused.class, () -> drawn(GEAR, new Allowances(0, .45, 0, 0, 0)));
        assertThat(english(nothing.say())).startsWith("Nothing whole is left of the teeth");
        Section small = Section.of(new Line(new Bore.Round(6).outline(.01), false), List.of());
        List<Point> aside = new Bore.Round(6)
                .outline(.01).stream().map(p -> new Point(p.x() + 2, p.y())).toList();
        Solid crossing = new Solid(List.of(
                Solid.Layer.straight(small, 1),
                Solid.Layer.straight(Section.of(new Line(aside, false), List.of()), 1)));
        assertThat(english(catchThrowableOfType(Refused.class, () -> Surface.of(crossing))
                        .say()))
                .startsWith("Two steps of it cross");
    }

    /** By hand: two rectangles of the nut's size taken away over its height; the upper gear stands on the lower one's web. */
    @Test
    void pocketsAndASecondGearTakeAndAddWhatTheirSizesSay() {
        double whole = GearSolid.of(
                        CylindricalGear.spur(1, 24, 0, BasicRack.ISO_53_A),
                        new Blank(Optional.of(new Bore.Round(4)), 0, 14, Optional.empty(), Rim.WHOLE),
                        5,
                        GearSolid.OnTop.hub(7),
                        Allowances.NONE,
                        TOLERANCE)
                .volumeMm3();
        assertThat(whole - pocketed(2).volumeMm3()).isCloseTo(2 * 4 * 1.6 * 4, within(1e-6));
        assertThat(compound(Allowances.NONE).heightMm()).isEqualTo(7);
        assertThat(compound(Allowances.NONE).tipDiameterMm().orElseThrow())
                .as("the larger one's")
                .isCloseTo(13, within(.001));
    }

    /**
     * By hand: a pocket of 4 × 1.6 × 4 mm whose middle is 4.5 mm from the axis is missing there, 115.2 mm⁴; a nut's hexagon has
     * √3/2 of the square over its flats. Steel 7.85 (materials tables), acetal 1.41 g/cm³.
     */
    @Test
    void onePocketIsOutOfBalanceAndTwoAreNot() {
        Point one = pocketed(1).firstMomentMm4();
        assertThat(one.x()).isCloseTo(0, within(1e-6));
        assertThat(one.y()).isCloseTo(-4 * 1.6 * 4 * 4.5, within(1e-3));
        assertThat(pocketed(2).firstMomentMm4().radius()).isLessThan(1e-6);
        double nut = (Math.sqrt(3) / 2 * 16 - Math.PI) * 1.6;
        double grams = (7.85 * (nut + Math.PI * 5) - 1.41 * Math.PI * 3.4) / 1000;
        assertThat(new Pockets(1, 2, 4, 1.6).hardwareGmm(2, 14, 1.41).y()).isCloseTo(4.5 * grams, within(1e-9));
        assertThat(NUTS.hardwareGmm(2, 14, 1.41).radius()).isLessThan(1e-12);
        Solid sector =
                of(GEAR, new Blank(Optional.empty(), 0, 0, Optional.empty(), Rim.sector(24, 7)), Allowances.NONE);
        assertThat(sector.firstMomentMm4().radius()).isGreaterThan(1);
    }

    @Test
    void pocketsWithoutRoomAreRefusedWithWhatTheyNeed() {
        assertThat(english(catchThrowableOfType(Refused.class, () -> NUTS.requireRoom(5, 14, 7))
                        .say()))
                .startsWith("A wall of 2.0 mm is too thin");
        assertThat(english(catchThrowableOfType(Refused.class, () -> NUTS.requireRoom(2, 14, 3))
                        .say()))
                .isEqualTo("The hub has to stand out by at least 4.8 mm for these nuts; 3.0 given");
        assertThat(catchThrowableOfType(
                        Refused.class, () -> new GearSolid.OnTop(0, Optional.of(NUTS), Optional.empty())))
                .isNotNull();
    }

    /** A worm's wheel: m_t = m_x and α_t = α_x in its middle, tan γ = z₁ m_x / d₁, d₂ = z₂ m_x (ISO 14521 and any text on worm gears). */
    @Test
    void aPlainWormWheelHasTheWormsAxialSectionInItsMiddle() {
        WormSet set = new WormSet(new Worm(.8, 2, 9, BasicRack.of(20, 1, .25)), 30, .1);
        CylindricalGear wheel = set.plainWheel(false);
        assertThat(wheel.transverseModule()).isCloseTo(.8, within(1e-12));
        assertThat(wheel.transversePressureAngleDeg()).isCloseTo(20, within(1e-9));
        assertThat(wheel.helixAngleDeg()).isCloseTo(Math.toDegrees(Math.atan(1.6 / 9)), within(1e-12));
        assertThat(wheel.referenceDiameterMm()).isCloseTo(24, within(1e-12));
        assertThat(wheel.tipDiameterMm()).isCloseTo(set.wheelThroatDiameterMm(), within(1e-9));
        assertThat(wheel.rootDiameterMm()).isCloseTo(set.wheelRootDiameterMm(), within(1e-9));
        assertThat(set.plainWheel(true).helixAngleDeg()).isNegative();
    }

    /** Jaws stand as far apart as is said; the line between them over teeth touches the base circle, its ends lie on flanks (ISO 21771). */
    @Test
    void measuringPlacesLieWhereACaliperTouches() {
        for (int teeth : new int[] {23, 24}) {
            CylindricalGear gear = CylindricalGear.spur(.5, teeth, .1, BasicRack.ISO_53_A);
            Geometry flank = polygon(drawn(gear, Allowances.NONE)).getBoundary();
            List<MeasuringPlace> places = MeasuringPlace.of(gear, 5, 3);
            assertThat(places)
                    .extracting(p -> english(p.what()))
                    .containsExactly(
                            teeth == 24 ? "over the tips" : "over the tips, an odd count",
                            "over " + Span.bestToothNumber(gear) + " teeth",
                            "width",
                            "bore");
            assertThat(places)
                    .allSatisfy(p -> assertThat(Math.hypot(
                                    Math.hypot(
                                            p.to().x() - p.from().x(),
                                            p.to().y() - p.from().y()),
                                    p.to().z() - p.from().z()))
                            .isCloseTo(p.mm(), within(1e-9)));
            for (MeasuringPlace place : places.subList(0, 2)) {
                for (MeasuringPlace.Spot spot : List.of(place.from(), place.to())) {
                    assertThat(flank.distance(PLANE.createPoint(new Coordinate(spot.x(), spot.y()))))
                            .as(english(place.what()))
                            .isLessThan(.004);
                }
            }
        }
        assertThat(MeasuringPlace.of(new CylindricalGear(true, .5, 48, 0, 0, BasicRack.ISO_53_A), 5, 0))
                .isEmpty();
    }
}
