package app.gewerk.core.handback;

import app.gewerk.core.words.Refused;
import java.util.regex.Pattern;

/**
 * Where a message to an owner goes: a mail address, or else a telephone number, written in digits with a plus at most.
 *
 * @param mail otherwise it goes as a text to a telephone
 */
public record SendTo(String address, boolean mail) {
    /** One at, something before it, a name with a dot behind it: what a gateway refuses besides is for the gateway to say. */
    private static final Pattern MAIL = Pattern.compile("[^@\\s,;<>\"]{1,64}@[^@\\s,;<>\".]+(\\.[^@\\s,;<>\".]+)+");
    /** E.164 has at most 15 digits; fewer than 5 reach nobody at home (common practice). */
    private static final Pattern NUMBER = Pattern.compile("\\+?\\d{5,15}");

    private static final int LONGEST = 254;

    /** As typed on a card: blanks, strokes and brackets in a number are left out. */
    public static SendTo of(String typed) {
        String address = typed.strip();
        if (address.length() <= LONGEST && MAIL.matcher(address).matches()) {
            return new SendTo(address, true);
        }
        String number = address.replaceAll("[\\s\\u00a0/().-]", "").replaceFirst("^00", "+");
        if (NUMBER.matcher(number).matches()) {
            return new SendTo(number, false);
        }
        throw Refused.at("to", address.isEmpty() ? "sendTo.nobody" : "sendTo.unclear", "to", address);
    }
}
