package app.gewerk.server.closeup;

import app.gewerk.core.closeup.OilBlend;
import app.gewerk.core.closeup.OilBlend.Method;
import app.gewerk.core.words.Refused;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.ExampleObject;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Two oils mixed, without a job. */
@RestController
@RequestMapping("/api/workings/blend")
class BlendController {

    /** @param viscosityMm2S kinematic (mm²/s, the same as cSt), both at one temperature */
    record Oil(double viscosityMm2S) {}

    /**
     * @param firstMassFraction of the first oil; or else
     * @param wantedMm2S the viscosity the mixture is to have
     * @param method {@code astmD7152} when left out
     */
    record BlendRequest(
            Oil first,
            Oil second,
            @Nullable Double firstMassFraction,
            @Nullable Double wantedMm2S,
            @Nullable Method method) {}

    /** @param reachable when one was wanted: whether it lies between the two */
    record Blend(Optional<Double> viscosityMm2S, Optional<Double> firstMassFraction, Optional<Boolean> reachable) {}

    @PostMapping
    Blend blend(
            @RequestBody
                    @io.swagger.v3.oas.annotations.parameters.RequestBody(
                            content =
                                    @Content(
                                            examples = {
                                                @ExampleObject(name = "mixed", value = """
            {"first":{"viscosityMm2S":29.53},"second":{"viscosityMm2S":49.22},"firstMassFraction":0.317}"""),
                                                @ExampleObject(name = "wanted", value = """
            {"first":{"viscosityMm2S":29.53},"second":{"viscosityMm2S":49.22},"wantedMm2S":40,"method":"refutas"}""")
                                            }))
                    BlendRequest request) {
        Method method = request.method() == null ? Method.ASTM_D7152 : request.method();
        double first = request.first().viscosityMm2S();
        double second = request.second().viscosityMm2S();
        Double fraction = request.firstMassFraction();
        Double wanted = request.wantedMm2S();
        if ((fraction == null) == (wanted == null)) {
            throw Refused.at("firstMassFraction", "blend.oneWanted");
        }
        if (fraction != null) {
            return new Blend(
                    Optional.of(OilBlend.viscosityMm2S(method, first, second, fraction)),
                    Optional.of(fraction),
                    Optional.empty());
        }
        Optional<Double> found = OilBlend.firstMassFraction(method, first, second, wanted);
        return new Blend(found.map(share -> wanted), found, Optional.of(found.isPresent()));
    }
}
