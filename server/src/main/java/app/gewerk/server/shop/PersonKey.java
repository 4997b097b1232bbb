package app.gewerk.server.shop;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A person of a shop by number, as a cookie or a session keeps them. */
public record PersonKey(long shopId, long personId) {
    private static final Pattern WRITTEN = Pattern.compile("(\\d{1,18})\\.(\\d{1,18})");

    public static PersonKey of(Here here) {
        return new PersonKey(here.shopId(), here.personId());
    }

    /** What {@link #toString} has written; none if it is something else. */
    public static Optional<PersonKey> read(String text) {
        Matcher numbers = WRITTEN.matcher(text);
        return numbers.matches()
                ? Optional.of(new PersonKey(Long.parseLong(numbers.group(1)), Long.parseLong(numbers.group(2))))
                : Optional.empty();
    }

    @Override
    public String toString() {
        return shopId + "." + personId;
    }
}
