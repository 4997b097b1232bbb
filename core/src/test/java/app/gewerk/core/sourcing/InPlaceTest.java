package app.gewerk.core.sourcing;

import static app.gewerk.core.words.English.english;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.fit.OtherTeeth;
import app.gewerk.core.fit.OtherTeeth.Place;
import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.GearPair;
import app.gewerk.core.gear.Pitch;
import app.gewerk.core.sourcing.Match.About;
import app.gewerk.core.strength.FormFactor;
import org.junit.jupiter.api.Test;

class InPlaceTest {
    private static final CylindricalGear MATE = CylindricalGear.spur(.5, 96, 0, BasicRack.ISO_53_A);
    private static final CylindricalGear GEAR = CylindricalGear.spur(.5, 48, .6, BasicRack.ISO_53_A);
    private static final Place PLACE = new Place(MATE, GearPair.zeroBacklashCentreMm(GEAR, MATE) + .02);
    private static final GearNeed NEED = new GearNeed(GEAR, 3, 5);

    private static GearAsListed listed(Pitch pitch, int teeth, double angle, double bore, double width, String of) {
        return new GearAsListed(pitch, teeth, angle, false, bore, width, of);
    }

    private static GearAsListed half(int teeth) {
        return listed(Pitch.ofModule(.5), teeth, 20, 3, 5, "POM");
    }

    /** Lewis: σ = F / (b m Y); of one width and module the forms' ratio is left. The published table has Y of unshifted teeth (Shigley, Table 14-2). */
    @Test
    void aToothMoreSaysWhatItDoesToRatioBacklashAndStrength() {
        Fit fit = InPlace.alone(NEED, PLACE, half(49)).orElseThrow();
        assertThat(fit.differences()).singleElement().satisfies(d -> {
            assertThat(d.about()).isEqualTo(About.TEETH);
            assertThat(english(d.words()))
                    .startsWith("49 teeth in place of 48, while the mate stays")
                    .contains("−2.0 %");
            assertThat((double) d.words().values().get("strength"))
                    .as("a shifted tooth was stronger")
                    .isCloseTo(100 * FormFactor.fromTable(49) / FormFactor.fromOutline(GEAR), within(4.0))
                    .isLessThan(100);
        });
        assertThat(fit.fit()).isLessThan(.6);
    }

    @Test
    void theOldTeethAndTeethThatDoNotRunThereAreNone() {
        assertThat(InPlace.alone(NEED, PLACE, half(48))).isEmpty();
        assertThat(InPlace.alone(NEED, PLACE, half(47))).isEmpty();
        assertThat(InPlace.alone(NEED, PLACE, listed(Pitch.ofModule(.6), 49, 20, 3, 5, "POM")))
                .isEmpty();
        assertThat(InPlace.alone(NEED, PLACE, listed(Pitch.ofModule(.5), 49, 14.5, 3, 5, "POM")))
                .isEmpty();
        CylindricalGear ring = new CylindricalGear(true, .5, 96, 0, 0, BasicRack.ISO_53_A);
        assertThat(InPlace.alone(NEED, new Place(ring, PLACE.centreDistanceMm()), half(49)))
                .isEmpty();
    }

    @Test
    void boreWidthAndMetalCountAsWithAnyOther() {
        Fit fit = InPlace.alone(NEED, PLACE, listed(Pitch.ofModule(.5), 49, 20, 4, 6, "brass"))
                .orElseThrow();
        assertThat(fit.differences())
                .extracting(Match.Difference::about)
                .containsExactly(About.TEETH, About.MATERIAL, About.BORE, About.WIDTH);
        assertThat(fit.minutes()).isPositive();
    }

    /** By hand: the sum of the counts is that of the distance over the module, or one less, and the ratio is nearly the old one. */
    @Test
    void twoOfAnotherPitchReplaceBothAndTheMateIsWorkToo() {
        OtherTeeth pair = OtherTeeth.both(GEAR, PLACE)
                .filter(p -> Math.abs(p.pair().pinion().normalModule() - .5) > .01)
                .findFirst()
                .orElseThrow();
        double module = pair.pair().pinion().normalModule();
        int own = pair.pair().pinion().toothCount();
        int mate = pair.pair().wheel().toothCount();
        assertThat(PLACE.centreDistanceMm() - module * (own + mate) / 2).isBetween(0.0, module);
        assertThat(mate / (double) own).isCloseTo(2, within(.06));
        Fit fit = InPlace.both(NEED, pair, listed(Pitch.ofModule(module), own, 20, 3, 5, "POM"))
                .orElseThrow();
        assertThat(english(fit.differences().getFirst().words()))
                .startsWith(own + " teeth in place of 48, with " + mate + " on the mate");
        assertThat(fit.differences())
                .last()
                .satisfies(d -> assertThat(english(d.words())).contains("mate"));
        assertThat(fit.minutes()).isEqualTo(30);
    }

    @Test
    void gearsAreAlikeByWhatAListSaysOfThem() {
        GearAsListed gear = half(24);
        assertThat(gear.madeAlike(listed(Pitch.ofModule(.5), 24, 20, 3, 5.1, "pom")))
                .isTrue();
        assertThat(gear.madeAlike(listed(Pitch.ofModule(.5), 24, 20, 0, 0, "POM")))
                .isTrue();
        assertThat(gear.madeAlike(listed(Pitch.ofModule(.5), 24, 20, 3, 8, "POM")))
                .as("wider")
                .isFalse();
        assertThat(gear.madeAlike(listed(Pitch.ofModule(.5), 24, 20, 4, 5, "POM")))
                .isFalse();
        assertThat(gear.madeAlike(listed(Pitch.ofModule(.5), 24, 20, 3, 5, "PA6")))
                .isFalse();
        assertThat(gear.is(CylindricalGear.spur(.5, 24, 0, BasicRack.ISO_53_A))).isTrue();
        assertThat(gear.is(CylindricalGear.spur(.5, 24, 0, BasicRack.INCH_STUB_20)))
                .isFalse();
    }
}
