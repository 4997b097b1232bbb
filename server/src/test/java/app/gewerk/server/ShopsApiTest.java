package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.entry;

import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopScope;
import app.gewerk.server.shop.ShopService;
import jakarta.servlet.http.Cookie;
import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import org.awaitility.Awaitility;
import org.jooq.DSLContext;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.dao.DataAccessException;
import org.springframework.http.HttpMethod;
import org.springframework.test.context.TestPropertySource;
import tools.jackson.databind.JsonNode;

/** Two shops in one database: neither sees, finds, changes or counts anything of the other. */
@ApiTest
@TestPropertySource(properties = "gewerk.test=a database of its own, for it holds several shops")
class ShopsApiTest {
    /** Stands in every text of the first shop. */
    private static final String MARK = "Zirkon";

    private static final Map<String, Object> GEAR = Map.of("name", MARK, "toothCount", "24", "readings", List.of());
    static final Map<String, Object> TOOTH_MAP = Map.ofEntries(
            entry("gear", MARK),
            entry("component", ""),
            entry("toothCount", 24),
            entry("marks", List.of()),
            entry("hub", "sound"),
            entry("bore", "sound"),
            entry("web", "sound"),
            entry("oddColour", false),
            entry("brittle", false),
            entry("softened", false),
            entry("fragmentsFound", 0),
            entry("fragmentsAccepted", ""));
    private static final UUID ORIGIN = UUID.randomUUID();
    private static final Map<String, Object> MACHINE = Map.of("components", List.of(), "openings", List.of());

    /** A body that the operation takes when the job is one's own; none for those that have none. */
    private static final List<Map<String, Object>> SHELF_CELLS = List.of(
            Map.of("field", "kind", "typed", "part"),
            Map.of("field", "name", "typed", MARK),
            Map.of("field", "place", "typed", MARK),
            Map.of("field", "pieces", "typed", "3"));

    private static final Map<String, Object> BODIES = Map.ofEntries(
            entry(
                    "PUT /api/account/people/{personId}",
                    Map.of("version", 1, "name", "x", "role", "owner", "closed", true)),
            entry("POST /api/account/people/{personId}/secrets", Map.of("password", "greasy thumbs 7")),
            entry("POST /api/job/{id}/timers", Map.of("timers", List.of(Map.of("kind", "castFirm", "minutes", 30)))),
            entry("POST /api/closeup/{jobId}/changes", Map.of("stepKey", "step-0001", "mended", "glued")),
            entry("POST /api/closeup/{jobId}/closed", Map.of("leftOver", 0)),
            entry("PUT /api/closeup/{jobId}/case", Map.of("plastic", "ABS")),
            entry("POST /api/closeup/{jobId}/steps/{key}/back", Map.of("shorts", List.of(), "seen", List.of())),
            entry("PUT /api/handback/{jobId}", Map.of("oldParts", "kept", "avoid", "x", "next", "y", "version", 0)),
            entry("POST /api/handback/{jobId}/bills", BillingApiTest.BILL),
            entry("POST /api/handback/{jobId}/bills/{bill}/credit", Map.of("gross", 1, "why", "x")),
            entry("PUT /api/lasting/{jobId}/before", Map.of()),
            entry("POST /api/dayplan/interruption", Map.of("kind", "other")),
            entry("POST /api/messages/{jobId}", Map.of("about", "ready", "to", "0151234567", "letter", "x")),
            entry("POST /api/handback/{jobId}/owner/erase", Map.of("meant", true)),
            entry("POST /api/book/{modelId}/advice", Map.of("advice", "x")),
            entry("POST /api/book/{modelId}/pictures", Map.of("jobId", 1, "photoId", 1, "shows", "x")),
            entry("POST /api/handback/{jobId}/hand-over", Map.of("version", 1)),
            entry("POST /api/proving/{jobId}/listen-again", Map.of("version", 1)),
            entry("POST /api/proving/{jobId}/proved", Map.of("version", 1)),
            entry("PUT /api/proving/{jobId}/readings", Map.of("measure", "noise", "after", true, "typed", "61")),
            entry("PUT /api/proving/{jobId}/run", ProvingApiTest.run(150, 0)),
            entry("POST /api/proving/{jobId}/run/on", Map.of("more", 1)),
            entry("POST /api/proving/{jobId}/trials", Map.of("trial", "handBoth", "result", "passed")),
            entry("POST /api/choice/{jobId}", Map.of("version", 1, "way", "glue", "reason", "holds")),
            entry(
                    "PUT /api/choice/{jobId}/circumstances",
                    Map.of("version", 0, "wish", "cheap", "circumstances", ChoiceApiTest.said(Map.of()))),
            entry("PUT /api/damage/{jobId}", Map.of("version", 0, "map", TOOTH_MAP)),
            entry("POST /api/damage/{jobId}/read", TOOTH_MAP),
            entry("PUT /api/device/{modelId}/train", Map.of("version", 0, "machine", MACHINE)),
            entry("POST /api/device/{modelId}/train/text", Map.of("text", "train: 1")),
            entry("POST /api/train/{jobId}/gear", Map.of("wheel", "x", "machine", MACHINE)),
            entry("PUT /api/diagnosis/{jobId}", Map.of("version", 1, "answers", Map.of(), "opened", List.of())),
            entry("POST /api/diagnosis/{jobId}/culprit", Map.of("fault", "x", "why", "y")),
            entry("POST /api/diagnosis/{jobId}/rhythm", Map.of("what", "clicks", "tapMs", List.of(0, 400, 800, 1200))),
            entry("POST /api/diagnosis/{jobId}/weigh", Map.of("answers", Map.of())),
            entry("PUT /api/intake/{jobId}", Api.intake("a", "b", "c")),
            entry("PUT /api/intake/{jobId}/about-to", Map.of("operation", "heat", "on", true)),
            entry("POST /api/intake/{jobId}/cautions/tick", Map.of("caution", "mains/start")),
            entry(
                    "POST /api/intake/{jobId}/electrical",
                    Map.of("protection", "earthed", "cordSound", true, "plugSound", true, "earthPinSound", true)),
            entry("POST /api/intake/{jobId}/owner", Map.of("version", 1, "says", "declined")),
            entry("POST /api/job/{id}/bench-minutes", Map.of("minutes", 5)),
            entry("POST /api/job/{id}/move", Map.of("version", 1, "place", "putAway")),
            entry("POST /api/job/{id}/note", Map.of("step", "look", "what", "x", "done", true)),
            entry("POST /api/phone/link/{jobId}", Map.of("step", "look", "teardownKey", "")),
            entry("PUT /api/photo/{jobId}/{id}/marks", Map.of("version", 1, "marks", List.of())),
            entry("PUT /api/reading/{jobId}", Map.of("version", 1, "gear", GEAR)),
            entry("POST /api/reading/{jobId}/take", Map.of("version", 1, "choice", 0)),
            entry(
                    "PUT /api/sourcing/needs/{needId}",
                    Map.of("version", 1, "needing", Map.of("pieces", 1, "maySplit", false, "accepts", List.of()))),
            entry(
                    "PUT /api/sourcing/needs/{needId}/word",
                    Map.of("seller", "lindmoor", "itemNumber", "L0001", "held", true)),
            entry("POST /api/sourcing/parcels/{orderId}/lines/{position}", Map.of("outcome", "here", "pieces", 1)),
            entry("POST /api/sourcing/parcels/{orderId}/lines/{position}/check", Map.of("typed", List.of("24"))),
            entry("POST /api/stores/donors/{donorId}/parts/{part}", Map.of("broken", false)),
            entry("PUT /api/stores/donors/{donorId}", Map.of("version", 1, "place", "x", "remark", "", "gone", true)),
            entry(
                    "PUT /api/stores/numbers/{number}",
                    Map.of(
                            "version",
                            1,
                            "name",
                            "x",
                            "places",
                            List.of(),
                            "companions",
                            List.of(),
                            "lookalikes",
                            List.of())),
            entry("POST /api/stores/sellers/{seller}/columns", Map.of("line", "item,name,price")),
            entry(
                    "PUT /api/stores/sellers/{seller}/columns",
                    Map.of(
                            "line",
                            "item,name,price",
                            "columns",
                            List.of(
                                    Map.of("field", "item", "heading", "item"),
                                    Map.of("field", "name", "heading", "name"),
                                    Map.of("field", "price", "heading", "price")))),
            entry(
                    "PUT /api/stores/sellers/{seller}/terms",
                    Map.of(
                            "name",
                            "x",
                            "country",
                            "y",
                            "zone",
                            "home",
                            "currency",
                            "EUR",
                            "postage",
                            List.of(),
                            "transitDays",
                            1,
                            "closedOn",
                            List.of())),
            entry("PUT /api/stores/shelf/{itemId}", Map.of("version", 1, "cells", SHELF_CELLS)),
            entry("POST /api/stores/shelf/{itemId}/move", Map.of("why", "taken", "pieces", 1)),
            entry("POST /api/teardown/{jobId}/merge", Map.of("choices", List.of())),
            entry("POST /api/teardown/{jobId}/steps", Map.of("key", "other-shop-1", "line", "lid off")),
            entry("PUT /api/teardown/{jobId}/steps/{key}", Map.of("version", 1, "line", "lid off")),
            entry("POST /api/teardown/{jobId}/steps/{key}/move", Map.of("version", 1, "after", "")),
            entry("POST /api/teardown/{jobId}/unseen", Map.of("step", "a", "part", "b", "answer", "lost")));

    private static final Set<String> FILES =
            Set.of("POST /api/photo/{jobId}", "POST /api/stores/sellers/{seller}/list");

    private static final Map<String, String> QUERIES = Map.of(
            "GET /api/handback/{jobId}/pick-up.ics",
                    "?day=" + LocalDate.now(ZoneOffset.UTC).plusDays(3),
            "PUT /api/intake/{jobId}", "?version=1",
            "DELETE /api/diagnosis/{jobId}/culprit", "?fault=x",
            "GET /api/diagnosis/{jobId}/question", "?fault=x",
            "DELETE /api/sourcing/needs/{needId}/word", "?seller=lindmoor&itemNumber=L0001",
            "DELETE /api/teardown/{jobId}/steps/{key}", "?version=1",
            "POST /api/stores/sellers/{seller}/list", "?currency=EUR",
            "GET /api/choice/{jobId}/alteration", "?pitch=0.5&teeth=24",
            "POST /api/photo/{jobId}", "?key=other-shop-1&step=look");

    @Autowired
    private Api api;

    @Autowired
    private Owner owner;

    @Autowired
    private ShopService shops;

    @Autowired
    private ShopScope scope;

    @Autowired
    private DSLContext sql;

    private static Cookie mine;
    private static Cookie theirs;
    private static Here there;
    private static long shop;
    private static Map<String, String> ids;

    private static Cookie cookie(Here here) {
        return new Cookie("gewerk_here", here.shopId() + "." + here.personId());
    }

    @BeforeEach
    void twoShops() {
        if (mine != null) {
            return;
        }
        mine = api.stepUp(MARK);
        shop = shops.entrance().id();
        long job = api.job(mine, MARK, MARK + " 5", "it clicks, says " + MARK);
        api.post(mine, "/api/teardown/" + job + "/steps", Map.of("key", "step-0001", "line", MARK + " lid off A1"));
        api.post(mine, "/api/teardown/" + job + "/way-in", Map.of());
        api.put(mine, "/api/damage/" + job, Map.of("version", 0, "map", TOOTH_MAP));
        api.put(mine, "/api/reading/" + job, Map.of("version", 1, "gear", GEAR));
        api.post(mine, "/api/intake/serial-rules", Map.of("maker", MARK, "pattern", "Q{YY}", "yearsFrom", 1990));
        Api.Answer train = api.get(mine, "/api/device/1/train");
        long model = owner.value(Long.class, "select machine_model_id from job where id = ?", job);
        long photo = api.upload(
                        mine, "/api/photo/" + job + "?key=photo-0001&step=look&name=" + MARK, PhotoApiTest.jpeg(40, 30))
                .body()
                .path("id")
                .asLong();
        long rule = owner.value(Long.class, "select id from serial_rule");
        // Of a seller that is not there, so that it goes on waiting.
        owner.execute("update seller set base_url = 'http://127.0.0.1:9/gone' where code = 'lindmoor'");
        api.post(
                mine,
                "/api/choice/" + job,
                Map.of(
                        "version",
                        1,
                        "way",
                        "buy",
                        "reason",
                        "fits",
                        "order",
                        Map.of("seller", "lindmoor", "itemNumber", "L0001", "pieces", 1)));
        Awaitility.await()
                .atMost(Duration.ofSeconds(30))
                .until(() ->
                        api.get(mine, "/api/job/" + job + "/journal").text().contains("does not answer just now"));
        // Nothing goes on by itself while rows are compared.
        owner.execute("update purchase_order set next_try = now() + interval '1 day'");
        long order = owner.value(Long.class, "select id from purchase_order where job_id = ?", job);
        long need = owner.value(
                Long.class,
                "insert into need (shop_id, job_id, pieces, may_split, accepts, state, asked_by, asked_at) select shop_id, id, 1, "
                        + "false, '{}', 'open', (select min(id) from person where shop_id = job.shop_id), now() from job "
                        + "where id = ? returning id",
                job);
        long item = api.post(mine, "/api/stores/shelf", Map.of("cells", SHELF_CELLS))
                .body()
                .path("id")
                .asLong();
        long donor = api.post(
                        mine,
                        "/api/stores/donors",
                        Map.of("kind", "other", "maker", MARK, "name", MARK + " 5", "place", MARK, "remark", ""))
                .body()
                .path("id")
                .asLong();
        api.put(
                mine,
                "/api/stores/numbers/MN-1",
                Map.of(
                        "version",
                        0,
                        "name",
                        MARK,
                        "places",
                        List.of(),
                        "companions",
                        List.of(),
                        "lookalikes",
                        List.of()));
        api.post(mine, "/api/stores/sellers", Map.of("code", "onlymine"));
        long printer = api.post(mine, "/api/printers", PrinterApiTest.testPiece(MARK, "PLA", 0))
                .body()
                .get(0)
                .path("id")
                .asLong();
        assertThat(train.status()).isEqualTo(200);
        long advice = api.post(mine, "/api/book/" + model + "/advice", Map.of("advice", MARK))
                .body()
                .path("advice")
                .get(0)
                .path("id")
                .asLong();
        JsonNode picture = api.post(
                        mine, "/api/book/" + model + "/pictures", Map.of("jobId", job, "photoId", photo, "shows", MARK))
                .body()
                .path("pictures")
                .get(0);
        owner.execute(
                "insert into book_origin (shop_id, origin, name, as_of, read_by, read_at) values (?, ?, ?, now(), ?, now())",
                shop,
                ORIGIN,
                MARK,
                Long.valueOf(mine.getValue().split("\\.")[1]));
        api.post(
                mine,
                "/api/job/" + job + "/timers",
                Map.of("timers", List.of(Map.of("kind", "mouldFirm", "minutes", 30))));
        ids = Map.ofEntries(
                entry("jobId", "" + job),
                entry("id", "" + job),
                entry("modelId", "" + model),
                entry("key", "step-0001"),
                entry("photo", "" + photo),
                entry("personId", mine.getValue().split("\\.")[1]),
                entry("signIn", "1"),
                entry("orderId", "" + order),
                entry("rule", "" + rule),
                entry("needId", "" + need),
                entry("position", "0"),
                entry("itemId", "" + item),
                entry("donorId", "" + donor),
                entry("printerId", "" + printer),
                entry("timer", "1"),
                entry("change", "1"),
                entry("bill", "1"),
                entry("messageId", "1"),
                entry("part", "motor"),
                entry("adviceId", "" + advice),
                entry("pictureId", "" + picture.path("id").asLong()),
                entry("imageId", "" + picture.path("imageId").asLong()),
                entry("origin", ORIGIN.toString()),
                entry("number", "MN-1"),
                entry("seller", "onlymine"));
        long second = shops.open("Second", "EUR", ZoneOffset.UTC);
        there = shops.welcome(scope.in(second, () -> shops.shop(new Here(second, 0, ""))), "Ren");
        theirs = cookie(there);
    }

    private static String path(String operation) {
        String path = operation.substring(operation.indexOf(' ') + 1);
        if (path.startsWith("/api/photo")) {
            path = path.replace("{id}", ids.get("photo"));
        }
        if (path.startsWith("/api/intake/serial-rules")) {
            path = path.replace("{id}", ids.get("rule"));
        }
        for (Map.Entry<String, String> id : ids.entrySet()) {
            path = path.replace("{" + id.getKey() + "}", id.getValue());
        }
        return path + QUERIES.getOrDefault(operation, "");
    }

    private Api.Answer perform(Cookie who, String operation) {
        String path = path(operation);
        Object body = BODIES.getOrDefault(operation, Map.of());
        return switch (operation.substring(0, operation.indexOf(' '))) {
            case "GET" -> api.get(who, path);
            case "PUT" -> api.put(who, path, body);
            case "DELETE" -> api.delete(who, path);
            default ->
                FILES.contains(operation)
                        ? api.upload(who, path, PhotoApiTest.jpeg(40, 30))
                        : api.post(who, path, body);
        };
    }

    private List<String> operations() {
        List<String> operations = new ArrayList<>();
        JsonNode paths = api.get("/v3/api-docs").body().path("paths");
        paths.propertyNames()
                .forEach(path -> paths.path(path)
                        .propertyNames()
                        .forEach(method -> operations.add(HttpMethod.valueOf(method.toUpperCase()) + " " + path)));
        return operations;
    }

    /** What stands in every table of a shop. */
    private Map<String, String> standing(long shopId) {
        Map<String, String> standing = new TreeMap<>();
        for (String table : owner.ask(ShopsApiTest::tables)) {
            String rows = "select md5(coalesce(string_agg(t::text, '|' order by t::text), '')) from " + table
                    + " t where shop_id = ?";
            standing.put(table, owner.value(String.class, rows, shopId));
        }
        return standing;
    }

    private static List<String> tables(DSLContext sql) {
        return sql.fetch("select table_name::text from information_schema.columns where table_schema = 'public' "
                        + "and column_name = 'shop_id' order by 1")
                .map(r -> r.get(0, String.class));
    }

    @Test
    void noOperationReachesAnotherShopsRows() {
        Map<String, String> before = standing(shop);
        Map<String, Integer> answers = new LinkedHashMap<>();
        for (String operation : operations()) {
            if (operation.contains("{") && !operation.contains("{file}")) {
                Api.Answer answer = perform(theirs, operation);
                assertThat(answer.text()).as(operation).doesNotContain(MARK);
                answers.put(operation, answer.status());
            }
        }
        assertThat(answers).hasSizeGreaterThan(45);
        // Taking away what is not there is done.
        answers.remove("DELETE /api/intake/serial-rules/{id}");
        assertThat(answers)
                .allSatisfy((operation, status) -> assertThat(status)
                        .as(operation + " of another shop's job; if it is new, give it a body above")
                        .isEqualTo(404));
        assertThat(standing(shop)).isEqualTo(before);
    }

    /** Files of knowledge are everybody's; what a shop changes in them is its own. */
    @Test
    void whatOneShopChangesOfItsKnowledgeIsNotAnothers() {
        Map<String, Object> change = Map.of(
                "row",
                "PEEK",
                "version",
                0,
                "why",
                MARK,
                "cells",
                List.of(Map.of("column", "rootStrengthMpa", "typed", "11.25")));
        assertThat(api.put(mine, "/api/knowledge/materials", change).status()).isEqualTo(200);
        assertThat(api.get(mine, "/api/knowledge/materials").text()).contains(MARK, "11.25");
        assertThat(api.get(theirs, "/api/knowledge/materials").text()).doesNotContain(MARK, "11.25");
        assertThat(api.get(mine, "/api/workings/materials").text()).contains("11.25");
        assertThat(api.get(theirs, "/api/workings/materials").text()).doesNotContain("11.25");
    }

    @Test
    void whatIsListedIsTheShopsOwn() {
        for (String path : List.of(
                "/api/shop",
                "/api/shop/terms",
                "/api/job/rack",
                "/api/job?find=" + MARK.toLowerCase(),
                "/api/device?find=" + MARK,
                "/api/intake/serial-rules",
                "/api/intake/counter?kind=slideProjector&maker=" + MARK + "&model=" + MARK + "%205")) {
            assertThat(api.get(mine, path).status()).as(path).isEqualTo(200);
            Api.Answer answer = api.get(theirs, path);
            assertThat(answer.status()).as(path).isEqualTo(200);
            assertThat(answer.text()).as(path).doesNotContain(MARK);
        }
        assertThat(api.get(mine, "/api/job/rack").text()).contains(MARK);
        assertThat(api.get(theirs, "/api/intake/counter?kind=slideProjector&maker=" + MARK + "&model=" + MARK + "%205")
                        .body()
                        .path("recall")
                        .path("seen")
                        .asInt())
                .isZero();
    }

    @Test
    void aPersonOfOneShopIsNobodyInAnother() {
        Cookie stranger =
                new Cookie("gewerk_here", there.shopId() + "." + mine.getValue().split("\\.")[1]);
        assertThat(api.get(stranger, "/api/job/rack").status()).isEqualTo(401);
    }

    @Test
    void thePoliciesHoldWhateverAStatementAsks() {
        for (String table : owner.ask(ShopsApiTest::tables)) {
            String all = "select count(*) from " + table;
            assertThat(scope.in(
                            there.shopId(),
                            () -> sql.fetchSingle(all + " where shop_id = ?", shop)
                                    .get(0, Integer.class)))
                    .as(table)
                    .isZero();
            assertThat(sql.fetchSingle(all).get(0, Integer.class))
                    .as(table + ", working for no shop")
                    .isZero();
        }
        assertThatThrownBy(() -> scope.in(
                        there.shopId(), () -> sql.execute("insert into person (shop_id, name) values (?, 'x')", shop)))
                .isInstanceOf(DataAccessException.class)
                .hasStackTraceContaining("row-level security");
        assertThat(scope.in(there.shopId(), () -> sql.execute("update job set complaint = 'x'")))
                .isZero();
    }

    /** Of a table made tomorrow as well. */
    @Test
    void everyKeyBeginsWithTheShop() {
        List<String> without = owner.ask(sql -> sql.fetch("""
                select c.relname || ' ' || k.conname from pg_constraint k join pg_class c on c.oid = k.conrelid
                where c.relname in (select table_name from information_schema.columns
                                    where table_schema = 'public' and column_name = 'shop_id')
                  and k.contype in ('p', 'u', 'f') and k.confrelid <> 'shop'::regclass
                  and (select attname from pg_attribute where attrelid = c.oid and attnum = k.conkey[1]) <> 'shop_id'
                """).map(r -> r.get(0, String.class)));
        assertThat(without).isEmpty();
        List<String> open = owner.ask(sql -> sql.fetch("""
                select relname::text from pg_class where relkind in ('r', 'p') and relnamespace = 'public'::regnamespace
                  and not relrowsecurity and relname <> 'flyway_schema_history' and relname not like 'spring_session%'
                """).map(r -> r.get(0, String.class)));
        assertThat(open).as("tables without row-level security").isEmpty();
    }

    @Test
    void whoeverIsNewAtTheDoorOfSeveralShopsIsToldOfNoneAndAskedForTheirs() {
        Api.Answer answer = api.get(new Cookie("nobody", "here"), "/api/shop");
        assertThat(answer.status()).isEqualTo(200);
        assertThat(answer.body().path("several").asBoolean()).isTrue();
        assertThat(answer.text()).doesNotContain(MARK, "Second", "Workshop");
        Api.Answer unsaid = api.post(
                new Cookie("nobody", "here"), "/api/account/sign-in", Map.of("name", MARK, "password", "whatever"));
        assertThat(unsaid.status()).isEqualTo(422);
        assertThat(unsaid.detail()).contains("which", "GEWERK_SHOP");
    }
}
