package app.gewerk.server.shop;

import app.gewerk.core.words.Say;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Something told as it is kept, format 1: its code and its values. A day is kept as {@code {"day": "2026-11-27"}}, an
 * amount of money as {@code {"amount": "7.30"}}, something told within it by its own code and values.
 */
public record StoredSay(int format, String code, Map<String, Object> values) {

    /** Several things told. */
    public record All(int format, List<Map<String, Object>> findings) {
        public static All of(List<Say> told) {
            return new All(1, told.stream().map(StoredSay::within).toList());
        }

        public List<Say> told() {
            return findings.stream().map(StoredSay::told).toList();
        }
    }

    public static StoredSay of(Say say) {
        return new StoredSay(1, say.code(), values(say));
    }

    public Say say() {
        return new Say(code, values == null ? Map.of() : toldValues(values));
    }

    private static Map<String, Object> values(Say say) {
        Map<String, Object> values = new LinkedHashMap<>();
        say.values().forEach((name, value) -> values.put(name, kept(value)));
        return values;
    }

    private static Map<String, Object> within(Say say) {
        Map<String, Object> kept = new LinkedHashMap<>();
        kept.put("code", say.code());
        kept.put("values", values(say));
        return kept;
    }

    private static Object kept(Object value) {
        return switch (value) {
            case Say say -> within(say);
            case LocalDate day -> Map.of("day", day.toString());
            case BigDecimal amount -> Map.of("amount", amount.toPlainString());
            case List<?> list -> list.stream().map(StoredSay::kept).toList();
            default -> value;
        };
    }

    private static Say told(Map<?, ?> kept) {
        Object values = kept.get("values");
        return new Say(String.valueOf(kept.get("code")), values instanceof Map<?, ?> map ? toldValues(map) : Map.of());
    }

    private static Map<String, Object> toldValues(Map<?, ?> kept) {
        Map<String, Object> values = new LinkedHashMap<>();
        kept.forEach((name, value) -> values.put(String.valueOf(name), toldValue(value)));
        return values;
    }

    private static Object toldValue(Object kept) {
        return switch (kept) {
            case Map<?, ?> map when map.containsKey("code") -> told(map);
            case Map<?, ?> map when map.containsKey("day") -> LocalDate.parse(String.valueOf(map.get("day")));
            case Map<?, ?> map -> new BigDecimal(String.valueOf(map.get("amount")));
            case List<?> list -> list.stream().map(StoredSay::toldValue).toList();
            default -> kept;
        };
    }
}
