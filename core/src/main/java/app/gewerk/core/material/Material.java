package app.gewerk.core.material;

import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Set;
import java.util.TreeMap;

/**
 * A material as gears are made of, its figures at 23 °C unless said otherwise; typical values, not a maker's.
 *
 * @param elasticModulusMpa E
 * @param poissonRatio ν
 * @param yieldMpa stress it does not come back from
 * @param rootStrengthMpa stress at the root of a tooth borne for a million turns
 * @param cyclesExponent k of (10⁶/N)^k, by which that falls with more turns
 * @param strengthAt share of the strength by temperature (°C)
 * @param stiffnessAt share of E by temperature (°C)
 * @param strainLimit that is borne for years (1)
 * @param relaxedShare of a stress held by a strain, left after a thousand hours
 * @param expansionPerK of length (1/K)
 * @param swelling of length, from dry to saturated in a living room (1)
 * @param hottestC borne all the time
 * @param noiseDb against acetal on acetal, rough
 * @param wearOnAcetal of an acetal mate, against one that runs on acetal
 * @param bondMpa stress that a clean bond with the right glue bears for years, rough
 * @param attackedBy codes of what it does not stand
 * @param bears codes of lubricants it stands
 * @param agesInYears after which a pressed part of it is often brittle, rough
 */
public record Material(
        String code,
        Family family,
        double elasticModulusMpa,
        double poissonRatio,
        double yieldMpa,
        double rootStrengthMpa,
        double cyclesExponent,
        NavigableMap<Double, Double> strengthAt,
        NavigableMap<Double, Double> stiffnessAt,
        double strainLimit,
        double relaxedShare,
        double expansionPerK,
        double swelling,
        double hottestC,
        double frictionOnSteel,
        double frictionOnAcetal,
        double noiseDb,
        double wearOnAcetal,
        double bondMpa,
        Set<String> attackedBy,
        Set<String> bears,
        double agesInYears,
        String source) {

    private static final double COUNTED_CYCLES = 1e6;

    public Say words() {
        return Say.of("material." + code);
    }

    public boolean plastic() {
        return family != Family.METAL;
    }

    /** Elastic at a temperature (°C). */
    public Elastic elasticAt(double temperatureC) {
        return new Elastic(elasticModulusMpa * share(stiffnessAt, temperatureC), poissonRatio);
    }

    /**
     * Root strength at a temperature (°C) after so many turns (MPa).
     *
     * @throws Refused where the material is soft or weak beyond what is known of it
     */
    public double rootStrengthMpa(double temperatureC, double cycles) {
        if (temperatureC > strengthAt.lastKey() + 20) {
            throw Refused.at("temperatureC", "material.tooHot", "material", words(), "most", strengthAt.lastKey() + 20);
        }
        return rootStrengthMpa
                * share(strengthAt, temperatureC)
                * Math.pow(COUNTED_CYCLES / Math.max(1e3, cycles), cyclesExponent);
    }

    /** Linear between the rows; beyond the last the last slope goes on, never below a twentieth; colder is as at 23 °C. */
    private static double share(NavigableMap<Double, Double> rows, double temperatureC) {
        Map.Entry<Double, Double> below = rows.floorEntry(temperatureC);
        if (below == null) {
            return rows.firstEntry().getValue();
        }
        Map.Entry<Double, Double> above = rows.higherEntry(temperatureC);
        if (above == null) {
            if (rows.size() == 1 || temperatureC == below.getKey()) {
                return below.getValue();
            }
            above = below;
            below = rows.lowerEntry(below.getKey());
        }
        double slope = (above.getValue() - below.getValue()) / (above.getKey() - below.getKey());
        return Math.max(0.05, below.getValue() + slope * (temperatureC - below.getKey()));
    }

    static NavigableMap<Double, Double> shares(Map<String, Double> read) {
        NavigableMap<Double, Double> shares = new TreeMap<>();
        read.forEach((temperature, share) -> shares.put(Double.parseDouble(temperature), share));
        return shares;
    }
}
