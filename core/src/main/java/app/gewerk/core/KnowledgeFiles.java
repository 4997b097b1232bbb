package app.gewerk.core;

import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;

/** Reads the knowledge files that ship with core: CSV with a header, each row naming its source. */
public final class KnowledgeFiles {
    private static final CSVFormat FORMAT = CSVFormat.DEFAULT
            .builder()
            .setHeader()
            .setSkipHeaderRecord(true)
            .setTrim(true)
            .get();

    /** Read once: the files do not change while the program runs. */
    private static final Map<String, List<Map<String, String>>> READ = new ConcurrentHashMap<>();

    private KnowledgeFiles() {}

    /** Rows of {@code /knowledge/<name>.csv}, in file order, column name to text. */
    public static List<Map<String, String>> rows(String name) {
        return READ.computeIfAbsent(name, KnowledgeFiles::read);
    }

    private static List<Map<String, String>> read(String name) {
        try (InputStream file = KnowledgeFiles.class.getResourceAsStream("/knowledge/" + name + ".csv")) {
            if (file == null) {
                throw new IllegalStateException("There is no knowledge file called " + name);
            }
            return rows(new InputStreamReader(file, StandardCharsets.UTF_8));
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }

    /** A cell that lists names, blanks between. */
    public static List<String> names(String cell) {
        return Arrays.stream(cell.split(" ")).filter(name -> !name.isEmpty()).toList();
    }

    /** A cell that lists names with numbers, {@code squeals=.75 stiffByHand=.45}, in its order. */
    public static Map<String, Double> numbers(String cell) {
        Map<String, Double> numbers = new LinkedHashMap<>();
        for (String one : cell.split(" ")) {
            int equals = one.indexOf('=');
            numbers.put(one.substring(0, equals), Double.parseDouble(one.substring(equals + 1)));
        }
        return numbers;
    }

    public static List<Map<String, String>> rows(Reader csv) throws IOException {
        return FORMAT.parse(csv).stream()
                .map(CSVRecord::toMap)
                .map(Collections::unmodifiableMap)
                .toList();
    }
}
