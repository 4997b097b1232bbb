package app.gewerk.core.words;

import app.gewerk.core.Wire;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Something to be told: which sentence, and what stands in its places. It is kept and passed on as it is, and becomes
 * words where somebody reads it.
 *
 * @param code of the sentence in the catalogue
 * @param values by the names of the places: a text somebody typed, a number, a yes or no, a day, another thing to be
 *     told, or a list of those
 */
public record Say(String code, Map<String, Object> values) {

    /** @throws IllegalStateException if a value is of no sort that can be told and kept; a bug, not advice */
    public Say {
        Map<String, Object> ordered = new LinkedHashMap<>();
        values.forEach((name, value) -> ordered.put(name, tellable(value)));
        values = Collections.unmodifiableMap(ordered);
    }

    /** @param namesAndValues by turns */
    public static Say of(String code, Object... namesAndValues) {
        Map<String, Object> values = new LinkedHashMap<>();
        for (int i = 0; i < namesAndValues.length; i += 2) {
            values.put((String) namesAndValues[i], namesAndValues[i + 1]);
        }
        return new Say(code, values);
    }

    /** What somebody has typed. */
    public static Say typed(String text) {
        return of("typed", "text", text);
    }

    /**
     * What somebody has typed, letter by letter.
     *
     * @throws IllegalStateException if nobody has typed it
     */
    public String typedText() {
        if (!code.equals("typed")) {
            throw new IllegalStateException(code + " was not typed by anybody");
        }
        return (String) values.get("text");
    }

    public static Say money(BigDecimal amount, String currency) {
        return of("money", "amount", amount, "currency", currency);
    }

    /** One sentence after the other; at least one. */
    public static Say inTurn(List<Say> sentences) {
        Say told = sentences.getFirst();
        for (Say next : sentences.subList(1, sentences.size())) {
            told = of("inTurn", "first", told, "next", next);
        }
        return told;
    }

    /** The name of one of a few things: {@code place.onTheBench}. */
    public static Say of(Enum<?> one) {
        String type = one.getDeclaringClass().getSimpleName();
        return of(Character.toLowerCase(type.charAt(0)) + type.substring(1) + "." + Wire.word(one));
    }

    private static Object tellable(Object value) {
        return switch (value) {
            case String text -> text;
            case Integer whole -> (long) whole;
            case Long whole -> whole;
            case Double number -> number;
            case BigDecimal amount -> amount;
            case Boolean yes -> yes;
            case LocalDate day -> day;
            case Say say -> say;
            case Enum<?> one -> of(one);
            case List<?> list -> {
                List<Object> told = new ArrayList<>();
                list.forEach(one -> told.add(tellable(one)));
                yield Collections.unmodifiableList(told);
            }
            default -> throw new IllegalStateException(value.getClass() + " cannot be told");
        };
    }
}
