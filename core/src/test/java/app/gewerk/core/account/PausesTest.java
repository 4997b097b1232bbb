package app.gewerk.core.account;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PausesTest {
    @ParameterizedTest
    @CsvSource({"1, 0", "3, 0", "4, 5", "5, 10", "6, 20", "11, 640", "12, 900", "500, 900", "2147483647, 900"})
    void theyDoubleUpToTheLongest(int wrong, long seconds) {
        assertThat(Pauses.OF_A_NAME.after(wrong)).isEqualTo(Duration.ofSeconds(seconds));
    }

    /** Guessing without a stop: how many are heard from one hour to the next. */
    @Test
    void whoGuessesWithoutAStopIsHeardFourTimesAnHourInTheEnd() {
        assertThat(heard(Duration.ofHours(1))).isBetween(12, 16);
        assertThat(heard(Duration.ofHours(5)) - heard(Duration.ofHours(4))).isEqualTo(4);
        assertThat(heard(Duration.ofDays(1))).isLessThan(120);
    }

    private static int heard(Duration time) {
        Duration at = Duration.ZERO;
        int heard = 0;
        while (at.compareTo(time) < 0) {
            heard++;
            at = at.plus(Pauses.OF_A_NAME.after(heard));
        }
        return heard;
    }
}
