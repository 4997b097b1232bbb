package app.gewerk.server.gear;

import app.gewerk.core.gear.CaliperTips;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.GearPair;
import app.gewerk.core.gear.Pins;
import app.gewerk.core.gear.Span;
import app.gewerk.core.gear.ToothForm;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.ExampleObject;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Geometry of a gear and of a pair, without a job. */
@RestController
@RequestMapping("/api/workings/gear")
class GearController {

    /** @param why why it cannot be measured */
    record SpanLine(int overTeeth, double mm, boolean measurable, double touchesAtMm, Optional<Say> why) {}

    /** @param pinCentreMm diameter of the circle on which the pins' centres lie */
    record Geometry(
            double module,
            double transverseModule,
            double transversePressureAngleDeg,
            double referenceDiameterMm,
            double baseDiameterMm,
            double tipDiameterMm,
            double rootDiameterMm,
            double toothThicknessMm,
            double chordalThicknessMm,
            double chordalHeightMm,
            double tipThicknessMm,
            double normalTipThicknessMm,
            double basePitchMm,
            double undercutLimitShift,
            boolean undercut,
            Optional<Double> caliperTipReadingMm,
            List<SpanLine> spans,
            Optional<Integer> steadiestSpan,
            Optional<Double> overPinsMm,
            Optional<Double> pinCentreMm,
            Optional<Double> usualPinMm,
            double formDiameterMm) {}

    record PairRequest(
            GearSpec first, GearSpec second, @Nullable Double centreDistanceMm) {}

    record Pair(
            double workingPressureAngleDeg,
            double centreDistanceMm,
            double contactRatio,
            Optional<Double> usableContactRatio,
            double circumferentialBacklashMm,
            double normalBacklashMm,
            double radialBacklashMm,
            double firstFreeAngleDeg,
            double secondFreeAngleDeg,
            double clearanceFirstTipMm,
            double clearanceSecondTipMm,
            List<Say> interferences) {}

    @PostMapping("/geometry")
    Geometry geometry(
            @RequestBody
                    @io.swagger.v3.oas.annotations.parameters.RequestBody(
                            content = @Content(examples = @ExampleObject(value = """
            {"kind":"external","module":0.5,"toothCount":24,
             "pressureAngleDeg":20,"helixAngleDeg":0,"profileShiftCoefficient":0.1,"addendumCoefficient":1,"clearanceCoefficient":0.25,"faceWidthMm":5,"pinDiameterMm":0.9}""")))
                    GearSpec spec) {
        CylindricalGear gear = spec.gear().requireWholeTeeth();
        ToothForm form = ToothForm.of(gear);
        Optional<Pins> pins = Optional.ofNullable(spec.pinDiameterMm()).map(pin -> proud(gear, pin));
        double faceWidth = spec.faceWidthMm() == null ? Double.POSITIVE_INFINITY : spec.faceWidthMm();
        int most = Math.min(gear.toothCount(), Math.max(6, gear.toothCount() / 2 + 1));
        return new Geometry(
                gear.normalModule(),
                gear.transverseModule(),
                gear.transversePressureAngleDeg(),
                gear.referenceDiameterMm(),
                gear.baseDiameterMm(),
                gear.tipDiameterMm(),
                gear.rootDiameterMm(),
                gear.normalToothThicknessMm(),
                gear.chordalThicknessMm(),
                gear.chordalHeightMm(),
                gear.tipThicknessMm(),
                gear.normalTipThicknessMm(),
                gear.transverseBasePitchMm(),
                gear.undercutLimitShift(),
                gear.isUndercut(),
                gear.internal() ? Optional.empty() : Optional.of(CaliperTips.stableReadingMm(gear)),
                IntStream.rangeClosed(1, most)
                        .mapToObj(k -> span(gear, k, faceWidth))
                        .toList(),
                Span.steadiestToothNumber(gear, faceWidth),
                pins.map(Pins::readingMm),
                pins.map(p -> gear.baseDiameterMm() / Math.cos(Math.toRadians(p.centreAngleDeg()))),
                Pins.usualMm(gear),
                form.formDiameterMm());
    }

    /** @throws Refused naming the thinnest that works, where the pins would sink between the tips */
    private static Pins proud(CylindricalGear gear, double pinMm) {
        Pins pins = new Pins(gear, pinMm);
        if (!pins.standsProud()) {
            throw Pins.thinnestMm(gear)
                    .map(least -> Refused.at("pinDiameterMm", "pin.sinks", "given", pinMm, "least", least))
                    .orElseGet(() -> Refused.at("pinDiameterMm", "pin.noRoom", "given", pinMm));
        }
        return pins;
    }

    private static SpanLine span(CylindricalGear gear, int k, double faceWidthMm) {
        Optional<Say> why = Span.whyNot(gear, k, faceWidthMm);
        return new SpanLine(k, Span.spanMm(gear, k), why.isEmpty(), Span.contactDiameterMm(gear, k), why);
    }

    @PostMapping("/pair")
    Pair pair(
            @RequestBody
                    @io.swagger.v3.oas.annotations.parameters.RequestBody(
                            content = @Content(examples = @ExampleObject(value = """
            {"first":{"module":0.5,"toothCount":24},
             "second":{"module":0.5,"toothCount":48},"centreDistanceMm":18.2}""")))
                    PairRequest request) {
        CylindricalGear first = request.first().gear().requireWholeTeeth();
        CylindricalGear second = request.second().gear().requireWholeTeeth();
        GearPair pair = request.centreDistanceMm() == null
                ? GearPair.withoutBacklash(first, second)
                : GearPair.at(first, second, request.centreDistanceMm());
        return new Pair(
                pair.workingPressureAngleDeg(),
                pair.centreDistanceMm(),
                pair.contactRatio(),
                pair.usableContactRatio(),
                pair.circumferentialBacklashMm(),
                pair.normalBacklashMm(),
                pair.radialPlayMm(),
                pair.pinionFreeAngleDeg(),
                pair.wheelFreeAngleDeg(),
                pair.clearancePinionTipMm(),
                pair.clearanceWheelTipMm(),
                pair.interferences());
    }
}
