package app.gewerk.server.strength;

import app.gewerk.core.Wire;
import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.material.Family;
import app.gewerk.core.material.Material;
import app.gewerk.core.strength.FormFactor;
import app.gewerk.core.strength.ToothLoad;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.knowledge.KnownHere;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.ExampleObject;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What a tooth stands, without a job. */
@RestController
@RequestMapping("/api/workings")
class StrengthController {
    private final KnownHere known;

    StrengthController(KnownHere known) {
        this.known = known;
    }

    private static final double MILLION = 1e6;
    private static final double ROOM_C = 23;

    enum FormFactorFrom {
        TABLE,
        OUTLINE;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /**
     * @param torqueNmm on this gear; or else
     * @param tangentialForceN at the reference circle
     * @param formFactorFrom {@code table} (20° full depth, as published) when left out, or {@code outline}
     * @param cycles turns of the gear it has to last; a million when left out
     */
    record StrengthRequest(
            double module,
            int toothCount,
            @Nullable Double pressureAngleDeg,
            @Nullable Double profileShiftCoefficient,
            @Nullable Boolean stub,
            double faceWidthMm,
            @Nullable Double torqueNmm,
            @Nullable Double tangentialForceN,
            @Nullable Double dynamicFactor,
            @Nullable FormFactorFrom formFactorFrom,
            @Nullable String material,
            @Nullable Double temperatureC,
            @Nullable Double cycles) {}

    /**
     * @param strengthMpa at the root, at the temperature and for the turns asked for, where the material is known
     * @param strengthOverStress above 1 it is borne
     */
    record Strength(
            double formFactor,
            double tangentialForceN,
            double bendingStressMpa,
            Optional<Double> strengthMpa,
            Optional<Double> strengthOverStress) {}

    @PostMapping("/strength")
    Strength strength(
            @RequestBody
                    @io.swagger.v3.oas.annotations.parameters.RequestBody(
                            content =
                                    @Content(
                                            examples = {
                                                @ExampleObject(name = "table", value = """
            {"module":0.6,"toothCount":12,"pressureAngleDeg":20,"faceWidthMm":6.3,"torqueNmm":64.79,"dynamicFactor":1,"formFactorFrom":"table"}"""),
                                                @ExampleObject(name = "outline", value = """
            {"module":0.5,"toothCount":10,"profileShiftCoefficient":0.4,"faceWidthMm":4,"tangentialForceN":6,"formFactorFrom":"outline","material":"POM-H","temperatureC":50,"cycles":2000000}""")
                                            }))
                    StrengthRequest request) {
        if ((request.torqueNmm() == null) == (request.tangentialForceN() == null)) {
            throw Refused.at("torqueNmm", "strength.oneLoad");
        }
        CylindricalGear gear = CylindricalGear.spur(
                request.module(),
                request.toothCount(),
                or(request.profileShiftCoefficient(), 0),
                BasicRack.usual(or(request.pressureAngleDeg(), 20), Boolean.TRUE.equals(request.stub())));
        double factor =
                request.formFactorFrom() == FormFactorFrom.OUTLINE ? FormFactor.fromOutline(gear) : tabled(gear);
        double force = request.tangentialForceN() != null
                ? request.tangentialForceN()
                : ToothLoad.forceN(or(request.torqueNmm(), 0), request.module(), request.toothCount());
        ToothLoad load = new ToothLoad(
                request.module(),
                request.toothCount(),
                request.faceWidthMm(),
                force,
                factor,
                or(request.dynamicFactor(), 1));
        Optional<Double> strength = Optional.ofNullable(request.material())
                .map(m -> known.now()
                        .materials()
                        .material(m)
                        .rootStrengthMpa(or(request.temperatureC(), ROOM_C), or(request.cycles(), MILLION)));
        return new Strength(
                factor,
                force,
                load.bendingStressMpa(),
                strength,
                strength.filter(s -> load.bendingStressMpa() > 0).map(s -> s / load.bendingStressMpa()));
    }

    /** @throws Refused where the published table is of another tooth */
    private static double tabled(CylindricalGear gear) {
        if (!gear.rack().equals(BasicRack.usual(20, false)) || gear.profileShiftCoefficient() != 0) {
            throw Refused.at("formFactorFrom", "strength.tableOnly20");
        }
        return FormFactor.fromTable(gear.toothCount());
    }

    private static double or(@Nullable Double given, double usual) {
        return given == null ? usual : given;
    }

    /** A material's figures at 23 °C: typical ones, not a maker's. */
    record MaterialView(
            String code,
            Say words,
            Family family,
            double elasticModulusMpa,
            double poissonRatio,
            double yieldMpa,
            double rootStrengthMpa,
            double strainLimit,
            double relaxedShare,
            double expansionPerK,
            double swelling,
            double hottestC,
            double frictionOnSteel,
            List<String> attackedBy,
            List<String> bears,
            String source) {

        static MaterialView of(Material m) {
            return new MaterialView(
                    m.code(),
                    m.words(),
                    m.family(),
                    m.elasticModulusMpa(),
                    m.poissonRatio(),
                    m.yieldMpa(),
                    m.rootStrengthMpa(),
                    m.strainLimit(),
                    m.relaxedShare(),
                    m.expansionPerK(),
                    m.swelling(),
                    m.hottestC(),
                    m.frictionOnSteel(),
                    m.attackedBy().stream().sorted().toList(),
                    m.bears().stream().sorted().toList(),
                    m.source());
        }
    }

    @GetMapping("/materials")
    List<MaterialView> materials() {
        return known.now().materials().all().stream().map(MaterialView::of).toList();
    }
}
