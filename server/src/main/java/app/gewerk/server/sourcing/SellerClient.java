package app.gewerk.server.sourcing;

import app.gewerk.core.sourcing.GearOffer;
import app.gewerk.core.sourcing.SellerTerms;
import app.gewerk.server.standin.SellerStandIn;
import java.io.IOException;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Speaks to a seller's HTTP service. */
@Component
class SellerClient {
    private static final Duration PATIENCE = Duration.ofSeconds(4);

    private final SellerStandIn standIn;
    private final JsonMapper json;
    private final HttpClient http;

    SellerClient(SellerStandIn standIn, JsonMapper json) {
        this.standIn = standIn;
        this.json = json;
        http = HttpClient.newBuilder()
                .connectTimeout(PATIENCE)
                .version(HttpClient.Version.HTTP_1_1)
                .build();
    }

    /** The seller does not answer, or not in a way that can be understood. */
    static class NoAnswer extends Exception {
        NoAnswer(String message, Throwable cause) {
            super(message, cause);
        }

        NoAnswer(String message) {
            super(message);
        }
    }

    SellerTerms terms(String baseUrl) throws NoAnswer {
        return get(baseUrl, "/terms", new TypeReference<>() {});
    }

    List<GearOffer> gears(String baseUrl, int toothCount, double moduleFrom, double moduleTo) throws NoAnswer {
        String query = String.format(
                Locale.ROOT, "/gears?toothCount=%d&moduleFrom=%.5f&moduleTo=%.5f", toothCount, moduleFrom, moduleTo);
        return get(baseUrl, query, new TypeReference<>() {});
    }

    GearOffer gear(String baseUrl, String itemNumber) throws NoAnswer {
        return get(
                baseUrl, "/gears/" + URLEncoder.encode(itemNumber, StandardCharsets.UTF_8), new TypeReference<>() {});
    }

    /** Orders packs; the same key orders once. */
    String order(String baseUrl, String itemNumber, int packs, String key) throws NoAnswer {
        HttpRequest request = HttpRequest.newBuilder(URI.create(standIn.resolve(baseUrl) + "/orders"))
                .timeout(PATIENCE)
                .header("Content-Type", "application/json")
                .header("Idempotency-Key", key)
                .POST(HttpRequest.BodyPublishers.ofString(
                        json.writeValueAsString(Map.of("item", itemNumber, "packs", packs))))
                .build();
        Map<String, String> answer = send(request, 201, new TypeReference<>() {});
        String number = answer.get("orderNumber");
        if (number == null) {
            throw new NoAnswer("The seller gave no order number");
        }
        return number;
    }

    private <T> T get(String baseUrl, String path, TypeReference<T> type) throws NoAnswer {
        HttpRequest request = HttpRequest.newBuilder(URI.create(standIn.resolve(baseUrl) + path))
                .timeout(PATIENCE)
                .GET()
                .build();
        return send(request, 200, type);
    }

    private <T> T send(HttpRequest request, int expected, TypeReference<T> type) throws NoAnswer {
        try {
            HttpResponse<String> response = http.send(request, HttpResponse.BodyHandlers.ofString());
            if (response.statusCode() != expected) {
                throw new NoAnswer("The seller answered " + response.statusCode());
            }
            return json.readValue(response.body(), type);
        } catch (IOException | JacksonException failed) {
            throw new NoAnswer("The seller does not answer", failed);
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw new NoAnswer("Stopped while asking", stopped);
        }
    }
}
