package app.gewerk.server.http;

import app.gewerk.core.words.Catalogue;
import app.gewerk.core.words.Say;
import io.swagger.v3.oas.models.media.StringSchema;
import org.springdoc.core.utils.SpringDocUtils;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.i18n.LocaleContextHolder;
import tools.jackson.core.JsonGenerator;
import tools.jackson.databind.JacksonModule;
import tools.jackson.databind.SerializationContext;
import tools.jackson.databind.module.SimpleModule;
import tools.jackson.databind.ser.std.StdSerializer;

/** What is told becomes words here, on its way out, in the language of whoever asked. */
@Configuration(proxyBeanMethods = false)
public class Words {
    static {
        SpringDocUtils.getConfig().replaceWithSchema(Say.class, new StringSchema());
    }

    /** The language of whoever asked. */
    public static Catalogue inUse() {
        return Catalogue.of(LocaleContextHolder.getLocale().getLanguage());
    }

    public static String of(Say say) {
        return inUse().words(say);
    }

    @Bean
    JacksonModule wordsOfWhatIsTold() {
        return new SimpleModule("words").addSerializer(Say.class, new StdSerializer<Say>(Say.class) {
            @Override
            public void serialize(Say say, JsonGenerator json, SerializationContext context) {
                json.writeString(of(say));
            }
        });
    }
}
