package app.gewerk.core.stores;

import app.gewerk.core.words.Outcome;
import app.gewerk.core.words.Say;
import java.util.Collection;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * Which column of a list says what, by its heading.
 *
 * @param separator between cells: {@code ,} {@code ;} or a tab
 */
public record Columns(char separator, Map<Field, String> headings) {
    public Columns {
        headings = Map.copyOf(headings);
    }

    /** What a seller's list must say. */
    public static final Set<Field> OF_LIST = Set.of(Field.ITEM, Field.NAME, Field.PRICE);
    /** What a list of a shelf must say. */
    public static final Set<Field> OF_SHELF = Set.of(Field.NAME, Field.PLACE, Field.PIECES);

    /** The separator that cuts a heading line into most columns. */
    public static char separatorOf(String firstLine) {
        return Stream.of(',', ';', '\t')
                .max(Comparator.comparingLong(separator ->
                        firstLine.chars().filter(c -> c == separator).count()))
                .orElseThrow();
    }

    /** As the headings themselves say; what nobody knows is left out. */
    public static Columns guessed(char separator, List<String> headings) {
        Map<Field, String> found = new EnumMap<>(Field.class);
        for (Field field : Field.values()) {
            headings.stream()
                    .filter(field::known)
                    .filter(h -> !found.containsValue(h))
                    .findFirst()
                    .ifPresent(h -> found.put(field, h));
        }
        return new Columns(separator, found);
    }

    /** The same, or what is missing of what is needed. */
    public Outcome<Columns> holding(Collection<Field> needed, Collection<String> there) {
        Optional<Map.Entry<Field, String>> gone = headings.entrySet().stream()
                .filter(h -> !there.contains(h.getValue()))
                .min(Map.Entry.comparingByKey());
        if (gone.isPresent()) {
            return Outcome.cannot(
                    "list.columnGone",
                    "heading",
                    gone.get().getValue(),
                    "field",
                    Say.of(gone.get().getKey()));
        }
        List<Say> missing = needed.stream()
                .filter(f -> !headings.containsKey(f))
                .sorted()
                .map(f -> Say.of(f))
                .toList();
        return missing.isEmpty() ? new Outcome.Made<>(this) : Outcome.cannot("list.columnsMissing", "fields", missing);
    }
}
