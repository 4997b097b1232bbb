package app.gewerk.core.closeup;

import app.gewerk.core.Wire;
import app.gewerk.core.knowledge.Knowledge;
import app.gewerk.core.knowledge.Row;
import app.gewerk.core.material.Material;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * A lubricant, and what it is good for.
 *
 * @param base by the words that materials say what they bear: {@code silicone}
 * @param forPlastic made for plastic gears
 * @param densityGMl g/ml
 */
public record Lubricant(
        String code,
        String base,
        Form form,
        Set<String> loads,
        Set<String> speeds,
        double coldestC,
        double hottestC,
        boolean food,
        boolean forPlastic,
        double densityGMl,
        String source) {
    public enum Form {
        GREASE,
        OIL,
        DRY;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /**
     * One that was weighed.
     *
     * @param fits whether nothing speaks against it
     * @param why what speaks for or against it, the weightiest first
     */
    public record WeighedLubricant(
            String code, Say words, boolean fits, List<Say> why, double densityGMl, String source) {}

    public Say words() {
        return Say.of("lubricant." + code);
    }

    static Lubricant of(Row row) {
        return new Lubricant(
                row.text("lubricant"),
                row.text("base"),
                Wire.parse(Form.class, row.text("form")),
                Set.copyOf(row.names("loads")),
                Set.copyOf(row.names("speeds")),
                row.number("coldestC"),
                row.number("hottestC"),
                row.yes("food"),
                row.yes("forPlastic"),
                row.number("densityGMl"),
                row.text("source"));
    }

    /** All that are known, those that fit first, of those the likeliest to serve well. */
    public static List<WeighedLubricant> weigh(Knowledge knowledge, Duty duty) {
        record Ranked(WeighedLubricant weighed, int against, int goodness) {}
        return knowledge.rows("lubricants").stream()
                .map(Lubricant::of)
                .map(l -> {
                    List<Say> against = l.against(duty);
                    List<Say> unsure = l.unsure(duty);
                    List<Say> why = new ArrayList<>(against);
                    why.addAll(unsure);
                    why.addAll(l.speaksFor(duty));
                    return new Ranked(
                            new WeighedLubricant(l.code, l.words(), against.isEmpty(), why, l.densityGMl, l.source),
                            against.size(),
                            l.goodness(duty) - 2 * unsure.size());
                })
                .sorted(Comparator.comparingInt(Ranked::against)
                        .thenComparing(Comparator.comparingInt(Ranked::goodness).reversed()))
                .map(Ranked::weighed)
                .toList();
    }

    private List<Say> against(Duty duty) {
        List<Say> against = new ArrayList<>();
        for (Material m : materials(duty)) {
            if (attacks(m)) {
                against.add(Say.of("lubricate.attacks", "material", m.words()));
            }
        }
        if (duty.food() && !food) {
            against.add(Say.of("lubricate.notFood"));
        }
        if (duty.temperatureC() > hottestC) {
            against.add(Say.of("lubricate.tooHot", "most", hottestC));
        }
        if (duty.temperatureC() < coldestC) {
            against.add(Say.of("lubricate.tooCold", "least", coldestC));
        }
        if (!loads.contains(duty.load().toString())) {
            against.add(Say.of("lubricate.load"));
        }
        if (!speeds.contains(duty.speed().toString())) {
            against.add(Say.of("lubricate.speed"));
        }
        return against;
    }

    private boolean attacks(Material m) {
        return m.attackedBy().contains(base) || m.attackedBy().contains(base + "Oil");
    }

    /** Neither known to be borne nor to attack. */
    private List<Say> unsure(Duty duty) {
        return materials(duty).stream()
                .filter(m -> !m.bears().contains(base) && !attacks(m))
                .map(m -> Say.of("lubricate.tryHidden", "material", m.words()))
                .toList();
    }

    private List<Say> speaksFor(Duty duty) {
        List<Say> speaks = new ArrayList<>();
        if (materials(duty).stream().allMatch(m -> m.bears().contains(base))) {
            speaks.add(Say.of("lubricate.borne"));
        }
        if (anyPlastic(duty) && forPlastic) {
            speaks.add(Say.of("lubricate.forPlastic"));
        }
        if (duty.food() && food) {
            speaks.add(Say.of("lubricate.foodGrade"));
        }
        return speaks;
    }

    private static boolean anyPlastic(Duty duty) {
        return duty.gear().plastic() || duty.mate().plastic();
    }

    private int goodness(Duty duty) {
        boolean thin = duty.speed() == Duty.Speed.FAST && duty.load() == Duty.Load.LIGHT;
        Form wanted = thin ? Form.OIL : Form.GREASE;
        // Few loads and speeds: made for just this.
        return (anyPlastic(duty) == forPlastic ? 2 : 0)
                + (form == wanted ? 2 : 0)
                + (food == duty.food() ? 1 : 0)
                + (loads.size() + speeds.size() < 5 ? 1 : 0);
    }

    /** The two that touch, once where they are of one material. */
    private static List<Material> materials(Duty duty) {
        return List.copyOf(List.of(duty.gear(), duty.mate()).stream()
                .collect(Collectors.toMap(Material::code, m -> m, (a, b) -> a, LinkedHashMap::new))
                .values());
    }
}
