package app.gewerk.core.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Pitch;
import app.gewerk.core.gear.Span;
import app.gewerk.core.knowledge.Knowledge;
import app.gewerk.core.knowledge.Knowledge.Change;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** What a shop's own proven gears say of the next. */
class ProvenGearTest {
    private static final int TEETH = 30;
    private static final Pitch PITCH = Pitch.ofModule(0.8);
    private static final CylindricalGear GEAR = CylindricalGear.spur(0.8, TEETH, 0, BasicRack.ISO_53_A);

    /** With the teeth as thin as they are drawn for backlash. */
    private static Question read(double scale, double tipWearMm, boolean saidWorn) {
        double thin = 0.009;
        double tip = (1 + scale) * GEAR.tipDiameterMm() - tipWearMm;
        return Question.of(
                new ToothCount.Exactly(TEETH),
                List.of(
                        Reading.caliper(new Measured.TipDiameter(), tip, tip, tip),
                        span(4, scale, thin),
                        span(5, scale, thin)),
                saidWorn);
    }

    private static Reading span(int teeth, double scale, double thin) {
        double read = (1 + scale) * (Span.spanMm(GEAR, teeth) - thin);
        return Reading.caliper(new Measured.SpanOver(teeth), read, read, read);
    }

    private static ProvenGear proven(double scale, double tipWearMm, boolean saidWorn) {
        return ProvenGear.of(Optional.of(read(scale, tipWearMm, saidWorn)), PITCH, 20, 1, TEETH, Series.shipped());
    }

    private static int likeliestSize(ProvenGear gear) {
        return gear.sizes().indexOf(Collections.max(gear.sizes()));
    }

    @Test
    void itsReadingsTellHowFarOffSizeItCame() {
        assertThat(likeliestSize(proven(0, 0, false))).isZero();
        assertThat(likeliestSize(proven(-0.008, 0, false))).isEqualTo(1);
        assertThat(likeliestSize(proven(-0.03, 0, false))).isEqualTo(2);
    }

    @Test
    void itsReadingsTellWhetherItWasWornUnlessThatWasSaid() {
        assertThat(proven(0, 0, false).worn().orElseThrow()).isLessThan(0.5);
        assertThat(proven(0, 0.25, false).worn().orElseThrow()).isGreaterThan(100);
        assertThat(proven(0, 0.25, true).worn()).isEmpty();
    }

    @Test
    void ofOneOfNoSeriesOnlyThatIsKnown() {
        ProvenGear free =
                ProvenGear.of(Optional.of(read(0, 0, false)), Pitch.ofModule(0.7777), 20, 1, TEETH, Series.shipped());
        assertThat(free.pitch()).isEmpty();
        assertThat(free.sizes()).containsOnly(1.0);
        assertThat(free.worn()).isEmpty();
        ProvenGear unread = ProvenGear.of(Optional.empty(), PITCH, 20, 1, TEETH, Series.shipped());
        assertThat(unread.pitch()).contains(PITCH);
        assertThat(unread.sizes()).containsOnly(1.0);
    }

    private static ProvenGear of(Pitch pitch, double angleDeg) {
        return new ProvenGear(Optional.of(pitch), angleDeg, 1, List.of(1.0, 1.0, 1.0), OptionalDouble.empty());
    }

    private static double share(Series series, Pitch pitch) {
        return series.all().stream()
                .filter(h -> h.series().equals(Optional.of(pitch)))
                .mapToDouble(Hypothesis::prior)
                .sum();
    }

    private static double share(Series series, boolean inch, double angleDeg) {
        double of = series.all().stream()
                .filter(h -> h.inch() == inch)
                .mapToDouble(Hypothesis::prior)
                .sum();
        return series.all().stream()
                        .filter(h -> h.inch() == inch
                                && h.rack().pressureAngleDeg() == angleDeg
                                && h.rack().addendumCoefficient() == 1)
                        .mapToDouble(Hypothesis::prior)
                        .sum()
                / of;
    }

    /** The mean of a Dirichlet distribution, what was said before counted as a hundred: (100 p + n)/(100 + N). */
    @Test
    void pitchesAndRacksBecomeAsCommonAsTheyProve() {
        Pitch inch = new Pitch(Pitch.System.DIAMETRAL_PITCH, 48);
        List<ProvenGear> proven = Stream.concat(
                        Collections.nCopies(30, of(PITCH, 20)).stream(),
                        Collections.nCopies(20, of(inch, 14.5)).stream())
                .toList();
        Series before = Series.shipped();
        Series after = before.after(proven);
        assertThat(share(after, PITCH)).isCloseTo((100 * share(before, PITCH) + 30) / 150, within(1e-9));
        assertThat(share(after, inch)).isCloseTo((100 * share(before, inch) + 20) / 150, within(1e-9));
        assertThat(share(after, true, 14.5)).isCloseTo((100 * share(before, true, 14.5) + 20) / 120, within(1e-9));
        assertThat(share(after, false, 20)).isCloseTo((100 * share(before, false, 20) + 30) / 130, within(1e-9));
        assertThat(after.all().stream().mapToDouble(Hypothesis::prior).sum()).isCloseTo(1, within(1e-9));
    }

    /** A shop may say that a rack never comes with one kind of pitch. */
    @Test
    void whatWasRuledOutStaysSo() {
        Set<Change> none = new HashSet<>();
        Knowledge.shipped().byKey("racks").forEach((key, row) -> {
            if (row.number("pressureAngleDeg") == 25) {
                none.add(Knowledge.read("racks", key, Map.of("commonnessInch", "0")));
            }
        });
        Series after = Series.of(Knowledge.with(List.copyOf(none))).after(List.of(of(PITCH, 20)));
        assertThat(after.all().stream().mapToDouble(Hypothesis::prior).sum()).isCloseTo(1, within(1e-9));
        assertThat(share(after, true, 25)).isZero();
        assertThat(share(after, false, 25)).isPositive();
    }

    /** Tried over a fine grid: the shares with the greatest product of likelihoods and prior. */
    @Test
    void sizesBecomeAsCommonAsMakesAllReadingsLikeliest() {
        List<ProvenGear> proven = Stream.of(
                        Collections.nCopies(12, proven(-0.001, 0, false)),
                        Collections.nCopies(6, proven(-0.009, 0, false)),
                        Collections.nCopies(9, proven(-0.022, 0.2, false)))
                .flatMap(List::stream)
                .toList();
        PartsPrior after = PartsPrior.after(proven);
        List<Double> before = PartsPrior.shipped().sizes();
        double best = Double.NEGATIVE_INFINITY;
        double[] at = new double[2];
        for (double a = 0.002; a < 1; a += 0.002) {
            for (double b = 0.002; a + b < 0.999; b += 0.002) {
                double[] s = {a, b, 1 - a - b};
                double log = 0;
                for (int i = 0; i < s.length; i++) {
                    log += 15 * before.get(i) * Math.log(s[i]);
                }
                for (ProvenGear gear : proven) {
                    log += Math.log(s[0] * gear.sizes().get(0)
                            + s[1] * gear.sizes().get(1)
                            + s[2] * gear.sizes().get(2));
                }
                if (log > best) {
                    best = log;
                    at = s;
                }
            }
        }
        assertThat(after.sizes().get(0)).isCloseTo(at[0], within(0.005));
        assertThat(after.sizes().get(1)).isCloseTo(at[1], within(0.005));
        assertThat(after.sizes().get(2)).isCloseTo(at[2], within(0.005)).isGreaterThan(3 * before.get(2));
        assertThat(after.wornUnnoticed()).isBetween(0.25, 0.4);
        assertThat(after.furtherOff(0.005)).isGreaterThan(PartsPrior.shipped().furtherOff(0.005));
    }

    @Test
    void withoutAnyItIsAsShipped() {
        Beforehand none = Beforehand.after(List.of(), Series.shipped());
        assertThat(none.series()).isSameAs(Series.shipped());
        assertThat(none.parts()).isEqualTo(PartsPrior.shipped());
    }
}
