package app.gewerk.core.choice;

import app.gewerk.core.fit.BenchStep;
import app.gewerk.core.job.Way;
import app.gewerk.core.words.Say;
import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;

/**
 * One way to put it right, weighed.
 *
 * @param say what it means here, as one sentence
 * @param strengthShare of the load the original bore when new, at the temperature of its place
 * @param weakest what gives way first afterwards
 * @param chance that it lasts {@value Lasting#HORIZON_YEARS} years
 * @param noiseDb louder than it was, rough
 * @param mateWear of the mate, against what it wore with the original
 * @param minutes at the bench
 * @param parts landed
 * @param labour minutes at the shop's rate
 * @param again share of having to do it again within the warranty
 * @param expectedCost of the three together
 * @param chanceBack that it has to be done again
 * @param days until it can be handed back
 * @param likeness 1 as it was, 0 nothing like it
 * @param work at the bench, step by step with its sizes, where it is more than putting it on
 * @param shown what the mat shows
 * @param order the seller's item, where it is bought
 */
public record Option(
        Way way,
        Say say,
        double strengthShare,
        Weakest weakest,
        Chance chance,
        double noiseDb,
        double mateWear,
        double minutes,
        BigDecimal parts,
        BigDecimal labour,
        BigDecimal again,
        BigDecimal expectedCost,
        double chanceBack,
        double days,
        boolean undoable,
        double likeness,
        List<Say> reasons,
        List<Say> cautions,
        List<BenchStep> work,
        Shown shown,
        Optional<Ordered> order) {

    /**
     * @param part in words: this gear, or the mate
     * @param share of the load the original bore
     * @param overJam what it bears over what a stalled motor puts on it, where that is known
     */
    public record Weakest(Say part, double share, Optional<Double> overJam) {}

    /** @param low that nine of ten exceed */
    public record Chance(double low, double likely, double high) {}

    /**
     * What to draw: the gear in side view against its mate, or other teeth in its place.
     *
     * @param shimMm beside it, which moves it along the shaft
     * @param shimAtFarEnd of its face, so that it moves towards the near end
     * @param turnedOver put on the other way round
     * @param toothCount of another gear in its place, with its module and shift
     */
    public record Shown(
            double shimMm, boolean shimAtFarEnd, boolean turnedOver, Optional<Teeth> gear, Optional<Teeth> mate) {
        static final Shown AS_IT_WAS = new Shown(0, false, false, Optional.empty(), Optional.empty());
    }

    public record Teeth(double module, int toothCount, double profileShiftCoefficient) {}

    public record Ordered(String seller, String itemNumber) {}
}
