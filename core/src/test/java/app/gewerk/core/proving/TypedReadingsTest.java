package app.gewerk.core.proving;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gewerk.core.words.Refused;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Repeats are typed as a technician would. */
class TypedReadingsTest {
    @Test
    void commaPointUnitAndBlanksAreUnderstood() {
        assertThat(TypedReadings.read(Measure.CURRENT, " 0,42 0.43; 410 mA, 0,4 "))
                .containsExactly(0.42, 0.43, 0.41, 0.4);
        assertThat(TypedReadings.read(Measure.STROKE_TIME, "1,5 min 88 s")).containsExactly(90.0, 88.0);
        assertThat(TypedReadings.read(Measure.TEMPERATURE, "-3 41°C")).containsExactly(-3.0, 41.0);
        assertThat(TypedReadings.read(Measure.SPEED, "1200 rpm")).containsExactly(1200.0);
    }

    @ParameterizedTest
    @CsvSource({"CURRENT,", "CURRENT, about half", "CURRENT, 0.4 dB", "CURRENT, 400", "NOISE, -4", "PLAY, 0.1x0.2"})
    void whatIsNoReadingIsRefused(Measure measure, String typed) {
        assertThatThrownBy(() -> TypedReadings.read(measure, typed == null ? "" : typed))
                .isInstanceOf(Refused.class);
    }
}
