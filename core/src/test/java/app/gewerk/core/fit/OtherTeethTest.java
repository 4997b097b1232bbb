package app.gewerk.core.fit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.fit.OtherTeeth.Place;
import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.GearPair;
import org.junit.jupiter.api.Test;

class OtherTeethTest {
    /** By hand: r_b1 + r_b2 = a cos α_w, and what two teeth are thinner than the pitch on the working circles is the backlash. */
    @Test
    void aGearThatIsCutForThePlaceLeavesALittleBacklash() {
        CylindricalGear gear = CylindricalGear.spur(.5, 11, .45, BasicRack.ISO_53_A);
        CylindricalGear mate = CylindricalGear.spur(.5, 13, .4, BasicRack.ISO_53_A);
        double centre = GearPair.zeroBacklashCentreMm(gear, mate) + .02;
        Place place = new Place(mate, centre);
        double x = OtherTeeth.alone(gear, place, z -> OtherTeeth.shiftToCut(z, place))
                .filter(f -> f.pair().pinion().toothCount() == 11)
                .findFirst()
                .orElseThrow()
                .pair()
                .pinion()
                .profileShiftCoefficient();
        double working = Math.acos(.5 * 24 / 2 * Math.cos(Math.toRadians(20)) / centre);
        double inv = Math.tan(working) - working - (Math.tan(Math.toRadians(20)) - Math.toRadians(20));
        double backlash = 2 * centre / 24 * (24 * inv - 2 * (x + .4) * Math.tan(Math.toRadians(20)));
        assertThat(backlash / .5)
                .as("0.08 modules, a little more on the wider working circles")
                .isBetween(.08, .09);
    }

    @Test
    void thePairItselfIsAmongThoseOfItsOwnPitch() {
        assertThat(OtherTeeth.both(.5, 18.05, 2).map(f -> f.pair().pinion().toothCount()))
                .contains(24);
    }

    /**
     * 48 teeth and a mate of 96 with shift stand where 49 and 96 without would: half a tooth's worth of module apart. Counts of
     * 2a/m and of the ratio are by hand.
     */
    @Test
    void aToothMoreStandsWhereShiftHadPushedTheShaftsApart() {
        CylindricalGear gear = CylindricalGear.spur(.5, 48, .6, BasicRack.ISO_53_A);
        CylindricalGear mate = CylindricalGear.spur(.5, 96, 0, BasicRack.ISO_53_A);
        Place place = new Place(mate, GearPair.zeroBacklashCentreMm(gear, mate) + .02);
        CylindricalGear more = CylindricalGear.spur(.5, 49, 0, BasicRack.ISO_53_A);
        OtherTeeth found = OtherTeeth.alone(gear, place, more).orElseThrow();
        assertThat(found.ratioError()).isCloseTo(48 / 49.0 - 1, within(1e-12));
        assertThat(found.pair().circumferentialBacklashMm()).isPositive();
        assertThat(OtherTeeth.alone(gear, place, CylindricalGear.spur(.5, 51, 0, BasicRack.ISO_53_A)))
                .as("three teeth more bind, and turn another machine")
                .isEmpty();
        assertThat(OtherTeeth.alone(gear, place, CylindricalGear.spur(.5, 47, 0, BasicRack.ISO_53_A)))
                .as("one less rattles")
                .isEmpty();
    }

    @Test
    void ringsAndSlantedGearsAreNotSoldFromStock() {
        CylindricalGear gear = CylindricalGear.spur(.5, 24, 0, BasicRack.ISO_53_A);
        CylindricalGear ring = new CylindricalGear(true, .5, 96, 0, 0, BasicRack.ISO_53_A);
        CylindricalGear slanted = new CylindricalGear(false, .5, 48, 15, 0, BasicRack.ISO_53_A);
        assertThat(new Place(ring, 18).forStock(gear)).isFalse();
        assertThat(new Place(slanted, 18).forStock(gear)).isFalse();
        assertThat(new Place(gear, 12).forStock(gear)).isTrue();
    }
}
