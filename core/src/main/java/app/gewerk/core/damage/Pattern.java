package app.gewerk.core.damage;

import app.gewerk.core.Knowledge;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** What the damage on a gear says: where and how it repeats, which side was loaded, what caused it, what else to do. */
public final class Pattern {
    private static final double ONE_SIDED = 0.05;
    private static final double UNLISTED = 0.04;

    /** Loaded once: the file does not change while the program runs. */
    private static final List<Rule> RULES = Knowledge.rows("damageCauses").stream()
            .map(r -> new Rule(r.get("cause"), Double.parseDouble(r.get("rate")), Knowledge.numbers(r.get("shows"))))
            .toList();

    private Pattern() {}

    /** A cause as the knowledge file has it, and how likely it shows each feature. */
    private record Rule(String code, double rate, Map<String, Double> shows) {}

    /** What can be read off a tooth map; each is there or not. */
    enum Feature {
        TORN_RUN,
        LONE_TOOTH,
        FLATTENED,
        CHIPPED,
        EVENLY_SPACED,
        ONE_FLANK,
        BOTH_FLANKS,
        ALL_THIN,
        NARROW_BAND,
        BAND_AT_EDGE,
        HUB_CRACK,
        ROOT_CRACKS,
        BORE_WORN,
        ODD_COLOUR,
        BRITTLE,
        SOFTENED;

        Say words() {
            return Say.of("damageFeature." + this);
        }

        @Override
        public String toString() {
            return app.gewerk.core.Wire.word(this);
        }
    }

    /**
     * @param probability among the causes listed
     * @param reasons what was seen that speaks for it, strongest first
     * @param putRight what must be put right besides the gear
     */
    public record Cause(String code, Say words, double probability, List<Say> reasons, Say putRight) {}

    /** @param chance that as many would fall on one side by accident */
    public record OneSided(ToothMark.Flank flank, int clockwise, int anticlockwise, double chance) {}

    /**
     * The worn band across the face.
     *
     * @param share of the face that is worn
     * @param freshNearMm unworn from the near end
     * @param freshFarMm unworn up to the far end
     */
    public record WornBand(
            double fromMm, double toMm, double share, double freshNearMm, double freshFarMm, Say words) {}

    /** The longest stretch without loss of form: from one tooth to another, and its angle. */
    public record UsableArc(int fromTooth, int toTooth, int teeth, double degrees) {}

    /**
     * @param fragmentsToFind teeth missing and not found
     * @param alsoLook what else to look at and why
     */
    public record Reading(
            Optional<Periodicity> periodicity,
            Optional<OneSided> oneSided,
            Optional<WornBand> band,
            Optional<UsableArc> usableArc,
            List<Cause> causes,
            int fragmentsToFind,
            List<Say> alsoLook) {}

    public static Reading read(ToothMap map) {
        Optional<Periodicity> periodicity = Periodicity.of(map.losses());
        Optional<OneSided> sided = oneSided(map);
        Optional<WornBand> band = band(map);
        Set<Feature> features = features(map, periodicity, sided, band);
        return new Reading(
                periodicity,
                sided,
                band,
                usableArc(map),
                features.isEmpty() ? List.of() : causes(features),
                map.fragmentsToFind(),
                alsoLook(map, features, sided));
    }

    private static Set<Feature> features(
            ToothMap map, Optional<Periodicity> periodicity, Optional<OneSided> sided, Optional<WornBand> band) {
        Set<Feature> seen = EnumSet.noneOf(Feature.class);
        Set<Integer> missing = map.teeth(ToothMark.Kind.MISSING);
        boolean run = missing.stream().anyMatch(t -> missing.contains(t % map.toothCount() + 1));
        add(seen, Feature.TORN_RUN, run);
        add(seen, Feature.LONE_TOOTH, !missing.isEmpty() && !run);
        add(seen, Feature.FLATTENED, !map.teeth(ToothMark.Kind.FLATTENED).isEmpty());
        add(seen, Feature.CHIPPED, !map.teeth(ToothMark.Kind.CHIPPED).isEmpty());
        add(seen, Feature.EVENLY_SPACED, periodicity.filter(Periodicity::even).isPresent());
        Set<Integer> worn = map.teeth(ToothMark.Kind.WORN);
        add(seen, Feature.ONE_FLANK, sided.isPresent());
        add(seen, Feature.BOTH_FLANKS, worn.size() > 1 && sided.isEmpty());
        add(seen, Feature.ALL_THIN, worn.size() >= 0.9 * map.toothCount());
        add(seen, Feature.NARROW_BAND, band.filter(b -> b.share < 0.8).isPresent());
        add(
                seen,
                Feature.BAND_AT_EDGE,
                band.filter(b -> b.share < 0.5 && Math.min(b.freshNearMm, b.freshFarMm) < 0.3)
                        .isPresent());
        add(
                seen,
                Feature.HUB_CRACK,
                map.hub() != ToothMap.Hub.SOUND
                        || !map.teeth(ToothMark.Kind.HUB_CRACK).isEmpty());
        add(seen, Feature.ROOT_CRACKS, !map.teeth(ToothMark.Kind.ROOT_CRACK).isEmpty());
        add(seen, Feature.BORE_WORN, map.bore() == ToothMap.Bore.WORN || map.bore() == ToothMap.Bore.KEY_WORN);
        add(seen, Feature.ODD_COLOUR, map.oddColour());
        add(seen, Feature.BRITTLE, map.brittle());
        add(
                seen,
                Feature.SOFTENED,
                map.softened() || map.bore() == ToothMap.Bore.MELTED || map.web() == ToothMap.Web.MELTED);
        return seen;
    }

    private static void add(Set<Feature> features, Feature feature, boolean there) {
        if (there) {
            features.add(feature);
        }
    }

    /** The sign test: as many teeth worn on one flank only, and hardly any on the other. */
    private static Optional<OneSided> oneSided(ToothMap map) {
        int clockwise = 0;
        int anticlockwise = 0;
        for (ToothMark mark : map.marks()) {
            if (mark.kind() == ToothMark.Kind.WORN || mark.kind() == ToothMark.Kind.BAND) {
                clockwise += mark.flank() == ToothMark.Flank.CLOCKWISE ? 1 : 0;
                anticlockwise += mark.flank() == ToothMark.Flank.ANTICLOCKWISE ? 1 : 0;
            }
        }
        int more = Math.max(clockwise, anticlockwise);
        double chance = Math.min(1, 2 * atLeast(more, clockwise + anticlockwise));
        if (more < 1 || chance > ONE_SIDED) {
            return Optional.empty();
        }
        ToothMark.Flank flank = clockwise > anticlockwise ? ToothMark.Flank.CLOCKWISE : ToothMark.Flank.ANTICLOCKWISE;
        return Optional.of(new OneSided(flank, clockwise, anticlockwise, chance));
    }

    /** Chance of at least so many heads in so many throws. */
    static double atLeast(int heads, int throwsMade) {
        return 1
                - new org.hipparchus.distribution.discrete.BinomialDistribution(Math.max(1, throwsMade), 0.5)
                        .cumulativeProbability(heads - 1);
    }

    private static Optional<WornBand> band(ToothMap map) {
        List<ToothMark.Band> bands =
                map.marks().stream().flatMap(m -> m.band().stream()).toList();
        if (bands.isEmpty() || map.faceWidthMm().isEmpty()) {
            return Optional.empty();
        }
        double face = map.faceWidthMm().get();
        double from = bands.stream().mapToDouble(ToothMark.Band::fromMm).min().orElseThrow();
        double to = Math.min(
                face, bands.stream().mapToDouble(ToothMark.Band::toMm).max().orElseThrow());
        double worn = Math.max(0, to - from);
        Say words = map.mateWidthMm()
                .map(mate -> Math.abs(mate - worn) <= Math.max(0.3, 0.15 * mate)
                        ? Say.of("wornBand.asMate", "mate", mate)
                        : Say.of(worn < mate ? "wornBand.narrower" : "wornBand.wider", "worn", worn, "mate", mate))
                .orElse(Say.of("wornBand.mateUnknown"));
        return Optional.of(new WornBand(from, to, worn / face, from, Math.max(0, face - to), words));
    }

    private static Optional<UsableArc> usableArc(ToothMap map) {
        boolean[] lost = map.lostForm();
        int z = lost.length;
        int bestStart = -1;
        int best = 0;
        for (int start = 0; start < z; start++) {
            int length = 0;
            while (length < z && !lost[(start + length) % z]) {
                length++;
            }
            if (length > best) {
                best = length;
                bestStart = start;
            }
        }
        return best == 0
                ? Optional.empty()
                : Optional.of(new UsableArc(bestStart + 1, (bestStart + best - 1) % z + 1, best, 360.0 * best / z));
    }

    private static List<Cause> causes(Set<Feature> seen) {
        double[] weights = new double[RULES.size()];
        for (int i = 0; i < weights.length; i++) {
            weights[i] = RULES.get(i).rate;
            for (Feature feature : Feature.values()) {
                double shows = RULES.get(i).shows.getOrDefault(feature.toString(), UNLISTED);
                weights[i] *= seen.contains(feature) ? shows : 1 - shows;
            }
        }
        double sum = Arrays.stream(weights).sum();
        List<Cause> causes = new ArrayList<>();
        for (int i = 0; i < weights.length; i++) {
            Rule rule = RULES.get(i);
            causes.add(new Cause(
                    rule.code,
                    Say.of("damageCause." + rule.code),
                    weights[i] / sum,
                    seen.stream()
                            .filter(f -> rule.shows.getOrDefault(f.toString(), 0.0) >= 0.2)
                            .sorted(Comparator.comparingDouble(
                                    (Feature f) -> -rule.shows.getOrDefault(f.toString(), 0.0)))
                            .map(Feature::words)
                            .toList(),
                    Say.of("damageCausePutRight." + rule.code)));
        }
        causes.sort(Comparator.comparingDouble(Cause::probability).reversed());
        return causes;
    }

    private static List<Say> alsoLook(ToothMap map, Set<Feature> seen, Optional<OneSided> sided) {
        List<Say> look = new ArrayList<>();
        int toFind = map.fragmentsToFind();
        if (toFind > 0) {
            look.add(Say.of("alsoLook.missing", "teeth", toFind));
        }
        boolean wear = seen.contains(Feature.ONE_FLANK)
                || seen.contains(Feature.BOTH_FLANKS)
                || seen.contains(Feature.ALL_THIN)
                || seen.contains(Feature.NARROW_BAND);
        if (wear) {
            look.add(Say.of("alsoLook.mateWorn"));
        }
        if (seen.contains(Feature.TORN_RUN) || seen.contains(Feature.LONE_TOOTH) || seen.contains(Feature.FLATTENED)) {
            look.add(Say.of("alsoLook.mateDamaged"));
        }
        if (seen.contains(Feature.HUB_CRACK) || seen.contains(Feature.ODD_COLOUR) || seen.contains(Feature.BRITTLE)) {
            look.add(Say.of("alsoLook.sisters"));
        }
        sided.ifPresent(s -> look.add(Say.of(
                s.flank == ToothMark.Flank.CLOCKWISE ? "alsoLook.wornClockwise" : "alsoLook.wornAnticlockwise")));
        return look;
    }
}
