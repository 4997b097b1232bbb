package app.gewerk.core.gear;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.reading.Measured;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Jaws over slanting teeth of an odd count, against the width of all tip points of the face between parallel lines. */
class CaliperTipsTest {
    private static final int STEPS = 400;

    /** Half widths over r of everything from −δ to δ + φ about each tip, seen in one direction. */
    private static double width(int z, double land, double twist, double direction) {
        double up = -1;
        double down = -1;
        for (int tip = 0; tip < z; tip++) {
            for (int i = 0; i <= STEPS; i++) {
                double angle = 2 * Math.PI * tip / z - land + (2 * land + twist) * i / STEPS;
                up = Math.max(up, Math.cos(angle - direction));
                down = Math.max(down, -Math.cos(angle - direction));
            }
        }
        return up + down;
    }

    @ParameterizedTest
    @CsvSource({"11, 12, 4", "15, 20, 2", "15, 20, 8", "23, 15, 5", "31, 30, 3", "9, 25, 3", "14, 20, 5", "17, 0, 8"})
    void theReadingIsTheWidthOfTheTips(int z, double helixDeg, double face) {
        CylindricalGear gear = new CylindricalGear(false, 1, z, helixDeg, 0.1, BasicRack.ISO_53_A);
        double radius = gear.tipDiameterMm() / 2;
        double land = Math.toRadians(Math.max(0, gear.tipLandHalfAngleDeg()));
        double twist = face * Math.tan(Math.toRadians(helixDeg)) / (gear.referenceDiameterMm() / 2);
        double least = Double.POSITIVE_INFINITY;
        double most = 0;
        for (int i = 0; i < STEPS; i++) {
            double width = radius * width(z, land, twist, 2 * Math.PI / z * i / STEPS);
            least = Math.min(least, width);
            most = Math.max(most, width);
        }
        if (z % 2 == 1) {
            assertThat(CaliperTips.stableOverFaceMm(gear, face)).isCloseTo(least, within(2e-3));
        }
        assertThat(CaliperTips.largestOverFaceMm(gear, face)).isCloseTo(most, within(2e-3));
    }

    /** Fifteen teeth of module 1 at 20°: 0.12 mm more than over a spur gear, which would pass for another gear. */
    @ParameterizedTest
    @CsvSource({"0, 0.12", "20, 0"})
    void overAWideFaceTipStandsOppositeTip(double helixDeg, double missing) {
        CylindricalGear gear = new CylindricalGear(false, 1, 15, helixDeg, 0, BasicRack.ISO_53_A);
        double read = new Measured.TipDiameter().on(gear);
        assertThat(gear.tipDiameterMm() - read).isCloseTo(missing, within(0.02));
    }
}
