package app.gewerk.core.knowledge;

import app.gewerk.core.KnowledgeFiles;
import app.gewerk.core.words.Say;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/** One row of a knowledge file: what was shipped, with the shop's own values in the place of some. */
public final class Row {
    private final Map<String, String> shipped;
    private final Map<String, String> own;

    Row(Map<String, String> shipped, Map<String, String> own) {
        this.shipped = shipped;
        this.own = own;
    }

    public String text(String column) {
        return Objects.requireNonNull(own.getOrDefault(column, shipped.get(column)), column);
    }

    public double number(String column) {
        return Double.parseDouble(text(column));
    }

    public boolean yes(String column) {
        return text(column).equals("yes");
    }

    /** Names one after another, with blanks between. */
    public List<String> names(String column) {
        return KnowledgeFiles.names(text(column));
    }

    /** Names with numbers, {@code squeals=.75 stiffByHand=.45}, in their order. */
    public Map<String, Double> numbers(String column) {
        return KnowledgeFiles.numbers(text(column));
    }

    /** The words of a column: Gewerk's in the language of whoever reads, or what the shop wrote. */
    public Say say(String column, String code) {
        return own.containsKey(column) ? Say.typed(own.get(column)) : Say.of(code);
    }

    public Map<String, String> shipped() {
        return shipped;
    }

    /** Only what the shop has changed. */
    public Map<String, String> own() {
        return own;
    }
}
