package app.gewerk.core.choice;

import app.gewerk.core.choice.Option.Ordered;
import app.gewerk.core.fit.BenchStep;
import app.gewerk.core.fit.Seating;
import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.ToothForm;
import app.gewerk.core.job.Way;
import app.gewerk.core.material.Material;
import app.gewerk.core.sourcing.GearOffer;
import app.gewerk.core.sourcing.Match;
import app.gewerk.core.words.Outcome;
import app.gewerk.core.words.Say;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/** A gear of the same count and pitch that a seller has, of plastic; or of metal where {@code metal}. */
final class BuySame implements Rule {
    private static final double BENCH_WORK_MINUTES = 15;
    /** A difference that is a risk: of three such gears one gives trouble (from memory). */
    private static final double RISK_WORKS = 0.75;

    private final boolean metal;

    BuySame(boolean metal) {
        this.metal = metal;
    }

    @Override
    public Way way() {
        return metal ? Way.METAL : Way.BUY;
    }

    @Override
    public Verdict on(Problem problem) {
        List<Buyable> all = problem.offers().stream()
                .filter(o -> o.material().plastic() != metal)
                .filter(o -> o.material().hottestC() >= problem.circumstances().temperatureC())
                .filter(o -> ToothForm.tried(gear(o.match().offer())) instanceof Outcome.Made)
                .toList();
        Optional<Draft> best = all.stream()
                .map(offer -> draft(problem, offer))
                .max(Comparator.comparingDouble(d -> worth(problem, d)));
        return best.<Verdict>map(Verdict.Applies::new)
                .orElseGet(() -> Rule.fails(metal ? "choose.noMetal" : "choose.noSame"));
    }

    /** A hundred for one that does as the old one did, less what it costs with the work on it. */
    private static double worth(Problem problem, Draft draft) {
        double work = draft.minutes * problem.terms().hourlyRate() / 60;
        return draft.worksAtAll * Math.min(1, draft.bears(problem)) * 100 - draft.parts - work;
    }

    private static CylindricalGear gear(GearOffer item) {
        return CylindricalGear.spur(
                item.pitch().module(), item.toothCount(), 0, BasicRack.usual(item.pressureAngleDeg(), item.stub()));
    }

    private Draft draft(Problem problem, Buyable offer) {
        GearOffer item = offer.match().offer();
        CylindricalGear gear = gear(item);
        double width = Math.min(item.faceWidthMm(), problem.bearing());
        Material material = offer.material();
        double share = problem.capacityN(gear, material, width) / problem.originalCapacityN();
        Draft draft = new Draft(
                        problem,
                        way(),
                        Say.of(
                                metal ? "choose.buyMetal" : "choose.buy",
                                "item",
                                item.itemNumber(),
                                "seller",
                                item.seller(),
                                "material",
                                material.words(),
                                "percent",
                                100 * share),
                        share,
                        material)
                .costs(offer.price());
        Optional<Seating> seating = problem.seating(
                gear, material, item.faceWidthMm(), Optional.of(item.boreMm()).filter(mm -> mm > 0));
        seating.ifPresent(s -> draft.slips(problem, s));
        problem.alteration(gear, item.faceWidthMm(), seating).steps().forEach(draft::step);
        for (Match.Difference difference : offer.match().differences()) {
            if (difference.about() == Match.About.BORE && seating.isPresent()
                    || difference.about() == Match.About.WIDTH && difference.weight() == Match.Weight.BENCH_WORK) {
                continue; // among the steps already
            }
            switch (difference.weight()) {
                case HARMLESS -> draft.reasons.add(difference.words());
                case BENCH_WORK -> draft.step(new BenchStep(difference.words(), BENCH_WORK_MINUTES, 0));
                case RISK -> {
                    draft.cautions.add(difference.words());
                    // That it is of metal is weighed by what it does to the mate and to the next weakest part.
                    if (difference.about() != Match.About.MATERIAL) {
                        draft.worksAtAll *= RISK_WORKS;
                    }
                }
            }
        }
        draft.likeness *= offer.match().fit();
        draft.order = Optional.of(new Ordered(item.seller(), item.itemNumber()));
        return draft;
    }
}
