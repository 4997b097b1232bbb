package app.gewerk.server.making;

import app.gewerk.core.Wire;
import app.gewerk.core.gear.Rim;
import app.gewerk.core.making.Blank;
import app.gewerk.core.making.Bore;
import app.gewerk.core.words.Refused;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * What of a gear is not its teeth, as a request describes it. Lengths in mm.
 *
 * @param phaseDeg where flat or key faces, counter-clockwise from the middle of the tooth that points up
 * @param sectorTeeth a sector with so many teeth; instead of naming those left out
 * @param teethLeftOut numbers of teeth that are not there, the one pointing up being 0, counter-clockwise
 */
public record BlankSpec(
        @Nullable BoreSpec bore,
        @Nullable Double phaseDeg,
        @Nullable Double hubDiameterMm,
        @Nullable HolesSpec holes,
        @Nullable Double tipRoundingMm,
        @Nullable List<Integer> teethLeftOut,
        @Nullable Integer sectorTeeth) {

    enum Shape {
        ROUND,
        D,
        DOUBLE_D,
        KEY,
        HEXAGON,
        SQUARE,
        SPLINE,
        KNURL;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /**
     * @param acrossMm over the flat (D), across the flats (double D, hexagon, square), over the keyway (key)
     * @param largerMm outer diameter of spline or knurl; {@code diameterMm} is its inner one
     */
    record BoreSpec(
            Shape shape,
            @Nullable Double diameterMm,
            @Nullable Double acrossMm,
            @Nullable Double keyWidthMm,
            @Nullable Integer grooves,
            @Nullable Double largerMm) {

        Bore bore() {
            return switch (shape) {
                case ROUND -> new Bore.Round(diameter());
                case D -> new Bore.Flatted(diameter(), across());
                case DOUBLE_D -> new Bore.TwoFlats(diameter(), across());
                case KEY -> new Bore.Keyed(diameter(), given(keyWidthMm, "keyWidthMm"), across());
                case HEXAGON -> new Bore.Sided(6, across());
                case SQUARE -> new Bore.Sided(4, across());
                case SPLINE ->
                    new Bore.Splined(given(grooves, "grooves"), diameter(), given(largerMm, "largerMm"), 0.5, false);
                case KNURL ->
                    new Bore.Splined(given(grooves, "grooves"), diameter(), given(largerMm, "largerMm"), 0.4, true);
            };
        }

        private double diameter() {
            return given(diameterMm, "diameterMm");
        }

        private double across() {
            return given(acrossMm, "acrossMm");
        }

        private <T> T given(@Nullable T value, String field) {
            if (value == null) {
                throw Refused.at("bore." + field, "bore.needs", "shape", shape.toString(), "field", field);
            }
            return value;
        }
    }

    record HolesSpec(int count, double diameterMm, double circleMm) {}

    /** @throws Refused in words where it cannot be */
    Blank blank(int toothCount) {
        Rim rim = sectorTeeth == null
                ? new Rim(0, teethLeftOut == null ? Set.of() : Set.copyOf(teethLeftOut))
                : Rim.sector(toothCount, sectorTeeth);
        return new Blank(
                Optional.ofNullable(bore).map(BoreSpec::bore),
                or(phaseDeg),
                or(hubDiameterMm),
                Optional.ofNullable(holes).map(h -> new Blank.WebHoles(h.count, h.diameterMm, h.circleMm)),
                new Rim(or(tipRoundingMm), rim.teethLeftOut()));
    }

    private static double or(@Nullable Double value) {
        return value == null ? 0 : value;
    }
}
