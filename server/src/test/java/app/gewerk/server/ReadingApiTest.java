package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import jakarta.servlet.http.Cookie;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.beans.factory.annotation.Autowired;
import tools.jackson.databind.JsonNode;

/** Reading gears through the API: every kind, the mate, and several people at one gear. */
@ApiTest
class ReadingApiTest {
    @Autowired
    private Api api;

    private Cookie mara;
    private Cookie ilva;

    @BeforeEach
    void twoPeopleAreHere() {
        mara = api.stepUp("Mara");
        ilva = api.stepUp("Ilva");
    }

    private JsonNode identify(String request) {
        Api.Answer answer = api.open("/api/workings/reading/identify", request);
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.body();
    }

    @Test
    void aMateMayCarryItsOwnReadings() {
        JsonNode alone = identify("""
                {"toothCount":{"exactly":12},"readings":[{"what":"tipDiameter","values":[7.4]},
                 {"what":"centreDistance","values":[13.25],"mateToothCount":40}]}""");
        JsonNode both = identify("""
                {"toothCount":{"exactly":12},"readings":[{"what":"tipDiameter","values":[7.4]},{"what":"centreDistance","values":[13.25]}],
                 "mate":{"toothCount":{"exactly":40},"readings":[{"what":"tipDiameter","values":[21.0]},
                   {"what":"span","overTeeth":5,"values":[6.92]},{"what":"span","overTeeth":6,"values":[8.40]}]}}""");
        assertThat(both.path("candidates").get(0).path("probability").asDouble())
                .isGreaterThan(
                        alone.path("candidates").get(0).path("probability").asDouble());
        assertThat(both.path("candidates").get(0).path("module").asDouble()).isCloseTo(0.5, within(1e-9));
        assertThat(both.path("mateReadings")).hasSize(3);
    }

    @Test
    void otherKindsAnswerWithTheirOwnAngle() {
        JsonNode worm = identify("""
                {"kind":"worm","toothCount":{"exactly":2},"readings":[{"what":"tipDiameter","values":[14.0]},
                 {"what":"pitchesAlong","pitches":3,"values":[9.42]},{"what":"leadAngle","values":[8]}]}""");
        assertThat(worm.path("candidates").get(0).path("leadAngleDeg").asDouble())
                .isCloseTo(9.46, within(0.4));
        assertThat(worm.path("candidates").get(0).path("pitchDiameterMm").asDouble())
                .isCloseTo(12, within(0.3));
        JsonNode ring = identify("""
                {"kind":"internal","toothCount":{"exactly":60},"readings":[{"what":"tipDiameter","values":[46.4]},
                 {"what":"rootDiameter","values":[50.0]}]}""");
        assertThat(ring.path("candidates").get(0).path("kind").asString()).isEqualTo("internal");
        JsonNode rack = identify("""
                {"kind":"rack","readings":[{"what":"pitchesAlong","pitches":10,"values":[0.6184],"unit":"in"}]}""");
        assertThat(rack.path("candidates").get(0).path("module").asDouble()).isCloseTo(0.5, within(0.005));
    }

    @Test
    void aCountMayComeFromAnArcAGapOrARatio() {
        for (String count : new String[] {
            "{\"arc\":{\"pitches\":9,\"angleDeg\":135}}",
            "{\"gap\":{\"teethStanding\":19,\"gapDeg\":90}}",
            "{\"ratio\":{\"mateTurns\":2,\"mateToothCount\":12}}",
            "{\"from\":23,\"to\":25}",
            "{\"typed\":\"9 in 135°\"}"
        }) {
            JsonNode answer = identify(
                    "{\"toothCount\":" + count
                            + ",\"readings\":[{\"what\":\"tipDiameter\",\"values\":[13.0]},"
                            + "{\"what\":\"span\",\"overTeeth\":3,\"values\":[3.86]},{\"what\":\"span\",\"overTeeth\":4,\"values\":[5.33]}]}");
            assertThat(answer.path("candidates").get(0).path("toothCount").asInt())
                    .as(count)
                    .isEqualTo(24);
        }
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    {"toothCount":{"exactly":24,"from":23,"to":25},"readings":[{"what":"tipDiameter","values":[13]}]} | contradict each other
                    {"toothCount":{"from":23},"readings":[{"what":"tipDiameter","values":[13]}]}                      | both from and to
                    {"kind":"cam","readings":[{"what":"tipDiameter","values":[13]}]}                                  | kind
                    {"kind":"rack","readings":[{"what":"tipDiameter","values":[13]}]}                                 | cannot be read on a rack
                    {"toothCount":{"exactly":24},"readings":[{"what":"chordOverTips","values":[13]}]}                 | pitches
                    {"toothCount":{"exactly":24},"readings":[{"what":"helixAngle","values":[15],"unit":"mm"}]}        | in degrees
                    {"toothCount":{"exactly":24},"readings":[{"what":"tipDiameter","values":[13],"unit":"ell"}]}      | mm or in
                    {"toothCount":{"exactly":24},"readings":[{"what":"tipDiameter","values":[13]}],"mate":{"toothCount":{},"readings":[{"what":"tipDiameter","values":[9]}]}} | Count the mate's teeth
                    {"kind":"internal","toothCount":{"exactly":30},"readings":[{"what":"tipDiameter","values":[28]}],"mate":{"toothCount":{"exactly":40}}} | more teeth than the pinion
                    """)
    void whatCannotBeIsRefusedInWords(String request, String words) {
        Api.Answer answer = api.open("/api/workings/reading/identify", request);
        assertThat(answer.status()).as(answer.text()).isIn(400, 422);
        assertThat(answer.detail()).contains(words).doesNotContain("Exception");
    }

    private static Map<String, Object> gear(List<Map<String, Object>> readings) {
        return Map.of("name", "carriage gear", "toothCount", "24", "worn", false, "readings", readings);
    }

    @Test
    void anotherPersonsReadingsAreCombinedNotOverwritten() {
        long job = api.job(mara, "carriage stops");
        JsonNode first = api.put(
                        mara,
                        "/api/reading/" + job,
                        Map.of(
                                "version",
                                1,
                                "gear",
                                gear(List.of(
                                        Map.of("what", "tipDiameter", "typed", "12.98 13.00"),
                                        Map.of("what", "span", "overTeeth", 3, "typed", "3,85")))))
                .body();
        assertThat(first.path("readings")).hasSize(2);
        JsonNode second = api.put(
                        ilva,
                        "/api/reading/" + job,
                        Map.of(
                                "version",
                                first.path("version").asInt(),
                                "gear",
                                gear(List.of(
                                        Map.of("what", "tipDiameter", "typed", "0.512", "unit", "in"),
                                        Map.of("what", "span", "overTeeth", 4, "typed", "5.33")))))
                .body();
        assertThat(second.path("readings")).hasSize(4);
        assertThat(second.path("readings"))
                .extracting(
                        r -> r.path("readBy").asString() + " " + r.path("typed").asString())
                .containsExactlyInAnyOrder("Mara 12.98 13.00", "Mara 3,85", "Ilva 0.512", "Ilva 5.33");
        assertThat(second.path("answer").path("candidates").get(0).path("residuals"))
                .as("both tip readings are one of the tips")
                .hasSize(3);
        assertThat(second.path("answer")
                        .path("candidates")
                        .get(0)
                        .path("probability")
                        .asDouble())
                .isGreaterThan(0.9);

        long id = second.path("readings").get(0).path("id").asLong();
        JsonNode without = api.put(
                        ilva,
                        "/api/reading/" + job,
                        Map.of(
                                "version",
                                second.path("version").asInt(),
                                "gear",
                                Map.of("toothCount", "24", "readings", List.of(), "leftOut", List.of(id))))
                .body();
        assertThat(without.path("readings")).hasSize(2);
        assertThat(without.path("readings").get(0).path("leftOut").asBoolean()).isTrue();
    }

    @Test
    void aRingIsKeptOnTheJobWithItsKindAndFound() {
        long job = api.job(mara, "planet stage slips");
        JsonNode saved = api.put(
                        mara,
                        "/api/reading/" + job,
                        Map.of(
                                "version",
                                1,
                                "gear",
                                Map.of(
                                        "kind",
                                        "internal",
                                        "toothCount",
                                        "60",
                                        "readings",
                                        List.of(
                                                Map.of("what", "tipDiameter", "typed", "46.40"),
                                                Map.of("what", "rootDiameter", "typed", "50.00")),
                                        "mate",
                                        Map.of("toothCount", "18", "readings", List.of()))))
                .body();
        assertThat(saved.path("kind").asString()).isEqualTo("internal");
        assertThat(saved.path("mate").path("toothCount").asString()).isEqualTo("18");
        JsonNode taken = api.post(
                        mara,
                        "/api/reading/" + job + "/take",
                        Map.of("version", saved.path("version").asInt(), "choice", 0, "reason", ""))
                .body();
        assertThat(taken.path("takenWords").asString()).startsWith("ring, ").contains("60 teeth");
        assertThat(api.get("/api/making/" + job + "/gear.svg").text()).contains("id=\"teeth\"");
    }

    @Test
    void geometryRefusesWhatCannotBeCutAndSaysWhyASpanCannotBeMeasured() {
        assertThat(api.open("/api/workings/gear/geometry", """
                {"module":1,"toothCount":4,"profileShiftCoefficient":-0.6}""").detail()).contains("more");
        JsonNode gear = api.open("/api/workings/gear/geometry", """
                {"module":1,"toothCount":20,"helixAngleDeg":30,"faceWidthMm":2,"pinDiameterMm":1.7}""").body();
        assertThat(gear.path("spans"))
                .anySatisfy(s -> assertThat(s.path("why").asString()).contains("face wider"));
        assertThat(gear.path("overPinsMm").asDouble())
                .isGreaterThan(gear.path("tipDiameterMm").asDouble());
        JsonNode ring = api.open("/api/workings/gear/geometry", """
                {"kind":"internal","module":1,"toothCount":60}""").body();
        assertThat(ring.path("tipDiameterMm").asDouble()).isCloseTo(58, within(1e-9));
        JsonNode tight = api.open("/api/workings/gear/pair", """
                {"first":{"module":1,"toothCount":54},"second":{"kind":"internal","module":1,"toothCount":60}}""").body();
        assertThat(tight.path("interferences"))
                .anySatisfy(i -> assertThat(i.asString()).contains("difference of the tooth counts is too small"));
    }

    @Test
    void drawingsTakeBoresMissingTeethAndRings() {
        String dShaped = api.open("/api/workings/making/gear.svg", """
                {"gear":{"module":1,"toothCount":20},"blank":{"bore":{"shape":"d","diameterMm":4,"acrossMm":3},"phaseDeg":9,
                 "hubDiameterMm":8,"holes":{"count":4,"diameterMm":2,"circleMm":12},"tipRoundingMm":0.1,"teethLeftOut":[3]}}""").text();
        assertThat(dShaped).contains("path id=\"bore\"").contains("id=\"hub\"").contains("id=\"hole4\"");
        assertThat(api.open("/api/workings/making/gear.svg", """
                {"gear":{"module":1,"toothCount":20},"blank":{"bore":{"shape":"key","diameterMm":4}}}""").detail()).contains("keyWidthMm");
        JsonNode ring = api.open("/api/workings/making/drawing", """
                {"gear":{"kind":"internal","module":1,"toothCount":60}}""").body();
        assertThat(ring.path("path").asString().chars().filter(c -> c == 'Z').count())
                .isEqualTo(2);
        assertThat(api.open("/api/workings/making/candidates.pdf", "{\"gears\":[]}")
                        .detail())
                .contains("One to nine");
    }

    @Test
    void theSimulatedCaliperSendsWhatACableWould() {
        JsonNode specimen = api.get("/api/standin/caliper/specimen?number=7").body();
        assertThat(specimen.path("toothCount").asInt()).isBetween(12, 52);
        String keys = api.get("/api/standin/caliper?number=7&what=tipDiameter")
                .body()
                .path("keys")
                .asString();
        assertThat(keys).matches("\\d+\\.\\d\\d");
        double spread = 0;
        for (int i = 0; i < 20; i++) {
            double again = api.get("/api/standin/caliper?number=7&what=tipDiameter")
                    .body()
                    .path("keys")
                    .asDouble();
            spread = Math.max(spread, Math.abs(again - Double.parseDouble(keys)));
        }
        assertThat(spread).as("it has a caliper's noise").isBetween(0.01, 0.2);
    }
}
