package app.gewerk.server.making;

import app.gewerk.core.AtMost;
import app.gewerk.core.gear.BevelGear;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.GearRack;
import app.gewerk.core.gear.Worm;
import app.gewerk.core.making.Allowances;
import app.gewerk.core.making.Blank;
import app.gewerk.core.making.GearSolid;
import app.gewerk.core.making.Solid;
import app.gewerk.core.words.Refused;
import app.gewerk.server.gear.GearSpec;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A body to make, as a request describes it. Lengths in mm, angles in degrees.
 *
 * @param form {@code gear} (outside or ring), {@code rack} (a piece of {@code gear.toothCount} teeth), {@code bevel} or {@code worm}
 *     ({@code gear.toothCount} starts); {@code gear} where it is left out
 * @param gear its teeth; of a bevel gear at its large end, of a worm in the axial section
 * @param faceWidthMm along the axis, of a bevel gear along the tooth, of a worm its length
 * @param hubOutMm by which a hub stands out above the upper face
 * @param coneAngleDeg of a bevel gear, from the axis
 * @param wormDiameterMm pitch diameter of a worm
 */
record SolidSpec(
        @AtMost(10) @Nullable String form,
        GearSpec gear,
        double faceWidthMm,
        @Nullable BlankSpec blank,
        @Nullable Double hubOutMm,
        @Nullable Double coneAngleDeg,
        @Nullable Double wormDiameterMm,
        @Nullable AllowancesSpec allowances,
        @AtMost(200) @Nullable String title) {

    /** No chord of a made gear strays farther from the true curve (mm). */
    static final double TOLERANCE_MM = 0.002;

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
        return new SolidSpec(form, gear, faceWidthMm, blank, hubOutMm, coneAngleDeg, wormDiameterMm, null, title)
                .solid();
    }

    /** The gear, where it is one with parallel axes. */
    Optional<CylindricalGear> cylindrical() {
        return kind().equals("gear") ? Optional.of(gear.gear()) : Optional.empty();
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

    /** @throws Refused in words where there is no such body */
    Solid solid() {
        if (!kind().equals("gear")) {
            requireNone(gear.helixAngleDeg(), "gear.helixAngleDeg");
            requireNone(hubOutMm, "hubOutMm");
            if (!made().equals(Allowances.NONE)) {
                throw Refused.at("allowances", "solid.onlyOfGear", "field", "allowances");
            }
        }
        return switch (kind()) {
            case "gear" -> GearSolid.of(gear.gear(), whole(), faceWidthMm, or(hubOutMm), made(), TOLERANCE_MM);
            case "rack" -> {
                requireNone(bore(), "blank.bore");
                yield GearSolid.of(
                        new GearRack(gear.pitch().module(), 0, gear.rack()),
                        gear.toothCount(),
                        faceWidthMm,
                        TOLERANCE_MM);
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
                        TOLERANCE_MM);
            case "worm" ->
                GearSolid.of(
                        new Worm(
                                gear.pitch().module(),
                                gear.toothCount(),
                                given(wormDiameterMm, "wormDiameterMm"),
                                gear.rack()),
                        faceWidthMm,
                        bore(),
                        TOLERANCE_MM);
            default -> throw Refused.at("form", "solid.form", "given", kind());
        };
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

    private static double given(@Nullable Double value, String field) {
        if (value == null) {
            throw Refused.at(field, "solid.needs", "field", field);
        }
        return value;
    }

    private static double or(@Nullable Double value) {
        return value == null ? 0 : value;
    }
}
