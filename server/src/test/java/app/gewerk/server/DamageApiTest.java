package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.servlet.http.Cookie;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import tools.jackson.databind.JsonNode;

@ApiTest
class DamageApiTest {
    @Autowired
    private Api api;

    private Cookie mara;
    private long job;

    @BeforeEach
    void aJobIsOpen() {
        mara = api.stepUp("Mara");
        job = api.job(mara, "sticks");
    }

    private static Map<String, Object> map(Object... marks) {
        Map<String, Object> map = new HashMap<>();
        map.put("gear", "carriage gear");
        map.put("component", "traverseGear");
        map.put("toothCount", 24);
        map.put("marks", List.of(marks));
        map.put("hub", "sound");
        map.put("bore", "sound");
        map.put("web", "sound");
        map.put("oddColour", false);
        map.put("brittle", false);
        map.put("softened", false);
        map.put("fragmentsFound", 0);
        map.put("fragmentsAccepted", "");
        return map;
    }

    private static Map<String, Object> mark(int tooth, String kind) {
        return Map.of("tooth", tooth, "kind", kind, "flank", "both", "amount", 0);
    }

    @Test
    void aMapIsKeptReadAndSaysWhatElseToLookAt() {
        JsonNode empty = api.get("/api/damage/" + job).body();
        assertThat(empty.path("version").asInt()).isZero();
        assertThat(empty.path("gears"))
                .extracting(g -> g.path("code").asString())
                .contains("motorPinion", "traverseGear");
        JsonNode saved = api.put(
                        mara,
                        "/api/damage/" + job,
                        Map.of("version", 0, "map", map(mark(5, "missing"), mark(6, "missing"), mark(7, "missing"))))
                .body();
        JsonNode reading = saved.path("reading");
        assertThat(reading.path("pattern").path("causes").get(0).path("code").asString())
                .isEqualTo("jamOrBlow");
        assertThat(reading.path("pattern")
                        .path("causes")
                        .get(0)
                        .path("putRight")
                        .asString())
                .contains("what jammed");
        assertThat(reading.path("pattern").path("fragmentsToFind").asInt()).isEqualTo(3);
        assertThat(reading.path("mates").get(0).asString()).isEqualTo("middle gear");
        assertThat(reading.path("sisters").get(0).asString()).isEqualTo("middle gear");
        assertThat(api.get("/api/job/" + job).body().path("stepsDone").toString())
                .contains("look");
    }

    @Test
    void theSecondOfTwoSavesIsToldWhatStands() {
        Map<String, Object> mine = Map.of("version", 0, "map", map(mark(5, "missing")));
        assertThat(api.put(mara, "/api/damage/" + job, mine).status()).isEqualTo(200);
        Api.Answer second =
                api.put(api.stepUp("Ren"), "/api/damage/" + job, Map.of("version", 0, "map", map(mark(9, "chipped"))));
        assertThat(second.status()).isEqualTo(409);
        assertThat(second.body()
                        .path("current")
                        .path("map")
                        .path("marks")
                        .get(0)
                        .path("tooth")
                        .asInt())
                .isEqualTo(5);
    }

    @Test
    void aToothThatIsNotThereIsRefusedInWords() {
        Api.Answer answer = api.post(mara, "/api/damage/" + job + "/read", map(mark(25, "missing")));
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.detail()).contains("no tooth 25");
    }
}
