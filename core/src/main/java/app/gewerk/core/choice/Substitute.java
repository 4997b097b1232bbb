package app.gewerk.core.choice;

import app.gewerk.core.choice.Option.Shown;
import app.gewerk.core.choice.Option.Teeth;
import app.gewerk.core.fit.BenchStep;
import app.gewerk.core.fit.Growth;
import app.gewerk.core.fit.OtherTeeth;
import app.gewerk.core.fit.Seating;
import app.gewerk.core.fit.WorkingBacklash;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.ProfileShift;
import app.gewerk.core.job.Way;
import app.gewerk.core.material.Material;
import app.gewerk.core.words.Say;
import java.util.Comparator;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Another gear in its place that stands at the old centre distance and turns nearly as the old one did: one stock gear alone
 * where the mate can stay, stock gears of another pitch for both, or else one that is cut with the profile shift the distance asks for.
 */
final class Substitute implements Rule {
    /** A shop in winter, before the machine has warmed up (common practice). */
    private static final double COLDEST_C = 10;

    private static final String USUAL_HOUSING = "ABS";
    /** Two bores, two hubs, and the mate often carries more than its teeth (from memory). */
    private static final double BOTH_WORK = 0.7;

    /** One bore, one hub, the old mate (from memory). */
    private static final double ALONE_WORKS = 0.85;
    /** What two new gears and the mate's hub have to be worth it for, in the measure below. */
    private static final double BOTH_NEW = 0.3;

    private static final double PAIR_COST = 12;
    private static final double ALONE_COST = 7;
    private static final int STOCK_DAYS = 7;

    @Override
    public Way way() {
        return Way.SUBSTITUTE;
    }

    @Override
    public Verdict on(Problem problem) {
        CylindricalGear gear = problem.gear();
        if (problem.mate().isEmpty() || problem.centreDistanceMm().isEmpty()) {
            return Rule.fails("choose.substituteNeedsMate");
        }
        CylindricalGear mate = problem.mate().get();
        Material stock = problem.materials().material("POM-C");
        if (problem.circumstances().temperatureC() > stock.hottestC()) {
            return Rule.fails("choose.stockTooSoft", "material", stock.words(), "most", stock.hottestC());
        }
        double centre = problem.centreDistanceMm().get();
        OtherTeeth.Place place = new OtherTeeth.Place(mate, centre);
        if (!place.forStock(gear)) {
            return Rule.fails("choose.substituteOnlySpur");
        }
        Optional<OtherTeeth> best = best(
                        problem,
                        mate,
                        Stream.concat(OtherTeeth.alone(gear, place, z -> 0), OtherTeeth.both(gear, place)))
                .or(() -> best(problem, mate, OtherTeeth.alone(gear, place, z -> OtherTeeth.shiftToCut(z, place))));
        if (best.isEmpty()) {
            return Rule.fails("choose.noSubstitute", "centre", centre);
        }
        OtherTeeth found = best.get();
        CylindricalGear own = found.pair().pinion();
        CylindricalGear other = found.pair().wheel();
        double share = problem.capacityN(own, stock, problem.bearing()) / problem.originalCapacityN();
        Draft draft = new Draft(problem, Way.SUBSTITUTE, said(found), share, stock);
        draft.parts += found.alone() ? ALONE_COST : PAIR_COST;
        draft.days += STOCK_DAYS;
        if (found.alone()) {
            draft.worksAtAll = ALONE_WORKS;
        } else {
            draft.mateNewToo = true;
            draft.worksAtAll = BOTH_WORK;
            draft.mateCapacityN = Optional.of(problem.capacityN(other, stock, problem.bearing()));
        }
        draft.because("choose.substituteRatio", "percent", 100 * found.ratioError());
        draft.because(
                "choose.substituteBacklash",
                "backlash",
                found.pair().circumferentialBacklashMm(),
                "cold",
                at(found, problem, COLDEST_C).circumferentialBacklashMm(),
                "hot",
                at(found, problem, problem.circumstances().temperatureC()).circumferentialBacklashMm());
        if (found.shifted()) {
            draft.caution("choose.substituteMade");
        } else {
            seat(problem, found, stock, draft);
        }
        draft.shows(new Shown(
                0,
                false,
                false,
                Optional.of(teeth(own)),
                Optional.of(teeth(other)).filter(any -> !found.alone())));
        return new Verdict.Applies(draft);
    }

    /** Stock gears come with a pilot hole; the mate's bore takes as much work as this one's. */
    private static void seat(Problem problem, OtherTeeth found, Material stock, Draft draft) {
        Optional<Seating> seating = problem.seating(found.pair().pinion(), stock, problem.face(), Optional.empty());
        if (seating.isEmpty()) {
            draft.caution(found.alone() ? "choose.substituteBore" : "choose.substituteBores");
            return;
        }
        draft.seated(problem, seating.get());
        if (!found.alone()) {
            draft.step(new BenchStep(
                    Say.of("choose.mateLikewise"),
                    seating.get().minutes(),
                    seating.get().parts()));
        }
    }

    /** Of those that run warm and cold and are not the old gears again. */
    private static Optional<OtherTeeth> best(Problem problem, CylindricalGear mate, Stream<OtherTeeth> all) {
        return all.filter(found -> !same(found, problem.gear(), mate))
                .filter(found -> !at(found, problem, problem.circumstances().temperatureC())
                                .binds()
                        && !at(found, problem, COLDEST_C).jumps())
                .min(Comparator.comparingDouble(found -> drawback(found, problem.gear())));
    }

    /** The less the better. */
    private static double drawback(OtherTeeth found, CylindricalGear old) {
        return Math.abs(found.ratioError()) * 10
                + found.backlashOverModule()
                + Math.abs(Math.log(found.pair().pinion().normalModule() / old.normalModule()))
                + (found.alone() ? 0 : BOTH_NEW);
    }

    private static Say said(OtherTeeth found) {
        CylindricalGear own = found.pair().pinion();
        if (!found.alone()) {
            return Say.of(
                    "choose.substitute",
                    "module",
                    own.normalModule(),
                    "own",
                    own.toothCount(),
                    "other",
                    found.pair().wheel().toothCount());
        }
        return found.shifted()
                ? Say.of(
                        "choose.substituteCut",
                        "module",
                        own.normalModule(),
                        "own",
                        own.toothCount(),
                        "shift",
                        own.profileShiftCoefficient())
                : Say.of("choose.substituteAlone", "module", own.normalModule(), "own", own.toothCount());
    }

    /** As the pair runs in a usual housing at a temperature. */
    private static WorkingBacklash at(OtherTeeth found, Problem problem, double celsius) {
        Growth stock = Growth.of(problem.materials().material("POM-C"), celsius, 0);
        Growth mate = found.alone() ? Growth.of(problem.mateMaterial(), celsius, 0) : stock;
        Growth housing = Growth.of(problem.materials().material(USUAL_HOUSING), celsius, 0);
        return WorkingBacklash.of(found.pair(), stock, mate, housing, 0);
    }

    private static Teeth teeth(CylindricalGear gear) {
        return new Teeth(gear.normalModule(), gear.toothCount(), gear.profileShiftCoefficient());
    }

    private static boolean same(OtherTeeth found, CylindricalGear gear, CylindricalGear mate) {
        return found.pair().pinion().toothCount() == gear.toothCount()
                && found.pair().wheel().toothCount() == mate.toothCount()
                && Math.abs(found.pair().pinion().normalModule() / gear.normalModule() - 1) < 0.01
                && (!found.alone()
                        || ProfileShift.none(
                                found.pair().pinion().profileShiftCoefficient() - gear.profileShiftCoefficient()));
    }
}
