package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import jakarta.servlet.http.Cookie;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import tools.jackson.databind.JsonNode;

/** A printer's own growth is kept by the shop, and every piece that is measured makes it surer. */
@ApiTest
class PrinterApiTest {
    private static final double SHRINKS = 0.004;
    private static final double GROWS_MM = 0.08;
    private static final double CLOSES_MM = 0.22;

    @Autowired
    private Api api;

    private Cookie mara;

    @BeforeEach
    void here() {
        mara = api.stepUp("Mara");
    }

    /** As a printer that nobody has told of makes it and a caliper reads it. */
    private static Map<String, Object> size(String kind, double drawn, double noise) {
        double came = drawn * (1 - SHRINKS) + (kind.equals("bore") ? -CLOSES_MM : 2 * GROWS_MM) + noise;
        return Map.of("kind", kind, "drawnMm", drawn, "cameMm", came);
    }

    static Map<String, Object> testPiece(String name, String material, long seed) {
        Random noise = new Random(seed);
        List<Map<String, Object>> sizes = new ArrayList<>();
        for (double drawn : new double[] {66, 20, 10, 5, 2}) {
            sizes.add(size("outside", drawn, 0.015 * noise.nextGaussian()));
        }
        for (double drawn : new double[] {3, 5, 8}) {
            sizes.add(size("bore", drawn, 0.015 * noise.nextGaussian()));
        }
        return Map.of("name", name, "material", material, "sizes", sizes);
    }

    private JsonNode printer(String name) {
        for (JsonNode printer : api.get("/api/printers").body()) {
            if (printer.path("name").asString().equals(name)) {
                return printer;
            }
        }
        throw new AssertionError(name);
    }

    /** By how much of what sizes scatter it may be off. */
    private static double surely(JsonNode printer, String what) {
        JsonNode growth = printer.path("growth");
        return growth.path(what).path("sigma").asDouble()
                / growth.path("scatterMm").asDouble();
    }

    @Test
    void whatGearsOfItMeasureMakesAPrinterSurer() {
        assertThat(api.post(mara, "/api/printers", testPiece("North", "PETG", 1))
                        .status())
                .isEqualTo(200);
        JsonNode once = printer("North");
        Random noise = new Random(2);
        for (int gear = 0; gear < 12; gear++) {
            Api.Answer added = api.post(
                    mara,
                    "/api/printers",
                    Map.of(
                            "name",
                            "north",
                            "material",
                            "petg",
                            "sizes",
                            List.of(
                                    size("outside", 13 + gear, 0.015 * noise.nextGaussian()),
                                    size("bore", 2 + gear % 4, 0.015 * noise.nextGaussian()))));
            assertThat(added.status()).as(added.text()).isEqualTo(200);
        }
        JsonNode often = printer("North");
        assertThat(often.path("measured").asInt()).isEqualTo(8 + 24);
        for (String what : List.of("outsideGrowthMm", "boreClosesMm")) {
            assertThat(surely(often, what)).as(what).isLessThan(0.75 * surely(once, what));
        }
        assertThat(often.path("growth").path("boreClosesMm").path("value").asDouble())
                .isCloseTo(CLOSES_MM, within(0.03));
        assertThat(often.path("growth").path("outsideGrowthMm").path("value").asDouble())
                .isCloseTo(GROWS_MM, within(0.02));
    }

    @Test
    void aSlipAnotherUnitAndTooLittleAreRefusedAndNothingIsKept() {
        api.post(mara, "/api/printers", testPiece("South", "PLA", 3));
        Api.Answer slip = api.post(
                mara,
                "/api/printers",
                Map.of("name", "South", "material", "PLA", "sizes", List.of(size("outside", 13, 1.0))));
        assertThat(slip.status()).isEqualTo(422);
        assertThat(slip.detail()).contains("measure again");
        Api.Answer inches = api.post(
                mara,
                "/api/printers",
                Map.of(
                        "name",
                        "South",
                        "material",
                        "PLA",
                        "sizes",
                        List.of(Map.of("kind", "outside", "drawnMm", 13, "cameMm", 13 * 25.4))));
        assertThat(inches.detail()).contains("25.4");
        assertThat(printer("South").path("measured").asInt()).isEqualTo(8);
        assertThat(api.post(
                                mara,
                                "/api/printers",
                                Map.of("name", "New", "material", "PLA", "sizes", List.of(size("bore", 5, 0))))
                        .status())
                .isEqualTo(422);
        assertThat(api.post(mara, "/api/printers", testPiece(" ", "PLA", 3)).status())
                .isEqualTo(422);
        long id = printer("South").path("id").asLong();
        assertThat(api.delete(mara, "/api/printers/" + id).status()).isEqualTo(200);
        assertThat(api.delete(mara, "/api/printers/" + id).status()).isEqualTo(404);
    }
}
