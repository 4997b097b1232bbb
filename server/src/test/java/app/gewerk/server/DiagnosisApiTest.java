package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import jakarta.servlet.http.Cookie;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import tools.jackson.databind.JsonNode;

@ApiTest
class DiagnosisApiTest {
    @Autowired
    private Api api;

    private Cookie mara;
    private String model;

    @BeforeEach
    void somebodyIsHere() {
        mara = api.stepUp("Mara");
        model = "Model " + UUID.randomUUID().toString().substring(0, 8);
    }

    private long job() {
        return api.job(mara, "Vantorel", model, "sticks half way");
    }

    private JsonNode heard(long id) {
        Api.Answer heard = api.get("/api/diagnosis/" + id);
        assertThat(heard.status()).as(heard.text()).isEqualTo(200);
        return heard.body();
    }

    private static double probability(JsonNode standing, String fault) {
        return StreamSupport.stream(standing.path("faults").spliterator(), false)
                .filter(f -> f.path("key").asString().equals(fault))
                .findFirst()
                .orElseThrow()
                .path("probability")
                .asDouble();
    }

    @Test
    void aJobStartsFromTheGenericTrainOfItsKind() {
        JsonNode heard = heard(job());
        assertThat(heard.path("ownTrain").asBoolean()).isFalse();
        assertThat(heard.path("machine").path("components"))
                .extracting(c -> c.path("code").asString())
                .contains("motorPinion", "traverseGear");
        assertThat(heard.path("standing").path("next")).isNotEmpty();
    }

    @Test
    void answersAreWeighedWithoutBeingKept() {
        long id = job();
        JsonNode standing = api.post(
                        mara,
                        "/api/diagnosis/" + id + "/weigh",
                        Map.of("answers", Map.of("crackToBore@motorPinion", "seen"), "opened", List.of("cover")))
                .body();
        assertThat(standing.path("faults").get(0).path("key").asString()).isEqualTo("motorPinion/splitPinion");
        assertThat(heard(id).path("answers")).isEmpty();
    }

    @Test
    void whatWasOpenedMakesChecksBehindItCheaper() {
        long id = job();
        Map<String, Object> answers = new HashMap<>();
        heard(id).path("tasks").forEach(t -> {
            if (!t.path("key").asString().equals("magnify@motorPinion")) {
                t.path("signs").forEach(s -> answers.put(s.path("key").asString(), "cannot"));
            }
        });
        answers.remove("crackToBore@motorPinion");
        JsonNode closed = api.post(mara, "/api/diagnosis/" + id + "/weigh", Map.of("answers", answers))
                .body()
                .path("next")
                .get(0);
        JsonNode open = api.post(
                        mara, "/api/diagnosis/" + id + "/weigh", Map.of("answers", answers, "opened", List.of("cover")))
                .body()
                .path("next")
                .get(0);
        assertThat(closed.path("key").asString()).isEqualTo("magnify@motorPinion");
        assertThat(closed.path("minutes").asDouble() - open.path("minutes").asDouble())
                .isCloseTo(3, within(1e-9));
    }

    @Test
    void theModelsOwnTrainReplacesTheGenericOne() {
        long id = job();
        long modelId = api.get("/api/job/" + id).body().path("machineModelId").asLong();
        Map<String, Object> machine = Map.of(
                "components",
                List.of(
                        Map.of("code", "motor", "type", "motor", "words", "motor", "behind", ""),
                        Map.of("code", "quill", "type", "gear", "words", "quill gear", "behind", "lid")),
                "openings",
                List.of(Map.of("code", "lid", "words", "the lid", "parts", 3, "minutes", 2, "after", "")));
        assertThat(api.put(mara, "/api/device/" + modelId + "/train", Map.of("version", 0, "machine", machine))
                        .status())
                .isEqualTo(200);
        assertThat(heard(id).path("ownTrain").asBoolean()).isTrue();
        assertThat(heard(id).path("standing").path("faults"))
                .extracting(f -> f.path("component").asString())
                .contains("quill")
                .doesNotContain("traverseGear");
        assertThat(api.put(mara, "/api/device/" + modelId + "/train", Map.of("version", 0, "machine", machine))
                        .status())
                .as("somebody saved in between")
                .isEqualTo(409);
    }

    @Test
    void aMachineTooLargeToBeWeighedIsRefusedInWords() {
        List<Map<String, Object>> gears = java.util.stream.IntStream.range(0, 16)
                .<Map<String, Object>>mapToObj(
                        i -> Map.of("code", "gear" + i, "type", "gear", "words", "gear " + i, "behind", ""))
                .toList();
        long modelId =
                api.get("/api/job/" + job()).body().path("machineModelId").asLong();
        Api.Answer answer = api.put(
                mara,
                "/api/device/" + modelId + "/train",
                Map.of("version", 0, "machine", Map.of("components", gears, "openings", List.of())));
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.detail()).contains("take parts together");
    }

    private void close(long id) {
        int version = api.get("/api/job/" + id).body().path("version").asInt();
        assertThat(api.post(
                                mara,
                                "/api/job/" + id + "/move",
                                Map.of("version", version, "place", "putAway", "why", "fetched"))
                        .status())
                .isEqualTo(200);
    }

    /** The closed jobs' counts come into the next diagnosis exactly as the Beta mean says. */
    @Test
    void closedJobsOfTheModelSharpenTheNextDiagnosis() {
        double general = probability(heard(job()).path("standing"), "traverseGear/strippedRun");
        for (int i = 0; i < 3; i++) {
            long id = job();
            api.post(
                    mara,
                    "/api/diagnosis/" + id + "/culprit",
                    Map.of("fault", "traverseGear/strippedRun", "why", "seen"));
            close(id);
        }
        double known = probability(heard(job()).path("standing"), "traverseGear/strippedRun");
        assertThat(known).isGreaterThan(0.4).isGreaterThan(4 * general);
    }

    @Test
    void aCulpritWithoutEvidenceIsQuestionedAndKeptWithItsReason() {
        long id = job();
        Map<String, Object> answers =
                Map.of("version", 1, "answers", Map.of("crackToBore@motorPinion", "seen", "jamsBothWays", "seen"));
        assertThat(api.put(mara, "/api/diagnosis/" + id, answers).status()).isEqualTo(200);
        String bearing = "traverseShaft/wornBearing";
        JsonNode question = api.get("/api/diagnosis/" + id + "/question?fault=" + bearing)
                .body()
                .path("question");
        assertThat(question.path("likelier").asString()).isEqualTo("motorPinion/splitPinion");
        Api.Answer bare = api.post(mara, "/api/diagnosis/" + id + "/culprit", Map.of("fault", bearing));
        assertThat(bare.status()).isEqualTo(422);
        assertThat(bare.detail()).contains("Say why");
        assertThat(heard(id).path("culprits")).isEmpty();
        JsonNode kept = api.post(
                        mara,
                        "/api/diagnosis/" + id + "/culprit",
                        Map.of("fault", bearing, "why", "it is blue with heat"))
                .body();
        assertThat(kept.path("culprits").get(0).path("why").asString()).isEqualTo("it is blue with heat");
        assertThat(api.delete(mara, "/api/diagnosis/" + id + "/culprit?fault=" + bearing)
                        .body()
                        .path("culprits"))
                .isEmpty();
    }

    @Test
    void withTheCulpritFoundItKeepsSayingWhatElseMayBeWrong() {
        long id = job();
        api.put(
                mara,
                "/api/diagnosis/" + id,
                Map.of(
                        "version",
                        1,
                        "answers",
                        Map.of("crackToBore@motorPinion", "seen", "lowRumble", "seen", "wasDropped", "seen")));
        JsonNode heard = api.post(mara, "/api/diagnosis/" + id + "/culprit", Map.of("fault", "motorPinion/splitPinion"))
                .body();
        assertThat(heard.path("whatElse").get(0).path("key").asString()).isEqualTo("bracket/looseBracket");
        assertThat(heard.path("whatElse").get(0).path("lookBy").asString()).isNotBlank();
    }

    @Test
    void tapsAreKeptForTheTrain() {
        long id = job();
        JsonNode rhythm = api.post(
                        mara,
                        "/api/diagnosis/" + id + "/rhythm",
                        Map.of("what", "clicks", "tapMs", List.of(0, 500, 1010, 1500), "skips", 7, "outputTurns", 1))
                .body()
                .path("rhythms")
                .get(0);
        assertThat(rhythm.path("rhythm").path("periodMs").asDouble()).isCloseTo(501, within(1e-9));
        assertThat(rhythm.path("skips").asInt()).isEqualTo(7);
        assertThat(api.open("/api/workings/diagnosis/rhythm", "{\"tapMs\":[0, 1]}")
                        .detail())
                .contains("at least three");
    }

    @Test
    void whatCannotBeIsRefusedInWords() {
        long id = job();
        assertThat(api.put(
                                mara,
                                "/api/diagnosis/" + id,
                                Map.of("version", 1, "answers", Map.of("smellsOfLemon", "seen")))
                        .detail())
                .contains("smellsOfLemon");
        assertThat(api.post(mara, "/api/diagnosis/" + id + "/culprit", Map.of("fault", "goblin/inside"))
                        .detail())
                .contains("Pick the culprit");
        assertThat(api.open("/api/workings/diagnosis/weigh", "{\"kind\":\"slowJuicer\",\"answers\":{}}")
                        .body()
                        .path("faults"))
                .isNotEmpty();
    }

    /** The record says what was tried and what it points to; what could still be asked is no record. */
    @Test
    void theRecordKeepsWhatWasFoundOut() {
        long id = job();
        api.put(
                mara,
                "/api/diagnosis/" + id,
                Map.of("version", 1, "answers", Map.of("steadyClick", "seen", "squeals", "notSeen")));
        JsonNode standing = heard(id).path("standing");
        JsonNode found = api.get("/api/handback/" + id + "/job.json")
                .body()
                .path("chapters")
                .path("heard");
        assertThat(found.path("tried"))
                .extracting(
                        t -> t.path("key").asString() + " " + t.path("answer").asString())
                .containsExactlyInAnyOrder("steadyClick seen", "squeals notSeen");
        assertThat(found.path("faults")).hasSize(3);
        assertThat(found.path("faults").get(0).path("key"))
                .isEqualTo(standing.path("faults").get(0).path("key"));
        assertThat(found.path("faults").get(0).path("probability").asDouble())
                .isCloseTo(standing.path("faults").get(0).path("probability").asDouble(), within(1e-12));
    }

    @Test
    void theStepCostsTheSameNumberOfStatementsWhateverIsAnswered() {
        long id = job();
        heard(id);
        int few = Statements.during(() -> heard(id));
        Map<String, Object> answers = new HashMap<>();
        heard(id)
                .path("tasks")
                .forEach(t ->
                        t.path("signs").forEach(s -> answers.put(s.path("key").asString(), "notSeen")));
        api.put(mara, "/api/diagnosis/" + id, Map.of("version", 1, "answers", answers));
        assertThat(Statements.during(() -> heard(id))).isEqualTo(few).isLessThan(11);
    }
}
