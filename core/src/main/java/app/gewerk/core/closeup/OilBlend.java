package app.gewerk.core.closeup;

import app.gewerk.core.Wire;
import app.gewerk.core.gear.Limits;
import java.util.Optional;

/**
 * Two oils mixed, by an index of viscosity that mixes in proportion to mass. All viscosities are kinematic, at one
 * temperature (mm²/s, cSt).
 */
public final class OilBlend {
    private static final double THICKEST = 1e7;

    private OilBlend() {}

    /** How the index is made of the viscosity. */
    public enum Method {
        /** ASTM D7152: W = log₁₀ log₁₀ (ν + 0.7 + exp(−1.47 − 1.84 ν − 0.51 ν²)). */
        ASTM_D7152(0.3),
        /** Refutas: VBN = 14.534 ln ln (ν + 0.8) + 10.975. */
        REFUTAS(0.25);

        private final double thinnest;

        Method(double thinnest) {
            this.thinnest = thinnest;
        }

        public double index(double viscosity) {
            return switch (this) {
                case ASTM_D7152 ->
                    Math.log10(Math.log10(
                            viscosity + 0.7 + Math.exp(-1.47 - 1.84 * viscosity - 0.51 * viscosity * viscosity)));
                case REFUTAS -> 14.534 * Math.log(Math.log(viscosity + 0.8)) + 10.975;
            };
        }

        /** The viscosity of an index; of D7152 by the standard's own closed form, good to 0.03 % at 0.3 mm²/s and exact above 5. */
        public double viscosity(double index) {
            return switch (this) {
                case ASTM_D7152 -> {
                    double z = Math.pow(10, Math.pow(10, index)) - 0.7;
                    yield z - Math.exp(-0.7487 - 3.295 * z + 0.6119 * z * z - 0.3193 * z * z * z);
                }
                case REFUTAS -> Math.exp(Math.exp((index - 10.975) / 14.534)) - 0.8;
            };
        }

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    private static void require(Method method, double viscosity) {
        Limits.requireBetween("viscosity", viscosity, method.thinnest, THICKEST);
    }

    /** Viscosity of the two mixed (mm²/s). */
    public static double viscosityMm2S(Method method, double first, double second, double firstMassFraction) {
        require(method, first);
        require(method, second);
        Limits.requireBetween("massFraction", firstMassFraction, 0, 1);
        return method.viscosity(
                firstMassFraction * method.index(first) + (1 - firstMassFraction) * method.index(second));
    }

    /** The share by mass of the first that gives a viscosity; none where it does not lie between the two. */
    public static Optional<Double> firstMassFraction(Method method, double first, double second, double wanted) {
        require(method, first);
        require(method, second);
        require(method, wanted);
        if (wanted < Math.min(first, second) || wanted > Math.max(first, second)) {
            return Optional.empty();
        }
        if (first == second) {
            return Optional.of(1.0);
        }
        return Optional.of(
                (method.index(wanted) - method.index(second)) / (method.index(first) - method.index(second)));
    }
}
