package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.servlet.http.Cookie;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.IntStream;
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

    /** Going through all pairs of them took minutes, and the ways of such a model were refused as too much to work out. */
    @Test
    void whatCameBackIsFoundAmongThousandsOfOneModelAndSerialNumber() {
        long first = mended("B-1", 4000);
        owner.execute("""
                do $$ begin
                  set local session_replication_role = replica;
                  insert into job overriding system value
                    select made.* from job old, generate_series(1, 8000) n,
                      jsonb_populate_record(null::job, to_jsonb(old) || jsonb_build_object('id', old.id + 100000 * n,
                        'find_text', '', 'taken_in_at', old.taken_in_at + n * interval '8 hours',
                        'moved_at', old.moved_at + n * interval '8 hours')) made
                    where old.id = %1$d;
                  insert into decision overriding system value
                    select made.* from decision old, generate_series(1, 8000) n,
                      jsonb_populate_record(null::decision, to_jsonb(old)
                        || jsonb_build_object('id', old.id + 100000 * n, 'job_id', old.job_id + 100000 * n)) made
                    where old.job_id = %1$d;
                end $$""".formatted(first));
        long now = job("B-2");
        long modelId = api.get("/api/job/" + now).body().path("machineModelId").asLong();
        JsonNode lasted = api.get("/api/device/" + modelId + "/lasted").body().get(0);
        assertThat(lasted.path("way").asString()).isEqualTo("glue");
        assertThat(lasted.path("survival").path("cases").asInt()).isEqualTo(8001);
        assertThat(api.get("/api/choice/" + now + "/judgement?sellers=false").status())
                .isEqualTo(200);
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
    void whatComesBackWithinItsWarrantyIsNotBilledAndAfterItIs() {
        long first = mended("W-1", 30);
        owner.execute("insert into handback (shop_id, job_id, old_parts, warranty_until) "
                + "select shop_id, id, 'kept', current_date + 100 from job where id = " + first);
        long again = job("W-1");
        api.post(mara, "/api/job/" + again + "/bench-minutes", Map.of("minutes", 60));
        assertThat(api.get("/api/handback/" + again).body().path("proposed")).isNotEmpty();
        cameBack(again, first);
        JsonNode inWarranty = api.get("/api/handback/" + again).body();
        assertThat(inWarranty.path("proposed")).isEmpty();
        assertThat(inWarranty.path("inWarranty").path("jobId").asLong()).isEqualTo(first);
        owner.execute("update handback set warranty_until = current_date - 1 where job_id = " + first);
        JsonNode over = api.get("/api/handback/" + again).body();
        assertThat(over.path("proposed")).isNotEmpty();
        assertThat(over.has("inWarranty")).isFalse();
    }

    @Test
    void aMachineCannotComeBackWithAnothersMend() {
        long other = mended("B-1", 20);
        long mine = job("B-2");
        owner.execute("update job set owner_name = 'Somebody else' where id = " + other);
        assertThat(cameBack(mine, other).status()).isEqualTo(404);
        assertThat(cameBack(mine, 999_999L).status()).isEqualTo(404);
    }

    /** Every day of the week, and what else is said of it. */
    private static Map<String, Object> hours(Map<String, Object> said) {
        Map<String, Object> hours = new HashMap<>(Map.of(
                "dayMinutes",
                420,
                "hands",
                1,
                "days",
                List.of(1, 2, 3, 4, 5, 6, 7),
                "holidays",
                false,
                "closed",
                List.of(),
                "crew",
                List.of()));
        hours.putAll(said);
        return hours;
    }

    private Api.Answer saveHours(Map<String, Object> said) {
        return api.put(mara, "/api/dayplan/hours", hours(said));
    }

    @Test
    void theDayPlansItselfAndMovesWhenTheTrayDoes() {
        saveHours(Map.of());
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
        saveHours(Map.of());
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
        assertThat(saveHours(Map.of("hands", 0)).status()).isEqualTo(422);
    }

    @Test
    void noDayIsPromisedOnWhichNobodyWorks() {
        LocalDate today = LocalDate.now(java.time.ZoneId.systemDefault());
        List<Integer> notTomorrow = IntStream.rangeClosed(1, 7)
                .filter(d -> d != today.plusDays(1).getDayOfWeek().getValue())
                .boxed()
                .toList();
        Map<String, String> leave = Map.of(
                "from", today.plusDays(3).toString(), "to", today.plusDays(4).toString());
        JsonNode kept = saveHours(Map.of("days", notTomorrow, "closed", List.of(leave), "closes", "23:59:00"))
                .body();
        assertThat(kept.path("closed").get(0).path("to").asString())
                .isEqualTo(today.plusDays(4).toString());
        JsonNode days = api.get("/api/dayplan/promise?minutes=60").body().path("days");
        assertThat(days.get(0).path("day").asString()).isEqualTo(today.toString());
        assertThat(days.get(1).path("day").asString())
                .isEqualTo(today.plusDays(2).toString());
        assertThat(days.get(2).path("day").asString())
                .isEqualTo(today.plusDays(5).toString());
        assertThat(saveHours(Map.of("closed", List.of(leave, leave))).detail()).contains("make one of them");
        assertThat(saveHours(Map.of("days", List.of())).detail()).contains("at least one day");
        assertThat(saveHours(Map.of("days", List.of(0))).status()).isEqualTo(422);
        saveHours(Map.of());
    }

    @Test
    void whatNobodyAtTheBenchCanDoIsSaidAndGoesToWhoCan() {
        long here = job("M-1");
        owner.execute(
                "insert into job_hazard (shop_id, job_id, hazard) select shop_id, id, 'battery' from job where id = "
                        + here + " on conflict do nothing");
        long me = api.get(mara, "/api/shop").body().path("here").path("id").asLong();
        long other = otherThan(me);
        assertThat(saveHours(Map.of("crew", List.of(of(other, true), of(me, true, "battery"))))
                        .status())
                .isEqualTo(200);
        JsonNode plan = api.get("/api/dayplan").body();
        String hand = plan.path("hours")
                .path("crew")
                .get(slot(plan, here).path("hand").asInt())
                .path("name")
                .asString();
        assertThat(hand).isEqualTo("Mara");
        saveHours(Map.of("crew", List.of(of(other, true), of(me, false, "battery"))));
        JsonNode away = api.get("/api/dayplan").body();
        assertThat(slot(away, here).isMissingNode())
                .as("whoever can is not at the bench")
                .isTrue();
        assertThat(away.path("nobodyCan").toString())
                .contains("\"jobId\":" + here + ",")
                .contains("\"battery\"");
        saveHours(Map.of("crew", List.of(of(other, true), of(me, true, "electrical"))));
        assertThat(slot(api.get("/api/dayplan").body(), here).isMissingNode())
                .as("a skill nobody is said to have is asked of nobody")
                .isFalse();
        assertThat(saveHours(Map.of("crew", List.of(of(999_999, true)))).status())
                .isEqualTo(404);
        saveHours(Map.of());
    }

    private static Map<String, Object> of(long person, boolean atBench, String... skills) {
        return Map.of("personId", person, "atBench", atBench, "skills", List.of(skills));
    }

    private long otherThan(long me) {
        api.stepUp("Ilva");
        for (JsonNode person : api.get("/api/shop").body().path("people")) {
            if (person.path("id").asLong() != me) {
                return person.path("id").asLong();
            }
        }
        throw new AssertionError("nobody else works here");
    }

    @Test
    void interruptionsAreCountedAndWhatTheyCostIsSaid() {
        saveHours(Map.of());
        long late = job("I-1");
        owner.execute("update job set promised_on = current_date - 1 where id = " + late);
        assertThat(api.post(mara, "/api/dayplan/interruption/over", Map.of()).status())
                .isEqualTo(422);
        api.post(mara, "/api/dayplan/interruption", Map.of("kind", "telephone", "jobId", late));
        JsonNode mine = api.post(mara, "/api/dayplan/interruption", Map.of("kind", "counter", "jobId", late))
                .body();
        assertThat(mine.path("goingOn").path("kind").asString())
                .as("said anew, not begun twice")
                .isEqualTo("counter");
        owner.execute("update interruption set began_at = began_at - interval '3 hours' where minutes is null");
        Api.Answer forgotten = api.post(mara, "/api/dayplan/interruption/over", Map.of());
        assertThat(forgotten.detail()).contains("how many minutes");
        assertThat(api.post(mara, "/api/dayplan/interruption/over", Map.of("minutes", 12))
                        .body()
                        .has("goingOn"))
                .isFalse();
        JsonNode plan = api.get("/api/dayplan").body();
        JsonNode cost = plan.path("disturbance").path("cost");
        assertThat(cost.path("times").asInt()).isEqualTo(1);
        assertThat(cost.path("minutes").asDouble()).isEqualTo(12);
        assertThat(cost.path("byKind").get(0).path("kind").asString()).isEqualTo("counter");
        assertThat(plan.path("disturbance").path("lateMinutes").asDouble())
                .as("without them less would be late")
                .isLessThan(plan.path("lateMinutes").asDouble());
        owner.execute("delete from interruption");
    }
}
