package app.gewerk.core.device;

import app.gewerk.core.proving.Proof;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * How long mends last, by Kaplan and Meier: of those still watched at each failure, the share that goes on. The band is
 * Greenwood's variance on the scale of log(−log S), so that it stays between 0 and 1; 95 %.
 *
 * @param steps where the share falls, from the first failure on
 * @param cases mends watched
 * @param failures of them that came back with the same fault
 * @param watchedDays the longest that any was watched
 * @param leastAtEnd the share that lasts that long at least, at 95 % confidence: where none has failed, by the success run of
 *     all the days watched ((1 − 0.95)^(1/Σ t/t_max), failures coming at any age); else the band's own lower edge
 */
public record Survival(List<Step> steps, int cases, int failures, double watchedDays, double leastAtEnd) {
    private static final double CONFIDENCE = 0.95;
    /** The normal's two-sided 95 %. */
    private static final double Z = 1.959963984540054;

    /** @param failed false where it had not come back when it was last looked for */
    public record Case(double days, boolean failed) {}

    /**
     * @param days since the mend
     * @param atRisk still watched just before
     * @param share that lasts longer
     * @param error of the share, Greenwood's
     */
    public record Step(double days, int atRisk, int failed, double share, double error, double low, double high) {}

    public static Survival of(List<Case> cases) {
        List<Case> sorted =
                cases.stream().sorted(Comparator.comparingDouble(Case::days)).toList();
        List<Step> steps = new ArrayList<>();
        double share = 1;
        double greenwood = 0;
        int i = 0;
        while (i < sorted.size()) {
            double days = sorted.get(i).days;
            int atRisk = sorted.size() - i;
            int failed = 0;
            while (i < sorted.size() && sorted.get(i).days == days) {
                failed += sorted.get(i).failed ? 1 : 0;
                i++;
            }
            if (failed > 0) {
                share *= 1 - failed / (double) atRisk;
                greenwood += atRisk == failed ? 0 : failed / ((double) atRisk * (atRisk - failed));
                steps.add(step(days, atRisk, failed, share, greenwood));
            }
        }
        double watched = cases.stream().mapToDouble(Case::days).max().orElse(0);
        double days = cases.stream().mapToDouble(Case::days).sum();
        return new Survival(
                List.copyOf(steps),
                cases.size(),
                (int) cases.stream().filter(Case::failed).count(),
                watched,
                steps.isEmpty()
                        ? watched == 0 ? 0 : Proof.reliability(days / watched, CONFIDENCE)
                        : steps.getLast().low());
    }

    private static Step step(double days, int atRisk, int failed, double share, double greenwood) {
        double error = share * Math.sqrt(greenwood);
        if (share <= 0) {
            return new Step(days, atRisk, failed, 0, 0, 0, 0);
        }
        double spread = Z * Math.sqrt(greenwood) / Math.abs(Math.log(share));
        return new Step(
                days,
                atRisk,
                failed,
                share,
                error,
                Math.pow(share, Math.exp(spread)),
                Math.pow(share, Math.exp(-spread)));
    }

    /** The share that lasts longer than so many days; 1 before the first failure. */
    public double shareAt(double days) {
        return steps.stream()
                .filter(s -> s.days <= days)
                .reduce((a, b) -> b)
                .map(Step::share)
                .orElse(1.0);
    }
}
