package app.gewerk.core.making;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.making.Print.Printer;
import app.gewerk.core.words.Say;
import java.math.BigDecimal;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class PrintTest {
    private static final Printer USUAL = new Printer(.4, .2, 5, 1.24, new BigDecimal("25"));

    private static Print print(double module, int teeth, double widthMm, Printer printer) {
        CylindricalGear gear = CylindricalGear.spur(module, teeth, 0, BasicRack.ISO_53_A);
        Solid solid = GearSolid.of(gear, Blank.PLAIN, widthMm, GearSolid.OnTop.NOTHING, Allowances.NONE, .002);
        return Print.of(Optional.of(gear), solid, printer);
    }

    /** 5 cm³ at 1.24 g/cm³ and 25 a kilogram; 1000 s of plastic, half as much again, 25 layers of 3 s, 240 s. */
    @Test
    void massTimeAndCostFollowTheStatedRule() {
        Print plate = Print.of(Optional.empty(), Coupon.solid(), USUAL);
        double volume = Coupon.solid().volumeMm3();
        assertThat(plate.grams()).isCloseTo(volume * .00124, within(1e-9));
        assertThat(plate.layers()).isEqualTo(25);
        assertThat(plate.minutes()).isCloseTo((1.5 * volume / 5 + 75 + 240) / 60, within(1e-9));
        assertThat(plate.cost()).isEqualByComparingTo(BigDecimal.valueOf(Math.round(volume * .00124 * 2.5), 2));
        assertThat(plate.cannot()).isEmpty();
    }

    /** Common practice: with the usual nozzle teeth under about half a millimetre's module are not printed whole. */
    @Test
    void fineTeethAreNotForAWideNozzle() {
        for (int teeth = 15; teeth <= 60; teeth += 5) {
            assertThat(print(.3, teeth, 4, USUAL).nearestModule())
                    .as("%s teeth", teeth)
                    .isPresent();
            assertThat(print(.3, teeth, 4, USUAL).nearestModule().orElseThrow()).isBetween(.5, .8);
            assertThat(print(1, teeth, 4, USUAL).cannot())
                    .as("%s teeth of 1 mm", teeth)
                    .isEmpty();
            Printer fine = new Printer(.15, .1, 2, 1.24, BigDecimal.TEN);
            assertThat(print(.3, teeth, 4, fine).cannot()).as("a fine nozzle").isEmpty();
        }
    }

    @Test
    void aHeightBetweenLayersComesOutAsWholeOnes() {
        assertThat(print(1, 24, 5.1, USUAL).cannot()).extracting(Say::code).containsExactly("print.height");
        assertThat(print(1, 24, 5.2, USUAL).cannot()).isEmpty();
    }
}
