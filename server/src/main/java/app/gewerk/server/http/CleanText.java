package app.gewerk.server.http;

import org.springframework.boot.jackson.JacksonComponent;
import tools.jackson.core.JsonParser;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.deser.jdk.StringDeserializer;
import tools.jackson.databind.deser.std.StdDeserializer;

/** Text from outside without what no database column holds: NUL and halves of surrogate pairs. All else is kept as typed. */
@JacksonComponent
class CleanText extends StdDeserializer<String> {
    CleanText() {
        super(String.class);
    }

    @Override
    public String deserialize(JsonParser parser, DeserializationContext context) {
        return clean(StringDeserializer.instance.deserialize(parser, context));
    }

    static String clean(String text) {
        boolean fine = text.codePoints().noneMatch(CleanText::unkeepable);
        if (fine) {
            return text;
        }
        StringBuilder kept = new StringBuilder(text.length());
        text.codePoints().filter(c -> !unkeepable(c)).forEach(kept::appendCodePoint);
        return kept.toString();
    }

    private static boolean unkeepable(int codePoint) {
        return codePoint == 0 || (codePoint >= 0xD800 && codePoint <= 0xDFFF);
    }
}
