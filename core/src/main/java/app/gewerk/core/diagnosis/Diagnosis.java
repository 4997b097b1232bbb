package app.gewerk.core.diagnosis;

import app.gewerk.core.Knowledge;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Ranks the possible faults from what was observed: exact Bayes, one fault at a time, observations independent given
 * the fault. What was not tried says nothing.
 *
 * <p>P(fault | seen) ∝ rate(fault) × ∏ P(observation | fault) over what was seen × ∏ (1 − P(observation | fault)) over
 * what was looked for and not seen.
 */
public final class Diagnosis {
    private static final double WORTH_NAMING = Math.log(1.4);

    private final List<Fault> faults;
    private final List<Observation> observations;
    private final Map<String, Map<String, Double>> likelihoods;

    Diagnosis(List<Fault> faults, List<Observation> observations, Map<String, Map<String, Double>> likelihoods) {
        this.faults = List.copyOf(faults);
        this.observations = List.copyOf(observations);
        this.likelihoods = likelihoods;
    }

    /** With the likelihoods that ship with Gewerk. */
    public static Diagnosis fromKnowledge() {
        List<Observation> observations = Knowledge.rows("observations").stream()
                .map(row -> new Observation(row.get("code"), row.get("words")))
                .toList();
        List<Fault> faults = Knowledge.rows("faults").stream()
                .map(row -> new Fault(
                        row.get("code"),
                        row.get("words"),
                        Double.parseDouble(row.get("generalRate")),
                        row.get("check")))
                .toList();
        Map<String, Map<String, Double>> likelihoods = new LinkedHashMap<>();
        for (Map<String, String> row : Knowledge.rows("likelihoods")) {
            Map<String, Double> ofFault = new LinkedHashMap<>();
            for (Observation observation : observations) {
                ofFault.put(observation.code(), Double.parseDouble(row.get(observation.code())));
            }
            likelihoods.put(row.get("fault"), ofFault);
        }
        return new Diagnosis(faults, observations, likelihoods);
    }

    public List<Observation> observations() {
        return observations;
    }

    public List<Fault> faults() {
        return faults;
    }

    /**
     * A fault with its probability and why.
     *
     * @param speaksFor what was seen, or looked for in vain, that makes it likelier
     * @param speaksAgainst what makes it less likely
     */
    public record Ranked(Fault fault, double probability, List<String> speaksFor, List<String> speaksAgainst) {}

    /**
     * All faults, most probable first; the probabilities make 1.
     *
     * @param answers by observation code; codes left out count as not tried
     * @throws IllegalArgumentException if a code is not an observation
     */
    public List<Ranked> rank(Map<String, Answer> answers) {
        for (String code : answers.keySet()) {
            if (observations.stream().noneMatch(o -> o.code().equals(code))) {
                throw new IllegalArgumentException("There is no observation called " + code);
            }
        }
        double[] weights = faults.stream().mapToDouble(f -> weight(f, answers)).toArray();
        double sum = java.util.Arrays.stream(weights).sum();
        List<Ranked> ranked = new ArrayList<>();
        for (int i = 0; i < weights.length; i++) {
            Fault fault = faults.get(i);
            ranked.add(
                    new Ranked(fault, weights[i] / sum, reasons(fault, answers, true), reasons(fault, answers, false)));
        }
        ranked.sort(Comparator.comparingDouble(Ranked::probability).reversed());
        return List.copyOf(ranked);
    }

    private double weight(Fault fault, Map<String, Answer> answers) {
        double weight = fault.generalRate();
        for (Observation observation : observations) {
            weight *= likelihood(fault, observation, answers.getOrDefault(observation.code(), Answer.NOT_TRIED));
        }
        return weight;
    }

    private double likelihood(Fault fault, Observation observation, Answer answer) {
        double seen = likelihoods.get(fault.code()).get(observation.code());
        return switch (answer) {
            case SEEN -> seen;
            case NOT_SEEN -> 1 - seen;
            case NOT_TRIED -> 1;
        };
    }

    /** What weighs for (or against) a fault, strongest first: its likelihood against the average over all other faults. */
    private List<String> reasons(Fault fault, Map<String, Answer> answers, boolean speakingFor) {
        record Reason(String words, double strength) {}
        List<Reason> reasons = new ArrayList<>();
        for (Observation observation : observations) {
            Answer answer = answers.getOrDefault(observation.code(), Answer.NOT_TRIED);
            if (answer == Answer.NOT_TRIED) {
                continue;
            }
            double strength =
                    Math.log(likelihood(fault, observation, answer) / othersAverage(fault, observation, answer));
            if ((speakingFor ? strength : -strength) > WORTH_NAMING) {
                String words = answer == Answer.SEEN ? observation.words() : "not: " + observation.words();
                reasons.add(new Reason(words, Math.abs(strength)));
            }
        }
        return reasons.stream()
                .sorted(Comparator.comparingDouble(Reason::strength).reversed())
                .map(Reason::words)
                .toList();
    }

    private double othersAverage(Fault fault, Observation observation, Answer answer) {
        double sum = 0;
        double rates = 0;
        for (Fault other : faults) {
            if (!other.equals(fault)) {
                sum += other.generalRate() * likelihood(other, observation, answer);
                rates += other.generalRate();
            }
        }
        return sum / rates;
    }
}
