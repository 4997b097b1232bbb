package app.gewerk.server.train;

import app.gewerk.core.AtMost;
import app.gewerk.core.train.Exact;
import app.gewerk.core.train.GearOnShaft;
import app.gewerk.core.train.GearTrain;
import app.gewerk.core.train.Mesh;
import app.gewerk.core.train.MeshKind;
import app.gewerk.core.train.PlanetSet;
import app.gewerk.core.train.TrainLoads.Efficiency;
import app.gewerk.core.train.UsualEfficiency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.hipparchus.fraction.BigFraction;
import org.jspecify.annotations.Nullable;

/**
 * @param fixed shafts that stand still
 * @param speedsRpm turns a minute of the shafts that are driven, with their signs
 * @param torquesNmm from outside, of the motor and of loads that are known; positive in the sense of positive turning
 * @param load the shaft whose load follows; needed with {@code torquesNmm}
 */
record TrainSpec(
        @AtMost(GearTrain.MOST_SHAFTS) List<String> shafts,
        @Nullable @AtMost(GearTrain.MOST_SHAFTS) List<String> fixed,
        Map<String, Double> speedsRpm,
        @Nullable List<MeshSpec> meshes,
        @Nullable @AtMost(GearTrain.MOST_SHAFTS) List<PlanetSetSpec> planetSets,
        @Nullable Map<String, Double> torquesNmm,
        @Nullable String load) {

    GearTrain train() {
        return new GearTrain(
                shafts,
                fixed == null ? List.of() : fixed,
                meshSpecs().stream().map(MeshSpec::mesh).toList(),
                planetSetSpecs().stream().map(PlanetSetSpec::set).toList());
    }

    Map<String, BigFraction> speeds() {
        Map<String, BigFraction> exact = new LinkedHashMap<>();
        speedsRpm.forEach((shaft, rpm) -> exact.put(shaft, Exact.of(rpm)));
        return exact;
    }

    List<MeshSpec> meshSpecs() {
        return meshes == null ? List.of() : meshes;
    }

    List<PlanetSetSpec> planetSetSpecs() {
        return planetSets == null ? List.of() : planetSets;
    }

    /**
     * @param driver of a worm its thread, with its starts as tooth count
     * @param efficiency share passed on; what is usual for its kind when left out
     * @param module transverse, for the load on a tooth
     * @param leadAngleDeg of a worm, with {@code friction} in place of an efficiency
     */
    record MeshSpec(
            MeshKind kind,
            GearOnShaft driver,
            GearOnShaft driven,
            @Nullable Double efficiency,
            @Nullable Double module,
            @Nullable Double leadAngleDeg,
            @Nullable Double friction) {

        Mesh mesh() {
            return new Mesh(kind, driver, driven);
        }

        Efficiency passesOn() {
            if (leadAngleDeg != null && friction != null && kind == MeshKind.WORM) {
                return UsualEfficiency.worm(leadAngleDeg, friction, 20);
            }
            return efficiency == null ? UsualEfficiency.of(kind) : Efficiency.both(efficiency);
        }
    }

    /** @param efficiency with the carrier standing; what is usual when left out */
    record PlanetSetSpec(
            String sun,
            int sunToothCount,
            String carrier,
            String ring,
            int ringToothCount,
            @AtMost(2) List<Integer> planetToothCounts,
            int planetCount,
            @Nullable Double module,
            @Nullable Double efficiency) {

        PlanetSet set() {
            return new PlanetSet(
                    sun,
                    sunToothCount,
                    carrier,
                    ring,
                    ringToothCount,
                    planetToothCounts,
                    planetCount,
                    Optional.ofNullable(module));
        }
    }
}
