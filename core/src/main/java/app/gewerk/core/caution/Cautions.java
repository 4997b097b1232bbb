package app.gewerk.core.caution;

import app.gewerk.core.Knowledge;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** The hazards of each kind of machine, and the caution that belongs to each hazard. */
public final class Cautions {
    private final Map<String, Caution> byHazard;
    private final Map<String, Kind> kinds;

    private Cautions(Map<String, Caution> byHazard, Map<String, Kind> kinds) {
        this.byHazard = byHazard;
        this.kinds = kinds;
    }

    /**
     * @param hazard code
     * @param words the hazard in two or three words
     * @param text what to do about it
     * @param referOn true when the machine must not be started on here
     */
    public record Caution(String hazard, String words, String text, boolean referOn) {}

    /** A kind of machine and the hazards it usually has. */
    public record Kind(String code, String words, List<String> hazards) {}

    public static Cautions fromKnowledge() {
        Map<String, Caution> byHazard = new LinkedHashMap<>();
        for (Map<String, String> row : Knowledge.rows("cautions")) {
            String hazard = row.get("hazard");
            byHazard.put(
                    hazard,
                    new Caution(
                            hazard, row.get("words"), row.get("caution"), Boolean.parseBoolean(row.get("referOn"))));
        }
        Map<String, Kind> kinds = new LinkedHashMap<>();
        for (Map<String, String> row : Knowledge.rows("kinds")) {
            List<String> hazards = Arrays.asList(row.get("hazards").split(" "));
            kinds.put(row.get("code"), new Kind(row.get("code"), row.get("words"), List.copyOf(hazards)));
        }
        return new Cautions(byHazard, kinds);
    }

    public List<Kind> kinds() {
        return List.copyOf(kinds.values());
    }

    public List<Caution> all() {
        return List.copyOf(byHazard.values());
    }

    /** @throws IllegalArgumentException if there is no such kind */
    public Kind kind(String code) {
        Kind kind = kinds.get(code);
        if (kind == null) {
            throw new IllegalArgumentException("Pick what kind of machine it is; \"" + code + "\" is not in the list");
        }
        return kind;
    }

    /** The cautions for a set of hazards, those to refer on first. */
    public List<Caution> of(Set<String> hazards) {
        for (String hazard : hazards) {
            if (!byHazard.containsKey(hazard)) {
                throw new IllegalArgumentException("There is no hazard called " + hazard);
            }
        }
        return byHazard.values().stream()
                .filter(c -> hazards.contains(c.hazard()))
                .sorted(java.util.Comparator.comparing((Caution c) -> !c.referOn()))
                .toList();
    }
}
