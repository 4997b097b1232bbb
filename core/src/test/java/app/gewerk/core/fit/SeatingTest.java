package app.gewerk.core.fit;

import static app.gewerk.core.words.English.english;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.fit.Seating.On;
import app.gewerk.core.fit.Seating.Stock;
import app.gewerk.core.material.Materials;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Bores of stock gears made to fit, by hand formulas; which way is taken is common practice. */
class SeatingTest {
    private static final double ROOT = 10;
    private static final double LENGTH = 5;

    private static Stock gear(String material, Double bore) {
        return new Stock(
                ROOT,
                12,
                24,
                LENGTH,
                Optional.ofNullable(bore),
                Materials.shipped().material(material));
    }

    private static On shaft(double mm, boolean flat, double needs) {
        return new On(mm, mm, flat, true, 23, Optional.of(needs));
    }

    private static Seating seated(Stock gear, On on) {
        return Seating.of(gear, on).orElseThrow();
    }

    private static List<String> steps(Seating seating) {
        return seating.steps().stream().map(s -> english(s.say())).toList();
    }

    @Test
    void aBoreLikeTheOldOneGoesOnAsThatDid() {
        Seating same = seated(gear("POM-C", 3.02), shaft(3, false, 500));
        assertThat(same.steps()).isEmpty();
        assertThat(same.holdsNmm()).isEmpty();
        assertThat(same.minutes()).isZero();
    }

    /**
     * The bore strained by the 1.2 % that acetal bears for years: p = ε E / ((D²+d²)/(D²−d²) + ν) = 20.53 MPa, the interference
     * d (ε + p (1 − ν) / E of the shaft) = 0.0362 mm, and of μ p π d² L / 2 = 304.8 N mm the share 0.55 is left.
     */
    @Test
    void aNarrowBoreIsReamedAsTightAsThePlasticBears() {
        Seating pressed = seated(gear("POM-C", 2.8), shaft(3, false, 100));
        assertThat(pressed.holdsNmm().orElseThrow()).isCloseTo(167.6, within(.2));
        assertThat(steps(pressed))
                .containsExactly(
                        "Ream the bore to 2.96 mm, 0.036 under the shaft: no tighter, or it cracks in a few years",
                        "Press it on, supported under the hub: it slips at 168 N mm once the plastic has settled");
        assertThat(pressed.minutes()).isEqualTo(10);
        assertThat(steps(seated(gear("POM-C", 2.0), shaft(3, false, 100))).getFirst())
                .startsWith("Drill and ream the bore to 2.96 mm");
    }

    /** 60 K warmer the bore of 3 mm grows 3 · (110 − 11.5) · 10⁻⁶ · 60 = 0.018 mm more than steel: half the fit is gone, and stiffness with it. */
    @Test
    void warmItHoldsLess() {
        Seating warm = seated(gear("POM-C", 2.8), new On(3, 3, false, false, 83, Optional.of(10.0)));
        double cold = seated(gear("POM-C", 2.8), shaft(3, false, 10)).holdsNmm().orElseThrow();
        assertThat(warm.holdsNmm().orElseThrow() / cold).isBetween(.2, .3);
    }

    /** p6 and H7 by ISO 286-2; the bond, half of 2.2 MPa on π · 5 · 5 mm² at 2.5 mm, is 216 N mm, less than the screw's 378 N at 1.5 mm. */
    @Test
    void aWideBoreGetsABushAndAnEvenWiderWallNothing() {
        Seating bushed = seated(gear("POM-C", 5.0), shaft(3, true, 100));
        assertThat(steps(bushed).getFirst())
                .isEqualTo("Turn a brass bush with a collar, outside 5.00 mm (p6: 0.012 to 0.020 more), inside 3.00 mm"
                        + " (H7: up to 0.010 more), 5.0 mm long, and bond it in");
        assertThat(bushed.holdsNmm().orElseThrow()).isCloseTo(216, within(.1));
        assertThat(bushed.parts()).isEqualTo(2);
        assertThat(steps(seated(gear("POM-C", 3.3), shaft(3, false, 10))).getFirst())
                .isEqualTo("Line the bore with 0.15 mm of brass foil");
        assertThat(Seating.of(gear("POM-C", 9.2), shaft(3, true, 100))).isEmpty();
    }

    /** A pin a quarter of the shaft: 1 mm in 4 mm; half of 64 MPa on 0.5 · 5 mm² at 2 mm is 160 N mm. */
    @Test
    void aLostFlatIsMadeGoodByWhatHoldsAndIsSetInPhaseFirst() {
        Seating pinned = seated(gear("POM-C", 4.0), shaft(4, true, 150));
        assertThat(pinned.holdsNmm().orElseThrow()).isCloseTo(160, within(1e-9));
        assertThat(steps(pinned))
                .containsExactly(
                        "The flat that set it in phase is not there: line it up on the machine before it is fastened."
                                + " 1° off is 0.10 mm at the teeth, one tooth on 15.0°",
                        "Drill lengthwise between shaft and gear and drive a steel pin 1.0 mm thick and 5.0 mm long in:"
                                + " it holds 160 N mm");
        assertThat(seated(gear("POM-C", 4.0), shaft(4, true, 60)).minutes())
                .as("where a bond holds, nothing is drilled")
                .isLessThan(pinned.minutes());
        // A bush of 6 mm outside: half of 2.2 MPa on π · 6 · 5 mm² at 3 mm is 311 N mm.
        Seating bushed = seated(gear("POM-C", 4.0), shaft(4, true, 5000));
        assertThat(bushed.holdsNmm().orElseThrow())
                .as("where nothing holds, the strongest is told with what it holds")
                .isCloseTo(311, within(.1));
        assertThat(steps(bushed).get(1)).startsWith("Turn a brass bush");
    }

    @Test
    void brassIsHeldByAScrewOnTheFlat() {
        Seating screwed = seated(gear("BRASS", 3.0), shaft(3, true, 550));
        assertThat(steps(screwed).getLast())
                .isEqualTo("A set screw M2 through the collar, on the shaft's flat: it slips at 567 N mm");
    }
}
