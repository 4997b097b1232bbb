package app.gewerk.core.knowledge;

import app.gewerk.core.KnowledgeFiles;
import app.gewerk.core.Wire;
import app.gewerk.core.words.Outcome;
import app.gewerk.core.words.Refusal;
import app.gewerk.core.words.Say;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * A column whose values a shop may put its own in place of.
 *
 * @param least of a number, or of each number of a list
 * @param names what a list may name; empty where it names nothing
 * @param unit empty where it has none
 */
public record Column(
        String file, String name, Kind kind, double least, double most, Set<String> names, String unit, Say words) {

    private static final int LONGEST = 2000;
    private static final List<Column> ALL =
            KnowledgeFiles.rows("columns").stream().map(Column::of).toList();

    /** What stands in a cell. */
    public enum Kind {
        TEXT,
        NUMBER,
        YES_NO,
        TRUE_FALSE,
        /** Names, blanks between. */
        NAMES,
        /** Names with a share each: {@code squeals=.75 stiffByHand=.45}. */
        SHARES,
        /** Temperatures (°C), rising, with a share each: {@code 23=1 60=.85}. */
        CURVE;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    private static Column of(Map<String, String> row) {
        String name = row.get("column");
        return new Column(
                row.get("file"),
                name,
                Wire.parse(Kind.class, row.get("kind")),
                number(row.get("least")).orElse(0),
                number(row.get("most")).orElse(0),
                named(row.get("of")),
                row.get("unit"),
                Say.of("knowledgeColumn." + row.get("file") + "." + name));
    }

    /** All that stands in a column of a file, {@code observations.code}. */
    private static Set<String> named(String of) {
        if (of.isEmpty()) {
            return Set.of();
        }
        String[] where = of.split("\\.");
        return KnowledgeFiles.rows(where[0]).stream()
                .flatMap(row -> KnowledgeFiles.names(row.get(where[1])).stream())
                .map(one -> one.replaceFirst("=.*", ""))
                .collect(Collectors.toCollection(LinkedHashSet::new));
    }

    /** Columns of a file in their order; none of a file that nobody changes. */
    public static List<Column> of(String file) {
        return ALL.stream().filter(c -> c.file.equals(file)).toList();
    }

    static Optional<Column> of(String file, String name) {
        return of(file).stream().filter(c -> c.name.equals(name)).findFirst();
    }

    /** Files in which a shop may change something. */
    public static List<String> files() {
        return ALL.stream().map(Column::file).distinct().toList();
    }

    /** What was typed for this column as it is kept, or why it cannot be. */
    public Outcome<String> read(String typed) {
        String cell = typed.strip().replaceAll("\\s+", " ");
        return switch (kind) {
            case TEXT ->
                cell.isEmpty() || cell.length() > LONGEST
                        ? cannot("knowledge.text", "most", LONGEST)
                        : new Outcome.Made<>(cell);
            case NUMBER -> inRange(cell) ? new Outcome.Made<>(plain(cell)) : notInRange("knowledge.number", cell);
            case YES_NO -> oneOf(cell, "yes", "no");
            case TRUE_FALSE -> oneOf(cell, "true", "false");
            case NAMES -> names(cell);
            case SHARES -> shares(cell);
            case CURVE -> curve(cell);
        };
    }

    private Outcome<String> names(String cell) {
        return KnowledgeFiles.names(cell).stream()
                .filter(name -> !names.contains(name))
                .findFirst()
                .map(this::unknown)
                .orElseGet(() -> new Outcome.Made<>(cell));
    }

    private Outcome<String> shares(String cell) {
        if (cell.isEmpty()) {
            return cannot("knowledge.pairs", "given", cell);
        }
        Set<String> seen = new LinkedHashSet<>();
        for (String part : KnowledgeFiles.names(cell)) {
            String[] pair = part.split("=", 2);
            if (pair.length < 2 || !seen.add(pair[0])) {
                return cannot("knowledge.pairs", "given", part);
            }
            if (!names.contains(pair[0])) {
                return unknown(pair[0]);
            }
            if (!inRange(pair[1])) {
                return notInRange("knowledge.share", part);
            }
        }
        return new Outcome.Made<>(plain(cell));
    }

    private Outcome<String> curve(String cell) {
        double before = Double.NEGATIVE_INFINITY;
        for (String part : cell.split(" ")) {
            String[] pair = part.split("=", 2);
            OptionalDouble at = number(pair[0]);
            if (pair.length < 2 || at.isEmpty() || at.getAsDouble() <= before) {
                return cannot("knowledge.curve", "given", part);
            }
            if (!inRange(pair[1])) {
                return notInRange("knowledge.share", part);
            }
            before = at.getAsDouble();
        }
        return new Outcome.Made<>(plain(cell));
    }

    private Outcome<String> oneOf(String cell, String one, String other) {
        return cell.equals(one) || cell.equals(other)
                ? new Outcome.Made<>(cell)
                : cannot("knowledge.oneOf", "one", one, "other", other);
    }

    private boolean inRange(String typed) {
        OptionalDouble value = number(typed);
        return value.isPresent() && value.getAsDouble() >= least && value.getAsDouble() <= most;
    }

    /** With a point or a comma. */
    private static OptionalDouble number(String typed) {
        String plain = plain(typed);
        return plain.matches("-?(\\d{1,9}(\\.\\d{0,9})?|\\.\\d{1,9})")
                ? OptionalDouble.of(Double.parseDouble(plain))
                : OptionalDouble.empty();
    }

    private static String plain(String typed) {
        return typed.replace(',', '.');
    }

    private Outcome<String> unknown(String given) {
        return cannot("knowledge.unknown", "given", given, "known", String.join(" ", names));
    }

    private Outcome<String> notInRange(String code, String given) {
        return cannot(code, "given", given, "least", least, "most", most);
    }

    private Outcome<String> cannot(String code, Object... values) {
        return new Outcome.Cannot<>(Refusal.of(code, values).at(name));
    }
}
