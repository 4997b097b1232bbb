package app.gewerk.server.train;

import app.gewerk.core.gear.Limits;
import app.gewerk.core.train.Drive;
import app.gewerk.core.train.DriveStudy;
import app.gewerk.core.train.Exact;
import app.gewerk.core.train.GearTrain;
import app.gewerk.core.train.Mesh;
import app.gewerk.core.train.MissingCount;
import app.gewerk.core.train.Motion;
import app.gewerk.core.train.PlanetSet;
import app.gewerk.core.train.SpeedError;
import app.gewerk.core.train.TrainLoads;
import app.gewerk.core.train.UsualEfficiency;
import app.gewerk.core.words.Refused;
import app.gewerk.server.knowledge.KnownHere;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.ExampleObject;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.hipparchus.fraction.BigFraction;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Trains of gears, without a job. */
@RestController
@RequestMapping("/api/workings/train")
class TrainController {
    private final KnownHere known;

    TrainController(KnownHere known) {
        this.known = known;
    }

    private static final String EXAMPLE = """
            {"shafts":["motor","middle","output","case"],"fixed":["case"],"speedsRpm":{"motor":900},
             "meshes":[{"kind":"internal","driver":{"shaft":"motor","toothCount":10},"driven":{"shaft":"middle","toothCount":90}}],
             "planetSets":[{"sun":"middle","sunToothCount":18,"carrier":"output","ring":"case","ringToothCount":74,
             "planetToothCounts":[28],"planetCount":3,"module":0.3}]}""";

    /**
     * @param frequencyHz teeth meeting; left out where a speed is still open, as with the other frequencies
     * @param hunting each tooth meets all of the other before the first two meet again
     * @param driverTorqueNmm and what follows: where torques are given
     */
    record MeshView(
            Optional<Double> frequencyHz,
            Optional<Double> sameTeethMeetHz,
            boolean hunting,
            Optional<Double> driverTorqueNmm,
            Optional<Double> drivenTorqueNmm,
            Optional<Double> efficiency,
            Optional<Double> tangentialForceN) {}

    record PlanetSetView(
            Optional<Fraction> planetRpm,
            boolean assemblesEquallySpaced,
            Optional<Double> neighbourClearanceMm,
            Optional<Motion.PlanetFrequencies> frequenciesHz,
            Optional<Double> sunTorqueNmm,
            Optional<Double> ringTorqueNmm,
            Optional<Double> carrierTorqueNmm,
            Optional<Double> tangentialForceN) {}

    /**
     * @param degreesOfFreedom speeds still open with those given
     * @param freedomsOfTrain speeds it takes by itself
     * @param speedsRpm of every shaft but the fixed ones and those that were given
     * @param loose shafts whose speed is still open
     * @param locked shafts that can only stand
     * @param efficiency of the whole, where torques are given
     */
    record TrainView(
            int degreesOfFreedom,
            int freedomsOfTrain,
            Map<String, Fraction> speedsRpm,
            List<String> loose,
            List<String> locked,
            List<MeshView> meshes,
            List<PlanetSetView> planetSets,
            Optional<Map<String, Double>> torquesNmm,
            Optional<Double> efficiency) {}

    @PostMapping
    TrainView train(
            @RequestBody
                    @io.swagger.v3.oas.annotations.parameters.RequestBody(
                            content = @Content(examples = @ExampleObject(value = EXAMPLE)))
                    TrainSpec request) {
        GearTrain train = request.train();
        for (int i = 0; i < train.planetSets().size(); i++) {
            String field = "planetSets[" + i + "]";
            train.planetSets().get(i).whyNotAssembled().ifPresent(why -> {
                throw new Refused(why).at(field);
            });
        }
        Motion motion = train.turned(request.speeds());
        Optional<TrainLoads> loads = loads(request, motion);
        List<MeshView> meshes = new ArrayList<>();
        for (int i = 0; i < train.meshes().size(); i++) {
            Mesh mesh = train.meshes().get(i);
            int at = i;
            Optional<TrainLoads.AtMesh> borne = loads.map(l -> l.meshes().get(at));
            meshes.add(new MeshView(
                    motion.meshFrequencyHz(mesh),
                    motion.sameTeethMeetHz(mesh),
                    mesh.hunting(),
                    borne.map(TrainLoads.AtMesh::driverTorqueNmm),
                    borne.map(TrainLoads.AtMesh::drivenTorqueNmm),
                    borne.map(TrainLoads.AtMesh::efficiency),
                    borne.flatMap(
                            b -> Optional.ofNullable(request.meshSpecs().get(at).module())
                                    .map(m -> b.tangentialForceN(mesh, m)))));
        }
        List<PlanetSetView> sets = new ArrayList<>();
        for (int i = 0; i < train.planetSets().size(); i++) {
            PlanetSet set = train.planetSets().get(i);
            int at = i;
            Optional<TrainLoads.AtPlanetSet> borne =
                    loads.map(l -> l.planetSets().get(at));
            sets.add(new PlanetSetView(
                    motion.planetRpm(set).map(Fraction::of),
                    set.assemblesEquallySpaced(),
                    set.neighbourClearanceMm().isPresent()
                            ? Optional.of(set.neighbourClearanceMm().getAsDouble())
                            : Optional.empty(),
                    motion.frequencies(set),
                    borne.map(TrainLoads.AtPlanetSet::sunTorqueNmm),
                    borne.map(TrainLoads.AtPlanetSet::ringTorqueNmm),
                    borne.map(TrainLoads.AtPlanetSet::carrierTorqueNmm),
                    borne.flatMap(b -> set.module().map(m -> b.tangentialForceN(set, m)))));
        }
        Map<String, Fraction> speeds = new LinkedHashMap<>();
        motion.speedsRpm().forEach((shaft, speed) -> {
            if (!train.fixed().contains(shaft) && !request.speedsRpm().containsKey(shaft)) {
                speeds.put(shaft, Fraction.of(speed));
            }
        });
        return new TrainView(
                motion.degreesOfFreedom(),
                motion.freedomsOfTrain(),
                speeds,
                motion.loose(),
                motion.locked(),
                meshes,
                sets,
                loads.map(TrainLoads::torquesNmm),
                loads.map(TrainLoads::efficiency));
    }

    private static Optional<TrainLoads> loads(TrainSpec request, Motion motion) {
        if (request.torquesNmm() == null) {
            return Optional.empty();
        }
        if (request.load() == null) {
            throw Refused.at("load", "train.whichLoad");
        }
        request.torquesNmm().keySet().stream()
                .filter(shaft -> !request.shafts().contains(shaft))
                .findFirst()
                .ifPresent(shaft -> {
                    throw Refused.at("torquesNmm." + shaft, "train.noSuchShaft", "shaft", shaft);
                });
        return Optional.of(TrainLoads.of(
                motion,
                request.torquesNmm(),
                request.load(),
                request.meshSpecs().stream().map(TrainSpec.MeshSpec::passesOn).toList(),
                request.planetSetSpecs().stream()
                        .map(s -> s.efficiency() == null ? UsualEfficiency.PLANET_SET : s.efficiency())
                        .toList()));
    }

    /** @param celsius where the machine works; 40 when left out */
    record DriveToStudy(Drive drive, @Nullable Double celsius) {}

    /** What follows from a machine's drive as it is described so far: where it lies, how it turns, what it bears, what is missing. */
    @PostMapping("/study")
    DriveView study(@RequestBody DriveToStudy ask) {
        double celsius = ask.celsius() == null ? DriveStudy.USUAL_C : ask.celsius();
        Limits.requireBetween("workingTemperature", celsius, -40, 80);
        return DriveView.of(DriveStudy.of(ask.drive(), known.now().materials(), celsius));
    }

    /**
     * @param train with any count where one is missing
     * @param mesh which of its meshes, from 0
     * @param side which gear of it
     * @param shaft whose speed is known
     * @param wantedRpm that speed; its direction does not matter
     */
    record MissingRequest(TrainSpec train, int mesh, MissingCount.Side side, String shaft, double wantedRpm) {}

    record FoundCount(int toothCount, Fraction speedRpm, double errorPercent) {}

    /** @param exact whether a count gives that very speed */
    record Missing(boolean exact, List<FoundCount> nearest) {}

    @PostMapping("/missing-count")
    Missing missing(
            @RequestBody
                    @io.swagger.v3.oas.annotations.parameters.RequestBody(
                            content = @Content(examples = @ExampleObject(value = """
            {"train":{"shafts":["motor","middle","output"],"speedsRpm":{"motor":4},
             "meshes":[{"kind":"external","driver":{"shaft":"motor","toothCount":10},"driven":{"shaft":"middle","toothCount":80}},
             {"kind":"external","driver":{"shaft":"middle","toothCount":12},"driven":{"shaft":"output","toothCount":50}}]},
             "mesh":1,"side":"driven","shaft":"output","wantedRpm":0.0833333}""")))
                    MissingRequest request) {
        GearTrain train = request.train().train();
        requireMesh(train, request.mesh());
        List<FoundCount> nearest = MissingCount.nearest(
                        train,
                        request.train().speeds(),
                        request.mesh(),
                        request.side(),
                        request.shaft(),
                        Exact.of(request.wantedRpm()))
                .stream()
                .map(f -> new FoundCount(f.toothCount(), Fraction.of(f.speedRpm()), f.errorPercent()))
                .toList();
        return new Missing(nearest.getFirst().errorPercent() == 0, nearest);
    }

    private static void requireMesh(GearTrain train, int mesh) {
        if (mesh < 0 || mesh >= train.meshes().size()) {
            throw Refused.at(
                    "mesh",
                    "train.noSuchMesh",
                    "given",
                    mesh,
                    "meshes",
                    train.meshes().size());
        }
    }

    /**
     * @param train with the counts as they should be
     * @param toothCount what is there instead
     * @param strokes of which it is asked how many are made instead; 100 when left out
     */
    record WrongRequest(
            TrainSpec train,
            int mesh,
            MissingCount.Side side,
            int toothCount,
            String shaft,
            @Nullable Double strokes) {}

    /** @param secondsADay gained by what should keep time; below 0 lost */
    record Wrong(
            Fraction shouldBeRpm,
            Fraction isRpm,
            double percent,
            double secondsADay,
            double cents,
            double strokesInstead) {}

    @PostMapping("/wrong-count")
    Wrong wrong(
            @RequestBody
                    @io.swagger.v3.oas.annotations.parameters.RequestBody(
                            content = @Content(examples = @ExampleObject(value = """
            {"train":{"shafts":["motor","output"],"speedsRpm":{"motor":60},
             "meshes":[{"kind":"external","driver":{"shaft":"motor","toothCount":10},"driven":{"shaft":"output","toothCount":60}}]},
             "mesh":0,"side":"driven","toothCount":61,"shaft":"output"}""")))
                    WrongRequest request) {
        GearTrain right = request.train().train();
        requireMesh(right, request.mesh());
        Mesh mesh = right.meshes().get(request.mesh());
        GearTrain wrong = right.withMesh(request.mesh(), mesh.with(request.side(), request.toothCount()));
        BigFraction shouldBe = speed(right, request);
        BigFraction is = speed(wrong, request);
        SpeedError error = SpeedError.of(is, shouldBe);
        return new Wrong(
                Fraction.of(shouldBe),
                Fraction.of(is),
                error.percent(),
                error.secondsADay(),
                error.cents(),
                error.strokesInsteadOf(request.strokes() == null ? 100 : request.strokes()));
    }

    private static BigFraction speed(GearTrain train, WrongRequest request) {
        return train.turned(request.train().speeds())
                .speed(request.shaft())
                .orElseThrow(() -> Refused.at("shaft", "train.stillOpen", "shaft", request.shaft()));
    }
}
