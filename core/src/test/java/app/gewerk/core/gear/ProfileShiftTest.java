package app.gewerk.core.gear;

import static org.assertj.core.api.Assertions.assertThat;

import app.gewerk.core.words.Catalogue;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ProfileShiftTest {
    @ParameterizedTest
    @CsvSource({
        "0, 0, no shift",
        "0.0299, 0, no shift",
        "-0.0299, 0, no shift",
        "0.03, 0.03, shift +0.03",
        "-0.2, -0.2, shift −0.20",
        "0.48251, 0.483, shift +0.48"
    })
    void oneNumberSaysWhatCountsAsNone(double read, double made, String words) {
        assertThat(ProfileShift.toMake(read)).isEqualTo(made);
        assertThat(Catalogue.english().words(ProfileShift.said(read))).isEqualTo(words);
    }
}
