package app.gewerk.core.fit;

import app.gewerk.core.Budget;
import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.GearPair;
import app.gewerk.core.gear.Pitch;
import java.util.Optional;
import java.util.function.IntToDoubleFunction;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * Other teeth in an old place: a pair that stands at the centre distance there is and turns nearly as the old one did.
 *
 * @param pair the new gear, and the mate, old or new
 * @param ratioError of the speed, 0.01 for one in a hundred too fast
 * @param alone whether the mate stays
 */
public record OtherTeeth(GearPair pair, double ratioError, boolean alone) {
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
    /** Backlash of a gear that is cut for its place, in modules (common practice). */
    private static final double CUT_BACKLASH = 0.08;
    /** Beyond these a tooth of few teeth is undercut or comes to a point (common practice). */
    private static final double LEAST_SHIFT = -0.3;

    private static final double MOST_SHIFT = 0.6;

    /**
     * A gear's place.
     *
     * @param mate what it runs with
     */
    public record Place(CylindricalGear mate, double centreDistanceMm) {
        /** Whether a gear and the mate are both straight outside gears: only such are sold from stock. */
        public boolean forStock(CylindricalGear gear) {
            return Stream.of(gear, mate).allMatch(g -> !g.internal() && g.helixAngleDeg() == 0);
        }
    }

    public double backlashOverModule() {
        return pair.circumferentialBacklashMm() / pair.pinion().normalModule();
    }

    private boolean runs() {
        return backlashOverModule() >= LEAST_BACKLASH
                && backlashOverModule() <= MOST_BACKLASH
                && pair.contactRatio() >= LEAST_CONTACT
                && pair.interferences().isEmpty();
    }

    public boolean shifted() {
        return pair.pinion().profileShiftCoefficient() != 0;
    }

    /** How many teeth more or less, where the mate stays. */
    public static int mostOff(int toothCount) {
        return (int) Math.floor(toothCount * MOST_RATIO_ERROR);
    }

    /** One gear of the mate's pitch with a tooth or a few more or less, or as many but otherwise shifted; none where the mate is no usual 20° gear. */
    public static Stream<OtherTeeth> alone(CylindricalGear gear, Place place, IntToDoubleFunction shift) {
        CylindricalGear mate = place.mate;
        if (!mate.rack().equals(BasicRack.ISO_53_A) && !mate.rack().equals(BasicRack.usual(20, false))) {
            return Stream.empty();
        }
        int off = mostOff(gear.toothCount());
        return IntStream.rangeClosed(gear.toothCount() - off, gear.toothCount() + off)
                .filter(z -> z >= FEWEST && z <= CylindricalGear.MOST_TEETH)
                .filter(z -> shift.applyAsDouble(z) >= LEAST_SHIFT && shift.applyAsDouble(z) <= MOST_SHIFT)
                .mapToObj(z -> CylindricalGear.spur(mate.normalModule(), z, shift.applyAsDouble(z), mate.rack()))
                .flatMap(own -> alone(gear, place, own).stream());
    }

    /** A gear instead of another with the mate left as it is; nothing where it does not run there or turns another machine. */
    public static Optional<OtherTeeth> alone(CylindricalGear gear, Place place, CylindricalGear instead) {
        Budget.spend();
        double error = gear.toothCount() / (double) instead.toothCount() - 1;
        if (Math.abs(instead.toothCount() - gear.toothCount()) > mostOff(gear.toothCount())
                || !GearPair.canStandAt(instead, place.mate, place.centreDistanceMm)) {
            return Optional.empty();
        }
        return Optional.of(new OtherTeeth(GearPair.at(instead, place.mate, place.centreDistanceMm), error, true))
                .filter(OtherTeeth::runs);
    }

    /** x of a gear with so many teeth that leaves a little backlash to the mate at the distance there is. */
    public static double shiftToCut(int teeth, Place place) {
        CylindricalGear mate = place.mate;
        CylindricalGear bare = CylindricalGear.spur(mate.normalModule(), teeth, 0, mate.rack());
        double sum = GearPair.shiftSumForCentre(bare, mate, place.centreDistanceMm);
        // Two teeth thinner by 2 Δx m tan α make the backlash.
        double thinner = CUT_BACKLASH / (2 * Math.tan(mate.rack().pressureAngleRad()));
        return sum - mate.profileShiftCoefficient() - thinner;
    }

    /** Two gears as they are sold, of any pitch, instead of a gear and its mate. */
    public static Stream<OtherTeeth> both(CylindricalGear gear, Place place) {
        double ratio = place.mate.toothCount() / (double) gear.toothCount();
        return Stream.concat(
                        DoubleStream.of(MODULES).mapToObj(Pitch::ofModule),
                        DoubleStream.of(DIAMETRAL_PITCHES).mapToObj(Pitch::ofDiametralPitch))
                .flatMap(pitch -> both(pitch.module(), place.centreDistanceMm, ratio));
    }

    static Stream<OtherTeeth> both(double module, double centreMm, double ratio) {
        int sum = (int) Math.floor(2 * centreMm / module + 1e-9);
        return IntStream.rangeClosed(Math.max(2 * FEWEST, sum - 1), sum)
                .boxed()
                .flatMap(teeth -> IntStream.rangeClosed(FEWEST, teeth - FEWEST)
                        .filter(own -> Math.max(own, teeth - own) <= CylindricalGear.MOST_TEETH)
                        .mapToObj(own -> both(module, own, teeth - own, centreMm, ratio))
                        .flatMap(Optional::stream));
    }

    private static Optional<OtherTeeth> both(double module, int own, int other, double centreMm, double ratio) {
        Budget.spend();
        double error = ratio * own / other - 1;
        if (Math.abs(error) > MOST_RATIO_ERROR) {
            return Optional.empty();
        }
        GearPair pair = GearPair.at(
                CylindricalGear.spur(module, own, 0, BasicRack.ISO_53_A),
                CylindricalGear.spur(module, other, 0, BasicRack.ISO_53_A),
                centreMm);
        return Optional.of(new OtherTeeth(pair, error, false)).filter(OtherTeeth::runs);
    }
}
