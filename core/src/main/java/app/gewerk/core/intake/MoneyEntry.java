package app.gewerk.core.intake;

import java.math.BigDecimal;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** An amount of money as people type it: {@code 129.90}, {@code 129,9}, {@code 1.249,00}, {@code 1,249.00}, {@code 1 249}. */
public final class MoneyEntry {
    private static final Pattern PLAIN = Pattern.compile("(\\d{1,7})(?:[.,](\\d{1,2}))?");
    /** Groups of three with one sign between them, and another before the hundredths. */
    private static final Pattern GROUPED = Pattern.compile(
            "(\\d{1,3}(?:(?<group>[.,'’ \\u00A0\\u202F])\\d{3})(?:\\k<group>\\d{3})*)(?<rest>[.,]\\d{1,2})?");

    private MoneyEntry() {}

    /**
     * The amount to hundredths; nothing where it is none, or can mean two things: {@code 1.249} may be a thousand or a slip.
     */
    public static Optional<BigDecimal> parse(String typed) {
        String text = typed.strip();
        Matcher plain = PLAIN.matcher(text);
        if (plain.matches()) {
            return Optional.of(amount(plain.group(1), plain.group(2)));
        }
        Matcher grouped = GROUPED.matcher(text);
        if (!grouped.matches()) {
            return Optional.empty();
        }
        String sign = grouped.group("group");
        String rest = grouped.group("rest");
        String whole = grouped.group(1).replaceAll("\\D", "");
        boolean twoMeanings = rest == null && whole.length() <= 6 && (sign.equals(".") || sign.equals(","));
        if (twoMeanings || whole.length() > 7 || rest != null && rest.startsWith(sign)) {
            return Optional.empty();
        }
        return Optional.of(amount(whole, rest == null ? null : rest.substring(1)));
    }

    private static BigDecimal amount(String whole, @Nullable String hundredths) {
        return new BigDecimal(hundredths == null ? whole : whole + "." + hundredths).setScale(2);
    }
}
