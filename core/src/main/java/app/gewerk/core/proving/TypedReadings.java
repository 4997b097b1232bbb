package app.gewerk.core.proving;

import app.gewerk.core.words.Refused;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Repeats of one reading as they are typed: {@code 0,42 0.43 410 mA}, {@code 62 dB; 63}. */
public final class TypedReadings {
    private static final int MOST = 50;
    private static final Pattern ONE = Pattern.compile(
            "\\G\\s*(-?\\d{1,9}(?:[.,]\\d{1,6})?)\\s*(mA|A|dB|mm|°C|C|s|min|1/min|rpm)?\\s*(?:;|,\\s|(?=\\s)|$)");

    private TypedReadings() {}

    /** @throws Refused if nothing was typed, it is no number, of another unit, or no machine reads so */
    public static List<Double> read(Measure measure, String typed) {
        List<Double> values = new ArrayList<>();
        Matcher one = ONE.matcher(typed.strip());
        int end = 0;
        while (one.find()) {
            String unit = one.group(2) == null ? measure.unit() : one.group(2);
            double of = measure.of(unit)
                    .orElseThrow(() -> Refused.at("typed", "prove.otherUnit", "given", unit, "unit", measure.unit()));
            // As decimals: 410 mA are 0.41 A, and are shown so.
            double inUnit = new BigDecimal(one.group(1).replace(',', '.'))
                    .multiply(BigDecimal.valueOf(of))
                    .doubleValue();
            measure.require(inUnit);
            values.add(inUnit);
            end = one.end();
            if (end == typed.strip().length()) {
                break;
            }
        }
        if (values.isEmpty() || values.size() > MOST || end < typed.strip().length()) {
            throw Refused.at("typed", "prove.readings", "measure", measure.words(), "unit", measure.unit());
        }
        return values;
    }
}
