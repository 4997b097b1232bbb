package app.gewerk.core.train;

import app.gewerk.core.AtMost;
import app.gewerk.core.gear.Limits;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import org.hipparchus.fraction.BigFraction;

/**
 * A sun, a ring and the planets between them on a carrier, as three shafts.
 *
 * @param planetToothCounts one, or two of a stepped planet: the first with the sun, the second with the ring
 * @param planetCount how many planets
 * @param module m (mm) where it is known, for what only sizes can tell
 */
public record PlanetSet(
        @AtMost(40) String sun,
        int sunToothCount,
        @AtMost(40) String carrier,
        @AtMost(40) String ring,
        int ringToothCount,
        @AtMost(2) List<Integer> planetToothCounts,
        int planetCount,
        Optional<Double> module) {
    private static final int MOST_PLANETS = 24;

    /** @throws Refused where three shafts, counts and planets do not make a set that turns */
    public PlanetSet {
        planetToothCounts = List.copyOf(planetToothCounts);
        if (sun.equals(carrier) || sun.equals(ring) || carrier.equals(ring)) {
            throw new Refused("train.planetShafts", "sun", sun, "carrier", carrier, "ring", ring);
        }
        if (planetToothCounts.isEmpty() || planetToothCounts.size() > 2) {
            throw Refused.at("planetToothCounts", "train.planetCounts", "given", planetToothCounts.size());
        }
        requireTeeth(sun, sunToothCount);
        requireTeeth(ring, ringToothCount);
        planetToothCounts.forEach(count -> requireTeeth(carrier, count));
        if (planetCount < 1 || planetCount > MOST_PLANETS) {
            throw Refused.at("planetCount", "train.planets", "given", planetCount, "most", MOST_PLANETS);
        }
        module.ifPresent(Limits::requireModule);
        if (ringToothCount <= ringPlanetTeeth(planetToothCounts)) {
            throw Refused.at(
                    "ringToothCount",
                    "train.ringTooSmall",
                    "ring",
                    ringToothCount,
                    "planet",
                    ringPlanetTeeth(planetToothCounts));
        }
    }

    private static void requireTeeth(String shaft, int count) {
        if (count < 4 || count > GearOnShaft.MOST_TEETH) {
            throw new Refused("train.planetTeeth", "shaft", shaft, "given", count, "most", GearOnShaft.MOST_TEETH);
        }
    }

    private static int ringPlanetTeeth(List<Integer> counts) {
        return counts.getLast();
    }

    public boolean stepped() {
        return planetToothCounts.size() == 2;
    }

    public int sunPlanetToothCount() {
        return planetToothCounts.getFirst();
    }

    public int ringPlanetToothCount() {
        return ringPlanetTeeth(planetToothCounts);
    }

    /**
     * Turns of the sun for one of the ring while the carrier stands, Willis' basic ratio, with its sign:
     * i₀ = −(z_p1 z_r) / (z_s z_p2).
     */
    public BigFraction basicRatio() {
        return new BigFraction(sunPlanetToothCount() * (long) ringToothCount)
                .divide(new BigFraction(sunToothCount * (long) ringPlanetToothCount()))
                .negate();
    }

    /**
     * Whether the planets can stand at equal angles: (z_s + z_r)/N whole; of stepped planets set alike
     * (z_s z_p2 + z_r z_p1)/(N gcd(z_p1, z_p2)) whole.
     */
    public boolean assemblesEquallySpaced() {
        return places() % planetCount == 0;
    }

    /** In how many places round the sun a planet can be put in while sun and ring stand. */
    private long places() {
        if (!stepped()) {
            return sunToothCount + (long) ringToothCount;
        }
        int first = sunPlanetToothCount();
        int second = ringPlanetToothCount();
        return (sunToothCount * (long) second + ringToothCount * (long) first) / Mesh.gcd(first, second);
    }

    /** Distance of the planets' axes from the middle (mm), of gears without shift. */
    private double centreDistance(double module) {
        return module * (sunToothCount + sunPlanetToothCount()) / 2;
    }

    /** Room between the tips of neighbours at equal angles, 2 a sin(180°/N) − d_a (mm), no shift, full depth; below 0 they overlap. */
    public OptionalDouble neighbourClearanceMm() {
        return module.filter(m -> planetCount > 1)
                .map(m -> OptionalDouble.of(clearance(m, 2 * Math.PI / planetCount)))
                .orElse(OptionalDouble.empty());
    }

    private double clearance(double module, double angle) {
        int largest = Math.max(sunPlanetToothCount(), ringPlanetToothCount());
        return 2 * centreDistance(module) * Math.sin(angle / 2) - module * (largest + 2);
    }

    /**
     * Why these planets cannot all be put in: their tips would overlap even in the best places there are, or sun, planet
     * and ring do not fit into each other.
     */
    public Optional<Say> whyNotAssembled() {
        int off = ringToothCount - sunToothCount - 2 * sunPlanetToothCount();
        if (!stepped() && Math.abs(off) > MOST_OFF) {
            return Optional.of(Say.of(
                    "train.planetDoesNotFit",
                    "sun",
                    sunToothCount,
                    "planet",
                    sunPlanetToothCount(),
                    "ring",
                    ringToothCount,
                    "right",
                    sunToothCount + 2 * sunPlanetToothCount()));
        }
        long places = places();
        double narrowest = 2 * Math.PI * Math.floorDiv(places, planetCount) / places;
        if (planetCount > 1 && clearance(1, narrowest) < 0) {
            int most = (int) Math.floor(Math.PI
                    / Math.asin(
                            (Math.max(sunPlanetToothCount(), ringPlanetToothCount()) + 2) / (2 * centreDistance(1))));
            return Optional.of(Say.of("train.planetsOverlap", "planets", planetCount, "most", Math.max(1, most)));
        }
        return Optional.empty();
    }

    /** Teeth by which a ring may differ from z_s + 2 z_p: what profile shift can still take up. */
    private static final int MOST_OFF = 2;
}
