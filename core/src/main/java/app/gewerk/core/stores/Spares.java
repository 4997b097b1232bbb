package app.gewerk.core.stores;

import app.gewerk.core.words.Refused;
import java.util.ArrayList;
import java.util.List;

/**
 * How many of a part to keep. What is used while a new one is on its way is Poisson with a rate nobody knows exactly: a gamma
 * distribution, which the uses so far sharpen; together a negative binomial distribution (Gelman and others, Bayesian Data
 * Analysis, 3rd edition, 2.6; from memory).
 *
 * @param expected uses while a new one is on its way
 * @param levels what each number kept would come to, from none up
 * @param keep the fewest that give the service wished
 */
public record Spares(double expected, List<Level> levels, int keep) {
    /** What a part never seen is used, per year: the mean, and how many years that counts as (from memory). */
    private static final double USUAL_PER_YEAR = 0.3;

    private static final double USUAL_YEARS = 1;
    private static final int MOST = 60;
    /** A picture goes so much further than what is proposed. */
    private static final int BEYOND = 3;

    private static final double DAYS = 365.25;

    /**
     * @param chance that what is asked for while a new one is on its way is there
     * @param costPerYear of keeping as many, and of the machines that wait all the same
     */
    public record Level(int pieces, double chance, double costPerYear) {}

    /**
     * How a part is used and what it costs.
     *
     * @param used pieces in {@code years}
     * @param leadDays until a new one is here
     * @param service wished chance that what is asked for is there, under 1
     * @param price of one, landed
     * @param holdingShare of the price a year, for space, money and what ages on the shelf
     * @param waitCost of a machine that waits for one
     */
    public record Use(
            int used,
            double years,
            double leadDays,
            double service,
            double price,
            double holdingShare,
            double waitCost) {
        public Use {
            if (used < 0 || !(years > 0) || !(leadDays > 0) || leadDays > 1000 || !(service > 0 && service <= 0.999)) {
                throw new Refused("spares.use");
            }
            if (!(price >= 0 && holdingShare >= 0 && waitCost >= 0)) {
                throw new Refused("spares.cost");
            }
        }
    }

    public static Spares of(Use use) {
        double shape = USUAL_PER_YEAR * USUAL_YEARS + use.used;
        double rate = USUAL_YEARS + use.years;
        double lead = use.leadDays / DAYS;
        double perYear = shape / rate;
        List<Level> levels = new ArrayList<>();
        double each = Math.pow(rate / (rate + lead), shape);
        double upTo = each;
        int keep = MOST;
        for (int pieces = 0; pieces <= Math.min(MOST, keep + BEYOND); pieces++) {
            // A piece kept serves when fewer than so many were asked for before it came to be.
            double chance = pieces == 0 ? 0 : upTo;
            if (pieces > 0) {
                each *= (shape + pieces - 1) / pieces * lead / (rate + lead);
                upTo += each;
            }
            if (keep == MOST && chance >= use.service) {
                keep = pieces;
            }
            levels.add(new Level(
                    pieces, chance, pieces * use.price * use.holdingShare + perYear * (1 - chance) * use.waitCost));
        }
        return new Spares(perYear * lead, List.copyOf(levels), keep);
    }
}
