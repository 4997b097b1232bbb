package app.gewerk.core.closeup;

import app.gewerk.core.gear.Limits;

/**
 * Two things mixed, in shares by volume and by mass. Volumes are taken to add.
 *
 * @param firstByVolume of the first, 0 to 1
 * @param firstByMass of the first, 0 to 1
 * @param densityGMl of the mixture
 */
public record Shares(double firstByVolume, double firstByMass, double densityGMl) {

    private static void requireDensities(double first, double second) {
        Limits.requireBetween("density", first, 0.5, 3);
        Limits.requireBetween("density", second, 0.5, 3);
    }

    public static Shares byMass(double firstByMass, double firstDensity, double secondDensity) {
        Limits.requireBetween("massFraction", firstByMass, 0, 1);
        requireDensities(firstDensity, secondDensity);
        double first = firstByMass / firstDensity;
        double second = (1 - firstByMass) / secondDensity;
        return new Shares(first / (first + second), firstByMass, 1 / (first + second));
    }

    public static Shares byVolume(double firstByVolume, double firstDensity, double secondDensity) {
        Limits.requireBetween("volumeFraction", firstByVolume, 0, 1);
        requireDensities(firstDensity, secondDensity);
        double density = firstByVolume * firstDensity + (1 - firstByVolume) * secondDensity;
        return new Shares(firstByVolume, firstByVolume * firstDensity / density, density);
    }
}
