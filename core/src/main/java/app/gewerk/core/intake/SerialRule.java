package app.gewerk.core.intake;

import app.gewerk.core.words.Refused;
import java.util.Optional;

/**
 * How one maker wrote the date into its serial numbers, as the shop has found out. In the pattern {@code {YYYY}},
 * {@code {YY}} or {@code {Y}} is the year, {@code {WW}} the week, {@code {MM}} the month, {@code #} any digit, {@code ?}
 * any one letter or digit, {@code *} the rest; everything else stands for itself, capital or small.
 *
 * @param yearsFrom the first year the rule holds for; short years are the first such year from then on
 */
public record SerialRule(String maker, String pattern, int yearsFrom) {
    private static final int LONGEST = 60;

    /** @throws Refused if the pattern has no year or a brace that means nothing */
    public SerialRule {
        if (maker.isBlank() || maker.length() > 200) {
            throw new Refused("serial.whose");
        }
        if (pattern.length() > LONGEST) {
            throw new Refused("serial.tooLong", "most", LONGEST);
        }
        if (yearsFrom < 1850 || yearsFrom > 2200) {
            throw new Refused("serial.year", "given", yearsFrom);
        }
        String left = pattern.replaceAll("\\{(YYYY|YY|Y|WW|MM)}", "");
        if (!left.matches("[^{}]*")) {
            throw new Refused("serial.braces");
        }
        if (pattern.replaceAll("\\{Y+}", "").equals(pattern)) {
            throw new Refused("serial.showYear");
        }
        int star = left.indexOf('*');
        if (star >= 0 && !pattern.endsWith("*") || star != left.lastIndexOf('*')) {
            throw new Refused("serial.star");
        }
    }

    /** When it was made, as far as the number says. */
    public record Era(int year, Optional<Integer> week, Optional<Integer> month) {
        public String words() {
            return year
                    + week.map(w -> ", week " + w).orElse("")
                    + month.map(m -> ", month " + m).orElse("");
        }
    }

    /** The era a serial number says by this rule; empty when the number does not follow it. */
    public Optional<Era> decode(String serial) {
        String number = serial.strip();
        int at = 0;
        int p = 0;
        Optional<Integer> year = Optional.empty();
        Optional<Integer> week = Optional.empty();
        Optional<Integer> month = Optional.empty();
        while (p < pattern.length()) {
            char c = pattern.charAt(p);
            if (c == '*') {
                at = number.length();
                p++;
            } else if (c == '{') {
                int end = pattern.indexOf('}', p);
                String what = pattern.substring(p + 1, end);
                Optional<Integer> value = digits(number, at, what.length());
                if (value.isEmpty()) {
                    return Optional.empty();
                }
                switch (what.charAt(0)) {
                    case 'Y' -> year = Optional.of(year(value.get(), what.length()));
                    case 'W' -> week = value.filter(w -> w >= 1 && w <= 53);
                    default -> month = value.filter(m -> m >= 1 && m <= 12);
                }
                if ((what.equals("WW") && week.isEmpty()) || (what.equals("MM") && month.isEmpty())) {
                    return Optional.empty();
                }
                at += what.length();
                p = end + 1;
            } else {
                if (at >= number.length() || !fits(c, number.charAt(at))) {
                    return Optional.empty();
                }
                at++;
                p++;
            }
        }
        if (at != number.length()) {
            return Optional.empty();
        }
        Optional<Integer> theWeek = week;
        Optional<Integer> theMonth = month;
        return year.filter(y -> y >= yearsFrom).map(y -> new Era(y, theWeek, theMonth));
    }

    private int year(int value, int digits) {
        if (digits == 4) {
            return value;
        }
        int cycle = digits == 2 ? 100 : 10;
        return yearsFrom + Math.floorMod(value - yearsFrom, cycle);
    }

    private static Optional<Integer> digits(String number, int at, int count) {
        if (at + count > number.length()) {
            return Optional.empty();
        }
        String text = number.substring(at, at + count);
        return text.matches("[0-9]+") ? Optional.of(Integer.parseInt(text)) : Optional.empty();
    }

    private static boolean fits(char pattern, char letter) {
        return switch (pattern) {
            case '#' -> letter >= '0' && letter <= '9';
            case '?' -> Character.isLetterOrDigit(letter);
            default -> Character.toLowerCase(pattern) == Character.toLowerCase(letter);
        };
    }
}
