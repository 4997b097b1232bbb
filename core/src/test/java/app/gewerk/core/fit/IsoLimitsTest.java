package app.gewerk.core.fit;

import static app.gewerk.core.words.English.english;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.Checks;
import app.gewerk.core.words.Refused;
import org.junit.jupiter.api.Test;

/** Against the tables of ISO 286-1 and 286-2; every row of the check files names its source. */
class IsoLimitsTest {

    @Test
    void gradesAreAsWideAsTheStandardHasThem() {
        Checks.of("it_iso286").forEach(row -> {
            int grade = Integer.parseInt(row.text("grade").substring(2));
            for (double size : new double[] {row.number("over_mm") + .001, row.number("to_mm")}) {
                assertThat(1000 * IsoLimits.toleranceMm(size, grade))
                        .as("%s of %s mm", row.text("grade"), size)
                        .isCloseTo(row.expected(), within(1e-9));
            }
        });
    }

    @Test
    void limitsOfShaftsAndHolesAreAsTheStandardHasThem() {
        Checks.of("fits_iso286").forEach(row -> {
            IsoLimits limits = IsoLimits.of(row.number("to_mm"), row.text("class"));
            double found = row.text("limit").equals("upper") ? limits.upperMm() : limits.lowerMm();
            assertThat(1000 * found)
                    .as("%s, %s limit, up to %s mm", row.text("class"), row.text("limit"), row.text("to_mm"))
                    .isCloseTo(row.expected(), within(1e-9));
        });
    }

    @Test
    void whatIsBeyondTheTableIsRefusedInWords() {
        assertThat(refusal(60, "H7")).isEqualTo("Fits are known up to 50 mm, not of 60 mm");
        assertThat(refusal(3, "H12")).isEqualTo("Fits are known in grades 5 to 11, not 12");
        assertThat(refusal(3, "Q7")).isEqualTo("There is no fit \"Q7\": write a letter and a grade, as H7 or p6");
    }

    private static String refusal(double size, String toleranceClass) {
        Refused refused = catchThrowableOfType(Refused.class, () -> IsoLimits.of(size, toleranceClass));
        return english(refused.say());
    }
}
