package app.gewerk.server.paper;

import app.gewerk.core.words.Say;
import app.gewerk.server.http.Words;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;

/** What several papers say in the same way. */
public final class Told {
    private static final DateTimeFormatter MOMENT = DateTimeFormatter.ofPattern("d MMM yyyy HH:mm", Locale.ENGLISH);

    private Told() {}

    public static String moment(OffsetDateTime at, ZoneId zone) {
        return MOMENT.format(at.atZoneSameInstant(zone));
    }

    public static Say because(Say told, String why) {
        return why.isEmpty() ? told : Say.of("paper.because", "told", told, "why", why);
    }

    /** Whole per cent of a probability. */
    public static long percent(double probability) {
        return Math.round(100 * probability);
    }

    /** A value with its name before it; nothing when there is none. */
    public static Optional<Say> labelled(String code, String value) {
        return value.isBlank() ? Optional.empty() : Optional.of(Say.of(code, "value", value));
    }

    /** What there is of them, on one line. */
    public static String besideEachOther(List<Optional<Say>> values) {
        return values.stream().flatMap(Optional::stream).map(Words::of).collect(Collectors.joining("    "));
    }
}
