package app.gewerk.core.sourcing;

import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * How well a gear on offer takes the place of the one wanted.
 *
 * @param fit 1 for a drop-in, towards 0 for one that hardly serves
 * @param differences every difference named with what to do about it; empty for a drop-in
 */
public record Match(GearOffer offer, double fit, List<Difference> differences) {

    /** How much a difference weighs. */
    public enum Weight {
        /** Nothing to do. */
        HARMLESS,
        /** Some bench work makes it fit. */
        BENCH_WORK,
        /** It may not last or not run well. */
        RISK;

        @Override
        public String toString() {
            return app.gewerk.core.Wire.word(this);
        }
    }

    public record Difference(Weight weight, Say words) {}

    private static final double SAME_PITCH = 1e-6;
    private static final double NEAR_PITCH = 0.0175;
    private static final double SAME_BORE_MM = 0.035;
    private static final double SAME_WIDTH_MM = 0.15;

    /** All offers that could serve, best fit first, equal fits by seller and item. */
    public static List<Match> rank(GearNeed need, List<GearOffer> offers) {
        return offers.stream()
                .map(offer -> of(need, offer))
                .flatMap(Optional::stream)
                .sorted(Comparator.comparingDouble(Match::fit)
                        .reversed()
                        .thenComparing(m -> m.offer.seller())
                        .thenComparing(m -> m.offer.itemNumber()))
                .toList();
    }

    /** The match, or nothing when the teeth cannot run with the mate: another count, or another pitch by more than 1.75 %. */
    static Optional<Match> of(GearNeed need, GearOffer offer) {
        if (need.gear().internal() || need.gear().helixAngleDeg() != 0) {
            return Optional.empty(); // sellers list external spur gears only
        }
        double pitchRatio = offer.pitch().module() / need.gear().normalModule() - 1;
        if (offer.toothCount() != need.gear().toothCount() || Math.abs(pitchRatio) > NEAR_PITCH) {
            return Optional.empty();
        }
        List<Difference> differences = new ArrayList<>();
        double fit = 1;
        if (Math.abs(pitchRatio) > SAME_PITCH + 0.004) {
            fit *= 0.45;
            differences.add(new Difference(
                    Weight.RISK,
                    Say.of(
                            pitchRatio > 0 ? "match.coarser" : "match.finer",
                            "pitch",
                            offer.pitch().words(),
                            "percent",
                            100 * Math.abs(pitchRatio))));
        } else if (Math.abs(pitchRatio) > SAME_PITCH) {
            fit *= 0.9;
            differences.add(new Difference(
                    Weight.HARMLESS,
                    Say.of("match.nearPitch", "pitch", offer.pitch().words(), "percent", 100 * Math.abs(pitchRatio))));
        }
        double angle = need.gear().rack().pressureAngleDeg();
        if (Math.abs(offer.pressureAngleDeg() - angle) > 0.1) {
            fit *= 0.3;
            differences.add(new Difference(
                    Weight.RISK, Say.of("match.angle", "theirs", offer.pressureAngleDeg(), "yours", angle)));
        }
        double shift = need.gear().profileShiftCoefficient();
        if (Math.abs(shift) > 0.06) {
            fit *= 1 - Math.min(0.5, Math.abs(shift));
            differences.add(new Difference(
                    Weight.RISK,
                    Say.of(
                            shift > 0 ? "match.unshiftedMore" : "match.unshiftedLess",
                            "yours",
                            shift,
                            "backlash",
                            2
                                    * Math.abs(shift)
                                    * need.gear().normalModule()
                                    * Math.tan(need.gear().rack().pressureAngleRad()))));
        }
        if (need.boreMm() > 0) {
            fit *= bore(need.boreMm(), offer.boreMm(), need.gear().rootDiameterMm(), differences);
        }
        if (need.faceWidthMm() > 0) {
            fit *= width(need.faceWidthMm(), offer.faceWidthMm(), differences);
        }
        return Optional.of(new Match(offer, fit, List.copyOf(differences)));
    }

    private static double bore(double yours, double theirs, double rootMm, List<Difference> differences) {
        double wider = theirs - yours;
        if (Math.abs(wider) <= SAME_BORE_MM) {
            return 1;
        }
        if (wider > 0) {
            differences.add(new Difference(
                    Weight.BENCH_WORK,
                    Say.of(wider < 0.4 ? "match.boreSleeve" : "match.boreBush", "theirs", theirs, "yours", yours)));
            return wider < 0.4 ? 0.75 : 0.8;
        }
        boolean thin = rootMm - yours < 0.25 * rootMm;
        differences.add(new Difference(
                thin ? Weight.RISK : Weight.BENCH_WORK,
                Say.of(
                        thin ? "match.thinWall" : "match.wall",
                        "how",
                        Say.of(
                                -wider <= 0.25 ? "match.boreReam" : "match.boreDrill",
                                "theirs",
                                theirs,
                                "yours",
                                yours))));
        return (thin ? 0.5 : 1) * (-wider <= 0.25 ? 0.92 : 0.85);
    }

    private static double width(double yours, double theirs, List<Difference> differences) {
        double wider = theirs - yours;
        if (Math.abs(wider) <= SAME_WIDTH_MM) {
            return 1;
        }
        if (wider > 0) {
            differences.add(new Difference(Weight.BENCH_WORK, Say.of("match.wider", "by", wider)));
            return Math.max(0.6, 0.97 - 0.04 * wider);
        }
        double left = theirs / yours;
        differences.add(new Difference(
                left < 0.7 ? Weight.RISK : Weight.HARMLESS,
                Say.of("match.narrower", "by", -wider, "percent", 100 * left)));
        return left * left;
    }
}
