package app.gewerk.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.locks.LockSupport;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/**
 * Two processes on one database: five hundred orders to a seller that fails at random, none lost, none placed twice; letters to
 * owners; then bills from both, one of them dying.
 */
@Order(RunningGewerk.LONG)
@Tag("slow")
class ManyOrdersTest {
    private static final int ORDERS = 500;
    private static final int LETTERS = 24;
    private static final int JOBS = 6;
    private static final int BILLS = 20;
    private static final String BILL = """
            {"lines":[{"of":"labour","what":"Work","quantity":1,"price":48}],"discount":0,"paid":0,"billedTo":"A. Owner"}
            """;
    private static final String TERMS = "{\"name\":\"Moody Gears\",\"country\":\"Grisland\",\"zone\":\"union\","
            + "\"currency\":\"EUR\",\"postage\":[{\"goodsFrom\":0,\"price\":3.9}],\"transitDays\":2,\"closedOn\":[]}";
    private static final String GEAR = """
            {"seller":"lindmoor","itemNumber":"M1","kind":"gear","name":"Gear","partNumber":"","gear":{
             "pitch":{"system":"module","value":0.5},"toothCount":24,"pressureAngleDeg":20,"stub":false,"boreMm":2,
             "faceWidthMm":4,"material":"POM"},"packSize":1,"packPrice":1.5,"stock":100000,"dispatchDays":0}
            """;

    /** A seller that takes an order once for a key, and one time in seven does not say so. */
    private static final class Moody implements AutoCloseable {
        private final HttpServer server;
        private final Map<String, String> taken = new ConcurrentHashMap<>();
        private final AtomicInteger asked = new AtomicInteger();
        private final AtomicInteger failed = new AtomicInteger();
        private final Random random = new Random(11);

        Moody() throws IOException {
            server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 100);
            server.setExecutor(Executors.newVirtualThreadPerTaskExecutor());
            server.createContext("/", exchange -> {
                try (exchange) {
                    answer(exchange);
                }
            });
            server.start();
        }

        private void answer(HttpExchange exchange) throws IOException {
            String path = exchange.getRequestURI().getPath();
            if (path.endsWith("/terms")) {
                say(exchange, 200, TERMS);
            } else if (path.contains("/items")) {
                say(exchange, 200, GEAR);
            } else {
                asked.incrementAndGet();
                order(exchange, exchange.getRequestHeaders().getFirst("Idempotency-Key"));
            }
        }

        private void order(HttpExchange exchange, String key) throws IOException {
            int mood = random.nextInt(100);
            if (mood < 13) {
                failed.incrementAndGet();
            }
            if (mood < 5) {
                say(exchange, 500, "{\"error\":\"try later\"}");
                return;
            }
            String number = taken.computeIfAbsent(key, any -> "M-" + (taken.size() + 1) + "-" + any.hashCode());
            if (mood < 9) {
                return; // taken, and the line goes dead
            }
            if (mood < 12) {
                say(exchange, 201, "<html>thank you for your order</html>");
                return;
            }
            if (mood < 13) {
                LockSupport.parkNanos(Duration.ofSeconds(6).toNanos());
            }
            say(exchange, 201, "{\"orderNumber\":\"" + number + "\"}");
        }

        private static void say(HttpExchange exchange, int status, String body) throws IOException {
            byte[] bytes = body.getBytes(StandardCharsets.UTF_8);
            exchange.getResponseHeaders().set("Content-Type", "application/json");
            exchange.sendResponseHeaders(status, bytes.length);
            exchange.getResponseBody().write(bytes);
        }

        @Override
        public void close() {
            server.stop(0);
        }
    }

    /** A gateway that at every sixth request is not there, or takes the message and does not say so. */
    private static final class MoodyGateway implements AutoCloseable {
        private final HttpServer server;
        private final Map<String, Integer> taken = new ConcurrentHashMap<>();
        private final AtomicInteger failed = new AtomicInteger();
        private final AtomicInteger asked = new AtomicInteger();

        MoodyGateway() throws IOException {
            server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 100);
            server.setExecutor(Executors.newVirtualThreadPerTaskExecutor());
            server.createContext("/messages", exchange -> {
                try (exchange) {
                    take(exchange);
                }
            });
            server.createContext("/messages/state", exchange -> {
                try (exchange) {
                    Moody.say(exchange, 200, "{\"state\":\"delivered\"}");
                }
            });
            server.start();
        }

        private void take(HttpExchange exchange) throws IOException {
            int mood = asked.getAndIncrement() % 12;
            if (mood == 0) {
                failed.incrementAndGet();
                Moody.say(exchange, 503, "{}");
                return;
            }
            String key = exchange.getRequestHeaders().getFirst("Idempotency-Key");
            taken.merge(key, 1, Integer::sum);
            if (mood == 6) {
                failed.incrementAndGet();
                return; // taken, and the line goes dead
            }
            Moody.say(exchange, 202, "{\"number\":\"G-" + key + "\"}");
        }

        String address() {
            return "http://127.0.0.1:" + server.getAddress().getPort();
        }

        @Override
        public void close() {
            server.stop(0);
        }
    }

    private static RunningGewerk one;
    private static RunningGewerk two;
    private static MoodyGateway gateway;

    @BeforeAll
    static void start() throws IOException {
        gateway = new MoodyGateway();
        RunningGewerk[] both = RunningGewerk.two(Map.of("GEWERK_GATEWAY", gateway.address()));
        one = both[0];
        two = both[1];
    }

    @AfterAll
    static void end() {
        one.close();
        two.close();
        gateway.close();
    }

    @Test
    void noneIsLostAndNoneIsPlacedTwice() throws IOException {
        try (Moody seller = new Moody()) {
            assertThat(new ApiCaller(one, "Ren")
                            .takeIn("many orders", "many-orders-1")
                            .statusCode())
                    .isEqualTo(201);
            one.inDatabase(
                    "update seller set base_url = 'http://127.0.0.1:"
                            + seller.server.getAddress().getPort() + "' where code = 'lindmoor'",
                    "insert into purchase_order (shop_id, seller, key, state, asked_by, asked_at, next_try) "
                            + "select job.shop_id, 'lindmoor', 'many-orders-' || n, 'waiting', "
                            + "(select min(id) from person), now(), now() from job, generate_series(1, " + ORDERS
                            + ") n where job.complaint = 'many orders'",
                    "insert into purchase_order_line (shop_id, order_id, position, item_number, pieces, job_id) "
                            + "select o.shop_id, o.id, 0, 'M1', 2, job.id from purchase_order o, job "
                            + "where job.complaint = 'many orders'");
            // A process looks by itself every ten seconds, and a seller that failed is asked again after growing
            // pauses.
            Awaitility.await()
                    .atMost(Duration.ofMinutes(4))
                    .pollInterval(Duration.ofSeconds(1))
                    .until(() -> one.number("select count(*) from purchase_order where state = 'waiting'") == 0);
            assertThat(one.number("select count(*) from purchase_order where state = 'ordered'"))
                    .as("none is lost")
                    .isEqualTo(ORDERS);
            assertThat(seller.taken)
                    .as("none is placed twice, none under another key")
                    .hasSize(ORDERS);
            assertThat(one.number("select count(distinct order_number) from purchase_order"))
                    .isEqualTo(ORDERS);
            assertThat(seller.failed.get()).as("it did fail").isGreaterThan(ORDERS / 20);
            assertThat(seller.asked.get())
                    .as("and was asked again only where it had")
                    .isEqualTo(ORDERS + seller.failed.get());
            assertThat(one.number("select count(*) from journal where what ->> 'code' = 'journal.ordered'"))
                    .as("each is told once")
                    .isEqualTo(ORDERS);
            assertThat(two.number("select count(*) from purchase_order where tries > 1"))
                    .isPositive();
        }
    }

    @Test
    void everyOwnerIsWrittenToOnceThoughTheGatewayFalters() {
        ApiCaller ren = new ApiCaller(one, "Ren");
        assertThat(ren.takeIn("write to me", "write-to-me-1").statusCode()).isEqualTo(201);
        one.inDatabase(
                "insert into owner_message (shop_id, job_id, about, send_to, letter, key, state, asked_by, asked_at, "
                        + "next_try) select shop_id, id, 'ready', '0151234567', 'it is ready', 'letter-' || n, 'waiting', "
                        + "(select min(id) from person), now(), now() from job, generate_series(1, " + LETTERS
                        + ") n where complaint = 'write to me'");
        Awaitility.await()
                .atMost(Duration.ofMinutes(2))
                .until(() -> one.number("select count(*) from owner_message where state = 'arrived'") == LETTERS);
        assertThat(gateway.taken).as("each under its own key").hasSize(LETTERS);
        assertThat(gateway.failed.get()).as("it did falter").isPositive();
        assertThat(gateway.taken.values().stream().mapToInt(n -> n).sum())
                .as("asked again only where nothing had been heard")
                .isLessThanOrEqualTo(LETTERS + gateway.failed.get());
        assertThat(one.number("select count(*) from journal where what ->> 'code' = 'journal.reached'"))
                .as("each is told once")
                .isEqualTo(LETTERS);
    }

    /** One of the two is killed in the middle of billing: every number stands once, and none is left out. */
    @Test
    void billsAreNumberedInARowWhateverDies() {
        ApiCaller ren = new ApiCaller(one, "Ren");
        ApiCaller mara = new ApiCaller(two, "Mara");
        for (int i = 0; i < JOBS; i++) {
            assertThat(ren.takeIn("bill it " + i, "take-in-bill-" + i).statusCode())
                    .isEqualTo(201);
        }
        one.inDatabase("update shop set tax_percent = 19");
        List<String> jobs = one.texts("select id::text from job where complaint like 'bill it%' order by id");
        AtomicInteger answered = new AtomicInteger();
        List<CompletableFuture<Void>> writers = new ArrayList<>();
        for (int w = 0; w < JOBS; w++) {
            ApiCaller who = w % 2 == 0 ? ren : mara;
            String job = jobs.get(w);
            writers.add(CompletableFuture.runAsync(() -> bill(who, job, answered)));
        }
        while (answered.get() < 10) {
            Thread.onSpinWait();
        }
        one.kill();
        writers.forEach(CompletableFuture::join);
        one.start();
        ApiCaller again = new ApiCaller(one, "Ren");
        // What was sent before and not answered is sent again under its own key.
        for (int w = 0; w < JOBS; w += 2) {
            bill(again, jobs.get(w), answered);
        }
        long bills = two.number("select count(*) from bill");
        assertThat(bills).as("each was billed once").isEqualTo((long) JOBS * BILLS);
        assertThat(two.number("select max(number) from bill")).isEqualTo(bills);
        assertThat(two.number("select last from bill_count")).isEqualTo(bills);
    }

    private static void bill(ApiCaller who, String job, AtomicInteger answered) {
        for (int i = 0; i < BILLS; i++) {
            try {
                int status = who.post("/api/handback/" + job + "/bills", BILL, "bill-" + job + "-" + i)
                        .statusCode();
                assertThat(status).isEqualTo(200);
                answered.incrementAndGet();
            } catch (UncheckedIOException died) {
                return;
            }
        }
    }
}
