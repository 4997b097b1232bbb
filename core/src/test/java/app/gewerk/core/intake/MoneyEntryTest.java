package app.gewerk.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class MoneyEntryTest {
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            129.90     | 129.90
            129,9      | 129.90
            7          | 7.00
            1.249,00   | 1249.00
            1,249.00   | 1249.00
            1 249      | 1249.00
            1'249.50   | 1249.50
            1.249.000  | 1249000.00
            1\u00A0249,5 | 1249.50
            """)
    void whatCanMeanOneThingOnlyIsUnderstood(String typed, String amount) {
        assertThat(MoneyEntry.parse(typed)).get().hasToString(amount);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"1.249", "1,249", "12.3456", "1.24.9", "1.249.00", "-5", "abc", "", "1,2,3", "123456789", "1..2"
            })
    void whatCanMeanTwoThingsOrNoneIsNotGuessed(String typed) {
        assertThat(MoneyEntry.parse(typed)).isEmpty();
    }
}
