package app.gewerk.core.fit;

import app.gewerk.core.material.Elastic;
import app.gewerk.core.material.Material;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * How the bore of a gear from stock comes to sit on the shaft that is there: reamed or bushed to size, taken along by the
 * tightness of the fit, a set screw, a pin or a bond, and set in phase where a flat did that before.
 *
 * @param bore what is done to the gear itself, in its order; none where it goes on as the old one did
 * @param onTheShaft how it is put on and fastened
 * @param holdsNmm torque at which it slips, after years and at the temperature of its place; none where it holds as the old one did
 */
public record Seating(List<BenchStep> bore, List<BenchStep> onTheShaft, Optional<Double> holdsNmm) {
    /** A bore this near goes on as the old one did (common practice). */
    public static final double SAME_BORE_MM = 0.035;
    /** Up to so much a reamer opens a bore by hand (common practice). */
    public static final double REAM_MM = 0.25;
    /** A bush of less wall is not turned; foil does (common practice). */
    private static final double LEAST_BUSH_WALL_MM = 0.3;
    /** Of a bush that a bore is opened for (common practice). */
    private static final double BUSH_WALL_MM = 1;
    /** Up to which limits of size are known. */
    private static final double LARGEST_MM = 50;
    /** Of what is left between bore and roots (common practice). */
    private static final double LEAST_WALL_MM = 0.5;
    /** A shaft's flat holds nothing by friction (from memory). */
    private static final double BESIDE_A_FLAT = 0.8;
    /** Stress at a pin that a plastic bears for years, of its yield stress (common practice). */
    private static final double FOR_YEARS = 0.5;
    /** A pin between shaft and gear is as thick as so much of the shaft (common practice). */
    private static final double PIN_OF_SHAFT = 0.25;

    private static final double[] PINS_MM = {3, 2, 1.5, 1, 0.8, 0.5};
    /** Steel, that shafts are of; 1/K. */
    private static final double STEEL_EXPANSION = 11.5e-6;

    private static final Elastic STEEL = new Elastic(206_000, 0.3);

    /**
     * What each takes at the bench: minutes, and money in the shop's currency (from memory).
     */
    private enum Work {
        REAM(6, 0),
        DRILL_AND_REAM(14, 0),
        BUSH(30, 1.5),
        FOIL(10, 0.5),
        PRESS(4, 0),
        SET_SCREW(10, 0.5),
        PIN(20, 0.5),
        BOND(12, 0.5),
        PHASE(10, 0);

        private final double minutes;
        private final double parts;

        Work(double minutes, double parts) {
            this.minutes = minutes;
            this.parts = parts;
        }

        BenchStep step(String code, Object... values) {
            return new BenchStep(Say.of(code, values), minutes, parts);
        }
    }

    /** A set screw and the force with which a cup point holds a shaft: inch sizes 2, 4 and 6 of a machine-design table, from memory. */
    private enum SetScrew {
        M2(2, 4, 378),
        M3(3, 6, 712),
        M4(4, 1000, 1112);

        private final int size;
        private final double upToShaftMm;
        private final double holdsN;

        SetScrew(int size, double upToShaftMm, double holdsN) {
            this.size = size;
            this.upToShaftMm = upToShaftMm;
            this.holdsN = holdsN;
        }

        static SetScrew on(double shaftMm) {
            return Stream.of(values())
                    .filter(s -> shaftMm < s.upToShaftMm)
                    .findFirst()
                    .orElse(M4);
        }
    }

    /**
     * Where it has to sit.
     *
     * @param oldBoreMm of the gear that was there
     * @param flat whether a flat, a key or a pin took that along, which a gear from stock lacks
     * @param inStep whether it has to stand in phase with something
     * @param needsNmm torque it must not slip at, where it is known
     */
    public record On(
            double shaftMm,
            double oldBoreMm,
            boolean flat,
            boolean inStep,
            double temperatureC,
            Optional<Double> needsNmm) {}

    /**
     * A gear from stock.
     *
     * @param lengthMm over which it sits on the shaft
     * @param boreMm none where it is solid or only has a pilot hole
     */
    public record Stock(
            double rootDiameterMm,
            double referenceDiameterMm,
            int toothCount,
            double lengthMm,
            Optional<Double> boreMm,
            Material material) {}

    /** A way to be taken along, and what the bore has to be for it. */
    private record Grip(double holdsNmm, List<BenchStep> bore, List<BenchStep> after) {
        double minutes() {
            return Stream.concat(bore.stream(), after.stream())
                    .mapToDouble(BenchStep::minutes)
                    .sum();
        }
    }

    /** Nothing where too little wall would be left under the teeth, or it is no small shaft. */
    public static Optional<Seating> of(Stock gear, On shaft) {
        double widest = Math.max(shaft.shaftMm, gear.boreMm.orElse(0.0));
        if ((gear.rootDiameterMm - widest) / 2 < LEAST_WALL_MM || widest > LARGEST_MM) {
            return Optional.empty();
        }
        boolean same = gear.boreMm
                .filter(mm -> Math.abs(mm - shaft.oldBoreMm) <= SAME_BORE_MM)
                .isPresent();
        if (same && !shaft.flat) {
            return Optional.of(new Seating(List.of(), List.of(), Optional.empty()));
        }
        List<Grip> grips = grips(gear, shaft);
        Grip best = grips.stream()
                .filter(grip -> grip.holdsNmm >= shaft.needsNmm.orElse(0.0))
                .min(Comparator.comparingDouble(Grip::minutes))
                .or(() -> grips.stream().max(Comparator.comparingDouble(Grip::holdsNmm)))
                .orElseThrow();
        List<BenchStep> steps = new ArrayList<>(best.after);
        if (shaft.flat && shaft.inStep) {
            // Before it is fastened, which is the last of all.
            steps.add(
                    steps.size() - 1,
                    Work.PHASE.step(
                            "fit.setPhase",
                            "perDegree",
                            Math.toRadians(1) * gear.referenceDiameterMm / 2,
                            "perTooth",
                            360.0 / gear.toothCount));
        }
        return Optional.of(new Seating(best.bore, steps, Optional.of(best.holdsNmm)));
    }

    /** All of it, in its order. */
    public List<BenchStep> steps() {
        return Stream.concat(bore.stream(), onTheShaft.stream()).toList();
    }

    public double minutes() {
        return steps().stream().mapToDouble(BenchStep::minutes).sum();
    }

    public double parts() {
        return steps().stream().mapToDouble(BenchStep::parts).sum();
    }

    private static List<Grip> grips(Stock gear, On shaft) {
        double d = shaft.shaftMm;
        double theirs = gear.boreMm.orElse(0.0);
        double wider = theirs - d;
        List<Grip> grips = new ArrayList<>();
        if (wider > SAME_BORE_MM) {
            grips.add(
                    wider / 2 < LEAST_BUSH_WALL_MM
                            ? bonded(gear, shaft, List.of(Work.FOIL.step("fit.foil", "foil", wider / 2)))
                            : onABush(gear, shaft, theirs));
        } else {
            boolean narrower = wider < -SAME_BORE_MM;
            List<BenchStep> sliding = narrower ? List.of(opened(gear, d, "fit.reamSlide")) : List.of();
            grips.add(bonded(gear, shaft, sliding));
            if (!gear.material.plastic()) {
                grips.add(screwed(shaft, sliding, Double.MAX_VALUE));
            } else if (narrower) {
                grips.add(pressed(gear, shaft));
            }
            pinned(gear, shaft, sliding).ifPresent(grips::add);
        }
        openedForABush(gear, shaft, theirs).ifPresent(grips::add);
        return grips;
    }

    /** Of a plastic gear: a bond on a larger bush holds more. */
    private static Optional<Grip> openedForABush(Stock gear, On shaft, double theirs) {
        double outside = shaft.shaftMm + 2 * BUSH_WALL_MM;
        boolean room = (gear.rootDiameterMm - outside) / 2 >= LEAST_WALL_MM && outside <= LARGEST_MM;
        if (!gear.material.plastic() || !room || outside <= theirs) {
            return Optional.empty();
        }
        Grip bushed = onABush(gear, shaft, outside);
        return Optional.of(new Grip(
                bushed.holdsNmm,
                Stream.concat(Stream.of(opened(gear, outside, "fit.reamForBush")), bushed.bore.stream())
                        .toList(),
                bushed.after));
    }

    private static BenchStep opened(Stock gear, double toMm, String code) {
        return opened(gear, toMm, code, "upper", IsoLimits.of(toMm, "H7").upperMm());
    }

    private static BenchStep opened(Stock gear, double toMm, String code, String told, double value) {
        boolean ream = gear.boreMm.filter(mm -> toMm - mm <= REAM_MM).isPresent();
        Say how = Say.of(ream ? "fit.ream" : "fit.drillAndReam");
        return (ream ? Work.REAM : Work.DRILL_AND_REAM).step(code, "how", how, "to", toMm, told, value);
    }

    /** As tight as the plastic bears for years; what the warmth of its place and those years leave of that. */
    private static Grip pressed(Stock gear, On shaft) {
        double d = shaft.shaftMm;
        PlasticFit room = new PlasticFit(fit(gear, d, d / 1000, gear.material.elasticAt(Growth.ROOM_C)), gear.material);
        double tight = room.longTermInterferenceMm();
        PlasticFit pressed = new PlasticFit(room.fit().withInterference(tight), gear.material);
        double left = Math.max(0, pressed.interferenceAtMm(shaft.temperatureC, STEEL_EXPANSION));
        PlasticFit warm =
                new PlasticFit(fit(gear, d, left, gear.material.elasticAt(shaft.temperatureC)), gear.material);
        double holds = warm.relaxedSlipTorqueNmm() * (shaft.flat ? BESIDE_A_FLAT : 1);
        return new Grip(
                holds,
                List.of(opened(gear, d - tight, "fit.reamPress", "under", tight)),
                List.of(Work.PRESS.step("fit.pressOn", "holds", holds)));
    }

    private static PressFit fit(Stock gear, double jointMm, double interferenceMm, Elastic ring) {
        return new PressFit(
                jointMm,
                gear.rootDiameterMm,
                0,
                gear.lengthMm,
                interferenceMm,
                gear.material.frictionOnSteel(),
                ring,
                STEEL);
    }

    /** A brass bush with a collar, bonded and pressed into the gear, held on the shaft by a set screw through its collar. */
    private static Grip onABush(Stock gear, On shaft, double outsideMm) {
        IsoLimits outside = IsoLimits.of(outsideMm, "p6");
        BenchStep bush = Work.BUSH.step(
                "fit.bush",
                "outside",
                outsideMm,
                "from",
                outside.lowerMm(),
                "to",
                outside.upperMm(),
                "inside",
                shaft.shaftMm,
                "upper",
                IsoLimits.of(shaft.shaftMm, "H7").upperMm(),
                "length",
                gear.lengthMm);
        return screwed(shaft, List.of(bush), bondNmm(gear, outsideMm));
    }

    private static Grip screwed(On shaft, List<BenchStep> bore, double atMostNmm) {
        SetScrew screw = SetScrew.on(shaft.shaftMm);
        double holds = Math.min(atMostNmm, screw.holdsN * shaft.shaftMm / 2);
        return new Grip(
                holds,
                bore,
                List.of(Work.SET_SCREW.step(
                        shaft.flat ? "fit.screwOnFlat" : "fit.screw", "size", screw.size, "holds", holds)));
    }

    private static Grip bonded(Stock gear, On shaft, List<BenchStep> bore) {
        double holds = bondNmm(gear, shaft.shaftMm);
        return new Grip(holds, bore, List.of(Work.BOND.step("fit.bondOn", "holds", holds)));
    }

    /** A bond between things that turn: half of what it bears at rest (from memory). */
    private static final double TURNING = 0.5;

    /** τ π d L d/2 (N mm). */
    private static double bondNmm(Stock gear, double jointMm) {
        return TURNING * gear.material.bondMpa() * Math.PI * jointMm * jointMm * gear.lengthMm / 2;
    }

    /** Lengthwise, half in the shaft and half in the gear: what the gear's half bears on. */
    private static Optional<Grip> pinned(Stock gear, On shaft, List<BenchStep> bore) {
        double d = shaft.shaftMm;
        double wall = (gear.rootDiameterMm - d) / 2;
        for (double pin : PINS_MM) {
            if (pin <= PIN_OF_SHAFT * d && wall - pin / 2 >= Math.max(pin, LEAST_WALL_MM)) {
                double holds = FOR_YEARS * gear.material.yieldMpa() * pin / 2 * gear.lengthMm * d / 2;
                return Optional.of(new Grip(
                        holds,
                        bore,
                        List.of(Work.PIN.step("fit.pin", "pin", pin, "length", gear.lengthMm, "holds", holds))));
            }
        }
        return Optional.empty();
    }
}
