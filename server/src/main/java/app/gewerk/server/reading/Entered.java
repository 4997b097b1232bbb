package app.gewerk.server.reading;

import app.gewerk.core.reading.Reading;
import app.gewerk.core.reading.ToothCount;
import app.gewerk.core.words.Refusal;
import app.gewerk.core.words.Refused;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/** What was typed, understood; what is not names its field. */
final class Entered {
    private static final int MOST_READINGS = 24;

    private Entered() {}

    static List<Reading> readings(String field, List<ReadingEntry> entries, Optional<Integer> mateTeeth) {
        if (entries.size() > MOST_READINGS) {
            throw Refused.at(field, "reading.tooMany", "most", MOST_READINGS);
        }
        List<Reading> readings = new ArrayList<>();
        List<Refusal> wrong = new ArrayList<>();
        for (int i = 0; i < entries.size(); i++) {
            try {
                readings.add(entries.get(i).reading(mateTeeth.orElse(null)));
            } catch (Refused unusable) {
                wrong.addAll(unusable.at(field + "[" + i + "]").refusals());
            }
        }
        if (!wrong.isEmpty()) {
            throw new Refused(wrong);
        }
        return readings;
    }

    /** Nothing typed is as good as nothing sent. */
    static String text(@Nullable String given) {
        return given == null ? "" : given.strip();
    }

    static ToothCount toothCount(String typed) {
        return ofField("toothCount", () -> ToothCount.parse(typed));
    }

    static <T> T ofField(String field, Supplier<T> work) {
        try {
            return work.get();
        } catch (Refused unusable) {
            throw unusable.at(field);
        }
    }
}
