package app.gewerk.core.making;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import org.junit.jupiter.api.Test;

class OutlineDifferenceTest {
    private static CylindricalGear gear(double module, double shift) {
        return CylindricalGear.spur(module, 24, shift, BasicRack.ISO_53_A);
    }

    /** 0.5 module and 48 pitch: 24 teeth of 0.52917 are (0.02917 × 26) / 2 = 0.379 mm larger in the tip radius. */
    @Test
    void tipsAndRootsDifferByTheirRadii() {
        OutlineDifference found = OutlineDifference.of(gear(0.5, 0), gear(25.4 / 48, 0));
        assertThat(found.tipMm()).isCloseTo(0.3792, within(1e-4));
        assertThat(found.rootMm()).isCloseTo(0.02917 * 21.5 / 2, within(1e-3));
        assertThat(found.teethApart()).isZero();
    }

    /** A shift of x moves each flank out by x m sin α square to itself. */
    @Test
    void shiftMovesTheFlanksByItsSine() {
        OutlineDifference found = OutlineDifference.of(gear(1, 0), gear(1, 0.1));
        assertThat(found.flankMm()).isBetween(0.1 * Math.sin(Math.toRadians(20)) - 0.005, 0.1);
        assertThat(OutlineDifference.of(gear(1, 0.1), gear(1, 0.1)).flankMm()).isLessThan(1e-6);
    }
}
