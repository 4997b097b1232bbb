package app.gewerk.server.http;

import app.gewerk.core.AtMost;
import com.fasterxml.jackson.annotation.JsonProperty;
import com.fasterxml.jackson.databind.JavaType;
import io.swagger.v3.core.converter.AnnotatedType;
import io.swagger.v3.core.converter.ModelConverter;
import io.swagger.v3.core.converter.ModelConverterContext;
import io.swagger.v3.core.util.Json;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.media.StringSchema;
import java.lang.reflect.RecordComponent;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springdoc.core.customizers.GlobalOpenApiCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.stereotype.Component;

/**
 * Makes the OpenAPI description say what the records say: a component, or what a record works out of them, is required
 * unless it is an {@link Optional} or marked {@link Nullable}, texts and lists have limits, and an enum is written as its
 * {@code toString}.
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
                limits(raw, named);
            }
        }
        return schema;
    }

    private static List<String> required(Class<?> raw) {
        Stream<String> components = Arrays.stream(raw.getRecordComponents())
                .filter(c -> c.getType() != Optional.class && !ArrivingJson.Components.nullable(c))
                .map(RecordComponent::getName);
        Stream<String> workedOut = Arrays.stream(raw.getDeclaredMethods())
                .filter(m -> m.isAnnotationPresent(JsonProperty.class) && m.getReturnType() != Optional.class)
                .map(m -> m.getAnnotation(JsonProperty.class).value().isEmpty()
                        ? m.getName()
                        : m.getAnnotation(JsonProperty.class).value())
                .sorted();
        return Stream.concat(components, workedOut).distinct().toList();
    }

    /** How long texts and lists of a record may be, as {@link ArrivingJson} holds them to it. */
    @SuppressWarnings("rawtypes")
    private static void limits(Class<?> raw, Schema<?> schema) {
        Map<String, Schema> properties = schema.getProperties();
        if (properties == null) {
            return;
        }
        for (RecordComponent component : raw.getRecordComponents()) {
            Schema<?> property = properties.get(component.getName());
            if (property != null) {
                limits(property, component.getAnnotation(AtMost.class));
            }
        }
    }

    private static void limits(Schema<?> schema, @Nullable AtMost said) {
        boolean text = is(schema, "string") && schema.getEnum() == null && schema.getFormat() == null;
        if (text) {
            schema.setMaxLength(ArrivingJson.Components.limit(said, AtMost.LETTERS));
        } else if (schema.getItems() != null) {
            schema.setMaxItems(ArrivingJson.Components.limit(said, AtMost.ENTRIES));
            limits(schema.getItems(), null);
        } else if (schema.getAdditionalProperties() instanceof Schema<?> values) {
            schema.setMaxProperties(ArrivingJson.Components.limit(said, AtMost.ENTRIES));
            limits(values, null);
        }
    }

    /** Limits hold for what arrives; what is only answered may be as long as it is. */
    @Bean
    static GlobalOpenApiCustomizer answersWithoutLimits() {
        return api -> {
            Map<String, Schema<?>> named = new HashMap<>();
            api.getComponents().getSchemas().forEach((name, schema) -> named.put(name, schema));
            Set<String> arriving = new HashSet<>();
            api.getPaths().values().stream()
                    .flatMap(path -> path.readOperations().stream())
                    .filter(operation -> operation.getRequestBody() != null)
                    .flatMap(operation -> operation.getRequestBody().getContent().values().stream())
                    .forEach(content -> collect(content.getSchema(), named, arriving));
            api.getPaths().values().stream()
                    .flatMap(path -> path.readOperations().stream())
                    .filter(operation -> operation.getParameters() != null)
                    .flatMap(operation -> operation.getParameters().stream())
                    .filter(parameter -> is(parameter.getSchema(), "string"))
                    .forEach(parameter -> parameter.getSchema().setMaxLength(Door.LONGEST_PARAMETER));
            named.forEach((name, schema) -> {
                if (!arriving.contains(name) && schema.getProperties() != null) {
                    schema.getProperties().values().forEach(ApiShape::unlimited);
                }
            });
        };
    }

    private static void collect(@Nullable Schema<?> schema, Map<String, Schema<?>> named, Set<String> arriving) {
        if (schema == null) {
            return;
        }
        if (schema.get$ref() != null) {
            String name = schema.get$ref().substring(schema.get$ref().lastIndexOf('/') + 1);
            if (arriving.add(name)) {
                collect(named.get(name), named, arriving);
            }
        }
        collect(schema.getItems(), named, arriving);
        if (schema.getAdditionalProperties() instanceof Schema<?> values) {
            collect(values, named, arriving);
        }
        if (schema.getProperties() != null) {
            schema.getProperties().values().forEach(p -> collect(p, named, arriving));
        }
        Stream.of(schema.getAllOf(), schema.getOneOf(), schema.getAnyOf())
                .filter(Objects::nonNull)
                .flatMap(List::stream)
                .forEach(p -> collect(p, named, arriving));
    }

    private static void unlimited(Schema<?> schema) {
        schema.setMaxLength(null);
        schema.setMaxItems(null);
        schema.setMaxProperties(null);
        if (schema.getItems() != null) {
            unlimited(schema.getItems());
        }
        if (schema.getAdditionalProperties() instanceof Schema<?> values) {
            unlimited(values);
        }
    }

    private static boolean is(Schema<?> schema, String type) {
        return type.equals(schema.getType())
                || (schema.getTypes() != null && schema.getTypes().contains(type));
    }
}
