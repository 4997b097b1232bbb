package app.gewerk.core.material;

import app.gewerk.core.Knowledge;
import app.gewerk.core.Wire;
import app.gewerk.core.words.Refused;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** The materials that are known, by their codes. */
public final class Materials {
    private static final Materials SHIPPED = of(Knowledge.rows("materials"));

    private final Map<String, Material> byCode;
    private final Map<String, Material> byListing;

    private Materials(Map<String, Material> byCode, Map<String, Material> byListing) {
        this.byCode = byCode;
        this.byListing = byListing;
    }

    public static Materials shipped() {
        return SHIPPED;
    }

    /** By its code; nothing where nobody knows that one. */
    public Optional<Material> known(String code) {
        return Optional.ofNullable(byCode.get(code));
    }

    /** @param rows as the knowledge file has them */
    public static Materials of(List<Map<String, String>> rows) {
        Map<String, Material> all = new LinkedHashMap<>();
        Map<String, Material> listed = new HashMap<>();
        for (Map<String, String> row : rows) {
            Material material = material(row);
            all.put(material.code(), material);
            for (String word : row.get("listedAs").split(" ")) {
                listed.put(word, material);
            }
        }
        return new Materials(all, listed);
    }

    private static Material material(Map<String, String> row) {
        return new Material(
                row.get("material"),
                Wire.parse(Family.class, row.get("family")),
                number(row, "elasticModulusMpa"),
                number(row, "poissonRatio"),
                number(row, "yieldMpa"),
                number(row, "rootStrengthMpa"),
                number(row, "cyclesExponent"),
                Material.shares(Knowledge.numbers(row.get("strengthAt"))),
                Material.shares(Knowledge.numbers(row.get("stiffnessAt"))),
                number(row, "strainLimitPercent") / 100,
                number(row, "relaxedShare"),
                number(row, "expansionPerMillionK") / 1e6,
                number(row, "swellingPercent") / 100,
                number(row, "hottestC"),
                number(row, "frictionOnSteel"),
                number(row, "frictionOnAcetal"),
                number(row, "noiseDb"),
                number(row, "wearOnAcetal"),
                number(row, "bondMpa"),
                Set.of(row.get("attackedBy").split(" ")),
                Set.of(row.get("bears").split(" ")),
                number(row, "agesInYears"),
                row.get("source"));
    }

    private static double number(Map<String, String> row, String column) {
        return Double.parseDouble(row.get(column));
    }

    public Collection<Material> all() {
        return byCode.values();
    }

    /** What a seller means by a word: {@code POM}, {@code brass}; empty for a word that is not known. */
    public Optional<Material> listed(String word) {
        return Optional.ofNullable(byListing.get(word.strip().toLowerCase(Locale.ROOT)));
    }

    /** @throws Refused naming those there are */
    public Material material(String code) {
        Material material = byCode.get(code);
        if (material == null) {
            throw Refused.at(
                    "material", "material.unknown", "given", code, "known", String.join(", ", byCode.keySet()));
        }
        return material;
    }
}
