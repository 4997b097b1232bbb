package app.gewerk.core.gear;

import static app.gewerk.core.words.English.english;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

/** Pairs whose partner is no gear on a parallel shaft. */
class OtherPairsTest {

    /**
     * Gear Technical Reference (Kohara), screw gears: m 3, 20°, 15 and 24 teeth, β 20° and 30°, x 0.4 and 0.2; α_w
     * 22.9338°, y 0.55977, a 67.1925 (from memory, confirmed by computation).
     */
    @Test
    void crossedShafts() {
        CrossedPair pair = new CrossedPair(
                new CylindricalGear(false, 3, 15, 20, 0.4, BasicRack.ISO_53_A),
                new CylindricalGear(false, 3, 24, 30, 0.2, BasicRack.ISO_53_A));
        assertThat(pair.shaftAngleDeg()).isEqualTo(50);
        assertThat(pair.workingPressureAngleDeg()).isCloseTo(22.9338, within(1e-4));
        assertThat(pair.centreDistanceModificationCoefficient()).isCloseTo(0.55977, within(1e-5));
        assertThat(pair.centreDistanceMm()).isCloseTo(67.1925, within(1e-4));
        assertThat(pair.slidingShare())
                .isCloseTo(Math.sin(Math.toRadians(50)) / Math.cos(Math.toRadians(30)), within(1e-12));
        CylindricalGear right = new CylindricalGear(false, 1, 20, 15, 0, BasicRack.ISO_53_A);
        CylindricalGear left = new CylindricalGear(false, 1, 20, -15, 0, BasicRack.ISO_53_A);
        assertThatThrownBy(() -> new CrossedPair(right, left)).hasMessageContaining("parallel shafts");
    }

    /** A rack is a wheel without end: a pair with a very large wheel tends to it. */
    @Test
    void aRackIsTheLimitOfALargeWheel() {
        CylindricalGear pinion = CylindricalGear.spur(1, 18, 0.2, BasicRack.ISO_53_A);
        CylindricalGear wheel = CylindricalGear.spur(1, 1000, 0, BasicRack.ISO_53_A);
        GearPair large = GearPair.withoutBacklash(pinion, wheel);
        GearPair apart = GearPair.at(pinion, wheel, large.centreDistanceMm() + 0.1);
        RackPair rack = RackPair.withoutBacklash(pinion, new GearRack(1, 0, BasicRack.ISO_53_A));
        RackPair rackApart = new RackPair(pinion, rack.rack(), rack.distanceMm() + 0.1);
        assertThat(rack.backlashMm()).isCloseTo(0, within(1e-12));
        assertThat(rack.contactRatio()).isCloseTo(large.contactRatio(), within(0.02));
        assertThat(rackApart.backlashMm()).isCloseTo(apart.circumferentialBacklashMm(), within(1e-3));
        assertThat(rackApart.contactRatio()).isCloseTo(apart.contactRatio(), within(0.02));
        assertThat(rack.clearancePinionTipMm()).isCloseTo(0.25, within(1e-9));
        assertThat(rack.clearanceRackTipMm()).isCloseTo(0.25, within(1e-9));
        assertThat(rack.interferences()).isEmpty();
        assertThat(new RackPair(pinion, rack.rack(), rack.distanceMm() - 0.4).interferences())
                .anyMatch(i -> english(i).contains("bind by"))
                .anyMatch(i -> english(i).contains("dig into roots"));
        RackPair small = RackPair.withoutBacklash(
                CylindricalGear.spur(1, 12, 0, BasicRack.ISO_53_A), new GearRack(1, 0, BasicRack.ISO_53_A));
        assertThat(small.interferences()).anyMatch(i -> english(i).contains("below its base circle"));
    }
}
