package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
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

    @Test
    void committedDescriptionIsWhatTheServerSays() throws IOException {
        Object tree = ORDERED.readValue(api.get("/v3/api-docs").text(), Object.class);
        String served = ORDERED.writeValueAsString(tree).replace("\r\n", "\n") + "\n";
        Path committed = Path.of("../web/src/api/openapi.json");
        String write = System.getProperty("gewerk.write");
        if (write != null) {
            Files.writeString(Path.of(write), served);
        }
        assertThat(Files.readString(committed))
                .as("web/src/api/openapi.json is stale: run ./gewerk generate")
                .isEqualTo(served);
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
}
