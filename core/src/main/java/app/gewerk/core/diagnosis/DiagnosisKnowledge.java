package app.gewerk.core.diagnosis;

import app.gewerk.core.KnowledgeFiles;
import app.gewerk.core.Wire;
import app.gewerk.core.knowledge.Knowledge;
import app.gewerk.core.knowledge.Row;
import app.gewerk.core.train.Component;
import app.gewerk.core.train.Machine;
import app.gewerk.core.train.Opening;
import app.gewerk.core.train.PartType;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;

/** The knowledge files of diagnosis: how parts fail, what shows it, what to do to find out, and generic gear trains. */
public final class DiagnosisKnowledge {
    /** Loaded once: the files do not change while the program runs. */
    private static final DiagnosisKnowledge SHIPPED = of(Knowledge.shipped());

    private final List<FailureWay> ways;
    private final List<Observation> observations;
    private final List<Check> checks;
    private final Map<String, List<Likelihoods>> likelihoods;
    private final Map<String, Machine> trains;

    /** What a way of failing shows, where the part stands in the drive. */
    record Likelihoods(String way, Stands at, Map<String, Double> shows) {}

    private DiagnosisKnowledge(Knowledge knowledge) {
        ways = rows(
                knowledge, "failureWays", r -> new FailureWay(r.text("way"), types(r.text("types")), r.number("rate")));
        observations = rows(
                knowledge,
                "observations",
                r -> new Observation(
                        r.text("code"),
                        r.text("scope").equals("part"),
                        r.number("leak"),
                        r.number("misread"),
                        needs(r.text("needs")),
                        Set.copyOf(r.names("excludes")),
                        r.yes("stop")));
        checks = rows(
                knowledge,
                "checks",
                r -> new Check(
                        r.text("check"),
                        r.text("scope").equals("part"),
                        types(r.text("types")),
                        r.number("minutes"),
                        r.text("reach").equals("atPart"),
                        r.yes("runs"),
                        Optional.of(r.text("risk")).filter(w -> !w.isEmpty()).map(w -> Wire.parse(Risk.class, w)),
                        r.names("answers")));
        likelihoods = rows(
                        knowledge,
                        "likelihoods",
                        r -> new Likelihoods(r.text("way"), Stands.ofCell(r.text("at")), r.numbers("shows")))
                .stream()
                .collect(Collectors.groupingBy(Likelihoods::way));
        trains = trains(knowledge);
    }

    public static DiagnosisKnowledge of(Knowledge knowledge) {
        return new DiagnosisKnowledge(knowledge);
    }

    public static DiagnosisKnowledge shipped() {
        return SHIPPED;
    }

    private static <T> List<T> rows(Knowledge knowledge, String file, Function<Row, T> read) {
        return knowledge.rows(file).stream().map(read).toList();
    }

    private static Set<PartType> types(String cell) {
        return KnowledgeFiles.names(cell).stream()
                .map(w -> Wire.parse(PartType.class, w))
                .collect(Collectors.toUnmodifiableSet());
    }

    /** Types of parts, one of which a machine must have; after a minus those that it must not have. */
    private static Observation.Needs needs(String cell) {
        boolean without = cell.startsWith("-");
        return new Observation.Needs(types(without ? cell.substring(1) : cell), without);
    }

    private static Map<String, Machine> trains(Knowledge knowledge) {
        Map<String, List<Component>> components = new LinkedHashMap<>();
        for (Row r : knowledge.rows("trains")) {
            components
                    .computeIfAbsent(r.text("train"), t -> new ArrayList<>())
                    .add(new Component(
                            r.text("component"),
                            Wire.parse(PartType.class, r.text("type")),
                            Say.of("trainPart." + r.text("train") + "." + r.text("component")),
                            r.text("behind")));
        }
        Map<String, List<Opening>> openings = new LinkedHashMap<>();
        for (Row r : knowledge.rows("openings")) {
            openings.computeIfAbsent(r.text("train"), t -> new ArrayList<>())
                    .add(new Opening(
                            r.text("opening"),
                            Say.of("trainOpening." + r.text("train") + "." + r.text("opening")),
                            Integer.parseInt(r.text("parts")),
                            r.number("minutes"),
                            r.text("after")));
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
