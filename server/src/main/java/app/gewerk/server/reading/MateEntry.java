package app.gewerk.server.reading;

import app.gewerk.core.gear.GearKind;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** The mate as it is entered; its readings beside it. */
public record MateEntry(
        @Nullable GearKind kind,
        @Nullable String toothCount,
        @Nullable Boolean worn,
        @Nullable List<ReadingEntry> readings) {

    String toothCountText() {
        return Entered.text(toothCount);
    }

    GearKind kindOrExternal() {
        return kind == null ? GearKind.EXTERNAL : kind;
    }

    List<ReadingEntry> entries() {
        return readings == null ? List.of() : readings;
    }
}
