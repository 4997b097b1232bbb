package app.gewerk.core.making;

import static app.gewerk.core.words.English.english;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Outline;
import app.gewerk.core.gear.Point;
import app.gewerk.core.gear.Rim;
import app.gewerk.core.gear.ToothForm;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.locationtech.jts.geom.Coordinate;
import org.locationtech.jts.geom.GeometryFactory;
import org.locationtech.jts.geom.Polygon;

/** Holes and what else is not teeth, measured by JTS: areas from school geometry, widths as a caliper takes them. */
class BlankTest {
    private static final CylindricalGear GEAR = CylindricalGear.spur(1, 20, 0, BasicRack.ISO_53_A);

    private static Polygon polygon(List<Point> outline) {
        Coordinate[] ring = Stream.concat(outline.stream(), Stream.of(outline.getFirst()))
                .map(p -> new Coordinate(p.x(), p.y()))
                .toArray(Coordinate[]::new);
        return new GeometryFactory().createPolygon(ring);
    }

    static Stream<Arguments> bores() {
        double segment = 4 * Math.acos(0.5) - Math.sqrt(3);
        return Stream.of(
                Arguments.of(new Bore.Round(4), 4 * Math.PI, 4, 4),
                Arguments.of(new Bore.Flatted(4, 3), 4 * Math.PI - segment, 4, 3),
                Arguments.of(new Bore.TwoFlats(4, 2), 4 * Math.PI - 2 * segment, 4, 2),
                Arguments.of(new Bore.Sided(6, 4), 8 * Math.sqrt(3), 8 / Math.sqrt(3), 4),
                Arguments.of(new Bore.Sided(4, 4), 16, 4, 4));
    }

    /** @param overMark size measured along the direction of the flat, key or side */
    @ParameterizedTest
    @MethodSource("bores")
    void boresHaveTheirAreaAndWidths(Bore bore, double area, double across, double overMark) {
        Polygon hole = polygon(bore.outline(0.0005));
        assertThat(hole.isValid()).isTrue();
        assertThat(hole.getArea()).isCloseTo(area, within(0.01));
        assertThat(hole.getEnvelopeInternal().getWidth()).isCloseTo(across, within(0.003));
        assertThat(hole.getEnvelopeInternal().getHeight()).isCloseTo(overMark, within(0.003));
        double reach = 0;
        for (Coordinate c : hole.getCoordinates()) {
            reach = Math.max(reach, Math.hypot(c.x, c.y));
        }
        assertThat(reach).isCloseTo(bore.reachMm(), within(0.002));
    }

    @Test
    void aKeywayAndGroovesAreWholeAndReachAsFarAsTheySay() {
        for (Bore bore : List.of(
                new Bore.Keyed(6, 2, 7),
                new Bore.Splined(6, 5, 6, 0.5, false),
                new Bore.Splined(40, 5, 5.4, 0.4, true))) {
            Polygon hole = polygon(bore.outline(0.001));
            assertThat(hole.isValid()).as(english(bore.words())).isTrue();
            assertThat(hole.getArea()).isBetween(Math.PI * 6.2, Math.PI * 10.2);
            assertThat(hole.getEnvelopeInternal().getMaxY()).isLessThanOrEqualTo(bore.reachMm() + 1e-9);
        }
        assertThat(polygon(new Bore.Keyed(6, 2, 7).outline(0.001))
                        .getEnvelopeInternal()
                        .getHeight())
                .isCloseTo(7, within(0.002));
    }

    @Test
    void theFlatStandsAgainstAToothOrAGap() {
        Blank gap = new Blank(Optional.of(new Bore.Flatted(4, 3)), 9, 0, Optional.empty(), Rim.WHOLE);
        List<Point> bore = gap.loops(GEAR, 0.001).get(1).points();
        double least = bore.stream()
                .mapToDouble(p -> p.x() * -Math.sin(Math.toRadians(9)) + p.y() * Math.cos(Math.toRadians(9)))
                .max()
                .orElseThrow();
        assertThat(least).as("the flat faces the gap, half a pitch on").isCloseTo(1, within(1e-6));
    }

    @Test
    void teethLeftOutAreCutToTheRoot() {
        Polygon whole = polygon(Outline.of(GEAR, 0.001));
        Polygon without = polygon(Outline.of(ToothForm.of(GEAR), new Rim(0, Set.of(0, 7)), 0.001));
        Polygon oneTooth = polygon(Outline.of(ToothForm.of(GEAR), Rim.sector(20, 1), 0.001));
        assertThat(without.isValid()).isTrue();
        double root = Math.PI * 8.75 * 8.75;
        double tooth = (whole.getArea() - root) / 20;
        assertThat(whole.getArea() - without.getArea()).isCloseTo(2 * tooth, within(0.01));
        assertThat(oneTooth.getArea() - root).isCloseTo(tooth, within(0.02));
        assertThat(oneTooth.getEnvelopeInternal().getMaxY()).isCloseTo(11, within(1e-6));
        assertThat(oneTooth.getEnvelopeInternal().getMaxX()).isLessThan(8.76);
        assertThatThrownBy(() -> Rim.sector(20, 21)).hasMessageContaining("1 to 20");
    }

    @Test
    void roundedTipsKeepTheTipDiameterAndTakeOffTheCorners() {
        Polygon sharp = polygon(Outline.of(GEAR, 0.0005));
        Polygon rounded = polygon(Outline.of(ToothForm.of(GEAR), new Rim(0.15, Set.of()), 0.0005));
        assertThat(sharp.buffer(1.5e-3).contains(rounded)).isTrue();
        assertThat(rounded.getEnvelopeInternal().getMaxY()).isCloseTo(11, within(1e-3));
        double sharpest = sharpestTurnDeg(rounded);
        assertThat(sharpestTurnDeg(sharp)).isGreaterThan(40);
        assertThat(sharpest).isLessThan(25);
        assertThatThrownBy(() -> Outline.of(ToothForm.of(GEAR), new Rim(0.6, Set.of()), 0.001))
                .hasMessageContaining("no room");
    }

    /** Largest turn at a convex corner. */
    private static double sharpestTurnDeg(Polygon polygon) {
        Coordinate[] c = polygon.getCoordinates();
        double most = 0;
        for (int i = 1; i < c.length - 1; i++) {
            double in = Math.atan2(c[i].y - c[i - 1].y, c[i].x - c[i - 1].x);
            double out = Math.atan2(c[i + 1].y - c[i].y, c[i + 1].x - c[i].x);
            double turn = out - in - 2 * Math.PI * Math.rint((out - in) / (2 * Math.PI));
            most = Math.max(most, Math.toDegrees(turn));
        }
        return most;
    }

    @Test
    void wallsAreAskedFor() {
        Blank.WebHoles holes = new Blank.WebHoles(6, 2, 12);
        Blank blank = new Blank(Optional.of(new Bore.Round(4)), 0, 7, Optional.of(holes), Rim.WHOLE);
        assertThat(blank.loops(GEAR, 0.01))
                .extracting(Blank.Loop::what)
                .containsExactly("teeth", "bore", "hub", "hole", "hole", "hole", "hole", "hole", "hole");
        assertThatThrownBy(() -> Blank.withRoundBore(18).loops(GEAR, 0.01)).hasMessageContaining("leaves no wall");
        assertThatThrownBy(() ->
                        new Blank(Optional.of(new Bore.Round(4)), 0, 3, Optional.empty(), Rim.WHOLE).loops(GEAR, 0.01))
                .hasMessageContaining("wider than the bore");
        assertThatThrownBy(
                        () -> new Blank(Optional.empty(), 0, 0, Optional.of(new Blank.WebHoles(30, 2, 12)), Rim.WHOLE)
                                .loops(GEAR, 0.01))
                .hasMessageContaining("run into each other");
        assertThatThrownBy(() -> new Blank(Optional.empty(), 0, 0, Optional.of(new Blank.WebHoles(3, 2, 17)), Rim.WHOLE)
                        .loops(GEAR, 0.01))
                .hasMessageContaining("holes in the web must lie");
        assertThatThrownBy(() -> new Bore.Flatted(4, 1)).hasMessageContaining("over the flat");
    }
}
