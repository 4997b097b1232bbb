package app.gewerk.core.choice;

import app.gewerk.core.Budget;
import app.gewerk.core.choice.Option.Shown;
import app.gewerk.core.choice.Option.Teeth;
import app.gewerk.core.fit.BenchStep;
import app.gewerk.core.fit.Growth;
import app.gewerk.core.fit.Seating;
import app.gewerk.core.fit.WorkingBacklash;
import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.GearPair;
import app.gewerk.core.gear.Pitch;
import app.gewerk.core.gear.ProfileShift;
import app.gewerk.core.job.Way;
import app.gewerk.core.material.Material;
import app.gewerk.core.words.Say;
import java.util.Comparator;
import java.util.Optional;
import java.util.function.IntToDoubleFunction;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * Another gear in its place that stands at the old centre distance and turns nearly as the old one did: one stock gear alone
 * where the mate can stay, stock gears of another pitch for both, or else one that is cut with the profile shift the distance asks for.
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

    /** One bore, one hub, the old mate (from memory). */
    private static final double ALONE_WORKS = 0.85;
    /** What two new gears and the mate's hub have to be worth it for, in the measure below. */
    private static final double BOTH_NEW = 0.3;

    private static final double PAIR_COST = 12;
    private static final double ALONE_COST = 7;
    private static final int STOCK_DAYS = 7;
    /** Backlash of a gear that is cut for its place, in modules (common practice). */
    private static final double CUT_BACKLASH = 0.08;
    /** Beyond these a tooth of few teeth is undercut or comes to a point (common practice). */
    private static final double LEAST_SHIFT = -0.3;

    private static final double MOST_SHIFT = 0.6;

    @Override
    public Way way() {
        return Way.SUBSTITUTE;
    }

    /**
     * @param ratioError of the speed, 0.01 for one in a hundred too fast
     * @param alone whether the mate stays
     */
    record Found(GearPair pair, double ratioError, boolean alone) {
        double backlashOverModule() {
            return pair.circumferentialBacklashMm() / pair.pinion().normalModule();
        }

        boolean runs() {
            return backlashOverModule() >= LEAST_BACKLASH
                    && backlashOverModule() <= MOST_BACKLASH
                    && pair.contactRatio() >= LEAST_CONTACT
                    && pair.interferences().isEmpty();
        }

        boolean shifted() {
            return pair.pinion().profileShiftCoefficient() != 0;
        }

        /** The less the better. */
        double drawback(CylindricalGear old) {
            return Math.abs(ratioError) * 10
                    + backlashOverModule()
                    + Math.abs(Math.log(pair.pinion().normalModule() / old.normalModule()))
                    + (alone ? 0 : BOTH_NEW);
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
        Stream<Found> pairs = Stream.concat(
                        DoubleStream.of(MODULES).mapToObj(Pitch::ofModule),
                        DoubleStream.of(DIAMETRAL_PITCHES).mapToObj(Pitch::ofDiametralPitch))
                .flatMap(pitch -> pairs(pitch.module(), centre, ratio));
        Optional<Found> best = best(problem, mate, Stream.concat(alone(gear, mate, centre, z -> 0), pairs))
                .or(() -> best(problem, mate, alone(gear, mate, centre, z -> shiftToCut(z, mate, centre))));
        if (best.isEmpty()) {
            return Rule.fails("choose.noSubstitute", "centre", centre);
        }
        Found found = best.get();
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
    private static void seat(Problem problem, Found found, Material stock, Draft draft) {
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
    private static Optional<Found> best(Problem problem, CylindricalGear mate, Stream<Found> all) {
        return all.filter(found -> !same(found, problem.gear(), mate))
                .filter(found -> !at(found, problem, problem.circumstances().temperatureC())
                                .binds()
                        && !at(found, problem, COLDEST_C).jumps())
                .min(Comparator.comparingDouble(found -> found.drawback(problem.gear())));
    }

    private static Say said(Found found) {
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

    /** One gear of the mate's pitch with a tooth or a few more or less, or as many but otherwise shifted; none where the mate is no usual 20° gear. */
    static Stream<Found> alone(CylindricalGear gear, CylindricalGear mate, double centreMm, IntToDoubleFunction shift) {
        if (!mate.rack().equals(BasicRack.ISO_53_A) && !mate.rack().equals(BasicRack.usual(20, false))) {
            return Stream.empty();
        }
        int off = (int) Math.floor(gear.toothCount() * MOST_RATIO_ERROR);
        return IntStream.rangeClosed(gear.toothCount() - off, gear.toothCount() + off)
                .filter(z -> z >= FEWEST && z <= CylindricalGear.MOST_TEETH)
                .filter(z -> shift.applyAsDouble(z) >= LEAST_SHIFT && shift.applyAsDouble(z) <= MOST_SHIFT)
                .mapToObj(z -> CylindricalGear.spur(mate.normalModule(), z, shift.applyAsDouble(z), mate.rack()))
                .filter(own -> GearPair.canStandAt(own, mate, centreMm))
                .map(own -> {
                    Budget.spend();
                    return new Found(
                            GearPair.at(own, mate, centreMm), gear.toothCount() / (double) own.toothCount() - 1, true);
                })
                .filter(Found::runs);
    }

    /** x of a gear with so many teeth that leaves a little backlash to the mate at the distance there is. */
    static double shiftToCut(int teeth, CylindricalGear mate, double centreMm) {
        CylindricalGear bare = CylindricalGear.spur(mate.normalModule(), teeth, 0, mate.rack());
        double sum = GearPair.shiftSumForCentre(bare, mate, centreMm);
        // Two teeth thinner by 2 Δx m tan α make the backlash.
        double thinner = CUT_BACKLASH / (2 * Math.tan(mate.rack().pressureAngleRad()));
        return sum - mate.profileShiftCoefficient() - thinner;
    }

    /** As the pair runs in a usual housing at a temperature. */
    private static WorkingBacklash at(Found found, Problem problem, double celsius) {
        Growth stock = Growth.of(problem.materials().material("POM-C"), celsius, 0);
        Growth mate = found.alone() ? Growth.of(problem.mateMaterial(), celsius, 0) : stock;
        Growth housing = Growth.of(problem.materials().material(USUAL_HOUSING), celsius, 0);
        return WorkingBacklash.of(found.pair(), stock, mate, housing, 0);
    }

    private static Teeth teeth(CylindricalGear gear) {
        return new Teeth(gear.normalModule(), gear.toothCount(), gear.profileShiftCoefficient());
    }

    private static boolean same(Found found, CylindricalGear gear, CylindricalGear mate) {
        return found.pair().pinion().toothCount() == gear.toothCount()
                && found.pair().wheel().toothCount() == mate.toothCount()
                && Math.abs(found.pair().pinion().normalModule() / gear.normalModule() - 1) < 0.01
                && (!found.alone()
                        || ProfileShift.none(
                                found.pair().pinion().profileShiftCoefficient() - gear.profileShiftCoefficient()));
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
        return Optional.of(new Found(pair, error, false)).filter(Found::runs);
    }
}
