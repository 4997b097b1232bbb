package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;

import app.gewerk.core.account.Role;
import jakarta.servlet.http.Cookie;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/** Each role against each operation there is: what it may, and what it may not. A new operation needs a line here. */
@NetworkTest
class RightsTest {
    private static final Cookie NOBODY = new Cookie("nobody", "here");

    /** What each may besides what those above it may. */
    private static final Map<String, String> TABLE = new LinkedHashMap<>();

    static {
        TABLE.put("anybody", """
                POST /api/account/sign-in
                POST /api/account/sign-out
                GET /api/alive
                GET /api/intake/choices
                POST /api/phone/open
                GET /api/shop
                POST /api/workings/backlash
                POST /api/workings/bill
                POST /api/workings/blend
                POST /api/workings/bond
                POST /api/workings/grease
                POST /api/workings/lubricant
                POST /api/workings/mix
                POST /api/workings/press-in
                POST /api/workings/damage/read
                POST /api/workings/diagnosis/rhythm
                POST /api/workings/diagnosis/weigh
                POST /api/workings/fit
                POST /api/workings/gear/geometry
                POST /api/workings/gear/pair
                POST /api/workings/making/candidates.pdf
                POST /api/workings/making/casting
                GET /api/workings/making/coupon
                POST /api/workings/making/coupon
                GET /api/workings/making/coupon.stl
                POST /api/workings/making/difference
                POST /api/workings/making/drawing
                POST /api/workings/making/gear.3mf
                POST /api/workings/making/gear.dxf
                POST /api/workings/making/gear.pdf
                POST /api/workings/making/gear.step
                POST /api/workings/making/gear.stl
                POST /api/workings/making/gear.svg
                POST /api/workings/making/pair
                POST /api/workings/making/print
                POST /api/workings/making/solid
                GET /api/workings/materials
                POST /api/workings/reading/identify
                GET /api/workings/reading/kinds
                GET /api/workings/reading/spans
                POST /api/workings/strength
                POST /api/workings/teardown/read-line
                POST /api/workings/train
                POST /api/workings/train/missing-count
                POST /api/workings/train/study
                POST /api/workings/train/wrong-count
                """);
        TABLE.put("looking", """
                PUT /api/account/own
                POST /api/account/pin
                POST /api/account/sign-out-everywhere
                GET /api/account/address
                GET /api/choice/of-model/{modelId}
                GET /api/choice/ways
                GET /api/choice/{jobId}
                GET /api/choice/{jobId}/alteration
                GET /api/choice/{jobId}/judgement
                GET /api/damage/{jobId}
                POST /api/damage/{jobId}/read
                GET /api/device
                GET /api/device/part-types
                GET /api/device/{modelId}
                GET /api/device/{modelId}/same-gears
                GET /api/device/{modelId}/train
                GET /api/device/{modelId}/train/text
                GET /api/diagnosis/{jobId}
                GET /api/diagnosis/{jobId}/question
                POST /api/diagnosis/{jobId}/weigh
                GET /api/handback/{jobId}/job.json
                GET /api/handback/{jobId}/job.pdf
                GET /api/intake/counter
                GET /api/intake/serial-rules
                GET /api/intake/{jobId}/cautions
                GET /api/intake/{jobId}/electrical
                GET /api/intake/{jobId}/estimate.pdf
                GET /api/intake/{jobId}/hazards
                GET /api/intake/{jobId}/known
                GET /api/intake/{jobId}/ticket.pdf
                GET /api/job
                GET /api/job/rack
                GET /api/job/{id}
                GET /api/job/{id}/journal
                GET /api/job/{id}/pulse
                GET /api/making/{jobId}/gear.pdf
                GET /api/making/{jobId}/gear.svg
                GET /api/making/{jobId}/solid
                GET /api/knowledge
                GET /api/knowledge/{file}
                GET /api/photo/{jobId}
                GET /api/photo/{jobId}/found-and-now
                GET /api/photo/{jobId}/{id}/image.jpg
                GET /api/photo/{jobId}/{id}/thumbnail.jpg
                GET /api/reading/{jobId}
                GET /api/shop/terms
                GET /api/printers
                GET /api/timers
                GET /api/closeup/{jobId}
                GET /api/proving/{jobId}
                GET /api/dayplan
                GET /api/dayplan/promise
                GET /api/dayplan/interruption
                GET /api/device/{modelId}/lasted
                GET /api/lasting/{jobId}/before
                GET /api/book/did
                GET /api/look-back
                GET /api/look-back/jobs
                GET /api/look-back/figures.csv
                GET /api/book/origins
                GET /api/book/images/{imageId}
                GET /api/book/{modelId}
                GET /api/handback/terms
                GET /api/handback/{jobId}
                GET /api/handback/{jobId}/report.pdf
                GET /api/handback/{jobId}/messages
                GET /api/messages/{jobId}
                GET /api/handback/{jobId}/pick-up.ics
                GET /api/handback/{jobId}/bills/{bill}/bill.pdf
                GET /api/handback/{jobId}/bills/{bill}/bill.xml
                GET /api/sourcing/needs
                GET /api/sourcing/parcels
                GET /api/sourcing/parcels/{orderId}/lines/{position}/check
                GET /api/sourcing/parcels/{orderId}/lines/{position}/return.pdf
                GET /api/sourcing/plan
                GET /api/sourcing/plan/along
                GET /api/sourcing/{jobId}/need
                GET /api/sourcing/{jobId}/offers
                GET /api/sourcing/{jobId}/orders
                GET /api/standin/caliper
                GET /api/standin/caliper/specimen
                GET /api/stores/donors
                GET /api/stores/find
                GET /api/stores/numbers
                GET /api/stores/numbers/{number}
                GET /api/stores/prices
                GET /api/stores/sellers
                GET /api/stores/sellers/{seller}/list
                GET /api/stores/shelf
                GET /api/stores/shelf.csv
                GET /api/stores/shelf/{itemId}/moves
                GET /api/stores/shelf/{itemId}/spares
                GET /api/teardown/{jobId}
                GET /api/teardown/{jobId}/compare
                GET /api/teardown/{jobId}/others
                GET /api/teardown/{jobId}/tray.pdf
                """);
        TABLE.put("counter", """
                POST /api/intake
                PUT /api/intake/{jobId}
                POST /api/intake/{jobId}/cautions/tick
                POST /api/intake/{jobId}/owner
                POST /api/job/{id}/bench-minutes
                POST /api/job/{id}/move
                POST /api/job/{id}/note
                POST /api/phone/link/{jobId}
                PUT /api/handback/{jobId}
                PUT /api/lasting/{jobId}/before
                POST /api/handback/{jobId}/bills
                POST /api/handback/{jobId}/bills/{bill}/credit
                POST /api/handback/{jobId}/hand-over
                POST /api/messages/{jobId}
                POST /api/messages/{jobId}/{messageId}/withdraw
                POST /api/photo/{jobId}
                PUT /api/photo/{jobId}/{id}/marks
                POST /api/sourcing/parcels/{orderId}/lines/{position}
                POST /api/sourcing/parcels/{orderId}/lines/{position}/check
                POST /api/stores/donors
                PUT /api/stores/donors/{donorId}
                POST /api/stores/donors/{donorId}/parts/{part}
                DELETE /api/stores/donors/{donorId}/parts/{part}
                PUT /api/stores/numbers/{number}
                POST /api/stores/shelf
                POST /api/stores/shelf.csv
                PUT /api/stores/shelf/{itemId}
                POST /api/stores/shelf/{itemId}/move
                """);
        TABLE.put("technician", """
                POST /api/choice/{jobId}
                PUT /api/choice/{jobId}/circumstances
                PUT /api/damage/{jobId}
                PUT /api/device/{modelId}/train
                POST /api/device/{modelId}/train/text
                PUT /api/diagnosis/{jobId}
                POST /api/diagnosis/{jobId}/culprit
                DELETE /api/diagnosis/{jobId}/culprit
                POST /api/diagnosis/{jobId}/rhythm
                PUT /api/intake/{jobId}/about-to
                POST /api/intake/{jobId}/electrical
                DELETE /api/photo/{jobId}/{id}
                POST /api/job/{id}/timers
                DELETE /api/job/{id}/timers/{timer}
                POST /api/closeup/{jobId}/changes
                DELETE /api/closeup/{jobId}/changes/{change}
                POST /api/closeup/{jobId}/closed
                PUT /api/closeup/{jobId}/case
                POST /api/closeup/{jobId}/steps/{key}/back
                POST /api/closeup/{jobId}/steps/{key}/off
                POST /api/proving/{jobId}/listen-again
                POST /api/proving/{jobId}/proved
                PUT /api/proving/{jobId}/readings
                PUT /api/proving/{jobId}/run
                POST /api/proving/{jobId}/run/on
                POST /api/proving/{jobId}/trials
                POST /api/book/{modelId}/advice
                DELETE /api/book/advice/{adviceId}
                POST /api/book/{modelId}/pictures
                DELETE /api/book/pictures/{pictureId}
                POST /api/printers
                DELETE /api/printers/{printerId}
                PUT /api/reading/{jobId}
                POST /api/reading/{jobId}/take
                DELETE /api/sourcing/needs/{needId}
                PUT /api/sourcing/needs/{needId}
                DELETE /api/sourcing/needs/{needId}/word
                PUT /api/sourcing/needs/{needId}/word
                POST /api/sourcing/parcels/{orderId}/ask
                POST /api/sourcing/parcels/{orderId}/withdraw
                POST /api/sourcing/plan/place
                POST /api/sourcing/{jobId}/orders/{orderId}/withdraw
                POST /api/stores/sellers/{seller}/columns
                PUT /api/stores/sellers/{seller}/columns
                POST /api/stores/sellers/{seller}/fetch
                POST /api/stores/sellers/{seller}/list
                POST /api/teardown/{jobId}/merge
                POST /api/teardown/{jobId}/steps
                PUT /api/teardown/{jobId}/steps/{key}
                DELETE /api/teardown/{jobId}/steps/{key}
                POST /api/teardown/{jobId}/steps/{key}/move
                POST /api/train/{jobId}/gear
                POST /api/teardown/{jobId}/unseen
                POST /api/teardown/{jobId}/way-in
                POST /api/dayplan/interruption
                POST /api/dayplan/interruption/over
                """);
        TABLE.put("owner", """
                POST /api/account/begin
                GET /api/account/people
                POST /api/account/people
                PUT /api/account/people/{personId}
                POST /api/account/people/{personId}/secrets
                POST /api/account/people/{personId}/sign-out
                GET /api/account/sign-ins
                DELETE /api/account/sign-ins/{signIn}
                POST /api/intake/serial-rules
                DELETE /api/intake/serial-rules/{id}
                PUT /api/knowledge/{file}
                PUT /api/shop/terms
                PUT /api/handback/terms
                PUT /api/dayplan/hours
                GET /api/book/file
                GET /api/handback/{jobId}/owner
                GET /api/handback/{jobId}/owner.zip
                POST /api/handback/{jobId}/owner/erase
                POST /api/book/file
                DELETE /api/book/origins/{origin}
                POST /api/stores/sellers
                PUT /api/stores/sellers/{seller}/terms
                """);
    }

    /** Nobody's at all where there are accounts: a name alone is no longer taken. */
    private static final String OF_A_BENCH_WITHOUT_ACCOUNTS = "POST /api/shop/here";
    /** What a telephone may in its own job; in any other, and everything else, it may not. */
    private static final List<String> PHONE = List.of("POST /api/photo/{jobId}");

    private static final List<String> ENDS_THE_SESSION =
            List.of("POST /api/account/sign-out", "POST /api/account/sign-out-everywhere");
    private static final List<String> ORDER = List.of("anybody", "looking", "counter", "technician", "owner");

    @Autowired
    private RequestMappingHandlerMapping mappings;

    @Autowired
    private Api api;

    @Autowired
    private Staff staff;

    @Autowired
    private Owner owner;

    @BeforeEach
    void overTls() {
        api.overTls();
    }

    private TreeSet<String> operations() {
        TreeSet<String> all = new TreeSet<>();
        mappings.getHandlerMethods()
                .forEach((info, method) -> info.getPatternValues().stream()
                        .filter(path -> path.startsWith("/api/"))
                        .forEach(path ->
                                info.getMethodsCondition().getMethods().forEach(verb -> all.add(verb + " " + path))));
        return all;
    }

    private static Map<String, String> least() {
        Map<String, String> least = new TreeMap<>();
        TABLE.forEach((role, lines) -> lines.lines().forEach(line -> least.put(line, role)));
        return least;
    }

    private int status(Cookie who, String operation) {
        String path = operation.substring(operation.indexOf(' ') + 1).replaceAll("\\{\\w+}", "999999");
        Api.Answer answer = switch (operation.substring(0, operation.indexOf(' '))) {
            case "GET" -> api.get(who, path);
            case "PUT" -> api.put(who, path, Map.of());
            case "DELETE" -> api.delete(who, path);
            default ->
                switch (operation) {
                    case "POST /api/photo/{jobId}" ->
                        api.upload(who, path + "?key=photo-0001&step=look", PhotoApiTest.jpeg(40, 30));
                    case "POST /api/stores/sellers/{seller}/list" ->
                        api.upload(who, path + "?currency=EUR", new byte[] {1});
                    case "POST /api/stores/shelf.csv", "POST /api/book/file" -> api.upload(who, path, new byte[] {1});
                    default -> api.post(who, path, Map.of());
                };
        };
        return answer.status();
    }

    @Test
    void everyOperationHasItsLine() {
        TreeSet<String> lines = new TreeSet<>(least().keySet());
        lines.add(OF_A_BENCH_WITHOUT_ACCOUNTS);
        assertThat(operations()).isEqualTo(lines);
    }

    @Test
    void whoeverIsNotSignedInMayNothingOfAShop() {
        least().forEach((operation, role) -> {
            int status = status(NOBODY, operation);
            if (role.equals("anybody")) {
                assertThat(status).as(operation).isNotEqualTo(401).isNotEqualTo(403);
            } else {
                assertThat(status).as(operation).isEqualTo(401);
            }
        });
        assertThat(api.post(NOBODY, "/api/shop/here", Map.of("name", "Ilva")).status())
                .isEqualTo(401);
    }

    @Test
    void eachRoleMayWhatItsLineSaysAndNothingMore() {
        for (Role role : Role.values()) {
            Cookie session = staff.signedIn(role);
            least().forEach((operation, needed) -> {
                boolean may = ORDER.indexOf(role.toString()) >= ORDER.indexOf(needed);
                Cookie who = ENDS_THE_SESSION.contains(operation) ? staff.signedIn(role) : session;
                int status = status(who, operation);
                if (may) {
                    // What is wrong is the job's number, or that nothing was sent.
                    assertThat(status).as(role + " " + operation).isNotIn(401, 403, 500);
                } else {
                    assertThat(status).as(role + " " + operation).isEqualTo(403);
                }
                if (ENDS_THE_SESSION.contains(operation)) {
                    assertThat(status(who, "GET /api/job/rack")).isEqualTo(401);
                }
            });
        }
    }

    @Test
    void aTelephoneMayAddPhotographsToItsJobAndNothingElse() {
        Cookie technician = staff.signedIn(Role.TECHNICIAN);
        long job = api.job(technician, "clicks");
        long other = api.job(technician, "hums");
        String address = api.post(technician, "/api/phone/link/" + job, Map.of("step", "look", "teardownKey", ""))
                .body()
                .path("address")
                .asString();
        String link = address.substring(address.indexOf('#') + 1).replace("/look", "");
        Api.Answer opened = api.post(NOBODY, "/api/phone/open", Map.of("link", link));
        assertThat(opened.status()).isEqualTo(200);
        Cookie phone = opened.response().getCookie("gewerk_session");
        for (String operation : operations()) {
            if (!least().getOrDefault(operation, "").equals("anybody") && !PHONE.contains(operation)) {
                String own = operation.replace("{jobId}", "" + job).replaceFirst("/job/\\{id}", "/job/" + job);
                if (!operation.equals(OF_A_BENCH_WITHOUT_ACCOUNTS)) {
                    assertThat(status(phone, own)).as(own).isEqualTo(403);
                }
            }
        }
        Api.Answer again = api.post(phone, "/api/phone/open", Map.of("link", link));
        assertThat(again.body().path("jobId").asLong()).isEqualTo(job);
        assertThat(again.response().getCookie("gewerk_session")).as("goes on").isNull();
        assertThat(photo(phone, job).status()).isEqualTo(201);
        assertThat(photo(phone, other).status()).isEqualTo(403);
        assertThat(api.get(technician, "/api/photo/" + job).body()).hasSize(1);
        owner.execute("update phone_link set good_until = now() - interval '1 second' where job_id = ?", job);
        assertThat(photo(phone, job).status()).isEqualTo(401);
        assertThat(api.post(phone, "/api/phone/open", Map.of("link", link)).status())
                .isEqualTo(401);
        assertThat(api.post(NOBODY, "/api/phone/open", Map.of("link", link)).detail())
                .contains("over");
    }

    private Api.Answer photo(Cookie who, long job) {
        return api.upload(who, "/api/photo/" + job + "?key=photo-000" + job + "&step=look", PhotoApiTest.jpeg(40, 30));
    }
}
