package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.beans.factory.annotation.Autowired;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * Rows of every format there has been, in the tables that keep JSON: read through the API as they lie, and written in the
 * newest format by the next save.
 */
@ApiTest
class StoredFormsTest {
    @Autowired
    private Api api;

    @Autowired
    private Owner owner;

    @Autowired
    private JsonMapper json;

    private static String golden(String name) {
        try (InputStream row = StoredFormsTest.class.getResourceAsStream("/stored/" + name + ".json")) {
            return new String(Objects.requireNonNull(row, name).readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException unreadable) {
            throw new IllegalStateException(unreadable);
        }
    }

    private long job() {
        return api.job(api.stepUp("Mara"), "Vantorel", "Model " + System.nanoTime(), "x");
    }

    /** Without the number, which is not the API's business; and as 0 even where a row of that time has none. */
    private JsonNode told(String golden) {
        ObjectNode node = (ObjectNode) json.readTree(golden);
        node.remove("format");
        return node;
    }

    /** Rows of before the check on their format, which V7 has numbered. */
    private void without(String table, String constraint, Runnable work) {
        String definition = owner.value(
                String.class, "select pg_get_constraintdef(oid) from pg_constraint where conname = ?", constraint);
        owner.execute("alter table " + table + " drop constraint " + constraint);
        try {
            work.run();
        } finally {
            owner.execute("alter table " + table + " add constraint " + constraint + " " + definition + " not valid");
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"toothMap-0", "toothMap-1"})
    void toothMaps(String row) {
        long id = job();
        without(
                "tooth_map",
                "tooth_map_format",
                () -> owner.execute(
                        "insert into tooth_map (shop_id, job_id, map, changed_by, changed_at) "
                                + "select shop_id, ?, ?::jsonb, id, now() from person limit 1",
                        id,
                        golden(row)));
        JsonNode map = api.get("/api/damage/" + id).body().path("map");
        assertThat(map).isEqualTo(told(golden(row).replace("key worn", "keyWorn")));
        assertThat(api.put(api.stepUp("Mara"), "/api/damage/" + id, "{\"version\":1,\"map\":" + map + "}")
                        .status())
                .isEqualTo(200);
        assertThat(json.readTree(owner.value(String.class, "select map::text from tooth_map where job_id = ?", id)))
                .isEqualTo(json.readTree(golden("toothMap-1")));
    }

    @ParameterizedTest
    @ValueSource(strings = {"machine-0", "machine-1", "machine-2"})
    void trains(String row) {
        long id = job();
        long model = owner.value(Long.class, "select machine_model_id from job where id = ?", id);
        without(
                "machine_train",
                "machine_train_format",
                () -> owner.execute(
                        "insert into machine_train (shop_id, machine_model_id, machine, saved_by, saved_at) "
                                + "select shop_id, ?, ?::jsonb, id, now() from person limit 1",
                        model,
                        golden(row)));
        JsonNode machine = api.get("/api/device/" + model + "/train").body().path("machine");
        assertThat(machine).isEqualTo(row.equals("machine-2") ? sets(golden(row)) : told(golden(row)));
        api.put(api.stepUp("Mara"), "/api/device/" + model + "/train", "{\"version\":1,\"machine\":" + machine + "}");
        String kept =
                owner.value(String.class, "select machine::text from machine_train where machine_model_id = ?", model);
        assertThat(json.readTree(kept).path("format").asInt()).isEqualTo(2);
        assertThat(told(kept)).isEqualTo(told(golden(row)));
    }

    /** As the API shows it: a planet set's counts are a thing of their own. */
    private JsonNode sets(String golden) {
        ObjectNode node = (ObjectNode) told(golden);
        ObjectNode stage = (ObjectNode) node.path("drive").path("planetStages").get(0);
        ObjectNode set = stage.objectNode();
        for (String name : List.of(
                "sun",
                "sunToothCount",
                "carrier",
                "ring",
                "ringToothCount",
                "planetToothCounts",
                "planetCount",
                "module")) {
            set.set(name, stage.remove(name));
        }
        stage.set("set", set);
        return node;
    }

    @ParameterizedTest
    @ValueSource(strings = {"step-0", "step-1"})
    void stepsOfALedgerAndTheWayInMadeOfThem(String row) {
        long id = job();
        without(
                "teardown_step",
                "teardown_step_format",
                () -> owner.execute(
                        "insert into teardown_step (shop_id, job_id, key, position, step, done_by, done_at) "
                                + "select shop_id, ?, 'golden-row', 1, ?::jsonb, id, now() from person limit 1",
                        id,
                        golden(row)));
        JsonNode step =
                api.get("/api/teardown/" + id).body().path("steps").get(0).path("step");
        assertThat(step).isEqualTo(told(golden(row)));
        api.post(api.stepUp("Mara"), "/api/teardown/" + id + "/way-in", "{}");
        assertThat(json.readTree(owner.value(String.class, "select steps::text from way_in where from_job_id = ?", id)))
                .isEqualTo(json.readTree(golden("steps-1")));
        assertThat(api.get("/api/teardown/" + id)
                        .body()
                        .path("earlier")
                        .path("steps")
                        .get(0)
                        .path("step"))
                .isEqualTo(told(golden(row)));
    }

    @Test
    void marksOnAPhotograph() {
        long id = job();
        long photo = api.upload(
                        api.stepUp("Mara"),
                        "/api/photo/" + id + "?key=golden-0001&step=look&name=x",
                        PhotoApiTest.jpeg(40, 30))
                .body()
                .path("id")
                .asLong();
        owner.execute("update photo set marks = ?::jsonb where id = ?", golden("marks-1"), photo);
        JsonNode marks = api.get("/api/photo/" + id).body().get(0).path("marks");
        assertThat(marks).isEqualTo(told(golden("marks-1")).path("marks"));
        api.put(
                api.stepUp("Mara"),
                "/api/photo/" + id + "/" + photo + "/marks",
                "{\"version\":1,\"marks\":" + marks + "}");
        assertThat(json.readTree(owner.value(String.class, "select marks::text from photo where id = ?", photo)))
                .isEqualTo(json.readTree(golden("marks-1")));
    }

    @Test
    void aFormThatHasMoreOrLessIsReadAllTheSame() {
        ObjectNode row = (ObjectNode) json.readTree(golden("step-1"));
        row.put("aPartOfNextYear", 7);
        for (String name : List.of("side", "tool", "note", "opens", "dangers", "minutes", "where")) {
            row.remove(name);
        }
        long id = job();
        owner.execute(
                "insert into teardown_step (shop_id, job_id, key, position, step, done_by, done_at) "
                        + "select shop_id, ?, 'golden-row', 1, ?::jsonb, id, now() from person limit 1",
                id,
                row.toString());
        JsonNode step =
                api.get("/api/teardown/" + id).body().path("steps").get(0).path("step");
        assertThat(step.path("what").asString()).isEqualTo("rear cover off");
        assertThat(step.path("tool").asString()).isEmpty();
        assertThat(step.path("dangers")).isEmpty();
    }

    private void said(long job, String facts) {
        owner.execute(
                "insert into job_circumstances (shop_id, job_id, wish, facts, changed_by, changed_at) "
                        + "select shop_id, ?, 'lasting', ?::jsonb, id, now() from person limit 1",
                job,
                facts);
    }

    @Test
    void circumstances() {
        long id = job();
        said(id, golden("circumstances-1"));
        long older = job();
        ObjectNode row = (ObjectNode) json.readTree(golden("circumstances-1"));
        row.remove("inStep");
        row.remove("withOriginal");
        said(older, row.toString());
        JsonNode earlier = api.get("/api/choice/" + older + "/judgement").body();
        assertThat(earlier.path("circumstances").path("inStep").asBoolean()).isFalse();
        assertThat(earlier.path("circumstances").path("withOriginal")).isEmpty();
        assertThat(earlier.path("circumstances").path("ageYears")).isEqualTo(row.path("ageYears"));
        JsonNode judged = api.get("/api/choice/" + id + "/judgement").body();
        assertThat(judged.path("wish").asString()).isEqualTo("lasting");
        assertThat(judged.path("circumstances")).isEqualTo(told(golden("circumstances-1")));
        assertThat(api.put(
                                api.stepUp("Mara"),
                                "/api/choice/" + id + "/circumstances",
                                "{\"version\":1,\"wish\":\"cheap\",\"circumstances\":" + judged.path("circumstances")
                                        + "}")
                        .status())
                .isEqualTo(200);
        assertThat(json.readTree(
                        owner.value(String.class, "select facts::text from job_circumstances where job_id = ?", id)))
                .isEqualTo(json.readTree(golden("circumstances-1")));
    }
}
