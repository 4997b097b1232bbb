package app.gewerk.core.choice;

import app.gewerk.core.Budget;
import app.gewerk.core.choice.Option.Shown;
import app.gewerk.core.choice.Option.Teeth;
import app.gewerk.core.fit.Growth;
import app.gewerk.core.fit.WorkingBacklash;
import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.GearPair;
import app.gewerk.core.gear.Pitch;
import app.gewerk.core.job.Way;
import app.gewerk.core.material.Material;
import app.gewerk.core.words.Say;
import java.util.Comparator;
import java.util.Optional;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * Both gears of the pair by stock gears of another pitch, unshifted, that stand at the old centre distance and turn nearly as
 * the old ones did.
 */
final class Substitute implements Rule {
    /** Pitches that stock gears are sold in (common practice). */
    private static final double[] MODULES = {0.2, 0.25, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 1, 1.25, 1.5};

    private static final double[] DIAMETRAL_PITCHES = {72, 64, 48, 32, 24, 20};
    /** A ratio off by more is another machine (common practice). */
    private static final double MOST_RATIO_ERROR = 0.03;

    private static final int FEWEST = 10;
    private static final double LEAST_CONTACT = 1.15;
    /** Circumferential backlash over the module that still runs well in a small drive (common practice). */
    private static final double MOST_BACKLASH = 0.25;

    private static final double LEAST_BACKLASH = 0.02;
    /** A shop in winter, before the machine has warmed up (common practice). */
    private static final double COLDEST_C = 10;

    private static final String USUAL_HOUSING = "ABS";
    /** Two bores, two hubs, and the mate often carries more than its teeth (from memory). */
    private static final double BOTH_WORK = 0.7;

    private static final double PAIR_COST = 12;
    private static final int PAIR_DAYS = 7;

    @Override
    public Way way() {
        return Way.SUBSTITUTE;
    }

    /** @param ratioError of the speed, 0.01 for one in a hundred too fast */
    record Found(GearPair pair, double ratioError) {
        double backlashOverModule() {
            return pair.circumferentialBacklashMm() / pair.pinion().normalModule();
        }
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
        if (gear.internal() || mate.internal() || gear.helixAngleDeg() != 0 || mate.helixAngleDeg() != 0) {
            return Rule.fails("choose.substituteOnlySpur");
        }
        double centre = problem.centreDistanceMm().get();
        double ratio = mate.toothCount() / (double) gear.toothCount();
        Optional<Found> best = Stream.concat(
                        DoubleStream.of(MODULES).mapToObj(Pitch::ofModule),
                        DoubleStream.of(DIAMETRAL_PITCHES).mapToObj(Pitch::ofDiametralPitch))
                .flatMap(pitch -> pairs(pitch.module(), centre, ratio))
                .filter(found -> !same(found, gear, mate))
                .filter(found -> {
                    WorkingBacklash hot =
                            at(found.pair(), problem, problem.circumstances().temperatureC());
                    return !hot.binds() && !at(found.pair(), problem, COLDEST_C).jumps();
                })
                .min(Comparator.comparingDouble(f -> Math.abs(f.ratioError()) * 10
                        + f.backlashOverModule()
                        + Math.abs(Math.log(f.pair().pinion().normalModule() / gear.normalModule()))));
        if (best.isEmpty()) {
            return Rule.fails("choose.noSubstitute", "centre", centre);
        }
        Found found = best.get();
        CylindricalGear own = found.pair().pinion();
        CylindricalGear other = found.pair().wheel();
        double share = problem.capacityN(own, stock, problem.bearing()) / problem.originalCapacityN();
        Draft draft = new Draft(
                problem,
                Way.SUBSTITUTE,
                Say.of(
                        "choose.substitute",
                        "module",
                        own.normalModule(),
                        "own",
                        own.toothCount(),
                        "other",
                        other.toothCount()),
                share,
                stock);
        draft.parts += PAIR_COST;
        draft.days += PAIR_DAYS;
        draft.mateNewToo = true;
        draft.worksAtAll = BOTH_WORK;
        draft.mateCapacityN = Optional.of(problem.capacityN(other, stock, problem.bearing()));
        draft.because("choose.substituteRatio", "percent", 100 * found.ratioError());
        draft.because(
                "choose.substituteBacklash",
                "backlash",
                found.pair().circumferentialBacklashMm(),
                "cold",
                at(found.pair(), problem, COLDEST_C).circumferentialBacklashMm(),
                "hot",
                at(found.pair(), problem, problem.circumstances().temperatureC())
                        .circumferentialBacklashMm());
        draft.caution("choose.substituteBores");
        draft.shows(new Shown(0, false, false, Optional.of(teeth(own)), Optional.of(teeth(other))));
        return new Verdict.Applies(draft);
    }

    /** As the pair runs in a usual housing at a temperature. */
    private static WorkingBacklash at(GearPair pair, Problem problem, double celsius) {
        Growth gears = Growth.of(problem.materials().material("POM-C"), celsius, 0);
        Growth housing = Growth.of(problem.materials().material(USUAL_HOUSING), celsius, 0);
        return WorkingBacklash.of(pair, gears, gears, housing, 0);
    }

    private static Teeth teeth(CylindricalGear gear) {
        return new Teeth(gear.normalModule(), gear.toothCount(), gear.profileShiftCoefficient());
    }

    private static boolean same(Found found, CylindricalGear gear, CylindricalGear mate) {
        return found.pair().pinion().toothCount() == gear.toothCount()
                && found.pair().wheel().toothCount() == mate.toothCount()
                && Math.abs(found.pair().pinion().normalModule() / gear.normalModule() - 1) < 0.01;
    }

    static Stream<Found> pairs(double module, double centreMm, double ratio) {
        int sum = (int) Math.floor(2 * centreMm / module + 1e-9);
        return IntStream.rangeClosed(Math.max(2 * FEWEST, sum - 1), sum)
                .boxed()
                .flatMap(teeth -> IntStream.rangeClosed(FEWEST, teeth - FEWEST)
                        .filter(own -> Math.max(own, teeth - own) <= CylindricalGear.MOST_TEETH)
                        .mapToObj(own -> found(module, own, teeth - own, centreMm, ratio))
                        .flatMap(Optional::stream));
    }

    private static Optional<Found> found(double module, int own, int other, double centreMm, double ratio) {
        Budget.spend();
        double error = ratio * own / other - 1;
        if (Math.abs(error) > MOST_RATIO_ERROR) {
            return Optional.empty();
        }
        GearPair pair = GearPair.at(
                CylindricalGear.spur(module, own, 0, BasicRack.ISO_53_A),
                CylindricalGear.spur(module, other, 0, BasicRack.ISO_53_A),
                centreMm);
        Found found = new Found(pair, error);
        boolean runs = found.backlashOverModule() >= LEAST_BACKLASH
                && found.backlashOverModule() <= MOST_BACKLASH
                && pair.contactRatio() >= LEAST_CONTACT;
        return runs ? Optional.of(found) : Optional.empty();
    }
}
