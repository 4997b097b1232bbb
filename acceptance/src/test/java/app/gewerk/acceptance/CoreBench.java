package app.gewerk.acceptance;

import app.gewerk.core.choice.Circumstances;
import app.gewerk.core.choice.Problem;
import app.gewerk.core.choice.Ways;
import app.gewerk.core.choice.Wish;
import app.gewerk.core.damage.ToothMap;
import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Outline;
import app.gewerk.core.gear.Point;
import app.gewerk.core.making.Allowances;
import app.gewerk.core.making.Blank;
import app.gewerk.core.making.GearSolid;
import app.gewerk.core.making.Solid;
import app.gewerk.core.making.StepFile;
import app.gewerk.core.making.Surface;
import app.gewerk.core.reading.GearReader;
import app.gewerk.core.reading.Identification;
import app.gewerk.core.reading.Measured;
import app.gewerk.core.reading.Reading;
import app.gewerk.core.reading.ToothCount;
import app.gewerk.core.train.GearOnShaft;
import app.gewerk.core.train.GearTrain;
import app.gewerk.core.train.Mesh;
import app.gewerk.core.train.MeshKind;
import app.gewerk.core.train.Motion;
import app.gewerk.core.train.PlanetSet;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import org.hipparchus.fraction.BigFraction;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.runner.Runner;
import org.openjdk.jmh.runner.RunnerException;
import org.openjdk.jmh.runner.options.OptionsBuilder;
import org.openjdk.jmh.runner.options.TimeValue;

/** What the computations of the heart cost, one thread: part of {@code ./gewerk bench}. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.SampleTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
public class CoreBench {
    private final ToothCount count = new ToothCount.Exactly(24);

    /** Sure after these: nothing more is asked for. */
    private final List<Reading> five = List.of(
            Reading.caliper(new Measured.TipDiameter(), 12.98, 13.0, 12.97),
            Reading.caliper(new Measured.SpanOver(3), 3.85),
            Reading.caliper(new Measured.SpanOver(4), 5.33),
            Reading.caliper(new Measured.RootDiameter(), 10.7),
            Reading.caliper(new Measured.CentreDistance(48), 18.02));

    /** Five that leave two near twins open, so that the next reading is worked out. */
    private final List<Reading> open = List.of(
            Reading.caliper(new Measured.TipDiameter(), 10.36),
            Reading.caliper(new Measured.SpanOver(3), 3.07),
            Reading.caliper(new Measured.SpanOver(4), 4.24),
            Reading.caliper(new Measured.RootDiameter(), 8.57),
            Reading.caliper(new Measured.OverPins(0.7), 10.53));

    private final ToothCount uncounted = new ToothCount.Unknown();
    private final CylindricalGear gear = CylindricalGear.spur(1, 60, 0, BasicRack.ISO_53_A);

    @Benchmark
    public Identification identifyFiveReadings() {
        return GearReader.identify(count, five, false);
    }

    @Benchmark
    public Identification identifyWithNextReading() {
        return GearReader.identify(count, open, false);
    }

    @Benchmark
    public Identification identifyUncounted() {
        return GearReader.identify(uncounted, five.subList(0, 4), false);
    }

    @Benchmark
    public List<Point> outlineOf60Teeth() {
        return Outline.of(gear, 0.005);
    }

    private final Solid solid =
            GearSolid.of(gear, Blank.withRoundBore(3), 6, GearSolid.OnTop.NOTHING, Allowances.NONE, 0.002);

    @Benchmark
    public String madeStepOf60Teeth() {
        return StepFile.of(solid, "sixty teeth");
    }

    @Benchmark
    public Surface madeSurfaceOf60Teeth() {
        return Surface.of(solid);
    }

    /** Forty shafts: ordinary meshes with a planet set after every fourth, the ring held. */
    private final GearTrain train = longTrain();

    private static GearTrain longTrain() {
        List<String> shafts = new ArrayList<>(List.of("case"));
        List<Mesh> meshes = new ArrayList<>();
        List<PlanetSet> sets = new ArrayList<>();
        for (int i = 0; i < 39; i++) {
            shafts.add("s" + i);
        }
        for (int i = 0; i + 1 < 39; i++) {
            if (i % 5 == 4) {
                sets.add(new PlanetSet("s" + i, 18, "s" + (i + 1), "case", 74, List.of(28), 3, Optional.empty()));
            } else {
                meshes.add(new Mesh(
                        MeshKind.EXTERNAL,
                        new GearOnShaft("s" + i, 11 + i),
                        new GearOnShaft("s" + (i + 1), 47 - i / 3)));
            }
        }
        return new GearTrain(shafts, List.of("case"), meshes, sets);
    }

    @Benchmark
    public Motion trainOfFortyShafts() {
        return train.turned(Map.of("s0", new BigFraction(3000)));
    }

    private final Problem problem = new Problem(
            CylindricalGear.spur(0.5, 24, 0, BasicRack.ISO_53_A),
            Optional.of(4.0),
            Optional.of(2.0),
            Optional.of(CylindricalGear.spur(0.5, 48, 0, BasicRack.ISO_53_A)),
            Optional.of(3.5),
            Optional.of(18.05),
            Optional.of(ToothMap.unseen("gear", 24)),
            Circumstances.USUAL,
            List.of(),
            new Problem.Terms(48, 1, Optional.of(240.0), 0.5),
            20,
            Optional.empty(),
            Map.of(),
            Problem.Known.shipped());

    @Benchmark
    public Ways.Weighed allWaysOfAGear() {
        return Ways.weigh(problem, Wish.LASTING);
    }

    static void run() throws RunnerException {
        run("");
    }

    /** @param which begins the names of those to be run */
    static void run(String which) throws RunnerException {
        new Runner(new OptionsBuilder()
                        .include(CoreBench.class.getSimpleName() + "\\." + which)
                        .threads(1)
                        .forks(1)
                        .jvmArgsAppend("-XX:ActiveProcessorCount=1")
                        .warmupIterations(4)
                        .warmupTime(TimeValue.seconds(2))
                        .measurementIterations(5)
                        .measurementTime(TimeValue.seconds(2))
                        .build())
                .run();
    }

    /** The computations alone. */
    public static void main(String[] arguments) throws RunnerException {
        run();
    }
}
