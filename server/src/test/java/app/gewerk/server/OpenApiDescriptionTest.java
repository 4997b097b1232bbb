package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
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
}
