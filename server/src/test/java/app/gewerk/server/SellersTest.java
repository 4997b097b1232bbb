package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;

import app.gewerk.core.sourcing.GearOffer;
import app.gewerk.core.sourcing.SellerTerms;
import app.gewerk.server.standin.SellerStandIn;
import com.sun.net.httpserver.HttpServer;
import jakarta.servlet.http.Cookie;
import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import org.awaitility.Awaitility;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import tools.jackson.databind.json.JsonMapper;

/** The sellers' stand-in over its own HTTP, and what happens when a seller does not answer. */
@ApiTest
class SellersTest {
    private static final List<String> SELLERS = List.of("lindmoor", "tarrowby", "sandrevo", "quillonbay");

    @Autowired
    private SellerStandIn standIn;

    @Autowired
    private JsonMapper json;

    @Autowired
    private Api api;

    @Autowired
    private DSLContext sql;

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
        assertThat(ask("lindmoor", "/gears/NONE").statusCode()).isEqualTo(404);
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
                Map.of("seller", seller, "itemNumber", "S0463", "pieces", 1));
    }

    /** A seller that answers at once and then sends a byte now and then, for ever. */
    private static HttpServer trickling() throws IOException {
        HttpServer server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 50);
        server.setExecutor(Executors.newVirtualThreadPerTaskExecutor());
        server.createContext("/", exchange -> {
            exchange.sendResponseHeaders(200, 0);
            try (OutputStream out = exchange.getResponseBody()) {
                for (int i = 0; i < 600; i++) {
                    out.write(' ');
                    out.flush();
                    LockSupport.parkNanos(100_000_000);
                }
            } catch (IOException hungUp) {
                exchange.close();
            }
        });
        server.start();
        return server;
    }

    @Test
    void aSellerThatTricklesHoldsNobody() throws Exception {
        Cookie mara = api.stepUp("Mara");
        HttpServer seller = trickling();
        List<Long> jobs = new ArrayList<>();
        for (int i = 0; i < 12; i++) {
            jobs.add(jobWithGear(mara));
        }
        sql.execute(
                "update seller set base_url = ? where code = 'quillonbay'",
                "http://127.0.0.1:" + seller.getAddress().getPort());
        try (ExecutorService pool = Executors.newVirtualThreadPerTaskExecutor()) {
            List<Future<Api.Answer>> orders = jobs.stream()
                    .map(id -> pool.submit(() -> api.post(mara, "/api/choice/" + id, buy("quillonbay"))))
                    .toList();
            assertThat(orders).as("all are being asked").noneMatch(Future::isDone);
            for (long id : jobs) {
                assertThat(api.get("/api/job/" + id).status()).isEqualTo(200);
                assertThat(api.post(
                                        mara,
                                        "/api/job/" + id + "/note",
                                        Map.of("step", "look", "what", "meanwhile", "done", false))
                                .status())
                        .as("the job is not held meanwhile")
                        .isEqualTo(200);
            }
            assertThat(orders).as("and still").noneMatch(Future::isDone);
            for (Future<Api.Answer> order : orders) {
                assertThat(order.get(20, TimeUnit.SECONDS).detail()).contains("nothing was ordered");
            }
        } finally {
            seller.stop(0);
            sql.execute("update seller set base_url = 'standin:/quillonbay' where code = 'quillonbay'");
        }
    }

    @Test
    void whileOneOrdersForAJobAnotherIsToldAndNothingIsOrderedTwice() throws Exception {
        Cookie mara = api.stepUp("Mara");
        HttpServer seller = trickling();
        long id = jobWithGear(mara);
        sql.execute(
                "update seller set base_url = ? where code = 'quillonbay'",
                "http://127.0.0.1:" + seller.getAddress().getPort());
        try (ExecutorService pool = Executors.newVirtualThreadPerTaskExecutor()) {
            Future<Api.Answer> first = pool.submit(() -> api.post(mara, "/api/choice/" + id, buy("quillonbay")));
            Awaitility.await()
                    .until(() -> !sql.fetchSingle("select ordering_key from job where id = ?", id)
                            .get(0, String.class)
                            .isEmpty());
            assertThat(api.post(mara, "/api/choice/" + id, buy("quillonbay")).status())
                    .isEqualTo(409);
            assertThat(first.get(20, TimeUnit.SECONDS).status()).isEqualTo(422);
            assertThat(sql.fetchSingle("select ordering_key from job where id = ?", id)
                            .get(0, String.class))
                    .as("and it is free again")
                    .isEmpty();
        } finally {
            seller.stop(0);
            sql.execute("update seller set base_url = 'standin:/quillonbay' where code = 'quillonbay'");
        }
    }

    @Test
    void aSilentSellerIsNamedAndTheOthersAreShown() {
        Cookie mara = api.stepUp("Mara");
        long id = jobWithGear(mara);
        sql.execute("update seller set base_url = 'http://127.0.0.1:9/gone' where code = 'sandrevo'");
        var offers = api.get("/api/sourcing/" + id + "/offers").body();
        assertThat(offers.path("silent").toString()).isEqualTo("[\"sandrevo\"]");
        assertThat(offers.path("offers").toString()).contains("lindmoor").doesNotContain("sandrevo");
        Api.Answer order = api.post(mara, "/api/choice/" + id, buy("sandrevo"));
        assertThat(order.status()).isEqualTo(422);
        assertThat(order.detail()).contains("nothing was ordered");
        assertThat(api.get("/api/choice/" + id).body())
                .as("and nothing is written down")
                .isEmpty();
    }
}
