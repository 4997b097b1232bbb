package app.gewerk.core.closeup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.Checks;
import app.gewerk.core.closeup.OilBlend.Method;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Blends; every row of the check file names its source. */
class OilBlendTest {

    static Stream<Checks.Row> blends() {
        return Checks.of("oil_blend");
    }

    @ParameterizedTest
    @MethodSource("blends")
    void asTheIndicesSay(Checks.Row row) {
        Method method = row.text("method").equals("refutas") ? Method.REFUTAS : Method.ASTM_D7152;
        double actual = switch (row.text("quantity")) {
            case "vbn", "w" -> method.index(row.number("nu_a"));
            case "blend_viscosity" ->
                OilBlend.viscosityMm2S(method, row.number("nu_a"), row.number("nu_b"), row.number("fraction_a"));
            case "fraction_a" ->
                OilBlend.firstMassFraction(method, row.number("nu_a"), row.number("nu_b"), row.number("target"))
                        .orElseThrow();
            default -> throw new IllegalStateException(row.text("quantity"));
        };
        assertThat(actual).isCloseTo(row.expected(), within(row.tolerance()));
    }

    /** The standard's closed form back from the index: 0.03 % at 0.3 mm²/s, exact above 5. */
    @ParameterizedTest
    @ValueSource(doubles = {0.3, 1, 2, 5, 46, 1000, 30_000})
    void thereAndBack(double viscosity) {
        for (Method method : Method.values()) {
            assertThat(method.viscosity(method.index(viscosity)) / viscosity)
                    .isCloseTo(1, within(viscosity < 5 ? 1e-3 : 1e-6));
        }
    }

    @Test
    void whatDoesNotLieBetweenCannotBeMixed() {
        assertThat(OilBlend.firstMassFraction(Method.ASTM_D7152, 46, 68, 100)).isEmpty();
        assertThat(OilBlend.firstMassFraction(Method.ASTM_D7152, 46, 68, 46)).hasValue(1.0);
    }
}
