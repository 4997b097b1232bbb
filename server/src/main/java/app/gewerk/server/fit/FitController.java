package app.gewerk.server.fit;

import app.gewerk.core.fit.Growth;
import app.gewerk.core.fit.PlasticFit;
import app.gewerk.core.fit.PressFit;
import app.gewerk.core.fit.WorkingBacklash;
import app.gewerk.core.gear.GearPair;
import app.gewerk.core.material.Elastic;
import app.gewerk.core.material.Material;
import app.gewerk.core.words.Refused;
import app.gewerk.server.gear.GearSpec;
import app.gewerk.server.knowledge.KnownHere;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.ExampleObject;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Gears on shafts and beside their mates, without a job. */
@RestController
@RequestMapping("/api/workings")
class FitController {
    private final KnownHere known;

    FitController(KnownHere known) {
        this.known = known;
    }

    /** @param material by its code, in place of modulus and Poisson's ratio */
    record Ring(
            double outerDiameterMm,
            @Nullable String material,
            @Nullable Double elasticModulusMpa,
            @Nullable Double poissonRatio) {}

    /** @param holeDiameterMm of a hollow shaft; 0 when left out */
    record PressedOn(
            double diameterMm,
            @Nullable Double holeDiameterMm,
            @Nullable String material,
            @Nullable Double elasticModulusMpa,
            @Nullable Double poissonRatio) {}

    /**
     * @param interferenceMm on the diameter
     * @param temperatureC to which what is left is told; 23 when left out
     */
    record FitRequest(
            Ring ring,
            PressedOn shaft,
            double lengthMm,
            double interferenceMm,
            double friction,
            @Nullable Double temperatureC) {}

    /**
     * What a ring of a known material says besides.
     *
     * @param strainOverLimit strain round the bore over what the material bears for years; above 1 it cracks in the end
     * @param relaxedPressureMpa after a thousand hours
     * @param longTermInterferenceMm the most that is borne for years
     * @param interferenceWhenWarmMm left at the temperature asked for; below 0 it is loose
     */
    record OverYears(
            double strainLimit,
            double strainOverLimit,
            double relaxedPressureMpa,
            double relaxedSlipTorqueNmm,
            double longTermInterferenceMm,
            double interferenceWhenWarmMm) {}

    record Fit(
            double pressureMpa,
            double hoopStressAtBoreMpa,
            double hoopStressOutsideMpa,
            double vonMisesAtBoreMpa,
            double hoopStrainAtBore,
            double slipTorqueNmm,
            double axialForceN,
            double outerGrowthMm,
            double shaftShrinkMm,
            Optional<OverYears> overYears) {}

    @PostMapping("/fit")
    Fit fit(
            @RequestBody
                    @io.swagger.v3.oas.annotations.parameters.RequestBody(
                            content =
                                    @Content(
                                            examples = {
                                                @ExampleObject(name = "figures", value = """
            {"ring":{"outerDiameterMm":9.3,"elasticModulusMpa":2800,"poissonRatio":0.38},
             "shaft":{"diameterMm":2.5,"holeDiameterMm":0,"elasticModulusMpa":195000,"poissonRatio":0.29},
             "lengthMm":8.1,"interferenceMm":0.016,"friction":0.25}"""),
                                                @ExampleObject(name = "materials", value = """
            {"ring":{"outerDiameterMm":4.4,"material":"POM-H"},"shaft":{"diameterMm":2,"material":"STEEL"},
             "lengthMm":6,"interferenceMm":0.03,"friction":0.2,"temperatureC":60}""")
                                            }))
                    FitRequest request) {
        Ring ring = request.ring();
        PressedOn shaft = request.shaft();
        PressFit fit = new PressFit(
                shaft.diameterMm(),
                ring.outerDiameterMm(),
                shaft.holeDiameterMm() == null ? 0 : shaft.holeDiameterMm(),
                request.lengthMm(),
                request.interferenceMm(),
                request.friction(),
                madeOf("ring", ring.material(), ring.elasticModulusMpa(), ring.poissonRatio()),
                madeOf("shaft", shaft.material(), shaft.elasticModulusMpa(), shaft.poissonRatio()));
        double shaftExpansion = material(shaft.material() == null ? "STEEL" : shaft.material(), "shaft")
                .expansionPerK();
        double temperature = request.temperatureC() == null ? Growth.ROOM_C : request.temperatureC();
        Optional<PlasticFit> plastic = Optional.ofNullable(ring.material())
                .map(m -> new PlasticFit(fit, material(m, "ring")).requirePossible());
        return new Fit(
                fit.pressureMpa(),
                fit.hoopStressAtBoreMpa(),
                fit.hoopStressOutsideMpa(),
                fit.vonMisesAtBoreMpa(),
                fit.hoopStrainAtBore(),
                fit.slipTorqueNmm(),
                fit.axialForceN(),
                fit.outerGrowthMm(),
                fit.shaftShrinkMm(),
                plastic.map(p -> new OverYears(
                        p.ring().strainLimit(),
                        p.strainOverLimit(),
                        p.relaxedPressureMpa(),
                        p.relaxedSlipTorqueNmm(),
                        p.longTermInterferenceMm(),
                        p.interferenceAtMm(temperature, shaftExpansion))));
    }

    private Material material(String code, String field) {
        try {
            return known.now().materials().material(code);
        } catch (Refused unknown) {
            throw unknown.at(field + ".material");
        }
    }

    private Elastic madeOf(
            String field, @Nullable String code, @Nullable Double elasticModulusMpa, @Nullable Double poissonRatio) {
        if (code != null && elasticModulusMpa == null && poissonRatio == null) {
            return material(code, field).elasticAt(Growth.ROOM_C);
        }
        if (code != null || elasticModulusMpa == null || poissonRatio == null) {
            throw Refused.at(field, "fit.madeOf");
        }
        return new Elastic(elasticModulusMpa, poissonRatio);
    }

    /**
     * @param material by its code; steel when left out
     * @param wetness share of the water it can take up, more than when it was measured; 0 when left out
     */
    record GrowingGear(
            GearSpec gear,
            @Nullable String material,
            @Nullable Double wetness) {}

    /**
     * @param housing the material that holds the axes, by its code
     * @param closerMm by how much tolerance and run-out may bring the axes together; 0 when left out
     * @param fartherMm and apart
     */
    record BacklashRequest(
            GrowingGear first,
            GrowingGear second,
            double centreDistanceMm,
            String housing,
            double coldC,
            double hotC,
            @Nullable Double closerMm,
            @Nullable Double fartherMm) {}

    /**
     * @param asMeasured at 23 °C, nothing grown
     * @param hot with the axes as close as they may be and the water in
     * @param cold with the axes as far apart as they may be and no more water than measured
     * @param thinnerMm by how much the teeth of both together have to be thinner at the reference circle not to bind when hot; 0 where they do not
     */
    record Backlash(
            WorkingBacklash asMeasured,
            WorkingBacklash hot,
            WorkingBacklash cold,
            boolean binds,
            boolean jumps,
            double thinnerMm) {}

    @PostMapping("/backlash")
    Backlash backlash(
            @RequestBody
                    @io.swagger.v3.oas.annotations.parameters.RequestBody(
                            content = @Content(examples = @ExampleObject(value = """
            {"first":{"gear":{"module":0.5,"toothCount":12},"material":"STEEL"},
             "second":{"gear":{"module":0.5,"toothCount":60},"material":"PA66","wetness":0.5},
             "centreDistanceMm":18.1,"housing":"ABS","coldC":5,"hotC":60,"closerMm":0.02,"fartherMm":0.04}""")))
                    BacklashRequest request) {
        GearPair pair = GearPair.at(
                request.first().gear().gear(), request.second().gear().gear(), request.centreDistanceMm());
        Material housing = material(request.housing(), "housing");
        WorkingBacklash hot = WorkingBacklash.of(
                pair,
                grown(request.first(), request.hotC(), true),
                grown(request.second(), request.hotC(), true),
                Growth.of(housing, request.hotC(), 0),
                request.closerMm() == null ? 0 : -request.closerMm());
        WorkingBacklash cold = WorkingBacklash.of(
                pair,
                grown(request.first(), request.coldC(), false),
                grown(request.second(), request.coldC(), false),
                Growth.of(housing, request.coldC(), 0),
                request.fartherMm() == null ? 0 : request.fartherMm());
        return new Backlash(
                WorkingBacklash.of(pair, Growth.NONE, Growth.NONE, Growth.NONE, 0),
                hot,
                cold,
                hot.binds() || cold.binds(),
                cold.jumps() || hot.jumps(),
                Math.max(0, -Math.min(hot.circumferentialBacklashMm(), cold.circumferentialBacklashMm())));
    }

    private Growth grown(GrowingGear gear, double temperatureC, boolean wet) {
        Material of = material(gear.material() == null ? "STEEL" : gear.material(), "material");
        return Growth.of(of, temperatureC, wet && gear.wetness() != null ? gear.wetness() : 0);
    }
}
