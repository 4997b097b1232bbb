package app.gewerk.core.train;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.hipparchus.fraction.BigFraction;

/**
 * How a train turns.
 *
 * @param freedomsOfTrain how many speeds it takes to say how it turns: 1 of an ordinary train, 2 of a differential
 * @param degreesOfFreedom how many are still open with the speeds given
 * @param speedsRpm of each shaft that is determined, with its sign, in the order of the shafts
 * @param loose shafts that are held to the rest and yet can turn by themselves, for want of another speed
 * @param locked shafts that can only stand still, though nothing is fixed to them
 */
public record Motion(
        GearTrain train,
        int freedomsOfTrain,
        int degreesOfFreedom,
        Map<String, BigFraction> speedsRpm,
        List<String> loose,
        List<String> locked) {

    private static final double SECONDS = 60;

    public Optional<BigFraction> speed(String shaft) {
        return Optional.ofNullable(speedsRpm.get(shaft));
    }

    private Optional<Double> relative(String shaft, String to) {
        return speed(shaft)
                .flatMap(a -> speed(to).map(b -> Math.abs(a.subtract(b).doubleValue())));
    }

    /** How often teeth meet, z n / 60 (Hz). */
    public Optional<Double> meshFrequencyHz(Mesh mesh) {
        return speed(mesh.driver().shaft())
                .map(n -> Math.abs(n.doubleValue()) * mesh.driver().toothCount() / SECONDS);
    }

    /** How often the same two teeth meet, f gcd(z₁, z₂)/(z₁ z₂) (Hz). */
    public Optional<Double> sameTeethMeetHz(Mesh mesh) {
        int divisor = Mesh.gcd(mesh.driver().toothCount(), mesh.driven().toothCount());
        return meshFrequencyHz(mesh)
                .map(f ->
                        f * divisor / mesh.driver().toothCount() / mesh.driven().toothCount());
    }

    /** Speed of the planets about their own axes, against the room they stand in: n_c − (n_s − n_c) z_s / z_p1. */
    public Optional<BigFraction> planetRpm(PlanetSet set) {
        return speed(set.sun())
                .flatMap(sun -> speed(set.carrier())
                        .map(carrier -> carrier.subtract(sun.subtract(carrier)
                                .multiply(new BigFraction(set.sunToothCount()))
                                .divide(new BigFraction(set.sunPlanetToothCount())))));
    }

    /**
     * What a set sounds like (Hz): teeth meeting, and how often a hurt tooth of sun, planet (it meets sun and ring: twice a
     * turn) or ring is met; planets passing a place of the ring.
     *
     * @param mesh z_s |n_s − n_c| / 60
     * @param ringMesh of a stepped planet the second step's, else the same
     */
    public record PlanetFrequencies(
            double mesh,
            double ringMesh,
            double sunDefect,
            double planetDefect,
            double ringDefect,
            double planetPass) {}

    public Optional<PlanetFrequencies> frequencies(PlanetSet set) {
        return relative(set.sun(), set.carrier())
                .flatMap(sun -> relative(set.ring(), set.carrier()).map(ring -> {
                    double mesh = set.sunToothCount() * sun / SECONDS;
                    double ringMesh = set.ringToothCount() * ring / SECONDS;
                    return new PlanetFrequencies(
                            mesh,
                            ringMesh,
                            set.planetCount() * sun / SECONDS,
                            2 * mesh / set.sunPlanetToothCount(),
                            set.planetCount() * ring / SECONDS,
                            set.planetCount() * ring / SECONDS);
                }));
    }
}
