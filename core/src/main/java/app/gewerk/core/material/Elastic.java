package app.gewerk.core.material;

import app.gewerk.core.gear.Limits;

/**
 * How a material gives way elastically.
 *
 * @param elasticModulusMpa E
 * @param poissonRatio ν
 */
public record Elastic(double elasticModulusMpa, double poissonRatio) {
    public Elastic {
        Limits.requireBetween("elasticModulus", elasticModulusMpa, 1, 1e16);
        Limits.requireBetween("poissonRatio", poissonRatio, 0, 0.5);
    }
}
