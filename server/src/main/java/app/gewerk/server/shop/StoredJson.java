package app.gewerk.server.shop;

import app.gewerk.core.words.Say;
import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.core.JsonGenerator;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.SerializationContext;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.module.SimpleModule;
import tools.jackson.databind.ser.std.StdSerializer;

/**
 * Writes and reads what is kept as JSON. Each such thing has a stored form of its own, a record that begins with the
 * number of its format and outlives the code: rows written years ago are read by today's form, whose parts are all
 * allowed to be missing, and turned into the core's value in one place.
 */
@Component
public class StoredJson {
    /** Knows nothing of how answers are written; what it writes changes with the stored forms only. */
    private final JsonMapper json = JsonMapper.builder()
            .disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
            .changeDefaultPropertyInclusion(i -> i.withValueInclusion(JsonInclude.Include.NON_NULL))
            .addModule(new SimpleModule("told").addSerializer(Say.class, new StdSerializer<Say>(Say.class) {
                @Override
                public void serialize(Say say, JsonGenerator to, SerializationContext context) {
                    to.writePOJO(StoredSay.of(say));
                }
            }))
            .build();

    /** What stood before a change, or after it, for whoever looks into the journal's rows: nothing reads it back. */
    public String evidence(Object value) {
        return json.writeValueAsString(Map.of("format", 1, "value", value));
    }

    public String written(Record form) {
        return json.writeValueAsString(form);
    }

    public String written(Say say) {
        return written(StoredSay.of(say));
    }

    public Say told(String kept) {
        return read(kept, StoredSay.class).say();
    }

    /** A text of a stored form that may be missing. */
    public static String text(@Nullable String kept) {
        return kept == null ? "" : kept;
    }

    /** A list of a stored form that may be missing. */
    public static <T> List<T> list(@Nullable List<T> kept) {
        return kept == null ? List.of() : kept;
    }

    public <T extends Record> T read(String kept, Class<T> form) {
        return json.readValue(kept, form);
    }
}
