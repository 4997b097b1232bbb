package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;

import app.gewerk.core.sourcing.GearOffer;
import app.gewerk.core.sourcing.SellerTerms;
import app.gewerk.server.standin.SellerStandIn;
import jakarta.servlet.http.Cookie;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
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

    @Test
    void aSilentSellerIsNamedAndTheOthersAreShown() {
        Cookie mara = api.stepUp("Mara");
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
        sql.execute("update seller set base_url = 'http://127.0.0.1:9/gone' where code = 'sandrevo'");
        var offers = api.get("/api/sourcing/" + id + "/offers").body();
        assertThat(offers.path("silent").toString()).isEqualTo("[\"sandrevo\"]");
        assertThat(offers.path("offers").toString()).contains("lindmoor").doesNotContain("sandrevo");
        Api.Answer order = api.post(
                mara,
                "/api/choice/" + id,
                Map.of(
                        "version",
                        1,
                        "way",
                        "buy",
                        "reason",
                        "cheap",
                        "order",
                        Map.of("seller", "sandrevo", "itemNumber", "S0463", "pieces", 1)));
        assertThat(order.status()).isEqualTo(422);
        assertThat(order.detail()).contains("nothing was ordered");
        assertThat(api.get("/api/choice/" + id).body())
                .as("and nothing is written down")
                .isEmpty();
    }
}
