package app.gewerk.core.train;

import app.gewerk.core.AtMost;
import app.gewerk.core.words.Outcome;
import app.gewerk.core.words.Refusal;
import app.gewerk.core.words.Refused;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.hipparchus.fraction.BigFraction;

/**
 * Shafts and what makes them turn with each other, whatever way round: meshes, planet sets, and what stands still. Speeds
 * follow from linear equations in exact fractions, so that any closed train with any number of carriers solves.
 *
 * <p>A mesh of z₁ on shaft a with z₂ on shaft b says z₁ n_a + z₂ n_b = 0 (− where both turn the same way); a planet set says
 * (n_s − n_c) = i₀ (n_r − n_c), Willis' equation.
 */
public record GearTrain(
        @AtMost(MOST_SHAFTS) List<String> shafts,
        @AtMost(MOST_SHAFTS) List<String> fixed,
        List<Mesh> meshes,
        @AtMost(MOST_SHAFTS) List<PlanetSet> planetSets) {
    public static final int MOST_SHAFTS = 60;

    /** @throws Refused if a shaft is named that is not there, or a name stands twice */
    public GearTrain {
        shafts = List.copyOf(shafts);
        fixed = List.copyOf(fixed);
        meshes = List.copyOf(meshes);
        planetSets = List.copyOf(planetSets);
        if (shafts.isEmpty() || shafts.size() > MOST_SHAFTS) {
            throw Refused.at("shafts", "train.shafts", "given", shafts.size(), "most", MOST_SHAFTS);
        }
        Set<String> names = new HashSet<>();
        for (String shaft : shafts) {
            if (shaft.isBlank() || !names.add(shaft)) {
                throw Refused.at("shafts", "train.shaftTwice", "shaft", shaft);
            }
        }
        Stream.of(
                        fixed.stream(),
                        meshes.stream()
                                .flatMap(m ->
                                        Stream.of(m.driver().shaft(), m.driven().shaft())),
                        planetSets.stream().flatMap(p -> Stream.of(p.sun(), p.carrier(), p.ring())))
                .flatMap(s -> s)
                .filter(shaft -> !names.contains(shaft))
                .findFirst()
                .ifPresent(shaft -> {
                    throw new Refused("train.noSuchShaft", "shaft", shaft);
                });
    }

    /** Which equation of {@link #constraints} is of which mesh or set: first the meshes in their order, then the sets. */
    record Constraint(Map<Integer, BigFraction> factors) {}

    List<Constraint> constraints() {
        List<Constraint> all = new ArrayList<>();
        for (Mesh mesh : meshes) {
            BigFraction driven = new BigFraction(mesh.driven().toothCount());
            all.add(new Constraint(Map.of(
                    place(mesh.driver().shaft()),
                    new BigFraction(mesh.driver().toothCount()),
                    place(mesh.driven().shaft()),
                    mesh.kind().reverses() ? driven : driven.negate())));
        }
        for (PlanetSet set : planetSets) {
            BigFraction ratio = set.basicRatio();
            all.add(new Constraint(Map.of(
                    place(set.sun()),
                    BigFraction.ONE,
                    place(set.ring()),
                    ratio.negate(),
                    place(set.carrier()),
                    ratio.subtract(BigFraction.ONE))));
        }
        return all;
    }

    private int place(String shaft) {
        return shafts.indexOf(shaft);
    }

    /**
     * What the train does when some shafts are turned at these speeds (turns a minute).
     *
     * @throws Refused where the train cannot turn so: it locks, the speeds contradict each other, or a shaft is reached by none
     */
    public Motion turned(Map<String, BigFraction> speeds) {
        return tried(speeds).orRefuse();
    }

    /** The same, or why it cannot turn so. */
    public Outcome<Motion> tried(Map<String, BigFraction> speeds) {
        Optional<String> unknown =
                speeds.keySet().stream().filter(s -> !shafts.contains(s)).findFirst();
        if (unknown.isPresent()) {
            return cannot("speedsRpm", "train.noSuchShaft", "shaft", unknown.get());
        }
        if (speeds.values().stream().allMatch(BigFraction::isZero)) {
            return cannot("speedsRpm", "train.noSpeed");
        }
        LinearEquations held = new LinearEquations(shafts.size());
        constraints().forEach(c -> held.add(c.factors(), BigFraction.ZERO));
        fixed.forEach(f -> held.add(Map.of(place(f), BigFraction.ONE), BigFraction.ZERO));
        int freedoms = shafts.size() - held.rank();
        LinearEquations driven = held.copy();
        for (Map.Entry<String, BigFraction> given : speeds.entrySet()) {
            String shaft = given.getKey();
            if (!given.getValue().isZero() && held.value(place(shaft)).isPresent()) {
                return cannot(
                        "speedsRpm." + shaft,
                        fixed.contains(shaft) ? "train.fixedTurned" : "train.locked",
                        "shaft",
                        shaft);
            }
            if (!driven.add(Map.of(place(shaft), BigFraction.ONE), given.getValue())) {
                return cannot("speedsRpm." + shaft, "train.speedContradicts", "shaft", shaft);
            }
        }
        Map<String, BigFraction> found = new TreeMap<>(Comparator.comparingInt(shafts::indexOf));
        List<String> loose = new ArrayList<>();
        for (int i = 0; i < shafts.size(); i++) {
            Optional<BigFraction> speed = driven.value(i);
            if (speed.isPresent()) {
                found.put(shafts.get(i), speed.get());
            } else {
                loose.add(shafts.get(i));
            }
        }
        Set<String> reached = reachedFrom(speeds.keySet());
        Optional<String> undriven =
                loose.stream().filter(s -> !reached.contains(s)).findFirst();
        if (undriven.isPresent()) {
            return cannot("shafts", "train.nothingDrives", "shaft", undriven.get());
        }
        List<String> locked = shafts.stream()
                .filter(s -> !fixed.contains(s) && held.value(place(s)).isPresent())
                .toList();
        return new Outcome.Made<>(new Motion(this, freedoms, shafts.size() - driven.rank(), found, loose, locked));
    }

    private static Outcome<Motion> cannot(String field, String code, Object... namesAndValues) {
        return new Outcome.Cannot<>(Refusal.of(code, namesAndValues).at(field));
    }

    /** These shafts and all that hang together with them. */
    Set<String> reachedFrom(Set<String> start) {
        Map<String, Set<String>> beside = new HashMap<>();
        Stream.concat(
                        meshes.stream()
                                .map(m -> List.of(m.driver().shaft(), m.driven().shaft())),
                        planetSets.stream().map(p -> List.of(p.sun(), p.carrier(), p.ring())))
                .forEach(group -> group.forEach(s ->
                        beside.computeIfAbsent(s, any -> new LinkedHashSet<>()).addAll(group)));
        Set<String> reached = new LinkedHashSet<>(start);
        List<String> todo = new ArrayList<>(start);
        while (!todo.isEmpty()) {
            for (String next : beside.getOrDefault(todo.removeLast(), Set.of())) {
                if (reached.add(next)) {
                    todo.add(next);
                }
            }
        }
        return reached;
    }

    public GearTrain withMesh(int index, Mesh mesh) {
        List<Mesh> changed = new ArrayList<>(meshes);
        changed.set(index, mesh);
        return new GearTrain(shafts, fixed, changed, planetSets);
    }
}
