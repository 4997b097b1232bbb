package app.gewerk.server.standin;

import com.sun.net.httpserver.HttpExchange;
import java.io.IOException;
import java.net.URI;
import java.time.Instant;
import java.util.Map;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/**
 * An invented gateway for mail and texts on a free loopback port: {@code POST /messages} with {@code {"to","by","text"}} and an
 * {@code Idempotency-Key}, answered 202 with its number or 422 with why not, and {@code POST /messages/state} with
 * {@code {"to","number"}}. {@code POST /mood/down}, {@code slow}, {@code nonsense} and {@code usual} put it in that state.
 *
 * <p>What becomes of a message follows from the address, as in life it does from whoever lives there: a number that ends in 00
 * is switched off for a minute and a half, one in 99 is nobody's, one in 88 is blocked; a mailbox named {@code full} is full, a
 * domain {@code nowhere.example} is not there. A text of more than six parts is too long.
 */
@Component
public class GatewayStandIn extends LoopbackService {
    private static final long SWITCHED_OFF_S = 90;
    private static final long TAKES_S = 1;
    /** Six parts of 153 letters. */
    private static final int LONGEST_TEXT = 918;

    private volatile String mood = "usual";

    GatewayStandIn(JsonMapper json) {
        super(json);
    }

    /** {@code standin:} leads to this process's own, anything else where it says. */
    public URI resolve(String baseUrl) {
        return URI.create(baseUrl.equals("standin:") ? address() : baseUrl);
    }

    private record Letter(String to, String by, String text) {}

    private record Asked(String to, String number) {}

    @Override
    void answer(HttpExchange exchange) throws IOException {
        try (exchange) {
            String path = exchange.getRequestURI().getPath();
            if (path.startsWith("/mood/")) {
                mood = path.substring("/mood/".length());
                reply(exchange, 200, Map.of("mood", mood));
                return;
            }
            switch (mood) {
                case "down" -> reply(exchange, 503, Map.of("error", "back soon"));
                case "nonsense" -> reply(exchange, 202, "<html>it works!");
                case "slow" -> {
                    dawdle();
                    usual(exchange, path);
                }
                default -> usual(exchange, path);
            }
        }
    }

    private void usual(HttpExchange exchange, String path) throws IOException {
        byte[] body = exchange.getRequestBody().readAllBytes();
        String key = exchange.getRequestHeaders().getFirst("Idempotency-Key");
        if (key == null) {
            reply(exchange, 400, Map.of("error", "an Idempotency-Key is missing"));
        } else if (path.equals("/messages")) {
            take(exchange, json.readValue(body, Letter.class), key);
        } else if (path.equals("/messages/state")) {
            state(exchange, json.readValue(body, Asked.class));
        } else {
            reply(exchange, 404, Map.of("error", "not here"));
        }
    }

    /** The number holds when it was taken: whichever process is asked later knows as much. */
    private void take(HttpExchange exchange, Letter letter, String key) throws IOException {
        if (letter.by.equals("text") && letter.text.length() > LONGEST_TEXT) {
            reply(exchange, 422, Map.of("why", "tooLong"));
        } else if (letter.to.endsWith("88")) {
            reply(exchange, 422, Map.of("why", "blocked"));
        } else {
            String number = Integer.toUnsignedString(key.hashCode(), 36) + "-"
                    + Instant.now().getEpochSecond();
            reply(exchange, 202, Map.of("number", number));
        }
    }

    private void state(HttpExchange exchange, Asked asked) throws IOException {
        long taken = Long.parseLong(asked.number.substring(asked.number.indexOf('-') + 1));
        long since = Instant.now().getEpochSecond() - taken;
        boolean switchedOff = asked.to.endsWith("00");
        if (since < (switchedOff ? SWITCHED_OFF_S : TAKES_S)) {
            reply(exchange, 200, Map.of("state", "queued"));
        } else if (asked.to.endsWith("99") || asked.to.endsWith("@nowhere.example")) {
            reply(exchange, 200, Map.of("state", "bounced", "why", "noSuchAddress"));
        } else if (asked.to.startsWith("full@")) {
            reply(exchange, 200, Map.of("state", "bounced", "why", "boxFull"));
        } else {
            reply(exchange, 200, Map.of("state", "delivered"));
        }
    }
}
