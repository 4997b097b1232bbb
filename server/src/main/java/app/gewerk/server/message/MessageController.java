package app.gewerk.server.message;

import app.gewerk.core.AtMost;
import app.gewerk.core.Wire;
import app.gewerk.core.account.Right;
import app.gewerk.core.handback.Message;
import app.gewerk.server.http.Needs;
import app.gewerk.server.shop.Here;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What is sent to owners. */
@RestController
@Needs(Right.COUNTER)
@RequestMapping("/api/messages")
class MessageController {
    private final MessageService messages;

    MessageController(MessageService messages) {
        this.messages = messages;
    }

    /** @param to a mail address or a telephone number, {@code letter} as it goes out */
    record SendMessage(
            String about,
            @AtMost(254) String to,
            @AtMost(MessageService.LONGEST) String letter) {}

    @GetMapping("/{jobId}")
    List<MessageService.SentMessage> sent(Here here, @PathVariable long jobId) {
        return messages.ofJob(here, jobId);
    }

    @PostMapping("/{jobId}")
    List<MessageService.SentMessage> send(
            Here here,
            @PathVariable long jobId,
            @RequestBody SendMessage message,
            @RequestHeader(name = "Idempotency-Key", required = false) @Nullable String key) {
        return messages.send(
                here,
                jobId,
                Wire.parse(Message.class, message.about()),
                message.to(),
                message.letter(),
                Optional.ofNullable(key));
    }

    /** Not sent after all; too late once the gateway has it. */
    @PostMapping("/{jobId}/{messageId}/withdraw")
    List<MessageService.SentMessage> withdraw(Here here, @PathVariable long jobId, @PathVariable long messageId) {
        return messages.withdraw(here, jobId, messageId);
    }
}
