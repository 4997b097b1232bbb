package app.gewerk.server.knowledge;

import java.util.Map;
import org.jspecify.annotations.Nullable;

/** A shop's own values by column, as they are kept, format 1. */
record StoredCells(int format, @Nullable Map<String, String> cells) {
    static StoredCells of(Map<String, String> cells) {
        return new StoredCells(1, cells);
    }

    Map<String, String> all() {
        return cells == null ? Map.of() : cells;
    }
}
