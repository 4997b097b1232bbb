package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.MapperFeature;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** The description the front end's types are made from is the one the server gives. */
@ApiTest
class OpenApiDescriptionTest {
    private static final JsonMapper ORDERED = JsonMapper.builder()
            .enable(SerializationFeature.ORDER_MAP_ENTRIES_BY_KEYS, SerializationFeature.INDENT_OUTPUT)
            .enable(MapperFeature.SORT_PROPERTIES_ALPHABETICALLY)
            .build();

    @Autowired
    private Api api;

    @Autowired
    private RequestMappingHandlerMapping mappings;

    /** Beside the description: what can be read of a gear, so that the front end has it before it asks. */
    @ParameterizedTest
    @CsvSource({"/v3/api-docs, openapi.json", "/api/workings/reading/kinds, readingKinds.json"})
    void whatTheFrontEndIsMadeFromIsWhatTheServerSays(String path, String file) throws IOException {
        Object tree = ORDERED.readValue(api.get(path).text(), Object.class);
        String served = ORDERED.writeValueAsString(tree).replace("\r\n", "\n") + "\n";
        String write = System.getProperty("gewerk.write");
        if (write != null) {
            Files.writeString(Path.of(write, file), served);
        }
        assertThat(ORDERED.readTree(Files.readString(Path.of("../web/src/api", file))))
                .as("web/src/api/" + file + " is stale: run ./gewerk generate")
                .isEqualTo(ORDERED.readTree(served));
    }

    @Test
    void theOpenComputationsAreDescribedWithExamples() {
        JsonNode paths = api.get("/v3/api-docs").body().path("paths");
        for (String path :
                new String[] {"/api/workings/gear/geometry", "/api/workings/gear/pair", "/api/workings/reading/identify"
                }) {
            JsonNode content = paths.path(path).path("post").path("requestBody").path("content");
            assertThat(content.toString()).as(path).contains("\"example");
        }
    }

    /** In the description one of two would take the other's place, and nobody would be told. */
    @Test
    void noTwoRecordsOfTheApiHaveOneName() {
        Map<String, Class<?>> byName = new HashMap<>();
        Deque<Type> toSee = new ArrayDeque<>();
        mappings.getHandlerMethods().forEach((info, method) -> {
            if (info.getPatternValues().stream().anyMatch(p -> p.startsWith("/api/"))) {
                toSee.add(method.getMethod().getGenericReturnType());
                toSee.addAll(List.of(method.getMethod().getGenericParameterTypes()));
            }
        });
        Set<Type> seen = new HashSet<>();
        while (!toSee.isEmpty()) {
            Type type = toSee.pop();
            if (!seen.add(type)) {
                continue;
            }
            if (type instanceof ParameterizedType several) {
                toSee.addAll(List.of(several.getActualTypeArguments()));
            } else if (type instanceof Class<?> one && one.isRecord()) {
                assertThat(byName.merge(one.getSimpleName(), one, (a, b) -> a))
                        .as(one + " has a name of its own")
                        .isEqualTo(one);
                for (RecordComponent component : one.getRecordComponents()) {
                    toSee.add(component.getGenericType());
                }
            }
        }
        assertThat(byName).hasSizeGreaterThan(300);
    }

    /** Also where two records of one simple name would take each other's place in the description. */
    @Test
    void everyExampleHasOnlyWhatItsSchemaKnows() {
        JsonNode description = api.get("/v3/api-docs").body();
        int[] seen = {0};
        description
                .path("paths")
                .forEachEntry((path, of) -> of.forEachEntry((method, operation) -> {
                    JsonNode content =
                            operation.path("requestBody").path("content").path("application/json");
                    JsonNode schema = content.path("schema");
                    List<JsonNode> examples = new ArrayList<>();
                    if (content.has("example")) {
                        examples.add(content.path("example"));
                    }
                    content.path("examples").forEach(e -> examples.add(e.path("value")));
                    for (JsonNode example : examples) {
                        seen[0]++;
                        known(
                                path,
                                description,
                                schema,
                                example.isString() ? ORDERED.readTree(example.asString()) : example);
                    }
                }));
        assertThat(seen[0]).isGreaterThan(8);
    }

    private static void known(String at, JsonNode description, JsonNode schema, JsonNode value) {
        JsonNode resolved = schema.has("$ref")
                ? description.at(schema.path("$ref").asString().substring(1))
                : schema;
        if (value.isArray()) {
            value.forEach(one -> known(at + "[]", description, resolved.path("items"), one));
        } else if (value.isObject() && resolved.has("properties")) {
            value.forEachEntry((name, inner) -> {
                assertThat(resolved.path("properties").has(name))
                        .as(at + "." + name)
                        .isTrue();
                known(at + "." + name, description, resolved.path("properties").path(name), inner);
            });
        }
    }
}
