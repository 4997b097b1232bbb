package app.gewerk.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import java.util.stream.DoubleStream;
import org.junit.jupiter.api.Test;

class RhythmTest {
    private static List<Double> at(double... ms) {
        return DoubleStream.of(ms).boxed().toList();
    }

    /** 0, 500, 1010, 1500 by hand: Σ(n − 1.5)(t − 752.5) / 5 = 501; intervals 500, 510, 490 have s = 10. */
    @Test
    void fourTapsByHand() {
        Rhythm rhythm = Rhythm.of(at(0, 500, 1010, 1500));
        assertThat(rhythm.periodMs()).isCloseTo(501, within(1e-9));
        assertThat(rhythm.meanMs()).isCloseTo(500, within(1e-9));
        assertThat(rhythm.spreadMs()).isCloseTo(10, within(1e-9));
        assertThat(rhythm.taps()).isEqualTo(3);
    }

    @Test
    void aMissedTapIsCountedAsTwoClicksNotAsASlowOne() {
        Rhythm rhythm = Rhythm.of(at(0, 400, 800, 1600, 2000, 2400));
        assertThat(rhythm.missed()).isEqualTo(1);
        assertThat(rhythm.periodMs()).isCloseTo(400, within(1e-9));
    }

    @Test
    void aTapThatBouncesIsNoClick() {
        Rhythm clean = Rhythm.of(at(0, 400, 800, 1200, 1600));
        Rhythm bounced = Rhythm.of(at(0, 400, 460, 800, 1200, 1230, 1600));
        assertThat(bounced.periodMs()).isCloseTo(clean.periodMs(), within(1e-9));
        assertThat(bounced.taps()).isEqualTo(4);
        assertThat(bounced.missed()).isZero();
    }

    /** A hand 25 ms unsteady: the stated error holds the true period within two of itself about 95 times in 100. */
    @Test
    void theStatedErrorIsHonest() {
        Random random = new Random(11);
        int within = 0;
        int tries = 600;
        for (int i = 0; i < tries; i++) {
            double[] taps = new double[16];
            for (int t = 0; t < taps.length; t++) {
                taps[t] = 300 * t + 25 * random.nextGaussian();
            }
            Rhythm rhythm = Rhythm.of(at(taps));
            within += Math.abs(rhythm.periodMs() - 300) <= 2.145 * rhythm.uncertaintyMs() ? 1 : 0;
        }
        assertThat(within / (double) tries).isBetween(0.92, 0.98);
    }

    @Test
    void tooFewOrDisorderlyTapsAreRefusedInWords() {
        assertThatThrownBy(() -> Rhythm.of(at(0, 10))).hasMessageContaining("at least three");
        assertThatThrownBy(() -> Rhythm.of(at(0, 10, 10))).hasMessageContaining("tap 3");
    }
}
