package app.gewerk.server.http;

import com.fasterxml.jackson.databind.JavaType;
import io.swagger.v3.core.converter.AnnotatedType;
import io.swagger.v3.core.converter.ModelConverter;
import io.swagger.v3.core.converter.ModelConverterContext;
import io.swagger.v3.core.util.Json;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.media.StringSchema;
import java.lang.reflect.RecordComponent;
import java.util.Arrays;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * Makes the OpenAPI description say what the records say: a component is required unless it is an {@link Optional} or
 * marked {@link Nullable}, and an enum is written as its {@code toString}.
 */
@Component
class ApiShape implements ModelConverter {

    @Override
    public @Nullable Schema<?> resolve(
            AnnotatedType type, ModelConverterContext context, Iterator<ModelConverter> chain) {
        JavaType javaType = Json.mapper().constructType(type.getType());
        Class<?> raw = javaType.getRawClass();
        if (raw.isEnum()) {
            StringSchema words = new StringSchema();
            Arrays.stream(raw.getEnumConstants()).map(String::valueOf).forEach(words::addEnumItem);
            return words;
        }
        if (!chain.hasNext()) {
            return null;
        }
        Schema<?> schema = chain.next().resolve(type, context, chain);
        if (schema != null && raw.isRecord()) {
            Schema<?> named = schema.get$ref() == null
                    ? schema
                    : context.getDefinedModels()
                            .get(schema.get$ref().substring(schema.get$ref().lastIndexOf('/') + 1));
            if (named != null) {
                named.setRequired(required(raw));
            }
        }
        return schema;
    }

    private static List<String> required(Class<?> raw) {
        return Arrays.stream(raw.getRecordComponents())
                .filter(c -> c.getType() != Optional.class && !nullable(c))
                .map(RecordComponent::getName)
                .toList();
    }

    private static boolean nullable(RecordComponent component) {
        return component.getAnnotatedType().isAnnotationPresent(Nullable.class);
    }
}
