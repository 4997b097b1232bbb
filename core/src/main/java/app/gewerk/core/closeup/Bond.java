package app.gewerk.core.closeup;

import app.gewerk.core.Wire;
import app.gewerk.core.gear.Limits;
import app.gewerk.core.knowledge.Knowledge;
import app.gewerk.core.knowledge.Row;
import app.gewerk.core.material.Material;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Set;

/**
 * Something that holds two parts together: glue, a lock for threads, a compound that retains a gear on its shaft.
 *
 * @param comesOff how it can be undone
 * @param takes codes of materials it holds on; {@code metal} for all metals
 * @param attacks codes of plastics it cracks or softens
 * @param gripsMinutes until it may be let go of, {@code curesMinutes} until it bears load, both at 20 °C
 */
public record Bond(
        String code,
        Use use,
        double gapFromMm,
        double gapToMm,
        ComesOff comesOff,
        Set<String> takes,
        Set<String> attacks,
        double gripsMinutes,
        double curesMinutes,
        double hottestC,
        String source) {
    private static final double MEASURED_AT_C = 20;
    /** Every so many degrees colder, twice as long (common practice). */
    private static final double TWICE_EVERY_K = 10;

    public enum Use {
        GLUE,
        LOCK_THREAD,
        RETAIN;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    public enum ComesOff {
        BY_HAND,
        WARM,
        NEVER;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /**
     * What is to be held together.
     *
     * @param gapMm between the two, on one side
     * @param toComeOff whether it must be possible to undo it
     * @param cureC warmth of the room it cures in
     * @param worksC warmth where it works
     */
    public record Joint(
            Use use, Material one, Material other, double gapMm, boolean toComeOff, double cureC, double worksC) {
        public Joint {
            Limits.requireBetween("gap", gapMm, 0, 20);
            Limits.requireBetween("temperature", cureC, 5, 60);
            Limits.requireBetween("temperature", worksC, -60, 300);
        }
    }

    /** @param gripsMinutes and {@code curesMinutes} in the warmth of this joint */
    public record WeighedBond(
            String code,
            Say words,
            boolean fits,
            List<Say> why,
            double gripsMinutes,
            double curesMinutes,
            String source) {}

    public Say words() {
        return Say.of("bond." + code);
    }

    static Bond of(Row row) {
        return new Bond(
                row.text("bond"),
                Wire.parse(Use.class, row.text("use")),
                row.number("gapFromMm"),
                row.number("gapToMm"),
                Wire.parse(ComesOff.class, row.text("comesOff")),
                Set.copyOf(row.names("takes")),
                Set.copyOf(row.names("attacks")),
                row.number("gripsMinutes"),
                row.number("curesMinutes"),
                row.number("hottestC"),
                row.text("source"));
    }

    /** Those of this use, the ones that fit first, of those the soonest to bear load. */
    public static List<WeighedBond> weigh(Knowledge knowledge, Joint joint) {
        record Ranked(WeighedBond weighed, int against) {}
        return knowledge.rows("bonds").stream()
                .map(Bond::of)
                .filter(b -> b.use == joint.use)
                .map(b -> {
                    List<Say> against = b.against(joint);
                    List<Say> why = new ArrayList<>(against);
                    why.add(Say.of("bonding.comesOff." + b.comesOff));
                    double slower = b.slower(joint.cureC);
                    return new Ranked(
                            new WeighedBond(
                                    b.code,
                                    b.words(),
                                    against.isEmpty(),
                                    why,
                                    b.gripsMinutes * slower,
                                    b.curesMinutes * slower,
                                    b.source),
                            against.size());
                })
                .sorted(Comparator.comparingInt(Ranked::against)
                        .thenComparingDouble(r -> r.weighed.curesMinutes)
                        .thenComparingDouble(r -> r.weighed.gripsMinutes))
                .map(Ranked::weighed)
                .toList();
    }

    /** How many times as long it takes in this warmth as at 20 °C; no shorter in more, for the makers' times hold. */
    private double slower(double cureC) {
        return Math.max(1, Math.pow(2, (MEASURED_AT_C - cureC) / TWICE_EVERY_K));
    }

    private List<Say> against(Joint joint) {
        List<Say> against = new ArrayList<>();
        for (Material m : joint.one.equals(joint.other) ? List.of(joint.one) : List.of(joint.one, joint.other)) {
            if (attacks.contains(m.code())) {
                against.add(Say.of("bonding.attacks", "material", m.words()));
            } else if (!takes.contains(m.code()) && !(takes.contains("metal") && !m.plastic())) {
                against.add(Say.of("bonding.doesNotTake", "material", m.words()));
            }
        }
        if (joint.gapMm > gapToMm) {
            against.add(Say.of("bonding.gapWide", "most", gapToMm));
        }
        if (joint.gapMm < gapFromMm) {
            against.add(Say.of("bonding.gapNarrow", "least", gapFromMm));
        }
        if (joint.toComeOff && comesOff == ComesOff.NEVER) {
            against.add(Say.of("bonding.forGood"));
        }
        if (joint.worksC > hottestC) {
            against.add(Say.of("bonding.tooHot", "most", hottestC));
        }
        return against;
    }
}
