package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import jakarta.servlet.http.Cookie;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import tools.jackson.databind.JsonNode;

/** Nothing goes back to its owner unproved. */
@ApiTest
class ProvingApiTest {
    @Autowired
    private Api api;

    private Cookie mara;
    private long job;

    @BeforeEach
    void aMendedMachine() {
        mara = api.stepUp("Mara");
        job = api.job(mara, "clicks");
    }

    static Map<String, Object> run(double ran, int version) {
        return Map.of("unit", "strokes", "ran", ran, "life", 5000, "shape", 2, "confidence", 0.9, "version", version);
    }

    private Api.Answer tried(String trial, String result, String seen) {
        return api.post(
                mara, "/api/proving/" + job + "/trials", Map.of("trial", trial, "result", result, "seen", seen));
    }

    private JsonNode proof() {
        return api.get("/api/proving/" + job).body();
    }

    private Api.Answer proved(String why) {
        int version = api.get("/api/job/" + job).body().path("version").asInt();
        return api.post(mara, "/api/proving/" + job + "/proved", Map.of("version", version, "why", why));
    }

    private Api.Answer safetyTest(Map<String, Object> besides) {
        Map<String, Object> test = new HashMap<>(Map.of(
                "protection",
                "earthed",
                "cordSound",
                true,
                "plugSound",
                true,
                "earthPinSound",
                true,
                "cordLengthM",
                "1,8",
                "earthOhm",
                "0,08",
                "insulationMegohm",
                "40",
                "beforeReturn",
                true,
                "testedBy",
                "Ada Volt"));
        test.putAll(besides);
        return api.post(mara, "/api/intake/" + job + "/electrical", test);
    }

    @Test
    void theLadderIsClimbedFromTheHandAndEndsReadyToGo() {
        assertThat(proof().path("next").asString()).isEqualTo("handBoth");
        assertThat(proved("").detail()).startsWith("Nothing was tried yet");
        assertThat(tried("handBoth", "passed", "").status()).isEqualTo(200);
        assertThat(proof().path("next").asString()).isEqualTo("handPlay");
        assertThat(proved("").detail()).contains("trials were not made");
        assertThat(tried("juicerLoad", "passed", "").detail()).contains("no such trial");
        assertThat(proved("the owner waits at the counter").detail())
                .as("it runs on mains")
                .contains("an electrical safety test by a competent person comes before it goes back");
        assertThat(safetyTest(Map.of()).status()).isEqualTo(200);
        Api.Answer ready = proved("the owner waits at the counter");
        assertThat(ready.status()).as(ready.text()).isEqualTo(200);
        assertThat(ready.body().path("place").asString()).isEqualTo("readyToGo");
        assertThat(ready.body().path("stepsDone").toString()).contains("prove");
        assertThat(api.get("/api/job/" + job + "/journal").text()).contains("the owner waits at the counter");
    }

    @Test
    void aSafetyTestWithoutItsReadingsOrItsTesterIsNotPassed() {
        assertThat(safetyTest(Map.of("testedBy", " ")).detail()).contains("Say who made the safety test");
        safetyTest(Map.of("earthOhm", "0,9"));
        tried("handBoth", "passed", "");
        assertThat(proved("x").detail()).contains("was not passed");
        safetyTest(Map.of("insulationMegohm", ""));
        assertThat(proved("x").detail())
                .as("what was not measured is not passed")
                .contains("was not passed");
        int version = api.get("/api/job/" + job).body().path("version").asInt();
        api.post(mara, "/api/job/" + job + "/move", Map.of("version", version, "place", "toProve"));
        assertThat(api.post(mara, "/api/job/" + job + "/move", Map.of("version", version + 1, "place", "readyToGo"))
                        .detail())
                .as("nor is it called ready by moving its tray")
                .contains("was not passed");
        safetyTest(Map.of());
        assertThat(proved("x").status()).isEqualTo(200);
    }

    @Test
    void nothingIsTriedUnderPowerBeforeTheGlueBears() {
        api.post(
                mara,
                "/api/job/" + job + "/timers",
                Map.of("timers", List.of(Map.of("kind", "glueBears", "minutes", 1440))));
        assertThat(tried("handBoth", "passed", "").status()).isEqualTo(200);
        assertThat(tried("fullPower", "passed", "").detail())
                .isEqualTo("Wait until the glue bears load: until then nothing may be tried under power");
        assertThat(proved("x").detail()).startsWith("Wait until the glue bears load");
        api.delete(mara, "/api/job/" + job + "/timers/1");
        assertThat(tried("fullPower", "passed", "").status()).isEqualTo(200);
    }

    @Test
    void aFailureSaysWhatShowedAndGoesBackToListening() {
        assertThat(tried("handBoth", "failed", "").detail()).contains("Say what it showed");
        int version = api.get("/api/job/" + job).body().path("version").asInt();
        assertThat(api.post(mara, "/api/proving/" + job + "/listen-again", Map.of("version", version))
                        .detail())
                .contains("Nothing failed");
        tried("handBoth", "failed", "a click each turn");
        assertThat(proved("x").detail()).startsWith("A trial failed");
        Api.Answer again = api.post(mara, "/api/proving/" + job + "/listen-again", Map.of("version", version));
        assertThat(again.status()).as(again.text()).isEqualTo(200);
        assertThat(again.body().path("place").asString()).isEqualTo("onTheBench");
        assertThat(api.get("/api/job/" + job + "/journal").text())
                .contains("listening begins anew")
                .contains("a click each turn");
        assertThat(tried("handBoth", "passed", "").body().path("next").asString())
                .as("tried again it may pass")
                .isEqualTo("handPlay");
    }

    @Test
    void beforeAndAfterAreComparedWithTheirSpread() {
        String path = "/api/proving/" + job + "/readings";
        api.put(mara, path, Map.of("measure", "current", "after", false, "typed", "0,52 0.55 530 mA"));
        api.put(mara, path, Map.of("measure", "current", "after", true, "typed", "0.41 0.40 0.42"));
        JsonNode current = proof().path("readings").get(0);
        assertThat(current.path("before").get(2).asDouble()).isEqualTo(0.53);
        assertThat(current.path("difference").path("real").asBoolean()).isTrue();
        assertThat(current.path("difference").path("words").asString()).contains("less by 0.123");
        Api.Answer wrong = api.put(mara, path, Map.of("measure", "current", "after", true, "typed", "half an amp"));
        assertThat(wrong.status()).isEqualTo(422);
        assertThat(wrong.detail()).contains("in A");
        api.put(mara, path, Map.of("measure", "current", "after", true, "typed", ""));
        assertThat(proof().path("readings").get(0).has("difference")).isFalse();
    }

    @Test
    void strokesAreCountedByTapsAndSayWhatTheyProve() {
        assertThat(api.post(mara, "/api/proving/" + job + "/run/on", Map.of("more", 1))
                        .detail())
                .contains("what is counted");
        Api.Answer changed = api.put(mara, "/api/proving/" + job + "/run", run(100, 7));
        assertThat(changed.status()).as("nothing to change yet").isEqualTo(409);
        assertThat(changed.body().path("current").path("version").asInt(-1)).isZero();
        assertThat(api.put(mara, "/api/proving/" + job + "/run", run(100, 0)).status())
                .isEqualTo(200);
        api.post(mara, "/api/proving/" + job + "/run/on", Map.of("more", 50), "taps-0001");
        api.post(mara, "/api/proving/" + job + "/run/on", Map.of("more", 50), "taps-0001");
        JsonNode proof = proof();
        assertThat(proof.path("run").path("ran").asDouble()).isEqualTo(150);
        // 1 − 0.9 to the power of 1/150.
        assertThat(proof.path("says").path("each").asDouble()).isCloseTo(Math.pow(0.1, 1 / 150.0), within(1e-12));
        assertThat(proof.path("says").path("words").asString()).contains("150 strokes without a failure");
        assertThat(api.put(mara, "/api/proving/" + job + "/run", run(10, 1)).status())
                .as("somebody tapped in between")
                .isEqualTo(409);
    }
}
