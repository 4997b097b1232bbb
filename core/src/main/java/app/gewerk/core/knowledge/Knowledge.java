package app.gewerk.core.knowledge;

import app.gewerk.core.KnowledgeFiles;
import app.gewerk.core.words.Outcome;
import app.gewerk.core.words.Refused;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;

/** The knowledge files as they hold for one shop. */
public final class Knowledge {
    /** The columns that tell the rows of a file apart. */
    private static final Map<String, List<String>> KEYS = Map.ofEntries(
            Map.entry("materials", List.of("material")),
            Map.entry("ways", List.of("way")),
            Map.entry("companions", List.of("part")),
            Map.entry("failureWays", List.of("way")),
            Map.entry("likelihoods", List.of("way", "at")),
            Map.entry("observations", List.of("code")),
            Map.entry("checks", List.of("check")),
            Map.entry("damageCauses", List.of("cause")),
            Map.entry("pitches", List.of("system", "value")),
            Map.entry("racks", List.of("name")),
            Map.entry("openings", List.of("train", "opening")),
            Map.entry("trains", List.of("train", "component")),
            Map.entry("cautions", List.of("hazard", "operation")),
            Map.entry("kinds", List.of("code")),
            Map.entry("lubricants", List.of("lubricant")),
            Map.entry("bonds", List.of("bond")),
            Map.entry("trials", List.of("trial")),
            Map.entry("hazards", List.of("hazard")));

    private static final Knowledge SHIPPED = new Knowledge(Map.of());

    /** By file and row. */
    private final Map<String, Map<String, Map<String, String>>> own;

    private Knowledge(Map<String, Map<String, Map<String, String>>> own) {
        this.own = own;
    }

    /**
     * A shop's own values for some columns of a row.
     *
     * @param row its key, {@code POM-H} or {@code mains/open}
     * @param cells by column; none where the row is as it was shipped
     */
    public record Change(String file, String row, Map<String, String> cells) {
        public Change {
            cells = Map.copyOf(cells);
        }
    }

    public static Knowledge shipped() {
        return SHIPPED;
    }

    /**
     * With these in place of what was shipped. What does not fit the files as they are now (a row that went, a range
     * that became narrower) is left out.
     */
    public static Knowledge with(List<Change> changes) {
        Map<String, Map<String, Map<String, String>>> own = new HashMap<>();
        for (Change change : changes) {
            if (shippedRow(change.file(), change.row()).isEmpty()) {
                continue;
            }
            Map<String, String> cells = new TreeMap<>();
            change.cells()
                    .forEach((column, cell) -> Column.of(change.file(), column)
                            .map(c -> c.read(cell))
                            .ifPresent(read -> {
                                if (read instanceof Outcome.Made<String>(String fits)) {
                                    cells.put(column, fits);
                                }
                            }));
            own.computeIfAbsent(change.file(), f -> new HashMap<>()).put(change.row(), cells);
        }
        return new Knowledge(own);
    }

    /**
     * What somebody typed for a row, with what is as shipped left out.
     *
     * @throws Refused naming the column, where there is no such row or a cell cannot be read
     */
    public static Change read(String file, String row, Map<String, String> typed) {
        Map<String, String> shipped =
                shippedRow(file, row).orElseThrow(() -> new Refused("knowledge.noRow", "row", row));
        Map<String, String> cells = new LinkedHashMap<>();
        typed.forEach((name, cell) -> {
            Column column =
                    Column.of(file, name).orElseThrow(() -> Refused.at(name, "knowledge.fixed", "column", name));
            switch (column.read(cell)) {
                case Outcome.Made<String>(String fits) when fits.equals(shipped.get(name)) -> {
                    // As it was shipped.
                }
                case Outcome.Made<String>(String fits) -> cells.put(name, fits);
                case Outcome.Cannot<String> cannot -> throw new Refused(List.of(cannot.refusal()));
            }
        });
        return new Change(file, row, cells);
    }

    private static Optional<Map<String, String>> shippedRow(String file, String row) {
        return KEYS.containsKey(file)
                ? KnowledgeFiles.rows(file).stream()
                        .filter(r -> key(file, r).equals(row))
                        .findFirst()
                : Optional.empty();
    }

    private static String key(String file, Map<String, String> row) {
        return KEYS.get(file).stream().map(row::get).collect(Collectors.joining("/"));
    }

    /** What tells the rows of a file apart. */
    public static List<String> keys(String file) {
        return List.copyOf(KEYS.getOrDefault(file, List.of()));
    }

    /** Rows of a file by their keys, in file order. */
    public Map<String, Row> byKey(String file) {
        Map<String, Map<String, String>> changed = own.getOrDefault(file, Map.of());
        Map<String, Row> rows = new LinkedHashMap<>();
        for (Map<String, String> row : KnowledgeFiles.rows(file)) {
            String key = key(file, row);
            rows.put(key, new Row(row, changed.getOrDefault(key, Map.of())));
        }
        return rows;
    }

    public List<Row> rows(String file) {
        return List.copyOf(byKey(file).values());
    }

    /** Files in which something is not as it was shipped. */
    public Set<String> changed() {
        return own.entrySet().stream()
                .filter(e -> e.getValue().values().stream().anyMatch(cells -> !cells.isEmpty()))
                .map(Map.Entry::getKey)
                .collect(Collectors.toUnmodifiableSet());
    }
}
