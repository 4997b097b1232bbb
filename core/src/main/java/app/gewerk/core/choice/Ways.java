package app.gewerk.core.choice;

import app.gewerk.core.choice.Option.Chance;
import app.gewerk.core.choice.Option.Weakest;
import app.gewerk.core.job.Way;
import app.gewerk.core.material.Family;
import app.gewerk.core.material.Material;
import app.gewerk.core.words.Say;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** All ways to put a gear right, weighed side by side. */
public final class Ways {
    /** A part this much stronger than one that is meant to fail no longer fails first. */
    private static final double NO_LONGER_SOFT = 1.15;
    /** Mending what breaks next costs as many times as much: it is dearer and lies deeper (from memory). */
    private static final double NEXT_IS_DEARER = 3;

    private static final List<Rule> RULES = List.of(
            new Glue(),
            new FreshTeeth(),
            new Donor(),
            new Original(),
            new BuySame(false),
            new Substitute(),
            new Made(Family.PRINTED),
            new Made(Family.CAST),
            new BuySame(true),
            new Assembly());

    private Ways() {}

    /**
     * A way that does not apply, and the one condition that fails.
     *
     * @param asks the circumstance that would open it, where it is only not known
     */
    public record NotHere(Way way, Say why, Optional<String> asks) {}

    /**
     * @param options the best for the wish first
     * @param notHere ways that do not apply
     * @param decline why the repair is hardly worth it, where that is so
     * @param together one gear, the pair, or all sisters
     */
    public record Weighed(
            Wish wish, List<Option> options, List<NotHere> notHere, Optional<Say> decline, List<Together> together) {}

    /**
     * How many to replace while it lies open.
     *
     * @param pieces gears in all
     * @param expectedCost of the parts, and of opening it again for those that were left
     */
    public record Together(Say say, int pieces, BigDecimal expectedCost) {}

    public static Weighed weigh(Problem problem, Wish wish) {
        List<Option> options = new ArrayList<>();
        List<NotHere> notHere = new ArrayList<>();
        for (Rule rule : RULES) {
            switch (rule.on(problem)) {
                case Rule.Verdict.Applies applies -> options.add(reckoned(problem, applies.draft()));
                case Rule.Verdict.Fails fails -> notHere.add(new NotHere(rule.way(), fails.why(), fails.asks()));
            }
        }
        options.sort(wish.order());
        return new Weighed(wish, options, notHere, decline(problem, options), together(problem, options));
    }

    private static Option reckoned(Problem problem, Draft draft) {
        Circumstances at = problem.circumstances();
        double wear = wear(draft.material) / wear(problem.material());
        Weakest weakest = weakest(problem, draft);
        double overload = overload(problem, draft, weakest);
        Earlier earlier = problem.earlier().getOrDefault(draft.way, Earlier.NONE);
        Chance lasts = earlier.lasts(chance(problem, draft, wear, overload, Lasting.HORIZON_YEARS));
        double back = 1
                - earlier.lasts(
                        chance(problem, draft, wear, overload, problem.terms().warrantyYears())
                                .likely());
        if (earlier.done() > 0) {
            draft.because("choose.earlier", "done", earlier.done(), "back", earlier.cameBack());
        }
        double rate = problem.terms().hourlyRate() / 60;
        double labour = draft.minutes * rate;
        double redo = (draft.minutes + problem.reopenMinutes()) * rate + draft.parts;
        double again = back * redo * (overload > 0 ? NEXT_IS_DEARER : 1);
        if (overload > 0) {
            draft.cautions.add(Say.of("choose.nextBreaks", "part", weakest.part()));
        }
        return new Option(
                draft.way,
                draft.say,
                draft.share,
                weakest,
                lasts,
                draft.material.noiseDb() - problem.material().noiseDb(),
                wear,
                draft.minutes,
                cents(draft.parts),
                cents(labour),
                cents(again),
                cents(draft.parts).add(cents(labour)).add(cents(again)),
                back,
                draft.days,
                draft.undoable,
                draft.likeness,
                List.copyOf(draft.reasons),
                List.copyOf(draft.cautions),
                List.copyOf(draft.work),
                draft.shown,
                draft.order);
    }

    private static double wear(Material material) {
        return Math.max(0.2, material.wearOnAcetal());
    }

    /** The first of the gear, its mate and the rest of the train to give way. */
    private static Weakest weakest(Problem problem, Draft draft) {
        double original = problem.originalCapacityN();
        record First(Say part, double bears) {}
        Optional<Double> mate = draft.mateNewToo ? draft.mateCapacityN : problem.mateCapacityN();
        First first = Stream.of(
                        Stream.of(new First(Say.of("choose.thisGear"), draft.share * original)),
                        draft.slipsAtN.map(bears -> new First(Say.of("choose.theSeat"), bears)).stream(),
                        mate.map(bears -> new First(Say.of("choose.theMate"), bears)).stream(),
                        problem.others().stream()
                                .filter(other -> !other.mate() || mate.isEmpty())
                                .map(other -> new First(other.part(), other.capacityN())))
                .flatMap(s -> s)
                .min(Comparator.comparingDouble(First::bears))
                .orElseThrow();
        Optional<Double> overJam = problem.circumstances()
                .jamTorqueNmm()
                .filter(torque -> torque > 0)
                .map(torque -> first.bears / problem.forceN(torque));
        return new Weakest(first.part, first.bears / original, overJam);
    }

    /**
     * How often a year something dearer breaks: where a part that is meant to give way is replaced by a stronger one, every time the
     * old one would have given way.
     */
    private static double overload(Problem problem, Draft draft, Weakest weakest) {
        Circumstances at = problem.circumstances();
        boolean holdsTheJam = weakest.overJam().filter(over -> over > 1).isPresent();
        return at.meantToFail() && draft.share > NO_LONGER_SOFT && !holdsTheJam ? 1 / at.ageYears() : 0;
    }

    private static Chance chance(Problem problem, Draft draft, double wear, double overload, double years) {
        double age = problem.circumstances().ageYears();
        double life = Lasting.lifeYears(
                age, draft.material.agesInYears(), problem.material().agesInYears());
        Lasting.Chance own = Lasting.ofNew(draft.bears(problem), draft.scatter, problem.margin(), life, years);
        double others = draft.worksAtAll * Math.exp(-overload * years);
        if (draft.ageYears.isPresent()) {
            others *= Lasting.ofAged(draft.ageYears.getAsDouble(), problem.agesInYears(), years);
        }
        others *= draft.mateNewToo ? 1 : Lasting.ofSound(age, wear, years);
        Lasting.Chance all = own.times(others);
        return new Chance(all.low(), all.likely(), all.high());
    }

    /** The cheapest way that is more likely to last than not, against a new machine. */
    private static Optional<Say> decline(Problem problem, List<Option> options) {
        Optional<Double> newPrice = problem.terms().newPrice().filter(p -> p > 0);
        if (newPrice.isEmpty()) {
            return Optional.empty();
        }
        Optional<Option> cheapest =
                options.stream().filter(o -> o.chance().likely() >= 0.5).min(Wish.CHEAP.order());
        if (cheapest.isEmpty()) {
            return options.isEmpty() ? Optional.empty() : Optional.of(Say.of("choose.declineNothingLasts"));
        }
        double share = cheapest.get().expectedCost().doubleValue() / newPrice.get();
        return share > problem.terms().askShare()
                ? Optional.of(Say.of(
                        "choose.declineDear",
                        "way",
                        cheapest.get().way().words(),
                        "cost",
                        cheapest.get().expectedCost(),
                        "new",
                        newPrice.get(),
                        "percent",
                        100 * share))
                : Optional.empty();
    }

    /** One gear against all of its plastic and age: what is left may be the next to open the machine for. */
    private static List<Together> together(Problem problem, List<Option> options) {
        int sisters = problem.circumstances().sisters();
        Optional<Option> first = options.stream()
                .filter(o -> o.order().isPresent() || o.way() == Way.ORIGINAL)
                .min(Comparator.comparing(Option::parts));
        if (sisters == 0 || first.isEmpty()) {
            return List.of();
        }
        double age = problem.circumstances().ageYears();
        double price = first.get().parts().doubleValue();
        double rate = problem.terms().hourlyRate() / 60;
        double fails = 1 - Lasting.ofAged(age, 1.5 * age, Lasting.HORIZON_YEARS);
        double second = (first.get().minutes() + problem.reopenMinutes()) * rate + price;
        double anyFails = 1 - Math.pow(1 - fails, sisters);
        double each = first.get().minutes() / 2 * rate;
        boolean inThePacket = first.get().way() == Way.ORIGINAL
                && problem.circumstances().withOriginal().stream().anyMatch(c -> c.part() == Companion.Part.SISTERS);
        double others = inThePacket ? 0 : sisters * (price + each);
        return List.of(
                new Together(
                        Say.of("choose.oneOnly", "sisters", sisters, "percent", 100 * anyFails),
                        1,
                        cents(price + anyFails * second)),
                new Together(Say.of("choose.allSisters", "pieces", sisters + 1), sisters + 1, cents(price + others)));
    }

    private static BigDecimal cents(double amount) {
        return BigDecimal.valueOf(amount).setScale(2, RoundingMode.HALF_UP);
    }
}
