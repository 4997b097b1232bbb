package app.gewerk.core.sourcing;

import app.gewerk.core.fit.OtherTeeth;
import app.gewerk.core.fit.OtherTeeth.Place;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.ToothForm;
import app.gewerk.core.sourcing.Match.About;
import app.gewerk.core.sourcing.Match.Difference;
import app.gewerk.core.sourcing.Match.Weight;
import app.gewerk.core.strength.FormFactor;
import app.gewerk.core.words.Say;
import java.util.Optional;
import java.util.stream.Stream;

/** Gears of other teeth that run in the place of one, between the shafts there are. */
public final class InPlace {
    /** What is left of the fit when the teeth are others, before what the ratio takes (from memory). */
    private static final double ALONE_LEAVES = 0.6;

    private static final double BOTH_LEAVE = 0.5;
    /** Each hundredth of the ratio takes a tenth (from memory). */
    private static final double RATIO_TAKES = 10;
    /** The mate's hub and bore take about as long as one's own (from memory). */
    private static final int MATE_MINUTES = 30;

    private InPlace() {}

    /** How a gear of other teeth fits while the mate stays; nothing where it does not run with it there, or has the same teeth. */
    public static Optional<Fit> alone(GearNeed need, Place place, GearAsListed offer) {
        CylindricalGear gear = offer.gear();
        boolean otherTeeth = offer.toothCount() != need.gear().toothCount();
        if (!otherTeeth || !place.forStock(need.gear()) || !runsWith(place.mate(), gear)) {
            return Optional.empty();
        }
        CylindricalGear ofItsPitch = CylindricalGear.spur(
                place.mate().normalModule(), offer.toothCount(), 0, place.mate().rack());
        return OtherTeeth.alone(need.gear(), place, ofItsPitch)
                .flatMap(found -> fit(need, found, gear, offer, ALONE_LEAVES, Stream.of()));
    }

    /**
     * Two gears of one pitch in place of both.
     *
     * @param pair of a gear's place
     * @param offer of as many teeth as its pinion
     */
    public static Optional<Fit> both(GearNeed need, OtherTeeth pair, GearAsListed offer) {
        Difference mate = new Difference(Weight.BENCH_WORK, About.BORE, Say.of("match.mateLikewise"), MATE_MINUTES);
        return fit(need, pair, offer.gear(), offer, BOTH_LEAVE, Stream.of(mate));
    }

    /** Whether a gear's pitch and angle run with a mate. */
    private static boolean runsWith(CylindricalGear mate, CylindricalGear gear) {
        return Math.abs(gear.normalModule() / mate.normalModule() - 1) <= Fit.RUNS_AS_SAME
                && Math.abs(gear.rack().pressureAngleDeg() - mate.rack().pressureAngleDeg()) < 0.1
                && Math.abs(gear.rack().addendumCoefficient() - mate.rack().addendumCoefficient()) < Fit.SAME_DEPTH;
    }

    private static Optional<Fit> fit(
            GearNeed need,
            OtherTeeth found,
            CylindricalGear gear,
            GearAsListed offer,
            double leaves,
            Stream<Difference> more) {
        Optional<Double> share = strength(gear, need.gear());
        if (share.isEmpty()) {
            return Optional.empty();
        }
        String code = found.alone() ? "match.otherTeeth" : "match.otherPair";
        Difference teeth = new Difference(
                Weight.RISK,
                About.TEETH,
                Say.of(
                        code,
                        "teeth",
                        offer.toothCount(),
                        "yours",
                        need.gear().toothCount(),
                        "mate",
                        found.pair().wheel().toothCount(),
                        "percent",
                        100 * found.ratioError(),
                        "backlash",
                        found.pair().circumferentialBacklashMm(),
                        "strength",
                        100 * share.get()));
        double fit = leaves * Math.max(0, 1 - RATIO_TAKES * Math.abs(found.ratioError())) * Math.min(1, share.get());
        return Fit.seated(need, offer)
                .map(seated -> new Fit(
                        fit * seated.fit(),
                        Stream.of(Stream.of(teeth), seated.differences().stream(), more)
                                .flatMap(s -> s)
                                .toList()));
    }

    /** What a tooth bears against one of another gear, width and plastic alike: by module and form. */
    private static Optional<Double> strength(CylindricalGear gear, CylindricalGear old) {
        boolean whole =
                Stream.of(gear, old).allMatch(g -> ToothForm.tried(g).made().isPresent());
        return whole
                ? Optional.of(gear.normalModule()
                        * FormFactor.fromOutline(gear)
                        / (old.normalModule() * FormFactor.fromOutline(old)))
                : Optional.empty();
    }
}
