package app.gewerk.server.message;

import app.gewerk.core.Wire;
import app.gewerk.core.handback.SendTo;
import app.gewerk.server.message.MessageService.Lost;
import app.gewerk.server.outside.OutsideClient;
import app.gewerk.server.outside.OutsideClient.NoAnswer;
import app.gewerk.server.standin.GatewayStandIn;
import java.net.URI;
import java.util.Optional;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;

/** Speaks to the gateway that takes mail and texts. */
@Component
class GatewayClient {
    private final OutsideClient outside;
    private final GatewayStandIn standIn;
    private final String baseUrl;

    GatewayClient(OutsideClient outside, GatewayStandIn standIn, @Value("${gewerk.gateway:standin:}") String baseUrl) {
        this.outside = outside;
        this.standIn = standIn;
        this.baseUrl = baseUrl;
    }

    /** @param why it was not taken; otherwise {@code number} is what the gateway calls it */
    record Taken(String number, Optional<Lost> why) {}

    enum Where {
        QUEUED,
        DELIVERED,
        BOUNCED;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    record Whereabouts(Where state, Optional<Lost> why) {}

    private record Letter(String to, String by, String text) {}

    private record Number(String to, String number) {}

    private record Accepted(String number) {}

    private record Refusal(Lost why) {}

    Taken send(String to, String letter, String key) throws NoAnswer {
        Letter body = new Letter(to, SendTo.of(to).mail() ? "mail" : "text", letter);
        OutsideClient.Answer answer = outside.post(at("/messages"), body, key);
        return switch (answer.status()) {
            case 202 -> new Taken(answer.as(new TypeReference<Accepted>() {}).number(), Optional.empty());
            case 422 ->
                new Taken(
                        "",
                        Optional.of(answer.as(new TypeReference<Refusal>() {}).why()));
            default -> throw new NoAnswer("The gateway answered " + answer.status());
        };
    }

    Whereabouts state(String to, String number, String key) throws NoAnswer {
        OutsideClient.Answer answer = outside.post(at("/messages/state"), new Number(to, number), key);
        if (answer.status() != 200) {
            throw new NoAnswer("The gateway answered " + answer.status());
        }
        return answer.as(new TypeReference<>() {});
    }

    private URI at(String path) {
        return URI.create(standIn.resolve(baseUrl) + path);
    }
}
