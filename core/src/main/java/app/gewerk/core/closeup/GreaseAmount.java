package app.gewerk.core.closeup;

import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Limits;

/**
 * How much of a lubricant.
 *
 * @param ml its volume
 * @param g its mass
 * @param oz the same in ounces of 28.349523125 g
 */
public record GreaseAmount(double ml, double g, double oz) {
    private static final double GRAMS_PER_OUNCE = 28.349523125;

    private static GreaseAmount of(double ml, double densityGMl) {
        Limits.requireBetween("density", densityGMl, 0.5, 3);
        return new GreaseAmount(ml, ml * densityGMl, ml * densityGMl / GRAMS_PER_OUNCE);
    }

    /**
     * Of a case filled in part.
     *
     * @param freeMl what is free inside once the gears are in: water poured in measures it
     * @param fill share of that, 0 to 1: two thirds of a gear head (common practice), all of it overheats and leaks
     */
    public static GreaseAmount filling(double freeMl, double fill, double densityGMl) {
        Limits.requireBetween("freeVolume", freeMl, 0.01, 100_000);
        Limits.requireBetween("fill", fill, 0, 1);
        return of(freeMl * fill, densityGMl);
    }

    /**
     * Of a film on both flanks of all teeth. An involute from radius r₁ to r₂ is (r₂² − r₁²)/(2 r_b) long (the arc length of
     * a circle's involute).
     *
     * @param filmMm its thickness: 0.05 to 0.1 mm is a film (common practice)
     */
    public static GreaseAmount film(CylindricalGear gear, double faceWidthMm, double filmMm, double densityGMl) {
        Limits.requireBetween("faceWidth", faceWidthMm, 0.1, 1000);
        Limits.requireBetween("film", filmMm, 0.001, 5);
        double base = gear.baseDiameterMm() / 2;
        double tip = gear.tipDiameterMm() / 2;
        double foot = Math.max(base, gear.rootDiameterMm() / 2);
        double flankMm = (tip * tip - foot * foot) / (2 * base);
        return of(2 * gear.toothCount() * flankMm * faceWidthMm * filmMm / 1000, densityGMl);
    }
}
