package app.gewerk.server.making;

import app.gewerk.core.AtMost;
import app.gewerk.core.gear.BevelGear;
import app.gewerk.core.gear.CompoundGear;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.GearRack;
import app.gewerk.core.gear.Point;
import app.gewerk.core.gear.Worm;
import app.gewerk.core.gear.WormSet;
import app.gewerk.core.making.Allowances;
import app.gewerk.core.making.Blank;
import app.gewerk.core.making.GearSolid;
import app.gewerk.core.making.MeasuringPlace;
import app.gewerk.core.making.Pockets;
import app.gewerk.core.making.Solid;
import app.gewerk.core.words.Refused;
import app.gewerk.server.gear.GearSpec;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A body to make, as a request describes it. Lengths in mm, angles in degrees.
 *
 * @param form {@code gear} (outside or ring), {@code compound} (with {@code upper} on it), {@code rack} (a piece of {@code gear.toothCount}
 *     teeth), {@code bevel}, {@code worm} ({@code gear.toothCount} starts) or {@code wormWheel}; {@code gear} where it is left out
 * @param gear its teeth; of a bevel gear at its large end, of a worm in the axial section, of a worm wheel those of the worm's axial section
 * @param faceWidthMm along the axis, of a bevel gear along the tooth, of a worm its length
 * @param hubOutMm by which a hub stands out above the upper face
 * @param coneAngleDeg of a bevel gear, from the axis
 * @param wormDiameterMm pitch diameter of a worm, also of the one that a wheel runs with
 * @param starts of the worm that a wheel runs with
 * @param upper the smaller gear of a compound one
 * @param pockets for nuts, in a hub that stands out
 */
record SolidSpec(
        @AtMost(10) @Nullable String form,
        GearSpec gear,
        double faceWidthMm,
        @Nullable BlankSpec blank,
        @Nullable Double hubOutMm,
        @Nullable Double coneAngleDeg,
        @Nullable Double wormDiameterMm,
        @Nullable Integer starts,
        @Nullable Boolean leftHanded,
        @Nullable UpperSpec upper,
        @Nullable PocketsSpec pockets,
        @Nullable AllowancesSpec allowances,
        @AtMost(200) @Nullable String title) {

    /** No chord of a made gear strays farther from the true curve (mm). */
    static final double TOLERANCE_MM = 0.002;

    /** @param phaseDeg by which a tooth of it stands counter-clockwise of the one that points up below */
    record UpperSpec(
            GearSpec gear, double faceWidthMm, @Nullable Double phaseDeg) {
        CompoundGear.Step step() {
            return new CompoundGear.Step(gear.gear(), faceWidthMm, or(phaseDeg));
        }
    }

    record PocketsSpec(int count, double screwMm, double nutAcrossMm, double nutThickMm) {
        Pockets pockets() {
            return new Pockets(count, screwMm, nutAcrossMm, nutThickMm);
        }
    }

    /** What is left out is 0. */
    record AllowancesSpec(
            @Nullable Double shrinkPercent,
            @Nullable Double outsideGrowthMm,
            @Nullable Double boreClosesMm,
            @Nullable Double firstLayerMm,
            @Nullable Double backlashMm) {

        Allowances allowances() {
            return new Allowances(
                    or(shrinkPercent), or(outsideGrowthMm), or(boreClosesMm), or(firstLayerMm), or(backlashMm));
        }
    }

    /** The body as it shall be, whatever has to be drawn for that. */
    Solid asItShallBe() {
        return solid(Allowances.NONE);
    }

    /** The gear, where it is one with parallel axes; of a compound one its larger. */
    Optional<CylindricalGear> cylindrical() {
        return kind().equals("gear") || kind().equals("compound") ? Optional.of(gear.gear()) : Optional.empty();
    }

    /** Where it is measured once it is made. */
    List<MeasuringPlace> places() {
        return cylindrical().map(g -> MeasuringPlace.of(g, faceWidthMm, bore())).orElse(List.of());
    }

    /**
     * How far out of balance it is: mass times its place (g mm).
     *
     * @param drawn its body
     * @param densityGPerCm3 of what it is made of
     */
    double unbalanceGmm(Solid drawn, double densityGPerCm3) {
        Point body = drawn.firstMomentMm4();
        Point steel = pockets == null || blank == null
                ? new Point(0, 0)
                : pockets.pockets().hardwareGmm(bore() / 2, or(blank.hubDiameterMm()), densityGPerCm3);
        double perMm3 = densityGPerCm3 / 1000;
        return Math.hypot(perMm3 * body.x() + steel.x(), perMm3 * body.y() + steel.y());
    }

    private String kind() {
        return form == null ? "gear" : form;
    }

    private Allowances made() {
        return allowances == null ? Allowances.NONE : allowances.allowances();
    }

    private Blank whole() {
        Blank whole = blank == null ? Blank.PLAIN : blank.blank(gear.toothCount());
        if (or(hubOutMm) > 0 && whole.hubDiameterMm() == 0) {
            throw Refused.at("blank.hubDiameterMm", "solid.needs", "field", "blank.hubDiameterMm");
        }
        return whole;
    }

    /** As it has to be drawn. @throws Refused in words where there is no such body */
    Solid solid() {
        return solid(made());
    }

    private Solid solid(Allowances allowances) {
        boolean compound = kind().equals("compound");
        boolean cylinder = compound || kind().equals("gear") || kind().equals("wormWheel");
        if (!cylinder) {
            requireNone(gear.helixAngleDeg(), "gear.helixAngleDeg");
            requireNone(hubOutMm, "hubOutMm");
            if (!allowances.onlyShrinks()) {
                throw Refused.at("allowances", "solid.onlyShrinks");
            }
        }
        if (upper != null && !compound) {
            throw Refused.at("upper", "solid.onlyOfGear", "field", "upper");
        }
        return switch (kind()) {
            case "gear" -> cut(gear.gear(), allowances);
            case "compound" -> cut(gear.gear(), allowances);
            case "wormWheel" -> cut(wheel(), allowances);
            case "rack" -> {
                requireNone(bore(), "blank.bore");
                yield GearSolid.of(
                                new GearRack(gear.pitch().module(), 0, gear.rack()),
                                gear.toothCount(),
                                faceWidthMm,
                                TOLERANCE_MM)
                        .times(allowances.scale());
            }
            case "bevel" ->
                GearSolid.of(
                                new BevelGear(
                                        gear.pitch().module(),
                                        gear.toothCount(),
                                        given(coneAngleDeg, "coneAngleDeg"),
                                        or(gear.profileShiftCoefficient()),
                                        gear.rack()),
                                bore(),
                                faceWidthMm,
                                TOLERANCE_MM)
                        .times(allowances.scale());
            case "worm" ->
                GearSolid.of(worm(gear.toothCount()), faceWidthMm, bore(), TOLERANCE_MM)
                        .times(allowances.scale());
            default -> throw Refused.at("form", "solid.form", "given", kind());
        };
    }

    private Solid cut(CylindricalGear teeth, Allowances allowances) {
        if (kind().equals("compound") && teeth.internal()) {
            throw Refused.at("gear.kind", "compound.outside");
        }
        GearSolid.OnTop onTop = new GearSolid.OnTop(
                or(hubOutMm),
                Optional.ofNullable(pockets).map(PocketsSpec::pockets),
                kind().equals("compound") ? Optional.of(given(upper, "upper").step()) : Optional.empty());
        return GearSolid.of(teeth, whole(), faceWidthMm, onTop, allowances, TOLERANCE_MM);
    }

    private Worm worm(int itsStarts) {
        return new Worm(gear.pitch().module(), itsStarts, given(wormDiameterMm, "wormDiameterMm"), gear.rack());
    }

    private CylindricalGear wheel() {
        requireNone(gear.helixAngleDeg(), "gear.helixAngleDeg");
        return new WormSet(worm(given(starts, "starts")), gear.toothCount(), or(gear.profileShiftCoefficient()))
                .plainWheel(Boolean.TRUE.equals(leftHanded));
    }

    /** Seen along the axis; only a gear has that flat. */
    List<Blank.Loop> loops() {
        if (!kind().equals("gear")) {
            throw Refused.at("form", "solid.flatOnlyGear");
        }
        CylindricalGear cut = gear.gear();
        if (cut.helixAngleDeg() != 0) {
            throw Refused.at("gear.helixAngleDeg", "solid.flatOnlySpur");
        }
        return made().loops(cut, whole(), false, TOLERANCE_MM);
    }

    private double bore() {
        return blank == null || blank.bore() == null
                ? 0
                : 2 * blank.bore().bore().reachMm();
    }

    /** What is not reckoned with is not passed over. */
    private static void requireNone(@Nullable Double value, String field) {
        if (value != null && value != 0) {
            throw Refused.at(field, "solid.onlyOfGear", "field", field);
        }
    }

    private static <T> T given(@Nullable T value, String field) {
        if (value == null) {
            throw Refused.at(field, "solid.needs", "field", field);
        }
        return value;
    }

    private static double or(@Nullable Double value) {
        return value == null ? 0 : value;
    }
}
