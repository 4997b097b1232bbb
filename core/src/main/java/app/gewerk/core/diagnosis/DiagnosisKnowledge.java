package app.gewerk.core.diagnosis;

import app.gewerk.core.Knowledge;
import app.gewerk.core.Wire;
import app.gewerk.core.train.Component;
import app.gewerk.core.train.Machine;
import app.gewerk.core.train.Opening;
import app.gewerk.core.train.PartType;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** The knowledge files of diagnosis: how parts fail, what shows it, what to do to find out, and generic gear trains. */
public final class DiagnosisKnowledge {
    /** Loaded once: the files do not change while the program runs. */
    private static final DiagnosisKnowledge SHIPPED = new DiagnosisKnowledge();

    private final List<FailureWay> ways;
    private final List<Observation> observations;
    private final List<Check> checks;
    private final Map<String, List<Likelihoods>> likelihoods;
    private final Map<String, Machine> trains;

    /** What a way of failing shows, where the part stands in the drive. */
    record Likelihoods(String way, Stands at, Map<String, Double> shows) {}

    private DiagnosisKnowledge() {
        ways = rows("failureWays", r -> new FailureWay(r.get("way"), types(r.get("types")), number(r, "rate")));
        observations = rows(
                "observations",
                r -> new Observation(
                        r.get("code"),
                        r.get("scope").equals("part"),
                        number(r, "leak"),
                        number(r, "misread"),
                        needs(r.get("needs")),
                        Set.copyOf(words(r.get("excludes"))),
                        r.get("stop").equals("yes")));
        checks = rows(
                "checks",
                r -> new Check(
                        r.get("check"),
                        r.get("scope").equals("part"),
                        types(r.get("types")),
                        number(r, "minutes"),
                        r.get("reach").equals("atPart"),
                        r.get("runs").equals("yes"),
                        Optional.of(r.get("risk")).filter(w -> !w.isEmpty()).map(w -> Wire.parse(Risk.class, w)),
                        words(r.get("answers"))));
        likelihoods = rows(
                        "likelihoods",
                        r -> new Likelihoods(
                                r.get("way"), Stands.ofCell(r.get("at")), Knowledge.numbers(r.get("shows"))))
                .stream()
                .collect(Collectors.groupingBy(Likelihoods::way));
        trains = trains();
    }

    public static DiagnosisKnowledge shipped() {
        return SHIPPED;
    }

    private static <T> List<T> rows(String file, java.util.function.Function<Map<String, String>, T> read) {
        return Knowledge.rows(file).stream().map(read).toList();
    }

    private static double number(Map<String, String> row, String column) {
        return Double.parseDouble(row.get(column));
    }

    private static Set<PartType> types(String cell) {
        return words(cell).stream().map(w -> Wire.parse(PartType.class, w)).collect(Collectors.toUnmodifiableSet());
    }

    /** Types of parts, one of which a machine must have; after a minus those that it must not have. */
    private static Observation.Needs needs(String cell) {
        boolean without = cell.startsWith("-");
        return new Observation.Needs(types(without ? cell.substring(1) : cell), without);
    }

    private static List<String> words(String cell) {
        return Arrays.stream(cell.split(" ")).filter(w -> !w.isEmpty()).toList();
    }

    private static Map<String, Machine> trains() {
        Map<String, List<Component>> components = new LinkedHashMap<>();
        for (Map<String, String> r : Knowledge.rows("trains")) {
            components
                    .computeIfAbsent(r.get("train"), t -> new ArrayList<>())
                    .add(new Component(
                            r.get("component"),
                            Wire.parse(PartType.class, r.get("type")),
                            Say.of("trainPart." + r.get("train") + "." + r.get("component")),
                            r.get("behind")));
        }
        Map<String, List<Opening>> openings = new LinkedHashMap<>();
        for (Map<String, String> r : Knowledge.rows("openings")) {
            openings.computeIfAbsent(r.get("train"), t -> new ArrayList<>())
                    .add(new Opening(
                            r.get("opening"),
                            Say.of("trainOpening." + r.get("train") + "." + r.get("opening")),
                            Integer.parseInt(r.get("parts")),
                            number(r, "minutes"),
                            r.get("after")));
        }
        Map<String, Machine> machines = new LinkedHashMap<>();
        components.forEach((train, parts) ->
                machines.put(train, new Machine(parts, openings.getOrDefault(train, List.of()))));
        return machines;
    }

    /**
     * The generic gear train that goes by a name, {@code wormDrive} say.
     *
     * @throws IllegalStateException if there is none
     */
    public Machine train(String name) {
        Machine machine = trains.get(name);
        if (machine == null) {
            throw new IllegalStateException(
                    "There is no generic train called " + name + "; known are " + String.join(", ", trains.keySet()));
        }
        return machine;
    }

    /** Types of part that can fail, for describing a machine's own train. */
    public List<PartType> partTypes() {
        return ways.stream()
                .flatMap(w -> w.types().stream())
                .filter(t -> t != PartType.OTHER)
                .distinct()
                .sorted()
                .toList();
    }

    List<FailureWay> ways() {
        return ways;
    }

    List<Observation> observations() {
        return observations;
    }

    Observation observation(String code) {
        return observations.stream()
                .filter(o -> o.code().equals(code))
                .findFirst()
                .orElseThrow();
    }

    List<Check> checks() {
        return checks;
    }

    /** What a way of failing shows; later rows say it again for special places. */
    List<Likelihoods> likelihoods(FailureWay way) {
        return likelihoods.getOrDefault(way.code(), List.of());
    }
}
