package app.gewerk.core.stores;

import app.gewerk.core.gear.Pitch;
import app.gewerk.core.stores.GearWish.Range;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What somebody typed to find a part: so much of a gear as it says, and words. {@code m0,5 20-30 teeth bore 3 brass} is 0.5
 * module, 20 to 30 teeth, a bore of 3 mm and the word brass.
 *
 * @param words what is left, small letters
 * @param number what was typed as a part number, where it could be one
 */
public record Asked(GearWish gear, List<String> words, Optional<PartKey> number) {
    /** Who types more pastes something else. */
    private static final int LONGEST = 200;

    private static final String NUMBER = "(\\d{1,4}(?:[.,]\\d{1,4})?)";
    private static final String TO = "\\s*(?:-|–|…|\\.\\.\\.?|to|bis)\\s*";
    private static final String RANGE = NUMBER + "(?:" + TO + NUMBER + ")?";
    private static final String INCH = "\\s*(mm|in\\b|inch(?:es)?\\b|\")?";

    private static Pattern pattern(String regex) {
        return Pattern.compile("(?<![\\p{L}\\d.,/-])(?:" + regex + ")(?![\\p{L}\\d])", Pattern.CASE_INSENSITIVE);
    }

    private static final Pattern PITCH = pattern("(?:" + RANGE + "\\s*(?:pitch|dp)|(?:pitch|dp)\\s*" + RANGE + ")");
    private static final Pattern MODULE =
            pattern("(?:module|mod|m)\\s*\\.?\\s*" + RANGE + "|" + RANGE + "\\s*(?:module|mod|m)");
    private static final Pattern TEETH = pattern(RANGE + "\\s*(?:teeth|tooth|t|z)|(?:teeth|z)\\s*=?\\s*" + RANGE);
    private static final Pattern BORE =
            pattern("(?:bore|hole)\\s*" + NUMBER + INCH + "|" + NUMBER + INCH + "\\s*(?:bore|hole)");
    private static final Pattern WIDTH =
            pattern("(?:width|face)\\s*" + NUMBER + INCH + "|" + NUMBER + INCH + "\\s*(?:wide|width|face)");
    private static final Pattern ANGLE = pattern(NUMBER + "\\s*(?:°|deg(?:rees)?)");

    /** Reads what was typed; there is nothing that cannot be read. */
    public static Asked of(String typed) {
        String text = typed.strip();
        Reading reading = new Reading(text.length() > LONGEST ? text.substring(0, LONGEST) : text);
        Optional<Range> pitch = reading.range(PITCH);
        Optional<Range> module = pitch.filter(p -> p.from() > 0)
                .map(p -> Range.between(Pitch.MM_PER_INCH / p.from(), Pitch.MM_PER_INCH / p.to()))
                .or(() -> reading.range(MODULE));
        GearWish gear = new GearWish(
                module,
                reading.range(TEETH),
                reading.length(BORE),
                reading.length(WIDTH),
                reading.range(ANGLE).map(Range::from));
        List<String> words = reading.words();
        return new Asked(gear, words, gear.nothing() ? PartKey.of(text) : Optional.empty());
    }

    /** Takes out of a text what it has understood. */
    private static final class Reading {
        private String left;

        Reading(String text) {
            left = text;
        }

        private Optional<MatchResult> take(Pattern pattern) {
            Matcher found = pattern.matcher(left);
            if (!found.find()) {
                return Optional.empty();
            }
            MatchResult result = found.toMatchResult();
            left = left.substring(0, result.start()) + " " + left.substring(result.end());
            return Optional.of(result);
        }

        Optional<Range> range(Pattern pattern) {
            return take(pattern).map(r -> {
                List<Double> numbers = java.util.stream.IntStream.rangeClosed(1, r.groupCount())
                        .mapToObj(r::group)
                        .filter(java.util.Objects::nonNull)
                        .map(Reading::number)
                        .toList();
                return Range.between(numbers.getFirst(), numbers.getLast());
            });
        }

        Optional<Double> length(Pattern pattern) {
            return take(pattern).map(r -> {
                int at = r.group(1) != null ? 1 : 3;
                String unit = r.group(at + 1) == null ? "mm" : r.group(at + 1).toLowerCase(Locale.ROOT);
                return number(r.group(at)) * (unit.equals("mm") ? 1 : Pitch.MM_PER_INCH);
            });
        }

        private static double number(String text) {
            return Double.parseDouble(text.replace(',', '.'));
        }

        List<String> words() {
            return java.util.Arrays.stream(left.toLowerCase(Locale.ROOT).split("[\\s;|]+"))
                    .map(w -> w.replaceAll("^[,.]+|[,.]+$", ""))
                    .filter(w -> !w.isEmpty())
                    .limit(8)
                    .toList();
        }
    }
}
