package app.gewerk.core.sourcing;

import app.gewerk.core.words.Say;
import java.math.BigDecimal;
import java.util.Comparator;
import java.util.List;
import java.util.Set;

/**
 * How well a gear on offer takes the place of the one wanted.
 *
 * @param fit 1 for a drop-in, towards 0 for one that hardly serves
 * @param differences every difference named with what to do about it; empty for a drop-in
 */
public record Match(GearOffer offer, double fit, List<Difference> differences) {

    /** How much a difference weighs. */
    public enum Weight {
        /** Nothing to do. */
        HARMLESS,
        /** Some bench work makes it fit. */
        BENCH_WORK,
        /** It may not last or not run well. */
        RISK;

        @Override
        public String toString() {
            return app.gewerk.core.Wire.word(this);
        }
    }

    /** What of the two gears differs. */
    public enum About {
        PITCH,
        TEETH,
        ANGLE,
        DEPTH,
        MATERIAL,
        SHIFT,
        BORE,
        WIDTH;

        @Override
        public String toString() {
            return app.gewerk.core.Wire.word(this);
        }
    }

    /** @param minutes at the bench to make it fit (from memory) */
    public record Difference(Weight weight, About about, Say words, int minutes) {
        Difference(Weight weight, About about, Say words) {
            this(weight, about, words, 0);
        }
    }

    private Fit asFit() {
        return new Fit(fit, differences);
    }

    /** Whether it would do for somebody who accepts these differences; those that are harmless do always. */
    public boolean doesFor(Set<About> accepted) {
        return differences.stream().allMatch(d -> d.weight == Weight.HARMLESS || accepted.contains(d.about));
    }

    public int minutes() {
        return asFit().minutes();
    }

    /** What taking it in place of a drop-in loses, in the shop's currency. */
    public BigDecimal loss(BigDecimal hourlyRate) {
        return asFit().loss(hourlyRate);
    }

    /** All offers that could serve, best fit first, equal fits by seller and item. */
    public static List<Match> rank(GearNeed need, List<GearOffer> offers) {
        return offers.stream()
                .flatMap(offer ->
                        Fit.of(need, offer.gear()).stream().map(fit -> new Match(offer, fit.fit(), fit.differences())))
                .sorted(Comparator.comparingDouble(Match::fit)
                        .reversed()
                        .thenComparing(m -> m.offer.seller())
                        .thenComparing(m -> m.offer.itemNumber()))
                .toList();
    }
}
