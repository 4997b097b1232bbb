package app.gewerk.core.caution;

import app.gewerk.core.Wire;
import app.gewerk.core.knowledge.Knowledge;
import app.gewerk.core.knowledge.Row;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** The hazards of each kind of machine, and the cautions where a hazard meets something about to be done. */
public final class Cautions {
    /** Stands in the rules for every machine, whatever its hazards. */
    private static final String ANY = "any";

    private final List<Caution> rules;
    private final Map<String, Hazard> hazards;
    private final Map<String, Kind> kinds;

    private Cautions(List<Caution> rules, Map<String, Hazard> hazards, Map<String, Kind> kinds) {
        this.rules = rules;
        this.hazards = hazards;
        this.kinds = kinds;
    }

    /**
     * A hazard met by an operation.
     *
     * @param code {@code mains/open}
     * @param text what to do about it
     * @param referOn true when the machine must not be started on here
     */
    public record Caution(String code, String hazard, Operation operation, Say words, Say text, boolean referOn) {}

    /** Something about a machine that can hurt. */
    public record Hazard(String code, Say words) {}

    /** A kind of machine, the hazards it usually has, and its generic gear train. */
    public record Kind(String code, Say words, List<String> hazards, String train) {}

    public static Cautions of(Knowledge knowledge) {
        List<Caution> rules = knowledge.rows("cautions").stream()
                .map(row -> new Caution(
                        row.text("hazard") + "/" + row.text("operation"),
                        row.text("hazard"),
                        Wire.parse(Operation.class, row.text("operation")),
                        Say.of("caution." + row.text("hazard") + "." + row.text("operation")),
                        row.say("caution", "cautionText." + row.text("hazard") + "." + row.text("operation")),
                        row.text("referOn").equals("true")))
                .toList();
        Map<String, Hazard> hazards = new LinkedHashMap<>();
        for (Row row : knowledge.rows("hazards")) {
            hazards.put(row.text("hazard"), new Hazard(row.text("hazard"), Say.of("hazard." + row.text("hazard"))));
        }
        Map<String, Kind> kinds = new LinkedHashMap<>();
        for (Row row : knowledge.rows("kinds")) {
            String code = row.text("code");
            kinds.put(code, new Kind(code, Say.of("kind." + code), row.names("hazards"), row.text("train")));
        }
        return new Cautions(rules, hazards, kinds);
    }

    public List<Kind> kinds() {
        return List.copyOf(kinds.values());
    }

    public List<Hazard> hazards() {
        return List.copyOf(hazards.values());
    }

    public List<Caution> rules() {
        return rules;
    }

    /** @throws Refused if there is no such kind */
    public Kind kind(String code) {
        Kind kind = kinds.get(code);
        if (kind == null) {
            throw new Refused("intake.kind", "code", code);
        }
        return kind;
    }

    /** @throws Refused if one of them is not known */
    public void requireHazards(Set<String> codes) {
        for (String code : codes) {
            if (!hazards.containsKey(code)) {
                throw new Refused("caution.noHazard", "code", code);
            }
        }
    }

    /** Every caution of a machine with these hazards when these things are about to be done; those to refer on first. */
    public List<Caution> of(Set<String> hazardCodes, Set<Operation> operations) {
        requireHazards(hazardCodes);
        return rules.stream()
                .filter(c -> c.hazard().equals(ANY) || hazardCodes.contains(c.hazard()))
                .filter(c -> operations.contains(c.operation()))
                .sorted(Comparator.comparing((Caution c) -> !c.referOn()))
                .toList();
    }
}
