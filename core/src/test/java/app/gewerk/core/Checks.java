package app.gewerk.core;

import java.io.IOException;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;

/**
 * Published and computed check values, one CSV a subject under {@code /checks}: inputs, {@code quantity},
 * {@code expected}, absolute {@code tolerance}, the {@code source} and whether it was recalled from memory.
 */
public final class Checks {
    private Checks() {}

    public record Row(CSVRecord values) {
        public double number(String column) {
            return Double.parseDouble(values.get(column));
        }

        public double number(String column, double whenBlank) {
            return blank(column) ? whenBlank : number(column);
        }

        public int whole(String column) {
            return (int) number(column);
        }

        public boolean blank(String column) {
            return values.get(column).isBlank();
        }

        public boolean flag(String column) {
            return "1".equals(values.get(column));
        }

        public String text(String column) {
            return values.get(column);
        }

        public double expected() {
            return number("expected");
        }

        /** A hair above the stated tolerance, so that "exactly" allows for the last bits of a double. */
        public double tolerance() {
            return number("tolerance") + 1e-9 * Math.max(1, Math.abs(expected()));
        }

        @Override
        public String toString() {
            return values.toMap().toString();
        }
    }

    public static Stream<Row> of(String subject) {
        CSVFormat format = CSVFormat.DEFAULT
                .builder()
                .setHeader()
                .setSkipHeaderRecord(true)
                .get();
        try (Reader reader = new InputStreamReader(
                Objects.requireNonNull(Checks.class.getResourceAsStream("/checks/" + subject + ".csv"), subject),
                StandardCharsets.UTF_8)) {
            List<Row> rows = format.parse(reader).stream().map(Row::new).toList();
            return rows.stream();
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }
}
