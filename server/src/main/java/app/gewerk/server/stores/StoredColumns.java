package app.gewerk.server.stores;

import app.gewerk.core.Wire;
import app.gewerk.core.stores.Columns;
import app.gewerk.core.stores.Field;
import java.util.EnumMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** Which heading of a seller's list says what, as it is kept, format 1. @param headings by field */
record StoredColumns(
        int format, @Nullable String separator, @Nullable Map<String, String> headings) {
    static StoredColumns of(Columns columns) {
        Map<String, String> headings = new java.util.TreeMap<>();
        columns.headings().forEach((field, heading) -> headings.put(field.toString(), heading));
        return new StoredColumns(1, "" + columns.separator(), headings);
    }

    Columns columns() {
        Map<Field, String> read = new EnumMap<>(Field.class);
        if (headings != null) {
            headings.forEach((field, heading) -> read.put(Wire.parse(Field.class, field), heading));
        }
        return new Columns(separator == null || separator.isEmpty() ? ',' : separator.charAt(0), read);
    }
}
