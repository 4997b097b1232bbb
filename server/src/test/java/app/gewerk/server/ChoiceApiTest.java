package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import jakarta.servlet.http.Cookie;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import tools.jackson.databind.JsonNode;

/** The ways to put a job's gear right, from what its steps have found. */
@ApiTest
class ChoiceApiTest {
    @Autowired
    private Api api;

    @Autowired
    private Owner owner;

    private Cookie mara;

    @BeforeEach
    void somebodyIsHere() {
        mara = api.stepUp("Mara");
    }

    static Map<String, Object> said(Map<String, Object> besides) {
        Map<String, Object> said = new HashMap<>(Map.of(
                "material",
                "POM-C",
                "mateMaterial",
                "POM-C",
                "temperatureC",
                40,
                "ageYears",
                9,
                "driven",
                true,
                "keyed",
                false,
                "meantToFail",
                false,
                "sisters",
                0,
                "goodOneAtHand",
                false,
                "nozzleMm",
                0.4));
        said.put("inStep", false);
        said.put("withOriginal", List.of());
        said.putAll(besides);
        return said;
    }

    /** Read and taken: 0.5 module, 24 teeth, with a mate of 48 at 18.05 mm; a band worn on its face. */
    private long read() {
        long id = api.job(mara, "grinds under load");
        assertThat(api.readAndTake(
                                mara, id, List.of(Map.of("what", "centreDistance", "parameter", 48, "typed", "18.05")))
                        .status())
                .isEqualTo(200);
        List<Map<String, Object>> band = java.util.stream.IntStream.rangeClosed(1, 24)
                .<Map<String, Object>>mapToObj(t -> Map.of(
                        "tooth",
                        t,
                        "kind",
                        "band",
                        "flank",
                        "both",
                        "amount",
                        0.8,
                        "band",
                        Map.of("fromMm", 0, "toMm", 1.6)))
                .toList();
        Map<String, Object> map = new HashMap<>(Map.of(
                "gear",
                "first gear",
                "component",
                "",
                "toothCount",
                24,
                "faceWidthMm",
                4,
                "mateWidthMm",
                1.6,
                "marks",
                band,
                "hub",
                "sound",
                "bore",
                "sound",
                "web",
                "sound",
                "oddColour",
                false));
        map.putAll(Map.of("brittle", false, "softened", false, "fragmentsFound", 0, "fragmentsAccepted", ""));
        Api.Answer saved = api.put(mara, "/api/damage/" + id, Map.of("version", 0, "map", map));
        assertThat(saved.status()).as(saved.text()).isEqualTo(200);
        return id;
    }

    private JsonNode judged(long id, String asked) {
        return api.get("/api/choice/" + id + "/judgement" + asked).body();
    }

    private static JsonNode way(JsonNode judgement, String way) {
        return StreamSupport.stream(judgement.path("weighed").path("options").spliterator(), false)
                .filter(o -> o.path("way").asString().equals(way))
                .findFirst()
                .orElseThrow(() -> new AssertionError(way + " is not in " + judgement));
    }

    private static String whyNot(JsonNode judgement, String way) {
        return StreamSupport.stream(judgement.path("weighed").path("notHere").spliterator(), false)
                .filter(o -> o.path("way").asString().equals(way))
                .map(o -> o.path("why").asString())
                .findFirst()
                .orElse("");
    }

    @Test
    void beforeAGearIsTakenItSaysWhatIsMissing() {
        JsonNode judged = judged(api.job(mara, "clicks"), "");
        assertThat(judged.path("weighed").isNull() || judged.path("weighed").isMissingNode())
                .isTrue();
        assertThat(judged.path("missing").asString()).isNotBlank();
        assertThat(judged.path("version").asInt()).isZero();
    }

    @Test
    void whatIsSaidOfThePlaceOpensAWay() {
        long id = read();
        JsonNode before = judged(id, "");
        assertThat(whyNot(before, "freshTeeth")).contains("how much room is there along the shaft");
        assertThat(whyNot(before, "original")).contains("ask whether it is still sold");
        assertThat(before.path("mat").path("mate").path("toothCount").asInt()).isEqualTo(48);
        assertThat(before.path("mat").path("centreDistanceMm").asDouble()).isEqualTo(18.05);
        Api.Answer saved = api.put(
                mara,
                "/api/choice/" + id + "/circumstances",
                Map.of(
                        "version",
                        0,
                        "wish",
                        "quick",
                        "circumstances",
                        said(Map.of("axialRoomMm", 2, "original", Map.of("price", 22.5, "days", 8)))));
        assertThat(saved.status()).as(saved.text()).isEqualTo(200);
        JsonNode now = judged(id, "");
        assertThat(now.path("version").asInt()).isEqualTo(1);
        assertThat(now.path("wish").asString()).isEqualTo("quick");
        assertThat(now.path("weighed").path("options").get(0).path("way").asString())
                .isEqualTo("freshTeeth");
        JsonNode shim = way(now, "freshTeeth");
        assertThat(shim.path("say").asString()).contains("a shim of 1.8 mm");
        assertThat(shim.path("shown").path("shimMm").asDouble()).isCloseTo(1.8, within(1e-9));
        assertThat(way(now, "original").path("parts").asDouble()).isEqualTo(22.5);
        assertThat(judged(id, "?wish=asItWas")
                        .path("weighed")
                        .path("options")
                        .get(0)
                        .path("way")
                        .asString())
                .as("looked at for another wish, which is not kept")
                .isEqualTo("original");
        assertThat(judged(id, "").path("wish").asString()).isEqualTo("quick");
    }

    @Test
    void sellersAreAskedOnlyWhereThatIsWished() {
        long id = read();
        assertThat(whyNot(judged(id, ""), "buy")).contains("No seller");
        JsonNode asked = judged(id, "?sellers=true");
        JsonNode buy = way(asked, "buy");
        assertThat(buy.path("order").path("itemNumber").asString()).isNotBlank();
        assertThat(buy.path("parts").asDouble()).isPositive();
        assertThat(buy.path("expectedCost").asDouble())
                .isCloseTo(
                        buy.path("parts").asDouble()
                                + buy.path("labour").asDouble()
                                + buy.path("again").asDouble(),
                        within(.001));
        assertThat(asked.path("silent")).isEmpty();
    }

    @Test
    void twoWhoSayThingsOfOneGearDoNotOverwriteEachOther() {
        long id = read();
        Map<String, Object> first = Map.of("version", 0, "wish", "quick", "circumstances", said(Map.of("sisters", 2)));
        assertThat(api.put(mara, "/api/choice/" + id + "/circumstances", first).status())
                .isEqualTo(200);
        Api.Answer second = api.put(mara, "/api/choice/" + id + "/circumstances", first);
        assertThat(second.status()).isEqualTo(409);
        assertThat(second.body()
                        .path("current")
                        .path("circumstances")
                        .path("sisters")
                        .asInt())
                .isEqualTo(2);
    }

    @Test
    void whatCannotBeIsSaidAtItsField() {
        long id = read();
        assertThat(api.put(
                                mara,
                                "/api/choice/" + id + "/circumstances",
                                Map.of(
                                        "version",
                                        0,
                                        "wish",
                                        "quick",
                                        "circumstances",
                                        said(Map.of("temperatureC", 180))))
                        .detail())
                .contains("acetal copolymer is too soft above");
        assertThat(api.put(
                                mara,
                                "/api/choice/" + id + "/circumstances",
                                Map.of("version", 0, "wish", "quick", "circumstances", said(Map.of("ageYears", 1000))))
                        .detail())
                .contains("The age (years) must lie between");
        Map<String, Object> mate = Map.of("part", "mate", "comesWith", true);
        assertThat(api.put(
                                mara,
                                "/api/choice/" + id + "/circumstances",
                                Map.of(
                                        "version",
                                        0,
                                        "wish",
                                        "quick",
                                        "circumstances",
                                        said(Map.of("withOriginal", List.of(mate, mate)))))
                        .detail())
                .isEqualTo("Each part can only come with the spare, or be bought with it, once");
    }

    @Test
    void aDecisionKeepsWhatWasComputed() {
        long id = read();
        api.put(
                mara,
                "/api/choice/" + id + "/circumstances",
                Map.of(
                        "version",
                        0,
                        "wish",
                        "quick",
                        "circumstances",
                        said(Map.of("axialRoomMm", 2, "goodOneAtHand", true))));
        assertThat(api.post(
                                mara,
                                "/api/choice/" + id,
                                Map.of("version", 1, "way", "cast", "reason", "they want it in white"))
                        .status())
                .isEqualTo(200);
        assertThat(api.get("/api/choice/" + id).body().get(0).path("overruled").asBoolean())
                .isTrue();
        String computed = owner.value(String.class, "select computed::text from decision where job_id = ?", id);
        assertThat(computed)
                .contains("\"format\": 1")
                .contains("\"wish\": \"quick\"")
                .contains("freshTeeth");
        long other = read();
        api.put(
                mara,
                "/api/choice/" + other + "/circumstances",
                Map.of("version", 0, "wish", "quick", "circumstances", said(Map.of("axialRoomMm", 2))));
        api.post(mara, "/api/choice/" + other, Map.of("version", 1, "way", "freshTeeth", "reason", "there is room"));
        assertThat(api.get("/api/choice/" + other)
                        .body()
                        .get(0)
                        .path("overruled")
                        .asBoolean())
                .isFalse();
        long talked = read();
        api.post(mara, "/api/choice/" + talked, Map.of("version", 1, "way", "askOwner", "reason", "it is dear"));
        assertThat(api.get("/api/choice/" + talked)
                        .body()
                        .get(0)
                        .path("overruled")
                        .asBoolean())
                .as("asking is no way that is weighed")
                .isFalse();
    }

    private long read(String model, String serial) {
        Map<String, Object> intake = Api.intake("Vantorel", model, "clicks");
        intake.put("serial", serial);
        Api.Answer taken = api.post(mara, "/api/intake", intake);
        assertThat(taken.status()).as(taken.text()).isEqualTo(201);
        long id = taken.body().path("id").asLong();
        assertThat(api.readAndTake(
                                mara, id, List.of(Map.of("what", "centreDistance", "parameter", 48, "typed", "18.05")))
                        .status())
                .isEqualTo(200);
        return id;
    }

    private void mended(long id, String way) {
        int version = api.get("/api/job/" + id).body().path("version").asInt();
        assertThat(api.post(
                                mara,
                                "/api/choice/" + id,
                                Map.of("version", version, "way", way, "reason", "it is at hand"))
                        .status())
                .isEqualTo(200);
        version = api.get("/api/job/" + id).body().path("version").asInt();
        assertThat(api.post(mara, "/api/job/" + id + "/move", Map.of("version", version, "place", "putAway"))
                        .status())
                .isEqualTo(200);
    }

    /** Two machines mended one way; one comes back on the bench within the year, known by its serial number. */
    @Test
    void whatCameBackOfAModelCountsInItsNextJudgement() {
        String model = "Back " + System.nanoTime();
        mended(read(model, "A-1"), "substitute");
        mended(read(model, "A-2"), "substitute");
        long other = read(model, "A-3");
        JsonNode none = way(judged(other, ""), "substitute");
        assertThat(none.path("reasons").toString()).contains("Mended so 2 times on this model here; none came back");
        long back = read(model, "A-1");
        JsonNode one = way(judged(back, ""), "substitute");
        assertThat(one.path("reasons").toString()).contains("Mended so 2 times on this model here; 1 came back");
        assertThat(one.path("chance").path("likely").asDouble())
                .isCloseTo(none.path("chance").path("likely").asDouble() - 1.0 / 8, within(1e-9));
        long modelId = api.get("/api/job/" + back).body().path("machineModelId").asLong();
        JsonNode turnedOut = api.get("/api/choice/of-model/" + modelId).body();
        assertThat(turnedOut).hasSize(1);
        assertThat(turnedOut.get(0).path("done").asInt()).isEqualTo(2);
        assertThat(turnedOut.get(0).path("cameBack").asInt()).isEqualTo(1);
    }
}
