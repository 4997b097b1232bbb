package app.gewerk.core.material;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.words.Refused;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class MaterialsTest {
    private static final Materials ALL = Materials.shipped();

    @Test
    void everyMaterialIsWithinWhatCanBe() {
        assertThat(ALL.all()).hasSizeGreaterThanOrEqualTo(18).allSatisfy(material -> {
            assertThat(material.source()).isNotBlank();
            assertThat(material.rootStrengthMpa()).isLessThan(material.yieldMpa());
            assertThat(material.yieldMpa()).isLessThan(material.elasticModulusMpa() / 10);
            assertThat(material.poissonRatio()).isBetween(.25, .45);
            assertThat(material.strainLimit())
                    .as("%s bears for years less than what it yields at", material.code())
                    .isLessThanOrEqualTo(material.yieldMpa() / material.elasticModulusMpa());
            double before = Double.POSITIVE_INFINITY;
            for (double t = 20; t < material.strengthAt().lastKey(); t += 5) {
                double now = material.rootStrengthMpa(t, 1e6);
                assertThat(now).as("weaker when warmer").isLessThanOrEqualTo(before);
                before = now;
            }
        });
    }

    /** VDI 2736 part 2, root strength of acetal: 26 − 0.0025 ϑ² + 400 N^−0.2 (MPa), from memory. */
    @ParameterizedTest
    @ValueSource(doubles = {23, 40, 60, 80, 100})
    void acetalFallsWithWarmthAsVdi2736Says(double temperature) {
        double published = 26 - .0025 * temperature * temperature + 400 * Math.pow(1e6, -.2);
        assertThat(ALL.material("POM-H").rootStrengthMpa(temperature, 1e6) / published)
                .isCloseTo(1, within(.015));
        assertThat(ALL.material("POM-H").rootStrengthMpa(23, 1e8) / (26 - .0025 * 23 * 23 + 400 * Math.pow(1e8, -.2)))
                .isCloseTo(1, within(.02));
    }

    /** The same for nylon 66: 30 − 0.22 ϑ + (4600 − 900 ϑ^0.3) N^(−1/3) (MPa), from memory. */
    @ParameterizedTest
    @ValueSource(doubles = {23, 40, 60, 80, 100})
    void nylonFallsWithWarmthAsVdi2736Says(double temperature) {
        double published = 30 - .22 * temperature + (4600 - 900 * Math.pow(temperature, .3)) / 100;
        assertThat(ALL.material("PA66").rootStrengthMpa(temperature, 1e6) / published)
                .isCloseTo(1, within(.02));
    }

    @Test
    void beyondItsWarmthAMaterialCarriesNothing() {
        assertThatThrownBy(() -> ALL.material("PLA-PRINT").rootStrengthMpa(90, 1e6))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("printed PLA is too soft above");
        assertThatThrownBy(() -> ALL.material("POM"))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("POM-H");
    }
}
