package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.servlet.http.Cookie;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import tools.jackson.databind.JsonNode;

/** Saves sent again, and saves of two people at once: nobody's work is lost, nothing is done twice. */
@ApiTest
class SavesApiTest {
    @Autowired
    private Api api;

    @Autowired
    private Owner owner;

    private Cookie mara;
    private Cookie ilva;

    @BeforeEach
    void stepUp() {
        mara = api.stepUp("Mara");
        ilva = api.stepUp("Ilva");
    }

    private static String key() {
        return UUID.randomUUID().toString();
    }

    private static <T> List<T> together(List<Callable<T>> work) throws Exception {
        try (ExecutorService pool = Executors.newFixedThreadPool(work.size())) {
            List<T> done = new ArrayList<>();
            for (Future<T> one : pool.invokeAll(work)) {
                done.add(one.get());
            }
            return done;
        }
    }

    @Test
    void aTakeInSentAgainLeavesCorrectedHazards() {
        Map<String, Object> intake = Api.intake("Vantorel", "Slidewell 24", "x");
        String key = key();
        long id = api.post(mara, "/api/intake", intake, key).body().path("id").asLong();
        Map<String, Object> corrected = new HashMap<>(intake);
        corrected.put("hazards", List.of("mains", "battery"));
        assertThat(api.put(ilva, "/api/intake/" + id + "?version=1", corrected).status())
                .isEqualTo(200);
        assertThat(api.post(mara, "/api/intake", intake, key).body().path("id").asLong())
                .isEqualTo(id);
        assertThat(api.get("/api/intake/" + id + "/hazards").text()).contains("battery");
    }

    @Test
    void eightAtOnceWithOneKeyMakeOneJob() throws Exception {
        String key = key();
        Callable<Api.Answer> one =
                () -> api.post(mara, "/api/intake", Api.intake("Vantorel", "Slidewell 24", "eight"), key);
        List<Api.Answer> answers = together(java.util.Collections.nCopies(8, one));
        assertThat(answers).extracting(Api.Answer::status).containsOnly(201);
        assertThat(answers.stream().map(a -> a.body().path("id").asLong()).distinct())
                .hasSize(1);
    }

    @Test
    void aKeyUsedForAnotherJobIsRefused() {
        long one = api.job(mara, "one");
        long other = api.job(mara, "other");
        String key = key();
        Map<String, Object> note = Map.of("step", "look", "what", "seen", "done", true);
        assertThat(api.post(mara, "/api/job/" + one + "/note", note, key).status())
                .isEqualTo(200);
        assertThat(api.post(mara, "/api/job/" + one + "/note", note, key).status())
                .isEqualTo(200);
        Api.Answer refused = api.post(mara, "/api/job/" + other + "/note", note, key);
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.detail()).contains("another save");
        assertThat(api.get("/api/job/" + other + "/journal").text()).doesNotContain("seen");
    }

    private long opening(String... covers) {
        long id = api.job(mara, "Vantorel", "Slidewell " + UUID.randomUUID(), "x");
        StringBuilder openings = new StringBuilder();
        for (String cover : covers) {
            openings.append(openings.isEmpty() ? "" : ",")
                    .append("{\"code\":\"" + cover + "\",\"words\":\"the " + cover
                            + "\",\"parts\":4,\"minutes\":2,\"after\":\"\"}");
        }
        long model = api.get("/api/job/" + id).body().path("machineModelId").asLong();
        Api.Answer saved = api.put(
                mara,
                "/api/device/" + model + "/train",
                "{\"version\":0,\"machine\":{\"components\":[{\"code\":\"g\",\"type\":\"gear\",\"words\":\"gear\",\"behind\":\"\"}],\"openings\":["
                        + openings + "]}}");
        assertThat(saved.status()).isEqualTo(200);
        return id;
    }

    private Api.Answer opens(Cookie who, long id, String cover) {
        return api.post(
                who, "/api/teardown/" + id + "/steps", Map.of("key", key(), "line", cover + " off, opens " + cover));
    }

    @Test
    void listeningSavedAfterAnotherOpenedTheCoverIsToldSo() {
        long id = opening("lid");
        int version = api.get("/api/diagnosis/" + id).body().path("version").asInt();
        assertThat(opens(ilva, id, "lid").status()).isEqualTo(200);
        assertThat(api.get("/api/job/" + id).body().path("opened").toString()).isEqualTo("[\"lid\"]");
        Api.Answer save = api.put(
                mara, "/api/diagnosis/" + id, Map.of("version", version, "answers", Map.of(), "opened", List.of()));
        assertThat(save.status()).isEqualTo(409);
        assertThat(save.body().path("current").path("opened").toString()).isEqualTo("[\"lid\"]");
        assertThat(api.get("/api/job/" + id).body().path("opened").toString()).isEqualTo("[\"lid\"]");
    }

    @Test
    void twoOpeningsAtOnceAreBothKept() throws Exception {
        for (int round = 0; round < 15; round++) {
            long id = opening("lid", "base");
            assertThat(together(
                            List.<Callable<Api.Answer>>of(() -> opens(mara, id, "lid"), () -> opens(ilva, id, "base"))))
                    .extracting(Api.Answer::status)
                    .containsOnly(200);
            assertThat(api.get("/api/job/" + id).body().path("opened"))
                    .extracting(JsonNode::asString)
                    .containsExactlyInAnyOrder("lid", "base");
        }
    }

    @Test
    void benchMinutesBegunFromOlderOnesAreRefused() {
        long id = api.job(mara, "x");
        String path = "/api/job/" + id + "/bench-minutes";
        assertThat(api.post(mara, path, Map.of("minutes", 30)).status()).isEqualTo(200);
        Api.Answer late = api.post(ilva, path, Map.of("minutes", 45));
        assertThat(late.status()).isEqualTo(409);
        assertThat(late.body().path("current").path("benchMinutes").asInt()).isEqualTo(30);
        assertThat(api.post(ilva, path, Map.of("from", 30, "minutes", 45)).status())
                .isEqualTo(200);
    }

    @Test
    void whatTwoPeopleAreAboutToDoIsBothKept() throws Exception {
        long id = api.job(mara, "x");
        String path = "/api/intake/" + id + "/about-to";
        assertThat(together(List.<Callable<Api.Answer>>of(
                        () -> api.put(mara, path, Map.of("operation", "heat", "on", true)),
                        () -> api.put(ilva, path, Map.of("operation", "press", "on", true)))))
                .extracting(Api.Answer::status)
                .containsOnly(200);
        assertThat(owner.value(String[].class, "select about_to from job where id = ?", id))
                .containsExactlyInAnyOrder("heat", "press");
    }

    @Test
    void aStepMovedByTwoIsMovedByTheFirst() {
        long id = api.job(mara, "x");
        List<String> keys = List.of(key(), key(), key());
        keys.forEach(k -> api.post(
                mara, "/api/teardown/" + id + "/steps", Map.of("key", k, "line", "part " + keys.indexOf(k) + " off")));
        String path = "/api/teardown/" + id + "/steps/" + keys.get(2) + "/move";
        assertThat(api.post(mara, path, Map.of("version", 1, "after", "")).status())
                .isEqualTo(200);
        assertThat(api.post(ilva, path, Map.of("version", 1, "after", keys.get(0)))
                        .status())
                .isEqualTo(409);
        assertThat(api.get("/api/teardown/" + id).body().path("steps"))
                .extracting(s -> s.path("key").asString())
                .containsExactly(keys.get(2), keys.get(0), keys.get(1));
    }

    @Test
    void aHundredStepsPutAfterTheSameOneStandInOrder() {
        long id = api.job(mara, "x");
        String first = key();
        String last = key();
        api.post(mara, "/api/teardown/" + id + "/steps", Map.of("key", first, "line", "lid off"));
        api.post(mara, "/api/teardown/" + id + "/steps", Map.of("key", last, "line", "motor out"));
        List<String> wanted = new ArrayList<>(List.of(first, last));
        for (int i = 0; i < 100; i++) {
            String key = key();
            api.post(
                    mara,
                    "/api/teardown/" + id + "/steps",
                    Map.of("key", key, "line", "part " + i + " off", "after", first));
            wanted.add(1, key);
        }
        assertThat(api.get("/api/teardown/" + id).body().path("steps"))
                .extracting(s -> s.path("key").asString())
                .containsExactlyElementsOf(wanted);
    }

    @Test
    void aCulpritStatedAgainIsOfWhoStatedItLast() {
        long id = api.job(mara, "x");
        String fault = api.get("/api/diagnosis/" + id)
                .body()
                .path("standing")
                .path("faults")
                .get(0)
                .path("key")
                .asString();
        String path = "/api/diagnosis/" + id + "/culprit";
        api.post(mara, path, Map.of("fault", fault, "why", "it looks so"));
        JsonNode stated = api.post(ilva, path, Map.of("fault", fault, "why", "seen under the lens"))
                .body()
                .path("culprits")
                .get(0);
        assertThat(stated.path("by").asString()).isEqualTo("Ilva");
        assertThat(stated.path("why").asString()).isEqualTo("seen under the lens");
    }

    @Test
    void anAnswerAboutAnUnseenPartIsOfWhoGaveItLast() {
        long id = api.job(mara, "x");
        String path = "/api/teardown/" + id + "/unseen";
        Map<String, String> answer = Map.of("step", "lid off", "part", "lock nut", "answer", "stillIn");
        assertThat(api.post(mara, path, answer).status()).isEqualTo(200);
        assertThat(api.post(
                                ilva,
                                path,
                                Map.of("step", "lid off", "part", "lock nut", "answer", "found", "note", "in A3"))
                        .status())
                .isEqualTo(200);
        assertThat(owner.value(
                        String.class,
                        "select p.name from hidden_part_answer a join person p on p.id = a.answered_by where a.job_id = ?",
                        id))
                .isEqualTo("Ilva");
    }

    @Test
    void tapsThatNoHandTapsAreRefusedAndOldOnesDoNotBlankThePage() {
        long id = api.job(mara, "x");
        Api.Answer answer = api.post(
                mara,
                "/api/diagnosis/" + id + "/rhythm",
                "{\"what\":\"clicks\",\"tapMs\":[-1e308, 0, 1e308, 1.7e308]}");
        assertThat(answer.status()).isEqualTo(422);
        owner.execute(
                "insert into job_rhythm (job_id, shop_id, what, tap_ms, tapped_by, tapped_at) "
                        + "select ?, shop_id, 'clicks', '{-1e308,0,1e308,1.7e308}', id, now() from person limit 1",
                id);
        Api.Answer page = api.get("/api/diagnosis/" + id);
        assertThat(page.status()).isEqualTo(200);
        assertThat(page.text()).doesNotContain("Infinity", "NaN");
    }
}
