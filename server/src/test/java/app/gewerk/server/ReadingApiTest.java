package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import jakarta.servlet.http.Cookie;
import java.util.ArrayList;
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

    @Autowired
    private Owner owner;

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
                 {"what":"centreDistance","values":[13.25],"parameter":40}]}""");
        JsonNode both = identify("""
                {"toothCount":{"exactly":12},"readings":[{"what":"tipDiameter","values":[7.4]},{"what":"centreDistance","values":[13.25]}],
                 "mate":{"toothCount":{"exactly":40},"readings":[{"what":"tipDiameter","values":[21.0]},
                   {"what":"span","parameter":5,"values":[6.92]},{"what":"span","parameter":6,"values":[8.40]}]}}""");
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
                 {"what":"pitchesAlong","parameter":3,"values":[9.42]},{"what":"leadAngle","values":[8]}]}""");
        assertThat(worm.path("candidates").get(0).path("leadAngleDeg").asDouble())
                .isCloseTo(9.46, within(0.4));
        assertThat(worm.path("candidates").get(0).path("pitchDiameterMm").asDouble())
                .isCloseTo(12, within(0.3));
        JsonNode ring = identify("""
                {"kind":"internal","toothCount":{"exactly":60},"readings":[{"what":"tipDiameter","values":[46.4]},
                 {"what":"rootDiameter","values":[50.0]}]}""");
        assertThat(ring.path("candidates").get(0).path("kind").asString()).isEqualTo("internal");
        JsonNode rack = identify("""
                {"kind":"rack","readings":[{"what":"pitchesAlong","parameter":10,"values":[0.6184],"unit":"in"}]}""");
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
                            + "{\"what\":\"span\",\"parameter\":3,\"values\":[3.86]},{\"what\":\"span\",\"parameter\":4,\"values\":[5.33]}]}");
            assertThat(answer.path("candidates").get(0).path("toothCount").asInt())
                    .as(count)
                    .isEqualTo(24);
        }
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    {"toothCount":{"exactly":24,"from":23,"to":25},"readings":[{"what":"tipDiameter","values":[13]}]} | contradict each other | 422
                    {"toothCount":{"from":23},"readings":[{"what":"tipDiameter","values":[13]}]}                      | both from and to | 422
                    {"kind":"cam","readings":[{"what":"tipDiameter","values":[13]}]}                                  | kind | 400
                    {"kind":"rack","readings":[{"what":"tipDiameter","values":[13]}]}                                 | cannot be read on a rack | 422
                    {"toothCount":{"exactly":24},"readings":[{"what":"chordOverTips","values":[13]}]}                 | how many pitches | 422
                    {"toothCount":{"exactly":24},"readings":[{"what":"helixAngle","values":[15],"unit":"mm"}]}        | in degrees | 422
                    {"toothCount":{"exactly":24},"readings":[{"what":"tipDiameter","values":[13],"unit":"ell"}]}      | mm or in | 422
                    {"toothCount":{"exactly":24},"readings":[{"what":"tipDiameter","values":[13]}],"mate":{"toothCount":{},"readings":[{"what":"tipDiameter","values":[9]}]}} | Count the mate's teeth | 422
                    {"kind":"internal","toothCount":{"exactly":30},"readings":[{"what":"tipDiameter","values":[28]}],"mate":{"toothCount":{"exactly":40}}} | more teeth than the pinion | 422
                    """)
    void whatCannotBeIsRefusedInWords(String request, String words, int status) {
        Api.Answer answer = api.open("/api/workings/reading/identify", request);
        assertThat(answer.status()).as(answer.text()).isEqualTo(status);
        assertThat(answer.detail()).contains(words).doesNotContain("Exception");
    }

    private static Map<String, Object> gear(List<Map<String, Object>> readings) {
        return Map.of("name", "carriage gear", "toothCount", "24", "worn", false, "readings", readings);
    }

    @Test
    void anotherPersonsReadingsAreCombinedNotOverwritten() {
        long job = api.job(mara, "carriage stops");
        JsonNode first = keep(
                        mara,
                        job,
                        1,
                        gear(List.of(
                                Map.of("what", "tipDiameter", "typed", "12.98 13.00"),
                                Map.of("what", "span", "parameter", 3, "typed", "3,85"))))
                .body();
        assertThat(first.path("readings")).hasSize(2);
        JsonNode second = keep(
                        ilva,
                        job,
                        first.path("version").asInt(),
                        gear(List.of(
                                Map.of("what", "tipDiameter", "typed", "0.512", "unit", "in"),
                                Map.of("what", "span", "parameter", 4, "typed", "5.33"))))
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
        JsonNode without = keep(
                        ilva,
                        job,
                        second.path("version").asInt(),
                        Map.of("toothCount", "24", "readings", List.of(), "leftOut", List.of(id)))
                .body();
        assertThat(without.path("readings")).hasSize(2);
        assertThat(without.path("readings").get(0).path("leftOut").asBoolean()).isTrue();
    }

    @Test
    void aRingIsKeptOnTheJobWithItsKindAndFound() {
        long job = api.job(mara, "planet stage slips");
        JsonNode saved = keep(
                        mara,
                        job,
                        1,
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
                                Map.of("toothCount", "18", "readings", List.of())))
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

    /** Another answer than the one on the screen, since a colleague's reading came between, is not taken in its place. */
    @Test
    void onlyTheAnswerThatWasShownIsTaken() {
        long job = api.job(mara, "carriage stops");
        JsonNode first = keep(mara, job, 1, gear(List.of(Map.of("what", "tipDiameter", "typed", "13.00"))))
                .body();
        JsonNode seen = first.path("answer").path("candidates").get(0);
        Map<String, Object> shown = Map.of(
                "toothCount", seen.path("toothCount").asInt(),
                "module", seen.path("module").asDouble(),
                "pressureAngleDeg", seen.path("pressureAngleDeg").asDouble(),
                "addendumCoefficient", seen.path("addendumCoefficient").asDouble());
        keep(mara, job, 2, gear(List.of(Map.of("what", "tipDiameter", "typed", "13.76"))));
        String take = "/api/reading/" + job + "/take";
        Api.Answer other = api.post(mara, take, Map.of("version", 3, "choice", 0, "shown", shown));
        assertThat(other.status()).isEqualTo(422);
        assertThat(other.detail()).contains("another answer").contains("48 pitch");
        assertThat(api.get("/api/reading/" + job).body().has("taken")).isFalse();
        keep(mara, job, 3, gear(List.of(Map.of("what", "tipDiameter", "typed", "13.00"))));
        assertThat(api.post(mara, take, Map.of("version", 4, "choice", 0, "shown", shown))
                        .status())
                .isEqualTo(200);
    }

    /** Read, taken, put right in that way, proven, and handed back. */
    private long handedBack(String way, String tip, String span) {
        long job = api.job(mara, "gear stripped");
        keep(
                mara,
                job,
                1,
                gear(List.of(
                        Map.of("what", "tipDiameter", "typed", tip),
                        Map.of("what", "span", "parameter", 4, "typed", span))));
        assertThat(api.post(mara, "/api/reading/" + job + "/take", Map.of("version", 2, "choice", 0))
                        .status())
                .isEqualTo(200);
        owner.execute("insert into decision (shop_id, job_id, way, reason, decided_by, decided_at) "
                + "select shop_id, id, '" + way
                + "', '', (select min(id) from person p where p.shop_id = job.shop_id), now() "
                + "from job where id = " + job);
        owner.execute(
                "update job set steps_done = steps_done || array['prove'], place = 'putAway', moved_at = now() where id = "
                        + job);
        return job;
    }

    private JsonNode openGear() {
        long job = api.job(mara, "another gear");
        return keep(mara, job, 1, gear(List.of(Map.of("what", "tipDiameter", "typed", "12.97"))))
                .body()
                .path("answer");
    }

    /** Of those that could have been proven right by running only, and only as long as they are out. */
    @Test
    void gearsProvenHereHaveASayInTheNext() {
        JsonNode before = openGear();
        assertThat(before.has("weighedWith")).isFalse();
        List<Long> out = new ArrayList<>();
        try {
            out.add(handedBack("glue", "13.00", "5.33"));
            assertThat(openGear().has("weighedWith")).isFalse();
            out.add(handedBack("print", "13.00", "5.33"));
            assertThat(openGear().path("weighedWith").asString()).startsWith("Weighed with the one gear proven here");
            for (int i = 0; i < 4; i++) {
                out.add(handedBack("buy", "13.01", "5.32"));
            }
            JsonNode after = openGear();
            assertThat(after.path("weighedWith").asString()).startsWith("Weighed with the 5 gears proven here");
            JsonNode first = after.path("candidates").get(0);
            assertThat(first.path("module").asDouble()).isEqualTo(0.5);
            assertThat(first.path("probability").asDouble())
                    .isGreaterThan(
                            before.path("candidates").get(0).path("probability").asDouble() + 0.002);
            Map<String, Object> typed = Map.of(
                    "toothCount",
                    Map.of("exactly", 24),
                    "readings",
                    List.of(Map.of("what", "tipDiameter", "typed", "12.97")));
            assertThat(api.post(mara, "/api/workings/reading/identify", typed).text())
                    .contains("5 gears proven here");
        } finally {
            out.forEach(job ->
                    owner.execute("update job set place = 'onTheBench', tray_number = 5000 + id where id = " + job));
        }
        assertThat(openGear().path("candidates").get(0).path("probability").asDouble())
                .isEqualTo(before.path("candidates").get(0).path("probability").asDouble());
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

    private Api.Answer keep(Cookie who, long job, int version, Map<String, Object> gear) {
        return api.put(who, "/api/reading/" + job, Map.of("version", version, "gear", gear));
    }

    private JsonNode saved(Cookie who, long job, int version, Map<String, Object> reading) {
        return keep(who, job, version, Map.of("toothCount", "24", "readings", List.of(reading)))
                .body()
                .path("readings")
                .get(0);
    }

    /** Each thing that makes a reading another reading, beside its figures. */
    @ParameterizedTest
    @CsvSource({
        "overPins, parameter, 1.7, 1.8",
        "centreDistance, parameter, 36, 37",
        "span, parameter, 3, 4",
        "chordOverTips, parameter, 3, 4",
        "tipDiameter, unit, mm, in",
        "tipDiameter, instrument, caliper, micrometer"
    })
    void aReadingKeepsItsTimeOnlyWhileItIsTheSame(String what, String field, String first, String second) {
        long job = api.job(mara, "x");
        Object one = first.matches("[\\d.]+") ? (Object) Double.valueOf(first) : first;
        Object other = second.matches("[\\d.]+") ? (Object) Double.valueOf(second) : second;
        String typed = second.equals("in") ? "0.5" : "13.5";
        JsonNode begun = saved(mara, job, 1, Map.of("what", what, "typed", typed, field, one));
        JsonNode same = saved(mara, job, 2, Map.of("what", what, "typed", typed, field, one));
        JsonNode changed = saved(mara, job, 3, Map.of("what", what, "typed", typed, field, other));
        assertThat(same.path("readAt").asString())
                .isEqualTo(begun.path("readAt").asString());
        assertThat(changed.path("readAt").asString())
                .isNotEqualTo(begun.path("readAt").asString());
    }

    @Test
    void anglesAreKeptInDegreesAndLengthsInMillimetres() {
        long job = api.job(mara, "x");
        Api.Answer answer = keep(
                mara,
                job,
                1,
                Map.of(
                        "toothCount",
                        "24",
                        "readings",
                        List.of(
                                Map.of("what", "tipDiameter", "typed", "0.5", "unit", "in"),
                                Map.of("what", "helixAngle", "typed", "15", "unit", "in"))));
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        assertThat(owner.value(
                        String.class,
                        "select string_agg(unit || ' ' || values_read[1], ', ' order by position) from gear_reading where job_id = ?",
                        job))
                .isEqualTo("in 12.7, deg 15");
    }

    /** Tips of 24 teeth of module 1 with addendum 0.8 at 20°, and of a ring of 60: the gear is told whole, ready to draw. */
    @ParameterizedTest
    @CsvSource({
        "external, 24, 25.6, 7.72, external, 0.8",
        "external, 24, 26.0, 7.72, external, 1.0",
        "internal, 60, 58.0, 62.5, internal, 1.0"
    })
    void theGearTakenIsDrawnAsItIs(String kind, String teeth, String tip, String other, String drawn, double addendum) {
        long job = api.job(mara, "x");
        Map<String, Object> second = kind.equals("internal")
                ? Map.of("what", "rootDiameter", "typed", other)
                : Map.of("what", "span", "parameter", 3, "typed", other);
        JsonNode read = keep(
                        mara,
                        job,
                        1,
                        Map.of(
                                "kind",
                                kind,
                                "toothCount",
                                teeth,
                                "readings",
                                List.of(Map.of("what", "tipDiameter", "typed", tip), second)))
                .body();
        JsonNode candidates = read.path("answer").path("candidates");
        int choice = 0;
        while (Math.abs(candidates.get(choice).path("addendumCoefficient").asDouble() - addendum) > 1e-9
                || Math.abs(candidates.get(choice).path("pressureAngleDeg").asDouble() - 20) > 1e-9) {
            choice++;
        }
        JsonNode taken = api.post(
                        mara,
                        "/api/reading/" + job + "/take",
                        Map.of("version", 2, "choice", choice, "reason", "as its mate"))
                .body()
                .path("taken");
        JsonNode gear = taken.path("gear");
        assertThat(gear.path("kind").asString()).isEqualTo(drawn);
        assertThat(gear.path("addendumCoefficient").asDouble()).isEqualTo(addendum);
        assertThat(gear.path("toothCount").asInt()).isEqualTo(Integer.parseInt(teeth));
        JsonNode drawing = api.open("/api/workings/making/drawing", "{\"gear\":" + gear + "}")
                .body();
        assertThat(drawing.path("tipDiameterMm").asDouble()).isCloseTo(Double.parseDouble(tip), within(0.1));
    }

    /** A rule whose end is worn off by half a millimetre, and a gear of polyamide: kept as entered, taken off, and asked the same way. */
    @Test
    void instrumentsHaveAZeroOfTheirOwnAndPolyamideMayBeSwollen() {
        long job = api.job(mara, "zero");
        Api.Answer kept = keep(
                mara,
                job,
                1,
                Map.of(
                        "toothCount",
                        "24 24",
                        "swollen",
                        true,
                        "readings",
                        List.of(
                                Map.of(
                                        "what",
                                        "tipDiameter",
                                        "typed",
                                        "13.5",
                                        "instrument",
                                        "steelRule",
                                        "zeroError",
                                        0.5),
                                Map.of("what", "span", "parameter", 3, "typed", "3.86"))));
        assertThat(kept.status()).isEqualTo(200);
        JsonNode read = api.get("/api/reading/" + job).body();
        assertThat(read.path("swollen").asBoolean()).isTrue();
        assertThat(read.path("toothCount").asString()).isEqualTo("24 24");
        JsonNode rule = read.path("readings").get(0);
        assertThat(rule.path("typed").asString()).isEqualTo("13.5");
        assertThat(rule.path("zeroError").asDouble()).isEqualTo(0.5);
        JsonNode understood = read.path("answer").path("readings").get(0);
        assertThat(understood.path("mean").asDouble()).isCloseTo(13.0, within(1e-9));
        assertThat(understood.path("uncertainty").asDouble()).isGreaterThan(0.2);
        assertThat(api.open("/api/workings/reading/identify", """
                        {"toothCount":{"exactly":24},"readings":[{"what":"tipDiameter","values":[13],"zeroError":9}]}""").detail()).contains("set right first");
    }
}
