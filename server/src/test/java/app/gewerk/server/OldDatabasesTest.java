package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.boot.web.server.servlet.context.ServletWebServerApplicationContext;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Databases as earlier releases left them, filled with their demo, are brought up to date and read. A dump for each
 * schema that ever landed lies in {@code src/test/resources/dumps}, written by pg_dump from the release before the next
 * migration.
 */
@Tag("slow")
class OldDatabasesTest {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final HttpClient http = HttpClient.newHttpClient();

    /** What is to be found again, as the old schema has it. */
    private record Before(int jobs, int journal, Map<Long, String> photoHashes, List<String> whats, int readings) {}

    private static void load(int version, String url) throws IOException, InterruptedException {
        URI server = URI.create(url.substring("jdbc:".length()));
        ProcessBuilder restore = new ProcessBuilder(
                System.getenv("GEWERK_TEST_PGBIN") + "/pg_restore",
                "--no-owner",
                "--no-privileges",
                "--exit-on-error",
                "-h",
                server.getHost(),
                "-p",
                "" + server.getPort(),
                "-U",
                System.getenv("GEWERK_TEST_DB_USER"),
                "-d",
                server.getPath().substring(1));
        restore.environment().put("PGPASSWORD", System.getenv("GEWERK_TEST_DB_PASSWORD"));
        Process running = restore.redirectErrorStream(true).start();
        try (InputStream dump = Objects.requireNonNull(
                        OldDatabasesTest.class.getResourceAsStream("/dumps/V" + version + ".dump"));
                OutputStream in = running.getOutputStream()) {
            dump.transferTo(in);
        }
        String said = new String(running.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(running.waitFor()).as(said).isZero();
    }

    private static Before before(Connection old, int version) throws SQLException {
        try (Statement sql = old.createStatement()) {
            Map<Long, String> hashes = new TreeMap<>();
            if (version >= 4) {
                ResultSet photos = sql.executeQuery(
                        version < 10
                                ? "select id, encode(sha256(image), 'hex') from photo"
                                : "select photo.id, encode(sha256, 'hex') from photo join attachment on attachment.id = photo.image_id");
                while (photos.next()) {
                    hashes.put(photos.getLong(1), photos.getString(2));
                }
            }
            List<String> whats = new ArrayList<>();
            ResultSet lines = sql.executeQuery("select what from journal order by id");
            // Since V8 they are facts, worded when they are read.
            while (version < 8 && lines.next()) {
                whats.add(lines.getString(1));
            }
            return new Before(count(sql, "job"), count(sql, "journal"), hashes, whats, count(sql, "gear_reading"));
        }
    }

    private static int count(Statement sql, String table) throws SQLException {
        ResultSet counted = sql.executeQuery("select count(*) from " + table);
        counted.next();
        return counted.getInt(1);
    }

    private HttpResponse<byte[]> get(String base, String path) throws IOException, InterruptedException {
        return http.send(
                HttpRequest.newBuilder(URI.create(base + path))
                        .header("Cookie", "gewerk_here=1.1")
                        .build(),
                HttpResponse.BodyHandlers.ofByteArray());
    }

    private JsonNode json(String base, String path) throws IOException, InterruptedException {
        HttpResponse<byte[]> answer = get(base, path);
        assertThat(answer.statusCode())
                .as(path + ": " + new String(answer.body(), StandardCharsets.UTF_8))
                .isEqualTo(200);
        return JSON.readTree(answer.body());
    }

    private static final int LATEST = 21;

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3, 4, 15, LATEST})
    void isBroughtUpToDateAndReadWhole(int version) throws Exception {
        String[] properties = FreshDatabase.properties();
        String url = FreshDatabase.url(properties);
        load(version, url);
        Before before;
        try (Connection old = DriverManager.getConnection(
                url, System.getenv("GEWERK_TEST_DB_USER"), System.getenv("GEWERK_TEST_DB_PASSWORD"))) {
            before = before(old, version);
        }
        assertThat(before.jobs).as("the dump is filled").isGreaterThanOrEqualTo(10);
        // As an argument: a default would give way to the port that a bench may have open.
        String[] arguments = Stream.concat(
                        Arrays.stream(properties), Stream.of("server.port=0", "spring.main.lazy-initialization=true"))
                .map(p -> "--" + p)
                .toArray(String[]::new);
        try (ServletWebServerApplicationContext gewerk = (ServletWebServerApplicationContext)
                new SpringApplicationBuilder(GewerkApplication.class).run(arguments)) {
            String base = "http://127.0.0.1:"
                    + Objects.requireNonNull(gewerk.getWebServer()).getPort();
            List<String> reads = reads(base);
            assertThat(reads).hasSizeGreaterThan(15);
            int lines = 0;
            int readings = 0;
            int found = 0;
            Map<Long, String> photos = new TreeMap<>();
            for (long job = 1; found < before.jobs; job++) {
                if (get(base, "/api/job/" + job).statusCode() == 404) {
                    assertThat(job).as("jobs are found again").isLessThan(1000);
                    continue;
                }
                found++;
                // Everything of some jobs, the papers of half of those: they tell again what the others do. Fewer of
                // the versions that differ little from the next.
                int every = version == 4 || version == LATEST ? 3 : 9;
                List<String> some = found % every == 1 ? reads : List.of();
                for (String path : some) {
                    if (path.matches(".*\\.(pdf|json)") && found % (2 * every) != 1) {
                        continue;
                    }
                    HttpResponse<byte[]> answer = get(base, path.replaceAll("\\{(jobId|id)}", "" + job));
                    // A refusal is an answer: no drawing of a gear that nobody has named.
                    assertThat(answer.statusCode())
                            .as(path + " of job " + job + " of version " + version)
                            .isIn(200, 404, 422);
                }
                JsonNode journal = json(base, "/api/job/" + job + "/journal");
                lines += journal.size();
                for (JsonNode line : journal) {
                    String what = line.path("what").asString();
                    assertThat(what).isNotBlank();
                    if (version < 8) {
                        assertThat(before.whats)
                                .as("an old line reads as it was written")
                                .contains(what);
                    } else {
                        assertThat(what)
                                .as("a fact has words")
                                .doesNotContain("{")
                                .contains(" ");
                    }
                }
                readings += json(base, "/api/reading/" + job).path("readings").size();
                for (JsonNode photo : json(base, "/api/photo/" + job)) {
                    long id = photo.path("id").asLong();
                    byte[] picture = get(base, "/api/photo/" + job + "/" + id + "/image.jpg")
                            .body();
                    photos.put(
                            id,
                            HexFormat.of()
                                    .formatHex(
                                            MessageDigest.getInstance("SHA-256").digest(picture)));
                }
            }
            assertThat(lines).isEqualTo(before.journal);
            assertThat(readings).isEqualTo(before.readings);
            assertThat(photos).isEqualTo(before.photoHashes);
        }
    }

    /** The same whatever the database was: described once, which takes seconds. */
    private static List<String> described = List.of();

    /** Every operation that reads something of a job and needs to be told nothing else; sellers have no part in what was kept. */
    private List<String> reads(String base) throws IOException, InterruptedException {
        if (!described.isEmpty()) {
            return described;
        }
        JsonNode paths = json(base, "/v3/api-docs").path("paths");
        List<String> reads = new ArrayList<>();
        paths.propertyNames().forEach(path -> {
            boolean ofJob = path.contains("{jobId}") || path.startsWith("/api/job/{id}");
            boolean only = path.replaceAll("\\{(jobId|id)}", "").indexOf('{') < 0
                    && path.indexOf('{') == path.lastIndexOf('{');
            boolean asks = paths.path(path)
                    .path("get")
                    .path("parameters")
                    .valueStream()
                    .anyMatch(p -> p.path("in").asString().equals("query")
                            && p.path("required").asBoolean());
            if (ofJob && only && !asks && paths.path(path).has("get") && !path.endsWith("/offers")) {
                reads.add(path);
            }
        });
        described = reads;
        return reads;
    }
}
