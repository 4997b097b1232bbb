package app.gewerk.core.sourcing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.reading.Measured;
import app.gewerk.core.sourcing.Arrived.Expected;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;

class ArrivedTest {
    private static final CylindricalGear NEEDED = CylindricalGear.spur(.5, 24, 0, BasicRack.ISO_53_A);

    /** As a caliper reads a gear that is not quite to size. */
    private static Arrived read(CylindricalGear came, double scale, Random noise) {
        List<Optional<Double>> readings = new ArrayList<>();
        for (Expected proposed : Arrived.toRead(NEEDED)) {
            double value = switch (proposed.what()) {
                case TEETH -> came.toothCount();
                case TIP -> scale * new Measured.TipDiameter().on(came) + .02 * noise.nextGaussian();
                case SPAN -> scale * new Measured.SpanOver(proposed.over()).on(came) + .01 * noise.nextGaussian();
            };
            readings.add(Optional.of(value));
        }
        return Arrived.of(NEEDED, readings);
    }

    /** Module 0.5, 24 teeth: 13 over the tips; over three teeth 3.858 (ISO 21771). */
    @Test
    void threeReadingsAreProposed() {
        assertThat(Arrived.toRead(NEEDED)).hasSize(3);
        assertThat(Arrived.toRead(NEEDED).get(1).expected()).isCloseTo(13, within(1e-9));
        assertThat(Arrived.toRead(NEEDED).get(2).over()).isEqualTo(3);
        assertThat(Arrived.toRead(NEEDED).get(2).expected()).isCloseTo(3.858, within(.001));
    }

    @Test
    void theRightOneIsTakenThoughItIsNotQuiteToSize() {
        Random noise = new Random(4);
        int refused = 0;
        for (int i = 0; i < 500; i++) {
            refused += read(NEEDED, 1 + .003 * (2 * noise.nextDouble() - 1), noise)
                            .wrong()
                            .isEmpty()
                    ? 0
                    : 1;
        }
        assertThat(refused).as("of 500").isLessThan(5);
    }

    @Test
    void wrongVariantsAreCaught() {
        Random noise = new Random(5);
        List<CylindricalGear> wrong = List.of(
                CylindricalGear.spur(.5, 25, 0, BasicRack.ISO_53_A),
                CylindricalGear.spur(.6, 24, 0, BasicRack.ISO_53_A),
                CylindricalGear.spur(25.4 / 48, 24, 0, BasicRack.ISO_53_A),
                CylindricalGear.spur(.5, 24, .4, BasicRack.ISO_53_A),
                CylindricalGear.spur(.5, 24, 0, BasicRack.usual(20, true)));
        for (CylindricalGear came : wrong) {
            int caught = 0;
            for (int i = 0; i < 200; i++) {
                caught += read(came, 1 + .003 * (2 * noise.nextDouble() - 1), noise)
                                .wrong()
                                .isEmpty()
                        ? 0
                        : 1;
            }
            assertThat(caught).as("%s, of 200", came).isGreaterThan(190);
        }
        assertThat(read(wrong.getFirst(), 1, noise).wrong())
                .extracting(Say::code)
                .contains("arrived.teeth");
    }

    @Test
    void whatWasNotReadIsNotHeldAgainstIt() {
        assertThat(Arrived.of(NEEDED, List.of(Optional.of(24.0), Optional.empty(), Optional.empty()))
                        .wrong())
                .isEmpty();
    }

    @Test
    void whatCameIsToldFromItsReadingsWellEnoughToDrawIt() {
        Random noise = new Random(8);
        List<CylindricalGear> variants = List.of(
                CylindricalGear.spur(.5, 23, 0, BasicRack.ISO_53_A),
                CylindricalGear.spur(.5, 24, .3, BasicRack.ISO_53_A),
                CylindricalGear.spur(.6, 24, 0, BasicRack.ISO_53_A),
                CylindricalGear.spur(25.4 / 48, 24, 0, BasicRack.ISO_53_A),
                NEEDED);
        for (CylindricalGear variant : variants) {
            CylindricalGear told = Arrived.came(NEEDED, read(variant, 1, noise));
            assertThat(told.toothCount()).isEqualTo(variant.toothCount());
            assertThat(told.normalModule())
                    .as("%s", variant)
                    .isCloseTo(variant.normalModule(), within(.004 * variant.normalModule()));
            assertThat(told.profileShiftCoefficient())
                    .as("%s", variant)
                    .isCloseTo(variant.profileShiftCoefficient(), within(.08));
        }
    }

    @Test
    void whatWasNotReadIsTakenToBeAsNeeded() {
        CylindricalGear told = Arrived.came(
                NEEDED, Arrived.of(NEEDED, List.of(Optional.of(22.0), Optional.empty(), Optional.empty())));
        assertThat(told).isEqualTo(CylindricalGear.spur(.5, 22, 0, BasicRack.ISO_53_A));
    }
}
