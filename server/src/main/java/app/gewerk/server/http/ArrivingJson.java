package app.gewerk.server.http;

import app.gewerk.core.AtMost;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import com.fasterxml.jackson.annotation.JsonSetter;
import com.fasterxml.jackson.annotation.Nulls;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.lang.reflect.RecordComponent;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Collection;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.ResolvableType;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpOutputMessage;
import org.springframework.http.converter.HttpMessageConverters;
import org.springframework.http.converter.json.JacksonJsonHttpMessageConverter;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import tools.jackson.core.JsonGenerator;
import tools.jackson.core.JsonParser;
import tools.jackson.databind.BeanDescription;
import tools.jackson.databind.BeanProperty;
import tools.jackson.databind.DatabindException;
import tools.jackson.databind.DeserializationConfig;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.SerializationContext;
import tools.jackson.databind.ValueDeserializer;
import tools.jackson.databind.cfg.MapperConfig;
import tools.jackson.databind.deser.ValueDeserializerModifier;
import tools.jackson.databind.deser.jdk.NumberDeserializers;
import tools.jackson.databind.deser.jdk.StringDeserializer;
import tools.jackson.databind.deser.std.DelegatingDeserializer;
import tools.jackson.databind.deser.std.StdDeserializer;
import tools.jackson.databind.ext.javatime.deser.LocalDateDeserializer;
import tools.jackson.databind.introspect.AnnotatedMember;
import tools.jackson.databind.introspect.NopAnnotationIntrospector;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.module.SimpleModule;
import tools.jackson.databind.ser.std.StdSerializer;
import tools.jackson.databind.type.CollectionType;
import tools.jackson.databind.type.MapType;

/**
 * JSON at the door. What arrives is whole: a record's component is there unless it is {@link Optional} or
 * {@link Nullable}, no list holds null, numbers are finite, texts and lists keep to
 * {@link AtMost}, days lie near our time. What leaves has finite numbers only, and is complete before the first byte goes
 * out.
 */
@Configuration(proxyBeanMethods = false)
public class ArrivingJson implements WebMvcConfigurer {
    private static final int MOST_DECIMALS = 12;
    private static final int FIRST_YEAR = 1800;
    private static final int LAST_YEAR = 2300;

    private final JsonMapper kept;

    ArrivingJson(JsonMapper kept) {
        this.kept = kept;
    }

    @Override
    public void configureMessageConverters(HttpMessageConverters.ServerBuilder converters) {
        converters.withJsonConverter(new WholeAnswers(strict(kept)));
    }

    /** A mapper that takes only what is whole; for requests, and for what other services answer. */
    public static JsonMapper strict(JsonMapper mapper) {
        SimpleModule rules = new SimpleModule("what arrives");
        rules.addDeserializer(String.class, new ArrivingText(AtMost.LETTERS));
        rules.addDeserializer(Say.class, new ArrivingTyped(AtMost.LETTERS));
        rules.addDeserializer(Double.class, new ArrivingNumber());
        rules.addDeserializer(Double.TYPE, new ArrivingNumber());
        rules.addDeserializer(BigDecimal.class, new ArrivingAmount());
        rules.addDeserializer(LocalDate.class, new ArrivingDay());
        rules.addSerializer(Double.class, new LeavingNumber(Double.class));
        rules.addSerializer(Double.TYPE, new LeavingNumber(Double.TYPE));
        rules.setDeserializerModifier(new BoundedLists());
        return mapper.rebuild()
                .addModule(rules)
                .changeDefaultNullHandling(n -> JsonSetter.Value.construct(Nulls.FAIL, Nulls.FAIL))
                .annotationIntrospector(tools.jackson.databind.AnnotationIntrospector.pair(
                        new LeftOut(), mapper.deserializationConfig().getAnnotationIntrospector()))
                .build();
    }

    /** Which components may be left out, as {@link ApiShape} tells the front end. */
    private static final class LeftOut extends NopAnnotationIntrospector {
        @Override
        public JsonSetter.@Nullable Value findSetterInfo(
                MapperConfig<?> config, tools.jackson.databind.introspect.Annotated a) {
            return a instanceof AnnotatedMember member && mayBeLeftOut(member)
                    ? JsonSetter.Value.construct(Nulls.SET, Nulls.FAIL)
                    : null;
        }

        private static boolean mayBeLeftOut(AnnotatedMember member) {
            Class<?> owner = member.getDeclaringClass();
            if (!owner.isRecord()) {
                return false;
            }
            if (member.getRawType() == Optional.class) {
                return true;
            }
            String name = member instanceof tools.jackson.databind.introspect.AnnotatedParameter parameter
                    ? owner.getRecordComponents()[parameter.getIndex()].getName()
                    : member.getName();
            return Arrays.stream(owner.getRecordComponents())
                    .filter(c -> c.getName().equals(name))
                    .anyMatch(Components::nullable);
        }
    }

    /** What a record's components say of themselves. */
    static final class Components {
        private Components() {}

        static boolean nullable(RecordComponent component) {
            return component.getAnnotatedType().isAnnotationPresent(Nullable.class);
        }

        static int limit(@Nullable AtMost said, int usual) {
            return said == null ? usual : said.value();
        }
    }

    private static int limit(@Nullable BeanProperty property, int usual) {
        return Components.limit(property == null ? null : property.getAnnotation(AtMost.class), usual);
    }

    /** Text without what no database column holds (NUL, halves of surrogate pairs), and not longer than it may be. */
    private static final class ArrivingText extends StdDeserializer<String> {
        private final int most;

        ArrivingText(int most) {
            super(String.class);
            this.most = most;
        }

        @Override
        public ValueDeserializer<?> createContextual(DeserializationContext context, @Nullable BeanProperty property) {
            boolean text = property != null && property.getType().hasRawClass(String.class);
            int here = text ? limit(property, AtMost.LETTERS) : AtMost.LETTERS;
            return here == most ? this : new ArrivingText(here);
        }

        @Override
        public String deserialize(JsonParser parser, DeserializationContext context) {
            String text = CleanText.clean(StringDeserializer.instance.deserialize(parser, context));
            if (text.length() > most) {
                throw DatabindException.from(parser, "", new Refused("arriving.tooLong", "most", most));
            }
            return text;
        }
    }

    /** Words that somebody typed where Gewerk may have words of its own. */
    private static final class ArrivingTyped extends StdDeserializer<Say> {
        private final ArrivingText text;

        ArrivingTyped(int most) {
            super(Say.class);
            text = new ArrivingText(most);
        }

        @Override
        public ValueDeserializer<?> createContextual(DeserializationContext context, @Nullable BeanProperty property) {
            return new ArrivingTyped(limit(property, AtMost.LETTERS));
        }

        @Override
        public Say deserialize(JsonParser parser, DeserializationContext context) {
            return Say.typed(text.deserialize(parser, context));
        }
    }

    private static final class ArrivingNumber extends StdDeserializer<Double> {
        private static final ValueDeserializer<?> USUAL = NumberDeserializers.find(Double.TYPE);

        ArrivingNumber() {
            super(Double.class);
        }

        @Override
        public Double deserialize(JsonParser parser, DeserializationContext context) {
            Double number = (Double) USUAL.deserialize(parser, context);
            if (!Double.isFinite(number)) {
                throw DatabindException.from(parser, "", new Refused("arriving.number"));
            }
            return number;
        }
    }

    /** Money and the like. A huge exponent would take up memory wherever such a number is written out. */
    private static final class ArrivingAmount extends StdDeserializer<BigDecimal> {
        private static final ValueDeserializer<?> USUAL = NumberDeserializers.find(BigDecimal.class);

        ArrivingAmount() {
            super(BigDecimal.class);
        }

        @Override
        public BigDecimal deserialize(JsonParser parser, DeserializationContext context) {
            BigDecimal amount = (BigDecimal) USUAL.deserialize(parser, context);
            if (amount.scale() > MOST_DECIMALS || amount.precision() - amount.scale() > 13) {
                throw DatabindException.from(parser, "", new Refused("arriving.amount"));
            }
            return amount;
        }
    }

    private static final class ArrivingDay extends StdDeserializer<LocalDate> {
        ArrivingDay() {
            super(LocalDate.class);
        }

        @Override
        public LocalDate deserialize(JsonParser parser, DeserializationContext context) {
            LocalDate day = LocalDateDeserializer.INSTANCE.deserialize(parser, context);
            if (day == null || day.getYear() < FIRST_YEAR || day.getYear() > LAST_YEAR) {
                throw DatabindException.from(parser, "", new Refused("arriving.day"));
            }
            return day;
        }
    }

    private static final class BoundedLists extends ValueDeserializerModifier {
        @Override
        public ValueDeserializer<?> modifyCollectionDeserializer(
                DeserializationConfig config,
                CollectionType type,
                BeanDescription.Supplier described,
                ValueDeserializer<?> usual) {
            return new Bounded(usual, AtMost.ENTRIES);
        }

        @Override
        public ValueDeserializer<?> modifyMapDeserializer(
                DeserializationConfig config,
                MapType type,
                BeanDescription.Supplier described,
                ValueDeserializer<?> usual) {
            return new Bounded(usual, AtMost.ENTRIES);
        }
    }

    /** A list, set or map that is not longer than it may be. */
    private static final class Bounded extends DelegatingDeserializer {
        private final int most;

        Bounded(ValueDeserializer<?> usual, int most) {
            super(usual);
            this.most = most;
        }

        @Override
        protected ValueDeserializer<?> newDelegatingInstance(ValueDeserializer<?> usual) {
            return new Bounded(usual, most);
        }

        @Override
        public ValueDeserializer<?> createContextual(DeserializationContext context, @Nullable BeanProperty property) {
            ValueDeserializer<?> usual = ((ValueDeserializer<?>) super.createContextual(context, property));
            ValueDeserializer<?> inner = usual instanceof Bounded bounded ? bounded.getDelegatee() : usual;
            boolean list = property != null && property.getType().isContainerType();
            return new Bounded(inner, list ? limit(property, AtMost.ENTRIES) : AtMost.ENTRIES);
        }

        @Override
        public Object deserialize(JsonParser parser, DeserializationContext context) {
            Object read = super.deserialize(parser, context);
            int size = read instanceof Map<?, ?> map ? map.size() : ((Collection<?>) read).size();
            if (size > most) {
                throw DatabindException.from(parser, "", new Refused("arriving.tooMany", "most", most, "given", size));
            }
            return read;
        }
    }

    private static final class LeavingNumber extends StdSerializer<Double> {
        LeavingNumber(Class<Double> type) {
            super(type);
        }

        @Override
        public void serialize(Double number, JsonGenerator out, SerializationContext context) {
            if (!Double.isFinite(number)) {
                // A computation came to infinity or to nothing: what was asked lies outside all sense.
                throw new Refused("arriving.notFinite");
            }
            out.writeNumber(number);
        }
    }

    /** Writes an answer whole into memory first, so that one that fails half way is refused in words. */
    private static final class WholeAnswers extends JacksonJsonHttpMessageConverter {
        WholeAnswers(JsonMapper mapper) {
            super(mapper);
        }

        @Override
        protected void writeInternal(
                Object answer, ResolvableType type, HttpOutputMessage out, @Nullable Map<String, Object> hints)
                throws IOException {
            ByteArrayOutputStream whole = new ByteArrayOutputStream(2048);
            super.writeInternal(
                    answer,
                    type,
                    new HttpOutputMessage() {
                        @Override
                        public OutputStream getBody() {
                            return whole;
                        }

                        @Override
                        public HttpHeaders getHeaders() {
                            return out.getHeaders();
                        }
                    },
                    hints);
            whole.writeTo(out.getBody());
        }
    }
}
