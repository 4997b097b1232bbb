package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;

import app.gewerk.core.job.Step;
import app.gewerk.server.paper.QrCodeTest;
import jakarta.servlet.http.Cookie;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.beans.factory.annotation.Autowired;
import tools.jackson.databind.JsonNode;

/** Taking in: what is known at the counter, cautions, cord and plug, the owner's word, what is printed. */
@ApiTest
class CounterApiTest {
    @Autowired
    private Api api;

    private Cookie mara;
    private String model;

    @BeforeEach
    void somebodyIsHere() {
        mara = api.stepUp("Mara");
        model = "Model " + UUID.randomUUID().toString().substring(0, 8);
    }

    private long job(Map<String, Object> more) {
        Map<String, Object> intake = new HashMap<>(Api.intake("Vantorel", model, "sticks"));
        intake.putAll(more);
        Api.Answer made = api.post(mara, "/api/intake", intake);
        assertThat(made.status()).as(made.text()).isEqualTo(201);
        return made.body().path("id").asLong();
    }

    private JsonNode counter(String more) {
        return api.get("/api/intake/counter?kind=slideProjector&maker=vantorel&model=" + model + more)
                .body();
    }

    private long closed(String fault, int minutes) {
        long id = job(Map.of());
        api.post(mara, "/api/diagnosis/" + id + "/culprit", Map.of("fault", fault, "why", "seen"));
        api.post(mara, "/api/job/" + id + "/bench-minutes", Map.of("minutes", minutes));
        api.post(mara, "/api/job/" + id + "/move", Map.of("version", 1, "place", "putAway", "why", "fetched"));
        return id;
    }

    @Test
    void whatIsKnownOfAModelShowsAtOnce() {
        closed("traverseGear/strippedRun", 40);
        closed("traverseGear/strippedRun", 50);
        closed("motorPinion/splitPinion", 60);
        JsonNode counter = counter("&newPrice=240");
        JsonNode recall = counter.path("recall");
        assertThat(recall.path("seen").asInt()).isEqualTo(3);
        assertThat(recall.path("culprits").get(0).path("words").asString()).contains("traverse gear");
        assertThat(recall.path("culprits").get(0).path("times").asInt()).isEqualTo(2);
        assertThat(counter.path("estimate").path("basis").asString()).isEqualTo("model");
        assertThat(counter.path("estimate").path("minutes").path("likely").asDouble())
                .isEqualTo(50);
        assertThat(counter.path("estimate").path("verdict").asString()).isIn("easyYes", "worthDoing");
    }

    @Test
    void recallCostsTheSameNumberOfStatementsHoweverManyWereSeen() {
        closed("traverseGear/strippedRun", 40);
        counter("");
        int few = Statements.during(() -> counter(""));
        for (int i = 0; i < 6; i++) {
            closed("traverseGear/strippedRun", 40);
        }
        assertThat(Statements.during(() -> counter(""))).isEqualTo(few).isLessThan(15);
    }

    @Test
    void theEraIsReadByTheShopsOwnRulesOnly() {
        assertThat(counter("&serial=V8714-0031").has("era")).isFalse();
        api.post(
                mara,
                "/api/intake/serial-rules",
                Map.of("maker", "Vantorel", "pattern", "V{YY}{WW}-####", "yearsFrom", 1970));
        assertThat(counter("&serial=V8714-0031").path("era").asString()).isEqualTo("1987, week 14");
        assertThat(api.post(
                                mara,
                                "/api/intake/serial-rules",
                                Map.of("maker", "Vantorel", "pattern", "V####", "yearsFrom", 1970))
                        .body()
                        .toString())
                .contains("Show where the year stands");
        for (JsonNode rule : api.get("/api/intake/serial-rules").body()) {
            api.delete(mara, "/api/intake/serial-rules/" + rule.path("id").asLong());
        }
        assertThat(counter("&serial=V8714-0031").has("era")).isFalse();
    }

    @Test
    void everythingTakenInIsKeptAndRefusedInWords() {
        long id = job(Map.of(
                "plate", "220 V 150 W",
                "history", "attic for years",
                "earlierRepairs", "glued once",
                "arrivedLike", "lid cracked",
                "wouldSpend", "45,50"));
        JsonNode job = api.get("/api/job/" + id).body();
        assertThat(job.path("plate").asString()).isEqualTo("220 V 150 W");
        assertThat(job.path("earlierRepairs").asString()).isEqualTo("glued once");
        assertThat(job.path("arrivedLike").asString()).isEqualTo("lid cracked");
        assertThat(job.path("history").asString()).isEqualTo("attic for years");
        assertThat(job.path("wouldSpend").asDouble()).isEqualTo(45.5);
        Map<String, Object> wrong = new HashMap<>(Api.intake("Vantorel", model, "x"));
        wrong.put("wouldSpend", "a lot");
        assertThat(api.post(mara, "/api/intake", wrong).body().path("fields"))
                .extracting(f -> f.path("field").asString())
                .containsExactly("wouldSpend");
        wrong.put("history", "x".repeat(4001));
        assertThat(api.post(mara, "/api/intake", wrong).body().path("fields"))
                .extracting(f -> f.path("field").asString())
                .containsExactly("history");
    }

    @Test
    void theOwnersWordAndLimitAreKept() {
        long id = job(Map.of());
        assertThat(api.post(mara, "/api/intake/" + id + "/owner", Map.of("version", 1, "says", "agreed"))
                        .detail())
                .contains("up to how much");
        JsonNode job = api.post(
                        mara, "/api/intake/" + id + "/owner", Map.of("version", 1, "says", "agreed", "limit", "80"))
                .body();
        assertThat(job.path("ownerWord").path("limit").asDouble()).isEqualTo(80);
        assertThat(api.post(mara, "/api/intake/" + id + "/owner", Map.of("version", 1, "says", "declined"))
                        .status())
                .isEqualTo(409);
    }

    @Test
    void theTrayWaitsFromTheQuestionToTheYes() {
        long id = job(Map.of());
        JsonNode asked = api.post(
                        mara, "/api/intake/" + id + "/owner", Map.of("version", 1, "says", "asked", "limit", "80"))
                .body();
        assertThat(asked.path("place").asString()).isEqualTo("waitingForAnswer");
        assertThat(asked.path("waitsFor").asString()).isEqualTo("the owner's word");
        JsonNode agreed = api.post(
                        mara,
                        "/api/intake/" + id + "/owner",
                        Map.of("version", asked.path("version").asInt(), "says", "agreed", "limit", "80"))
                .body();
        assertThat(agreed.path("place").asString()).isEqualTo("onTheBench");
    }

    @Test
    void theShopSetsItsOwnTerms() {
        JsonNode terms = api.get("/api/shop/terms").body();
        int version = terms.path("version").asInt();
        Map<String, Object> mine = Map.of("version", version, "hourlyRate", 60, "easyShare", 0.15, "askShare", 0.4);
        assertThat(api.put(mara, "/api/shop/terms", mine).status()).isEqualTo(200);
        assertThat(api.put(mara, "/api/shop/terms", mine).status()).isEqualTo(409);
        assertThat(api.put(
                                mara,
                                "/api/shop/terms",
                                Map.of("version", version + 1, "hourlyRate", 60, "easyShare", 0.6, "askShare", 0.4))
                        .detail())
                .contains("the easy one not above the other");
        api.put(
                mara,
                "/api/shop/terms",
                Map.of("version", version + 1, "hourlyRate", 48, "easyShare", 0.1, "askShare", 0.5));
    }

    /** Dust and fumes are for who makes a gear, not for who buys one. */
    @Test
    void cautionsOfMakingShowWhenSomethingIsMade() {
        long id = job(Map.of());
        assertThat(codes(id)).doesNotContain("any/make").contains("mains/open");
        decide(id, "original");
        assertThat(codes(id)).doesNotContain("any/make");
        decide(id, "print");
        assertThat(codes(id)).contains("any/make");
        api.post(mara, "/api/intake/" + id + "/cautions/tick", Map.of("caution", "any/make"));
        decide(id, "glue");
        assertThat(codes(id)).as("what was read stays in the record").contains("any/make");
    }

    private void decide(long id, String way) {
        int version = api.get("/api/job/" + id).body().path("version").asInt();
        Api.Answer answer =
                api.post(mara, "/api/choice/" + id, Map.of("version", version, "way", way, "reason", "tried"));
        assertThat(answer.status()).as(answer.text()).isLessThan(300);
    }

    private List<String> codes(long id) {
        return api.get("/api/intake/" + id + "/cautions")
                .body()
                .valueStream()
                .map(c -> c.path("code").asString())
                .toList();
    }

    @Test
    void cautionsShowWhereTheHandGoesAndWhenSomethingIsAboutToBeDone() {
        long id = job(Map.of("hazards", List.of("mains", "battery", "microwave")));
        JsonNode cautions = api.get("/api/intake/" + id + "/cautions").body();
        assertThat(cautions.get(0).path("referOn").asBoolean()).isTrue();
        assertThat(cautions.get(0).path("text").asString()).contains("licensed");
        assertThat(cautions)
                .filteredOn(c -> c.path("code").asString().equals("mains/open"))
                .allSatisfy(c -> assertThat(c.path("step").asString()).isEqualTo("open"));
        assertThat(cautions).extracting(c -> c.path("code").asString()).doesNotContain("battery/heat", "any/heat");
        JsonNode hot = api.put(mara, "/api/intake/" + id + "/about-to", Map.of("operation", "heat", "on", true))
                .body();
        assertThat(hot).extracting(c -> c.path("code").asString()).contains("battery/heat", "any/heat");
        assertThat(api.put(mara, "/api/intake/" + id + "/about-to", Map.of("operation", "open", "on", true))
                        .detail())
                .contains("step of its own");
    }

    @ParameterizedTest
    @CsvSource({"true, '0,18', 20, true", "false, 0.1, 20, false", "true, 0.9, 20, false", "true, 0.1, 0.4, false"})
    void cordPlugAndEarthAreCheckedByTheirReadings(boolean pin, String ohm, String megohm, boolean safe) {
        long id = job(Map.of());
        Map<String, Object> entry = Map.of(
                "protection",
                "earthed",
                "cordSound",
                true,
                "plugSound",
                true,
                "earthPinSound",
                pin,
                "earthOhm",
                ohm,
                "insulationMegohm",
                megohm);
        JsonNode check = api.post(mara, "/api/intake/" + id + "/electrical", entry)
                .body()
                .get(0);
        assertThat(check.path("result").path("safeToPower").asBoolean()).isEqualTo(safe);
        assertThat(check.path("by").asString()).isEqualTo("Mara");
        assertThat(api.get("/api/job/" + id + "/journal").body().toString()).contains("Cord, plug and earth");
    }

    @Test
    void aReadingThatIsNoNumberIsRefused() {
        long id = job(Map.of());
        Map<String, Object> entry = Map.of(
                "protection",
                "earthed",
                "cordSound",
                true,
                "plugSound",
                true,
                "earthPinSound",
                true,
                "earthOhm",
                "low");
        assertThat(api.post(mara, "/api/intake/" + id + "/electrical", entry).detail())
                .contains("0.18");
    }

    @ParameterizedTest
    @CsvSource({"62, 62", "a6, 105"})
    void theTicketsCodeOpensTheJob(String size, double widthMm) throws Exception {
        long id = job(Map.of("complaint", "It says: \u00bbclick\u00ab ".repeat(40)));
        try (PDDocument document = Loader.loadPDF(api.bytes("/api/intake/" + id + "/ticket.pdf?size=" + size))) {
            assertThat(document.getNumberOfPages()).isEqualTo(1);
            assertThat((double) document.getPage(0).getMediaBox().getWidth())
                    .isCloseTo(widthMm * 72 / 25.4, org.assertj.core.api.Assertions.within(0.01));
            assertThat(new PDFTextStripper().getText(document)).contains(model);
            assertThat(QrCodeTest.read(new PDFRenderer(document).renderImageWithDPI(0, 300)))
                    .isEqualTo("http://localhost:80/job/" + id);
        }
    }

    @Test
    void theEstimateIsPrinted() throws Exception {
        long id = job(Map.of("newPrice", "240", "ownerName", "Hedi Kranz"));
        try (PDDocument document = Loader.loadPDF(api.bytes("/api/intake/" + id + "/estimate.pdf"))) {
            String text = new PDFTextStripper().getText(document);
            JsonNode estimate = api.get("/api/intake/" + id + "/known").body().path("estimate");
            assertThat(text)
                    .contains("Hedi Kranz")
                    .contains(String.format(
                            java.util.Locale.ROOT,
                            "%.2f",
                            estimate.path("likely").asDouble()))
                    .contains("An estimate, not an offer");
        }
    }

    @Test
    void thePulseSaysWhereSomethingWasWrittenThatWasNotReadYet() {
        long id = job(Map.of());
        String pulse = "/api/job/" + id + "/pulse";
        JsonNode before = api.get(pulse).body();
        assertThat(before.path("steps")).as("nothing was read yet").isEmpty();
        api.post(
                mara,
                "/api/teardown/" + id + "/steps",
                Map.of("key", UUID.randomUUID().toString(), "line", "lid off"));
        JsonNode after = api.get(pulse + read(before)).body();
        assertThat(after.path("last").asLong())
                .isGreaterThan(before.path("last").asLong());
        assertThat(after.path("steps")).extracting(JsonNode::asString).containsExactly("open");
        assertThat(api.get(pulse + read(after)).body().path("steps")).isEmpty();
        assertThat(Statements.during(() -> api.get(pulse + read(after))))
                .as("who is here, and the pulse")
                .isEqualTo(2);
    }

    @Test
    void whatIsWrittenEarlierAndSavedLaterIsNotMissedByThePulse() {
        long id = job(Map.of());
        String pulse = "/api/job/" + id + "/pulse";
        JsonNode all = api.get(pulse).body();
        // Two save at once, and the one whose line is the last was there first.
        String read = "?last=" + all.path("last").asLong() + "&lines="
                + (all.path("lines").asInt() - 1);
        assertThat(api.get(pulse + read).body().path("steps")).hasSize(Step.values().length);
    }

    private static String read(JsonNode pulse) {
        return "?last=" + pulse.path("last").asLong() + "&lines="
                + pulse.path("lines").asInt();
    }
}
