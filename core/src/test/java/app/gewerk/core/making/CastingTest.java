package app.gewerk.core.making;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.making.Casting.Cast;
import app.gewerk.core.making.Casting.Piece;
import app.gewerk.core.making.Casting.Stuff;
import app.gewerk.core.words.Refused;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Worked by hand, each step beside its figure. */
class CastingTest {
    private static final Stuff RUBBER = new Stuff(1.1, 10, 30, 360, 24);
    private static final Stuff RESIN = new Stuff(1.05, 100, 5, 30, 24);

    /** One of 20 × 5 mm and 1 cm³, nothing shrinks: a box of 36 × 36 × 13 is 16.848 cm³, less 1 leaves 15.848. */
    @Test
    void oneGearInItsBox() {
        Casting one = Casting.of(List.of(new Piece(1, 20, 5, 1000)), 0, RUBBER, RESIN);
        assertThat(one.lengthMm()).isEqualTo(36);
        assertThat(one.widthMm()).isEqualTo(36);
        assertThat(one.heightMm()).isEqualTo(13);
        assertThat(one.rubber().millilitres()).isCloseTo(1.1 * 15.848, within(1e-9));
        assertThat(one.rubber().grams()).isCloseTo(1.1 * 15.848 * 1.1, within(1e-9));
        assertThat(one.rubber().secondGrams() / one.rubber().firstGrams()).isCloseTo(.1, within(1e-9));
        assertThat(one.resin().millilitres()).isCloseTo(1.2, within(1e-9));
        assertThat(one.resin().firstGrams()).isCloseTo(one.resin().secondGrams(), within(1e-9));
        assertThat(one.minutes()).isEqualTo(390);
        assertThat(one.hours()).isEqualTo(30);
    }

    /** Five stand in three columns and two rows of cells of 28 mm. */
    @Test
    void oneMouldHoldsSeveralSizes() {
        Casting five = Casting.of(List.of(new Piece(2, 20, 5, 1000), new Piece(3, 12, 9, 500)), 0, RUBBER, RESIN);
        assertThat(five.lengthMm()).isEqualTo(3 * 28 + 8);
        assertThat(five.widthMm()).isEqualTo(2 * 28 + 8);
        assertThat(five.heightMm()).isEqualTo(17);
        assertThat(five.resin().millilitres()).isCloseTo(1.2 * 3.5, within(1e-9));
    }

    /** Of 2 % a master of 20 mm is drawn 20.408 mm wide. */
    @Test
    void theMasterIsDrawnLargerByWhatTheResinShrinks() {
        assertThat(20
                        * Casting.of(List.of(new Piece(1, 20, 5, 1000)), 2, RUBBER, RESIN)
                                .masterScale())
                .isCloseTo(20.408, within(.001));
    }

    @Test
    void whatCastsShrankByIsLearnedFromThem() {
        assertThat(Casting.shrinkPercent(List.of(new Cast(20, 19.9), new Cast(10, 9.95), new Cast(40, 39.8))))
                .isCloseTo(.5, within(1e-9));
        assertThatThrownBy(() -> Casting.shrinkPercent(List.of())).isInstanceOf(Refused.class);
        assertThatThrownBy(() -> Casting.shrinkPercent(List.of(new Cast(20, 0.79 * 20))))
                .isInstanceOf(Refused.class);
    }

    @Test
    void aPotLifeLongerThanTheTimeToSetIsRefused() {
        assertThatThrownBy(() -> new Stuff(1, 100, 40, 30, 24)).isInstanceOf(Refused.class);
        assertThatThrownBy(() -> Casting.of(List.of(), 1, RUBBER, RESIN)).isInstanceOf(Refused.class);
    }
}
