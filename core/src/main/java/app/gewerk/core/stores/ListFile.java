package app.gewerk.core.stores;

import app.gewerk.core.words.Outcome;
import java.io.IOException;
import java.io.Reader;
import java.util.Iterator;
import java.util.List;
import java.util.function.Function;
import org.apache.commons.csv.CSVException;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;

/** A list as CSV, read line by line, so that it may be longer than memory. */
public final class ListFile {
    private ListFile() {}

    /** Takes what comes of each line. */
    @FunctionalInterface
    public interface Taking<T> {
        void line(Outcome<T> line) throws IOException;
    }

    private static CSVFormat format(char separator) {
        return CSVFormat.DEFAULT
                .builder()
                .setDelimiter(separator)
                .setHeader()
                .setSkipHeaderRecord(true)
                .setAllowMissingColumnNames(true)
                .setIgnoreEmptyLines(true)
                .setTrim(true)
                .get();
    }

    /**
     * What the columns of a list seem to say.
     *
     * @param first line of the list
     */
    public static Outcome<Columns> columns(String first) {
        char separator = Columns.separatorOf(first);
        return headings(first, separator).map(h -> Columns.guessed(separator, h));
    }

    /** The headings of a list; refused where two are the same, for then nobody knows which is meant. */
    public static Outcome<List<String>> headings(String first, char separator) {
        List<String> headings = java.util.Arrays.stream(first.split(java.util.regex.Pattern.quote("" + separator), -1))
                .map(h -> h.strip().replaceAll("^\"|\"$", ""))
                .filter(h -> !h.isEmpty())
                .toList();
        if (headings.size() < 2) {
            return Outcome.cannot("list.noColumns");
        }
        List<String> twice = headings.stream()
                .filter(h -> headings.indexOf(h) != headings.lastIndexOf(h))
                .toList();
        return twice.isEmpty()
                ? new Outcome.Made<>(headings)
                : Outcome.cannot("list.headingTwice", "heading", twice.getFirst());
    }

    /** Reads a seller's list; a line that cannot be read is told and the next one read. */
    public static void sellers(Reader csv, Columns columns, Taking<ListLine> taking) throws IOException {
        read(csv, columns, taking, ListLine::of);
    }

    /** Reads a list of what is on the shelves. */
    public static void shelf(Reader csv, Columns columns, Taking<ShelfLine> taking) throws IOException {
        read(csv, columns, taking, ShelfLine::of);
    }

    private static <T> void read(Reader csv, Columns columns, Taking<T> taking, Function<Cells, T> line)
            throws IOException {
        try (CSVParser parser = format(columns.separator()).parse(csv)) {
            Iterator<CSVRecord> records = parser.iterator();
            while (true) {
                CSVRecord next;
                try {
                    if (!records.hasNext()) {
                        return;
                    }
                    next = records.next();
                } catch (java.io.UncheckedIOException broken) {
                    if (broken.getCause() instanceof CSVException) {
                        // A quotation mark that never ends: nothing after it can be trusted.
                        taking.line(Outcome.cannot("list.quotes", "line", parser.getCurrentLineNumber()));
                        return;
                    }
                    throw broken.getCause();
                }
                taking.line(line(next, columns, line));
            }
        }
    }

    private static <T> Outcome<T> line(CSVRecord record, Columns columns, Function<Cells, T> made) {
        long number = record.getRecordNumber() + 1;
        if (!record.isConsistent()) {
            return Outcome.cannot("list.cellsMissing", "line", number);
        }
        Cells cells = new Cells(field -> {
            String heading = columns.headings().get(field);
            return heading == null ? "" : record.get(heading);
        });
        return switch (cells.read(made)) {
            case Outcome.Made<T> read -> read;
            case Outcome.Cannot<T> no ->
                Outcome.cannot("list.line", "line", number, "why", no.refusal().say());
        };
    }
}
