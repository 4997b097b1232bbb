package app.gewerk.core.reading;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class AnswerShownTest {
    @ParameterizedTest
    @CsvSource({
        "24, 0.507, 20, 1, true",
        "24, 0.5085, 20, 1, true",
        "24, 0.512, 20, 1, false",
        "23, 0.507, 20, 1, false",
        "24, 0.507, 14.5, 1, false",
        "24, 0.507, 20, 0.8, false"
    })
    void isTheSameWhereTheSameWouldBeOrdered(int teeth, double module, double angle, double addendum, boolean same) {
        AnswerShown one = new AnswerShown(24, 0.507, 20, 1);
        AnswerShown other = new AnswerShown(teeth, module, angle, addendum);
        assertThat(one.sameAs(other)).isEqualTo(same);
    }
}
