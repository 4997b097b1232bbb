package app.gewerk.core.damage;

import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** What the damage on a gear says: where and how it repeats, which side was loaded, what caused it, what else to do. */
public final class Pattern {
    private static final double ONE_SIDED = 0.05;
    /** A band that begins so near the end of the face begins at it. */
    private static final double AT_EDGE_MM = 0.3;
    /** Bands no further apart than this are one. */
    private static final double ONE_BAND_MM = 0.2;

    private Pattern() {}

    /** What can be read off a tooth map; each is there or not, or it was not looked for. */
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
     * A worn band across the face.
     *
     * @param share of the face that is worn by it
     * @param freshNearMm unworn before it, from the near end or another band
     * @param freshFarMm unworn after it, up to another band or the far end
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
            List<WornBand> bands,
            Optional<UsableArc> usableArc,
            List<Cause> causes,
            int fragmentsToFind,
            List<Say> alsoLook) {}

    /** By the causes that Gewerk ships with. */
    public static Reading read(ToothMap map) {
        return read(map, Causes.shipped());
    }

    public static Reading read(ToothMap map, Causes causes) {
        Optional<Periodicity> periodicity = Periodicity.of(map.losses());
        Optional<OneSided> sided = oneSided(map);
        List<WornBand> bands = bands(map);
        Set<Feature> features = features(map, periodicity, sided, bands);
        return new Reading(
                periodicity,
                sided,
                bands,
                usableArc(map),
                features.isEmpty() ? List.of() : causes.of(features, saysNothing(map, features)),
                map.fragmentsToFind(),
                alsoLook(map, features, sided));
    }

    private static Set<Feature> features(
            ToothMap map, Optional<Periodicity> periodicity, Optional<OneSided> sided, List<WornBand> bands) {
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
        add(seen, Feature.BOTH_FLANKS, worn.size() > 1 && sided.isEmpty() && onBothFlanks(map));
        add(seen, Feature.ALL_THIN, worn.size() >= 0.9 * map.toothCount());
        double share = bands.stream().mapToDouble(WornBand::share).sum();
        add(seen, Feature.NARROW_BAND, !bands.isEmpty() && share < 0.8);
        add(
                seen,
                Feature.BAND_AT_EDGE,
                bands.stream()
                        .anyMatch(b -> b.share < 0.5
                                && (b.fromMm < AT_EDGE_MM || map.faceWidthMm().orElseThrow() - b.toMm < AT_EDGE_MM)));
        add(
                seen,
                Feature.HUB_CRACK,
                map.hub() == ToothMap.Hub.CRACKED
                        || map.hub() == ToothMap.Hub.SPLIT
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

    private static boolean onBothFlanks(ToothMap map) {
        Set<ToothMark.Flank> flanks = map.marks().stream()
                .filter(m -> m.kind() == ToothMark.Kind.WORN)
                .map(ToothMark::flank)
                .collect(Collectors.toSet());
        return flanks.contains(ToothMark.Flank.BOTH) || flanks.size() > 1;
    }

    /**
     * What nobody has looked at speaks neither for a cause nor against it, and neither does what cannot be beside what was
     * seen. A tick left out may be a thing not tried.
     */
    private static Set<Feature> saysNothing(ToothMap map, Set<Feature> seen) {
        Set<Feature> open = EnumSet.of(Feature.ODD_COLOUR, Feature.BRITTLE);
        if (map.hub() == ToothMap.Hub.NOT_LOOKED) {
            open.add(Feature.HUB_CRACK);
        }
        if (map.bore() == ToothMap.Bore.NOT_LOOKED) {
            open.add(Feature.BORE_WORN);
        }
        if (map.web() == ToothMap.Web.NOT_LOOKED) {
            open.add(Feature.SOFTENED);
        }
        if (seen.contains(Feature.LONE_TOOTH)) {
            open.add(Feature.TORN_RUN);
        }
        if (seen.contains(Feature.TORN_RUN)) {
            open.add(Feature.LONE_TOOTH);
        }
        open.removeAll(seen);
        return open;
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

    /** The bands of all teeth laid over each other: what lies together is one band, what lies apart another. */
    private static List<WornBand> bands(ToothMap map) {
        if (map.faceWidthMm().isEmpty()) {
            return List.of();
        }
        double face = map.faceWidthMm().get();
        List<double[]> together = new ArrayList<>();
        map.marks().stream()
                .flatMap(m -> m.band().stream())
                .filter(band -> band.fromMm() < face)
                .sorted(Comparator.comparingDouble(ToothMark.Band::fromMm))
                .forEach(band -> {
                    if (together.isEmpty() || band.fromMm() > together.getLast()[1] + ONE_BAND_MM) {
                        together.add(new double[] {band.fromMm(), band.toMm()});
                    } else {
                        together.getLast()[1] = Math.max(together.getLast()[1], band.toMm());
                    }
                });
        List<WornBand> bands = new ArrayList<>();
        for (int i = 0; i < together.size(); i++) {
            double from = together.get(i)[0];
            double to = Math.min(face, together.get(i)[1]);
            double before = i == 0 ? 0 : together.get(i - 1)[1];
            double after = i == together.size() - 1 ? face : together.get(i + 1)[0];
            bands.add(new WornBand(
                    from,
                    to,
                    (to - from) / face,
                    from - before,
                    Math.max(0, after - to),
                    asWideAsMate(map, to - from)));
        }
        return bands;
    }

    private static Say asWideAsMate(ToothMap map, double worn) {
        return map.mateWidthMm()
                .map(mate -> Math.abs(mate - worn) <= Math.max(0.3, 0.15 * mate)
                        ? Say.of("wornBand.asMate", "mate", mate)
                        : Say.of(worn < mate ? "wornBand.narrower" : "wornBand.wider", "worn", worn, "mate", mate))
                .orElse(Say.of("wornBand.mateUnknown"));
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
