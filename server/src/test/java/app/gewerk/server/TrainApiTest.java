package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Trains in the device book: written as text, studied, grown by what is read, and what follows from them elsewhere. */
@ApiTest
class TrainApiTest {
    /** Two stages on a model of the kind pet feeder: 1000, 200 and 50 turns a minute. */
    private static final String TRAIN = """
            train: 1
            shafts:
            - {code: a, words: motor shaft}
            - {code: b, words: middle shaft}
            - {code: c, words: last shaft}
            wheels:
            - {code: p, part: motorPinion, shaft: a, teeth: 10, module: 0.5, width: 4}
            - {code: g, part: firstGear, shaft: b, teeth: 50, module: 0.5, width: 4}
            - {code: q, part: firstGear, shaft: b, teeth: 12, module: 0.5, width: 6}
            - {code: h, part: outputGear, shaft: c, teeth: 48, module: 0.5, width: 4}
            meshes:
            - {kind: external, driver: p, driven: g}
            - {kind: external, driver: q, driven: h}
            motor: {part: motor, shaft: a, speed: 1000, torque: 2, stall: 10}
            work: {shaft: c, does: turns, wanted: 50}
            """;

    @Autowired
    private Api api;

    @Autowired
    private JsonMapper json;

    private record Known(long job, long model) {}

    private Known machine() {
        long job = api.job(api.stepUp("Mara"), "Vantorel", "Train " + System.nanoTime(), "clicks");
        long model = api.get("/api/job/" + job).body().path("machineModelId").asLong();
        return new Known(job, model);
    }

    private JsonNode written(Known of, String text) {
        Api.Answer read = api.post(
                api.stepUp("Mara"),
                "/api/device/" + of.model + "/train/text",
                json.writeValueAsString(Map.of("text", text)));
        assertThat(read.status()).as(read.body().toString()).isEqualTo(200);
        return read.body();
    }

    private void keep(Known of, JsonNode machine, int version) {
        Api.Answer kept = api.put(
                api.stepUp("Mara"),
                "/api/device/" + of.model + "/train",
                "{\"version\":" + version + ",\"machine\":" + machine + "}");
        assertThat(kept.status()).as(kept.body().toString()).isEqualTo(200);
    }

    /** The parts of this model, so that the text's names fit whatever kind the test's jobs are of. */
    private String withParts() {
        return TRAIN + """
                parts:
                - {code: motor, type: motor, words: motor}
                - {code: motorPinion, type: pinion, words: motor pinion}
                - {code: firstGear, type: gear, words: first gear}
                - {code: outputGear, type: gear, words: output gear}
                """;
    }

    @Test
    void aTrainWrittenAsTextIsKeptStudiedAndWrittenAgain() {
        Known known = machine();
        JsonNode machine = written(known, withParts());
        assertThat(api.get("/api/device/" + known.model + "/train")
                        .body()
                        .path("own")
                        .asBoolean())
                .isFalse();
        keep(known, machine, 0);
        JsonNode drive = api.get("/api/device/" + known.model + "/train")
                .body()
                .path("machine")
                .path("drive");
        JsonNode study = api.open("/api/workings/train/study", "{\"drive\":" + drive + "}")
                .body();
        assertThat(study.path("shafts").get(2).path("rpm").path("fraction").asString())
                .isEqualTo("50");
        assertThat(study.path("work").path("percent").asDouble()).isZero();
        assertThat(study.path("wheels").get(0).path("path").asString()).startsWith("M");
        assertThat(study.path("wheels").get(3).path("jamTorqueNmm").asDouble())
                .isCloseTo(10 * 20 * .96 * .96, within(1e-9));
        String text = api.get("/api/device/" + known.model + "/train/text").text();
        assertThat(text).contains("train: 1").contains("teeth: 48");
        assertThat(written(known, text)).isEqualTo(machine);
    }

    @Test
    void aTextThatIsWrongIsRefusedWithItsPlaceAndNothingIsKept() {
        Known known = machine();
        Api.Answer refused = api.post(
                api.stepUp("Mara"),
                "/api/device/" + known.model + "/train/text",
                json.writeValueAsString(Map.of("text", TRAIN.replace("teeth: 48", "teeths: 48"))));
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.body().path("detail").asString()).contains("wheels[4].teeths");
        assertThat(api.get("/api/device/" + known.model + "/train")
                        .body()
                        .path("own")
                        .asBoolean())
                .isFalse();
    }

    @Test
    void aGenericTrainHasADriveThatWaitsForCounts() {
        Known known = machine();
        JsonNode drive = api.get("/api/device/" + known.model + "/train")
                .body()
                .path("machine")
                .path("drive");
        assertThat(drive.path("wheels").size()).isGreaterThan(1);
        JsonNode study = api.open("/api/workings/train/study", "{\"drive\":" + drive + "}")
                .body();
        assertThat(study.path("missing").size()).isEqualTo(drive.path("wheels").size());
    }

    @Test
    void theSameGearInAnotherModelIsFound() {
        Known one = machine();
        keep(one, written(one, withParts()), 0);
        Known other = machine();
        keep(other, written(other, withParts().replace("teeth: 50", "teeth: 51")), 0);
        JsonNode same = api.get("/api/device/" + one.model + "/same-gears").body();
        assertThat(same.valueStream()
                        .filter(s -> s.path("in").path("id").asLong() == other.model)
                        .map(s -> s.path("wheel").asString()))
                .containsExactlyInAnyOrder("p", "q", "h");
    }

    @Test
    void clicksOfARhythmNameTheGear() {
        Known known = machine();
        keep(known, written(known, withParts()), 0);
        // The first gear turns once in 0.3 s, the output gear in 1.2 s.
        Api.Answer tapped = api.post(
                api.stepUp("Mara"),
                "/api/diagnosis/" + known.job + "/rhythm",
                "{\"what\":\"clicks\",\"tapMs\":[0,1190,2405,3600,4790],\"skips\":1,\"outputTurns\":1}");
        assertThat(tapped.status()).as(tapped.body().toString()).isEqualTo(200);
        JsonNode named = tapped.body().path("clicksNamed").get(0);
        assertThat(named.path("part").asString()).isEqualTo("outputGear");
        assertThat(named.path("secondsATurn").asDouble()).isCloseTo(1.2, within(1e-9));
        assertThat(named.path("probability").asDouble()).isGreaterThan(0.6);
        assertThat(tapped.body()
                        .path("standing")
                        .path("faults")
                        .get(0)
                        .path("component")
                        .asString())
                .isEqualTo("outputGear");
    }

    @Test
    void theGearThatWasReadGrowsTheTrainAndTheTrainSaysWhatItBears() {
        Known known = machine();
        JsonNode machine = written(known, withParts().replace("shaft: c, teeth: 48", "shaft: c"));
        Api.Answer early = api.post(
                api.stepUp("Mara"),
                "/api/train/" + known.job + "/gear",
                "{\"wheel\":\"h\",\"machine\":" + machine + "}");
        assertThat(early.status()).isEqualTo(422);
        assertThat(api.readAndTake(api.stepUp("Mara"), known.job, List.of()).status())
                .isEqualTo(200);
        JsonNode grown = api.post(
                        api.stepUp("Mara"),
                        "/api/train/" + known.job + "/gear",
                        "{\"wheel\":\"h\",\"machine\":" + machine + "}")
                .body();
        JsonNode wheel = grown.path("drive").path("wheels").get(3);
        assertThat(wheel.path("toothCount").asInt()).isEqualTo(24);
        assertThat(wheel.path("fromJob").asLong()).isEqualTo(known.job);
        keep(known, grown, 0);
        JsonNode said =
                api.get("/api/choice/" + known.job + "/judgement?sellers=false").body();
        String donor = said.path("circumstances").toString().replaceFirst("\\{", "{\"donorAgeYears\":3,");
        JsonNode judged = api.put(
                        api.stepUp("Mara"),
                        "/api/choice/" + known.job + "/circumstances",
                        "{\"version\":0,\"wish\":\"cheap\",\"circumstances\":" + donor + "}")
                .body();
        assertThat(judged.path("train").path("part").asString()).isEqualTo("output gear");
        assertThat(judged.path("train").path("jamTorqueNmm").asDouble())
                .isCloseTo(10 * 5 * 2 * .96 * .96, within(1e-9));
        assertThat(judged.path("weighed")
                        .path("options")
                        .get(0)
                        .path("weakest")
                        .path("overJam")
                        .asDouble())
                .isGreaterThan(0);
    }
}
