package app.gewerk.core.choice;

import app.gewerk.core.damage.ToothMap;
import app.gewerk.core.damage.ToothMark;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.job.Way;
import app.gewerk.core.material.Family;
import app.gewerk.core.material.Material;
import app.gewerk.core.words.Say;
import java.util.Comparator;
import java.util.Optional;

/** A gear made here: printed, or cast from a mould of a good one, of the material that bears most where it works. */
final class Made implements Rule {
    /** Lines side by side that a printed tooth needs at its reference circle (common practice). */
    private static final double LINES = 2;
    /** A mould copies a gear with a tooth or two built up; not more (common practice). */
    private static final int MOST_MISSING = 2;

    private static final double MOULD_WORKS = 0.85;
    private static final double PRINT_WORKS = 0.85;

    private final Family family;

    Made(Family family) {
        this.family = family;
    }

    @Override
    public Way way() {
        return family == Family.PRINTED ? Way.PRINT : Way.CAST;
    }

    @Override
    public Verdict on(Problem problem) {
        Circumstances at = problem.circumstances();
        CylindricalGear gear = problem.gear();
        if (family == Family.PRINTED) {
            double tooth = gear.chordalThicknessMm();
            if (tooth < LINES * at.nozzleMm()) {
                return Rule.fails(
                        "choose.toothTooFine", "tooth", tooth, "nozzle", at.nozzleMm(), "needs", tooth / LINES);
            }
        } else if (!at.goodOneAtHand() && !canBeMended(problem)) {
            return Rule.asks("goodOneAtHand", "choose.noGoodOne");
        }
        Optional<Material> best = problem.materials().all().stream()
                .filter(m -> m.family() == family && m.hottestC() >= at.temperatureC())
                .max(Comparator.comparingDouble(m -> m.rootStrengthMpa(at.temperatureC(), 1e6)));
        if (best.isEmpty()) {
            return Rule.fails(
                    family == Family.PRINTED ? "choose.tooHotToPrint" : "choose.tooHotToCast",
                    "hot",
                    at.temperatureC());
        }
        Material material = best.get();
        double share = problem.capacityN(gear, material, problem.bearing()) / problem.originalCapacityN();
        Draft draft = new Draft(
                problem,
                way(),
                Say.of(
                        family == Family.PRINTED ? "choose.print" : "choose.cast",
                        "material",
                        material.words(),
                        "percent",
                        100 * share),
                share,
                material);
        draft.worksAtAll = family == Family.PRINTED ? PRINT_WORKS : MOULD_WORKS;
        draft.because(
                "choose.madeStrength",
                "material",
                material.words(),
                "theirs",
                material.rootStrengthMpa(at.temperatureC(), 1e6),
                "was",
                problem.material().rootStrengthMpa(at.temperatureC(), 1e6),
                "hot",
                at.temperatureC());
        if (family == Family.PRINTED) {
            draft.caution("choose.printCoupon");
        } else {
            draft.caution("choose.castShrinks").caution("choose.castFumes");
        }
        return new Verdict.Applies(draft);
    }

    private static boolean canBeMended(Problem problem) {
        return problem.map()
                .filter(m -> m.teeth(ToothMark.Kind.MISSING).size() <= MOST_MISSING
                        && m.hub() != ToothMap.Hub.SPLIT
                        && m.marks().stream()
                                .noneMatch(k -> k.kind() == ToothMark.Kind.FLATTENED || k.kind() == ToothMark.Kind.WORN)
                        && !m.softened()
                        && !m.brittle())
                .isPresent();
    }
}
