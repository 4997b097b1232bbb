package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.servlet.http.Cookie;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import tools.jackson.databind.JsonNode;

@ApiTest
class TeardownApiTest {
    @Autowired
    private Api api;

    private Cookie mara;
    private Cookie ren;
    private String model;

    @BeforeEach
    void twoAreHere() {
        mara = api.stepUp("Mara");
        ren = api.stepUp("Ren");
        model = "Model " + UUID.randomUUID().toString().substring(0, 8);
    }

    private long job() {
        return api.job(mara, "Vantorel", model, "sticks");
    }

    private static String key() {
        return UUID.randomUUID().toString();
    }

    private Api.Answer add(Cookie who, long id, String key, String line) {
        return api.post(who, "/api/teardown/" + id + "/steps", Map.of("key", key, "line", line));
    }

    private long ledger(String... lines) {
        long id = job();
        for (String line : lines) {
            assertThat(add(mara, id, key(), line).status()).isEqualTo(200);
        }
        return id;
    }

    private JsonNode get(long id) {
        return api.get("/api/teardown/" + id).body();
    }

    @Test
    void stepsStandInTheirOrderAndTheBalanceFollows() {
        long id = ledger("lid off, 4 M3x12 pan A1, 2 min", "motor out, 2 M3x16 pan A1, off motor");
        String first = get(id).path("steps").get(0).path("key").asString();
        api.post(
                mara,
                "/api/teardown/" + id + "/steps",
                Map.of("key", key(), "line", "cable out, !cable", "after", first));
        JsonNode ledger = get(id);
        assertThat(ledger.path("steps"))
                .extracting(s -> s.path("step").path("what").asString())
                .containsExactly("lid off", "cable out", "motor out");
        assertThat(ledger.path("balance").path("fasteners").asInt()).isEqualTo(6);
        assertThat(ledger.path("balance")
                        .path("lookAlikes")
                        .get(0)
                        .path("words")
                        .asString())
                .contains("M3 × 12")
                .contains("M3 × 16");
        String last = ledger.path("steps").get(2).path("key").asString();
        api.post(mara, "/api/teardown/" + id + "/steps/" + last + "/move", Map.of("version", 1, "after", ""));
        assertThat(get(id).path("steps").get(0).path("step").path("what").asString())
                .isEqualTo("motor out");
    }

    @Test
    void aLineSentTwiceStandsOnce() {
        long id = job();
        String key = key();
        add(mara, id, key, "lid off, 4 screws A1");
        add(mara, id, key, "lid off, 4 screws A1");
        assertThat(get(id).path("steps")).hasSize(1);
        assertThat(api.get("/api/job/" + id + "/journal").body()).hasSize(2);
    }

    @Test
    void twoCorrectingOneStepLoseNothing() {
        long id = ledger("lid off");
        String key = get(id).path("steps").get(0).path("key").asString();
        String path = "/api/teardown/" + id + "/steps/" + key;
        assertThat(api.put(mara, path, Map.of("version", 1, "line", "lid off, 4 screws A1"))
                        .status())
                .isEqualTo(200);
        Api.Answer second = api.put(ren, path, Map.of("version", 1, "line", "lid off, 5 screws A1"));
        assertThat(second.status()).isEqualTo(409);
        assertThat(second.body().path("current").path("line").asString()).contains("4 screw");
        assertThat(api.delete(ren, path + "?version=1").status()).isEqualTo(409);
        assertThat(api.delete(ren, path + "?version=2").body().path("steps")).isEmpty();
    }

    @Test
    void aStepThatOpensTellsTheDiagnosis() {
        long id = ledger("base plate off, opens base plate", "lamp out, opens something else");
        assertThat(api.get("/api/diagnosis/" + id).body().path("opened"))
                .extracting(JsonNode::asString)
                .containsExactly("cover");
    }

    @Test
    void anEarlierLedgerStandsBesideWithItsCautionsAndItsHiddenParts() {
        ledger("lid off, 4 M3x12 pan A1, 2 captive nuts A2", "spring off, 1 spring 14 mm, !spring");
        long id = job();
        JsonNode earlier = get(id).path("earlier");
        assertThat(earlier.path("fromBook").asBoolean()).isFalse();
        assertThat(earlier.path("next").asInt()).isZero();
        add(ren, id, key(), "lid off, 4 M3x12 pan A1");
        JsonNode now = get(id);
        assertThat(now.path("earlier").path("next").asInt()).isEqualTo(1);
        assertThat(now.path("earlier")
                        .path("steps")
                        .get(1)
                        .path("dangers")
                        .get(0)
                        .asString())
                .contains("spring load");
        JsonNode unseen = now.path("unseen").get(0);
        assertThat(unseen.path("words").asString()).contains("captive nut");
        JsonNode answered = api.post(
                        ren,
                        "/api/teardown/" + id + "/unseen",
                        Map.of(
                                "step",
                                unseen.path("step").asString(),
                                "part",
                                unseen.path("part").asString(),
                                "answer",
                                "stillIn",
                                "note",
                                "in the lid"))
                .body();
        assertThat(answered.path("unseen")).isEmpty();
    }

    @Test
    void aLedgerBecomesTheModelsWayInAndTwoAreMergedByChoice() {
        long first = ledger("lid off, 4 M3x12", "cable out", "motor out, with PH1");
        api.post(mara, "/api/teardown/" + first + "/way-in", "");
        long second = ledger("lid off, 4 M3x16", "motor out, with PH1", "belt off");
        assertThat(get(second).path("earlier").path("fromBook").asBoolean()).isTrue();
        JsonNode rows = api.get("/api/teardown/" + second + "/compare").body().path("rows");
        assertThat(rows).hasSize(4);
        assertThat(rows.get(0).path("differs").get(0).asString()).isEqualTo("came off");
        assertThat(api.get("/api/teardown/" + second + "/others")
                        .body()
                        .get(0)
                        .path("jobId")
                        .asLong())
                .isEqualTo(first);
        assertThat(api.post(
                                ren,
                                "/api/teardown/" + second + "/merge",
                                Map.of("choices", List.of("mine", "theirs", "mine", "mine")))
                        .status())
                .isEqualTo(200);
        JsonNode merged = get(job()).path("earlier").path("steps");
        assertThat(merged)
                .extracting(s -> s.path("step").path("what").asString())
                .containsExactly("lid off", "cable out", "motor out", "belt off");
        assertThat(merged.get(0).path("line").asString()).contains("M3x16");
    }

    @Test
    void aLineIsReadBackAsItIsTyped() {
        JsonNode read = api.open(
                        "/api/workings/teardown/read-line", "{\"line\":\"lid off, 6x3,5x16 flat B1, !brittle\"}")
                .body();
        assertThat(read.path("cameOff").get(0).asString()).isEqualTo("6 3.5 × 16 flat screws in B1");
        assertThat(read.path("dangers").get(0).asString()).contains("brittle");
        assertThat(api.open("/api/workings/teardown/read-line", "{\"line\":\" \"}")
                        .body()
                        .path("fields")
                        .get(0)
                        .path("field")
                        .asString())
                .isEqualTo("line");
    }

    @Test
    void theTraySheetCarriesEveryCellAndWhatLiesInIt() throws Exception {
        long id = ledger("lid off, 4 M3x12 pan C5, off carriage");
        try (var document = Loader.loadPDF(api.bytes("/api/teardown/" + id + "/tray.pdf"))) {
            String text = new PDFTextStripper().getText(document);
            assertThat(text).contains("A1").contains("F8").contains("M3 × 12").contains("Beside the tray: carriage");
        }
    }

    @Test
    void aLongLedgerCostsNoMoreStatements() {
        long id = ledger("lid off");
        get(id);
        int few = Statements.during(() -> get(id));
        for (int i = 0; i < 20; i++) {
            add(mara, id, key(), "step " + i + ", 1 screw");
        }
        assertThat(Statements.during(() -> get(id))).isEqualTo(few).isLessThan(8);
    }
}
