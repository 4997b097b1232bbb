package app.gewerk.core.stores;

import app.gewerk.core.gear.Pitch;
import app.gewerk.core.sourcing.Fit;
import app.gewerk.core.sourcing.GearAsListed;
import app.gewerk.core.sourcing.GearNeed;
import app.gewerk.core.train.Wheel;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * How a gear serves where it is not quite known which one is wanted.
 *
 * @param chance that the gear wanted is one whose place it could take
 * @param fit in the likeliest of those cases
 */
public record Serves(double chance, Fit fit) {

    /** One of the gears that may be wanted. */
    public record Possible(GearNeed need, double probability) {}

    private record Case(double probability, Fit fit) {}

    /** Nothing when it could take the place of none of them. @param possible of which the probabilities may leave some open */
    public static Optional<Serves> of(List<Possible> possible, GearAsListed gear) {
        List<Case> cases = possible.stream()
                .flatMap(p -> Fit.of(p.need, gear).stream().map(fit -> new Case(p.probability, fit)))
                .toList();
        return cases.stream()
                .max(Comparator.comparingDouble(Case::probability))
                .map(likeliest -> new Serves(
                        Math.min(
                                1, cases.stream().mapToDouble(Case::probability).sum()),
                        likeliest.fit));
    }

    /** A wheel of a machine as a list would have it; nothing while its teeth are not known. */
    public static Optional<GearAsListed> listed(Wheel wheel) {
        return wheel.toothCount()
                .filter(z -> z >= 4)
                .flatMap(z -> wheel.module()
                        .map(m -> new GearAsListed(
                                Pitch.ofModule(m),
                                z,
                                20,
                                false,
                                wheel.boreMm().orElse(0.0),
                                wheel.faceWidthMm().orElse(0.0),
                                wheel.material().orElse(""))));
    }
}
