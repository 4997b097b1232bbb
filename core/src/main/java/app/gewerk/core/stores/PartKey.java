package app.gewerk.core.stores;

import app.gewerk.core.words.Outcome;
import java.util.Locale;
import java.util.Optional;

/**
 * A part number as it is found, however it was typed: {@code 48-213 a}, {@code 48213A} and {@code 48.213-A} are one.
 *
 * @param text capitals and figures, up to {@value #LONGEST} of them
 */
public record PartKey(String text) {
    private static final int LONGEST = 40;

    /** The key of what was typed; nothing when there is no letter or figure in it, or too many. */
    public static Optional<PartKey> of(String typed) {
        String plain = typed.toUpperCase(Locale.ROOT).replaceAll("[^0-9A-Z]", "");
        return plain.isEmpty() || plain.length() > LONGEST ? Optional.empty() : Optional.of(new PartKey(plain));
    }

    public static Outcome<PartKey> required(String typed) {
        return of(typed)
                .<Outcome<PartKey>>map(Outcome.Made::new)
                .orElseGet(() -> Outcome.cannot("part.number", "most", LONGEST));
    }
}
