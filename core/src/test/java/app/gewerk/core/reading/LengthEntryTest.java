package app.gewerk.core.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gewerk.core.words.Refused;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class LengthEntryTest {

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
                    12.48                  | 12.48
                    12,48                  | 12.48
                    ` 12,48 mm `           | 12.48
                    .5                     | 0.5
                    7                      | 7
                    7.                     | 7
                    0.491in                | 12.4714
                    0.491"                 | 12.4714
                    0,491 inch             | 12.4714
                    31/64"                 | 12.303125
                    1 3/8in                | 34.925
                    12.48 12.50 12.49      | 12.48 12.50 12.49
                    12,48 12,50 12,49      | 12.48 12.50 12.49
                    12,48; 12,50           | 12.48 12.50
                    12.48, 12.50           | 12.48 12.50
                    12.48 · 12.50          | 12.48 12.50
                    0.491" 12.48           | 12.4714 12.48
                    12.48 0.491in          | 12.48 12.4714
                    12.48 12.50 in         | 316.992 317.5
                    0.491 0.492 inches     | 12.4714 12.4968
                    0.491”                 | 12.4714
                    0.491″                 | 12.4714
                    ½"                     | 12.7
                    1½ in                  | 38.1
                    1 ⅜”                   | 34.925
                    3/8 3/8 in             | 9.525 9.525
                    """)
    void whatATechnicianTypesIsUnderstood(String typed, String expectedMm) {
        List<Double> expected =
                Arrays.stream(expectedMm.split(" ")).map(Double::valueOf).toList();
        assertThat(LengthEntry.parse(typed).valuesMm())
                .usingComparatorForType((a, b) -> Math.abs(a - b) < 1e-9 ? 0 : Double.compare(a, b), Double.class)
                .isEqualTo(expected);
    }

    @Test
    void whatWasTypedIsKept() {
        assertThat(LengthEntry.parse(" 12,48 ").typed()).isEqualTo(" 12,48 ");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "   ",
                "abc",
                "-3",
                "0",
                "1e300",
                "12.4.8",
                "1,234.5",
                "12..4",
                "NaN",
                "Infinity",
                "12 cm",
                "31/64",
                "3/0in",
                "99999",
                "12.48 abc",
                "🙂",
                "١٢",
                "12.48;;12.50",
                "12. 48",
                "12, 48",
                "12.4 8",
                "0.491 12.48",
                "½",
                "1 1 1 1 1 1 1 1 1 1 1 1 1 1 1 1 1 1 1 1 1"
            })
    void anythingElseIsRefusedWithASentence(String typed) {
        assertThatThrownBy(() -> LengthEntry.parse(typed))
                .isInstanceOf(Refused.class)
                .message()
                .hasSizeGreaterThan(20)
                .doesNotContain("Exception");
    }

    @Test
    void pastedJunkIsNotEchoedWhole() {
        assertThatThrownBy(() -> LengthEntry.parse("x".repeat(100))).message().hasSizeLessThan(150);
        assertThatThrownBy(() -> LengthEntry.parse("1".repeat(5000))).hasMessageContaining("too long");
    }

    @Test
    void blanksThatDoNotBreakAreBlanks() {
        assertThat(LengthEntry.parse("12.48\u00A0mm").valuesMm()).containsExactly(12.48);
        assertThat(LengthEntry.parse("12.48\u202F12.50").valuesMm()).containsExactly(12.48, 12.50);
    }
}
