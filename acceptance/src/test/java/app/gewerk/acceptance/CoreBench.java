package app.gewerk.acceptance;

import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Outline;
import app.gewerk.core.gear.Point;
import app.gewerk.core.reading.GearReader;
import app.gewerk.core.reading.Identification;
import app.gewerk.core.reading.Measured;
import app.gewerk.core.reading.Reading;
import app.gewerk.core.reading.ToothCount;
import java.util.List;
import java.util.concurrent.TimeUnit;
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

    static void run() throws RunnerException {
        new Runner(new OptionsBuilder()
                        .include(CoreBench.class.getSimpleName())
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
