package app.gewerk.core.diagnosis;

import java.util.Map;

/**
 * What closed jobs of this model say: how often each fault was the culprit.
 *
 * <p>Each fault's share of the culprits is a Beta distribution: its general share counts as {@value #GENERAL_JOBS} jobs
 * seen elsewhere, the model's own jobs are added. Its mean is (n₀ s + k) / (n₀ + n), with k of n jobs on this fault
 * (conjugate prior of the binomial; textbook result). Jobs that other shops have told of count as {@value #ELSEWHERE} of one's
 * own each (a power prior with a fixed weight; the weight is an assumption: another bench sees other owners).
 *
 * @param culprits times each fault was the culprit here, by {@link Fault#key}
 * @param elsewhere the same in the books of others
 */
public record Experience(Map<String, Integer> culprits, Map<String, Integer> elsewhere) {
    /** How many jobs the general rates are worth (common practice: after four of a kind one trusts one's own). */
    public static final double GENERAL_JOBS = 4;

    public static final double ELSEWHERE = 0.3;

    public static final Experience NONE = new Experience(Map.of());

    public Experience(Map<String, Integer> culprits) {
        this(culprits, Map.of());
    }

    public Experience {
        culprits = Map.copyOf(culprits);
        elsewhere = Map.copyOf(elsewhere);
        if (culprits.values().stream().anyMatch(n -> n < 0)
                || elsewhere.values().stream().anyMatch(n -> n < 0)) {
            throw new IllegalStateException("A fault cannot have been found a negative number of times");
        }
    }

    /** How many jobs of one's own it is worth what is known of a fault. */
    double jobs(String fault) {
        return culprits.getOrDefault(fault, 0) + ELSEWHERE * elsewhere.getOrDefault(fault, 0);
    }

    /** @param generalShare of this fault among all faults of the machine, 0 to 1 */
    double share(String fault, double generalShare, double jobsOnKnownFaults) {
        return (GENERAL_JOBS * generalShare + jobs(fault)) / (GENERAL_JOBS + jobsOnKnownFaults);
    }
}
