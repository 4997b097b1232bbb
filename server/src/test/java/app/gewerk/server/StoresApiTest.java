package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.server.standin.SellerStandIn;
import jakarta.servlet.http.Cookie;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.test.context.TestPropertySource;
import tools.jackson.databind.JsonNode;

/** The shelf, donors, numbers, lists, and finding a part in all of them. */
@ApiTest
@TestPropertySource(properties = "gewerk.test=a database of its own, for everything in the stores is found")
class StoresApiTest {
    @Autowired
    private Api api;

    @Autowired
    private Owner owner;

    @Autowired
    private SellerStandIn standIn;

    private Cookie mara;

    @BeforeEach
    void emptyStores() {
        owner.execute("delete from stock_move");
        owner.execute("update purchase_order_line set stock_item_id = null, job_id = (select min(id) from job) where "
                + "stock_item_id is not null");
        owner.execute("delete from stock_item");
        owner.execute("delete from donor_part_gone");
        owner.execute("delete from donor");
        owner.execute("update need set state = 'dropped' where state = 'open'");
        mara = api.stepUp("Mara");
    }

    @AfterEach
    void usualMood() throws Exception {
        mood("usual");
    }

    private void mood(String mood) throws Exception {
        HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(standIn.resolve("standin:/lindmoor") + "/mood/" + mood))
                                .build(),
                        HttpResponse.BodyHandlers.discarding());
    }

    private static Map<String, Object> thing(String... fieldsAndTexts) {
        List<Map<String, Object>> cells = new ArrayList<>();
        for (int i = 0; i < fieldsAndTexts.length; i += 2) {
            cells.add(Map.of("field", fieldsAndTexts[i], "typed", fieldsAndTexts[i + 1]));
        }
        return Map.of("cells", cells);
    }

    private static Map<String, Object> gear(String pieces, String least) {
        return thing(
                "kind",
                "gear",
                "name",
                "Gear 24",
                "pitch",
                "0,5",
                "teeth",
                "24",
                "bore",
                "2",
                "width",
                "4",
                "material",
                "POM",
                "place",
                "A1",
                "pieces",
                pieces,
                "least",
                least,
                "price",
                "2,10");
    }

    private long add(Map<String, Object> thing) {
        Api.Answer answer = api.post(mara, "/api/stores/shelf", thing);
        assertThat(answer.status()).as(answer.text()).isEqualTo(201);
        return answer.body().path("id").asLong();
    }

    private Api.Answer move(long item, String why, int pieces, Object... jobId) {
        return api.post(
                mara,
                "/api/stores/shelf/" + item + "/move",
                jobId.length == 0
                        ? Map.of("why", why, "pieces", pieces)
                        : Map.of("why", why, "pieces", pieces, "jobId", jobId[0]));
    }

    private JsonNode find(String text) {
        Api.Answer answer = api.get("/api/stores/find?text="
                + URLEncoder.encode(text, StandardCharsets.UTF_8).replace("+", "%20"));
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.body();
    }

    private static List<JsonNode> all(JsonNode array) {
        return StreamSupport.stream(array.spliterator(), false).toList();
    }

    private Api.Answer list(String seller, String csv) {
        return api.upload(
                mara, "/api/stores/sellers/" + seller + "/list?currency=EUR", csv.getBytes(StandardCharsets.UTF_8));
    }

    // ---- the shelf

    @Test
    void takenPutBackAndCountedEachStandsInTheHistory() {
        long item = add(gear("5", "2"));
        assertThat(move(item, "taken", 2).body().path("pieces").asInt()).isEqualTo(3);
        assertThat(move(item, "putBack", 1).body().path("pieces").asInt()).isEqualTo(4);
        assertThat(move(item, "counted", 2).body().path("pieces").asInt()).isEqualTo(2);
        assertThat(all(api.get("/api/stores/shelf/" + item + "/moves").body()))
                .extracting(
                        m -> m.path("why").asString() + " " + m.path("pieces").asInt())
                .containsExactly("counted -2", "putBack 1", "taken -2", "first 5");
    }

    @Test
    void moreThanThereIsCannotBeTakenAlsoByTwoAtOnce() {
        long item = add(gear("3", "0"));
        Api.Answer tooMany = move(item, "taken", 4);
        assertThat(tooMany.status()).isEqualTo(422);
        assertThat(tooMany.detail()).contains("only 3 of Gear 24");
        List<CompletableFuture<Integer>> taking = new ArrayList<>();
        for (int i = 0; i < 8; i++) {
            taking.add(
                    CompletableFuture.supplyAsync(() -> move(item, "taken", 1).status()));
        }
        assertThat(taking.stream().map(CompletableFuture::join).filter(s -> s == 200))
                .hasSize(3);
        assertThat(move(item, "counted", 0).body().path("pieces").asInt()).isZero();
    }

    @Test
    void theSamePressSentTwiceTakesOne() {
        long item = add(gear("3", "0"));
        for (int i = 0; i < 2; i++) {
            api.post(
                    mara, "/api/stores/shelf/" + item + "/move", Map.of("why", "taken", "pieces", 1), "pressed-once-1");
        }
        assertThat(api.get("/api/stores/shelf").body().get(0).path("pieces").asInt())
                .isEqualTo(2);
    }

    @Test
    void aGearTakenForATrayStandsInItsJournalAndTheTrayComesToTheBench() {
        long job = api.job(mara, "skips");
        assertThat(api.readAndTake(mara, job, 24, List.of()).status()).isEqualTo(200);
        int version = api.get("/api/job/" + job).body().path("version").asInt();
        Map<String, Object> needing = Map.of("pieces", 1, "maySplit", false, "accepts", List.of("bore", "width"));
        assertThat(api.post(
                                mara,
                                "/api/choice/" + job,
                                Map.of("version", version, "way", "buy", "reason", "r", "need", needing))
                        .status())
                .isEqualTo(200);
        assertThat(api.get("/api/job/" + job).body().path("place").asString()).isEqualTo("waitingForGear");
        assertThat(move(add(gear("2", "0")), "taken", 1, job).status()).isEqualTo(200);
        assertThat(api.get("/api/job/" + job).body().path("place").asString()).isEqualTo("onTheBench");
        assertThat(api.get("/api/job/" + job + "/journal").text()).contains("Taken from the shelf: 1 × Gear 24 (A1)");
        assertThat(api.get("/api/sourcing/needs").body())
                .as("nothing is to be ordered for it any more")
                .isEmpty();
    }

    @Test
    void aFormSaysAtItsFieldWhatIsWrongAndASecondPersonIsTold() {
        Api.Answer wrong = api.post(
                mara, "/api/stores/shelf", thing("kind", "part", "name", "x", "place", "A", "pieces", "minus two"));
        assertThat(wrong.status()).isEqualTo(422);
        assertThat(wrong.text()).contains("pieces");
        long item = add(gear("3", "0"));
        Map<String, Object> change =
                Map.of("version", 2, "cells", gear("3", "1").get("cells"));
        assertThat(api.put(mara, "/api/stores/shelf/" + item, change).status()).isEqualTo(200);
        assertThat(api.put(mara, "/api/stores/shelf/" + item, change).status())
                .as("changed by somebody else meanwhile")
                .isEqualTo(409);
    }

    @Test
    void theListGoesOutAndComesBackWithWhatWasCountedOutside() {
        add(gear("3", "1"));
        add(thing("kind", "grease", "name", "White grease", "place", "E", "pieces", "1"));
        String csv = api.get("/api/stores/shelf.csv").text();
        assertThat(csv).startsWith("kind,name,partNumber,system,pitch").contains("White grease");
        String counted = csv.replace("A1,3,1", "A1,7,1") + "part,New thing,,,,,,,,,,B,4,0,\n=cmd|x,y,,,,,,,,,,B,4,0,\n";
        Api.Answer read = api.upload(mara, "/api/stores/shelf.csv", counted.getBytes(StandardCharsets.UTF_8));
        assertThat(read.status()).as(read.text()).isEqualTo(200);
        assertThat(read.body().path("added").asInt()).isEqualTo(1);
        assertThat(read.body().path("counted").asInt()).isEqualTo(2);
        assertThat(read.body().path("refused").asInt()).isEqualTo(1);
        assertThat(read.body().path("told").get(0).asString()).contains("Line 5", "formula");
        assertThat(all(api.get("/api/stores/shelf").body()))
                .filteredOn(i -> i.path("place").asString().equals("A1"))
                .singleElement()
                .satisfies(i -> assertThat(i.path("pieces").asInt()).isEqualTo(7));
    }

    @Test
    void whatIsShortIsPlannedOrderedAndComesOntoTheShelf() {
        long item = add(gear("1", "3"));
        JsonNode plan = api.get("/api/sourcing/plan?seconds=1").body();
        JsonNode need = all(plan.path("needs")).stream()
                .filter(n -> n.path("shelf").path("id").asLong() == item)
                .findFirst()
                .orElseThrow();
        JsonNode parcel = plan.path("orders").path("parcels").get(0);
        JsonNode line = parcel.path("lines").get(0);
        int pieces = line.path("needs").get(0).path("pieces").asInt();
        assertThat(pieces).isEqualTo(2);
        Map<String, Object> placed = Map.of(
                "parcels",
                List.of(Map.of(
                        "seller",
                        parcel.path("seller").asString(),
                        "lines",
                        List.of(Map.of(
                                "needId",
                                need.path("id").asString(),
                                "itemNumber",
                                line.path("listing").path("itemNumber").asString(),
                                "pieces",
                                pieces,
                                "seenPrice",
                                line.path("listing").path("packPrice").decimalValue())))));
        assertThat(api.post(mara, "/api/sourcing/plan/place", placed).status()).isEqualTo(200);
        assertThat(api.post(mara, "/api/sourcing/plan/place", placed).status())
                .as("two people place the same")
                .isEqualTo(409);
        long order = owner.value(Long.class, "select max(id) from purchase_order");
        org.awaitility.Awaitility.await()
                .until(() -> owner.value(String.class, "select state from purchase_order where id = ?", order)
                        .equals("ordered"));
        assertThat(api.get("/api/stores/shelf").body().get(0).path("coming").asInt())
                .isEqualTo(2);
        Api.Answer here =
                api.post(mara, "/api/sourcing/parcels/" + order + "/lines/0", Map.of("outcome", "here", "pieces", 2));
        assertThat(here.status()).as(here.text()).isEqualTo(200);
        assertThat(api.get("/api/stores/shelf").body().get(0).path("pieces").asInt())
                .isEqualTo(3);
        assertThat(api.get("/api/sourcing/parcels/" + order + "/lines/0/check")
                        .body()
                        .path("readings"))
                .hasSize(3);
        api.post(mara, "/api/sourcing/parcels/" + order + "/lines/0", Map.of("outcome", "wrong", "pieces", 2));
        assertThat(api.get("/api/stores/shelf").body().get(0).path("pieces").asInt())
                .isEqualTo(1);
    }

    @Test
    void aPriceThatHasGoneUpSinceItWasSeenIsAskedAboutBeforeAnythingIsOrdered() {
        long item = add(gear("0", "1"));
        JsonNode plan = api.get("/api/sourcing/plan?seconds=1").body();
        JsonNode parcel = plan.path("orders").path("parcels").get(0);
        JsonNode listing = parcel.path("lines").get(0).path("listing");
        api.post(
                mara,
                "/api/sourcing/plan/place",
                Map.of(
                        "parcels",
                        List.of(Map.of(
                                "seller",
                                parcel.path("seller").asString(),
                                "lines",
                                List.of(Map.of(
                                        "needId",
                                        "s" + item,
                                        "itemNumber",
                                        listing.path("itemNumber").asString(),
                                        "pieces",
                                        1,
                                        "seenPrice",
                                        listing.path("packPrice").doubleValue() * 0.9))))));
        long order = owner.value(Long.class, "select max(id) from purchase_order");
        org.awaitility.Awaitility.await()
                .until(() -> owner.value(String.class, "select state from purchase_order where id = ?", order)
                        .equals("refused"));
        assertThat(owner.value(String.class, "select refusal::text from purchase_order where id = ?", order))
                .contains("seller.dearer");
        assertThat(api.get("/api/stores/shelf").body().get(0).path("missing").asInt())
                .isEqualTo(1);
    }

    @Test
    void howManyToKeepFollowsFromWhatMachinesNeeded() {
        long item = add(gear("1", "0"));
        JsonNode few =
                api.get("/api/stores/shelf/" + item + "/spares?service=0.9").body();
        for (int i = 0; i < 6; i++) {
            api.readAndTake(mara, api.job(mara, "skips"), 24, List.of());
        }
        JsonNode more =
                api.get("/api/stores/shelf/" + item + "/spares?service=0.99").body();
        assertThat(more.path("use").path("used").asInt())
                .isGreaterThanOrEqualTo(few.path("use").path("used").asInt() + 6);
        assertThat(more.path("spares").path("expected").asDouble())
                .isGreaterThan(few.path("spares").path("expected").asDouble());
        assertThat(api.get("/api/stores/shelf/" + item + "/spares?service=1").status())
                .isEqualTo(422);
    }

    // ---- donors

    @Test
    void aPartIsTakenOffADonorOnceAndFoundAsLongAsItIsThere() {
        owner.execute("delete from machine_train");
        Api.Answer added = api.post(
                mara,
                "/api/stores/donors",
                Map.of(
                        "kind",
                        "slideProjector",
                        "maker",
                        "Vantorel",
                        "name",
                        "Slidewell 24",
                        "made",
                        1978,
                        "place",
                        "H1",
                        "remark",
                        "lens cracked"));
        assertThat(added.status()).as(added.text()).isEqualTo(201);
        long donor = added.body().path("id").asLong();
        JsonNode withTeeth = all(added.body().path("parts")).stream()
                .filter(p -> p.path("wheels").size() > 0)
                .findFirst()
                .orElseThrow();
        String part = withTeeth.path("code").asString();
        long job = api.job(mara, "skips");
        Map<String, Object> take = Map.of("broken", false, "jobId", job);
        assertThat(api.post(mara, "/api/stores/donors/" + donor + "/parts/" + part, take)
                        .status())
                .isEqualTo(200);
        assertThat(api.get("/api/job/" + job + "/journal").text())
                .contains("Taken from a donor", "Vantorel Slidewell 24 (H1)");
        Api.Answer again = api.post(mara, "/api/stores/donors/" + donor + "/parts/" + part, take);
        assertThat(again.status()).isEqualTo(422);
        assertThat(again.detail()).contains("no longer on this donor");
        assertThat(api.delete(mara, "/api/stores/donors/" + donor + "/parts/" + part)
                        .status())
                .isEqualTo(200);
        assertThat(api.get("/api/job/" + job + "/journal").text()).contains("Back on the donor");
        assertThat(api.post(mara, "/api/stores/donors/" + donor + "/parts/nothing", take)
                        .status())
                .isEqualTo(404);
        assertThat(api.post(
                                mara,
                                "/api/stores/donors",
                                Map.of("kind", "other", "maker", "", "name", "", "place", "", "remark", ""))
                        .status())
                .isEqualTo(422);
    }

    // ---- numbers

    private Api.Answer number(String number, int version, String name, Object... supersededBy) {
        Map<String, Object> body = new java.util.HashMap<>(Map.of(
                "version",
                version,
                "name",
                name,
                "places",
                List.of(),
                "companions",
                List.of(),
                "lookalikes",
                List.of()));
        if (supersededBy.length > 0) {
            body.put("supersededBy", supersededBy[0]);
        }
        return api.put(mara, "/api/stores/numbers/" + number, body);
    }

    @Test
    void anOldNumberEndsAtTheOneSoldTodayWithTheChainShown() {
        assertThat(number("OLD-1", 0, "Gear", "MID 1").status()).isEqualTo(200);
        assertThat(number("MID-1", 1, "Gear", "NEW.1").status()).isEqualTo(200);
        list("tarrowby", "item,name,price,part number,stock\nX1,Gear of today,5,NEW-1,3\nX2,Gear of old,4,old1,1\n");
        JsonNode found = find("old 1");
        assertThat(all(found.path("number").path("chain")))
                .extracting(c -> c.path("number").asString())
                .containsExactly("OLD-1", "MID-1", "NEW.1");
        assertThat(all(found.path("hits")))
                .filteredOn(h -> h.path("place").asString().equals("tarrowby"))
                .extracting(h -> h.path("itemNumber").asString() + " "
                        + h.path("cautions").toString())
                .anySatisfy(hit -> assertThat(hit).startsWith("X1").doesNotContain("older number"))
                .anySatisfy(hit -> assertThat(hit).startsWith("X2").contains("older number"));
    }

    @Test
    void twoNumbersThatSupersedeEachOtherAreRefusedAndNothingIsChanged() {
        assertThat(number("RING-A", 0, "A", "RING-B").status()).isEqualTo(200);
        Api.Answer ring = number("RING-B", 1, "B", "RING-A");
        assertThat(ring.status()).isEqualTo(422);
        assertThat(ring.detail()).contains("in a ring");
        assertThat(api.get("/api/stores/numbers/RING-B").body().path("chain")).hasSize(1);
        assertThat(number("RING-C", 0, "C", "ring c").detail()).contains("this part itself");
        assertThat(number("RING-A", 0, "A").status()).as("it is known already").isEqualTo(409);
    }

    @Test
    void aPartSaysWhereItSitsWhatItNeedsAndWhatItIsMistakenFor() {
        long model = owner.value(
                Long.class, "select machine_model_id from job where id = ?", api.job(mara, "Ostmaker", "Whirl 9", "x"));
        Api.Answer saved = api.put(
                mara,
                "/api/stores/numbers/OW-9",
                Map.of(
                        "version",
                        0,
                        "name",
                        "Whirl gear",
                        "places",
                        List.of(Map.of("modelId", model, "machine", "", "position", "17")),
                        "companions",
                        List.of(Map.of("pieces", 2, "name", "Bush", "number", "OW-10")),
                        "lookalikes",
                        List.of(Map.of("number", "OW-8", "name", "Old gear", "tell", "round boss, this one a key"))));
        assertThat(saved.status()).as(saved.text()).isEqualTo(200);
        JsonNode card = find("ow9").path("number");
        assertThat(card.path("places").get(0).path("machine").asString()).isEqualTo("Ostmaker Whirl 9");
        assertThat(card.path("companions").get(0).path("number").asString()).isEqualTo("OW-10");
        assertThat(card.path("lookalikes").get(0).path("tell").asString()).contains("round boss");
        assertThat(all(find("whirl 9 17").path("numbers")))
                .as("by machine and position")
                .extracting(n -> n.path("number").asString())
                .containsExactly("OW-9");
    }

    // ---- lists

    @Test
    void everySellersListIsFetchedAndFoundByWhatAPartIs() {
        int listed = 0;
        for (String seller : List.of("lindmoor", "tarrowby", "sandrevo", "quillonbay")) {
            Api.Answer fetched = api.post(mara, "/api/stores/sellers/" + seller + "/fetch", Map.of());
            assertThat(fetched.status()).as(fetched.text()).isEqualTo(200);
            assertThat(fetched.body().path("refused").asInt()).isZero();
            listed += fetched.body().path("lines").asInt();
        }
        assertThat(listed).isGreaterThanOrEqualTo(1500);
        long item = add(gear("2", "0"));
        JsonNode found = find("0.5 module 20-30 teeth bore 3");
        assertThat(found.path("understood").toString()).contains("0.5 module", "20 to 30 teeth", "bore 3 mm");
        List<JsonNode> hits = all(found.path("hits"));
        assertThat(hits).extracting(h -> h.path("where").asString()).contains("shelf", "seller");
        assertThat(hits)
                .filteredOn(h -> h.path("stockItemId").asLong() == item)
                .singleElement()
                .satisfies(h -> {
                    assertThat(h.path("minutes").asInt()).isPositive();
                    assertThat(h.path("comesTo").asDouble())
                            .isGreaterThan(h.path("price").asDouble());
                });
        List<Double> inStock = hits.stream()
                .filter(h -> h.path("pieces").asInt() > 0 && h.has("comesTo"))
                .map(h -> h.path("comesTo").asDouble())
                .toList();
        assertThat(inStock).hasSizeGreaterThan(5).isSorted();
    }

    @Test
    void aJobsGearIsLookedForAlsoWhileItIsNotCertain() {
        api.post(mara, "/api/stores/sellers/tarrowby/fetch", Map.of());
        add(gear("2", "0"));
        long job = api.job(mara, "skips");
        api.put(
                mara,
                "/api/reading/" + job,
                Map.of(
                        "version",
                        1,
                        "gear",
                        Map.of(
                                "kind",
                                "external",
                                "name",
                                "",
                                "toothCount",
                                "24",
                                "worn",
                                false,
                                "swollen",
                                false,
                                "hand",
                                "",
                                "bore",
                                "",
                                "faceWidth",
                                "",
                                "mate",
                                Map.of("kind", "external", "toothCount", "", "worn", false),
                                "readings",
                                List.of())));
        JsonNode none = api.get("/api/stores/find?jobId=" + job).body();
        assertThat(none.path("hits")).isEmpty();
        assertThat(api.readAndTake(mara, api.job(mara, "x"), 24, List.of()).status())
                .isEqualTo(200);
        long taken = owner.value(Long.class, "select max(id) from job");
        List<JsonNode> hits =
                all(api.get("/api/stores/find?jobId=" + taken).body().path("hits"));
        assertThat(hits).anySatisfy(h -> assertThat(h.path("where").asString()).isEqualTo("shelf"));
        assertThat(hits).allSatisfy(h -> assertThat(h.path("chance").asDouble()).isBetween(0.0, 1.0));
    }

    /** 24 and 48 teeth of 0.5 module stand 18 mm apart; 30 and 60 of 0.4 do so too, by hand: (30 + 60) 0.4 / 2. */
    @Test
    void twoGearsOfAnotherPitchThatStandWhereTheOldOnesDidAreFoundTogether() {
        long job = api.job(mara, "slips");
        Map<String, Object> centre = Map.of("what", "centreDistance", "parameter", 48, "typed", "18.05");
        assertThat(api.readAndTake(mara, job, 24, List.of(centre)).status()).isEqualTo(200);
        for (String teeth : List.of("30", "60")) {
            add(thing(
                    "kind",
                    "gear",
                    "name",
                    "Gear " + teeth,
                    "pitch",
                    "0.4",
                    "teeth",
                    teeth,
                    "bore",
                    "2",
                    "width",
                    "4",
                    "material",
                    "POM",
                    "place",
                    "A2",
                    "pieces",
                    "1",
                    "price",
                    "2"));
        }
        List<JsonNode> hits =
                all(api.get("/api/stores/find?jobId=" + job).body().path("hits"));
        assertThat(hits)
                .filteredOn(h -> h.path("where").asString().equals("shelf"))
                .singleElement()
                .satisfies(h -> {
                    assertThat(h.path("name").asString()).isEqualTo("Gear 30");
                    assertThat(h.path("with").path("name").asString()).isEqualTo("Gear 60");
                    assertThat(h.path("price").asDouble()).isEqualTo(4);
                    assertThat(h.path("differences").get(0).path("words").asString())
                            .startsWith("30 teeth in place of 24, with 60 on the mate")
                            .contains("0.0 % against before");
                    assertThat(h.path("minutes").asInt()).isEqualTo(30);
                });
        api.post(mara, "/api/stores/sellers/tarrowby/fetch", Map.of());
        assertThat(all(api.get("/api/stores/find?jobId=" + job).body().path("hits")))
                .as("sellers have pairs as well, each from one of them")
                .anySatisfy(h -> {
                    assertThat(h.path("where").asString()).isEqualTo("seller");
                    assertThat(h.path("with").path("itemNumber").asString()).isNotEmpty();
                });
    }

    @Test
    void aListWithWrongColumnsIsRefusedInWordsAndWhatWasThereStays() {
        assertThat(list("sandrevo", "item,name,price\nKEEP,Kept thing,1\n").status())
                .isEqualTo(200);
        Api.Answer wrong = list("sandrevo", "weight;colour;smell\n1;2;3\n");
        assertThat(wrong.status()).isEqualTo(422);
        assertThat(wrong.detail()).contains("item number", "name", "price");
        assertThat(list("sandrevo", "item,name,price\nA,B,not a price\n").detail())
                .contains("what was there stays", "not a price");
        assertThat(list("sandrevo", "\u0000\u0001\u0002").status()).isEqualTo(422);
        assertThat(list("nobody", "item,name,price\nA,B,1\n").status()).isEqualTo(404);
        assertThat(all(find("kept thing").path("hits"))).hasSize(1);
        assertThat(find("kept%").path("hits")).as("a sign and not a pattern").isEmpty();
        assertThat(find("k_pt").path("hits")).isEmpty();
        assertThat(find("o'clock \\ %L").path("hits")).isEmpty();
    }

    @Test
    void columnsAreMappedOnceAndUsedForTheNextList() {
        String first = "Nr;Bezeichnung;EP;Zähne;Modul";
        Api.Answer seen = api.post(mara, "/api/stores/sellers/tarrowby/columns", Map.of("line", first));
        assertThat(all(seen.body().path("missing")))
                .extracting(JsonNode::asString)
                .contains("item", "name", "price");
        Api.Answer saved = api.put(
                mara,
                "/api/stores/sellers/tarrowby/columns",
                Map.of(
                        "line",
                        first,
                        "columns",
                        List.of(
                                Map.of("field", "item", "heading", "Nr"),
                                Map.of("field", "name", "heading", "Bezeichnung"),
                                Map.of("field", "price", "heading", "EP"),
                                Map.of("field", "teeth", "heading", "Zähne"),
                                Map.of("field", "pitch", "heading", "Modul"))));
        assertThat(saved.status()).as(saved.text()).isEqualTo(200);
        for (String price : List.of("3,90", "4,20")) {
            Api.Answer read = list("tarrowby", first + "\nZ1;Zahnrad;" + price + ";33;0,7\n");
            assertThat(read.status()).as(read.text()).isEqualTo(200);
        }
        JsonNode hit = find("0.7 module 33 teeth").path("hits").get(0);
        assertThat(hit.path("itemNumber").asString()).isEqualTo("Z1");
        JsonNode prices = api.get("/api/stores/prices?seller=tarrowby&item=Z1").body();
        assertThat(prices.path("asked").get(0).path("each").asDouble()).isCloseTo(4.20, within(1e-9));
    }

    @Test
    void aSellerThatIsDownTalksNonsenseOrNeverEndsIsToldInWordsAndItsOldListStays() throws Exception {
        assertThat(api.post(mara, "/api/stores/sellers/lindmoor/fetch", Map.of())
                        .status())
                .isEqualTo(200);
        int before = find("0.5 module 24 teeth").path("hits").size();
        for (String mood : List.of("down", "nonsense", "endless")) {
            mood(mood);
            Api.Answer answer = api.post(mara, "/api/stores/sellers/lindmoor/fetch", Map.of());
            assertThat(answer.status()).as(mood).isEqualTo(422);
            assertThat(answer.detail()).as(mood).isNotEmpty();
            assertThat(find("0.5 module 24 teeth").path("hits").size()).as(mood).isEqualTo(before);
            JsonNode plan = api.get("/api/sourcing/plan?seconds=1").body();
            assertThat(plan.path("silent").toString()).as(mood).contains("lindmoor");
        }
    }

    @Test
    void aSellerKnownByItsListAloneIsFoundAndOrderedByHand() {
        api.post(mara, "/api/stores/sellers", Map.of("code", "cornershop"));
        assertThat(api.post(mara, "/api/stores/sellers", Map.of("code", "cornershop"))
                        .status())
                .as("there is one")
                .isEqualTo(422);
        Map<String, Object> terms = Map.of(
                "name",
                "Corner shop",
                "country",
                "here",
                "zone",
                "home",
                "currency",
                "EUR",
                "postage",
                List.of(Map.of("goodsFrom", 0, "price", 2)),
                "transitDays",
                1,
                "closedOn",
                List.of());
        for (String field : List.of("zone", "currency")) {
            Map<String, Object> unknown = new HashMap<>(terms);
            unknown.put(field, field.equals("zone") ? "moon" : "XYZ");
            Api.Answer refused = api.put(mara, "/api/stores/sellers/cornershop/terms", unknown);
            assertThat(refused.status()).isEqualTo(422);
            assertThat(refused.text()).contains("known for: ").contains(field.equals("zone") ? "union" : "EUR");
        }
        assertThat(api.put(mara, "/api/stores/sellers/cornershop/terms", terms).status())
                .isEqualTo(200);
        list("cornershop", "item,name,price,stock\nCS1,Peculiar sprocket,8.00,4\n");
        JsonNode hit = find("peculiar").path("hits").get(0);
        assertThat(hit.path("price").asDouble())
                .as("8.00 and postage; no tax at home")
                .isCloseTo(10.00, within(1e-9));
        assertThat(api.post(mara, "/api/stores/sellers/cornershop/fetch", Map.of())
                        .detail())
                .contains("no service");
    }

    @Test
    void whatASellerCanNoLongerSendIsNeededAgainOnceItIsAsked() {
        List<String> told = new ArrayList<>();
        for (int i = 0; i < 30 && !told.contains("soldOut"); i++) {
            long job = api.job(mara, "skips");
            api.readAndTake(mara, job, 24, List.of());
            String offers = api.get("/api/sourcing/" + job + "/offers").text();
            assertThat(offers).contains("quillonbay");
            JsonNode offer = all(
                            api.get("/api/sourcing/" + job + "/offers").body().path("offers"))
                    .stream()
                    .map(o -> o.path("match").path("offer"))
                    .filter(o -> o.path("seller").asString().equals("quillonbay")
                            && o.path("stock").asInt() > 0)
                    .findFirst()
                    .orElseThrow();
            int version = api.get("/api/job/" + job).body().path("version").asInt();
            api.post(
                    mara,
                    "/api/choice/" + job,
                    Map.of(
                            "version",
                            version,
                            "way",
                            "buy",
                            "reason",
                            "r",
                            "order",
                            Map.of(
                                    "seller",
                                    "quillonbay",
                                    "itemNumber",
                                    offer.path("itemNumber").asString(),
                                    "pieces",
                                    1)),
                    "asked-later-" + i);
            long order = owner.value(Long.class, "select max(id) from purchase_order");
            org.awaitility.Awaitility.await()
                    .until(() -> owner.value(String.class, "select state from purchase_order where id = ?", order)
                            .equals("ordered"));
            assertThat(api.post(mara, "/api/sourcing/parcels/" + order + "/ask", Map.of())
                            .status())
                    .isEqualTo(200);
            String outcome =
                    owner.value(String.class, "select outcome from purchase_order_line where order_id = ?", order);
            if (outcome.equals("refunded")) {
                told.add("soldOut");
                assertThat(api.get("/api/job/" + job).body().path("waitsFor").toString())
                        .as("it is to be chosen anew")
                        .contains("choosing");
            } else {
                assertThat(api.get("/api/job/" + job + "/journal").text()).containsAnyOf("has sent", "sends");
            }
        }
        assertThat(told).contains("soldOut");
    }
}
