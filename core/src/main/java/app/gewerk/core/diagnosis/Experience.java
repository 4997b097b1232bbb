package app.gewerk.core.diagnosis;

import java.util.Map;

/**
 * What closed jobs of this model say: how often each fault was the culprit.
 *
 * <p>Each fault's share of the culprits is a Beta distribution: its general share counts as {@value #GENERAL_JOBS} jobs
 * seen elsewhere, the model's own jobs are added. Its mean is (n₀ s + k) / (n₀ + n), with k of n jobs on this fault
 * (conjugate prior of the binomial; textbook result).
 *
 * @param culprits times each fault was the culprit, by {@link Fault#key}
 */
public record Experience(Map<String, Integer> culprits) {
    /** How many jobs the general rates are worth (common practice: after four of a kind one trusts one's own). */
    public static final double GENERAL_JOBS = 4;

    public static final Experience NONE = new Experience(Map.of());

    public Experience {
        culprits = Map.copyOf(culprits);
        if (culprits.values().stream().anyMatch(n -> n < 0)) {
            throw new IllegalStateException("A fault cannot have been found a negative number of times");
        }
    }

    /** @param generalShare of this fault among all faults of the machine, 0 to 1 */
    double share(String fault, double generalShare, int jobsOnKnownFaults) {
        return (GENERAL_JOBS * generalShare + culprits.getOrDefault(fault, 0)) / (GENERAL_JOBS + jobsOnKnownFaults);
    }
}
