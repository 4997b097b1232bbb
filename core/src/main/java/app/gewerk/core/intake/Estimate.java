package app.gewerk.core.intake;

import app.gewerk.core.Wire;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.hipparchus.stat.descriptive.rank.Percentile;

/**
 * What a repair will come to, from what like repairs took: the middle half of the bench minutes at the shop's rate, and
 * the middle half of what the parts came to landed.
 *
 * @param low quarter of the repairs cost less
 * @param likely the median
 * @param high a quarter cost more
 * @param shareOfNew likely cost as a part of the new price
 */
public record Estimate(
        BigDecimal low,
        BigDecimal likely,
        BigDecimal high,
        Range minutes,
        Range parts,
        Basis basis,
        int jobs,
        Optional<Double> shareOfNew,
        Verdict verdict,
        Say why) {
    /** Fewer jobs than this say too little on their own (common practice). */
    public static final int ENOUGH_JOBS = 3;

    /** Without any history: half an hour to two hours, a few coins to a pricey gear (common practice, from memory). */
    private static final Range GENERAL_MINUTES = new Range(30, 60, 120);

    private static final Range GENERAL_PARTS = new Range(4, 12, 30);

    private static final int MOST_SUMMED = 150;

    /** Quartiles. */
    public record Range(double low, double likely, double high) {}

    /** What the estimate is taken from. */
    public enum Basis {
        MODEL,
        KIND,
        GENERAL;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /** What follows from it. */
    public enum Verdict {
        EASY_YES,
        WORTH_DOING,
        ASK_OWNER,
        HARDLY_WORTH,
        NO_NEW_PRICE;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /** Closed jobs of the model, or of the kind: bench minutes, and what the parts came to. */
    public record History(List<Double> minutes, List<Double> parts) {}

    /**
     * @param easyShare parts up to this share of the new price are an easy yes
     * @param askShare a repair above this share of the new price needs the owner's word first
     */
    public record Terms(BigDecimal hourlyRate, double easyShare, double askShare) {
        /** @throws Refused if they cannot be */
        public Terms {
            if (hourlyRate.signum() < 0 || hourlyRate.compareTo(BigDecimal.valueOf(10_000)) > 0) {
                throw new Refused("terms.rate");
            }
            if (!(easyShare > 0 && easyShare <= askShare && askShare <= 2)) {
                throw new Refused("terms.limits");
            }
        }
    }

    /**
     * @param newPrice what a new one costs
     * @param wouldSpend the most the owner has said
     */
    public static Estimate of(
            History model, History kind, Terms terms, Optional<BigDecimal> newPrice, Optional<BigDecimal> wouldSpend) {
        Basis basis = model.minutes.size() >= ENOUGH_JOBS
                ? Basis.MODEL
                : kind.minutes.size() >= ENOUGH_JOBS ? Basis.KIND : Basis.GENERAL;
        History taken = basis == Basis.MODEL ? model : kind;
        Range minutes = basis == Basis.GENERAL ? GENERAL_MINUTES : quartiles(taken.minutes);
        List<Double> partCosts = model.parts.size() >= ENOUGH_JOBS ? model.parts : kind.parts;
        Range parts = partCosts.size() >= ENOUGH_JOBS ? quartiles(partCosts) : GENERAL_PARTS;
        double rate = terms.hourlyRate.doubleValue() / 60;
        Range whole = basis == Basis.GENERAL || partCosts.size() < ENOUGH_JOBS
                ? sum(minutes, rate, parts)
                : quartiles(sums(taken.minutes, rate, partCosts));
        double likely = whole.likely;
        double high = whole.high;
        Optional<Double> share = newPrice.filter(p -> p.signum() > 0).map(p -> likely / p.doubleValue());
        Verdict verdict = verdict(likely, high, parts, terms, newPrice, share, wouldSpend);
        return new Estimate(
                money(whole.low),
                money(likely),
                money(high),
                minutes,
                parts,
                basis,
                basis == Basis.GENERAL ? 0 : taken.minutes.size(),
                share,
                verdict,
                why(
                        verdict,
                        terms,
                        wouldSpend.filter(w -> high > w.doubleValue()).isPresent()));
    }

    private static Verdict verdict(
            double likely,
            double high,
            Range parts,
            Terms terms,
            Optional<BigDecimal> newPrice,
            Optional<Double> share,
            Optional<BigDecimal> wouldSpend) {
        if (share.filter(s -> s >= 1).isPresent()) {
            return Verdict.HARDLY_WORTH;
        }
        if (wouldSpend.filter(w -> high > w.doubleValue()).isPresent()) {
            return Verdict.ASK_OWNER;
        }
        if (share.isEmpty()) {
            return Verdict.NO_NEW_PRICE;
        }
        if (share.get() > terms.askShare) {
            return Verdict.ASK_OWNER;
        }
        return parts.likely <= terms.easyShare * newPrice.orElseThrow().doubleValue()
                ? Verdict.EASY_YES
                : Verdict.WORTH_DOING;
    }

    private static Say why(Verdict verdict, Terms terms, boolean aboveLimit) {
        return switch (verdict) {
            case EASY_YES -> Say.of("estimate.easyYes", "percent", percent(terms.easyShare));
            case WORTH_DOING -> Say.of("estimate.worthDoing", "percent", percent(terms.askShare));
            case ASK_OWNER ->
                aboveLimit
                        ? Say.of("estimate.aboveLimit")
                        : Say.of("estimate.askOwner", "percent", percent(terms.askShare));
            case HARDLY_WORTH -> Say.of("estimate.hardlyWorth");
            case NO_NEW_PRICE -> Say.of("estimate.noNewPrice");
        };
    }

    private static long percent(double share) {
        return Math.round(100 * share);
    }

    /** Work and parts vary each for itself: their quartiles do not add, their distances from the middle do so in squares. */
    private static Range sum(Range minutes, double rate, Range parts) {
        double likely = minutes.likely * rate + parts.likely;
        return new Range(
                likely - Math.hypot((minutes.likely - minutes.low) * rate, parts.likely - parts.low),
                likely,
                likely + Math.hypot((minutes.high - minutes.likely) * rate, parts.high - parts.likely));
    }

    /** What any of the work with any of the parts came to. */
    private static List<Double> sums(List<Double> minutes, double rate, List<Double> parts) {
        List<Double> of = evenly(parts);
        return evenly(minutes).stream()
                .flatMap(m -> of.stream().map(p -> m * rate + p))
                .toList();
    }

    /** In order, of many so many that stand evenly for them all. */
    private static List<Double> evenly(List<Double> values) {
        List<Double> sorted = values.stream().sorted().toList();
        if (sorted.size() <= MOST_SUMMED) {
            return sorted;
        }
        return IntStream.range(0, MOST_SUMMED)
                .mapToObj(i -> sorted.get((int) ((i + 0.5) * sorted.size() / MOST_SUMMED)))
                .toList();
    }

    private static Range quartiles(List<Double> values) {
        double[] all = values.stream().mapToDouble(Double::doubleValue).toArray();
        Percentile percentile = new Percentile().withEstimationType(Percentile.EstimationType.R_7);
        return new Range(percentile.evaluate(all, 25), percentile.evaluate(all, 50), percentile.evaluate(all, 75));
    }

    private static BigDecimal money(double amount) {
        return BigDecimal.valueOf(amount).setScale(2, RoundingMode.HALF_EVEN);
    }
}
