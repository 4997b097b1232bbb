package app.gewerk.core.device;

import app.gewerk.core.diagnosis.Answer;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.TreeMap;

/**
 * What failed how often in the closed jobs of a model, at what age, and which signs were seen with it.
 *
 * @param failed the most frequent first
 * @param signs those seen the most often first
 * @param told jobs in which a culprit was stated
 */
public record Failures(List<Failed> failed, List<SignSeen> signs, int told) {
    private static final int MOST_SIGNS = 12;

    /**
     * A job that is put away.
     *
     * @param faults that were its culprits, by their keys
     * @param answers what was tried, by sign
     * @param age in years, where it can be told
     */
    public record Closed(Set<String> faults, Map<String, Answer> answers, OptionalInt age) {}

    /**
     * @param share of the jobs told
     * @param medianAge in years, of those whose age is known
     * @param ages how many those are
     */
    public record Failed(String fault, Share share, Optional<Double> medianAge, int ages) {}

    /**
     * A sign, by culprit.
     *
     * @param with for each fault where it was tried: seen in how many of how many
     */
    public record SignSeen(String sign, int seen, Map<String, Share> with) {}

    public static Failures of(List<Closed> jobs) {
        List<Closed> told = jobs.stream().filter(j -> !j.faults.isEmpty()).toList();
        Map<String, List<Closed>> byFault = new TreeMap<>();
        told.forEach(job -> job.faults.forEach(
                f -> byFault.computeIfAbsent(f, k -> new ArrayList<>()).add(job)));
        List<Failed> failed = byFault.entrySet().stream()
                .map(e -> failed(e.getKey(), e.getValue(), told.size()))
                .sorted(Comparator.comparingInt((Failed f) -> -f.share.of()))
                .toList();
        Set<String> signs = new LinkedHashSet<>();
        told.forEach(job -> signs.addAll(job.answers.keySet()));
        List<SignSeen> seen = signs.stream()
                .map(sign -> seen(sign, told, byFault))
                .filter(s -> s.seen > 0)
                .sorted(Comparator.comparingInt((SignSeen s) -> -s.seen).thenComparing(SignSeen::sign))
                .limit(MOST_SIGNS)
                .toList();
        return new Failures(failed, seen, told.size());
    }

    private static Failed failed(String fault, List<Closed> jobs, int told) {
        List<Double> ages = jobs.stream()
                .flatMap(j -> j.age.stream().asDoubleStream().boxed())
                .toList();
        return new Failed(fault, Share.of(jobs.size(), told), Middle.of(ages).map(Middle::median), ages.size());
    }

    private static SignSeen seen(String sign, List<Closed> told, Map<String, List<Closed>> byFault) {
        Map<String, Share> with = new HashMap<>();
        byFault.forEach((fault, jobs) -> {
            int tried = count(jobs, sign, Answer.SEEN) + count(jobs, sign, Answer.NOT_SEEN);
            if (tried > 0) {
                with.put(fault, Share.of(count(jobs, sign, Answer.SEEN), tried));
            }
        });
        return new SignSeen(sign, count(told, sign, Answer.SEEN), Collections.unmodifiableMap(with));
    }

    private static int count(List<Closed> jobs, String sign, Answer answer) {
        return (int) jobs.stream().filter(j -> j.answers.get(sign) == answer).count();
    }
}
