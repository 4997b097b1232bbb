package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.head;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import app.gewerk.core.account.Role;
import jakarta.servlet.http.Cookie;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.MediaType;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.RequestBuilder;

/** Who may speak to a process on the network, by which name, and how often. */
@NetworkTest
class NetworkDoorTest {
    @Autowired
    private MockMvc http;

    @Autowired
    private Api api;

    @Autowired
    private Staff staff;

    private MockHttpServletResponse answer(RequestBuilder request) {
        try {
            return http.perform(request).andReturn().getResponse();
        } catch (Exception failed) {
            throw new IllegalStateException(failed);
        }
    }

    @Test
    void itIsSpokenToByItsNamesOnly() {
        assertThat(answer(get("https://bench.example/api/shop").secure(true)).getStatus())
                .isEqualTo(200);
        assertThat(answer(get("https://BENCH.example/").secure(true)).getStatus())
                .isEqualTo(200);
        for (String other : new String[] {"evil.example", "bench.example.evil.example", "10.1.2.3"}) {
            assertThat(answer(get("https://" + other + "/api/shop").secure(true))
                            .getStatus())
                    .as(other)
                    .isEqualTo(403);
            assertThat(answer(get("https://" + other + "/").secure(true)).getStatus())
                    .as(other)
                    .isEqualTo(403);
        }
    }

    @Test
    void aPageOfAnotherOriginChangesNothing() {
        for (String origin :
                new String[] {"https://evil.example", "http://bench.example", "https://bench.example:444", "null"}) {
            assertThat(answer(post("https://bench.example/api/account/sign-in")
                                    .secure(true)
                                    .header("Host", "bench.example")
                                    .header("Origin", origin)
                                    .contentType(MediaType.APPLICATION_JSON)
                                    .content("{\"name\":\"a\",\"password\":\"b\"}")
                                    .with(Api.csrf()))
                            .getStatus())
                    .as(origin)
                    .isEqualTo(403);
        }
        assertThat(answer(post("https://bench.example/api/account/sign-in")
                                .secure(true)
                                .header("Host", "bench.example")
                                .header("Origin", "https://bench.example")
                                .contentType(MediaType.APPLICATION_JSON)
                                .content("{\"name\":\"a\",\"password\":\"b\"}")
                                .with(Api.csrf()))
                        .getStatus())
                .isEqualTo(401);
    }

    @Test
    void nothingIsSaidWithoutTls() {
        assertThat(answer(get("http://bench.example/")).getStatus()).isEqualTo(403);
        assertThat(answer(get("http://bench.example/api/shop")).getStatus()).isEqualTo(403);
        assertThat(answer(get("http://localhost/api/alive")).getStatus()).isEqualTo(204);
    }

    @ParameterizedTest
    @ValueSource(strings = {"/", "/api/shop", "/api/nothing", "/assets/nothing.js", "/error"})
    void headersStandOnEveryAnswer(String path) {
        for (MockHttpServletResponse answer : new MockHttpServletResponse[] {
            answer(get("https://bench.example" + path).secure(true)),
            answer(head("https://bench.example" + path).secure(true)),
            answer(get("https://evil.example" + path).secure(true)),
        }) {
            assertThat(answer.getHeader("Content-Security-Policy")).contains("default-src 'none'");
            assertThat(answer.getHeader("X-Frame-Options")).isEqualTo("DENY");
            assertThat(answer.getHeader("X-Content-Type-Options")).isEqualTo("nosniff");
            assertThat(answer.getHeader("Referrer-Policy")).isEqualTo("no-referrer");
            assertThat(answer.getHeader("Strict-Transport-Security")).contains("max-age=");
            assertThat(answer.getHeader("Cache-Control")).isNotNull();
            assertThat(answer.getHeader("Pragma"))
                    .as("what may be kept is kept in spite of no other header")
                    .isNull();
        }
    }

    @Test
    void papersAreNotAskedForWithoutEnd() {
        api.overTls();
        Cookie session = staff.signedIn(Role.LOOKING);
        int answered = 0;
        Api.Answer last;
        do {
            last = api.get(session, "/api/intake/999999/ticket.pdf");
            answered++;
        } while (last.status() == 404 && answered < 100);
        assertThat(answered).isBetween(21, 24);
        assertThat(last.status()).isEqualTo(429);
        assertThat(last.response().getHeader("Retry-After")).isNotNull();
        assertThat(last.detail()).contains("try again in");
        assertThat(api.get(staff.signedIn(Role.LOOKING), "/api/intake/999999/ticket.pdf")
                        .status())
                .as("another session has its own")
                .isEqualTo(404);
    }
}
