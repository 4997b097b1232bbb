package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;

import app.gewerk.server.standin.GatewayStandIn;
import jakarta.servlet.http.Cookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.Map;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.beans.factory.annotation.Autowired;
import tools.jackson.databind.JsonNode;

/** What is written to owners goes out, arrives, comes back or is not taken; and nobody need watch it. */
@ApiTest
@Tag("slow")
class MessageApiTest {
    private static final HttpClient HTTP = HttpClient.newHttpClient();

    @Autowired
    private Api api;

    @Autowired
    private GatewayStandIn gateway;

    private Cookie mara;
    private long job;

    @BeforeEach
    void aJobWithAnOwner() {
        mara = api.stepUp("Mara");
        job = api.post(mara, "/api/intake", Api.intake("Vantorel", "Messenger 3", "clicks"))
                .body()
                .path("id")
                .asLong();
    }

    @AfterEach
    void theGatewayIsAsUsual() throws Exception {
        mood("usual");
    }

    private void mood(String mood) throws Exception {
        HTTP.send(
                HttpRequest.newBuilder(URI.create(gateway.resolve("standin:") + "/mood/" + mood))
                        .POST(HttpRequest.BodyPublishers.noBody())
                        .build(),
                HttpResponse.BodyHandlers.discarding());
    }

    private Api.Answer send(String to, String letter) {
        return api.post(mara, "/api/messages/" + job, Map.of("about", "ready", "to", to, "letter", letter));
    }

    private JsonNode last() {
        return api.get("/api/messages/" + job).body().get(0);
    }

    private JsonNode settled() {
        Awaitility.await()
                .atMost(Duration.ofSeconds(30))
                .until(() -> !last().path("state").asString().matches("waiting|onItsWay"));
        return last();
    }

    @Test
    void aMessageGoesOutByItselfAndArrives() {
        JsonNode written =
                send("0151 / 23 45-6701", "your machine is ready").body().get(0);
        assertThat(written.path("to").asString()).isEqualTo("015123456701");
        assertThat(written.path("by").asString()).isEqualTo("Mara");
        assertThat(settled().path("state").asString()).isEqualTo("arrived");
        assertThat(api.get("/api/job/" + job + "/journal").text())
                .contains("The owner is written to")
                .contains("It reached the owner");
        assertThat(api.get("/api/handback/" + job + "/job.json")
                        .body()
                        .path("chapters")
                        .path("messages"))
                .hasSize(1);
        Api.Answer late =
                api.post(mara, "/api/messages/" + job + "/" + written.path("id").asLong() + "/withdraw", Map.of());
        assertThat(late.detail()).contains("too late");
    }

    @ParameterizedTest
    @CsvSource({
        "+49 151 234599, bounced, noSuchAddress",
        "full@post.example, bounced, boxFull",
        "015123488, refused, blocked"
    })
    void whatDoesNotArriveIsSaidAtTheBenchUntilSomethingDoes(String to, String state, String why) {
        send(to, "it is ready");
        JsonNode lost = settled();
        assertThat(lost.path("state").asString()).isEqualTo(state);
        assertThat(lost.path("why").asString()).isEqualTo(why);
        assertThat(notReached()).isTrue();
        send("owner@post.example", "it is ready");
        assertThat(settled().path("state").asString()).isEqualTo("arrived");
        assertThat(notReached()).isFalse();
    }

    private boolean notReached() {
        return api.get("/api/dayplan").body().path("notReached").toString().contains("\"jobId\":" + job + ",");
    }

    @Test
    void aTextThatIsTooLongIsNotTakenAndAMailOfThatLengthIs() {
        send("0151234567", "x".repeat(1000));
        assertThat(settled().path("words").asString()).contains("make it shorter");
        send("owner@post.example", "x".repeat(1000));
        assertThat(settled().path("state").asString()).isEqualTo("arrived");
    }

    @Test
    void aGatewayThatIsDownIsAskedAgainAndWhatWaitsCanBeWithdrawn() throws Exception {
        mood("down");
        send("0151234567", "it is ready");
        long id = last().path("id").asLong();
        Awaitility.await().until(() -> last().path("tries").asInt() > 0);
        assertThat(last().path("state").asString()).isEqualTo("waiting");
        String withdraw = "/api/messages/" + job + "/" + id + "/withdraw";
        assertThat(api.post(mara, withdraw, Map.of())
                        .body()
                        .get(0)
                        .path("state")
                        .asString())
                .isEqualTo("withdrawn");
        assertThat(api.post(mara, withdraw, Map.of()).detail()).contains("withdrawn already");
        send("0151234567", "it is ready, once more");
        mood("nonsense");
        Awaitility.await()
                .atMost(Duration.ofSeconds(30))
                .until(() -> last().path("tries").asInt() > 0);
        mood("usual");
        assertThat(settled().path("state").asString()).isEqualTo("arrived");
    }

    @Test
    void whatIsWithdrawnWhileTheGatewayTakesItIsNotSaidToBeWithdrawn() throws Exception {
        mood("slow");
        send("0151234567", "it is ready");
        long id = last().path("id").asLong();
        Awaitility.await().until(() -> last().path("tries").asInt() > 0);
        assertThat(api.post(mara, "/api/messages/" + job + "/" + id + "/withdraw", Map.of())
                        .status())
                .isEqualTo(200);
        Awaitility.await()
                .atMost(Duration.ofSeconds(30))
                .until(() -> last().path("state").asString().equals("arrived"));
        assertThat(api.get("/api/job/" + job + "/journal").text()).contains("Withdrawn too late, the gateway had it");
    }

    @ParameterizedTest
    @CsvSource({
        "'', telephone number or a mail address",
        "call her, neither",
        "a@b, neither",
        "12, neither",
        "a@b.c d@e.f, neither"
    })
    void whereNothingCanGoNothingIsSent(String to, String says) {
        Api.Answer refused = send(to, "it is ready");
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.detail()).contains(says);
        assertThat(api.get("/api/messages/" + job).body()).isEmpty();
    }

    @Test
    void theSameSaveSentTwiceIsOneMessage() {
        Map<String, Object> message = Map.of("about", "delayed", "to", "0151234567", "letter", "later");
        api.post(mara, "/api/messages/" + job, message, "same-key-00001");
        api.post(mara, "/api/messages/" + job, message, "same-key-00001");
        assertThat(api.get("/api/messages/" + job).body()).hasSize(1);
        assertThat(send("0151234567", " ").detail()).contains("Write something");
    }
}
