package app.gewerk.core.handback;

import app.gewerk.core.Wire;
import app.gewerk.core.words.Say;
import java.util.Optional;

/** What an owner is written, in words for them. */
public enum Message {
    READY,
    NEEDS_WORD,
    DELAYED;

    /**
     * What is known for it.
     *
     * @param waitsFor what the machine waits for; empty where it waits for nothing
     * @param due what is to pay
     */
    public record About(String shop, String owner, String machine, String waitsFor, Optional<Say> due) {}

    public Say words() {
        return Say.of(this);
    }

    public Say text(About about) {
        Say greeting = about.owner().isBlank()
                ? Say.of("message.greeting")
                : Say.of("message.greetingTo", "owner", about.owner());
        Say body = switch (this) {
            case READY ->
                about.due()
                        .map(d -> Say.of("message.readyToPay", "machine", about.machine(), "due", d))
                        .orElseGet(() -> Say.of("message.readyText", "machine", about.machine()));
            case NEEDS_WORD -> Say.of("message.needsWordText", "machine", about.machine());
            case DELAYED ->
                about.waitsFor().isBlank()
                        ? Say.of("message.delayedText", "machine", about.machine())
                        : Say.of("message.delayedFor", "machine", about.machine(), "waitsFor", about.waitsFor());
        };
        return Say.of("message.whole", "greeting", greeting, "body", body, "shop", about.shop());
    }

    @Override
    public String toString() {
        return Wire.word(this);
    }
}
