package app.gewerk.core.reading;

import app.gewerk.core.gear.GearKind;
import app.gewerk.core.gear.Pitch;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;

/**
 * What a gear that was read, made or bought, and has proven right says of gears that are read after it.
 *
 * @param pitch nothing of one of no series
 * @param sizes by how many times likelier its readings are if it was as far off size as each of {@link ScalePrior}'s
 *     distributions has it; only their proportion matters
 * @param worn by how many times likelier if it was worn; nothing where it was said to be, and where no reading tells
 */
public record ProvenGear(
        Optional<Pitch> pitch,
        double pressureAngleDeg,
        double addendumCoefficient,
        List<Double> sizes,
        OptionalDouble worn) {
    private static final double MOST_CERTAIN = 1 - 1e-9;
    private static final List<Double> TELLS_NOTHING = Collections.nCopies(ScalePrior.MOULDED_SHARES.size(), 1.0);

    public ProvenGear {
        sizes = List.copyOf(sizes);
    }

    /**
     * @param question its readings, as they were asked; nothing where there are none that can be understood
     * @param pitch it turned out to have, of a series or not
     */
    public static ProvenGear of(
            Optional<Question> question,
            Pitch pitch,
            double pressureAngleDeg,
            double addendumCoefficient,
            int toothCount,
            Series series) {
        ProvenGear plain = new ProvenGear(
                Optional.of(pitch).filter(series.pitches()::contains),
                pressureAngleDeg,
                addendumCoefficient,
                TELLS_NOTHING,
                OptionalDouble.empty());
        if (plain.pitch.isEmpty()) {
            return plain;
        }
        Beforehand before = Beforehand.after(List.of(), series.only(pitch, pressureAngleDeg, addendumCoefficient));
        return question.filter(q -> q.kind() == GearKind.EXTERNAL && !q.swollen())
                .flatMap(q -> q.ifCounted(toothCount))
                .map(q -> new Sweep(q, before, 0, 0, 1, Double.NEGATIVE_INFINITY).fits())
                .filter(fits -> !fits.isEmpty())
                .map(fits -> plain.comingAs(fits, question.orElseThrow().worn()))
                .orElse(plain);
    }

    boolean inch() {
        return pitch.filter(p -> p.system() == Pitch.System.DIAMETRAL_PITCH).isPresent();
    }

    /** @param fits of the gear it is, with what is shipped thought of it beforehand */
    private ProvenGear comingAs(List<Fit> fits, boolean saidWorn) {
        double most = fits.stream().mapToDouble(Fit::logWeight).max().orElseThrow();
        double sum = 0;
        double wornSum = 0;
        double[] bySize = new double[sizes.size()];
        for (Fit fit : fits) {
            double weight = Math.exp(fit.logWeight() - most);
            sum += weight;
            bySize[ScalePrior.MOULDED.indexOf(fit.scale())] += weight;
            wornSum += weight * fit.wornShare();
        }
        List<Double> times = new ArrayList<>();
        for (int i = 0; i < bySize.length; i++) {
            times.add(bySize[i] / sum / ScalePrior.MOULDED_SHARES.get(i));
        }
        double before = PartsPrior.shipped().wornUnnoticed();
        double share = Math.min(wornSum / sum, MOST_CERTAIN);
        return new ProvenGear(
                pitch,
                pressureAngleDeg,
                addendumCoefficient,
                times,
                saidWorn ? OptionalDouble.empty() : OptionalDouble.of(share / (1 - share) * (1 - before) / before));
    }
}
