package app.gewerk.core.sourcing;

import static app.gewerk.core.words.English.english;
import static org.assertj.core.api.Assertions.assertThat;

import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Pitch;
import java.math.BigDecimal;
import java.util.List;
import org.junit.jupiter.api.Test;

class MatchTest {
    private static final GearNeed NEED = new GearNeed(CylindricalGear.spur(0.5, 24, 0, BasicRack.ISO_53_A), 1.9, 4);

    private static GearOffer offer(Pitch pitch, int teeth, double angle, double bore, double width) {
        return new GearOffer(
                "s", "i" + bore + width, pitch, teeth, angle, false, bore, width, "POM", 1, BigDecimal.ONE, 5, 0);
    }

    private static Fit match(GearOffer offer) {
        return Fit.of(NEED, offer.gear()).orElseThrow();
    }

    @Test
    void theSameGearIsADropIn() {
        Fit match = match(offer(Pitch.ofModule(0.5), 24, 20, 1.9, 4));
        assertThat(match.fit()).isEqualTo(1);
        assertThat(match.differences()).isEmpty();
    }

    @Test
    void aRingOrASlantedGearIsNotReplacedByASpurGear() {
        GearOffer spur = offer(Pitch.ofModule(0.5), 24, 20, 1.9, 4);
        for (CylindricalGear gear : List.of(
                new CylindricalGear(true, 0.5, 24, 0, 0, BasicRack.ISO_53_A),
                new CylindricalGear(false, 0.5, 24, 15, 0, BasicRack.ISO_53_A))) {
            assertThat(Fit.of(new GearNeed(gear, 0, 0), spur.gear())).isEmpty();
        }
    }

    @Test
    void everyDifferenceIsNamedWithWhatToDo() {
        Fit match = match(offer(Pitch.ofModule(0.5), 24, 20, 2.0, 5.5));
        assertThat(match.differences())
                .extracting(Match.Difference::words)
                .anySatisfy(w ->
                        assertThat(english(w)).startsWith("bore 2, yours 1.9:").contains("bush"))
                .anySatisfy(w -> assertThat(english(w)).startsWith("1.5 mm wider"));
    }

    @Test
    void aSmallerBoreIsReamedAndAMuchNarrowerGearIsARisk() {
        Fit match = match(offer(Pitch.ofModule(0.5), 24, 20, 1.8, 2));
        assertThat(match.differences())
                .anySatisfy(d -> assertThat(english(d.words())).contains("ream"))
                .anySatisfy(d -> {
                    assertThat(english(d.words())).startsWith("2.0 mm narrower").contains("50 %");
                    assertThat(d.weight()).isEqualTo(Match.Weight.RISK);
                });
    }

    @Test
    void anotherCountOrPitchDoesNotServe() {
        assertThat(Fit.of(NEED, offer(Pitch.ofModule(0.5), 25, 20, 1.9, 4).gear()))
                .isEmpty();
        assertThat(Fit.of(
                        NEED, offer(Pitch.ofDiametralPitch(48), 24, 20, 1.9, 4).gear()))
                .isEmpty();
    }

    /** 0.4 module and 64 pitch are less than 1 % apart (common practice): it is offered, and called what it is. */
    @Test
    void aNearTwinIsOfferedWithItsRisk() {
        GearNeed need = new GearNeed(CylindricalGear.spur(0.4, 24, 0, BasicRack.ISO_53_A), 0, 0);
        Fit match = Fit.of(need, offer(Pitch.ofDiametralPitch(64), 24, 20, 2, 4).gear())
                .orElseThrow();
        assertThat(match.differences()).singleElement().satisfies(d -> {
            assertThat(english(d.words())).contains("64 pitch").contains("0.8 % finer");
            assertThat(d.weight()).isEqualTo(Match.Weight.RISK);
        });
        assertThat(match.fit()).isLessThan(0.5);
    }

    @Test
    void anotherPressureAngleAndAMissingShiftAreRisks() {
        GearNeed shifted = new GearNeed(CylindricalGear.spur(0.5, 12, 0.4, BasicRack.ISO_53_A), 0, 0);
        Fit match = Fit.of(shifted, offer(Pitch.ofModule(0.5), 12, 14.5, 2, 4).gear())
                .orElseThrow();
        assertThat(match.differences()).hasSize(2).allMatch(d -> d.weight() == Match.Weight.RISK);
    }

    /** 20° stub teeth have 0.8 of the module above the pitch circle, full depth 1.0 (Machinery's Handbook; from memory). */
    @Test
    void aFullDepthGearForAStubOneIsNoDropIn() {
        GearNeed stub = new GearNeed(CylindricalGear.spur(0.5, 24, 0, BasicRack.INCH_STUB_20), 1.9, 4);
        Fit taller =
                Fit.of(stub, offer(Pitch.ofModule(0.5), 24, 20, 1.9, 4).gear()).orElseThrow();
        assertThat(taller.fit()).isLessThan(0.5);
        assertThat(taller.differences())
                .singleElement()
                .satisfies(d -> assertThat(english(d.words()))
                        .contains("0.10 mm taller")
                        .contains("reach the roots of the mate"));
        GearOffer stubOffer =
                new GearOffer("s", "stub", Pitch.ofModule(0.5), 24, 20, true, 1.9, 4, "POM", 1, BigDecimal.ONE, 5, 0);
        assertThat(Fit.of(stub, stubOffer.gear()).orElseThrow().fit()).isEqualTo(1);
        assertThat(english(match(stubOffer).differences().getFirst().words())).contains("0.10 mm shorter");
    }

    @Test
    void metalForPlasticSaysWhatItDoes() {
        GearOffer brass =
                new GearOffer("s", "b", Pitch.ofModule(0.5), 24, 20, false, 1.9, 4, "brass", 1, BigDecimal.ONE, 5, 0);
        assertThat(match(brass).differences())
                .singleElement()
                .satisfies(d -> assertThat(english(d.words())).startsWith("brass where plastic was"));
        assertThat(Match.rank(NEED, List.of(brass, offer(Pitch.ofModule(0.5), 24, 20, 1.9, 4))))
                .extracting(m -> m.offer().material())
                .containsExactly("POM", "brass");
    }

    @Test
    void betterFitsComeFirst() {
        GearOffer exact = offer(Pitch.ofModule(0.5), 24, 20, 1.9, 4);
        GearOffer wide = offer(Pitch.ofModule(0.5), 24, 20, 1.9, 6);
        GearOffer narrow = offer(Pitch.ofModule(0.5), 24, 20, 1.9, 2);
        assertThat(Match.rank(NEED, List.of(narrow, wide, exact)))
                .extracting(Match::offer)
                .containsExactly(exact, wide, narrow);
    }
}
