package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;

import app.gewerk.core.sourcing.GearOffer;
import app.gewerk.core.sourcing.SellerTerms;
import app.gewerk.server.standin.SellerStandIn;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import jakarta.servlet.http.Cookie;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The sellers' stand-in over its own HTTP, and what happens when a seller does not answer. */
@ApiTest
@Tag("slow")
class SellersTest {
    private static final List<String> SELLERS = List.of("lindmoor", "tarrowby", "sandrevo", "quillonbay");

    @Autowired
    private SellerStandIn standIn;

    @Autowired
    private JsonMapper json;

    @Autowired
    private Api api;

    @Autowired
    private Owner owner;

    private HttpResponse<String> ask(String seller, String path) throws IOException, InterruptedException {
        return HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(standIn.resolve("standin:/" + seller) + path))
                                .build(),
                        HttpResponse.BodyHandlers.ofString());
    }

    @Test
    void theCatalogueHoldsFourHundredGearsMetricAndInchOfManySizes() throws Exception {
        List<GearOffer> all = new ArrayList<>();
        for (String seller : SELLERS) {
            all.addAll(List.of(json.readValue(ask(seller, "/gears").body(), GearOffer[].class)));
        }
        assertThat(all).hasSizeGreaterThanOrEqualTo(400);
        assertThat(all).extracting(o -> o.pitch().system().toString()).contains("module", "diametralPitch");
        assertThat(all).extracting(GearOffer::material).contains("POM", "PA6", "brass");
        assertThat(all).extracting(GearOffer::itemNumber).doesNotHaveDuplicates();
        assertThat(all).allSatisfy(o -> {
            assertThat(o.boreMm()).as(o.itemNumber()).isLessThan(o.pitch().module() * (o.toothCount() - 2.5));
            assertThat(o.packPrice()).isPositive();
        });
    }

    @Test
    void everySellerHasTermsAndFromMoreThanOneZoneAndCurrency() throws Exception {
        List<SellerTerms> terms = new ArrayList<>();
        for (String seller : SELLERS) {
            terms.add(json.readValue(ask(seller, "/terms").body(), SellerTerms.class));
        }
        assertThat(terms).extracting(SellerTerms::zone).contains("home", "union", "overseas");
        assertThat(terms).extracting(SellerTerms::currency).contains("EUR", "USD");
        assertThat(terms).allSatisfy(t -> assertThat(t.postage()).isNotEmpty());
    }

    @Test
    void theSearchIsByWhatTheGearIs() throws Exception {
        GearOffer[] found = json.readValue(
                ask("lindmoor", "/gears?toothCount=24&moduleFrom=0.49&moduleTo=0.51")
                        .body(),
                GearOffer[].class);
        assertThat(found).isNotEmpty().allSatisfy(o -> {
            assertThat(o.toothCount()).isEqualTo(24);
            assertThat(o.pitch().module()).isEqualTo(0.5);
        });
    }

    @Test
    void whatIsNotThereIsNotFoundAndAnOrderWantsAKey() throws Exception {
        assertThat(ask("nobody", "/terms").statusCode()).isEqualTo(404);
        assertThat(ask("lindmoor", "/items/NONE").statusCode()).isEqualTo(404);
        assertThat(ask("lindmoor", "/orders").statusCode()).isEqualTo(400);
    }

    private long jobWithGear(Cookie mara) {
        long id = api.job(mara, "x");
        api.put(
                mara,
                "/api/reading/" + id,
                Map.of(
                        "version",
                        1,
                        "gear",
                        Map.of(
                                "toothCount",
                                "24",
                                "worn",
                                false,
                                "readings",
                                List.of(Map.of("what", "tipDiameter", "typed", "13.0")))));
        api.post(mara, "/api/reading/" + id + "/take", Map.of("version", 2, "choice", 0));
        return id;
    }

    private static Map<String, Object> buy(String seller) {
        return Map.of(
                "version",
                1,
                "way",
                "buy",
                "reason",
                "cheap",
                "order",
                Map.of("seller", seller, "itemNumber", "Q0355", "pieces", 1));
    }

    /** What a seller of one's own does with a request. */
    private interface Manner {
        void answer(HttpExchange exchange) throws IOException;
    }

    /** Sits down in Quillonbay's place, and leaves it again. */
    private final class Stranger implements AutoCloseable {
        final HttpServer server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 50);
        volatile Manner manner;

        Stranger(Manner manner) throws IOException {
            this.manner = manner;
            server.setExecutor(Executors.newVirtualThreadPerTaskExecutor());
            server.createContext("/", exchange -> {
                try (exchange) {
                    this.manner.answer(exchange);
                } catch (IOException hungUp) {
                    assertThat(hungUp).as("the other side left").isNotNull();
                }
            });
            server.start();
            owner.execute(
                    "update seller set base_url = ? where code = 'quillonbay'",
                    "http://127.0.0.1:" + server.getAddress().getPort());
        }

        @Override
        public void close() {
            owner.execute("update seller set base_url = 'standin:/quillonbay' where code = 'quillonbay'");
            owner.execute("update purchase_order set state = 'withdrawn' where state = 'waiting'");
            server.stop(0);
        }
    }

    /** Answers at once and then sends a byte now and then, for ever. */
    private static void trickle(HttpExchange exchange) throws IOException {
        exchange.sendResponseHeaders(200, 0);
        for (int i = 0; i < 600; i++) {
            exchange.getResponseBody().write(' ');
            exchange.getResponseBody().flush();
            LockSupport.parkNanos(100_000_000);
        }
    }

    /** Hands the request on to the stand-in that sits here otherwise. */
    private void handOn(HttpExchange exchange) throws IOException {
        try {
            HttpRequest.Builder request = HttpRequest.newBuilder(
                            URI.create(standIn.resolve("standin:/quillonbay") + "" + exchange.getRequestURI()))
                    .method(
                            exchange.getRequestMethod(),
                            HttpRequest.BodyPublishers.ofByteArray(
                                    exchange.getRequestBody().readAllBytes()));
            Optional.ofNullable(exchange.getRequestHeaders().getFirst("Idempotency-Key"))
                    .ifPresent(key -> request.header("Idempotency-Key", key));
            HttpResponse<byte[]> answer =
                    HttpClient.newHttpClient().send(request.build(), HttpResponse.BodyHandlers.ofByteArray());
            exchange.sendResponseHeaders(answer.statusCode(), answer.body().length);
            exchange.getResponseBody().write(answer.body());
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
        }
    }

    private JsonNode order(long jobId) {
        return api.get("/api/sourcing/" + jobId + "/orders").body().path(0);
    }

    private String state(long jobId) {
        return order(jobId).path("state").asString();
    }

    private String journal(long jobId) {
        return api.get("/api/job/" + jobId + "/journal").text();
    }

    @Test
    void aSellerThatTricklesHoldsNobody() throws Exception {
        Cookie mara = api.stepUp("Mara");
        List<Long> jobs = new ArrayList<>();
        for (int i = 0; i < 12; i++) {
            jobs.add(jobWithGear(mara));
        }
        try (Stranger slow = new Stranger(SellersTest::trickle)) {
            for (long id : jobs) {
                Api.Answer decided = api.post(mara, "/api/choice/" + id, buy("quillonbay"));
                assertThat(decided.body().path("place").asString()).isEqualTo("waitingForGear");
                assertThat(decided.body().path("waitsFor").asString()).isEqualTo("the seller's answer");
                assertThat(api.post(
                                        mara,
                                        "/api/job/" + id + "/note",
                                        Map.of("step", "look", "what", "meanwhile", "done", false))
                                .status())
                        .as("the job is not held meanwhile")
                        .isEqualTo(200);
            }
            assertThat(jobs)
                    .as("and none is answered yet")
                    .allMatch(id -> state(id).equals("waiting"));
            Awaitility.await()
                    .atMost(Duration.ofSeconds(30))
                    .untilAsserted(
                            () -> assertThat(jobs).anyMatch(id -> journal(id).contains("does not answer just now")));
            assertThat(jobs)
                    .as("a silent seller is asked again")
                    .allMatch(id -> state(id).equals("waiting"));
            slow.manner = this::handOn;
            owner.execute("update purchase_order set next_try = now() where state = 'waiting'");
            Awaitility.await()
                    .atMost(Duration.ofSeconds(60))
                    .untilAsserted(
                            () -> assertThat(jobs).allMatch(id -> state(id).equals("ordered")));
        }
    }

    @Test
    void anAnswerThatIsLostOnItsWayOrdersOnce() throws Exception {
        Cookie mara = api.stepUp("Mara");
        long id = jobWithGear(mara);
        List<String> keys = Collections.synchronizedList(new ArrayList<>());
        try (Stranger seller = new Stranger(this::handOn)) {
            seller.manner = exchange -> {
                if (!exchange.getRequestMethod().equals("POST")) {
                    handOn(exchange);
                    return;
                }
                keys.add(exchange.getRequestHeaders().getFirst("Idempotency-Key"));
                if (keys.size() > 1) {
                    handOn(exchange);
                }
            };
            api.post(mara, "/api/choice/" + id, buy("quillonbay"), "order-lost-1");
            Awaitility.await()
                    .atMost(Duration.ofSeconds(30))
                    .until(() -> journal(id).contains("does not answer just now"));
            owner.execute("update purchase_order set next_try = now() where job_id = ?", id);
            Awaitility.await()
                    .atMost(Duration.ofSeconds(30))
                    .until(() -> state(id).equals("ordered"));
        }
        assertThat(keys).hasSize(2).containsOnly("order-lost-1");
        assertThat(api.get("/api/choice/" + id).body()).hasSize(1);
        assertThat(api.get("/api/job/" + id).body().path("waitsFor").asString()).startsWith("arrives ");
    }

    /** What eight at once claim of all that is waiting: each order at most once. */
    private Set<Object> claimedByEight() throws Exception {
        owner.execute("update purchase_order set next_try = now() - interval '1 minute' where state = 'waiting'");
        Set<Object> claimed = ConcurrentHashMap.newKeySet();
        String claim = "select order_id from claim_order(now() + interval '1 minute')";
        try (ExecutorService pool = Executors.newVirtualThreadPerTaskExecutor()) {
            List<Future<List<Object>>> all = new ArrayList<>();
            for (int i = 0; i < 8; i++) {
                all.add(pool.submit(
                        () -> owner.ask(sql -> List.copyOf(sql.fetch(claim).getValues(0)))));
            }
            for (Future<List<Object>> one : all) {
                assertThat(one.get(20, TimeUnit.SECONDS))
                        .allSatisfy(order -> assertThat(claimed.add(order))
                                .as("order %s claimed by one", order)
                                .isTrue());
            }
        }
        return claimed;
    }

    @Test
    void twoProcessesNeverSendOneOrderAtATime() throws IOException {
        Cookie mara = api.stepUp("Mara");
        List<Long> jobs = List.of(jobWithGear(mara), jobWithGear(mara), jobWithGear(mara));
        try (Stranger silent = new Stranger(SellersTest::trickle)) {
            jobs.forEach(id -> api.post(mara, "/api/choice/" + id, buy("quillonbay")));
            // Those that the application itself takes first are not there for the others: then once more.
            Awaitility.await()
                    .atMost(Duration.ofSeconds(30))
                    .until(() -> !claimedByEight().isEmpty());
            assertThat(silent.server.getAddress()).isNotNull();
        }
    }

    @Test
    void aSecondOrderWaitsForTheFirstAndTheFirstCanBeTakenBack() throws Exception {
        Cookie mara = api.stepUp("Mara");
        long id = jobWithGear(mara);
        try (Stranger silent = new Stranger(SellersTest::trickle)) {
            api.post(mara, "/api/choice/" + id, buy("quillonbay"));
            Map<String, Object> again = new HashMap<>(buy("lindmoor"));
            again.put(
                    "version", api.get("/api/job/" + id).body().path("version").asInt());
            assertThat(api.post(mara, "/api/choice/" + id, again).detail()).contains("withdraw it first");
            String withdraw =
                    "/api/sourcing/" + id + "/orders/" + order(id).path("id").asLong() + "/withdraw";
            assertThat(api.post(mara, withdraw, Map.of()).status()).isEqualTo(200);
            assertThat(state(id)).isEqualTo("withdrawn");
            assertThat(api.get("/api/job/" + id).body().path("waitsFor").asString())
                    .isEqualTo("choosing again");
            assertThat(api.post(mara, withdraw, Map.of()).status())
                    .as("once is enough")
                    .isEqualTo(409);
            assertThat(silent.server.getAddress()).isNotNull();
        }
    }

    @Test
    void whatTheSellerNoLongerHasIsRefusedInWords() {
        Cookie mara = api.stepUp("Mara");
        long id = jobWithGear(mara);
        Map<String, Object> gone = new HashMap<>(buy("quillonbay"));
        gone.put("order", Map.of("seller", "quillonbay", "itemNumber", "NONE", "pieces", 1));
        assertThat(api.post(mara, "/api/choice/" + id, gone).status()).isEqualTo(200);
        Awaitility.await().atMost(Duration.ofSeconds(30)).until(() -> state(id).equals("refused"));
        assertThat(order(id).path("refusal").asString()).isEqualTo("NONE is no longer sold");
        assertThat(journal(id)).contains("quillonbay will not: NONE is no longer sold");
        assertThat(api.get("/api/job/" + id).body().path("waitsFor").asString()).isEqualTo("choosing again");
    }

    @Test
    void aSilentSellerIsNamedAndTheOthersAreShown() {
        Cookie mara = api.stepUp("Mara");
        long id = jobWithGear(mara);
        owner.execute("update seller set base_url = 'http://127.0.0.1:9/gone' where code = 'sandrevo'");
        try {
            JsonNode offers = api.get("/api/sourcing/" + id + "/offers").body();
            assertThat(offers.path("silent").toString()).isEqualTo("[\"sandrevo\"]");
            assertThat(offers.path("offers").toString()).contains("lindmoor").doesNotContain("sandrevo");
        } finally {
            owner.execute("update seller set base_url = 'standin:/sandrevo' where code = 'sandrevo'");
        }
    }
}
