package app.gewerk.core.material;

import app.gewerk.core.Wire;
import app.gewerk.core.knowledge.Knowledge;
import app.gewerk.core.knowledge.Row;
import app.gewerk.core.words.Refused;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** The materials that are known, by their codes. */
public final class Materials {
    private static final Materials SHIPPED = of(Knowledge.shipped());

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

    public static Materials of(Knowledge knowledge) {
        Map<String, Material> all = new LinkedHashMap<>();
        Map<String, Material> listed = new HashMap<>();
        for (Row row : knowledge.rows("materials")) {
            Material material = material(row);
            all.put(material.code(), material);
            for (String word : row.names("listedAs")) {
                listed.put(word, material);
            }
        }
        return new Materials(all, listed);
    }

    private static Material material(Row row) {
        return new Material(
                row.text("material"),
                Wire.parse(Family.class, row.text("family")),
                row.number("elasticModulusMpa"),
                row.number("poissonRatio"),
                row.number("yieldMpa"),
                row.number("rootStrengthMpa"),
                row.number("cyclesExponent"),
                Material.shares(row.numbers("strengthAt")),
                Material.shares(row.numbers("stiffnessAt")),
                row.number("strainLimitPercent") / 100,
                row.number("relaxedShare"),
                row.number("expansionPerMillionK") / 1e6,
                row.number("swellingPercent") / 100,
                row.number("hottestC"),
                row.number("frictionOnSteel"),
                row.number("frictionOnAcetal"),
                row.number("noiseDb"),
                row.number("wearOnAcetal"),
                row.number("bondMpa"),
                Set.copyOf(row.names("attackedBy")),
                Set.copyOf(row.names("bears")),
                row.number("agesInYears"),
                row.text("source"));
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
