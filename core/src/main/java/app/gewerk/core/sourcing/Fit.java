package app.gewerk.core.sourcing;

import app.gewerk.core.fit.Alteration;
import app.gewerk.core.fit.Seating;
import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.sourcing.Match.About;
import app.gewerk.core.sourcing.Match.Difference;
import app.gewerk.core.sourcing.Match.Weight;
import app.gewerk.core.words.Say;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * How well a gear takes the place of another, whoever has it.
 *
 * @param fit 1 for a drop-in, towards 0 for one that hardly serves
 * @param differences every difference named with what to do about it; empty for a drop-in
 */
public record Fit(double fit, List<Difference> differences) {
    public static final Fit DROP_IN = new Fit(1, List.of());

    /** What it costs to do a gear over, that does not hold (from memory). */
    private static final int AGAIN_MINUTES = 60;

    /** Minutes at the bench to make a gear fit (from memory). */
    private static final class Takes {
        static final int SLEEVE = 10;
        static final int BUSH = 25;
        static final int REAM = 8;
        static final int DRILL = 15;
        static final int FACE = 10;
        static final int TURN_TIPS = 15;
    }

    /** Relative; below it two pitches are one. */
    static final double SAME_PITCH = 1e-6;
    /** Relative; up to here the teeth run with the mate as if they were of its pitch: 0.8 module and 32 pitch (common practice). */
    public static final double RUNS_AS_SAME = 0.004;
    /** Relative; beyond it they do not run with the mate at all: 0.5 module and 50 pitch still do, badly (common practice). */
    public static final double NEAR_PITCH = 0.0175;
    /** Up to so much a bush of thin tube or a wrap fills a bore that is too wide (common practice). */
    private static final double SLEEVE_MM = 0.4;
    /** A wall of less than this share of the root diameter, both sides together, splits when pressed on (from memory). */
    private static final double THIN_WALL = 0.25;

    /** A shift smaller than this is not noticed in the mesh (from memory). */
    private static final double NO_SHIFT = 0.06;
    /** Teeth this much taller or shorter, as a share of the module, are of another depth (stub and full depth differ by 0.2). */
    static final double SAME_DEPTH = 0.02;
    /** From this share of the old face on a narrower gear carries what the old one did with some care (from memory). */
    private static final double WIDE_ENOUGH = 0.7;

    /** What each difference leaves of the fit, 1 being none: in the order a technician would take one gear before another (from memory). */
    private static final class Leaves {
        static final double PITCH_THAT_RUNS = 0.9;
        static final double PITCH_THAT_RUNS_BADLY = 0.45;
        static final double OTHER_ANGLE = 0.3;
        /** Its tips go into the mate's roots until they are turned down. */
        static final double TALLER = 0.35;
        /** It runs, with less overlap. */
        static final double SHORTER = 0.7;
        /** Plastic was there; a mate of plastic wears, and the weak place moves. */
        static final double METAL_FOR_PLASTIC = 0.8;

        static final double SLEEVED = 0.75;
        static final double BUSHED = 0.8;
        static final double REAMED = 0.92;
        static final double DRILLED = 0.85;
        static final double THIN_WALLED = 0.5;
        /** At most half is lost with shift, each tenth of it a tenth. */
        static final double GREATEST_SHIFT_LOSS = 0.5;
        /** A wider gear is faced down: little for the work, less with each mm. */
        static final double FACED = 0.97;

        static final double PER_MM_FACED = 0.04;
        static final double FACED_A_LOT = 0.6;
    }

    public int minutes() {
        return differences.stream().mapToInt(Difference::minutes).sum();
    }

    /**
     * What taking it in place of a drop-in loses, in the shop's currency: the work to make it fit, and as likely as it
     * falls short of a fit, the work of doing it over.
     */
    public BigDecimal loss(BigDecimal hourlyRate) {
        double minutes = minutes() + (1 - fit) * AGAIN_MINUTES;
        return hourlyRate.multiply(BigDecimal.valueOf(minutes / 60)).setScale(2, RoundingMode.HALF_UP);
    }

    /** How it fits, or nothing when the teeth cannot run with the mate: another count, or another pitch by more than 1.75 %. */
    public static Optional<Fit> of(GearNeed need, GearAsListed offer) {
        if (need.gear().internal() || need.gear().helixAngleDeg() != 0) {
            return Optional.empty(); // sellers list external spur gears only
        }
        double pitchRatio = offer.pitch().module() / need.gear().normalModule() - 1;
        if (offer.toothCount() != need.gear().toothCount() || Math.abs(pitchRatio) > NEAR_PITCH) {
            return Optional.empty();
        }
        List<Difference> differences = new ArrayList<>();
        double fit = 1;
        if (Math.abs(pitchRatio) > RUNS_AS_SAME) {
            fit *= Leaves.PITCH_THAT_RUNS_BADLY;
            differences.add(new Difference(
                    Weight.RISK,
                    About.PITCH,
                    Say.of(
                            pitchRatio > 0 ? "match.coarser" : "match.finer",
                            "pitch",
                            offer.pitch().words(),
                            "percent",
                            100 * Math.abs(pitchRatio))));
        } else if (Math.abs(pitchRatio) > SAME_PITCH) {
            fit *= Leaves.PITCH_THAT_RUNS;
            differences.add(new Difference(
                    Weight.HARMLESS,
                    About.PITCH,
                    Say.of("match.nearPitch", "pitch", offer.pitch().words(), "percent", 100 * Math.abs(pitchRatio))));
        }
        double angle = need.gear().rack().pressureAngleDeg();
        if (Math.abs(offer.pressureAngleDeg() - angle) > 0.1) {
            fit *= Leaves.OTHER_ANGLE;
            differences.add(new Difference(
                    Weight.RISK,
                    About.ANGLE,
                    Say.of("match.angle", "theirs", offer.pressureAngleDeg(), "yours", angle)));
        }
        fit *= depth(need, offer, differences);
        double shift = need.gear().profileShiftCoefficient();
        if (Math.abs(shift) > NO_SHIFT) {
            fit *= 1 - Math.min(Leaves.GREATEST_SHIFT_LOSS, Math.abs(shift));
            differences.add(new Difference(
                    Weight.RISK,
                    About.SHIFT,
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
        double teeth = fit;
        return seated(need, offer).map(seated -> {
            differences.addAll(seated.differences);
            return new Fit(teeth * seated.fit, List.copyOf(differences));
        });
    }

    /** How a gear fits but for its teeth: by bore, width and material; nothing when no wall would be left round the bore. */
    static Optional<Fit> seated(GearNeed need, GearAsListed offer) {
        List<Difference> differences = new ArrayList<>();
        double fit = metal(offer, differences);
        double root = offer.gear().rootDiameterMm();
        if (need.boreMm() > 0) {
            if (need.boreMm() >= root) {
                return Optional.empty();
            }
            fit *= bore(need.boreMm(), offer.boreMm(), root, differences);
        }
        if (need.faceWidthMm() > 0) {
            fit *= width(need.faceWidthMm(), offer.faceWidthMm(), differences);
        }
        return Optional.of(new Fit(fit, List.copyOf(differences)));
    }

    /**
     * How a gear fits of which only the bore and the width are wanted, of any teeth; nothing when no wall would be left.
     *
     * @param boreMm where it matters
     * @param faceWidthMm where it matters
     */
    public static Optional<Fit> of(Optional<Double> boreMm, Optional<Double> faceWidthMm, GearAsListed gear) {
        List<Difference> differences = new ArrayList<>();
        double fit = 1;
        if (boreMm.isPresent() && gear.boreMm() > 0) {
            double root = gear.gear().rootDiameterMm();
            if (boreMm.get() >= root) {
                return Optional.empty();
            }
            fit *= bore(boreMm.get(), gear.boreMm(), root, differences);
        }
        if (faceWidthMm.isPresent() && gear.faceWidthMm() > 0) {
            fit *= width(faceWidthMm.get(), gear.faceWidthMm(), differences);
        }
        return Optional.of(new Fit(fit, List.copyOf(differences)));
    }

    private static double metal(GearAsListed offer, List<Difference> differences) {
        if (!offer.metal()) {
            return 1;
        }
        differences.add(
                new Difference(Weight.RISK, About.MATERIAL, Say.of("match.metal", "material", offer.material())));
        return Leaves.METAL_FOR_PLASTIC;
    }

    private static double depth(GearNeed need, GearAsListed offer, List<Difference> differences) {
        BasicRack theirs = BasicRack.usual(offer.pressureAngleDeg(), offer.stub());
        double taller = theirs.addendumCoefficient() - need.gear().rack().addendumCoefficient();
        if (Math.abs(taller) < SAME_DEPTH) {
            return 1;
        }
        differences.add(new Difference(
                Weight.RISK,
                About.DEPTH,
                Say.of(
                        taller > 0 ? "match.taller" : "match.shorter",
                        "by",
                        Math.abs(taller) * need.gear().normalModule()),
                taller > 0 ? Takes.TURN_TIPS : 0));
        return taller > 0 ? Leaves.TALLER : Leaves.SHORTER;
    }

    private static double bore(double yours, double theirs, double rootMm, List<Difference> differences) {
        double wider = theirs - yours;
        if (Math.abs(wider) <= Seating.SAME_BORE_MM) {
            return 1;
        }
        if (wider > 0) {
            differences.add(new Difference(
                    Weight.BENCH_WORK,
                    About.BORE,
                    Say.of(wider < SLEEVE_MM ? "match.boreSleeve" : "match.boreBush", "theirs", theirs, "yours", yours),
                    wider < SLEEVE_MM ? Takes.SLEEVE : Takes.BUSH));
            return wider < SLEEVE_MM ? Leaves.SLEEVED : Leaves.BUSHED;
        }
        boolean thin = rootMm - yours < THIN_WALL * rootMm;
        differences.add(new Difference(
                thin ? Weight.RISK : Weight.BENCH_WORK,
                About.BORE,
                Say.of(
                        thin ? "match.thinWall" : "match.wall",
                        "how",
                        Say.of(
                                -wider <= Seating.REAM_MM ? "match.boreReam" : "match.boreDrill",
                                "theirs",
                                theirs,
                                "yours",
                                yours)),
                -wider <= Seating.REAM_MM ? Takes.REAM : Takes.DRILL));
        return (thin ? Leaves.THIN_WALLED : 1) * (-wider <= Seating.REAM_MM ? Leaves.REAMED : Leaves.DRILLED);
    }

    private static double width(double yours, double theirs, List<Difference> differences) {
        double wider = theirs - yours;
        if (Math.abs(wider) <= Alteration.SAME_WIDTH_MM) {
            return 1;
        }
        if (wider > 0) {
            differences.add(
                    new Difference(Weight.BENCH_WORK, About.WIDTH, Say.of("match.wider", "by", wider), Takes.FACE));
            return Math.max(Leaves.FACED_A_LOT, Leaves.FACED - Leaves.PER_MM_FACED * wider);
        }
        double left = theirs / yours;
        differences.add(new Difference(
                left < WIDE_ENOUGH ? Weight.RISK : Weight.HARMLESS,
                About.WIDTH,
                Say.of("match.narrower", "by", -wider, "percent", 100 * left)));
        return left * left;
    }
}
