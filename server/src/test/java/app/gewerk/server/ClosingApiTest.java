package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.servlet.http.Cookie;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import tools.jackson.databind.JsonNode;

/** The ledger goes back step by step, and balances. */
@ApiTest
class ClosingApiTest {
    private static final Map<String, Object> ALL_IN = Map.of("shorts", List.of(), "seen", List.of());

    @Autowired
    private Api api;

    private Cookie mara;
    private Cookie ren;
    private long job;
    private final List<String> keys = new ArrayList<>();

    @BeforeEach
    void anOpenMachine() {
        mara = api.stepUp("Mara");
        ren = api.stepUp("Ren");
        job = api.job(mara, "grinds");
        for (String line : List.of(
                "lid off, 4 3x10 pan A1, off lid", "gear train out, 1 captive nut A2, off drive gear (hub up) A3")) {
            String key = UUID.randomUUID().toString();
            keys.add(key);
            api.post(mara, "/api/teardown/" + job + "/steps", Map.of("key", key, "line", line));
        }
    }

    private Api.Answer back(Cookie who, int step, Map<String, Object> account) {
        return api.post(who, "/api/closeup/" + job + "/steps/" + keys.get(step) + "/back", account);
    }

    private JsonNode state() {
        return api.get("/api/closeup/" + job).body();
    }

    private Api.Answer close(int left, String why) {
        return api.post(mara, "/api/closeup/" + job + "/closed", Map.of("leftOver", left, "leftWhy", why));
    }

    private static Map<String, Object> seen(int... things) {
        return Map.of("shorts", List.of(), "seen", things);
    }

    @Test
    void itGoesBackInTheReverseOrderAndTheTrayEmpties() {
        assertThat(state().path("next").asString()).isEqualTo(keys.get(1));
        assertThat(state().path("still").path("fasteners").asInt()).isEqualTo(5);
        Api.Answer wrong = back(mara, 0, ALL_IN);
        assertThat(wrong.status()).isEqualTo(422);
        assertThat(wrong.detail()).isEqualTo("Step 2 goes back first: gear train in");
        assertThat(back(mara, 1, ALL_IN).detail()).contains("1 captive nut: in again?");
        assertThat(back(mara, 1, seen(1)).status()).isEqualTo(200);
        assertThat(state().path("still").path("cells").toString())
                .contains("A1")
                .doesNotContain("A2");
        assertThat(close(0, "").detail()).isEqualTo("1 step is still off; next: lid on");
        assertThat(back(mara, 0, ALL_IN).status()).isEqualTo(200);
        assertThat(close(1, "").detail()).contains("1 thing lies on the bench, by the ledger it should be 0");
        assertThat(close(0, "").status()).isEqualTo(200);
        JsonNode sheet = api.get("/api/job/" + job).body();
        assertThat(sheet.path("stepsDone").toString()).contains("closeUp");
        assertThat(api.get("/api/job/" + job + "/journal").text())
                .contains("Step 2 is back: gear train in")
                .contains("Closed up; nothing is left over");
    }

    @Test
    void aStepTickedFromTwoBenchesIsPutBackOnceAndTheOtherIsToldByWhom() {
        List<Api.Answer> answers = List.of(
                        CompletableFuture.supplyAsync(() -> back(mara, 1, seen(1))),
                        CompletableFuture.supplyAsync(() -> back(ren, 1, seen(1))))
                .stream()
                .map(CompletableFuture::join)
                .toList();
        assertThat(answers).extracting(Api.Answer::status).containsExactlyInAnyOrder(200, 422);
        assertThat(answers.stream()
                        .filter(a -> a.status() == 422)
                        .findFirst()
                        .orElseThrow()
                        .detail())
                .containsPattern("(Mara|Ren) put this step back already");
    }

    @Test
    void theSameTickSentAgainIsTheSameTick() {
        String path = "/api/closeup/" + job + "/steps/" + keys.get(1) + "/back";
        assertThat(api.post(mara, path, seen(1), "tick-0001").status()).isEqualTo(200);
        assertThat(api.post(mara, path, seen(1), "tick-0001").status()).isEqualTo(200);
        assertThat(state().path("back")).hasSize(1);
    }

    @Test
    void aScrewLeftOutNeedsItsReasonAndMustLieThereAtTheEnd() {
        back(mara, 1, seen(1));
        Map<String, Object> left = new HashMap<>(Map.of("thing", 1, "put", 3, "why", ""));
        assertThat(back(mara, 0, Map.of("shorts", List.of(left), "seen", List.of()))
                        .detail())
                .isEqualTo("Say why only 3 of 4 3 × 10 pan screws went in");
        left.put("why", "its boss is torn out");
        assertThat(back(mara, 0, Map.of("shorts", List.of(left), "seen", List.of()))
                        .status())
                .isEqualTo(200);
        assertThat(close(0, "").detail()).contains("Only 0 of the 1 things");
        assertThat(close(1, "").status()).isEqualTo(200);
        assertThat(api.get("/api/job/" + job + "/journal").text()).contains("its boss is torn out");
    }

    @Test
    void theMendRewritesAStepAndTheOldScrewsStayOut() {
        Api.Answer changed = api.post(
                mara,
                "/api/closeup/" + job + "/changes",
                Map.of("stepKey", keys.get(0), "mended", "ownFasteners", "own", "4 M3x16 pan", "note", "metal lid"));
        assertThat(changed.status()).isEqualTo(200);
        back(mara, 1, seen(1));
        back(mara, 0, ALL_IN);
        assertThat(state().path("leftOut").get(0).path("count").asInt()).isEqualTo(4);
        assertThat(close(4, "").status()).isEqualTo(200);
        assertThat(api.delete(mara, "/api/closeup/" + job + "/changes/1").detail())
                .contains("take it off first");
        assertThat(api.post(mara, "/api/closeup/" + job + "/changes", Map.of("stepKey", keys.get(1), "mended", "added"))
                        .status())
                .isEqualTo(422);
    }

    @Test
    void theLastStepComesOffAgainAndItIsNoLongerClosed() {
        back(mara, 1, seen(1));
        back(mara, 0, ALL_IN);
        close(0, "");
        assertThat(api.post(mara, "/api/closeup/" + job + "/steps/" + keys.get(1) + "/off", Map.of())
                        .detail())
                .contains("Step 1 comes off again first");
        assertThat(api.post(mara, "/api/closeup/" + job + "/steps/" + keys.get(0) + "/off", Map.of())
                        .status())
                .isEqualTo(200);
        assertThat(state().has("closed")).isFalse();
        assertThat(state().path("next").asString()).isEqualTo(keys.get(0));
    }

    @Test
    void aFragmentNotFoundIsAskedForBeforeItIsClosed() {
        Map<String, Object> map = new HashMap<>(ShopsApiTest.TOOTH_MAP);
        map.put("marks", List.of(Map.of("tooth", 3, "kind", "missing", "flank", "both", "amount", 1)));
        Api.Answer mapped = api.put(mara, "/api/damage/" + job, Map.of("version", 0, "map", map));
        assertThat(mapped.status()).as(mapped.text()).isEqualTo(200);
        back(mara, 1, seen(1));
        assertThat(state().path("steps").get(1).path("before").toString()).contains("1 fragment");
        back(mara, 0, ALL_IN);
        assertThat(close(0, "").detail()).contains("Not accounted for");
        assertThat(api.post(
                                mara,
                                "/api/closeup/" + job + "/closed",
                                Map.of("leftOver", 0, "settledWhy", "in the old grease"))
                        .status())
                .isEqualTo(200);
    }

    @Test
    void consumablesAnswerWithoutAJob() {
        Map<String, Object> duty = Map.of(
                "gear", "POM-C", "mate", "PA66", "load", "medium", "speed", "slow", "temperatureC", 40, "food", true);
        JsonNode first = api.post(mara, "/api/workings/lubricant", duty).body().get(0);
        assertThat(first.path("fits").asBoolean()).isTrue();
        assertThat(first.path("words").asString()).contains("food-grade");
        Map<String, Object> unknown = new HashMap<>(duty);
        unknown.put("gear", "cheese");
        assertThat(api.post(mara, "/api/workings/lubricant", unknown).status()).isEqualTo(422);
        assertThat(api.post(
                                mara,
                                "/api/workings/bond",
                                Map.of(
                                        "use",
                                        "glue",
                                        "one",
                                        "POM-C",
                                        "other",
                                        "POM-C",
                                        "gapMm",
                                        0.05,
                                        "toComeOff",
                                        false,
                                        "cureC",
                                        10,
                                        "worksC",
                                        40))
                        .body()
                        .get(0)
                        .path("curesMinutes")
                        .asDouble())
                .isEqualTo(2880);
        assertThat(api.post(mara, "/api/workings/grease", Map.of("freeMl", 120, "fill", 0.667, "densityGMl", 0.9))
                        .body()
                        .path("g")
                        .asDouble())
                .isEqualTo(120 * 0.667 * 0.9);
        assertThat(api.post(mara, "/api/workings/grease", Map.of("densityGMl", 0.9))
                        .detail())
                .contains("free volume");
        assertThat(api.post(
                                mara,
                                "/api/workings/mix",
                                Map.of("firstByVolume", 0.5, "firstDensityGMl", 1.0, "secondDensityGMl", 0.9))
                        .body()
                        .path("densityGMl")
                        .asDouble())
                .isEqualTo(0.95);
        assertThat(api.post(
                                mara,
                                "/api/workings/press-in",
                                Map.of(
                                        "gear",
                                        "POM-C",
                                        "shaft",
                                        "STEEL",
                                        "shaftDiameterMm",
                                        3,
                                        "outerDiameterMm",
                                        8,
                                        "lengthMm",
                                        5,
                                        "interferenceMm",
                                        0.03,
                                        "depthMm",
                                        2))
                        .text())
                .contains("2.00 mm past the shaft");
    }
}
