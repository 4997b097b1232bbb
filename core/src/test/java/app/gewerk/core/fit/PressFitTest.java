package app.gewerk.core.fit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.Checks;
import app.gewerk.core.material.Elastic;
import app.gewerk.core.words.Refused;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Pressed rings; every row of the check file names its source. */
class PressFitTest {

    static Stream<Checks.Row> pressfits() {
        return Checks.of("pressfit");
    }

    @ParameterizedTest
    @MethodSource("pressfits")
    void asLame(Checks.Row row) {
        PressFit fit = new PressFit(
                row.number("d"),
                row.number("d_outer"),
                row.number("d_hole"),
                row.number("length"),
                row.number("interference_diametral"),
                row.number("friction"),
                new Elastic(row.number("e_ring"), row.number("nu_ring")),
                new Elastic(row.number("e_shaft"), row.number("nu_shaft")));
        double actual = switch (row.text("quantity")) {
            case "pressure_MPa" -> fit.pressureMpa();
            case "hoop_bore_MPa" -> fit.hoopStressAtBoreMpa();
            case "hoop_outer_MPa" -> fit.hoopStressOutsideMpa();
            case "von_mises_bore_MPa" -> fit.vonMisesAtBoreMpa();
            case "torque_Nmm" -> fit.slipTorqueNmm();
            case "axial_force_N" -> fit.axialForceN();
            case "outer_growth_mm" -> fit.outerGrowthMm();
            case "shaft_shrink_mm" -> fit.shaftShrinkMm();
            default -> throw new IllegalStateException(row.text("quantity"));
        };
        assertThat(actual).isCloseTo(row.expected(), within(row.tolerance()));
    }

    /**
     * An independent way: the equation of an axially symmetric disc in plane stress, (r u')' = u / r, by finite volumes with the
     * pressure at one rim, solved as a linear system of 1,500 rings. No formula of Lamé's is in it.
     *
     * @return radial displacement of the rim that is pressed, and the hoop stress there, both per unit of pressure
     */
    private static double[] pressed(double inner, double outer, boolean atInner, Elastic of) {
        int rings = 1500;
        double step = (outer - inner) / rings;
        double e = of.elasticModulusMpa();
        double nu = of.poissonRatio();
        double factor = e / (1 - nu * nu);
        // Unknown u at rims r_0 … r_n; equilibrium of each cell between midpoints: [r σ_r] = ∫ σ_θ dr.
        double[] lower = new double[rings + 1];
        double[] main = new double[rings + 1];
        double[] upper = new double[rings + 1];
        double[] right = new double[rings + 1];
        for (int i = 0; i <= rings; i++) {
            double from = i == 0 ? inner : inner + (i - .5) * step;
            double to = i == rings ? outer : inner + (i + .5) * step;
            double r = inner + i * step;
            if (i < rings) {
                // + r σ_r at the outer midpoint: factor (r u' + ν u)
                upper[i] += factor * (to / step + nu / 2);
                main[i] += factor * (-to / step + nu / 2);
            } else {
                right[i] -= atInner ? 0 : -outer;
            }
            if (i > 0) {
                main[i] -= factor * (from / step + nu / 2);
                lower[i] -= factor * (-from / step + nu / 2);
            } else {
                right[i] += atInner ? -inner : 0;
            }
            // − ∫ σ_θ dr = − factor (u/r + ν u') dr
            double width = to - from;
            if (r > 0) {
                main[i] -= factor * width / r;
            }
            int before = Math.max(0, i - 1);
            int after = Math.min(rings, i + 1);
            double slope = factor * nu * width / ((after - before) * step);
            if (after == i) {
                main[i] -= slope;
            } else {
                upper[i] -= slope;
            }
            if (before == i) {
                main[i] += slope;
            } else {
                lower[i] += slope;
            }
        }
        double[] u = tridiagonal(lower, main, upper, right);
        int at = atInner ? 0 : rings;
        double r = atInner ? inner : outer;
        // At the rim σ_r = −1: σ_θ = E u/r + ν σ_r.
        return new double[] {u[at], e * u[at] / r - nu};
    }

    private static double[] tridiagonal(double[] lower, double[] main, double[] upper, double[] right) {
        int n = main.length;
        for (int i = 1; i < n; i++) {
            double times = lower[i] / main[i - 1];
            main[i] -= times * upper[i - 1];
            right[i] -= times * right[i - 1];
        }
        double[] solved = new double[n];
        solved[n - 1] = right[n - 1] / main[n - 1];
        for (int i = n - 2; i >= 0; i--) {
            solved[i] = (right[i] - upper[i] * solved[i + 1]) / main[i];
        }
        return solved;
    }

    @Test
    void aThickRingAgreesWithAnIndependentNumericalSolution() {
        Elastic acetal = new Elastic(2800, .38);
        Elastic steel = new Elastic(195_000, .29);
        for (double[] size : new double[][] {{2.5, 9.3, 0}, {3, 4.2, 0}, {6, 30, 3}}) {
            PressFit fit = new PressFit(size[0], size[1], size[2], 5, .016, .25, acetal, steel);
            double[] ring = pressed(size[0] / 2, size[1] / 2, true, acetal);
            double[] shaft = pressed(size[2] == 0 ? size[0] / 2e4 : size[2] / 2, size[0] / 2, false, steel);
            double pressure = .016 / 2 / (ring[0] - shaft[0]);
            assertThat(pressure / fit.pressureMpa()).isCloseTo(1, within(2e-3));
            assertThat(ring[1] * pressure / fit.hoopStressAtBoreMpa()).isCloseTo(1, within(2e-3));
            assertThat(-2 * shaft[0] * pressure / fit.shaftShrinkMm()).isCloseTo(1, within(2e-3));
        }
    }

    @Test
    void everythingIsProportionalToTheInterference() {
        PressFit fit = new PressFit(2.5, 9.3, 0, 8.1, .016, .25, new Elastic(2800, .38), new Elastic(195_000, .29));
        assertThat(fit.withInterference(fit.interferenceAtStrainMm(.01)).hoopStrainAtBore())
                .isCloseTo(.01, within(1e-12));
        assertThat(fit.withInterference(fit.interferenceForTorqueMm(100)).slipTorqueNmm())
                .isCloseTo(100, within(1e-9));
        assertThat(fit.outerGrowthMm())
                .as("bore grows by what the shaft does not give, D grows less")
                .isLessThan(.016);
        assertThat(fit.hoopStrainAtBore() * 2.5 + fit.shaftShrinkMm())
                .as("what the two give together is the interference")
                .isCloseTo(.016, within(1e-12));
    }

    @Test
    void withoutAWallThereIsNoFit() {
        assertThatThrownBy(() -> new PressFit(4, 4, 0, 5, .02, .2, new Elastic(2800, .38), new Elastic(195_000, .29)))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("needs a wall");
    }
}
