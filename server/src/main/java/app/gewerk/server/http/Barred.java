package app.gewerk.server.http;

import app.gewerk.core.words.Say;
import java.time.Duration;
import java.util.Optional;
import org.springframework.http.HttpStatus;

/** Whoever asks is not let in: nobody known, somebody without the right, or too often just now. */
public class Barred extends RuntimeException {
    final HttpStatus status;
    final transient Say why;
    final transient Optional<Duration> tryAgain;

    private Barred(HttpStatus status, Say why, Optional<Duration> tryAgain) {
        super(why.code(), null, false, false);
        this.status = status;
        this.why = why;
        this.tryAgain = tryAgain;
    }

    /** At a bench without accounts: a name must be picked. */
    public static Barred nobodyHere() {
        return new Barred(HttpStatus.FORBIDDEN, Say.of("http.nobodyHere"), Optional.empty());
    }

    public static Barred signInFirst() {
        return new Barred(HttpStatus.UNAUTHORIZED, Say.of("account.signInFirst"), Optional.empty());
    }

    /** What was shown does not prove who somebody is. */
    public static Barred unproven(Say why) {
        return new Barred(HttpStatus.UNAUTHORIZED, why, Optional.empty());
    }

    public static Barred forbidden(Say why) {
        return new Barred(HttpStatus.FORBIDDEN, why, Optional.empty());
    }

    /** @param why its {@code seconds} are added here */
    public static Barred tooOften(String why, Duration tryAgain) {
        long seconds = Math.max(1, tryAgain.plusMillis(999).toSeconds());
        return new Barred(
                HttpStatus.TOO_MANY_REQUESTS,
                Say.of(why, "seconds", seconds, "minutes", (seconds + 59) / 60),
                Optional.of(Duration.ofSeconds(seconds)));
    }
}
