package app.gewerk.server.standin;

import app.gewerk.core.KnowledgeFiles;
import app.gewerk.core.Wire;
import app.gewerk.core.gear.Pitch;
import app.gewerk.core.sourcing.GearOffer;
import app.gewerk.core.sourcing.SellerTerms;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.Executors;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/**
 * Invented sellers behind a small HTTP service of their own on a free loopback port, spoken to like a real one:
 * {@code GET /SELLER/terms}, {@code GET /SELLER/gears?toothCount=&moduleFrom=&moduleTo=}, {@code GET /SELLER/gears/ITEM},
 * {@code POST /SELLER/orders} with {@code {"lines":[{"item","packs"}]}} and an {@code Idempotency-Key}.
 */
@Component
public class SellerStandIn implements SmartLifecycle {
    private final JsonMapper json;
    private final Map<String, SellerTerms> sellers = new LinkedHashMap<>();
    private final List<GearOffer> catalogue;
    private @Nullable HttpServer server;

    SellerStandIn(JsonMapper json) {
        this.json = json;
        for (Map<String, String> row : rows("sellers.csv")) {
            sellers.put(row.get("code"), terms(row));
        }
        catalogue = rows("catalogue.csv").stream().map(SellerStandIn::offer).toList();
    }

    private static List<Map<String, String>> rows(String file) {
        try (InputStream csv = SellerStandIn.class.getResourceAsStream("/standin/" + file)) {
            return KnowledgeFiles.rows(new InputStreamReader(Objects.requireNonNull(csv), StandardCharsets.UTF_8));
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }

    private static SellerTerms terms(Map<String, String> row) {
        List<SellerTerms.PostageStep> steps = Arrays.stream(row.get("postage").split(" "))
                .map(step -> step.split(":"))
                .map(step -> new SellerTerms.PostageStep(new BigDecimal(step[0]), new BigDecimal(step[1])))
                .toList();
        return new SellerTerms(
                row.get("name"),
                row.get("country"),
                row.get("zone"),
                row.get("currency"),
                steps,
                Integer.parseInt(row.get("transitDays")),
                closedOn(row.get("closedOn")));
    }

    /** This year's and the next year's. @param days of the year, as {@code 12-25} */
    private static List<LocalDate> closedOn(String days) {
        int year = LocalDate.now(ZoneOffset.UTC).getYear();
        return IntStream.of(year, year + 1)
                .boxed()
                .flatMap(y -> Arrays.stream(days.split(" ")).map(day -> LocalDate.parse(y + "-" + day)))
                .toList();
    }

    private static GearOffer offer(Map<String, String> row) {
        return new GearOffer(
                row.get("seller"),
                row.get("item"),
                new Pitch(Wire.parse(Pitch.System.class, row.get("system")), Double.parseDouble(row.get("pitch"))),
                Integer.parseInt(row.get("teeth")),
                Double.parseDouble(row.get("pressureAngleDeg")),
                row.get("depth").equals("stub"),
                Double.parseDouble(row.get("boreMm")),
                Double.parseDouble(row.get("faceWidthMm")),
                row.get("material"),
                Integer.parseInt(row.get("packSize")),
                new BigDecimal(row.get("packPrice")),
                Integer.parseInt(row.get("stockPacks")),
                Integer.parseInt(row.get("dispatchDays")));
    }

    /** Where a seller's base URL leads: {@code standin:/x} to this process's own stand-in, anything else where it says. */
    public URI resolve(String baseUrl) {
        if (!baseUrl.startsWith("standin:")) {
            return URI.create(baseUrl);
        }
        int port = Objects.requireNonNull(server, "not started").getAddress().getPort();
        return URI.create("http://127.0.0.1:" + port + baseUrl.substring("standin:".length()));
    }

    @Override
    public void start() {
        try {
            HttpServer started = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 16);
            started.createContext("/", this::answer);
            started.setExecutor(Executors.newVirtualThreadPerTaskExecutor());
            started.start();
            server = started;
        } catch (IOException noPort) {
            throw new UncheckedIOException(noPort);
        }
    }

    @Override
    public void stop() {
        if (server != null) {
            server.stop(0);
            server = null;
        }
    }

    @Override
    public boolean isRunning() {
        return server != null;
    }

    /** Before the demo and the web server, so that it is there when the first question comes. */
    @Override
    public int getPhase() {
        return 0;
    }

    private void answer(HttpExchange exchange) throws IOException {
        try (exchange) {
            String[] path = exchange.getRequestURI().getPath().substring(1).split("/");
            SellerTerms terms = sellers.get(path[0]);
            if (terms == null || path.length < 2) {
                reply(exchange, 404, Map.of("error", "no such seller"));
                return;
            }
            switch (path[1]) {
                case "terms" -> reply(exchange, 200, terms);
                case "gears" -> {
                    if (path.length > 2) {
                        item(exchange, path[0], path[2]);
                    } else {
                        reply(exchange, 200, gears(path[0], query(exchange)));
                    }
                }
                case "orders" -> order(exchange, path[0]);
                default -> reply(exchange, 404, Map.of("error", "not here"));
            }
        }
    }

    private List<GearOffer> gears(String seller, Map<String, String> query) {
        int teeth = Integer.parseInt(query.getOrDefault("toothCount", "0"));
        double from = Double.parseDouble(query.getOrDefault("moduleFrom", "0"));
        double to = Double.parseDouble(query.getOrDefault("moduleTo", "100"));
        return catalogue.stream()
                .filter(o -> o.seller().equals(seller))
                .filter(o -> teeth == 0 || o.toothCount() == teeth)
                .filter(o -> o.pitch().module() >= from && o.pitch().module() <= to)
                .toList();
    }

    private void item(HttpExchange exchange, String seller, String item) throws IOException {
        for (GearOffer offer : catalogue) {
            if (offer.seller().equals(seller) && offer.itemNumber().equals(item)) {
                reply(exchange, 200, offer);
                return;
            }
        }
        reply(exchange, 404, Map.of("error", "no such item"));
    }

    /** The order number follows from the key, so that an order sent twice is one order, whichever process answers. */
    private void order(HttpExchange exchange, String seller) throws IOException {
        String key = exchange.getRequestHeaders().getFirst("Idempotency-Key");
        if (!exchange.getRequestMethod().equals("POST") || key == null) {
            reply(exchange, 400, Map.of("error", "POST with an Idempotency-Key"));
            return;
        }
        String number = seller.substring(0, 2).toUpperCase(java.util.Locale.ROOT) + "-"
                + Integer.toUnsignedString(key.hashCode(), 36).toUpperCase(java.util.Locale.ROOT);
        reply(exchange, 201, Map.of("orderNumber", number));
    }

    private static Map<String, String> query(HttpExchange exchange) {
        Map<String, String> values = new HashMap<>();
        String query = exchange.getRequestURI().getQuery();
        for (String part : query == null ? new String[0] : query.split("&")) {
            String[] pair = part.split("=", 2);
            values.put(pair[0], pair.length > 1 ? pair[1] : "");
        }
        return values;
    }

    private void reply(HttpExchange exchange, int status, Object body) throws IOException {
        byte[] bytes = json.writeValueAsBytes(body);
        exchange.getResponseHeaders().set("Content-Type", "application/json");
        exchange.sendResponseHeaders(status, bytes.length);
        exchange.getResponseBody().write(bytes);
    }
}
