package app.gewerk.core.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gewerk.core.words.Refused;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class ToothCountTest {
    @Test
    void countsAndRangesAreUnderstood() {
        assertThat(ToothCount.parse(" 24 ")).isEqualTo(new ToothCount.Exactly(24));
        assertThat(ToothCount.parse("23-25")).isEqualTo(new ToothCount.Between(23, 25));
        assertThat(ToothCount.parse("23 to 25")).isEqualTo(new ToothCount.Between(23, 25));
        assertThat(ToothCount.parse("")).isEqualTo(new ToothCount.Unknown());
    }

    /** Nine pitches in 135° are a fortieth of a turn and more each: 24 teeth. */
    @Test
    void anArcAGapAndARatioGiveACountWithItsUncertainty() {
        for (String typed : new String[] {"9 in 135°", "9 in 135", "19, gap 90°", "18 gap 105", "2 x 12", "2,0 × 12"}) {
            ToothCount count = ToothCount.parse(typed);
            assertThat(count).as(typed).isInstanceOf(ToothCount.About.class);
            assertThat(count.fewest()).as(typed).isLessThanOrEqualTo(24);
            assertThat(count.most()).as(typed).isGreaterThanOrEqualTo(24);
            assertThat(count.logWeight(24)).as(typed).isGreaterThan(count.logWeight(22));
        }
    }

    @Test
    void aShortArcSaysLessThanALongOne() {
        ToothCount.About few = ToothCount.About.arc(2, 30);
        ToothCount.About many = ToothCount.About.arc(20, 300);
        assertThat(few.estimate()).isEqualTo(24);
        assertThat(many.deviation()).isLessThan(few.deviation());
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "0",
                "-24",
                "24.5",
                "many",
                "25-23",
                "9999",
                "٢٤x",
                "1e3",
                "9 in 0°",
                "1, gap 90°",
                "18, gap 400",
                "0 x 12"
            })
    void anythingElseIsRefusedWithASentence(String typed) {
        assertThatThrownBy(() -> ToothCount.parse(typed))
                .isInstanceOf(Refused.class)
                .message()
                .hasSizeGreaterThan(25);
    }
}
