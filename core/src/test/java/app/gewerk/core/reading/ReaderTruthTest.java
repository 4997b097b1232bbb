package app.gewerk.core.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Pitch;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.hipparchus.linear.Array2DRowRealMatrix;
import org.hipparchus.linear.LUDecomposition;
import org.hipparchus.linear.RealMatrix;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** The reader against things worked out another way: numerical integration, another library, simulated gears. */
class ReaderTruthTest {

    @Test
    void smallMatricesAgreeWithHipparchus() {
        Random random = new Random(4);
        for (int round = 0; round < 50; round++) {
            SmallSymmetric own = SmallSymmetric.identity(4);
            RealMatrix theirs = new Array2DRowRealMatrix(new double[4][4]);
            for (int i = 0; i < 4; i++) {
                theirs.setEntry(i, i, 1);
            }
            for (int k = 0; k < 3; k++) {
                double[] v = random.doubles(4, -3, 3).toArray();
                double w = random.nextDouble();
                own.addOuter(v, w);
                RealMatrix column = new Array2DRowRealMatrix(v);
                theirs = theirs.add(column.multiplyTransposed(column).scalarMultiply(w));
            }
            LUDecomposition decomposition = new LUDecomposition(theirs);
            RealMatrix inverse = decomposition.getSolver().getInverse();
            SmallSymmetric ownInverse = own.inverse();
            for (int i = 0; i < 4; i++) {
                for (int j = 0; j < 4; j++) {
                    assertThat(ownInverse.at(i, j)).isCloseTo(inverse.getEntry(i, j), within(1e-9));
                }
            }
            assertThat(own.logDeterminant()).isCloseTo(Math.log(decomposition.getDeterminant()), within(1e-9));
        }
    }

    /**
     * The evidence of one hypothesis, with shift, scale, thinning and wear integrated on a grid instead of in closed
     * form: densities as the reader's documentation states them, for module 0.5, 24 teeth, no wear ticked.
     */
    @Test
    void evidenceIsTheIntegralOverEveryNuisance() {
        Hypothesis hypothesis = Hypothesis.all().stream()
                .filter(h -> h.pitch().equals(Pitch.ofModule(0.5)) && !h.free())
                .filter(h -> h.rack().pressureAngleDeg() == 20 && h.rack().addendumCoefficient() == 1)
                .findFirst()
                .orElseThrow();
        ShiftPrior shift = new ShiftPrior(1, 0.08, 0.25);
        List<Reading> readings = List.of(
                Reading.caliper(new Measured.TipDiameter(), 12.97), Reading.caliper(new Measured.SpanOver(4), 5.36));
        double closed =
                Math.exp(Fit.of(hypothesis, 24, shift, readings, false).logWeight() - Math.log(hypothesis.prior()));
        assertThat(closed).isCloseTo(integrated(readings), within(0.01 * closed));
    }

    private static double integrated(List<Reading> readings) {
        double module = 0.5;
        double thinMean = 0.010 * Math.sqrt(module);
        double thinDeviation = 0.012 * Math.sqrt(module);
        double tipSigma = Math.hypot(0.02, 0.012 + 0.01 * module);
        double spanSigma = Math.hypot(0.02, 0.005);
        double wearScale = 0.006;
        double sum = 0;
        double dx = 0.002;
        double ds = 0.0004;
        double dt = 0.001;
        double dw = 0.0006;
        for (double x = -0.4; x < 0.6; x += dx) {
            double weightX = normal(x, 0.08, 0.25) * dx;
            double tip = module * (24 + 2 + 2 * x);
            double span = module
                    * (Math.cos(Math.toRadians(20)) * (Math.PI * 3.5 + 24 * 0.01490438387)
                            + 2 * x * Math.sin(Math.toRadians(20)));
            for (double s = -0.008; s <= 0.008; s += ds) {
                double weightS = normal(s, 0, 0.002) * ds;
                double tipPart = 0;
                for (double w = dw / 2; w < 0.06; w += dw) {
                    tipPart += Math.exp(-w / wearScale)
                            / wearScale
                            * dw
                            * normal(readings.get(0).meanMm(), tip * (1 + s) - w, tipSigma);
                }
                double spanPart = 0;
                for (double t = thinMean - 5 * thinDeviation; t < thinMean + 5 * thinDeviation; t += dt) {
                    spanPart += normal(t, thinMean, thinDeviation)
                            * dt
                            * normal(
                                    readings.get(1).meanMm(),
                                    span * (1 + s) - t * Math.cos(Math.toRadians(20)),
                                    spanSigma);
                }
                sum += weightX * weightS * tipPart * spanPart;
            }
        }
        return sum;
    }

    private static double normal(double value, double mean, double deviation) {
        double u = (value - mean) / deviation;
        return Math.exp(-0.5 * u * u) / (deviation * Math.sqrt(2 * Math.PI));
    }

    record Simulated(Pitch pitch, int teeth, double shift, List<Reading> readings) {}

    /** Gears with a caliper's noise and rounding; sizes from a span built of base pitches, not from the reader's formula. */
    static Stream<Simulated> simulated() {
        Random random = new Random(286);
        double[] modules = {0.3, 0.4, 0.5, 0.6, 0.8, 1, 1.5};
        return IntStream.range(0, 120).mapToObj(i -> {
            double module = modules[random.nextInt(modules.length)];
            int z = 2 * (9 + random.nextInt(30));
            double x = random.nextInt(3) == 0 ? 0.3 * random.nextDouble() : 0;
            double basePitch = Math.PI * module * Math.cos(Math.toRadians(20));
            double inv = Math.tan(Math.toRadians(20)) - Math.toRadians(20);
            double baseTooth = module
                    * Math.cos(Math.toRadians(20))
                    * (Math.PI / 2 + 2 * x * Math.tan(Math.toRadians(20)) + z * inv);
            int k = Math.max(2, (int) Math.round(z / 9.0 + 0.5));
            List<Reading> readings = new ArrayList<>();
            readings.add(Reading.caliper(new Measured.TipDiameter(), read(random, module * (z + 2 + 2 * x))));
            for (int over = k; over <= k + 1; over++) {
                double span = (over - 1) * basePitch + baseTooth;
                readings.add(Reading.caliper(
                        new Measured.SpanOver(over), read(random, span), read(random, span), read(random, span)));
            }
            return new Simulated(Pitch.ofModule(module), z, x, readings);
        });
    }

    private static double read(Random random, double size) {
        return Math.round((size + 0.02 * random.nextGaussian()) * 100) / 100.0;
    }

    @ParameterizedTest
    @MethodSource("simulated")
    void theTrueModuleIsAmongTheFirstThree(Simulated gear) {
        Identification answer = GearReader.identify(new ToothCount.Exactly(gear.teeth), gear.readings, false);
        assertThat(answer.candidates().stream().limit(3).map(Candidate::module))
                .anySatisfy(m -> assertThat(m).isCloseTo(gear.pitch.module(), within(0.012 * gear.pitch.module())));
    }

    @Test
    void mostSimulatedGearsAreNamedRightFirstAndTheProbabilitiesAreHonest() {
        List<Simulated> all = simulated().toList();
        double expected = 0;
        int right = 0;
        for (Simulated gear : all) {
            Candidate best = GearReader.identify(new ToothCount.Exactly(gear.teeth), gear.readings, false)
                    .best();
            expected += best.probability();
            if (best.pitch().equals(gear.pitch) && best.rack().pressureAngleDeg() == 20) {
                right++;
            }
        }
        assertThat(right).as("of " + all.size()).isGreaterThan(all.size() * 85 / 100);
        assertThat(right / (double) all.size())
                .as("claimed " + expected / all.size())
                .isCloseTo(expected / all.size(), within(0.08));
    }

    @Test
    void marksLieWhereTheJawsWere() {
        CylindricalGear gear = CylindricalGear.spur(0.5, 24, 0, BasicRack.ISO_53_A);
        List<Marks.Mark> marks = Marks.on(
                gear,
                List.of(
                        Reading.caliper(new Measured.TipDiameter(), 13),
                        Reading.caliper(new Measured.SpanOver(3), 3.86),
                        Reading.caliper(new Measured.SpanOver(4), 5.33),
                        Reading.caliper(new Measured.RootDiameter(), 10.7),
                        Reading.caliper(new Measured.CentreDistance(48), 18)));
        assertThat(marks).hasSize(4);
        for (Marks.Mark mark : marks) {
            double apart = Math.hypot(
                    mark.from().x() - mark.to().x(), mark.from().y() - mark.to().y());
            assertThat(apart).isCloseTo(mark.readingMm(), within(1e-9));
            double along = (mark.from().x() - mark.to().x()) * mark.outward().x()
                    + (mark.from().y() - mark.to().y()) * mark.outward().y();
            assertThat(along).as("jaws are square to the reading").isCloseTo(0, within(1e-9));
        }
        Marks.Mark span = marks.get(1);
        double touching = Math.hypot(span.from().x(), span.from().y());
        assertThat(2 * touching)
                .as("jaws touch on the circle √(d_b² + W²)")
                .isCloseTo(Math.hypot(gear.baseDiameterMm(), 3.86), within(1e-9));
    }
}
