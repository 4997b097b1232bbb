package app.gewerk.acceptance;

import java.net.URI;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.Map;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Calls the API over HTTP as the front end does, with the person's cookie and the CSRF token. */
final class ApiCaller {
    private static final Pattern TOKEN = Pattern.compile("XSRF-TOKEN=([^;]+)");
    private static final Pattern SESSION = Pattern.compile("gewerk_session=([^;]+)");
    private static final Pattern ID = Pattern.compile("\"id\":(\\d+)");
    private static final Pattern PERSON = Pattern.compile("gewerk_here=([\\d.]+)");

    private final Function<String, URI> addresses;
    private final String token;
    private final String cookies;

    ApiCaller(RunningGewerk gewerk, String name) {
        this(gewerk::address, name);
    }

    /** @param addresses the whole address of a path */
    ApiCaller(Function<String, URI> addresses, String name) {
        this.addresses = addresses;
        token = cookie(
                TOKEN,
                RunningGewerk.send(
                        HttpRequest.newBuilder(addresses.apply("/api/shop")).build(),
                        HttpResponse.BodyHandlers.ofString()));
        HttpResponse<String> here =
                send("POST", "/api/shop/here", "{\"name\":\"" + name + "\"}", "step-up-" + name, "XSRF-TOKEN=" + token);
        cookies = "XSRF-TOKEN=" + token + "; gewerk_here=" + cookie(PERSON, here);
    }

    /** Somebody of a shop with accounts. */
    static ApiCaller signedIn(RunningGewerk gewerk, String name, String password) {
        HttpResponse<String> first = RunningGewerk.send(
                HttpRequest.newBuilder(gewerk.address("/api/shop")).build(), HttpResponse.BodyHandlers.ofString());
        ApiCaller nobody = new ApiCaller(gewerk::address, cookie(TOKEN, first), "");
        HttpResponse<String> in = nobody.post(
                "/api/account/sign-in", "{\"name\":\"" + name + "\",\"password\":\"" + password + "\"}", "sign-in");
        return new ApiCaller(gewerk::address, nobody.token, "; gewerk_session=" + cookie(SESSION, in));
    }

    private ApiCaller(Function<String, URI> addresses, String token, String more) {
        this.addresses = addresses;
        this.token = token;
        cookies = "XSRF-TOKEN=" + token + more;
    }

    private static String cookie(Pattern pattern, HttpResponse<String> response) {
        return response.headers().allValues("set-cookie").stream()
                .map(pattern::matcher)
                .filter(Matcher::find)
                .map(m -> m.group(1))
                .findFirst()
                .orElseThrow(() -> new IllegalStateException(
                        "No " + pattern + ": " + response.statusCode() + " " + response.body()));
    }

    /** The headers by which a request is this person's. */
    Map<String, String> identity() {
        return Map.of("Cookie", cookies, "X-XSRF-TOKEN", token);
    }

    HttpResponse<String> get(String path) {
        return get(path, HttpResponse.BodyHandlers.ofString());
    }

    <T> HttpResponse<T> get(String path, HttpResponse.BodyHandler<T> read) {
        return RunningGewerk.send(
                HttpRequest.newBuilder(addresses.apply(path))
                        .header("Cookie", cookies)
                        .build(),
                read);
    }

    HttpResponse<String> post(String path, String body, String key) {
        return send("POST", path, body, key, cookies);
    }

    HttpResponse<String> put(String path, String body, String key) {
        return send("PUT", path, body, key, cookies);
    }

    /** Asks for something that is no text. */
    HttpResponse<byte[]> file(String path, String body) {
        return send("POST", path, body, "file", cookies, HttpResponse.BodyHandlers.ofByteArray());
    }

    private HttpResponse<String> send(String method, String path, String body, String key, String sent) {
        return send(method, path, body, key, sent, HttpResponse.BodyHandlers.ofString());
    }

    private <T> HttpResponse<T> send(
            String method, String path, String body, String key, String sent, HttpResponse.BodyHandler<T> read) {
        return RunningGewerk.send(
                HttpRequest.newBuilder(addresses.apply(path))
                        .header("Content-Type", "application/json")
                        .header("Cookie", sent)
                        .header("X-XSRF-TOKEN", token)
                        .header("Idempotency-Key", key)
                        .method(method, HttpRequest.BodyPublishers.ofString(body))
                        .build(),
                read);
    }

    /** Sends a file as the body. */
    HttpResponse<String> upload(String path, byte[] file) {
        return RunningGewerk.send(
                HttpRequest.newBuilder(addresses.apply(path))
                        .header("Content-Type", "application/octet-stream")
                        .header("Cookie", cookies)
                        .header("X-XSRF-TOKEN", token)
                        .POST(HttpRequest.BodyPublishers.ofByteArray(file))
                        .build(),
                HttpResponse.BodyHandlers.ofString());
    }

    /** Takes a machine in with these words. */
    HttpResponse<String> takeIn(String complaint, String key) {
        return post(
                "/api/intake",
                "{\"kind\":\"modelCrane\",\"maker\":\"Holmgarde\",\"model\":\"Hoist 12\",\"complaint\":\"" + complaint
                        + "\"}",
                key);
    }

    /** The number of a job taken in. */
    int jobTakenIn(String complaint, String key) {
        HttpResponse<String> answer = takeIn(complaint, key);
        Matcher id = ID.matcher(answer.body());
        if (answer.statusCode() != 201 || !id.find()) {
            throw new IllegalStateException("Not taken in: " + answer.body());
        }
        return Integer.parseInt(id.group(1));
    }
}
