package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import tools.jackson.databind.JsonNode;

/** Trains, fits, strength and blends over HTTP, as a script without a cookie asks for them. */
@ApiTest
class WorkingsApiTest {
    @Autowired
    private Api api;

    /** Sun 18, planets 28, ring 74 held, by Willis: n_c = n_s 18/92, and all frequencies from the speeds seen from the carrier. */
    @Test
    void aTrainOfAMeshAndAPlanetSet() {
        JsonNode train = api.open("/api/workings/train", """
                {"shafts":["motor","middle","output","case"],"fixed":["case"],"speedsRpm":{"motor":900},
                 "meshes":[{"kind":"internal","driver":{"shaft":"motor","toothCount":10},"driven":{"shaft":"middle","toothCount":90}}],
                 "planetSets":[{"sun":"middle","sunToothCount":18,"carrier":"output","ring":"case","ringToothCount":74,
                 "planetToothCounts":[28],"planetCount":3,"module":0.3}]}""").body();
        assertThat(train.path("degreesOfFreedom").asInt()).isZero();
        assertThat(train.path("speedsRpm").path("output").path("fraction").asString())
                .isEqualTo("450/23");
        assertThat(train.path("speedsRpm").path("output").path("value").asDouble())
                .isCloseTo(19.565217391, within(1e-9));
        assertThat(train.path("speedsRpm").path("middle").path("fraction").asString())
                .isEqualTo("100");
        assertThat(train.path("speedsRpm").has("motor")).isFalse();
        assertThat(train.path("meshes").get(0).path("frequencyHz").asDouble()).isCloseTo(150, within(1e-9));
        JsonNode set = train.path("planetSets").get(0);
        assertThat(set.path("planetRpm").path("fraction").asString()).isEqualTo("-225/7");
        assertThat(set.path("assemblesEquallySpaced").asBoolean()).isFalse();
        assertThat(set.path("neighbourClearanceMm").asDouble()).isCloseTo(2.951, within(1e-3));
        JsonNode heard = set.path("frequenciesHz");
        assertThat(heard.path("mesh").asDouble()).isCloseTo(24.13, within(.005));
        assertThat(heard.path("sunDefect").asDouble()).isCloseTo(4.02, within(.005));
        assertThat(heard.path("planetDefect").asDouble()).isCloseTo(1.72, within(.005));
        assertThat(heard.path("ringDefect").asDouble()).isCloseTo(.98, within(.005));
        assertThat(heard.path("planetPass").asDouble()).isCloseTo(.98, within(.005));
    }

    @Test
    void speedsAreTakenAsTheyAreWritten() {
        JsonNode train = api.open("/api/workings/train", """
                {"shafts":["motor","wheel"],"speedsRpm":{"motor":0.1},"meshes":[
                 {"kind":"worm","driver":{"shaft":"motor","toothCount":1},"driven":{"shaft":"wheel","toothCount":30}}]}""").body();
        assertThat(train.path("speedsRpm").path("wheel").path("fraction").asString())
                .isEqualTo("-1/300");
    }

    @Test
    void torquesAreFollowedThroughTheTrain() {
        JsonNode train = api.open("/api/workings/train", """
                {"shafts":["motor","output"],"speedsRpm":{"motor":3000},"torquesNmm":{"motor":4},"load":"output","meshes":[
                 {"kind":"external","driver":{"shaft":"motor","toothCount":10},"driven":{"shaft":"output","toothCount":50},"efficiency":0.9,"module":0.5}]}""").body();
        assertThat(train.path("torquesNmm").path("output").asDouble()).isCloseTo(18, within(1e-9));
        assertThat(train.path("efficiency").asDouble()).isCloseTo(.9, within(1e-9));
        assertThat(train.path("meshes").get(0).path("tangentialForceN").asDouble())
                .isCloseTo(1.6, within(1e-9));
        assertThat(api.open("/api/workings/train", """
                {"shafts":["a","b"],"speedsRpm":{"a":1},"torquesNmm":{"a":4},"meshes":[
                 {"kind":"external","driver":{"shaft":"a","toothCount":10},"driven":{"shaft":"b","toothCount":50}}]}""").detail()).contains("which shaft the load is on");
    }

    @Test
    void whatCannotTurnIsRefusedInWords() {
        assertThat(api.open("/api/workings/train", """
                {"shafts":["a","b","c"],"speedsRpm":{"a":1},"meshes":[
                 {"kind":"external","driver":{"shaft":"a","toothCount":10},"driven":{"shaft":"b","toothCount":20}}]}""").detail()).startsWith("Nothing drives c");
        Api.Answer crowded = api.open("/api/workings/train", """
                {"shafts":["s","c","r"],"fixed":["r"],"speedsRpm":{"s":1},"planetSets":[
                 {"sun":"s","sunToothCount":9,"carrier":"c","ring":"r","ringToothCount":45,"planetToothCounts":[18],"planetCount":5}]}""");
        assertThat(crowded.status()).isEqualTo(422);
        assertThat(crowded.detail()).contains("room for 3");
        assertThat(api.open("/api/workings/train", """
                {"shafts":["a"],"speedsRpm":{"a":1},"gears":[]}""").detail()).contains("gears");
        assertThat(api.open("/api/workings/train", """
                {"shafts":["a","b","c"],"speedsRpm":{"a":1},"meshes":[
                 {"kind":"external","driver":{"shaft":"a","toothCount":10},"driven":{"shaft":"b","toothCount":20}},
                 {"kind":"external","driver":{"shaft":"b","toothCount":10},"driven":{"shaft":"c","toothCount":20}},
                 {"kind":"external","driver":{"shaft":"c","toothCount":10},"driven":{"shaft":"a","toothCount":20}}]}""").detail()).contains("locks");
    }

    @Test
    void aMissingCountAndAWrongOne() {
        JsonNode missing = api.open("/api/workings/train/missing-count", """
                {"train":{"shafts":["motor","middle","output"],"speedsRpm":{"motor":4},
                 "meshes":[{"kind":"external","driver":{"shaft":"motor","toothCount":10},"driven":{"shaft":"middle","toothCount":80}},
                 {"kind":"external","driver":{"shaft":"middle","toothCount":12},"driven":{"shaft":"output","toothCount":50}}]},
                 "mesh":1,"side":"driven","shaft":"output","wantedRpm":0.0833333}""").body();
        assertThat(missing.path("exact").asBoolean()).isFalse();
        assertThat(missing.path("nearest").get(0).path("toothCount").asInt()).isEqualTo(72);
        assertThat(missing.path("nearest").get(0).path("errorPercent").asDouble())
                .isCloseTo(0, within(1e-4));
        assertThat(missing.path("nearest").get(1).path("errorPercent").asDouble())
                .isNotZero();
        JsonNode wrong = api.open("/api/workings/train/wrong-count", """
                {"train":{"shafts":["motor","output"],"speedsRpm":{"motor":60},
                 "meshes":[{"kind":"external","driver":{"shaft":"motor","toothCount":10},"driven":{"shaft":"output","toothCount":60}}]},
                 "mesh":0,"side":"driven","toothCount":61,"shaft":"output","strokes":610}""").body();
        assertThat(wrong.path("secondsADay").asDouble()).isCloseTo(-86_400 / 61.0, within(1e-6));
        assertThat(wrong.path("strokesInstead").asDouble()).isCloseTo(600, within(1e-9));
        assertThat(wrong.path("isRpm").path("fraction").asString()).isEqualTo("-600/61");
    }

    /** Lamé's formulas worked out by hand for this ring; the strain's parts add up to the interference. */
    @Test
    void aPressFitByFiguresAndByMaterial() {
        JsonNode fit = api.open("/api/workings/fit", """
                {"ring":{"outerDiameterMm":9.3,"elasticModulusMpa":2800,"poissonRatio":0.38},
                 "shaft":{"diameterMm":2.5,"holeDiameterMm":0,"elasticModulusMpa":195000,"poissonRatio":0.29},
                 "lengthMm":8.1,"interferenceMm":0.016,"friction":0.25}""").body();
        double p = fit.path("pressureMpa").asDouble();
        double factor = (9.3 * 9.3 + 6.25) / (9.3 * 9.3 - 6.25);
        assertThat(p).isCloseTo(.016 / 2.5 / ((factor + .38) / 2800 + .71 / 195_000), within(1e-9));
        assertThat(fit.path("slipTorqueNmm").asDouble()).isCloseTo(.25 * p * Math.PI * 6.25 * 8.1 / 2, within(1e-9));
        assertThat(fit.path("overYears").isMissingNode()
                        || fit.path("overYears").isNull())
                .isTrue();
        JsonNode known = api.open("/api/workings/fit", """
                {"ring":{"outerDiameterMm":4.4,"material":"POM-H"},"shaft":{"diameterMm":2,"material":"STEEL"},
                 "lengthMm":6,"interferenceMm":0.03,"friction":0.2,"temperatureC":60}""").body();
        assertThat(known.path("overYears").path("strainOverLimit").asDouble()).isBetween(1.3, 1.6);
        assertThat(known.path("overYears").path("longTermInterferenceMm").asDouble())
                .isBetween(.015, .025);
        assertThat(known.path("overYears").path("interferenceWhenWarmMm").asDouble())
                .isCloseTo(.03 - 2 * (110e-6 - 11.5e-6) * 37, within(1e-9));
        assertThat(api.open("/api/workings/fit", """
                {"ring":{"outerDiameterMm":3,"material":"POM-H"},"shaft":{"diameterMm":2,"material":"STEEL"},
                 "lengthMm":6,"interferenceMm":0.3,"friction":0.2}""").detail())
                .contains("gives way")
                .contains("At most");
        assertThat(api.open("/api/workings/fit", """
                {"ring":{"outerDiameterMm":3,"material":"POM-H","poissonRatio":0.3},"shaft":{"diameterMm":2,"material":"STEEL"},
                 "lengthMm":6,"interferenceMm":0.01,"friction":0.2}""").detail()).contains("either the material or both");
    }

    @Test
    void aToothsStrength() {
        JsonNode strength = api.open("/api/workings/strength", """
                {"module":0.6,"toothCount":12,"pressureAngleDeg":20,"faceWidthMm":6.3,"torqueNmm":64.79,"dynamicFactor":1,"formFactorFrom":"table"}""").body();
        assertThat(strength.path("formFactor").asDouble()).isEqualTo(.245);
        assertThat(strength.path("tangentialForceN").asDouble()).isCloseTo(2 * 64.79 / 7.2, within(1e-9));
        assertThat(strength.path("bendingStressMpa").asDouble())
                .isCloseTo(2 * 64.79 / 7.2 / (6.3 * .6 * .245), within(1e-9));
        JsonNode shifted = api.open("/api/workings/strength", """
                {"module":0.5,"toothCount":10,"profileShiftCoefficient":0.4,"faceWidthMm":4,"tangentialForceN":6,"formFactorFrom":"outline","material":"POM-H","temperatureC":60}""").body();
        assertThat(shifted.path("strengthMpa").asDouble()).isCloseTo(49.9 * .85, within(1e-9));
        assertThat(shifted.path("strengthOverStress").asDouble())
                .isCloseTo(
                        shifted.path("strengthMpa").asDouble()
                                / shifted.path("bendingStressMpa").asDouble(),
                        within(1e-12));
        assertThat(api.open("/api/workings/strength", """
                {"module":0.5,"toothCount":10,"faceWidthMm":4,"torqueNmm":6}""").detail()).contains("Take the form factor from the outline");
        assertThat(api.get("/api/workings/materials").body()).hasSizeGreaterThanOrEqualTo(18);
    }

    @Test
    void twoOilsMixedEitherWayRound() {
        JsonNode mixed = api.open("/api/workings/blend", """
                {"first":{"viscosityMm2S":29.53},"second":{"viscosityMm2S":49.22},"firstMassFraction":0.317}""").body();
        double viscosity = mixed.path("viscosityMm2S").asDouble();
        JsonNode back =
                api.open("/api/workings/blend", """
                {"first":{"viscosityMm2S":29.53},"second":{"viscosityMm2S":49.22},"wantedMm2S":%s}""".formatted(viscosity)).body();
        assertThat(back.path("firstMassFraction").asDouble()).isCloseTo(.317, within(1e-6));
        assertThat(back.path("reachable").asBoolean()).isTrue();
        assertThat(api.open("/api/workings/blend", """
                {"first":{"viscosityMm2S":29.53},"second":{"viscosityMm2S":49.22},"wantedMm2S":60,"method":"refutas"}""").body().path("reachable").asBoolean(true))
                .isFalse();
        assertThat(api.open("/api/workings/blend", """
                {"first":{"viscosityMm2S":29.53},"second":{"viscosityMm2S":49.22}}""").detail()).contains("Give either");
    }

    /** Nylon grows by 85 millionths a kelvin and with water: the pair that has room when cold binds when hot and wet. */
    @Test
    void backlashWarmAndCold() {
        JsonNode pair = api.open("/api/workings/backlash", """
                {"first":{"gear":{"module":0.5,"toothCount":12},"material":"STEEL"},
                 "second":{"gear":{"module":0.5,"toothCount":60},"material":"PA66","wetness":1},
                 "centreDistanceMm":18.1,"housing":"ALUMINIUM","coldC":5,"hotC":80,"closerMm":0.02,"fartherMm":0.04}""").body();
        JsonNode plain = api.open("/api/workings/gear/pair", """
                {"first":{"module":0.5,"toothCount":12},"second":{"module":0.5,"toothCount":60},"centreDistanceMm":18.1}""").body();
        assertThat(pair.path("asMeasured").path("circumferentialBacklashMm").asDouble())
                .isCloseTo(plain.path("circumferentialBacklashMm").asDouble(), within(1e-9));
        assertThat(pair.path("binds").asBoolean()).isTrue();
        assertThat(pair.path("thinnerMm").asDouble()).isBetween(.05, .2);
        assertThat(pair.path("cold").path("circumferentialBacklashMm").asDouble())
                .isGreaterThan(pair.path("asMeasured")
                        .path("circumferentialBacklashMm")
                        .asDouble());
    }
}
