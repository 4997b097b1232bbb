package app.gewerk.server.http;

import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.jsonPath;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import app.gewerk.core.words.Refusal;
import app.gewerk.core.words.Refused;
import java.util.List;
import org.hamcrest.Matchers;
import org.junit.jupiter.api.Test;
import org.springframework.http.ProblemDetail;
import org.springframework.http.converter.json.JacksonJsonHttpMessageConverter;
import org.springframework.http.converter.json.ProblemDetailJacksonMixin;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.setup.MockMvcBuilders;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.json.JsonMapper;

/** A refusal is advice; what nobody foresaw is a bug, whatever it is called, and is not shown as advice. */
class ProblemsTest {
    @RestController
    static class Failing {
        @GetMapping("/{how}")
        String fail(@PathVariable String how) {
            throw switch (how) {
                case "refused" -> Refused.at("teeth", "gear.tooFewTeeth", "least", 4, "given", 2);
                case "several" ->
                    new Refused(List.of(
                            Refusal.of("intake.noMaker").at("maker"),
                            Refusal.of("intake.noKind").at("kind")));
                case "argument" -> new IllegalArgumentException("comparison method violates its contract");
                case "number" -> new NumberFormatException("For input string: \"x\"");
                default -> new IllegalStateException("secret");
            };
        }
    }

    private final MockMvc server = MockMvcBuilders.standaloneSetup(new Failing())
            .setControllerAdvice(new Problems())
            .setMessageConverters(new JacksonJsonHttpMessageConverter(JsonMapper.builder()
                    .addMixIn(ProblemDetail.class, ProblemDetailJacksonMixin.class)
                    .addModule(new Words().wordsOfWhatIsTold())
                    .build()))
            .build();

    @Test
    void aRefusalSaysWhatToDoWithItsCodeAndField() throws Exception {
        server.perform(get("/refused"))
                .andExpect(status().isUnprocessableContent())
                .andExpect(jsonPath("$.detail").value("A gear needs at least 4 teeth; 2 given. Count again"))
                .andExpect(jsonPath("$.code").value("gear.tooFewTeeth"))
                .andExpect(jsonPath("$.fields[0].field").value("teeth"))
                .andExpect(jsonPath("$.fields[0].message").value(Matchers.startsWith("A gear needs")));
    }

    @Test
    void severalWrongFieldsAreNamedAtOnce() throws Exception {
        server.perform(get("/several"))
                .andExpect(jsonPath("$.fields.length()").value(2))
                .andExpect(jsonPath("$.fields[1].field").value("kind"));
    }

    @Test
    void whatNobodyForesawIsABug() throws Exception {
        for (String how : List.of("argument", "number", "state")) {
            server.perform(get("/" + how))
                    .andExpect(status().isInternalServerError())
                    .andExpect(jsonPath("$.code").value("http.bug"))
                    .andExpect(jsonPath("$.detail").value(Matchers.not(Matchers.containsString("secret"))));
        }
    }
}
