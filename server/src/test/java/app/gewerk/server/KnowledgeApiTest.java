package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.server.knowledge.KnowledgeService;
import app.gewerk.server.knowledge.KnownHere;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopScope;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.context.request.RequestContextHolder;
import tools.jackson.databind.JsonNode;

/** What a shop puts in the place of shipped values holds in every answer from then on, and goes back as it came. */
@ApiTest
class KnowledgeApiTest {
    private static final String PEEK_AT_WORK =
            "{\"module\":0.5,\"toothCount\":24,\"faceWidthMm\":4,\"tangentialForceN\":6,\"formFactorFrom\":\"table\",\"material\":\"PEEK\"}";

    @Autowired
    private Api api;

    @Autowired
    private Owner owner;

    @Autowired
    private KnowledgeService knowledge;

    @Autowired
    private KnownHere known;

    @Autowired
    private ShopScope scope;

    @Autowired
    private PlatformTransactionManager transactions;

    private JsonNode row(String file, String key) {
        for (JsonNode row : api.get("/api/knowledge/" + file).body().path("rows")) {
            if (row.path("row").asString().equals(key)) {
                return row;
            }
        }
        throw new AssertionError("no row " + key);
    }

    private Api.Answer save(String file, String key, int version, Map<String, String> cells) {
        return api.put(
                api.stepUp("Mara"),
                "/api/knowledge/" + file,
                Map.of(
                        "row",
                        key,
                        "version",
                        version,
                        "why",
                        "measured on our own bench",
                        "cells",
                        cells.entrySet().stream()
                                .map(c -> Map.of("column", c.getKey(), "typed", c.getValue()))
                                .toList()));
    }

    private int version(String file, String key) {
        return row(file, key).path("last").path("version").asInt(0);
    }

    private void changed(String file, String key, String column, String typed) {
        Api.Answer kept = save(file, key, version(file, key), Map.of(column, typed));
        assertThat(kept.status()).as(kept.text()).isEqualTo(200);
    }

    /** Other tests go by what ships. */
    @AfterEach
    void backAsShipped() {
        for (JsonNode file : api.get("/api/knowledge").body()) {
            if (file.path("changed").asInt() == 0) {
                continue;
            }
            String name = file.path("file").asString();
            for (JsonNode row : api.get("/api/knowledge/" + name).body().path("rows")) {
                if (!row.path("own").isEmpty()) {
                    String key = row.path("row").asString();
                    assertThat(save(name, key, version(name, key), Map.of()).status())
                            .isEqualTo(200);
                }
            }
        }
    }

    private double strengthMpa() {
        // Of a shop, as somebody at its bench asks.
        return api.post(api.stepUp("Mara"), "/api/workings/strength", PEEK_AT_WORK)
                .body()
                .path("strengthMpa")
                .asDouble();
    }

    @Test
    void aMaterialIsReckonedWithAsTheShopHasItAndGoesBack() {
        double shipped = strengthMpa();
        changed("materials", "PEEK", "rootStrengthMpa", "12,5");
        assertThat(strengthMpa()).isCloseTo(12.5, within(1e-9));
        assertThat(api.open("/api/workings/strength", PEEK_AT_WORK)
                        .body()
                        .path("strengthMpa")
                        .asDouble())
                .as("for whoever belongs to no shop")
                .isEqualTo(shipped);
        JsonNode row = row("materials", "PEEK");
        assertThat(row.path("own").path("rootStrengthMpa").asString()).isEqualTo("12.5");
        assertThat(row.path("shipped").path("rootStrengthMpa").asString()).isNotEqualTo("12.5");
        assertThat(row.path("last").path("by").asString()).isEqualTo("Mara");
        assertThat(row.path("last").path("why").asString()).isEqualTo("measured on our own bench");
        backAsShipped();
        assertThat(strengthMpa()).isEqualTo(shipped);
        assertThat(row("materials", "PEEK").path("last").path("version").asInt())
                .as("that it went back is kept, too")
                .isGreaterThan(1);
    }

    /** Understood within the transaction that makes it, and by whoever asks after that was taken back: as it ships. */
    @Test
    void aChangeThatIsTakenBackWithItsTransactionIsNotGoneBy() {
        changed("materials", "PEEK", "rootStrengthMpa", "13");
        Here here = owner.ask(sql -> sql.fetchOne("select shop_id, id, name from person where name = 'Mara'"))
                .map(r -> new Here(r.get(0, Long.class), r.get(1, Long.class), r.get(2, String.class)));
        int version = version("materials", "PEEK");
        scope.run(
                here.shopId(),
                () -> new TransactionTemplate(transactions).executeWithoutResult(status -> {
                    knowledge.save(
                            here,
                            "materials",
                            "PEEK",
                            version,
                            Map.of("rootStrengthMpa", "77"),
                            "a slip",
                            Optional.empty());
                    assertThat(known.now().materials().material("PEEK").rootStrengthMpa())
                            .isEqualTo(77);
                    status.setRollbackOnly();
                }));
        // The next request.
        RequestContextHolder.resetRequestAttributes();
        // As many changes as there had been within that transaction, but others.
        assertThat(save("materials", "PEEK", version, Map.of("rootStrengthMpa", "14"))
                        .status())
                .isEqualTo(200);
        assertThat(strengthMpa()).isCloseTo(14, within(1e-9));
    }

    @Test
    void aCautionIsReadAsTheShopWroteIt() {
        long job = api.job(api.stepUp("Mara"), "does nothing");
        changed("cautions", "mains/start", "caution", "Ring the inspector before you plug it in.");
        assertThat(api.get("/api/intake/" + job + "/cautions").text()).contains("Ring the inspector before");
    }

    @Test
    void whatIsRareHereIsLessLikelyInTheNextDiagnosis() {
        long job = api.job(api.stepUp("Mara"), "turns and does nothing");
        JsonNode before = api.get("/api/diagnosis/" + job)
                .body()
                .path("standing")
                .path("faults")
                .get(0);
        String way = before.path("key").asString().replaceFirst(".*/", "");
        changed("failureWays", way, "rate", "0.0001");
        JsonNode after = api.get("/api/diagnosis/" + job)
                .body()
                .path("standing")
                .path("faults")
                .get(0);
        assertThat(after.path("key").asString()).doesNotEndWith("/" + way);
    }

    @Test
    void twoWhoChangeOneRowAreToldAndAWrongValueIsRefusedAtItsColumn() {
        int version = version("ways", "glue");
        assertThat(save("ways", "glue", version, Map.of("minutes", "35")).status())
                .isEqualTo(200);
        Api.Answer late = save("ways", "glue", version, Map.of("minutes", "40"));
        assertThat(late.status()).isEqualTo(409);
        Api.Answer wrong = save("ways", "glue", version + 1, Map.of("minutes", "soon"));
        assertThat(wrong.status()).isEqualTo(422);
        assertThat(wrong.text()).contains("\"field\":\"minutes\"").contains("is not a number from 0 to 10000");
        assertThat(row("ways", "glue").path("own").path("minutes").asString()).isEqualTo("35");
    }

    @Test
    void whatIsNotThereAndWhatNobodyExplainsIsRefused() {
        assertThat(api.get(api.stepUp("Mara"), "/api/knowledge/secrets").status())
                .isEqualTo(404);
        Api.Answer noWhy = api.put(
                api.stepUp("Mara"),
                "/api/knowledge/ways",
                Map.of(
                        "row",
                        "print",
                        "version",
                        0,
                        "why",
                        " ",
                        "cells",
                        List.of(Map.of("column", "minutes", "typed", "35"))));
        assertThat(noWhy.status()).isEqualTo(422);
        assertThat(noWhy.text()).contains("\"field\":\"why\"");
        Api.Answer nothing = api.put(
                api.stepUp("Mara"),
                "/api/knowledge/racks",
                Map.of("row", "stub 20°", "version", 0, "why", "x", "cells", List.of()));
        assertThat(nothing.detail()).contains("Nothing there is different");
    }
}
