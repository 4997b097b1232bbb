package app.gewerk.core.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Pitch;
import java.util.List;
import org.junit.jupiter.api.Test;

/** The reader against things worked out another way: numerical integration, another library, simulated gears. */
class ReaderTruthTest {

    /**
     * The evidence of one hypothesis, with shift, scale, thinning and wear integrated on a grid instead of in closed
     * form: densities as the reader's documentation states them, for module 0.5, 24 teeth, no wear ticked.
     */
    @Test
    void evidenceIsTheIntegralOverEveryNuisance() {
        Hypothesis hypothesis = Series.shipped().all().stream()
                .filter(h -> h.pitch().equals(Pitch.ofModule(0.5)) && !h.free())
                .filter(h -> h.rack().pressureAngleDeg() == 20 && h.rack().addendumCoefficient() == 1)
                .findFirst()
                .orElseThrow();
        ShiftPrior shift = new ShiftPrior(1, 0.08, 0.25);
        List<Reading> readings = List.of(
                Reading.caliper(new Measured.TipDiameter(), 12.97), Reading.caliper(new Measured.SpanOver(4), 5.36));
        LinearModel.Given given = new LinearModel.Given(Question.of(new ToothCount.Exactly(24), readings, false));
        Fit.Prior prior = new Fit.Prior(
                given,
                hypothesis,
                24,
                new ScalePrior(1, -0.003, 0.002),
                shift,
                shift,
                false,
                PartsPrior.shipped().wornUnnoticed());
        LinearModel model = LinearModel.about(Fit.startingPoint(given), given, hypothesis, 24)
                .orElseThrow();
        double closed =
                Math.exp(Fit.of(given, hypothesis, 24, 0, prior, 0, model).logWeight());
        assertThat(closed).isCloseTo(integrated(readings), within(0.01 * closed));
    }

    private static double integrated(List<Reading> readings) {
        double module = 0.5;
        double thinMean = 0.010 * Math.sqrt(module);
        double thinDeviation = 0.012 * Math.sqrt(module);
        double tipSigma = Math.hypot(readings.get(0).uncertainty(), 0.012 + 0.01 * module);
        double spanSigma = Math.hypot(readings.get(1).uncertainty(), 0.005);
        double fresh = 0.006;
        double unnoticed = (0.12 * module + 0.02) / 2 + 0.06;
        double sum = 0;
        double dx = 0.004;
        double ds = 0.0006;
        double dt = 0.001;
        double dw = 0.0006;
        for (double x = -0.4; x < 0.6; x += dx) {
            double weightX = normal(x, 0.08, 0.25) * dx;
            double tip = module * (24 + 2 + 2 * x);
            double span = module
                    * (Math.cos(Math.toRadians(20)) * (Math.PI * 3.5 + 24 * 0.01490438387)
                            + 2 * x * Math.sin(Math.toRadians(20)));
            for (double s = -0.011; s <= 0.006; s += ds) {
                double weightS = normal(s, -0.003, 0.002) * ds;
                double tipPart = 0;
                for (double w = dw / 2; w < 0.5; w += w < 0.06 ? dw : 10 * dw) {
                    double density = 0.83 * Math.exp(-w / fresh) / fresh + 0.17 * Math.exp(-w / unnoticed) / unnoticed;
                    tipPart += density
                            * (w < 0.06 ? dw : 10 * dw)
                            * normal(readings.get(0).mean(), tip * (1 + s) - w, tipSigma);
                }
                double spanPart = 0;
                for (double t = thinMean - 5 * thinDeviation; t < thinMean + 5 * thinDeviation; t += dt) {
                    spanPart += normal(t, thinMean, thinDeviation)
                            * dt
                            * normal(
                                    readings.get(1).mean(),
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
