package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import jakarta.servlet.http.Cookie;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import tools.jackson.databind.JsonNode;

/** Times that run for a tray go on whoever looks, and are ended by a hand. */
@ApiTest
class TimerApiTest {
    @Autowired
    private Api api;

    @Autowired
    private Owner owner;

    private Cookie mara;
    private long job;

    @BeforeEach
    void aTray() {
        mara = api.stepUp("Mara");
        job = api.job(mara, "a cast gear");
    }

    private static Map<String, Object> timer(String kind, double minutes) {
        return Map.of("kind", kind, "minutes", minutes);
    }

    private Api.Answer begin(List<Map<String, Object>> timers) {
        return api.post(mara, "/api/job/" + job + "/timers", Map.of("timers", timers));
    }

    private List<JsonNode> running() {
        return StreamSupport.stream(api.get("/api/timers").body().spliterator(), false)
                .filter(t -> t.path("jobId").asLong() == job)
                .toList();
    }

    @Test
    void theNextToBeOverComesFirstAndTheJournalTells() {
        begin(List.of(timer("castStrong", 1440), timer("castFirm", 30)));
        assertThat(running())
                .extracting(t -> t.path("what").asString())
                .containsExactly("until the cast can be taken out", "until the cast bears load");
        assertThat(running().getFirst().path("secondsLeft").asDouble()).isCloseTo(1800, within(60.0));
        assertThat(api.get("/api/job/" + job + "/journal").text())
                .contains("A time runs, 30 min until the cast can be taken out");
        int number = running().getFirst().path("number").asInt();
        api.delete(mara, "/api/job/" + job + "/timers/" + number);
        assertThat(running()).hasSize(1);
        assertThat(api.get("/api/job/" + job + "/journal").text()).contains("was stopped before it was over");
        assertThat(api.delete(mara, "/api/job/" + job + "/timers/" + number).status())
                .as("it is ended once")
                .isEqualTo(404);
    }

    @Test
    void oneThatIsOverStaysUntilSomebodyHasSeenToIt() {
        begin(List.of(timer("mouldFirm", 360)));
        owner.execute(
                "update tray_timer set began_at = now() - interval '7 hours', ends_at = now() - interval '1 hour' "
                        + "where job_id = " + job);
        assertThat(running()).singleElement().satisfies(t -> {
            assertThat(t.path("secondsLeft").asInt()).isZero();
            assertThat(t.path("then").asString()).isEqualTo("Take the master out, and pour the cast");
        });
        api.delete(mara, "/api/job/" + job + "/timers/1");
        assertThat(running()).isEmpty();
        assertThat(api.get("/api/job/" + job + "/journal").text()).contains("The time until the mould is firm is over");
    }

    @Test
    void whatIsNoTimeIsRefusedInWordsAndBeginsNothing() {
        for (double wrong : new double[] {0, -5, 1e9}) {
            assertThat(begin(List.of(timer("castFirm", 30), timer("castStrong", wrong)))
                            .status())
                    .isEqualTo(422);
        }
        assertThat(begin(List.of(timer("tea", 4))).status()).isEqualTo(422);
        assertThat(begin(Collections.nCopies(11, timer("castFirm", 30))).status())
                .isEqualTo(422);
        assertThat(running()).isEmpty();
        begin(Collections.nCopies(10, timer("castFirm", 30)));
        begin(Collections.nCopies(10, timer("castFirm", 30)));
        Api.Answer one = begin(List.of(timer("castFirm", 30)));
        assertThat(one.status()).isEqualTo(422);
        assertThat(one.text()).contains("end those that are over");
    }
}
