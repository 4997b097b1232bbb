package app.gewerk.core.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

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

    @ParameterizedTest
    @ValueSource(strings = {"0", "3", "-24", "24.5", "many", "25-23", "9999", "٢٤x", "1e3"})
    void anythingElseIsRefusedWithASentence(String typed) {
        assertThatThrownBy(() -> ToothCount.parse(typed))
                .isInstanceOf(IllegalArgumentException.class)
                .message()
                .hasSizeGreaterThan(25);
    }
}
