package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import jakarta.servlet.http.Cookie;
import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.test.context.TestPropertySource;
import tools.jackson.databind.JsonNode;

/** What several jobs need is planned, placed and received together. */
@ApiTest
@TestPropertySource(properties = "gewerk.test=a database of its own, for what is needed is planned over all jobs")
class PlanApiTest {
    private static final List<String> ALL = List.of("pitch", "bore", "width", "material", "shift", "depth", "angle");

    @Autowired
    private Api api;

    @Autowired
    private Owner owner;

    private Cookie mara;

    @BeforeEach
    void nothingIsNeeded() {
        owner.execute("update need set state = 'dropped' where state = 'open'");
        mara = api.stepUp("Mara");
    }

    private long jobWithGear(int teeth) {
        long id = api.job(mara, "skips");
        assertThat(api.readAndTake(mara, id, teeth, List.of()).status()).isEqualTo(200);
        return id;
    }

    private int version(long id, String of) {
        return api.get("/api/job/" + id).body().path(of).asInt();
    }

    private Api.Answer need(long job, Map<String, Object> needing) {
        return api.post(
                mara,
                "/api/choice/" + job,
                Map.of("version", version(job, "version"), "way", "buy", "reason", "with the others", "need", needing));
    }

    private static Map<String, Object> pieces(int pieces) {
        return Map.of("pieces", pieces, "maySplit", false, "accepts", ALL);
    }

    private JsonNode plan() {
        Api.Answer answer = api.get("/api/sourcing/plan?seconds=1");
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.body();
    }

    private static Map<String, Object> asPlaced(JsonNode plan) {
        List<Map<String, Object>> parcels = new ArrayList<>();
        for (JsonNode parcel : plan.path("orders").path("parcels")) {
            List<Map<String, Object>> lines = new ArrayList<>();
            for (JsonNode line : parcel.path("lines")) {
                for (JsonNode need : line.path("needs")) {
                    lines.add(Map.of(
                            "needId", need.path("needId").asLong(),
                            "itemNumber",
                                    line.path("listing").path("itemNumber").asString(),
                            "pieces", need.path("pieces").asInt()));
                }
            }
            parcels.add(Map.of("seller", parcel.path("seller").asString(), "lines", lines));
        }
        return Map.of("parcels", parcels);
    }

    private String waitsFor(long job) {
        return api.get("/api/job/" + job).body().path("waitsFor").asString();
    }

    private String journal(long job) {
        return api.get("/api/job/" + job + "/journal").text();
    }

    private void awaitConfirmed() {
        Awaitility.await().atMost(Duration.ofSeconds(30)).until(() -> {
            for (JsonNode order : api.get("/api/sourcing/parcels").body()) {
                if (order.path("state").asString().equals("waiting")) {
                    return false;
                }
            }
            return true;
        });
    }

    @Test
    void whatThreeJobsNeedTravelsTogetherAndEachTrayMovesWhenItsGearIsThere() {
        long[] jobs = {jobWithGear(20), jobWithGear(24), jobWithGear(30)};
        for (long job : jobs) {
            assertThat(need(job, pieces(1)).status()).isEqualTo(200);
            assertThat(waitsFor(job)).isEqualTo("the next order");
        }
        JsonNode plan = plan();
        assertThat(plan.path("needs")).hasSize(3);
        assertThat(plan.path("orders").path("missing")).isEmpty();
        assertThat(plan.path("gap").asDouble()).isLessThan(.01);
        assertThat(plan.path("orders").path("landed").asDouble())
                .as("together is cheaper than each by itself")
                .isLessThan(plan.path("orders").path("landedAlone").asDouble());
        Map<String, Object> placed = asPlaced(plan);
        Api.Answer answer = api.post(mara, "/api/sourcing/plan/place", placed, "place-three-jobs");
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        assertThat(api.post(mara, "/api/sourcing/plan/place", placed, "place-three-jobs")
                        .status())
                .as("the same key places once")
                .isEqualTo(200);
        assertThat(plan().path("needs")).as("nothing is open any more").isEmpty();
        assertThat(api.post(mara, "/api/sourcing/plan/place", placed, "place-them-again")
                        .status())
                .as("somebody who planned before finds them ordered")
                .isEqualTo(409);
        awaitConfirmed();
        double shares = 0;
        int lines = 0;
        double landed = 0;
        for (JsonNode order : api.get("/api/sourcing/parcels").body()) {
            landed += order.path("total").asDouble();
            for (JsonNode line : order.path("lines")) {
                shares += line.path("share").asDouble();
                lines++;
            }
        }
        assertThat(lines).isEqualTo(3);
        assertThat(shares).as("shares add up to the cent").isCloseTo(landed, within(1e-9));
        assertThat(landed).isCloseTo(plan.path("orders").path("landed").asDouble(), within(1e-9));
        for (long job : jobs) {
            assertThat(waitsFor(job)).startsWith("arrives ");
            assertThat(api.get("/api/sourcing/" + job + "/orders")
                            .body()
                            .path(0)
                            .path("lines"))
                    .hasSize(1);
        }

        long first = jobs[0];
        JsonNode order = orderOf(first);
        String line = "/api/sourcing/parcels/" + order.path("id").asLong() + "/lines/" + position(order, first);
        assertThat(api.post(mara, line, Map.of("outcome", "returned", "pieces", 0))
                        .detail())
                .isEqualTo("It is on its way and cannot be sent back next");
        assertThat(api.post(mara, line, Map.of("outcome", "here", "pieces", 1)).status())
                .isEqualTo(200);
        assertThat(api.get("/api/job/" + first).body().path("place").asString()).isEqualTo("onTheBench");
        assertThat(journal(first)).contains("Here from ");
        assertThat(api.get("/api/job/" + jobs[1]).body().path("place").asString())
                .as("the others wait on")
                .isEqualTo("waitingForGear");

        long second = jobs[1];
        order = orderOf(second);
        String check =
                "/api/sourcing/parcels/" + order.path("id").asLong() + "/lines/" + position(order, second) + "/check";
        assertThat(api.get(check).body().path("readings")).hasSize(3);
        assertThat(api.post(mara, check, Map.of("typed", List.of("24", "13,0", "0.152in")))
                        .body()
                        .path("wrong"))
                .isEmpty();
        assertThat(api.post(mara, check, Map.of("typed", List.of("24", "13.75", "4.09")))
                        .text())
                .as("48 pitch where half a millimetre is needed")
                .contains("wider than the one needed: another pitch or shift");
        assertThat(api.post(mara, check, Map.of("typed", List.of("many", "", "")))
                        .detail())
                .isEqualTo("The count is a whole number");
        line = "/api/sourcing/parcels/" + order.path("id").asLong() + "/lines/" + position(order, second);
        assertThat(api.post(mara, line, Map.of("outcome", "wrong", "pieces", 0)).status())
                .isEqualTo(200);
        assertThat(waitsFor(second)).as("another is ordered in its place").isEqualTo("the next order");
        JsonNode anew = plan();
        assertThat(anew.path("needs")).hasSize(1);
        assertThat(anew.path("needs")
                        .path(0)
                        .path("need")
                        .path("words")
                        .path(0)
                        .path("held")
                        .asBoolean(true))
                .as("but not the one that was wrong")
                .isFalse();
        api.post(mara, line, Map.of("outcome", "returned", "pieces", 0));
        api.post(mara, line, Map.of("outcome", "refunded", "pieces", 0));
        assertThat(journal(second)).contains("Wrong, from ", "Sent back to ", "Paid back by ");
    }

    /** One needs a single piece, the other two: whole packs are bought for both together. */
    @Test
    void twoThatShareAPackPayForItOnce() {
        long[] jobs = {jobWithGear(24), jobWithGear(24)};
        need(jobs[0], pieces(1));
        need(jobs[1], pieces(2));
        JsonNode plan = plan();
        for (JsonNode way : plan.path("needs").path(0).path("ways")) {
            for (JsonNode planned : plan.path("needs")) {
                api.put(
                        mara,
                        "/api/sourcing/needs/" + planned.path("need").path("id").asLong() + "/word",
                        Map.of(
                                "seller", way.path("seller").asString(),
                                "itemNumber", way.path("itemNumber").asString(),
                                "held", true));
            }
            JsonNode held = plan();
            JsonNode line =
                    held.path("orders").path("parcels").path(0).path("lines").path(0);
            if (line.path("listing").path("packSize").asInt() > 2) {
                assertThat(line.path("packs").asInt()).isEqualTo(1);
                api.post(mara, "/api/sourcing/plan/place", asPlaced(held), "share-a-pack");
                awaitConfirmed();
                JsonNode order = orderOf(jobs[0]);
                assertThat(order.path("total").asDouble())
                        .isCloseTo(held.path("orders").path("landed").asDouble(), within(1e-9));
                assertThat(order.path("lines").path(0).path("share").asDouble()
                                + order.path("lines").path(1).path("share").asDouble())
                        .isCloseTo(order.path("total").asDouble(), within(1e-9));
                return;
            }
        }
        throw new AssertionError("No seller has it in packs of more than two");
    }

    private JsonNode orderOf(long job) {
        for (JsonNode order : api.get("/api/sourcing/parcels").body()) {
            for (JsonNode line : order.path("lines")) {
                if (line.path("jobId").asLong() == job) {
                    return order;
                }
            }
        }
        throw new AssertionError("Nothing is ordered for " + job);
    }

    private static int position(JsonNode order, long job) {
        for (int i = 0; i < order.path("lines").size(); i++) {
            if (order.path("lines").path(i).path("jobId").asLong() == job) {
                return i;
            }
        }
        throw new AssertionError("Not in the order");
    }

    @Test
    void aHeldWayIsPlannedRoundAndARefusedOneIsNotTaken() {
        long job = jobWithGear(24);
        need(job, pieces(2));
        JsonNode plan = plan();
        JsonNode line =
                plan.path("orders").path("parcels").path(0).path("lines").path(0);
        long need = plan.path("needs").path(0).path("need").path("id").asLong();
        String seller = line.path("listing").path("seller").asString();
        String item = line.path("listing").path("itemNumber").asString();
        String word = "/api/sourcing/needs/" + need + "/word";
        String other = "";
        for (JsonNode way : plan.path("needs").path(0).path("ways")) {
            String theirs = way.path("seller").asString();
            if (other.isEmpty() && !theirs.equals(seller)) {
                String number = way.path("itemNumber").asString();
                api.put(mara, word, Map.of("seller", theirs, "itemNumber", number, "held", true));
                JsonNode held = plan().path("orders");
                if (held.path("missing").isEmpty()) {
                    other = "?seller=" + theirs + "&itemNumber=" + number;
                    assertThat(held.path("parcels").path(0).path("seller").asString())
                            .isEqualTo(theirs);
                } else {
                    assertThat(held.path("missing").path(0).path("why").asString())
                            .as("held to what there is not")
                            .isEqualTo("notEnough");
                }
            }
        }
        assertThat(other).as("another seller has it").isNotEmpty();
        api.put(mara, word, Map.of("seller", seller, "itemNumber", item, "held", false));
        api.delete(mara, word + other);
        JsonNode refused = plan();
        JsonNode now = refused.path("orders")
                .path("parcels")
                .path(0)
                .path("lines")
                .path(0)
                .path("listing");
        assertThat(now.path("seller").asString() + now.path("itemNumber").asString())
                .isNotEqualTo(seller + item);
        assertThat(refused.path("orders").path("weighed").asDouble())
                .isGreaterThanOrEqualTo(plan.path("orders").path("weighed").asDouble());
    }

    @Test
    void whatIsTooLateOrNotAcceptedStaysOpenAndSaysWhy() {
        long late = jobWithGear(24);
        Map<String, Object> hurried = new HashMap<>(pieces(1));
        hurried.put("latest", LocalDate.now(ZoneOffset.UTC).minusDays(3).toString());
        assertThat(need(late, hurried).text()).as("a day that is over").contains("The latest day lies between");
        hurried.put("latest", api.get("/api/shop").body().path("today").asString());
        assertThat(need(late, hurried).status()).isEqualTo(200);
        JsonNode plan = plan();
        assertThat(plan.path("orders").path("missing").path(0).path("why").asString())
                .isEqualTo("tooLate");
        assertThat(plan.path("orders").path("missing").path(0).path("earliest").asString())
                .isNotEmpty();
        assertThat(need(late, pieces(1)).detail()).contains("already");

        JsonNode need = plan.path("needs").path(0).path("need");
        String at = "/api/sourcing/needs/" + need.path("id").asLong();
        assertThat(api.put(mara, at, Map.of("version", need.path("version").asInt(), "needing", pieces(3)))
                        .status())
                .isEqualTo(200);
        assertThat(api.put(mara, at, Map.of("version", need.path("version").asInt(), "needing", pieces(4)))
                        .status())
                .as("of two people the second is told")
                .isEqualTo(409);
        assertThat(plan().path("orders").path("missing")).isEmpty();
        assertThat(api.delete(mara, at).status()).isEqualTo(200);
        assertThat(waitsFor(late)).isEqualTo("choosing again");
        assertThat(api.delete(mara, at).status()).isEqualTo(409);
        assertThat(api.get("/api/sourcing/plan?seconds=99").detail()).contains("1 to 10 seconds");
    }

    @Test
    void aParcelThatIsWithdrawnOrRefusedOpensWhatItWasForAgain() {
        long job = jobWithGear(24);
        need(job, pieces(1));
        Map<String, Object> placed = asPlaced(plan());
        owner.execute("update seller set base_url = 'http://127.0.0.1:9' where code <> 'nobody'");
        try {
            api.post(mara, "/api/sourcing/plan/place", placed, "place-in-vain");
            JsonNode order = orderOf(job);
            assertThat(api.post(
                                    mara,
                                    "/api/sourcing/parcels/" + order.path("id").asLong() + "/withdraw",
                                    Map.of())
                            .status())
                    .isEqualTo(200);
            assertThat(waitsFor(job)).isEqualTo("the next order");
            assertThat(api.get("/api/sourcing/needs").body()).hasSize(1);
        } finally {
            owner.execute("update seller set base_url = 'standin:/' || code");
        }
    }

    @Test
    void aPlanIsToldAsItComesAlongTheLastLineBeingThePlan() {
        need(jobWithGear(24), pieces(2));
        Api.Answer along = api.get("/api/sourcing/plan/along?seconds=1");
        String[] lines = along.text().strip().split("\n");
        JsonNode last = along.json().readTree(lines[lines.length - 1]);
        assertThat(last.path("done").asDouble()).isEqualTo(1);
        assertThat(last.path("plan").path("orders").path("parcels")).isNotEmpty();
        assertThat(last.path("plan").path("needs").get(0).path("wanted").asString())
                .as("in words, as everything that is answered")
                .contains("0.5 module");
        assertThat(api.get("/api/sourcing/plan/along?seconds=99").status()).isEqualTo(422);
    }

    @Test
    void whatCameWrongGoesBackWithASheetThatShowsTheDifference() throws Exception {
        long job = jobWithGear(24);
        need(job, pieces(1));
        api.post(mara, "/api/sourcing/plan/place", asPlaced(plan()), "place-what-comes-wrong");
        awaitConfirmed();
        long order = owner.value(Long.class, "select max(id) from purchase_order");
        byte[] pdf = api.bytes("/api/sourcing/parcels/" + order + "/lines/0/return.pdf?typed=23&typed=12.5&typed=");
        try (org.apache.pdfbox.pdmodel.PDDocument read = org.apache.pdfbox.Loader.loadPDF(pdf)) {
            String text = new org.apache.pdfbox.text.PDFTextStripper().getText(read);
            assertThat(text)
                    .contains("Not the gear that was ordered", "Teeth: 24 needed, 23 came", "12.50 mm came")
                    .contains("It has 23 teeth, 24 are needed", "true size");
            assertThat(read.getNumberOfPages()).isEqualTo(1);
        }
    }
}
