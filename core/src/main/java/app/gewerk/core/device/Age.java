package app.gewerk.core.device;

import java.time.LocalDate;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** How old a machine was, from what was typed of its time: {@code 1972}, {@code about 1972}, {@code the 1970s}, {@code 1970-75}. */
public final class Age {
    private static final Pattern YEAR = Pattern.compile("(?<!\\d)(1[89]\\d\\d|20\\d\\d)(?!\\d)(['’]?s)?");
    /** Until the second year of a span: {@code 1970–75}, {@code 1970 to 1975}. */
    private static final Pattern SPAN =
            Pattern.compile("(?<!\\d)(1[89]|20)(\\d\\d)\\s*(?:[-–/]|to|bis)\\s*(?:(1[89]|20))?(\\d\\d)(?!\\d)");

    private static final int HALF_A_DECADE = 5;

    private Age() {}

    /** In whole years; empty where no year can be read, or it lies ahead. */
    public static OptionalInt years(String era, LocalDate at) {
        OptionalInt made = made(era);
        return made.isEmpty() || made.getAsInt() > at.getYear()
                ? OptionalInt.empty()
                : OptionalInt.of(at.getYear() - made.getAsInt());
    }

    private static OptionalInt made(String era) {
        Matcher span = SPAN.matcher(era);
        if (span.find()) {
            int first = Integer.parseInt(span.group(1) + span.group(2));
            int last = Integer.parseInt((span.group(3) == null ? span.group(1) : span.group(3)) + span.group(4));
            if (first <= last) {
                return OptionalInt.of((first + last) / 2);
            }
        }
        Matcher year = YEAR.matcher(era);
        return year.find()
                ? OptionalInt.of(Integer.parseInt(year.group(1)) + (year.group(2) == null ? 0 : HALF_A_DECADE))
                : OptionalInt.empty();
    }
}
