package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import jakarta.servlet.http.Cookie;
import java.net.URI;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.web.servlet.MockMvc;
import tools.jackson.databind.JsonNode;

/** What no request gets past, whatever it asks for. */
@ApiTest
class DoorApiTest {
    @Autowired
    private Api api;

    @Autowired
    private MockMvc http;

    private Cookie mara;

    @BeforeEach
    void stepUp() {
        mara = api.stepUp("Mara");
    }

    @Test
    void aBodyLargerThanAnyFormIsRefusedBeforeItIsRead() {
        Api.Answer answer = api.open("/api/workings/diagnosis/rhythm", "[" + "1,".repeat(400_000) + "1]");
        assertThat(answer.status()).isEqualTo(413);
        assertThat(answer.detail()).contains("512 kB");
    }

    /** Each field that a request requires, named when it is left out and when it is null. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "/api/workings/teardown/read-line | {} | line",
                "/api/workings/teardown/read-line | {\"line\":null} | line",
                "/api/workings/reading/identify | {} | readings",
                "/api/workings/reading/identify | {\"readings\":[null]} | readings",
                "/api/workings/gear/pair | {\"first\":{\"module\":1,\"toothCount\":20}} | second",
                "/api/workings/diagnosis/weigh | {\"kind\":\"other\",\"answers\":{\"a\":null}} | answers",
                "/api/workings/diagnosis/rhythm | {\"tapMs\":[0,null,2]} | tapMs"
            })
    void whatIsMissingIsNamed(String path, String body, String field) {
        Api.Answer answer = api.open(path, body);
        assertThat(answer.status()).isEqualTo(400);
        assertThat(answer.body().path("fields").get(0).path("field").asString()).startsWith(field);
    }

    @ParameterizedTest
    @ValueSource(strings = {"1e400", "-1e400", "\"NaN\"", "\"Infinity\""})
    void numbersAreFinite(String number) {
        Api.Answer answer = api.open("/api/workings/gear/geometry", "{\"module\":" + number + ",\"toothCount\":20}");
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.text()).doesNotContain("\"NaN\"}");
    }

    @Test
    void anAnswerThatIsNoNumberIsRefusedInWords() {
        String gear = "{\"module\":1,\"toothCount\":20}";
        for (String centre : List.of("1e308", "1e-300")) {
            for (String path : List.of("/api/workings/gear/pair", "/api/workings/making/pair")) {
                Api.Answer answer = api.open(
                        path, "{\"first\":" + gear + ",\"second\":" + gear + ",\"centreDistanceMm\":" + centre + "}");
                assertThat(answer.status()).as(path + " " + centre).isEqualTo(422);
                assertThat(answer.text()).doesNotContain("Infinity", "NaN");
            }
        }
    }

    @Test
    void anAmountWithAHugeExponentIsNotWrittenOut() {
        Api.Answer answer = api.put(
                mara,
                "/api/shop/terms",
                "{\"version\":1,\"hourlyRate\":1e100000000,\"easyShare\":0.1,\"askShare\":0.5}");
        assertThat(answer.status()).isEqualTo(422);
    }

    @Test
    void aDayFarFromOurTimeIsRefused() {
        Map<String, Object> intake = Api.intake("Vantorel", "Slidewell 24", "x");
        intake.put("promisedOn", "+999999999-12-31");
        assertThat(api.post(mara, "/api/intake", intake).status()).isEqualTo(422);
    }

    @Test
    void textsAndListsHaveLimitsThatNameTheField() {
        long job = api.job(mara, "x");
        Api.Answer answer = api.post(
                mara,
                "/api/job/" + job + "/move",
                Map.of("version", 1, "place", "waitingForGear", "waitsFor", "x".repeat(201), "why", ""));
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.body().path("fields").get(0).path("field").asString()).isEqualTo("waitsFor");
        List<Integer> many = IntStream.range(0, 2001).boxed().toList();
        assertThat(api.open("/api/workings/diagnosis/rhythm", "{\"tapMs\":" + many + "}")
                        .detail())
                .isEqualTo("At most 2000 are taken here; 2001 given");
        assertThat(api.put(
                                mara,
                                "/api/diagnosis/" + job,
                                Map.of(
                                        "version",
                                        1,
                                        "answers",
                                        Map.of(),
                                        "opened",
                                        IntStream.range(0, 201)
                                                .mapToObj(String::valueOf)
                                                .toList()))
                        .status())
                .isEqualTo(422);
    }

    /** So that the description promises no more than is taken, and an operation added later has limits too. */
    @Test
    void everyTextAndListThatArrivesIsLimitedInTheDescription() {
        JsonNode description = api.get("/v3/api-docs").body();
        List<String> unlimited = new ArrayList<>();
        description
                .path("paths")
                .forEach(path -> path.forEach(operation -> operation
                        .path("requestBody")
                        .path("content")
                        .forEach(content ->
                                unlimited(description, content.path("schema"), "", new ArrayList<>(), unlimited))));
        assertThat(unlimited).isEmpty();
    }

    @Test
    void everyPartOfAnAddressIsLimited() {
        assertThat(api.get("/api/job?find=" + "x".repeat(2001)).status()).isEqualTo(400);
        assertThat(api.get("/api/job?find=" + "x".repeat(2000)).status()).isEqualTo(200);
        List<String> unlimited = new ArrayList<>();
        api.get("/v3/api-docs")
                .body()
                .path("paths")
                .forEach(path ->
                        path.forEach(operation -> operation.path("parameters").forEach(parameter -> {
                            JsonNode schema = parameter.path("schema");
                            if (schema.path("type").asString("").equals("string") && !schema.has("maxLength")) {
                                unlimited.add(operation.path("operationId").asString() + " "
                                        + parameter.path("name").asString());
                            }
                        })));
        assertThat(unlimited).isEmpty();
    }

    private static void unlimited(
            JsonNode description, JsonNode schema, String at, List<String> above, List<String> unlimited) {
        if (schema.isMissingNode()) {
            return;
        }
        if (schema.has("$ref")) {
            String name = schema.path("$ref").asString().replaceAll(".*/", "");
            if (!above.contains(name)) {
                List<String> here = new ArrayList<>(above);
                here.add(name);
                unlimited(
                        description,
                        description.path("components").path("schemas").path(name),
                        name,
                        here,
                        unlimited);
            }
            return;
        }
        String type = schema.path("type").asString("");
        boolean text = type.equals("string") && !schema.has("enum") && !schema.has("format");
        if ((text && !schema.has("maxLength"))
                || (type.equals("array") && !schema.has("maxItems"))
                || (schema.path("additionalProperties").isObject() && !schema.has("maxProperties"))) {
            unlimited.add(at);
        }
        unlimited(description, schema.path("items"), at + "[]", above, unlimited);
        if (schema.path("additionalProperties").isObject()) {
            unlimited(description, schema.path("additionalProperties"), at + "{}", above, unlimited);
        }
        schema.path("properties")
                .properties()
                .forEach(p -> unlimited(description, p.getValue(), at + "." + p.getKey(), above, unlimited));
    }

    @ParameterizedTest
    @ValueSource(strings = {"/api/job?find=%FF", "/api/job?find=a%00b", "/api/job?find=%C3", "/api/device?find=%"})
    void whatIsNoTextIsRefusedInTheAddress(String address) throws Exception {
        MockHttpServletResponse answer = http.perform(get("/").with(request -> {
                    request.setRequestURI(address.substring(0, address.indexOf('?')));
                    request.setPathInfo(request.getRequestURI());
                    request.setQueryString(address.substring(address.indexOf('?') + 1));
                    return request;
                }))
                .andReturn()
                .getResponse();
        assertThat(answer.getStatus()).isEqualTo(400);
        assertThat(answer.getContentAsString()).contains("UTF-8");
    }

    @Test
    void aPageOfAnotherOriginChangesNothing() throws Exception {
        long job = api.job(mara, "x");
        for (String[] header : new String[][] {
            {"Origin", "http://localhost:1"},
            {"Origin", "null"},
            {"Sec-Fetch-Site", "same-site"},
            {"Sec-Fetch-Site", "cross-site"}
        }) {
            MockHttpServletResponse answer = http.perform(post(URI.create("/api/teardown/" + job + "/way-in"))
                            .header(header[0], header[1])
                            .header("Host", "localhost")
                            .cookie(mara)
                            .with(Api.csrf()))
                    .andReturn()
                    .getResponse();
            assertThat(answer.getStatus()).as(header[0] + " " + header[1]).isEqualTo(403);
        }
        MockHttpServletResponse own = http.perform(post(URI.create("/api/job/" + job + "/note"))
                        .contentType("application/json")
                        .content("{\"step\":\"look\",\"what\":\"seen\",\"done\":true}")
                        .header("Origin", "http://localhost")
                        .header("Host", "localhost")
                        .header("Sec-Fetch-Site", "same-origin")
                        .cookie(mara)
                        .with(Api.csrf()))
                .andReturn()
                .getResponse();
        assertThat(own.getStatus()).isEqualTo(200);
    }

    @Test
    void formsAndFilesInPartsAreNotTaken() throws Exception {
        for (String type : List.of("multipart/form-data", "application/x-www-form-urlencoded")) {
            assertThat(http.perform(post("/api/intake")
                                    .contentType(type)
                                    .content("maker=x")
                                    .cookie(mara)
                                    .with(Api.csrf()))
                            .andReturn()
                            .getResponse()
                            .getStatus())
                    .as(type)
                    .isEqualTo(415);
        }
    }

    @Test
    void anAngleAloneIsNoQuestionYet() {
        for (String what : List.of("helixAngle", "coneAngle")) {
            Api.Answer answer = api.open(
                    "/api/workings/reading/identify",
                    "{\"kind\":\"" + (what.equals("coneAngle") ? "bevel" : "external") + "\",\"readings\":[{\"what\":\""
                            + what + "\",\"values\":[20]}]}");
            assertThat(answer.status()).isEqualTo(422);
            assertThat(answer.detail()).contains("says nothing of the size");
        }
    }

    @Test
    void whatTakesTooLongIsBrokenOffInWords() {
        StringBuilder readings = new StringBuilder("{\"what\":\"helixAngle\",\"values\":[20]}");
        for (int i = 2; i < 24; i++) {
            readings.append(",{\"what\":\"span\",\"parameter\":" + i + ",\"values\":[" + (4.6 + 1.48 * i) + "]}");
        }
        Api.Answer answer = api.open("/api/workings/reading/identify", "{\"readings\":[" + readings + "]}");
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.detail()).contains("takes too long");
    }

    @Test
    void nothingIsAtTheAddressOfErrors() {
        Api.Answer answer = api.get("/error");
        assertThat(answer.status()).isEqualTo(404);
        assertThat(answer.detail()).isEqualTo("There is nothing at this address");
    }
}
