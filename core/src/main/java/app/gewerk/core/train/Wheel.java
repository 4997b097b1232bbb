package app.gewerk.core.train;

import app.gewerk.core.AtMost;
import app.gewerk.core.gear.Limits;
import app.gewerk.core.words.Refused;
import java.util.Optional;

/**
 * One set of teeth on a shaft, or a smooth pulley. A part with two sets has two wheels.
 *
 * @param code its name within the machine, letters and digits
 * @param part the part of the machine it belongs to
 * @param shaft it turns with
 * @param toothCount of a worm its starts; open while nobody has counted
 * @param module transverse m (mm)
 * @param diameterMm of a worm at its reference circle, of a pulley without teeth where the belt runs
 * @param material by its code
 * @param fromJob in which it was read
 */
public record Wheel(
        @AtMost(40) String code,
        @AtMost(40) String part,
        @AtMost(40) String shaft,
        Optional<Integer> toothCount,
        Optional<Double> module,
        Optional<Double> diameterMm,
        Optional<Double> faceWidthMm,
        Optional<Double> boreMm,
        @AtMost(40) Optional<String> material,
        Optional<Long> fromJob) {

    public Wheel {
        toothCount.ifPresent(count -> {
            if (count < 1 || count > GearOnShaft.MOST_TEETH) {
                throw Refused.at(
                        "toothCount", "train.teeth", "shaft", code, "given", count, "most", GearOnShaft.MOST_TEETH);
            }
        });
        module.ifPresent(Limits::requireModule);
        diameterMm.ifPresent(mm -> Limits.requireBetween("diameter", mm, 0.2, 2000));
        faceWidthMm.ifPresent(mm -> Limits.requireBetween("faceWidth", mm, 0.05, 1000));
        boreMm.ifPresent(mm -> Limits.requireBetween("bore", mm, 0, 1000));
    }

    /** Of which nobody knows anything yet. */
    public static Wheel open(String code, String part, String shaft) {
        return new Wheel(
                code,
                part,
                shaft,
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty());
    }

    /** Of so many teeth on a shaft, nothing else being known. */
    public static Wheel of(String code, String part, String shaft, int toothCount) {
        return open(code, part, shaft).withTeeth(toothCount, Optional.empty());
    }

    /** Moulds and calipers differ by so much of a module. */
    private static final double SAME = 0.01;

    /** Whether its teeth could stand in for this one's: the same count and module. */
    public boolean sameTeeth(Wheel other) {
        return toothCount.isPresent()
                && toothCount.equals(other.toothCount)
                && module.flatMap(m -> other.module.map(n -> Math.abs(m - n) <= SAME * m))
                        .orElse(false);
    }

    /** As it was read in a job; what was not read stays. */
    public Wheel read(int count, double ofModule, Optional<Double> widthMm, Optional<Double> bore, long inJob) {
        return new Wheel(
                code,
                part,
                shaft,
                Optional.of(count),
                Optional.of(ofModule),
                diameterMm,
                widthMm.or(() -> faceWidthMm),
                bore.or(() -> boreMm),
                material,
                Optional.of(inJob));
    }

    /** As it is told where nobody knows the jobs. */
    public Wheel ofNoJob() {
        return new Wheel(
                code, part, shaft, toothCount, module, diameterMm, faceWidthMm, boreMm, material, Optional.empty());
    }

    public Wheel withTeeth(int count, Optional<Double> ofModule) {
        return new Wheel(
                code,
                part,
                shaft,
                Optional.of(count),
                ofModule.or(() -> module),
                diameterMm,
                faceWidthMm,
                boreMm,
                material,
                fromJob);
    }
}
