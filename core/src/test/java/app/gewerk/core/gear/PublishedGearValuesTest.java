package app.gewerk.core.gear;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.Checks;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Every row of the check files names its own source; what is asked here is only that core gives the same. */
class PublishedGearValuesTest {

    static Stream<Checks.Row> involute() {
        return Checks.of("involute");
    }

    @ParameterizedTest
    @MethodSource("involute")
    void involuteOfAnAngle(Checks.Row row) {
        double angle = Math.toRadians(row.number("alpha_deg"));
        assertThat(Involute.inv(angle)).isCloseTo(row.expected(), within(row.tolerance()));
        assertThat(Involute.inverse(Involute.inv(angle))).isCloseTo(angle, within(1e-12));
    }

    static Stream<Checks.Row> involuteInverse() {
        return Checks.of("involute_inverse");
    }

    @ParameterizedTest
    @MethodSource("involuteInverse")
    void angleOfAnInvolute(Checks.Row row) {
        assertThat(Math.toDegrees(Involute.inverse(row.number("inv_value"))))
                .isCloseTo(row.expected(), within(row.tolerance()));
    }

    static Stream<Checks.Row> gears() {
        return Checks.of("gears");
    }

    @ParameterizedTest
    @MethodSource("gears")
    void diametersPitchesAndThicknesses(Checks.Row row) {
        CylindricalGear gear = gear(row);
        double actual = switch (row.text("quantity")) {
            case "d" -> gear.referenceDiameterMm();
            case "db" -> gear.baseDiameterMm();
            case "da" -> gear.tipDiameterMm();
            case "df" -> gear.rootDiameterMm();
            case "mt" -> gear.transverseModule();
            case "alpha_t" -> gear.transversePressureAngleDeg();
            case "beta_b" -> gear.baseHelixAngleDeg();
            case "pn" -> gear.normalPitchMm();
            case "pt" -> gear.transversePitchMm();
            case "pbt" -> gear.transverseBasePitchMm();
            case "sn" -> gear.normalToothThicknessMm();
            case "st" -> gear.transverseToothThicknessMm();
            case "sat" -> gear.tipThicknessMm();
            case "san" -> gear.normalTipThicknessMm();
            case "x_min" -> gear.undercutLimitShift();
            case "pointed_diameter" -> gear.pointedDiameterMm();
            case "tip_pressure_angle" -> gear.pressureAngleAtDeg(gear.tipDiameterMm());
            case "tip_land_half_angle_deg" -> gear.tipLandHalfAngleDeg();
            default -> throw new IllegalStateException(row.text("quantity"));
        };
        assertThat(actual).isCloseTo(row.expected(), within(row.tolerance()));
    }

    static Stream<Checks.Row> spans() {
        return Checks.of("span");
    }

    @ParameterizedTest
    @MethodSource("spans")
    void spanOverTeeth(Checks.Row row) {
        CylindricalGear gear = new CylindricalGear(
                false, row.number("mn"), row.whole("z"), row.number("beta"), row.number("x"), rack(row));
        double actual = switch (row.text("quantity")) {
            case "W" -> Span.spanMm(gear, row.whole("k"));
            case "k_exact" -> Span.idealToothNumber(gear);
            case "k_best" -> Span.bestToothNumber(gear);
            case "contact_diameter" -> Span.contactDiameterMm(gear, row.whole("k"));
            case "min_face_width" -> Span.leastFaceWidthMm(gear, row.whole("k"));
            default -> throw new IllegalStateException(row.text("quantity"));
        };
        assertThat(actual).isCloseTo(row.expected(), within(row.tolerance()));
    }

    static Stream<Checks.Row> spanInverse() {
        return Checks.of("span_inverse");
    }

    @ParameterizedTest
    @MethodSource("spanInverse")
    void moduleFromTwoSpans(Checks.Row row) {
        assertThat(Span.moduleFromSpans(row.number("w_k"), row.number("w_k_plus_1"), row.number("alpha_n")))
                .isCloseTo(row.expected(), within(row.tolerance()));
    }

    static Stream<Checks.Row> pins() {
        return Checks.of("pins");
    }

    @ParameterizedTest
    @MethodSource("pins")
    void measurementOverPins(Checks.Row row) {
        CylindricalGear gear = new CylindricalGear(
                row.flag("internal"), row.number("mn"), row.whole("z"), row.number("beta"), row.number("x"), rack(row));
        if (row.text("quantity").equals("ideal_pin")) {
            assertThat(Pins.idealPinMm(gear)).isCloseTo(row.expected(), within(row.tolerance()));
            return;
        }
        Pins pins = new Pins(gear, row.number("pin"));
        double actual = switch (row.text("quantity")) {
            case "over_pins", "between_pins" -> pins.readingMm();
            case "phi_deg" -> pins.centreAngleDeg();
            case "inv_phi" -> Involute.inv(Math.toRadians(pins.centreAngleDeg()));
            case "contact_diameter" -> pins.contactDiameterMm();
            default -> throw new IllegalStateException(row.text("quantity"));
        };
        assertThat(actual).isCloseTo(row.expected(), within(row.tolerance()));
    }

    static Stream<Checks.Row> pairs() {
        return Checks.of("pairs");
    }

    @ParameterizedTest
    @MethodSource("pairs")
    void shiftedPairs(Checks.Row row) {
        CylindricalGear pinion = new CylindricalGear(
                false, row.number("mn"), row.whole("z1"), row.number("beta"), row.number("x1"), rack(row));
        CylindricalGear wheel = new CylindricalGear(
                row.flag("internal"),
                row.number("mn"),
                row.whole("z2"),
                row.number("beta"),
                row.number("x2"),
                rack(row));
        GearPair full =
                row.blank("a") ? GearPair.withoutBacklash(pinion, wheel) : GearPair.at(pinion, wheel, row.number("a"));
        GearPair pair = row.text("tips").equals("shortened") ? full.withShortenedTips() : full;
        double actual = switch (row.text("quantity")) {
            case "inv_working_angle" -> Involute.inv(Math.toRadians(GearPair.zeroBacklashAngleDeg(pinion, wheel)));
            case "working_angle" -> GearPair.zeroBacklashAngleDeg(pinion, wheel);
            case "working_angle_at_a" -> pair.workingPressureAngleDeg();
            case "y" -> pair.centreDistanceModificationCoefficient();
            case "zero_backlash_centre" -> GearPair.zeroBacklashCentreMm(pinion, wheel);
            case "dw1" -> pair.pinionWorkingDiameterMm();
            case "dw2" -> pair.wheelWorkingDiameterMm();
            case "da1" -> pair.pinionTipMm();
            case "da2" -> pair.wheelTipMm();
            case "df1" -> pinion.rootDiameterMm();
            case "df2" -> wheel.rootDiameterMm();
            case "sum_x" -> GearPair.shiftSumForCentre(pinion, wheel, row.number("a"));
            case "contact_ratio" -> pair.contactRatio();
            case "backlash_circumferential" -> pair.circumferentialBacklashMm();
            case "backlash_normal" -> pair.normalBacklashMm();
            case "backlash_radial" -> pair.radialBacklashMm();
            case "backlash_angle1_deg" -> pair.pinionFreeAngleDeg();
            case "backlash_angle2_deg" -> pair.wheelFreeAngleDeg();
            case "clearance_tip1_root2" -> pair.clearancePinionTipMm();
            case "clearance_tip2_root1" -> pair.clearanceWheelTipMm();
            default -> throw new IllegalStateException(row.text("quantity"));
        };
        assertThat(actual).isCloseTo(row.expected(), within(row.tolerance()));
    }

    static Stream<Checks.Row> caliperTips() {
        return Checks.of("caliper_tip");
    }

    @ParameterizedTest
    @MethodSource("caliperTips")
    void caliperOverTips(Checks.Row row) {
        int z = row.whole("z");
        double tip = row.number("tip_diameter");
        double land = row.number("land_half_angle_deg");
        double actual = switch (row.text("seat")) {
            case "stable" -> CaliperTips.stableReadingMm(z, tip, land);
            case "largest" -> CaliperTips.largestReadingMm(z, tip, land);
            case "smallest" -> CaliperTips.smallestReadingMm(z, tip, land);
            default -> throw new IllegalStateException(row.text("seat"));
        };
        assertThat(actual).isCloseTo(row.expected(), within(row.tolerance()));
    }

    static Stream<Checks.Row> caliperTipGears() {
        return Checks.of("caliper_tip_gears");
    }

    @ParameterizedTest
    @MethodSource("caliperTipGears")
    void caliperOverTipsOfWholeGears(Checks.Row row) {
        CylindricalGear gear = gear(row);
        double actual = switch (row.text("quantity")) {
            case "stable_with_land" -> CaliperTips.stableReadingMm(gear);
            case "largest_with_land" -> CaliperTips.largestReadingMm(gear);
            case "stable_pointed" -> CaliperTips.stableReadingMm(gear.toothCount(), gear.tipDiameterMm(), 0);
            case "largest_pointed" -> CaliperTips.largestReadingMm(gear.toothCount(), gear.tipDiameterMm(), 0);
            default -> throw new IllegalStateException(row.text("quantity"));
        };
        assertThat(actual).isCloseTo(row.expected(), within(row.tolerance()));
    }

    static Stream<Checks.Row> outlines() {
        return Checks.of("outline_area");
    }

    @ParameterizedTest
    @MethodSource("outlines")
    void outlineCutByTheRack(Checks.Row row) {
        double module = row.number("mn");
        BasicRack rack =
                new BasicRack(row.number("alpha_n"), row.number("ha"), row.number("c"), row.number("rho") / module);
        RackCut cut = RackCut.of(
                new CylindricalGear(false, module, row.whole("z"), row.number("beta"), row.number("x"), rack));
        double actual = switch (row.text("quantity")) {
            case "area" -> Outlines.polygon(cut.outline(0.0005)).getArea();
            case "form_diameter" -> cut.formDiameterMm();
            case "undercut" -> cut.undercut() ? 1 : 0;
            default -> throw new IllegalStateException(row.text("quantity"));
        };
        assertThat(actual).isCloseTo(row.expected(), within(row.tolerance()));
    }

    static Stream<Checks.Row> undercut() {
        return Checks.of("undercut");
    }

    @ParameterizedTest
    @MethodSource("undercut")
    void undercutLimits(Checks.Row row) {
        BasicRack rack = BasicRack.of(row.number("alpha_n"), row.number("ha"), 0.25);
        double beta = row.number("beta", 0);
        double ratio = row.text("ratio_or_pinion").equals("inf") ? 1e9 : row.number("ratio_or_pinion", 0);
        double actual = switch (row.text("quantity")) {
            case "z_min_rack" -> UndercutLimits.fewestTeethWithRack(rack, beta);
            case "min_pinion" -> UndercutLimits.fewestPinionTeeth(rack, ratio);
            case "min_pinion_whole" -> Math.ceil(UndercutLimits.fewestPinionTeeth(rack, ratio));
            case "max_gear" -> UndercutLimits.mostWheelTeeth(rack, (int) ratio);
            case "x_min" -> new CylindricalGear(false, 1, (int) ratio, beta, 0, rack).undercutLimitShift();
            default -> throw new IllegalStateException(row.text("quantity"));
        };
        assertThat(actual).isCloseTo(row.expected(), within(row.tolerance()));
    }

    static Stream<Checks.Row> worms() {
        return Checks.of("worm");
    }

    @ParameterizedTest
    @MethodSource("worms")
    void wormsAndTheirWheels(Checks.Row row) {
        double friction = row.number("friction", 0);
        double alpha = row.number("alpha_n", 20);
        double lead = row.number("lead_angle", 10);
        switch (row.text("quantity")) {
            case "efficiency_percent" -> {
                close(100 * WormSet.efficiency(lead, friction, alpha), row);
                return;
            }
            case "back_efficiency_percent" -> {
                close(100 * WormSet.backEfficiency(lead, friction, alpha), row);
                return;
            }
            case "self_locking" -> {
                close(WormSet.selfLocking(lead, friction, alpha) ? 1 : 0, row);
                return;
            }
            default -> {}
        }
        BasicRack rack = BasicRack.of(20, row.number("ha", 1), row.number("c", 0.25));
        Worm worm = new Worm(row.number("mx"), row.whole("z1"), row.number("d1"), rack);
        WormSet set = new WormSet(worm, (int) row.number("z2", 30), row.number("x2", 0));
        close(
                switch (row.text("quantity")) {
                    case "lead_angle" -> worm.leadAngleDeg();
                    case "lead" -> worm.leadMm();
                    case "axial_pitch" -> worm.axialPitchMm();
                    case "normal_module" -> worm.normalModule();
                    case "diameter_factor" -> worm.diameterFactor();
                    case "centre" -> set.centreDistanceMm();
                    case "da1" -> worm.tipDiameterMm();
                    case "df1" -> worm.rootDiameterMm();
                    case "d2" -> set.wheelReferenceDiameterMm();
                    case "df2" -> set.wheelRootDiameterMm();
                    case "throat2" -> set.wheelThroatDiameterMm();
                    default -> throw new IllegalStateException(row.text("quantity"));
                },
                row);
    }

    private static void close(double actual, Checks.Row row) {
        assertThat(actual).isCloseTo(row.expected(), within(row.tolerance()));
    }

    static Stream<Checks.Row> bevels() {
        return Checks.of("bevel");
    }

    @ParameterizedTest
    @MethodSource("bevels")
    void straightBevelGears(Checks.Row row) {
        BasicRack rack = BasicRack.of(20, row.number("ha"), row.number("c"));
        int z1 = row.whole("z1");
        int z2 = row.whole("z2");
        double shafts = row.number("shaft_angle");
        double module = row.number("m");
        BevelGear first = new BevelGear(module, z1, BevelGear.coneAngleDeg(z1, z2, shafts), rack);
        BevelGear second = new BevelGear(module, z2, BevelGear.coneAngleDeg(z2, z1, shafts), rack);
        close(
                switch (row.text("quantity")) {
                    case "delta1" -> first.coneAngleDeg();
                    case "delta2" -> second.coneAngleDeg();
                    case "d1" -> first.referenceDiameterMm();
                    case "d2" -> second.referenceDiameterMm();
                    case "da1" -> first.tipDiameterMm();
                    case "da2" -> second.tipDiameterMm();
                    case "df1" -> first.rootDiameterMm();
                    case "df2" -> second.rootDiameterMm();
                    case "outer_cone_distance" -> first.outerConeDistanceMm();
                    case "addendum_angle" -> first.addendumAngleDeg();
                    case "dedendum_angle" -> first.dedendumAngleDeg();
                    case "tip_cone1" -> first.tipConeAngleDeg();
                    case "root_cone1" -> first.rootConeAngleDeg();
                    case "zv1" -> first.virtualToothCount();
                    case "zv2" -> second.virtualToothCount();
                    default -> throw new IllegalStateException(row.text("quantity"));
                },
                row);
    }

    static Stream<Checks.Row> racks() {
        return Checks.of("rack");
    }

    @ParameterizedTest
    @MethodSource("racks")
    void straightRacks(Checks.Row row) {
        GearRack rack = new GearRack(row.number("mn"), row.number("beta"), BasicRack.ISO_53_A);
        close(
                switch (row.text("quantity")) {
                    case "normal_pitch" -> rack.normalPitchMm();
                    case "transverse_pitch" -> rack.transversePitchMm();
                    case "travel_per_rev" -> rack.travelPerTurnMm(row.whole("z_pinion"));
                    default -> throw new IllegalStateException(row.text("quantity"));
                },
                row);
    }

    static Stream<Checks.Row> inchRacks() {
        return Checks.of("basic_racks_inch");
    }

    @ParameterizedTest
    @MethodSource("inchRacks")
    void inchBasicRacks(Checks.Row row) {
        String profile = row.text("profile");
        BasicRack rack = profile.startsWith("fine pitch")
                ? BasicRack.finePitchInch(Double.parseDouble(profile.replaceAll(".*P=", "")))
                : switch (profile) {
                    case "full depth 14.5" -> BasicRack.INCH_14_5;
                    case "full depth 20" -> BasicRack.INCH_20;
                    case "full depth 25" -> BasicRack.INCH_25;
                    case "stub 20" -> BasicRack.INCH_STUB_20;
                    default -> throw new IllegalStateException(profile);
                };
        close(
                switch (row.text("quantity")) {
                    case "alpha_deg" -> rack.pressureAngleDeg();
                    case "addendum_times_P" -> rack.addendumCoefficient();
                    case "dedendum_times_P", "dedendum_coefficient" -> rack.dedendumCoefficient();
                    default -> throw new IllegalStateException(row.text("quantity"));
                },
                row);
    }

    private static CylindricalGear gear(Checks.Row row) {
        return new CylindricalGear(
                row.flag("internal"), row.number("mn"), row.whole("z"), row.number("beta"), row.number("x"), rack(row));
    }

    private static BasicRack rack(Checks.Row row) {
        double angle = row.number("alpha_n");
        if (row.values().isMapped("ha")) {
            return BasicRack.of(angle, row.number("ha"), row.number("c"));
        }
        // Old full-depth 14.5° teeth: clearance 0.157/P (Shigley, Machinery's Handbook; from memory).
        return BasicRack.of(angle, 1, angle == 14.5 ? 0.157 : 0.25);
    }
}
