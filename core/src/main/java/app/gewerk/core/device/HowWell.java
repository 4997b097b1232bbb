package app.gewerk.core.device;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.Set;

/**
 * How true it was what was said beforehand: what was thought to be wrong, what it would cost and take, when it would be ready.
 *
 * @param first jobs whose culprit stood first in the list, of all that were told
 * @param firstThree whose culprit was among the first three
 * @param claims what was given for each fault that was shown, against whether it was so
 * @param cost billed over estimated: 1.2 is a fifth more
 * @param nearCost bills within a fifth of the estimate
 * @param minutes taken at the bench over estimated
 * @param late days ready after the day promised; below 0 before it
 * @param kept ready on the day promised or before
 */
public record HowWell(
        Share first,
        Share firstThree,
        Reliability claims,
        Optional<Middle> cost,
        Share nearCost,
        Optional<Middle> minutes,
        Optional<Middle> late,
        Share kept) {
    private static final int THREE = 3;
    private static final double A_FIFTH = 0.2;

    /** A fault that was shown, and what was given for it. */
    public record Claimed(String fault, double probability) {}

    /**
     * What was said of a job, and how it was.
     *
     * @param claimed the likeliest first, before anybody said what it was; empty where nothing was kept
     * @param culprits that were found
     * @param costRatio billed over estimated
     * @param minutesRatio taken over estimated
     * @param daysLate ready after the day promised
     */
    public record Job(
            List<Claimed> claimed,
            Set<String> culprits,
            OptionalDouble costRatio,
            OptionalDouble minutesRatio,
            OptionalInt daysLate) {

        boolean told() {
            return !claimed.isEmpty() && !culprits.isEmpty();
        }

        boolean among(int most) {
            return claimed.stream().limit(most).anyMatch(c -> culprits.contains(c.fault));
        }
    }

    public static HowWell of(List<Job> jobs) {
        List<Job> told = jobs.stream().filter(Job::told).toList();
        List<Reliability.Claim> claims = new ArrayList<>();
        told.forEach(job -> job.claimed.forEach(
                c -> claims.add(new Reliability.Claim(c.probability, job.culprits.contains(c.fault)))));
        List<Double> costs =
                jobs.stream().flatMap(j -> j.costRatio.stream().boxed()).toList();
        List<Double> late = jobs.stream()
                .flatMap(j -> j.daysLate.stream().asDoubleStream().boxed())
                .toList();
        return new HowWell(
                share(told.stream().filter(j -> j.among(1)).count(), told.size()),
                share(told.stream().filter(j -> j.among(THREE)).count(), told.size()),
                Reliability.of(claims),
                Middle.of(costs),
                share(
                        costs.stream()
                                .filter(r -> Math.abs(r - 1) <= A_FIFTH + 1e-9)
                                .count(),
                        costs.size()),
                Middle.of(jobs.stream()
                        .flatMap(j -> j.minutesRatio.stream().boxed())
                        .toList()),
                Middle.of(late),
                share(late.stream().filter(d -> d <= 0).count(), late.size()));
    }

    private static Share share(long of, int all) {
        return Share.of((int) of, all);
    }
}
