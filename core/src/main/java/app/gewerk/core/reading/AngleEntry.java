package app.gewerk.core.reading;

import app.gewerk.core.words.Refused;
import java.util.ArrayList;
import java.util.List;

/** One or several angles as they are typed: {@code 15}, {@code 14,5°}, {@code 15 14.5}. */
public final class AngleEntry {
    private static final int MOST_REPEATS = 20;

    private AngleEntry() {}

    /**
     * The angles in degrees, at least one.
     *
     * @throws Refused saying what to type instead
     */
    public static List<Double> parse(String typed) {
        List<Double> degrees = new ArrayList<>();
        for (String part : typed.strip().split("\\s*[;·]\\s*|,\\s+|\\s+")) {
            String number = part.replaceAll("°|deg$", "").replace(',', '.');
            if (!number.matches("\\d{1,3}(\\.\\d{1,4})?") || degrees.size() == MOST_REPEATS) {
                String shown = part.length() > 20 ? part.substring(0, 20) + "…" : part;
                throw new Refused("entry.notAnAngle", "shown", shown);
            }
            degrees.add(Double.parseDouble(number));
        }
        return List.copyOf(degrees);
    }
}
