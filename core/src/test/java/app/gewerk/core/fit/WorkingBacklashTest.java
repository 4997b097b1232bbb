package app.gewerk.core.fit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.GearPair;
import app.gewerk.core.material.Materials;
import org.junit.jupiter.api.Test;

class WorkingBacklashTest {
    private static final CylindricalGear PINION = CylindricalGear.spur(.5, 12, .3, BasicRack.ISO_53_A);
    private static final CylindricalGear WHEEL = CylindricalGear.spur(.5, 60, 0, BasicRack.ISO_53_A);
    private static final GearPair PAIR = GearPair.at(PINION, WHEEL, 18.25);

    private static CylindricalGear grown(CylindricalGear gear, double factor) {
        return CylindricalGear.spur(
                gear.module() * factor, gear.toothCount(), gear.profileShiftCoefficient(), gear.rack());
    }

    @Test
    void asMeasuredItIsThePairItself() {
        WorkingBacklash now = WorkingBacklash.of(PAIR, Growth.NONE, Growth.NONE, Growth.NONE, 0);
        assertThat(now.circumferentialBacklashMm()).isCloseTo(PAIR.circumferentialBacklashMm(), within(1e-9));
        assertThat(now.contactRatio()).isCloseTo(PAIR.contactRatio(), within(1e-9));
        assertThat(now.tipClearanceMm())
                .isCloseTo(Math.min(PAIR.clearancePinionTipMm(), PAIR.clearanceWheelTipMm()), within(1e-9));
    }

    /** Two gears that grow alike are gears of a larger module: the geometry of those, at the distance the housing then holds. */
    @Test
    void gearsThatGrowAlikeAgreeWithTheGeometryOfLargerOnes() {
        for (double factor : new double[] {0.994, 1.004, 1.012}) {
            double housing = 1.001;
            GearPair larger = GearPair.at(grown(PINION, factor), grown(WHEEL, factor), 18.25 * housing + .01);
            WorkingBacklash now =
                    WorkingBacklash.of(PAIR, new Growth(factor), new Growth(factor), new Growth(housing), .01);
            assertThat(now.circumferentialBacklashMm()).isCloseTo(larger.circumferentialBacklashMm(), within(1e-9));
            assertThat(now.contactRatio()).isCloseTo(larger.contactRatio(), within(1e-9));
            assertThat(now.tipClearanceMm())
                    .isCloseTo(Math.min(larger.clearancePinionTipMm(), larger.clearanceWheelTipMm()), within(1e-9));
        }
    }

    /** Handbook rule: a centre distance larger by Δa gives 2 Δa tan α more backlash, to the first order. */
    @Test
    void fartherApartMeansMoreRoom() {
        WorkingBacklash now = WorkingBacklash.of(PAIR, Growth.NONE, Growth.NONE, Growth.NONE, 0);
        WorkingBacklash apart = WorkingBacklash.of(PAIR, Growth.NONE, Growth.NONE, Growth.NONE, .01);
        double angle = Math.toRadians(PAIR.workingPressureAngleDeg());
        assertThat(apart.circumferentialBacklashMm() - now.circumferentialBacklashMm())
                .isCloseTo(2 * .01 * Math.tan(angle), within(2e-4));
    }

    /** Nylon 66: 85 millionths a kelvin, 1.2 % from dry to saturated (from memory). */
    @Test
    void growthIsOfWarmthAndWater() {
        assertThat(Growth.of(Materials.shipped().material("PA66"), 63, .5).factor())
                .isCloseTo(1 + 85e-6 * 40 + .006, within(1e-12));
        assertThat(Growth.of(Materials.shipped().material("STEEL"), Growth.ROOM_C, 1)
                        .factor())
                .isEqualTo(1);
    }
}
