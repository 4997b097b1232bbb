package app.gewerk.server.choice;

import app.gewerk.core.Wire;
import app.gewerk.core.choice.Option;
import app.gewerk.core.choice.Ways;
import app.gewerk.core.job.Way;
import app.gewerk.server.shop.StoredJson;
import java.math.BigDecimal;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What was computed when a way was decided on, as it is kept, format 1: the device book learns from it how true it was. */
record StoredComputed(
        int format,
        String wish,
        @Nullable String currency,
        @Nullable List<Judged> ways) {

    /** In the order that was shown. */
    record Judged(
            String way,
            double strengthShare,
            double chanceLow,
            double chance,
            double chanceHigh,
            BigDecimal expectedCost,
            double minutes,
            double days) {}

    static StoredComputed of(Ways.Weighed weighed, String currency) {
        return new StoredComputed(
                1,
                Wire.word(weighed.wish()),
                currency,
                weighed.options().stream().map(StoredComputed::judged).toList());
    }

    private static Judged judged(Option option) {
        return new Judged(
                Wire.word(option.way()),
                rounded(option.strengthShare()),
                rounded(option.chance().low()),
                rounded(option.chance().likely()),
                rounded(option.chance().high()),
                option.expectedCost(),
                option.minutes(),
                option.days());
    }

    private static double rounded(double share) {
        return Math.round(share * 1e4) / 1e4;
    }

    /** Whether the way was weighed and another stood first; sellers were not asked, so that buying is never overruled. */
    boolean overruled(Way way) {
        List<String> shown = StoredJson.list(ways).stream().map(Judged::way).toList();
        return shown.indexOf(Wire.word(way)) > 0;
    }
}
