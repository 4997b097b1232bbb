package app.gewerk.server;

import jakarta.servlet.http.Cookie;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.springframework.boot.test.context.TestComponent;
import org.springframework.http.HttpMethod;
import org.springframework.http.MediaType;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;
import org.springframework.test.web.servlet.request.MockMvcRequestBuilders;
import org.springframework.test.web.servlet.request.RequestPostProcessor;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Speaks to the HTTP API as the front end does: JSON, the person's cookie, the CSRF token. */
@TestComponent
public class Api {
    private final MockMvc http;
    private final JsonMapper json;
    /** Of whoever stepped up last: who looks at the bench. */
    private Cookie here = new Cookie("nobody", "here");

    Api(MockMvc http, JsonMapper json) {
        this.http = http;
        this.json = json;
    }

    /** The token as the front end sends it: in the cookie and, read from there, in a header. */
    public static RequestPostProcessor csrf() {
        return request -> {
            Cookie[] others = request.getCookies() == null ? new Cookie[0] : request.getCookies();
            Cookie[] all = Arrays.copyOf(others, others.length + 1);
            all[others.length] = new Cookie("XSRF-TOKEN", "a-token");
            request.setCookies(all);
            request.addHeader("X-XSRF-TOKEN", "a-token");
            return request;
        };
    }

    /** What came back. */
    public record Answer(int status, String text, MockHttpServletResponse response, JsonMapper json) {
        public JsonNode body() {
            return json.readTree(text);
        }

        public String detail() {
            return body().path("detail").asString("");
        }
    }

    public Answer get(String path) {
        return get(here, path);
    }

    public Answer get(Cookie here, String path) {
        return perform(
                MockMvcRequestBuilders.get(URI.create(path.replace(" ", "%20"))).cookie(here));
    }

    public Answer post(Cookie here, String path, Object body) {
        return perform(written(HttpMethod.POST, path, body).cookie(here).with(csrf()));
    }

    public Answer post(Cookie here, String path, Object body, String key) {
        return perform(written(HttpMethod.POST, path, body)
                .cookie(here)
                .header("Idempotency-Key", key)
                .with(csrf()));
    }

    public Answer put(Cookie here, String path, Object body) {
        return perform(written(HttpMethod.PUT, path, body).cookie(here).with(csrf()));
    }

    public Answer delete(Cookie here, String path) {
        return perform(
                MockMvcRequestBuilders.delete(URI.create(path)).cookie(here).with(csrf()));
    }

    /** A file as the body. */
    public Answer upload(Cookie here, String path, byte[] file) {
        return perform(MockMvcRequestBuilders.post(URI.create(path.replace(" ", "%20")))
                .contentType(MediaType.APPLICATION_OCTET_STREAM)
                .content(file)
                .cookie(here)
                .with(csrf()));
    }

    public byte[] bytes(String path) {
        return get(path).response().getContentAsByteArray();
    }

    /** Without cookie and token, as a script would call the open computations. */
    public Answer open(String path, String body) {
        return perform(MockMvcRequestBuilders.post(path)
                .contentType(MediaType.APPLICATION_JSON)
                .content(body));
    }

    public Answer withoutToken(Cookie here, String path, Object body) {
        return perform(written(HttpMethod.POST, path, body).cookie(here));
    }

    private MockHttpServletRequestBuilder written(HttpMethod method, String path, Object body) {
        return MockMvcRequestBuilders.request(method, path)
                .contentType(MediaType.APPLICATION_JSON)
                .content(body instanceof String text ? text : json.writeValueAsString(body));
    }

    private boolean tls;

    /** From now on as over TLS, as the network wants it. */
    public Api overTls() {
        tls = true;
        return this;
    }

    private Answer perform(MockHttpServletRequestBuilder request) {
        try {
            MockHttpServletResponse response =
                    http.perform(request.secure(tls)).andReturn().getResponse();
            return new Answer(
                    response.getStatus(), response.getContentAsString(StandardCharsets.UTF_8), response, json);
        } catch (Exception failed) {
            throw new IllegalStateException(failed);
        }
    }

    public Cookie stepUp(String name) {
        Answer answer = perform(
                written(HttpMethod.POST, "/api/shop/here", Map.of("name", name)).with(csrf()));
        Cookie cookie = answer.response().getCookie("gewerk_here");
        if (cookie == null) {
            throw new IllegalStateException(answer.text());
        }
        here = cookie;
        return cookie;
    }

    /** The session of whoever signs in. */
    public Cookie signIn(String name, String password) {
        Answer answer =
                post(new Cookie("nobody", "here"), "/api/account/sign-in", Map.of("name", name, "password", password));
        Cookie session = answer.response().getCookie("gewerk_session");
        if (session == null) {
            throw new IllegalStateException(answer.text());
        }
        return session;
    }

    public static Map<String, Object> intake(String maker, String model, String complaint) {
        return new java.util.HashMap<>(
                Map.of("kind", "slideProjector", "maker", maker, "model", model, "complaint", complaint));
    }

    /** Takes a machine in and answers the job's number. */
    public long job(Cookie here, String complaint) {
        return job(here, "Vantorel", "Slidewell 24", complaint);
    }

    public long job(Cookie here, String maker, String model, String complaint) {
        Answer answer = post(here, "/api/intake", intake(maker, model, complaint));
        if (answer.status() != 201) {
            throw new IllegalStateException(answer.text());
        }
        return answer.body().path("id").asLong();
    }

    /** Reads 0.5 module, 24 teeth in a job, with bore and width and whatever was read besides, and takes it. */
    public Answer readAndTake(Cookie here, long job, List<Map<String, Object>> besides) {
        return readAndTake(here, job, 24, besides);
    }

    public Answer readAndTake(Cookie here, long job, int teeth, List<Map<String, Object>> besides) {
        List<Map<String, Object>> readings = new ArrayList<>(List.<Map<String, Object>>of(
                Map.of("what", "tipDiameter", "typed", String.format(Locale.ROOT, "%.2f", .5 * (teeth + 2))),
                span(teeth, 3),
                span(teeth, 4)));
        readings.addAll(besides);
        Map<String, Object> gear =
                Map.of("toothCount", "" + teeth, "worn", false, "bore", "2", "faceWidth", "4", "readings", readings);
        put(here, "/api/reading/" + job, Map.of("version", 1, "gear", gear));
        return post(here, "/api/reading/" + job + "/take", Map.of("version", 2, "choice", 0));
    }

    /** Of half a millimetre's module. */
    private static Map<String, Object> span(int teeth, int over) {
        double angle = Math.toRadians(20);
        double span = .5 * Math.cos(angle) * (Math.PI * (over - .5) + teeth * (Math.tan(angle) - angle));
        return Map.of("what", "span", "parameter", over, "typed", String.format(Locale.ROOT, "%.2f", span));
    }
}
