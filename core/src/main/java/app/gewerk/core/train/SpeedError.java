package app.gewerk.core.train;

import app.gewerk.core.words.Refused;
import org.hipparchus.fraction.BigFraction;

/**
 * What a wrong speed does: of a clockwork in seconds a day, of a transport in per cent and in musical cents, of a press in
 * strokes.
 *
 * @param ratio of the speed there is to the one there should be, exactly
 */
public record SpeedError(BigFraction ratio) {
    private static final double SECONDS_A_DAY = 86_400;
    private static final double CENTS_AN_OCTAVE = 1200;

    public static SpeedError of(BigFraction is, BigFraction shouldBe) {
        if (shouldBe.isZero() || is.isZero()) {
            throw new Refused("train.errorOfNothing");
        }
        return new SpeedError(is.divide(shouldBe).abs());
    }

    /** Gained a day, lost where below 0. */
    public double secondsADay() {
        return ratio.subtract(BigFraction.ONE).doubleValue() * SECONDS_A_DAY;
    }

    public double percent() {
        return ratio.subtract(BigFraction.ONE).doubleValue() * 100;
    }

    /** 1200 log₂ of the ratio: what a recording sounds too high. */
    public double cents() {
        return CENTS_AN_OCTAVE * Math.log(ratio.doubleValue()) / Math.log(2);
    }

    /** Strokes made where there should be so many. */
    public double strokesInsteadOf(double strokes) {
        return ratio.doubleValue() * strokes;
    }
}
