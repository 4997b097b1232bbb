package app.gewerk.server.standin;

import app.gewerk.core.KnowledgeFiles;
import app.gewerk.core.Wire;
import app.gewerk.core.gear.Pitch;
import app.gewerk.core.sourcing.GearAsListed;
import app.gewerk.core.sourcing.GearOffer;
import app.gewerk.core.sourcing.SellerTerms;
import com.sun.net.httpserver.HttpExchange;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.IntStream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/**
 * Invented sellers behind a small HTTP service of their own on a free loopback port, spoken to like a real one:
 * {@code GET /SELLER/terms}, {@code GET /SELLER/gears?toothCount=&moduleFrom=&moduleTo=}, {@code GET /SELLER/items/ITEM},
 * {@code GET /SELLER/list.csv}, {@code POST /SELLER/orders} with {@code {"lines":[{"item","packs"}]}} and an
 * {@code Idempotency-Key}, and {@code POST /SELLER/orders/state} with the same to hear how it stands.
 *
 * <p>They behave as sellers do, each by its habits: {@code dearer}: of some items the list has yesterday's price;
 * {@code soldOut}, {@code partly}, {@code other}: of some lines of an order it turns out later that there are none left,
 * that some follow, that another item is sent. {@code POST /SELLER/mood/down}, {@code slow}, {@code nonsense},
 * {@code endless} and {@code usual} put one in that state.
 */
@Component
public class SellerStandIn extends LoopbackService {
    private final Map<String, SellerTerms> sellers = new LinkedHashMap<>();
    private final Map<String, Set<String>> habits = new HashMap<>();
    private final Map<String, String> moods = new ConcurrentHashMap<>();
    private final List<Map<String, String>> items;
    private final List<GearOffer> catalogue;

    SellerStandIn(JsonMapper json) {
        super(json);
        for (Map<String, String> row : rows("sellers.csv")) {
            sellers.put(row.get("code"), terms(row));
            habits.put(row.get("code"), Set.of(row.get("habits").split(" ")));
        }
        items = rows("catalogue.csv");
        catalogue = items.stream()
                .filter(row -> !row.get("teeth").isEmpty())
                .map(SellerStandIn::offer)
                .toList();
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
        return URI.create(
                baseUrl.startsWith("standin:") ? address() + baseUrl.substring("standin:".length()) : baseUrl);
    }

    private static final int ENDLESS_MB = 50;

    @Override
    void answer(HttpExchange exchange) throws IOException {
        try (exchange) {
            String[] path = exchange.getRequestURI().getPath().substring(1).split("/");
            SellerTerms terms = sellers.get(path[0]);
            if (terms == null || path.length < 2) {
                reply(exchange, 404, Map.of("error", "no such seller"));
                return;
            }
            if (path[1].equals("mood") && path.length > 2) {
                moods.put(path[0], path[2]);
                reply(exchange, 200, Map.of("mood", path[2]));
            } else if (willing(exchange, moods.getOrDefault(path[0], "usual"))) {
                answer(exchange, path, terms);
            }
        }
    }

    private void answer(HttpExchange exchange, String[] path, SellerTerms terms) throws IOException {
        switch (path[1]) {
            case "terms" -> reply(exchange, 200, terms);
            case "gears" -> reply(exchange, 200, gears(path[0], query(exchange)));
            case "items" -> item(exchange, path[0], path.length > 2 ? path[2] : "");
            case "list.csv" -> list(exchange, path[0]);
            case "orders" -> {
                if (path.length > 2) {
                    state(exchange, path[0]);
                } else {
                    order(exchange, path[0]);
                }
            }
            default -> reply(exchange, 404, Map.of("error", "not here"));
        }
    }

    /** False when the seller's mood has answered already. */
    private boolean willing(HttpExchange exchange, String mood) throws IOException {
        switch (mood) {
            case "down" -> reply(exchange, 503, Map.of("error", "back soon"));
            case "nonsense" -> replyText(exchange, "<html>\u0000 everything must go! [[[\n{\"price\": \"a lot\"");
            case "endless" -> {
                exchange.sendResponseHeaders(200, 0);
                byte[] much = "item,name,price\n".repeat(65_536).getBytes(StandardCharsets.UTF_8);
                for (int mb = 0; mb < ENDLESS_MB; mb++) {
                    exchange.getResponseBody().write(much);
                }
            }
            case "slow" -> {
                dawdle();
                return true;
            }
            default -> {
                return true;
            }
        }
        return false;
    }

    /** What happens to something of a seller with that habit, one time in so many. */
    private boolean happens(String seller, String habit, String to, int oneIn) {
        return habits.getOrDefault(seller, Set.of()).contains(habit)
                && Math.floorMod((habit + to).hashCode(), oneIn) == 0;
    }

    private static final int DEARER_ONE_IN = 6;
    private static final BigDecimal DEARER = new BigDecimal("1.07");

    private void list(HttpExchange exchange, String seller) throws IOException {
        replyText(exchange, listed(seller, LocalDate.now(ZoneOffset.UTC)));
    }

    public String currency(String seller) {
        return Objects.requireNonNull(sellers.get(seller), seller).currency();
    }

    /** A seller's list as it was on a day: of some items the price has gone up since, and went up before. */
    public String listed(String seller, LocalDate day) {
        StringBuilder csv = new StringBuilder();
        try (CSVPrinter printer = new CSVPrinter(
                csv,
                CSVFormat.DEFAULT
                        .builder()
                        .setHeader(items.getFirst().keySet().toArray(new String[0]))
                        .get())) {
            for (Map<String, String> row : items) {
                if (row.get("seller").equals(seller)) {
                    Map<String, String> listed = new LinkedHashMap<>(row);
                    listed.put("packPrice", listedPrice(row, day).toPlainString());
                    printer.printRecord(listed.values());
                }
            }
        } catch (IOException impossible) {
            throw new UncheckedIOException(impossible);
        }
        return csv.toString();
    }

    private static final int PRICE_LASTS_DAYS = 75;
    private static final int RISES_ONE_IN = 3;

    private BigDecimal listedPrice(Map<String, String> row, LocalDate day) {
        BigDecimal price = new BigDecimal(row.get("packPrice"));
        String item = row.get("item");
        if (happens(row.get("seller"), "dearer", item, DEARER_ONE_IN)) {
            price = price.divide(DEARER, 2, RoundingMode.HALF_UP);
        }
        long ago = ChronoUnit.DAYS.between(day, LocalDate.now(ZoneOffset.UTC)) / PRICE_LASTS_DAYS;
        for (long season = 0; season < ago; season++) {
            int which = Math.floorMod((item + season).hashCode(), RISES_ONE_IN);
            // It rose, it fell, it stayed.
            BigDecimal factor = which == 0 ? DEARER : which == 1 ? CHEAPER : BigDecimal.ONE;
            price = price.divide(factor, 2, RoundingMode.HALF_UP);
        }
        return price;
    }

    private static final BigDecimal CHEAPER = new BigDecimal("0.97");

    private static void replyText(HttpExchange exchange, String text) throws IOException {
        reply(exchange, 200, "text/csv", text.getBytes(StandardCharsets.UTF_8));
    }

    private record Sold(
            String seller,
            String itemNumber,
            String kind,
            String name,
            String partNumber,
            Optional<GearAsListed> gear,
            int packSize,
            BigDecimal packPrice,
            int stock,
            int dispatchDays) {}

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
        for (Map<String, String> row : items) {
            if (row.get("seller").equals(seller) && row.get("item").equals(item)) {
                reply(
                        exchange,
                        200,
                        new Sold(
                                seller,
                                item,
                                row.get("kind"),
                                row.get("name"),
                                row.get("partNumber"),
                                row.get("teeth").isEmpty()
                                        ? Optional.empty()
                                        : Optional.of(offer(row).gear()),
                                Integer.parseInt(row.get("packSize")),
                                new BigDecimal(row.get("packPrice")),
                                Integer.parseInt(row.get("stockPacks")),
                                Integer.parseInt(row.get("dispatchDays"))));
                return;
            }
        }
        reply(exchange, 404, Map.of("error", "no such item"));
    }

    private record Lines(List<Line> lines) {}

    private record Line(String item, int packs) {}

    private record LineState(String item, String state, int packs, String instead) {}

    private static final int TROUBLE_ONE_IN = 8;

    /** How an order stands by now: follows from its key, so that it is told the same whoever asks and whenever. */
    private void state(HttpExchange exchange, String seller) throws IOException {
        String key = Objects.requireNonNullElse(exchange.getRequestHeaders().getFirst("Idempotency-Key"), "");
        Lines asked = json.readValue(exchange.getRequestBody().readAllBytes(), Lines.class);
        List<LineState> lines = asked.lines.stream()
                .map(line -> {
                    String one = key + line.item;
                    if (happens(seller, "soldOut", one, TROUBLE_ONE_IN)) {
                        return new LineState(line.item, "soldOut", 0, "");
                    }
                    if (line.packs > 1 && happens(seller, "partly", one, 2)) {
                        return new LineState(line.item, "partly", line.packs / 2, "");
                    }
                    if (happens(seller, "other", one, TROUBLE_ONE_IN)) {
                        return new LineState(line.item, "other", line.packs, line.item + "B");
                    }
                    return new LineState(line.item, "sent", line.packs, "");
                })
                .toList();
        reply(exchange, 200, Map.of("orderNumber", number(seller, key), "lines", lines));
    }

    private static String number(String seller, String key) {
        return seller.substring(0, 2).toUpperCase(Locale.ROOT) + "-"
                + Integer.toUnsignedString(key.hashCode(), 36).toUpperCase(Locale.ROOT);
    }

    /** The order number follows from the key, so that an order sent twice is one order, whichever process answers. */
    private void order(HttpExchange exchange, String seller) throws IOException {
        String key = exchange.getRequestHeaders().getFirst("Idempotency-Key");
        if (!exchange.getRequestMethod().equals("POST") || key == null) {
            reply(exchange, 400, Map.of("error", "POST with an Idempotency-Key"));
            return;
        }
        String number = number(seller, key);
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
}
