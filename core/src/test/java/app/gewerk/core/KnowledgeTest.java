package app.gewerk.core;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.Pitch;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class KnowledgeTest {

    @ParameterizedTest
    @ValueSource(
            strings = {
                "cautions",
                "checks",
                "damageCauses",
                "exchangeRates",
                "failureWays",
                "hazards",
                "importRules",
                "kinds",
                "likelihoods",
                "observations",
                "openings",
                "pitches",
                "racks",
                "sellers",
                "trains"
            })
    void everyRowNamesItsSource(String file) {
        List<Map<String, String>> rows = KnowledgeFiles.rows(file);
        assertThat(rows)
                .isNotEmpty()
                .allSatisfy(row -> assertThat(row.get("source")).isNotBlank());
    }

    @Test
    void thereIsEnoughToLookFor() {
        assertThat(KnowledgeFiles.rows("observations")).hasSizeGreaterThanOrEqualTo(90);
        assertThat(KnowledgeFiles.rows("checks")).hasSizeGreaterThanOrEqualTo(60);
    }

    /** What is named in one file stands in the other; an exclusion is said once, by the one that goes before. */
    @Test
    void observationsChecksAndLikelihoodsNameEachOther() {
        Map<String, Set<String>> excludes = KnowledgeFiles.rows("observations").stream()
                .collect(Collectors.toMap(r -> r.get("code"), r -> words(r.get("excludes"))));
        Set<String> asked = KnowledgeFiles.rows("checks").stream()
                .flatMap(r -> words(r.get("answers")).stream())
                .collect(Collectors.toSet());
        assertThat(asked).isEqualTo(excludes.keySet());
        assertThat(KnowledgeFiles.rows("likelihoods"))
                .allSatisfy(r -> assertThat(excludes.keySet())
                        .containsAll(KnowledgeFiles.numbers(r.get("shows")).keySet()));
        Set<String> ways = KnowledgeFiles.rows("failureWays").stream()
                .map(r -> r.get("way"))
                .collect(Collectors.toSet());
        assertThat(KnowledgeFiles.rows("likelihoods").stream()
                        .map(r -> r.get("way"))
                        .collect(Collectors.toSet()))
                .isEqualTo(ways);
        excludes.forEach((code, excluded) -> {
            assertThat(excludes.keySet()).as(code).containsAll(excluded);
            excluded.forEach(other -> assertThat(excludes.get(other)).as(other).doesNotContain(code));
        });
    }

    private static Set<String> words(String cell) {
        return cell.isEmpty() ? Set.of() : Set.of(cell.split(" "));
    }

    /** ISO 54 and DIN 780-1 modules from 0.2 to 4 mm, series I: each is among those the reader knows. */
    @Test
    void everyModuleOfTheFirstSeriesIsKnown() {
        Set<Double> known = values("module");
        assertThat(Checks.of("modules_iso54")
                        .filter(r -> r.text("series").equals("I"))
                        .map(Checks.Row::expected)
                        .filter(m -> m >= 0.2 && m <= 4))
                .allSatisfy(m -> assertThat(known).contains(m));
    }

    /** Diametral pitches in general use (Shigley, Table 13-2), 8 to 200. */
    @Test
    void everyUsualDiametralPitchIsKnownAndConverted() {
        Set<Double> known = values("diametralPitch");
        assertThat(Checks.of("diametral_pitches").filter(r -> r.number("dp") >= 8))
                .filteredOn(r -> !r.text("class").equals("also met"))
                .allSatisfy(r -> {
                    assertThat(known).contains(r.number("dp"));
                    assertThat(Pitch.ofDiametralPitch(r.number("dp")).module())
                            .isCloseTo(r.expected(), within(r.tolerance()));
                });
    }

    private static Set<Double> values(String system) {
        return KnowledgeFiles.rows("pitches").stream()
                .filter(row -> row.get("system").equals(system))
                .map(row -> Double.valueOf(row.get("value")))
                .collect(Collectors.toSet());
    }

    @Test
    void basicRacksAreThoseOfIso53() {
        Map<String, BasicRack> racks = Map.of(
                "A", BasicRack.ISO_53_A, "B", BasicRack.ISO_53_B, "C", BasicRack.ISO_53_C, "D", BasicRack.ISO_53_D);
        assertThat(Checks.of("basic_racks_iso53")).allSatisfy(row -> {
            BasicRack rack = racks.get(row.text("profile"));
            double actual = switch (row.text("quantity")) {
                case "alpha_p_deg" -> rack.pressureAngleDeg();
                case "h_aP" -> rack.addendumCoefficient();
                case "c_P" -> rack.clearanceCoefficient();
                case "h_fP" -> rack.dedendumCoefficient();
                case "rho_fP" -> rack.tipRadiusCoefficient();
                default -> throw new AssertionError("Not checked: " + row.text("quantity"));
            };
            assertThat(actual).isCloseTo(row.expected(), within(row.tolerance()));
        });
    }
}
