package app.gewerk.core.damage;

import app.gewerk.core.knowledge.Knowledge;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** What damages gears, how common each cause is, and what it leaves to see. */
public final class Causes {
    /** How likely a cause shows what is not listed for it. */
    private static final double UNLISTED = 0.04;

    private static final Causes SHIPPED = of(Knowledge.shipped());

    private final List<Rule> rules;

    private Causes(List<Rule> rules) {
        this.rules = rules;
    }

    /** @param shows how likely each feature, by its code */
    private record Rule(String code, double rate, Map<String, Double> shows, Say putRight) {}

    public static Causes of(Knowledge knowledge) {
        return new Causes(knowledge.rows("damageCauses").stream()
                .map(row -> new Rule(
                        row.text("cause"),
                        row.number("rate"),
                        row.numbers("shows"),
                        row.say("putRight", "damageCausePutRight." + row.text("cause"))))
                .toList());
    }

    public static Causes shipped() {
        return SHIPPED;
    }

    /** Those of what was seen, the likeliest first. */
    List<Pattern.Cause> of(Set<Pattern.Feature> seen, Set<Pattern.Feature> saysNothing) {
        double[] weights = new double[rules.size()];
        for (int i = 0; i < weights.length; i++) {
            weights[i] = rules.get(i).rate;
            for (Pattern.Feature feature : Pattern.Feature.values()) {
                if (saysNothing.contains(feature)) {
                    continue;
                }
                double shows = rules.get(i).shows.getOrDefault(feature.toString(), UNLISTED);
                weights[i] *= seen.contains(feature) ? shows : 1 - shows;
            }
        }
        double sum = Arrays.stream(weights).sum();
        List<Pattern.Cause> causes = new ArrayList<>();
        for (int i = 0; i < weights.length; i++) {
            Rule rule = rules.get(i);
            causes.add(new Pattern.Cause(
                    rule.code,
                    Say.of("damageCause." + rule.code),
                    weights[i] / sum,
                    seen.stream()
                            .filter(f -> rule.shows.getOrDefault(f.toString(), 0.0) >= 0.2)
                            .sorted(Comparator.comparingDouble(
                                    (Pattern.Feature f) -> -rule.shows.getOrDefault(f.toString(), 0.0)))
                            .map(Pattern.Feature::words)
                            .toList(),
                    rule.putRight));
        }
        causes.sort(Comparator.comparingDouble(Pattern.Cause::probability).reversed());
        return causes;
    }
}
