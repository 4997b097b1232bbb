package app.gewerk.core.reading;

import app.gewerk.core.Wire;
import app.gewerk.core.words.Refused;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * One or several lengths as a technician types them or a caliper sends them: {@code 12.48}, {@code 12,48},
 * {@code 0.491in}, {@code 0.491"}, {@code 31/64"}, {@code 1 3/8in}; repeats apart by spaces or semicolons.
 *
 * @param typed what was typed, kept as it was
 * @param valuesMm the lengths in mm, at least one
 */
public record LengthEntry(String typed, List<Double> valuesMm) {
    private static final double MM_PER_INCH = 25.4;
    private static final int MOST_REPEATS = 20;
    private static final double LONGEST_MM = 2000;
    private static final Pattern ONE = Pattern.compile(
            "(?:(?<whole>\\d+)[ -])?(?<top>\\d+)/(?<bottom>\\d+)(?:\\s*(?<fractionUnit>mm|inch|in|\"|″|''))?"
                    + "|(?<number>\\d+[.,](?!\\d)|\\d*[.,]?\\d+)(?:\\s*(?<unit>mm|inch|in|\"|″|''))?",
            Pattern.CASE_INSENSITIVE);
    private static final Pattern BETWEEN = Pattern.compile("\\s*[;·]\\s*|,\\s+|\\s+");

    public LengthEntry {
        valuesMm = List.copyOf(valuesMm);
    }

    /** What a number without a unit means. */
    public enum BareUnit {
        MM,
        IN;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /** As {@link #parse(String, BareUnit)}, numbers without a unit in mm. */
    public static LengthEntry parse(String typed) {
        return parse(typed, BareUnit.MM);
    }

    /**
     * @param bare unit of numbers typed without one
     * @throws Refused saying what to type instead
     */
    public static LengthEntry parse(String typed, BareUnit bare) {
        String text = typed.strip();
        if (text.isEmpty()) {
            throw new Refused("entry.typeALength");
        }
        if (text.length() > 200) {
            throw new Refused("entry.tooLong");
        }
        List<Double> values = new ArrayList<>();
        Matcher one = ONE.matcher(text);
        Matcher between = BETWEEN.matcher(text);
        int at = 0;
        while (at < text.length()) {
            if (!one.find(at) || one.start() != at) {
                throw notALength(text.substring(at));
            }
            values.add(millimetres(one, bare));
            at = one.end();
            if (at < text.length()) {
                between.region(at, text.length());
                if (!between.lookingAt()) {
                    throw notALength(text.substring(one.start()));
                }
                at = between.end();
            }
        }
        if (values.size() > MOST_REPEATS) {
            throw new Refused("entry.tooManyRepeats", "most", MOST_REPEATS);
        }
        return new LengthEntry(typed, values);
    }

    /** Mean of the repeats (mm). */
    public double meanMm() {
        return valuesMm.stream().mapToDouble(Double::doubleValue).average().orElseThrow();
    }

    private static double millimetres(Matcher match, BareUnit bare) {
        boolean fraction = match.group("top") != null;
        double value;
        if (fraction) {
            double bottom = Double.parseDouble(match.group("bottom"));
            if (bottom == 0) {
                throw new Refused("entry.noZeroBelow");
            }
            String whole = match.group("whole");
            value = (whole == null ? 0 : Double.parseDouble(whole)) + Double.parseDouble(match.group("top")) / bottom;
        } else {
            value = Double.parseDouble(match.group("number").replace(',', '.'));
        }
        String unit = match.group(fraction ? "fractionUnit" : "unit");
        if (fraction && unit == null && bare == BareUnit.MM) {
            throw new Refused("entry.inInches", "typed", match.group(), "again", match.group());
        }
        boolean inches = unit == null ? bare == BareUnit.IN : !unit.equalsIgnoreCase("mm");
        double mm = inches ? value * MM_PER_INCH : value;
        if (!(mm > 0)) {
            throw new Refused("entry.notAboveZero");
        }
        if (mm > LONGEST_MM) {
            throw new Refused("entry.tooLongForACaliper", "most", (int) LONGEST_MM);
        }
        return mm;
    }

    private static Refused notALength(String rest) {
        String shown = rest.length() > 20 ? rest.substring(0, 20) + "…" : rest;
        return new Refused("entry.notALength", "shown", shown);
    }
}
