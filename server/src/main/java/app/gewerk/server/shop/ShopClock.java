package app.gewerk.server.shop;

import java.time.Instant;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;

/** What time it is at the bench. The demo tells its story of the last months by setting it back for a while. */
@Component
public class ShopClock {
    private final ThreadLocal<Instant> told = new ThreadLocal<>();

    public OffsetDateTime now() {
        Instant then = told.get();
        Instant now = then == null ? Instant.now() : then;
        return now.truncatedTo(ChronoUnit.MICROS).atOffset(ZoneOffset.UTC);
    }

    public LocalDate today(ZoneId zone) {
        return now().atZoneSameInstant(zone).toLocalDate();
    }

    /** Runs something as if it were another time. */
    public <T> T at(Instant time, Supplier<T> work) {
        told.set(time);
        try {
            return work.get();
        } finally {
            told.remove();
        }
    }
}
