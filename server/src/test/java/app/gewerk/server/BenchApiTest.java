package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.servlet.http.Cookie;
import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.beans.factory.annotation.Autowired;
import tools.jackson.databind.JsonNode;

@ApiTest
class BenchApiTest {
    @Autowired
    private Api api;

    @Autowired
    private Owner owner;

    private Cookie mara;

    @BeforeEach
    void somebodyIsHere() {
        mara = api.stepUp("Mara");
    }

    private JsonNode job(long id) {
        return api.get("/api/job/" + id).body();
    }

    @Test
    void aMachineGetsTheLowestFreeTrayAndItsCautions() {
        long first = api.job(mara, "clicks");
        int tray = job(first).path("trayNumber").asInt();
        assertThat(job(api.job(mara, "also clicks")).path("trayNumber").asInt()).isNotEqualTo(tray);
        api.post(mara, "/api/job/" + first + "/move", Map.of("version", 1, "place", "putAway", "why", "fetched"));
        assertThat(job(api.job(mara, "third")).path("trayNumber").asInt()).isEqualTo(tray);
        assertThat(api.get("/api/intake/" + first + "/cautions").body())
                .extracting(c -> c.path("hazard").asString())
                .contains("mains", "heat");
    }

    @Test
    void manyTakenInAtOnceGetDifferentTrays() throws Exception {
        try (var pool = Executors.newFixedThreadPool(8)) {
            List<Callable<Long>> all = IntStream.range(0, 24)
                    .<Callable<Long>>mapToObj(i -> () -> api.job(mara, "at once " + i))
                    .toList();
            List<Integer> trays = new java.util.ArrayList<>();
            for (Future<Long> made : pool.invokeAll(all)) {
                trays.add(job(made.get()).path("trayNumber").asInt());
            }
            assertThat(trays).doesNotHaveDuplicates();
        }
    }

    @Test
    void aSaveSentTwiceMakesOneJob() {
        Map<String, Object> intake = Api.intake("Vantorel", "Slidewell 24", "once");
        Api.Answer first = api.post(mara, "/api/intake", intake, "key-0001-abcd");
        Api.Answer second = api.post(mara, "/api/intake", intake, "key-0001-abcd");
        assertThat(second.body().path("id")).isEqualTo(first.body().path("id"));
        assertThat(api.get("/api/job/" + first.body().path("id").asLong() + "/journal")
                        .body())
                .hasSize(1);
    }

    @Test
    void theSecondOfTwoSavesIsToldAndGetsWhatStands() {
        long id = api.job(mara, "the first words");
        Cookie ren = api.stepUp("Ren");
        assertThat(api.put(
                                mara,
                                "/api/intake/" + id + "?version=1",
                                Api.intake("Vantorel", "Slidewell 24", "Mara's words"))
                        .status())
                .isEqualTo(200);
        Api.Answer second =
                api.put(ren, "/api/intake/" + id + "?version=1", Api.intake("Vantorel", "Slidewell 24", "Ren's words"));
        assertThat(second.status()).isEqualTo(409);
        assertThat(second.body().path("current").path("complaint").asString()).isEqualTo("Mara's words");
        assertThat(second.body().path("current").path("version").asInt()).isEqualTo(2);
        assertThat(api.put(
                                ren,
                                "/api/intake/" + id + "?version=2",
                                Api.intake("Vantorel", "Slidewell 24", "Ren's words"))
                        .status())
                .isEqualTo(200);
    }

    @Test
    void twoSavesAtTheSameMomentLetOnlyOneThrough() throws Exception {
        long id = api.job(mara, "words");
        try (var pool = Executors.newFixedThreadPool(2)) {
            List<Callable<Integer>> both = List.of(
                    () -> api.put(mara, "/api/intake/" + id + "?version=1", Api.intake("A", "B", "one"))
                            .status(),
                    () -> api.put(mara, "/api/intake/" + id + "?version=1", Api.intake("A", "B", "two"))
                            .status());
            List<Integer> statuses = new java.util.ArrayList<>();
            for (Future<Integer> status : pool.invokeAll(both)) {
                statuses.add(status.get());
            }
            assertThat(statuses).containsExactlyInAnyOrder(200, 409);
        }
    }

    @Test
    void textOfAnyScriptIsKeptAsItWas() {
        String words = "clicks 🦷⚙️ — הוא נעצר, يتوقف, 停まる, \"quoted\" <b>&amp;</b>\ttab\nline";
        assertThat(job(api.job(mara, words)).path("complaint").asString()).isEqualTo(words);
        String escaped = """
                {"kind":"slideProjector","maker":"a","model":"b","complaint":"nul \\u0000 and half \\ud83e tooth"}""";
        assertThat(api.post(mara, "/api/intake", escaped)
                        .body()
                        .path("complaint")
                        .asString())
                .as("what no database column holds is left out")
                .isEqualTo("nul  and half  tooth");
    }

    /** Each feature's part of a job stands in its record by itself, in the order of the bench. */
    @Test
    void aJobIsReadBackByItsChapters() {
        long id = api.job(mara, "it clicks");
        assertThat(api.get("/api/handback/" + id + "/job.json")
                        .body()
                        .path("chapters")
                        .propertyNames())
                .containsExactly(
                        "cautions", "heard", "ledger", "damage", "gear", "decisions", "closing", "proof", "messages");
    }

    /** Nine features ask for the job, some of them twice. */
    @Test
    void aRecordFetchesItsJobOnce() {
        long id = api.job(mara, "it clicks");
        assertThat(Statements.sent(() -> api.get("/api/handback/" + id + "/job.json")))
                .filteredOn(sent -> sent.startsWith("select \"job\".*"))
                .hasSize(1);
    }

    @Test
    void aComplaintOfAHundredThousandLettersIsKeptAndTheRackStaysSmall() {
        long id = api.job(mara, "x".repeat(100_000));
        assertThat(job(id).path("complaint").asString()).hasSize(100_000);
        assertThat(api.get("/api/job/rack").text()).doesNotContain("x".repeat(91));
        assertThat(api.get("/api/handback/" + id + "/job.pdf").status()).isEqualTo(200);
        Api.Answer tooLong = api.post(mara, "/api/intake", Api.intake("a", "b", "x".repeat(100_001)));
        assertThat(tooLong.status()).isEqualTo(422);
        assertThat(tooLong.detail()).isEqualTo("At most 100000 letters fit here");
    }

    @Test
    void everyWrongFieldOfAnIntakeIsNamedAtOnce() {
        Map<String, Object> intake = Api.intake(" ", "", "");
        intake.put("newPrice", "cheap");
        intake.put("kind", "spaceship");
        Api.Answer answer = api.post(mara, "/api/intake", intake);
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.body().path("fields"))
                .extracting(f -> f.path("field").asString())
                .contains("maker", "model", "complaint", "newPrice", "kind");
    }

    @Test
    void withoutANameOrATokenNothingIsChanged() {
        Api.Answer nobody = api.post(new Cookie("x", "y"), "/api/intake", Api.intake("a", "b", "c"));
        assertThat(nobody.status()).isEqualTo(403);
        assertThat(nobody.detail()).contains("Pick who is at the bench");
        assertThat(api.withoutToken(mara, "/api/intake", Api.intake("a", "b", "c"))
                        .status())
                .isEqualTo(403);
    }

    @Test
    void answersCarryAStrictPolicy() {
        String policy = String.valueOf(api.get("/api/shop").response().getHeader("Content-Security-Policy"));
        assertThat(policy)
                .contains("default-src 'none'")
                .contains("script-src 'self';")
                .doesNotContain("http");
    }

    @Test
    void cautionsAreTickedOnceWithWhoAndWhen() {
        long id = api.job(mara, "hot");
        api.post(mara, "/api/intake/" + id + "/cautions/tick", Map.of("caution", "mains/start"));
        api.post(api.stepUp("Ren"), "/api/intake/" + id + "/cautions/tick", Map.of("caution", "mains/start"));
        assertThat(api.get("/api/intake/" + id + "/cautions").body())
                .filteredOn(c -> c.path("code").asString().equals("mains/start"))
                .singleElement()
                .satisfies(c -> {
                    assertThat(c.path("tickedBy").asString()).isEqualTo("Mara");
                    assertThat(c.path("step").asString()).isEqualTo("takeIn");
                });
        assertThat(api.get("/api/job/" + id + "/journal").body())
                .filteredOn(e -> e.path("what").asString().startsWith("Caution read"))
                .hasSize(1);
        assertThat(api.post(mara, "/api/intake/" + id + "/cautions/tick", Map.of("caution", "dragons/open"))
                        .status())
                .isEqualTo(404);
    }

    @Test
    void aMachineIsFoundAsOneTypesAndCounted() {
        api.job(mara, "one");
        api.job(mara, "two");
        JsonNode found = api.get("/api/device?find=vant slide").body();
        assertThat(found.get(0).path("maker").asString()).isEqualTo("Vantorel");
        assertThat(found.get(0).path("jobs").asInt()).isGreaterThanOrEqualTo(2);
        assertThat(api.get("/api/device?find=%25").body()).isEmpty();
    }

    @Test
    void aJobIsFoundByItsWordsWhateverTheirCase() {
        long id = api.job(mara, "Grinding like a COFFEE mill, 100% of the time");
        assertThat(api.get("/api/job?find=coffee vantorel").body())
                .extracting(t -> t.path("id").asLong())
                .contains(id);
        assertThat(api.get("/api/job?find=100%25").body())
                .extracting(t -> t.path("id").asLong())
                .containsExactly(id);
        assertThat(api.get("/api/job?find=nosuchword").body()).isEmpty();
    }

    /** Kept is the code of the kind; the words are those of whoever asks. */
    @Test
    void aJobIsFoundByWhatItsKindIsCalled() {
        long id = api.job(mara, "Hums (once) [twice] \\d+");
        assertThat(api.get("/api/job?find=slide proj hums").body())
                .extracting(t -> t.path("id").asLong())
                .contains(id);
        assertThat(api.get("/api/job?find=sewing hums (once)").body())
                .extracting(t -> t.path("id").asLong())
                .doesNotContain(id);
        assertThat(api.get("/api/job?find=(once) %5Btwice%5D %5Cd%2B").body())
                .as("what looks like a pattern is looked for as it stands")
                .extracting(t -> t.path("id").asLong())
                .contains(id);
        assertThat(owner.value(String.class, "select find_text from job where id = ?", id))
                .contains("#slideprojector#")
                .doesNotContain("slide projector");
    }

    @Test
    void nothingGoesOutUnproved() {
        long id = api.job(mara, "x");
        Api.Answer answer = api.post(mara, "/api/job/" + id + "/move", Map.of("version", 1, "place", "readyToGo"));
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.detail()).contains("Prove it first");
    }

    private long readJob(String teeth, String tip, String span3, String span4) {
        long id = api.job(mara, "read me");
        Api.Answer saved = api.put(
                mara,
                "/api/reading/" + id,
                Map.of(
                        "version",
                        1,
                        "gear",
                        Map.of(
                                "toothCount",
                                teeth,
                                "worn",
                                false,
                                "bore",
                                "1,9",
                                "faceWidth",
                                "4",
                                "readings",
                                List.of(
                                        Map.of("what", "tipDiameter", "typed", tip),
                                        Map.of("what", "span", "parameter", 3, "typed", span3),
                                        Map.of("what", "span", "parameter", 4, "typed", span4)))));
        assertThat(saved.status()).as(saved.text()).isEqualTo(200);
        return id;
    }

    @Test
    void readingsAreKeptAsTypedAndBringTheGear() {
        long id = readJob("24", "12,99 13.01", "0.1517in", "5.33");
        JsonNode read = api.get("/api/reading/" + id).body();
        assertThat(read.path("readings"))
                .extracting(r -> r.path("typed").asString())
                .containsExactly("12,99 13.01", "0.1517in", "5.33");
        JsonNode best = read.path("answer").path("candidates").get(0);
        assertThat(best.path("name").asString()).isEqualTo("0.5 module");
        assertThat(best.path("residuals")).hasSize(3);
    }

    @Test
    void theGearTakenIsSearchedMatchedAndOrderedOnce() {
        long id = readJob("24", "13.00", "3.86", "5.33");
        assertThat(api.get("/api/sourcing/" + id + "/offers").status()).isEqualTo(422);
        assertThat(api.post(mara, "/api/reading/" + id + "/take", Map.of("version", 2, "choice", 1))
                        .detail())
                .contains("Say why");
        api.post(mara, "/api/reading/" + id + "/take", Map.of("version", 2, "choice", 0));
        JsonNode offers = api.get("/api/sourcing/" + id + "/offers?pieces=3").body();
        JsonNode first = offers.path("offers").get(0);
        assertThat(first.path("match").path("offer").path("toothCount").asInt()).isEqualTo(24);
        assertThat(offers.path("offers"))
                .anySatisfy(o -> assertThat(o.path("match").path("differences").toString())
                        .contains("bore 2, yours 1.9"));
        Map<String, Object> decision = new HashMap<>(Map.of(
                "version",
                1,
                "way",
                "buy",
                "reason",
                "fits",
                "order",
                Map.of(
                        "seller",
                                first.path("match").path("offer").path("seller").asString(),
                        "itemNumber",
                                first.path("match")
                                        .path("offer")
                                        .path("itemNumber")
                                        .asString(),
                        "pieces", 3)));
        Api.Answer once = api.post(mara, "/api/choice/" + id, decision, "order-key-1");
        assertThat(once.body().path("place").asString()).isEqualTo("waitingForGear");
        Awaitility.await()
                .atMost(Duration.ofSeconds(30))
                .untilAsserted(
                        () -> assertThat(job(id).path("waitsFor").asString()).startsWith("arrives "));
        JsonNode decided = api.get("/api/choice/" + id).body();
        assertThat(decided.get(0).path("order").path("orderNumber").asString()).isNotBlank();
        assertThat(decided.get(0).path("order").path("said").asString()).contains("landed, arrives ");
        assertThat(job(id).path("stepsDone").toString()).contains("get");
        assertThat(api.post(mara, "/api/choice/" + id, decision, "order-key-1").status())
                .isEqualTo(200);
        assertThat(api.get("/api/choice/" + id).body()).hasSize(1);
        assertThat(api.post(mara, "/api/choice/" + id, decision, "order-key-2").status())
                .as("another save of an old version orders nothing")
                .isEqualTo(409);
        assertThat(api.get("/api/choice/" + id).body()).hasSize(1);
    }

    @Test
    void observationsRankFaultsAndAreKept() {
        long id = api.job(mara, "x");
        Api.Answer saved = api.put(
                mara,
                "/api/diagnosis/" + id,
                Map.of("version", 1, "answers", Map.of("squeals", "seen", "steadyClick", "notSeen")));
        assertThat(saved.body()
                        .path("standing")
                        .path("faults")
                        .get(0)
                        .path("key")
                        .asString())
                .isEqualTo("grease/dry");
        assertThat(api.put(mara, "/api/diagnosis/" + id, Map.of("version", 1, "answers", Map.of()))
                        .status())
                .isEqualTo(409);
        assertThat(job(id).path("stepsDone").toString()).contains("listen");
    }

    /** One request and the words its refusal must hold. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
                    {"toothCount":{"exactly":0},"readings":[{"what":"tipDiameter","values":[13]}]}    | at least 4 | 422
                    {"toothCount":{"exactly":3},"readings":[{"what":"tipDiameter","values":[13]}]}    | 3 given | 422
                    {"toothCount":{"exactly":-24},"readings":[{"what":"tipDiameter","values":[13]}]}  | -24 given | 422
                    {"toothCount":{"typed":"many"},"readings":[{"what":"tipDiameter","values":[13]}]} | not a tooth count | 422
                    {"toothCount":{"exactly":24},"readings":[{"what":"tipDiameter","typed":"wide"}]}  | not a length | 422
                    {"toothCount":{"exactly":24},"readings":[{"what":"tipDiameter","values":[1e300]}]} | between 0 and 2000 | 422
                    {"toothCount":{"exactly":24},"readings":[{"what":"tipDiameter","values":[-13]}]}  | between 0 and 2000 | 422
                    {"toothCount":{"exactly":24},"readings":[]}                                       | Nothing to go by | 422
                    {"toothCount":{"exactly":24},"readings":[{"what":"span","values":[5.3]}]}         | how many teeth the span | 422
                    {"toothCount":{"exactly":24},"readings":[{"what":"tipDiameter","values":[13]},{"what":"span","parameter":4,"values":[14]}]} | wider than the whole gear | 422
                    {"toothCount":{"exactly":24},"colour":"red","readings":[]}                        | no field "colour" | 400
                    {"toothCount":{"exactly":"x"},"readings":[]}                                      | toothCount.exactly | 400
                    {"toothCount":                                                                    | not complete JSON | 400
                    """)
    void anImpossibleReadingIsRefusedInWords(String request, String words, int status) {
        Api.Answer answer = api.open("/api/workings/reading/identify", request);
        assertThat(answer.status()).isEqualTo(status);
        assertThat(answer.detail()).contains(words).doesNotContain("Exception");
    }

    @Test
    void contradictoryReadingsAreAnsweredWithTheContradictionNamed() {
        Api.Answer answer = api.open("/api/workings/reading/identify", """
                {"toothCount":{"exactly":24},"readings":[{"what":"tipDiameter","values":[26.0]},
                 {"what":"span","parameter":3,"values":[7.72]},{"what":"span","parameter":4,"values":[13.62]}]}""");
        assertThat(answer.status()).isEqualTo(200);
        assertThat(answer.body().path("outliers").get(0).path("parameter").asInt())
                .isEqualTo(4);
        assertThat(answer.body().path("outliers").get(0).path("likelySlip").asString())
                .contains("over 5");
    }

    /** Handbook values: 12/24 teeth of module 3, x 0.6 and 0.36 (Kohara, from memory), through the open API. */
    @Test
    void geometryAndPairAnswerAScriptWithoutCookieOrToken() {
        JsonNode gear = api.open("/api/workings/gear/geometry", """
                        {"module":3,"toothCount":12,"profileShiftCoefficient":0.6,"pinDiameterMm":6}""").body();
        assertThat(gear.path("baseDiameterMm").asDouble())
                .isCloseTo(33.829, org.assertj.core.api.Assertions.within(0.001));
        assertThat(gear.path("spans").get(1).path("overTeeth").asInt()).isEqualTo(2);
        assertThat(gear.path("overPinsMm").asDouble())
                .isGreaterThan(3 * (12 + 2 + 1.2))
                .isLessThan(50);
        assertThat(api.open("/api/workings/gear/geometry", """
                        {"module":3,"toothCount":12,"profileShiftCoefficient":0.6,"pinDiameterMm":5}""").detail())
                .contains("sinks between the tips")
                .contains("or more");
        JsonNode pair = api.open("/api/workings/gear/pair", """
                        {"first":{"module":3,"toothCount":12,"profileShiftCoefficient":0.6},
                         "second":{"module":3,"toothCount":24,"profileShiftCoefficient":0.36}}""").body();
        assertThat(pair.path("centreDistanceMm").asDouble())
                .isCloseTo(56.4999, org.assertj.core.api.Assertions.within(0.0001));
        assertThat(api.open("/api/workings/gear/geometry", """
                {"module":3,"diametralPitch":8,"toothCount":12}""").detail()).contains("one of module");
        assertThat(api.open("/api/workings/gear/geometry", """
                {"module":1,"toothCount":8,"profileShiftCoefficient":1.2}""").detail()).contains("come to a point");
    }

    @Test
    void filesAreRefusedInWordsWhereTheyCannotBeTrue() {
        assertThat(api.open("/api/workings/making/gear.pdf", """
                {"gear":{"module":3,"toothCount":100}}""").detail()).contains("does not fit on one A4 page");
        assertThat(api.open("/api/workings/making/gear.svg", """
                {"gear":{"module":0.5,"toothCount":24},"boreMm":11}""").detail()).contains("leaves no wall");
        String titled = api.open("/api/workings/making/gear.svg", """
                {"gear":{"module":0.5,"toothCount":24},"title":"a <script> & 🦷"}""").text();
        assertThat(titled).contains("<title>a &lt;script&gt; &amp; 🦷</title>");
    }

    @Test
    void theRackCostsTheSameNumberOfStatementsWhateverStandsInIt() {
        api.job(mara, "first");
        api.get("/api/job/rack");
        int few = Statements.during(() -> api.get("/api/job/rack"));
        IntStream.range(0, 30).forEach(i -> api.job(mara, "more " + i));
        int many = Statements.during(() -> api.get("/api/job/rack"));
        assertThat(many).isEqualTo(few).isPositive().isLessThan(5);
    }

    @Test
    void theJournalSaysWhoWhenWhatAndWhy() {
        long id = api.job(mara, "x");
        api.post(
                mara,
                "/api/job/" + id + "/move",
                Map.of("version", 1, "place", "waitingForAnswer", "why", "over the limit"));
        api.post(mara, "/api/job/" + id + "/note", Map.of("step", "look", "what", "seven teeth flat", "done", true));
        JsonNode journal = api.get("/api/job/" + id + "/journal").body();
        assertThat(journal).hasSize(3).allSatisfy(e -> {
            assertThat(e.path("person").asString()).isEqualTo("Mara");
            assertThat(e.path("at").asString()).isNotBlank();
        });
        assertThat(journal.get(1).path("why").asString()).isEqualTo("over the limit");
        assertThat(journal.get(2).path("what").asString()).isEqualTo("seven teeth flat");
    }

    @Test
    void whatIsNotThereIsSaid() {
        assertThat(api.get("/api/job/999999").detail()).contains("no job number 999999");
        assertThat(api.get("/api/job/abc").status()).isEqualTo(400);
        assertThat(api.get("/api/handback/999999/job.json").status()).isEqualTo(404);
    }
}
