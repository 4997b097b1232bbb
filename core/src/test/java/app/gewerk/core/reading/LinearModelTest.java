package app.gewerk.core.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.GearKind;
import app.gewerk.core.reading.Measured.CentreDistance;
import app.gewerk.core.reading.Measured.ChordOverTips;
import app.gewerk.core.reading.Measured.OverPins;
import app.gewerk.core.reading.Measured.RootDiameter;
import app.gewerk.core.reading.Measured.SpanOver;
import app.gewerk.core.reading.Measured.TipDiameter;
import app.gewerk.core.reading.Measured.ToothHeight;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.hipparchus.special.Erf;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** What only saves time must not change an answer. */
class LinearModelTest {
    private static LinearModel.Given given(GearKind kind, Measured... what) {
        List<Reading> readings = Arrays.stream(what)
                .map(w -> Reading.caliper(w, w instanceof RootDiameter == (kind == GearKind.EXTERNAL) ? 9.4 : 11.9))
                .toList();
        return new LinearModel.Given(new Question(kind, new ToothCount.Unknown(), readings, false, Optional.empty()));
    }

    /** Taken over from a gear of module 1 it is what the gear's own formulas say, where those are asked directly. */
    @ParameterizedTest
    @EnumSource(names = {"EXTERNAL", "INTERNAL"})
    void aModelOfOneShapeServesEveryModule(GearKind kind) {
        LinearModel.Given given = kind == GearKind.EXTERNAL
                ? given(
                        kind,
                        new TipDiameter(),
                        new RootDiameter(),
                        new SpanOver(3),
                        new ChordOverTips(2),
                        new ToothHeight(),
                        new CentreDistance(40),
                        new OverPins(1.2))
                : given(kind, new TipDiameter(), new RootDiameter());
        LinearModel.AboutOnePoint models = new LinearModel.AboutOnePoint(Fit.startingPoint(given), given);
        Random random = new Random(11);
        int found = 0;
        for (int i = 0; i < 400; i++) {
            Hypothesis hypothesis = Series.shipped()
                    .all()
                    .get(random.nextInt(Series.shipped().all().size()));
            int z = 9 + random.nextInt(80);
            Optional<LinearModel> itself = LinearModel.about(Fit.startingPoint(given), given, hypothesis, z);
            Optional<LinearModel> taken =
                    models.ofModuleOne(hypothesis.rack()).apply(z).flatMap(one -> models.model(hypothesis, one));
            assertThat(taken.isPresent()).isEqualTo(itself.isPresent());
            if (itself.isPresent()) {
                found++;
                LinearModel a = itself.get();
                LinearModel b = taken.orElseThrow();
                assertThat(b.size).containsExactly(a.size, within(1e-9));
                assertThat(b.variance).containsExactly(a.variance, within(1e-12));
                assertThat(b.wearSlope).containsExactly(a.wearSlope, within(1e-12));
                for (int r = 0; r < given.count(); r++) {
                    assertThat(b.slope[r]).containsExactly(a.slope[r], within(1e-5));
                }
            }
        }
        assertThat(found).isGreaterThan(40);
    }

    /** The first look leaves out no count that the closer one would have kept. */
    @Test
    void theFirstLookIsTheWiderOne() {
        LinearModel.Given given = given(GearKind.EXTERNAL, new TipDiameter(), new RootDiameter(), new SpanOver(3));
        Reach reach = new Reach(given, false);
        Random random = new Random(5);
        for (int mostFar : new int[] {0, 1}) {
            int kept = 0;
            for (int i = 0; i < 300; i++) {
                Hypothesis hypothesis = Series.shipped()
                        .all()
                        .get(random.nextInt(Series.shipped().all().size()));
                int[] counts = reach.counts(hypothesis, 6, 200, mostFar);
                for (int z = 9; z <= 200; z++) {
                    Optional<LinearModel> model = LinearModel.about(Fit.startingPoint(given), given, hypothesis, z);
                    int far = model.map(m -> Long.bitCount(reach.far(m, hypothesis)))
                            .orElse(99);
                    if (far <= mostFar) {
                        assertThat(counts).as(hypothesis + " with " + z).contains(z);
                        kept++;
                    }
                }
            }
            assertThat(kept).isPositive();
        }
    }

    @Test
    void theScaledErrorFunctionIsAsGoodAsTheLibrarys() {
        Random random = new Random(3);
        for (int i = 0; i < 20_000; i++) {
            double u = -8 + 28 * random.nextDouble();
            assertThat(LogScaledErfc.of(u)).isCloseTo(u * u + Math.log(Erf.erfc(u)), within(1e-9));
        }
        assertThat(LogScaledErfc.of(-30)).isCloseTo(900 + Math.log(2), within(1e-9));
        assertThat(LogScaledErfc.of(25)).as("continued fraction").isCloseTo(Math.log(continued(25)), within(1e-5));
    }

    /** exp(u²) erfc(u) = 1/√π · 1/(u + ½/(u + 1/(u + 3⁄2/(u + …)))), Abramowitz and Stegun 7.1.14. */
    private static double continued(double u) {
        double tail = u;
        for (int n = 60; n >= 1; n--) {
            tail = u + n / 2.0 / tail;
        }
        return 1 / Math.sqrt(Math.PI) / tail;
    }

    @Test
    void aPartTwiceAsLargeReadsTwiceAsMuchWhereItIsSaidSo() {
        for (Measured what : List.of(
                new TipDiameter(), new RootDiameter(), new SpanOver(4), new ChordOverTips(3), new ToothHeight())) {
            for (int z : new int[] {11, 24, 35}) {
                for (double shift : new double[] {-0.2, 0, 0.4}) {
                    double one = what.on(CylindricalGear.spur(0.7, z, shift, BasicRack.ISO_53_A));
                    double two = what.on(CylindricalGear.spur(1.4, z, shift, BasicRack.ISO_53_A));
                    assertThat(what.inProportion()).isTrue();
                    assertThat(two).as(what + " of " + z).isCloseTo(2 * one, within(1e-9));
                }
            }
        }
        assertThat(new OverPins(1).inProportion()).isFalse();
        assertThat(new CentreDistance(30).inProportion()).isFalse();
    }
}
