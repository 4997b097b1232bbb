package app.gewerk.core.gear;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Optional;
import org.junit.jupiter.api.Test;

class MatesTest {
    private static final CylindricalGear GEAR = CylindricalGear.spur(.5, 38, .1, BasicRack.ISO_53_A);

    @Test
    void theDistanceTellsTheMatesShift() {
        CylindricalGear pinion = CylindricalGear.spur(.5, 12, .35, BasicRack.ISO_53_A);
        double centre = GearPair.zeroBacklashCentreMm(GEAR, pinion) + .02;
        assertThat(Mates.of(GEAR, 12, false, Optional.of(centre)).orElseThrow().profileShiftCoefficient())
                .isCloseTo(.35, within(1e-9));
        CylindricalGear ring = new CylindricalGear(true, .5, 90, 0, .2, BasicRack.ISO_53_A);
        double inside = GearPair.zeroBacklashCentreMm(GEAR, ring) - .02;
        assertThat(Mates.of(GEAR, 90, true, Optional.of(inside)).orElseThrow().profileShiftCoefficient())
                .isCloseTo(.2, within(1e-9));
    }

    @Test
    void withoutADistanceASmallPinionIsTakenAsShiftedAgainstUndercut() {
        assertThat(Mates.of(GEAR, 10, false, Optional.empty()).orElseThrow().profileShiftCoefficient())
                .isCloseTo(1 - 10 * Math.pow(Math.sin(Math.toRadians(20)), 2) / 2, within(1e-9));
        assertThat(Mates.of(GEAR, 48, false, Optional.empty()).orElseThrow().profileShiftCoefficient())
                .isZero();
    }

    @Test
    void aDistanceThatCannotBeIsNotBelieved() {
        assertThat(Mates.of(GEAR, 48, false, Optional.of(40.0)).orElseThrow().profileShiftCoefficient())
                .isZero();
        assertThat(Mates.of(GEAR, 48, false, Optional.of(3.0)).orElseThrow().profileShiftCoefficient())
                .isZero();
        assertThat(Mates.of(GEAR, 30, true, Optional.empty())).isEmpty();
    }
}
