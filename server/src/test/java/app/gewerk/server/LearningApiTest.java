package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.servlet.http.Cookie;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import tools.jackson.databind.JsonNode;

/** What comes back is known, how long mends last is counted, and the day plans itself. */
@ApiTest
class LearningApiTest {
    @Autowired
    private Api api;

    @Autowired
    private Owner owner;

    private Cookie mara;
    private String model;

    @BeforeEach
    void aModelOfItsOwn() {
        mara = api.stepUp("Mara");
        model = "Model " + UUID.randomUUID().toString().substring(0, 8);
    }

    private long job(String serial) {
        Map<String, Object> intake = new HashMap<>(Api.intake("Vantorel", model, "clicks"));
        intake.put("serial", serial);
        return api.post(mara, "/api/intake", intake).body().path("id").asLong();
    }

    /** Glued and handed back so many days ago. */
    private long mended(String serial, int daysAgo) {
        long id = job(serial);
        int version = api.get("/api/job/" + id).body().path("version").asInt();
        api.post(mara, "/api/choice/" + id, Map.of("version", version, "way", "glue", "reason", "light load"));
        owner.execute("update job set place = 'putAway', moved_at = now() - interval '" + daysAgo
                + " days', taken_in_at = now() - interval '" + (daysAgo + 5) + " days' where id = " + id);
        return id;
    }

    private Api.Answer cameBack(long id, Long of) {
        return api.put(mara, "/api/lasting/" + id + "/before", of == null ? Map.of() : Map.of("of", of));
    }

    @Test
    void whatCameBackEndsTheCurveOfItsWay() {
        long first = mended("A-1", 200);
        mended("A-2", 150);
        mended("A-3", 100);
        long again = job("a-1");
        JsonNode before = api.get("/api/lasting/" + again + "/before").body();
        assertThat(before).hasSize(1);
        assertThat(before.get(0).path("jobId").asLong()).isEqualTo(first);
        assertThat(before.get(0).path("sameSerial").asBoolean()).isTrue();
        assertThat(cameBack(again, first).body().get(0).path("linked").asBoolean())
                .isTrue();
        long modelId =
                api.get("/api/job/" + again).body().path("machineModelId").asLong();
        JsonNode lasted = api.get("/api/device/" + modelId + "/lasted").body().get(0);
        assertThat(lasted.path("way").asString()).isEqualTo("glue");
        assertThat(lasted.path("survival").path("cases").asInt()).isEqualTo(3);
        assertThat(lasted.path("survival").path("failures").asInt()).isEqualTo(1);
        // At 200 days one of one still watched.
        assertThat(lasted.path("survival").path("steps").get(0).path("atRisk").asInt())
                .isEqualTo(1);
        assertThat(api.get("/api/job/" + again + "/journal").text()).contains("It came back with the mend of job");
        cameBack(again, null);
        assertThat(api.get("/api/device/" + modelId + "/lasted")
                        .body()
                        .get(0)
                        .path("survival")
                        .path("failures")
                        .asInt())
                .isZero();
    }

    @Test
    void aMachineCannotComeBackWithAnothersMend() {
        long other = mended("B-1", 20);
        long mine = job("B-2");
        owner.execute("update job set owner_name = 'Somebody else' where id = " + other);
        assertThat(cameBack(mine, other).status()).isEqualTo(404);
        assertThat(cameBack(mine, 999_999L).status()).isEqualTo(404);
    }

    @Test
    void theDayPlansItselfAndMovesWhenTheTrayDoes() {
        long soon = job("C-1");
        owner.execute("update job set promised_on = current_date where id = " + soon);
        JsonNode plan = api.get("/api/dayplan").body();
        JsonNode slot = slot(plan, soon);
        assertThat(slot.path("promised").asString()).isNotEmpty();
        assertThat(slot.path("to").asDouble()).isGreaterThan(slot.path("from").asDouble());
        assertThat(plan.path("lateMinutes").asDouble())
                .isGreaterThanOrEqualTo(plan.path("leastLateMinutes").asDouble());
        owner.execute("update job set place = 'waitingForAnswer' where id = " + soon);
        JsonNode moved = api.get("/api/dayplan").body();
        assertThat(slot(moved, soon).isMissingNode()).isTrue();
        assertThat(moved.path("waiting").toString()).contains("\"jobId\":" + soon);
    }

    private static JsonNode slot(JsonNode plan, long job) {
        for (JsonNode slot : plan.path("planned")) {
            if (slot.path("jobId").asLong() == job) {
                return slot;
            }
        }
        return plan.path("nothing");
    }

    @Test
    void aPromiseHasItsChanceByDayAndNonsenseIsRefused() {
        JsonNode promise =
                api.get("/api/dayplan/promise?minutes=60&arrives=3&due=6").body();
        double last = 0;
        for (JsonNode day : promise.path("days")) {
            assertThat(day.path("chance").asDouble()).isBetween(last, 1.0);
            last = day.path("chance").asDouble();
        }
        assertThat(promise.path("days").get(0).path("day").asString())
                .isEqualTo(LocalDate.now(java.time.ZoneId.systemDefault()).toString());
        assertThat(promise.path("days").get(1).path("chance").asDouble())
                .as("its part is not here")
                .isLessThan(0.1);
        assertThat(api.get("/api/dayplan/promise?minutes=0").status()).isEqualTo(422);
        assertThat(api.put(mara, "/api/dayplan/hours", Map.of("dayMinutes", 420, "hands", 0))
                        .status())
                .isEqualTo(422);
    }
}
