package app.gewerk.core.reading;

import app.gewerk.core.Wire;
import app.gewerk.core.words.Refused;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * One or several lengths as a technician types them or a caliper sends them: {@code 12.48}, {@code 12,48},
 * {@code 0.491in}, {@code 0.491"}, {@code 31/64"}, {@code 1½"}, {@code 1 3/8 inches}; repeats apart by spaces or semicolons. A
 * unit behind the last of them goes for all, unless the others are the same length in millimetres.
 *
 * @param typed what was typed, kept as it was
 * @param valuesMm the lengths in mm, at least one
 */
public record LengthEntry(String typed, List<Double> valuesMm) {
    private static final double MM_PER_INCH = 25.4;
    private static final int MOST_REPEATS = 20;
    private static final double LONGEST_MM = 2000;
    /** Repeats of one thing are never further apart: what looks so is a comma, a point or a blank in the wrong place. */
    private static final double REPEATS_APART = 1.25;

    private static final String UNIT = "mm|inches|inch|in|\"";
    private static final Pattern ONE = Pattern.compile(
            "(?:(?<whole>\\d+)[ -])?(?<top>\\d+)/(?<bottom>\\d+)(?:\\s*(?<fractionUnit>" + UNIT + "))?"
                    + "|(?<number>\\d+[.,](?!\\d)|\\d*[.,]?\\d+)(?:\\s*(?<unit>" + UNIT + "))?",
            Pattern.CASE_INSENSITIVE);
    private static final Pattern BETWEEN = Pattern.compile("\\s*[;·]\\s*|,\\s+|\\s+");
    private static final Pattern BLANKS = Pattern.compile("[\\u00A0\\u2007\\u2009\\u202F]");
    private static final Pattern INCH_SIGNS =
            Pattern.compile("[\\u201C-\\u201F\\u2033\\u301D\\u301E]|''|[\\u2019\\u2032]{2}");
    private static final Map<String, String> FRACTIONS =
            Map.of("½", "1/2", "¼", "1/4", "¾", "3/4", "⅛", "1/8", "⅜", "3/8", "⅝", "5/8", "⅞", "7/8");

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
        List<One> all = new ArrayList<>();
        String plain = plain(text);
        Matcher one = ONE.matcher(plain);
        Matcher between = BETWEEN.matcher(plain);
        int at = 0;
        while (at < plain.length()) {
            if (!one.find(at) || one.start() != at) {
                throw notALength(plain.substring(at));
            }
            all.add(One.of(one));
            at = one.end();
            if (at < plain.length()) {
                between.region(at, plain.length());
                if (!between.lookingAt()) {
                    throw notALength(plain.substring(one.start()));
                }
                at = between.end();
            }
        }
        if (all.size() > MOST_REPEATS) {
            throw new Refused("entry.tooManyRepeats", "most", MOST_REPEATS);
        }
        return new LengthEntry(typed, repeats(inMm(all, bare)));
    }

    /** With the blanks, inch signs and fractions that keyboards and papers have in place of the plain ones. */
    private static String plain(String text) {
        String plain = INCH_SIGNS.matcher(BLANKS.matcher(text).replaceAll(" ")).replaceAll("\"");
        for (Map.Entry<String, String> fraction : FRACTIONS.entrySet()) {
            plain = plain.replaceAll("(?<=\\d) ?" + fraction.getKey(), " " + fraction.getValue())
                    .replace(fraction.getKey(), fraction.getValue());
        }
        return plain.strip();
    }

    private static List<Double> inMm(List<One> all, BareUnit bare) {
        Optional<String> behind = all.getLast().unit;
        boolean others = all.stream().limit(all.size() - 1L).anyMatch(v -> v.unit.isPresent());
        List<Double> each = new ArrayList<>();
        if (behind.isEmpty() || others) {
            all.forEach(v -> each.add(v.mm(bare)));
            return each;
        }
        boolean fractions = all.stream().anyMatch(v -> v.fraction);
        if (!fractions) {
            all.forEach(v -> each.add(v.mm(bare)));
        }
        boolean mixed = !fractions && !apart(each);
        return mixed
                ? each
                : all.stream().map(v -> v.withUnit(behind.get()).mm(bare)).toList();
    }

    private static boolean apart(List<Double> values) {
        double least = values.stream().mapToDouble(v -> v).min().orElseThrow();
        double most = values.stream().mapToDouble(v -> v).max().orElseThrow();
        return most > REPEATS_APART * least;
    }

    private static List<Double> repeats(List<Double> values) {
        if (apart(values)) {
            throw new Refused(
                    "entry.noRepeats",
                    "one",
                    values.getFirst(),
                    "other",
                    values.stream()
                            .filter(v -> apart(List.of(v, values.getFirst())))
                            .findFirst()
                            .orElse(values.getLast()));
        }
        return values;
    }

    /** Mean of the repeats (mm). */
    public double meanMm() {
        return valuesMm.stream().mapToDouble(Double::doubleValue).average().orElseThrow();
    }

    /** One length with the unit it was typed with. */
    private record One(double value, boolean fraction, Optional<String> unit, String typed) {
        static One of(Matcher match) {
            boolean fraction = match.group("top") != null;
            Optional<String> unit = Optional.ofNullable(match.group(fraction ? "fractionUnit" : "unit"));
            if (!fraction) {
                return new One(Double.parseDouble(match.group("number").replace(',', '.')), false, unit, match.group());
            }
            double bottom = Double.parseDouble(match.group("bottom"));
            if (bottom == 0) {
                throw new Refused("entry.noZeroBelow");
            }
            String whole = match.group("whole");
            double value =
                    (whole == null ? 0 : Double.parseDouble(whole)) + Double.parseDouble(match.group("top")) / bottom;
            return new One(value, true, unit, match.group());
        }

        One withUnit(String behind) {
            return unit.isPresent() ? this : new One(value, fraction, Optional.of(behind), typed);
        }

        double mm(BareUnit bare) {
            if (fraction && unit.isEmpty() && bare == BareUnit.MM) {
                throw new Refused("entry.inInches", "typed", typed, "again", typed);
            }
            boolean inches = unit.map(u -> !u.equalsIgnoreCase("mm")).orElse(bare == BareUnit.IN);
            double mm = inches ? value * MM_PER_INCH : value;
            if (!(mm > 0)) {
                throw new Refused("entry.notAboveZero");
            }
            if (mm > LONGEST_MM) {
                throw new Refused("entry.tooLongForACaliper", "most", (int) LONGEST_MM);
            }
            return mm;
        }
    }

    private static Refused notALength(String rest) {
        String shown = rest.length() > 20 ? rest.substring(0, 20) + "…" : rest;
        return new Refused("entry.notALength", "shown", shown);
    }
}
