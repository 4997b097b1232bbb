package app.gewerk.core.gear;

import static app.gewerk.core.words.English.english;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.locationtech.jts.geom.Geometry;
import org.locationtech.jts.geom.Polygon;
import org.locationtech.jts.geom.util.AffineTransformation;
import org.locationtech.jts.operation.overlayng.OverlayNG;
import org.locationtech.jts.operation.overlayng.OverlayNGRobust;

/** Thousands of seeded random gears: what calipers, pins and eyes find on the drawn outline is what the formulas say. */
class ManyGearsTest {
    private static final double TOLERANCE_MM = 0.001;
    private static final int GEARS = 2500;

    private static CylindricalGear random(Random random, boolean internal) {
        for (; ; ) {
            double angle = new double[] {20, 20, 20, 14.5, 25}[random.nextInt(5)];
            BasicRack rack = BasicRack.of(angle, random.nextInt(5) == 0 ? 0.8 : 1, angle == 14.5 ? 0.157 : 0.25);
            int z = internal ? 40 + random.nextInt(80) : 8 + random.nextInt(90);
            double helix = random.nextInt(3) == 0 ? 30 * random.nextDouble() : 0;
            double x = internal ? 0.4 * random.nextDouble() : 0.6 * random.nextDouble() - 0.1;
            CylindricalGear gear = new CylindricalGear(internal, 0.2 + 2 * random.nextDouble(), z, helix, x, rack);
            boolean whole = gear.tipThicknessMm() > 0.15 * gear.normalModule()
                    && (internal ? gear.tipDiameterMm() > gear.baseDiameterMm() : !gear.isUndercut());
            if (whole) {
                return gear;
            }
        }
    }

    /** Half the angle of tooth 0 on a circle, where the outline crosses it (radians). */
    private static double halfToothAngle(List<Point> outline, CylindricalGear gear, double radius) {
        double pitch = 2 * Math.PI / gear.toothCount();
        for (int i = 0; i + 1 < outline.size(); i++) {
            Point a = outline.get(i);
            Point b = outline.get(i + 1);
            boolean crosses = (a.radius() - radius) * (b.radius() - radius) <= 0 && a.radius() != b.radius();
            double angle = Math.atan2(a.x(), a.y());
            if (crosses && angle > 0 && angle < pitch / 2) {
                double t = (radius - a.radius()) / (b.radius() - a.radius());
                return Math.atan2(a.x() + t * (b.x() - a.x()), a.y() + t * (b.y() - a.y()));
            }
        }
        throw new AssertionError("the outline does not cross " + radius);
    }

    /** Distance of a point from the outline. */
    private static double distance(List<Point> outline, double x, double y, double reach) {
        double least = Double.POSITIVE_INFINITY;
        for (int i = 0; i < outline.size(); i++) {
            Point a = outline.get(i);
            Point b = outline.get((i + 1) % outline.size());
            if (Math.abs(a.x() - x) > reach || Math.abs(a.y() - y) > reach) {
                continue;
            }
            double dx = b.x() - a.x();
            double dy = b.y() - a.y();
            double t = Math.clamp(((x - a.x()) * dx + (y - a.y()) * dy) / (dx * dx + dy * dy), 0, 1);
            least = Math.min(least, Math.hypot(a.x() + t * dx - x, a.y() + t * dy - y));
        }
        return least;
    }

    /** A pin sinks into the space beside tooth 0 until both flanks hold it; how far its centre is from the axis then. */
    private static double pinCentre(List<Point> outline, CylindricalGear gear, double pin) {
        double direction = Math.PI / 2 + Math.PI / gear.toothCount();
        double outwards = gear.internal() ? -1 : 1;
        double module = gear.transverseModule();
        double middle = gear.referenceDiameterMm() / 2;
        double deep = middle - outwards * 1.5 * module;
        double free = middle + outwards * 3.5 * module;
        for (int i = 0; i < 45; i++) {
            double r = (deep + free) / 2;
            double room = distance(outline, r * Math.cos(direction), r * Math.sin(direction), 4 * module);
            boolean inSpace = outwards * (r - gear.rootDiameterMm() / 2) > 0;
            if (inSpace && room > pin / 2) {
                free = r;
            } else {
                deep = r;
            }
        }
        return (deep + free) / 2;
    }

    @Test
    void thicknessSpanAndPinsOnTheOutlineAreTheFormulas() {
        Random random = new Random(21771);
        int spans = 0;
        int pins = 0;
        for (int i = 0; i < GEARS; i++) {
            CylindricalGear gear = random(random, i % 4 == 3);
            ToothForm form = ToothForm.of(gear);
            List<Point> outline = Outline.of(form, Rim.WHOLE, TOLERANCE_MM);
            double radius = gear.referenceDiameterMm() / 2;
            boolean onFlank = gear.internal()
                    ? radius < form.formDiameterMm() / 2 && radius > gear.tipDiameterMm() / 2
                    : radius > form.formDiameterMm() / 2 && radius < gear.tipDiameterMm() / 2;
            if (onFlank) {
                assertThat(2 * radius * halfToothAngle(outline, gear, radius))
                        .as(gear.toString())
                        .isCloseTo(gear.toothThicknessAtMm(2 * radius), within(6 * TOLERANCE_MM));
            }
            if (gear.helixAngleDeg() == 0) {
                int k = Span.bestToothNumber(gear);
                if (Span.isMeasurable(gear, k)) {
                    spans++;
                    assertThat(jawsOver(outline, gear, k))
                            .as(gear.toString())
                            .isCloseTo(Span.spanMm(gear, k), within(4 * TOLERANCE_MM));
                }
                Pins over = new Pins(gear, 1.7 * gear.normalModule());
                double contact = over.contactDiameterMm();
                boolean touches = gear.internal()
                        ? contact > gear.tipDiameterMm() && contact < form.formDiameterMm()
                        : contact < gear.tipDiameterMm() && contact > form.formDiameterMm();
                if (touches) {
                    pins++;
                    double centre = gear.baseDiameterMm() / 2 / Math.cos(Math.toRadians(over.centreAngleDeg()));
                    assertThat(pinCentre(outline, gear, over.pinDiameterMm()))
                            .as(gear.toString())
                            .isCloseTo(centre, within(6 * TOLERANCE_MM));
                }
            }
        }
        assertThat(spans).isGreaterThan(GEARS / 4);
        assertThat(pins).isGreaterThan(GEARS / 3);
    }

    private static double jawsOver(List<Point> outline, CylindricalGear gear, int k) {
        double pitch = 2 * Math.PI / gear.toothCount();
        double turn = k % 2 == 0 ? pitch / 2 : 0;
        double form = ToothForm.of(gear).formDiameterMm() / 2 - 1e-9;
        double left = 0;
        double right = 0;
        for (Point p : outline) {
            double angle = Math.atan2(p.x(), p.y()) + turn;
            angle -= 2 * Math.PI * Math.rint(angle / (2 * Math.PI));
            if (Math.abs(angle) < k * pitch / 2 && p.radius() > form) {
                double across = p.x() * Math.cos(turn) + p.y() * Math.sin(turn);
                left = Math.max(left, -across);
                right = Math.max(right, across);
            }
        }
        return left + right;
    }

    /** A pinion in its ring, at the distance without backlash, turned through a pitch. */
    @Test
    void aRingAndItsPinionRollTouchingAndWithoutOverlap() {
        Random random = new Random(54);
        int rolled = 0;
        for (int i = 0; i < 60 && rolled < 15; i++) {
            CylindricalGear ring = random(random, true);
            if (ring.helixAngleDeg() != 0) {
                continue;
            }
            int z = 18 + random.nextInt(Math.max(1, ring.toothCount() / 2 - 17));
            CylindricalGear pinion =
                    CylindricalGear.spur(ring.normalModule(), z, ring.profileShiftCoefficient(), ring.rack());
            GearPair pair = GearPair.withoutBacklash(pinion, ring);
            if (!pair.interferences().isEmpty() || z > ring.toothCount() - 12) {
                continue;
            }
            rolled++;
            Polygon hole = Outlines.polygon(Outline.of(ring, TOLERANCE_MM));
            Polygon inside = Outlines.polygon(Outline.of(pinion, TOLERANCE_MM));
            for (int step = 0; step < 6; step++) {
                double turn = 2 * Math.PI / z * step / 6;
                // The ring's space, half a pitch beside its tooth, stands on the line of centres with the pinion's
                // tooth.
                Geometry turnedPinion = AffineTransformation.rotationInstance(turn - Math.PI / 2)
                        .translate(pair.centreDistanceMm(), 0)
                        .transform(inside);
                Geometry turnedRing = AffineTransformation.rotationInstance(
                                turn * z / ring.toothCount() - Math.PI / 2 + Math.PI / ring.toothCount())
                        .transform(hole);
                double overlap = OverlayNGRobust.overlay(turnedPinion, turnedRing, OverlayNG.DIFFERENCE)
                        .getArea();
                String which = pinion + " in " + ring + " at step " + step;
                assertThat(overlap).as(which).isLessThan(8 * TOLERANCE_MM * ring.normalModule());
                assertThat(((Polygon) turnedRing).getExteriorRing().distance(turnedPinion.getBoundary()))
                        .as(which)
                        .isLessThan(3 * TOLERANCE_MM);
            }
        }
        assertThat(rolled).isGreaterThan(8);
    }

    /** A rack under a pinion: the same test with a straight partner. */
    @Test
    void aRackAndItsPinionRollTouchingAndWithoutOverlap() {
        CylindricalGear pinion = CylindricalGear.spur(1, 22, 0.1, BasicRack.ISO_53_A);
        GearRack rack = new GearRack(1, 0, BasicRack.ISO_53_A);
        Polygon wheel = Outlines.polygon(Outline.of(pinion, TOLERANCE_MM));
        Polygon bar = Outlines.polygon(rack.outline(9, TOLERANCE_MM));
        double distance = pinion.referenceDiameterMm() / 2 + 0.1;
        for (int step = 0; step < 8; step++) {
            double turn = 2 * Math.PI / 22 * step / 8;
            // Tooth 0 of the pinion points down into the space beside the rack's middle tooth.
            Geometry turned = AffineTransformation.rotationInstance(Math.PI - turn)
                    .translate(Math.PI / 2 + turn * 11, distance)
                    .transform(wheel);
            double overlap =
                    OverlayNGRobust.overlay(turned, bar, OverlayNG.INTERSECTION).getArea();
            assertThat(overlap).as("step " + step).isLessThan(6 * TOLERANCE_MM);
            assertThat(turned.distance(bar)).as("step " + step).isLessThan(3 * TOLERANCE_MM);
        }
    }

    /** The crown gear's ends: inside the base tangent of its pinion, outside where two flanks meet. */
    @Test
    void aCrownGearsFaceEndsWhereItsTeethDo() {
        CrownGear crown = new CrownGear(CylindricalGear.spur(1, 18, 0, BasicRack.ISO_53_A), 60);
        assertThat(crown.referenceRadiusMm()).isEqualTo(30);
        assertThat(crown.pressureAngleAtDeg(30)).isCloseTo(20, within(1e-9));
        assertThat(crown.innerRadiusMm()).isBetween(26.0, 30.0);
        assertThat(crown.outerRadiusMm()).isBetween(30.0, 36.0);
        assertThat(crown.tipThicknessAtMm(crown.outerRadiusMm())).isCloseTo(0, within(1e-6));
        assertThat(crown.tipThicknessAtMm(30)).isPositive();
        // On the reference radius the tooth is that of the basic rack: π m / 2 − 2 h tan α at its tip.
        double tip = Math.PI / 2 - 2 * (9 - crown.tipPlaneMm()) * Math.tan(Math.toRadians(20));
        assertThat(crown.tipThicknessAtMm(30)).isCloseTo(tip, within(1e-9));
    }

    @Test
    void gearsOnOneHubKeepTheirPhase() {
        CylindricalGear large = CylindricalGear.spur(0.5, 40, 0, BasicRack.ISO_53_A);
        CylindricalGear small = CylindricalGear.spur(0.8, 10, 0.4, BasicRack.ISO_53_A);
        CompoundGear compound =
                new CompoundGear(List.of(new CompoundGear.Step(large, 3, 0), new CompoundGear.Step(small, 6, 18)));
        assertThat(compound.widthMm()).isEqualTo(9);
        assertThat(compound.largestBoreMm()).isCloseTo(small.rootDiameterMm(), within(1e-12));
        List<List<Point>> outlines = compound.outlines(0.01);
        assertThat(outlines).hasSize(2);
        double tip = small.tipDiameterMm() / 2;
        assertThat(outlines.get(1)).as("a tooth stands 18° on").anySatisfy(p -> {
            assertThat(p.radius()).isCloseTo(tip, within(1e-9));
            assertThat(Math.toDegrees(Math.atan2(-p.x(), p.y()))).isCloseTo(18, within(3.0));
        });
    }

    /** Chordal thickness and height of unshifted 20° teeth of module 1, as gear handbooks print them (from memory). */
    @Test
    void chordalValuesAreThoseOfTheTables() {
        double[][] table = {
            {10, 1.56435, 1.06156}, {12, 1.56631, 1.05133}, {20, 1.56918, 1.03083}, {50, 1.57054, 1.01234}
        };
        for (double[] row : table) {
            CylindricalGear gear = CylindricalGear.spur(1, (int) row[0], 0, BasicRack.ISO_53_A);
            assertThat(gear.chordalThicknessMm()).isCloseTo(row[1], within(1.5e-4));
            assertThat(gear.chordalHeightMm()).isCloseTo(row[2], within(1.5e-4));
        }
    }

    /** A pinion nearly as large as its ring strikes it; the words say so, and so does the drawing. */
    @Test
    void tooSmallADifferenceBetweenRingAndPinionIsNamedAndSeen() {
        CylindricalGear ring = new CylindricalGear(true, 1, 60, 0, 0, BasicRack.ISO_53_A);
        for (int z : new int[] {56, 54, 52, 40, 30}) {
            CylindricalGear pinion = CylindricalGear.spur(1, z, 0, BasicRack.of(20, 0.8, 0.25));
            GearPair pair = GearPair.withoutBacklash(pinion, ring);
            boolean said =
                    pair.interferences().stream().anyMatch(i -> !english(i).contains("put in from the side"));
            Polygon hole = Outlines.polygon(Outline.of(ring, TOLERANCE_MM));
            Polygon inside = Outlines.polygon(Outline.of(pinion, TOLERANCE_MM));
            Geometry there = AffineTransformation.rotationInstance(-Math.PI / 2)
                    .translate(pair.centreDistanceMm(), 0)
                    .transform(inside);
            Geometry turnedRing = AffineTransformation.rotationInstance(-Math.PI / 2 + Math.PI / 60)
                    .transform(hole);
            double overlap = OverlayNGRobust.overlay(there, turnedRing, OverlayNG.DIFFERENCE)
                    .getArea();
            assertThat(overlap > 0.004)
                    .as(z + " in 60: overlap " + overlap + ", " + pair.interferences())
                    .isEqualTo(said);
            if (z > 52) {
                assertThat(pair.interferences()).anyMatch(i -> english(i).contains("on their way out"));
            }
        }
    }

    /** Every contact point lies on both outlines, outside and in a ring, with and without backlash. */
    @Test
    void contactPointsLieOnBothFlanks() {
        CylindricalGear pinion = CylindricalGear.spur(1, 20, 0.2, BasicRack.ISO_53_A);
        CylindricalGear wheel = CylindricalGear.spur(1, 31, 0.1, BasicRack.ISO_53_A);
        CylindricalGear ring = new CylindricalGear(true, 1, 62, 0, 0.3, BasicRack.ISO_53_A);
        double apart = GearPair.zeroBacklashCentreMm(pinion, wheel) + 0.15;
        for (GearPair pair : List.of(
                GearPair.withoutBacklash(pinion, wheel),
                GearPair.at(pinion, wheel, apart),
                GearPair.withoutBacklash(pinion, ring))) {
            ContactLine line = ContactLine.of(pair);
            Polygon one = Outlines.polygon(Outline.of(pair.pinion(), TOLERANCE_MM));
            Polygon two = Outlines.polygon(Outline.of(pair.wheel(), TOLERANCE_MM));
            double free = Math.toRadians(pair.wheelFreeAngleDeg()) / 2;
            int seen = 0;
            for (int step = 0; step < 9; step++) {
                double turn = 2 * Math.PI / 20 * step / 9;
                Geometry turnedOne = AffineTransformation.rotationInstance(turn).transform(one);
                double back = pair.wheel().internal() ? -free : free;
                Geometry turnedTwo = AffineTransformation.rotationInstance(
                                Math.toRadians(line.wheelTurnDeg()) + turn * line.wheelTurnsPerTurn() + back)
                        .translate(line.wheelAxis().x(), line.wheelAxis().y())
                        .transform(two);
                for (int i = -4; i <= 4; i++) {
                    double s = line.offsetMm() + line.baseRadiusMm() * turn + i * line.basePitchMm();
                    if (s < line.fromMm() + 0.02 || s > line.toMm() - 0.02) {
                        continue;
                    }
                    seen++;
                    Geometry contact = one.getFactory()
                            .createPoint(new org.locationtech.jts.geom.Coordinate(
                                    line.tangent().x() + s * line.direction().x(),
                                    line.tangent().y() + s * line.direction().y()));
                    assertThat(turnedOne.getBoundary().distance(contact))
                            .as("on gear 1")
                            .isLessThan(2 * TOLERANCE_MM);
                    assertThat(turnedTwo.getBoundary().distance(contact))
                            .as("on gear 2")
                            .isLessThan(3 * TOLERANCE_MM);
                }
            }
            assertThat(seen).as("contacts seen").isGreaterThan(8);
        }
    }

    /** The greatest overlap of two drawn gears that turn through a pitch with their flanks touching (mm²). */
    private static double overlap(GearPair pair) {
        ContactLine line = ContactLine.of(pair);
        Polygon one = Outlines.polygon(Outline.of(pair.pinion(), TOLERANCE_MM));
        Polygon two = Outlines.polygon(Outline.of(pair.wheel(), TOLERANCE_MM));
        boolean ring = pair.wheel().internal();
        double free = Math.toRadians(pair.wheelFreeAngleDeg()) / 2 * (ring ? -1 : 1);
        double most = 0;
        for (int step = 0; step < 12; step++) {
            double turn = 2 * Math.PI / pair.pinion().toothCount() * step / 12;
            Geometry turnedOne = AffineTransformation.rotationInstance(turn).transform(one);
            Geometry turnedTwo = AffineTransformation.rotationInstance(
                            Math.toRadians(line.wheelTurnDeg()) + turn * line.wheelTurnsPerTurn() + free)
                    .translate(line.wheelAxis().x(), line.wheelAxis().y())
                    .transform(two);
            most = Math.max(
                    most,
                    OverlayNGRobust.overlay(turnedOne, turnedTwo, ring ? OverlayNG.DIFFERENCE : OverlayNG.INTERSECTION)
                            .getArea());
        }
        return most;
    }

    /** Pinions of few teeth, undercut ones too, with a little backlash: what is said to strike is what overlaps when drawn. */
    @Test
    void whatIsSaidToStrikeIsWhatOverlapsAndNothingElse() {
        Random random = new Random(11);
        int striking = 0;
        int free = 0;
        List<String> wrong = new java.util.ArrayList<>();
        for (int i = 0; i < 260; i++) {
            boolean ring = i % 4 == 0;
            int z1 = 7 + random.nextInt(ring ? 22 : 18);
            int z2 = ring ? z1 + 4 + random.nextInt(40) : 12 + random.nextInt(60);
            double x1 = 0.9 * random.nextDouble() - 0.25;
            double x2 = 0.6 * random.nextDouble() - 0.2;
            CylindricalGear pinion = CylindricalGear.spur(1, z1, x1, BasicRack.ISO_53_A);
            CylindricalGear wheel = new CylindricalGear(
                    ring, 1, z2, 0, ring ? Math.abs(x2) : x2, BasicRack.of(20, i % 3 == 0 ? 1.3 : 1, 0.25));
            if (ToothForm.tried(pinion).why().isPresent()
                    || ToothForm.tried(wheel).why().isPresent()
                    || !GearPair.canStandWithoutBacklash(pinion, wheel)
                    || GearPair.zeroBacklashAngleDeg(pinion, wheel) < 10) {
                continue;
            }
            double touching = GearPair.zeroBacklashCentreMm(pinion, wheel);
            GearPair pair = GearPair.at(pinion, wheel, touching + (ring ? -0.06 : 0.06));
            boolean said = pair.interferences().stream()
                    .map(w -> english(w))
                    .anyMatch(w -> !w.contains("Contact ratio") && !w.contains("put in from the side"));
            double overlap = overlap(pair);
            if (overlap > 0.012) {
                striking++;
            } else if (overlap < 0.0006) {
                free++;
            } else {
                continue;
            }
            if (said != overlap > 0.012) {
                wrong.add(String.format(
                        "%d/%d%s x %.2f %.2f overlap %.4f %s",
                        z1, z2, ring ? " ring" : "", x1, x2, overlap, pair.interferences()));
            }
        }
        assertThat(striking).isGreaterThan(15);
        assertThat(free).isGreaterThan(100);
        assertThat(wrong).isEmpty();
    }

    /** 8 and 42 teeth of half a module, unshifted: most of the pinion's flank is cut away, and contact is lost. */
    @Test
    void anUndercutPinionHandsOverTooLateButStrikesNothing() {
        GearPair pair = GearPair.withoutBacklash(
                CylindricalGear.spur(0.5, 8, 0, BasicRack.ISO_53_A),
                CylindricalGear.spur(0.5, 42, 0, BasicRack.ISO_53_A));
        assertThat(pair.contactRatio()).isGreaterThan(1.3);
        assertThat(pair.usableContactRatio().orElseThrow()).isCloseTo(0.91, within(0.02));
        assertThat(overlap(pair)).isLessThan(0.001);
        assertThat(pair.interferences())
                .singleElement()
                .satisfies(w -> assertThat(english(w)).contains("lets go before the next takes over"));
    }

    /** Brought together by what the pair says it has, the drawn flanks touch on both sides and no more. */
    @Test
    void radialPlayIsHowFarTheShaftsReallyMove() {
        for (CylindricalGear wheel : List.of(
                CylindricalGear.spur(1, 46, 0.2, BasicRack.ISO_53_A),
                new CylindricalGear(true, 1, 46, 0, 0.2, BasicRack.ISO_53_A))) {
            CylindricalGear pinion = CylindricalGear.spur(1, 33, 0, BasicRack.ISO_53_A);
            double touching = GearPair.zeroBacklashCentreMm(pinion, wheel);
            GearPair apart = GearPair.at(pinion, wheel, touching + (wheel.internal() ? -0.16 : 0.16));
            assertThat(apart.radialPlayMm()).isCloseTo(0.16, within(1e-9));
            GearPair moved = GearPair.at(
                    pinion,
                    wheel,
                    apart.centreDistanceMm() + (wheel.internal() ? apart.radialPlayMm() : -apart.radialPlayMm()));
            assertThat(moved.circumferentialBacklashMm()).isCloseTo(0, within(1e-9));
        }
    }
}
