package app.gewerk.core.reading;

import static app.gewerk.core.words.English.english;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.gear.GearKind;
import app.gewerk.core.gear.Pitch;
import app.gewerk.core.gear.Worm;
import app.gewerk.core.reading.Measured.CentreDistance;
import app.gewerk.core.reading.Measured.ChordOverTips;
import app.gewerk.core.reading.Measured.ConeAngle;
import app.gewerk.core.reading.Measured.HelixAngle;
import app.gewerk.core.reading.Measured.LeadAngle;
import app.gewerk.core.reading.Measured.PitchesAlong;
import app.gewerk.core.reading.Measured.RootDiameter;
import app.gewerk.core.reading.Measured.SpanOver;
import app.gewerk.core.reading.Measured.TipDiameter;
import app.gewerk.core.reading.Measured.ToothHeight;
import app.gewerk.core.words.Refused;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Rings, slanting teeth, racks, worms, bevel gears, mates and counts worked out; sizes from school formulas. */
class EveryKindTest {
    private static final double COS_20 = 0.9396926208;
    private static final double INV_20 = 0.01490438387;

    private static double span20(double module, int z, int k) {
        return module * COS_20 * (Math.PI * (k - 0.5) + z * INV_20);
    }

    private static Identification ask(GearKind kind, ToothCount count, Reading... readings) {
        return GearReader.identify(new Question(kind, count, List.of(readings), false, Optional.empty()));
    }

    private static Reading protractor(Measured what, double deg) {
        return new Reading(what, List.of(deg), Instrument.PROTRACTOR);
    }

    @Test
    void aRingIsReadBetweenItsTipsAndRoots() {
        Identification answer = ask(
                GearKind.INTERNAL,
                new ToothCount.Exactly(60),
                Reading.caliper(new TipDiameter(), 0.8 * 58),
                Reading.caliper(new RootDiameter(), 0.8 * 62.5));
        assertThat(answer.best().pitch()).isIn(Pitch.ofModule(0.8), Pitch.ofDiametralPitch(32));
        assertThat(answer.best().module()).isCloseTo(0.8, within(0.01));
        assertThat(answer.best().kind()).isEqualTo(GearKind.INTERNAL);
        assertThatThrownBy(() -> ask(
                        GearKind.INTERNAL,
                        new ToothCount.Exactly(60),
                        Reading.caliper(new TipDiameter(), 50),
                        Reading.caliper(new RootDiameter(), 46)))
                .hasMessageContaining("In a ring the roots are wider apart");
    }

    @Test
    void aRingsPinionHelpsToReadIt() {
        Mate pinion = new Mate(
                GearKind.EXTERNAL,
                20,
                List.of(Reading.caliper(new TipDiameter(), 22), Reading.caliper(new SpanOver(3), span20(1, 20, 3))),
                false);
        Identification answer = GearReader.identify(new Question(
                GearKind.INTERNAL,
                new ToothCount.Exactly(56),
                List.of(Reading.caliper(new TipDiameter(), 54.1), Reading.caliper(new CentreDistance(20), 17.98)),
                false,
                Optional.of(pinion)));
        assertThat(answer.best().pitch()).isEqualTo(Pitch.ofModule(1));
        assertThat(answer.best().residuals()).hasSize(4);
    }

    /** Module 1, 20 teeth, β 15°: d = 20/cos β = 20.706, tips 22.706; spans with inv α_t of tan 20°/cos 15°. */
    @Test
    void slantingTeethAreReadWithARubbing() {
        double beta = Math.toRadians(15);
        double alphaT = Math.atan(Math.tan(Math.toRadians(20)) / Math.cos(beta));
        double inv = Math.tan(alphaT) - alphaT;
        double tip = 20 / Math.cos(beta) + 2;
        double rubbed = Math.toDegrees(Math.atan(Math.tan(beta) * tip / (20 / Math.cos(beta))));
        Identification answer = ask(
                GearKind.EXTERNAL,
                new ToothCount.Exactly(20),
                Reading.caliper(new TipDiameter(), tip),
                Reading.caliper(new SpanOver(3), COS_20 * (Math.PI * 2.5 + 20 * inv)),
                Reading.caliper(new SpanOver(4), COS_20 * (Math.PI * 3.5 + 20 * inv)),
                protractor(new HelixAngle(), Math.rint(rubbed)));
        assertThat(answer.best().pitch()).isEqualTo(Pitch.ofModule(1));
        assertThat(answer.best().angleDeg()).isCloseTo(15, within(1.0));
        assertThat(answer.best().angleUncertaintyDeg()).isLessThan(1);
        assertThat(answer.best().cylinder())
                .hasValueSatisfying(g -> assertThat(g.referenceDiameterMm()).isCloseTo(20.706, within(0.1)));
    }

    @Test
    void aRackIsReadOverSeveralPitches() {
        Identification answer = ask(
                GearKind.RACK,
                new ToothCount.Unknown(),
                Reading.caliper(new PitchesAlong(10), 10 * Math.PI * 0.5),
                Reading.caliper(new ToothHeight(), 1.12));
        assertThat(answer.best().pitch()).isEqualTo(Pitch.ofModule(0.5));
        assertThat(answer.best().toothCount()).isZero();
        assertThat(answer.best().probability()).isGreaterThan(0.7);
    }

    /** Two starts, axial module 1, pitch diameter 12: tips 14, lead angle at the tips atan(2/14). */
    @Test
    void aWormIsReadByStartsPitchTipsAndLead() {
        Identification answer = ask(
                GearKind.WORM,
                new ToothCount.Exactly(2),
                Reading.caliper(new TipDiameter(), 14),
                Reading.caliper(new PitchesAlong(3), 3 * Math.PI),
                protractor(new LeadAngle(), 8));
        assertThat(answer.best().pitch()).isEqualTo(Pitch.ofModule(1));
        assertThat(answer.best().part()).isInstanceOfSatisfying(Worm.class, worm -> {
            assertThat(worm.pitchDiameterMm()).isCloseTo(12, within(0.25));
            assertThat(worm.leadAngleDeg()).isCloseTo(9.46, within(0.3));
        });
        assertThatThrownBy(() -> ask(GearKind.WORM, new ToothCount.Exactly(30), Reading.caliper(new TipDiameter(), 14)))
                .hasMessageContaining("starts of the worm");
    }

    /** 16 of 32 teeth, module 1, axes at 90°: δ = 26.565°, tips 16 + 2 cos δ = 17.789. */
    @Test
    void aBevelGearIsReadByItsTipsAndItsMatesCount() {
        double cone = Math.toDegrees(Math.atan(0.5));
        Mate wheel = new Mate(GearKind.EXTERNAL, 32, List.of(), false);
        List<Reading> readings = List.of(
                Reading.caliper(new TipDiameter(), 16 + 2 * Math.cos(Math.toRadians(cone))),
                protractor(new ConeAngle(), 33));
        Identification answer = GearReader.identify(
                new Question(GearKind.BEVEL, new ToothCount.Exactly(16), readings, false, Optional.of(wheel)));
        assertThat(answer.candidates().stream().limit(2).map(Candidate::pitch)).contains(Pitch.ofModule(1));
        assertThat(answer.best().angleDeg()).isCloseTo(cone, within(0.6));
    }

    /** Pinions with long addenda by the usual rule 0.46 (1 − (z₁/z₂)²), read over the tips, along the cone and with the depth rod. */
    @Test
    void bevelPinionsWithLongAddendaAreRead() {
        java.util.Random random = new java.util.Random(12);
        double[] modules = {0.5, 0.6, 0.8, 1, 1.25, 1.5, 2};
        int right = 0;
        int amongThree = 0;
        int all = 150;
        for (int i = 0; i < all; i++) {
            double m = modules[random.nextInt(modules.length)];
            int z = 10 + random.nextInt(10);
            int mate = (int) Math.round(z * (1.5 + 2.5 * random.nextDouble()));
            double x = 0.46 * (1 - (double) z * z / mate / mate);
            double cone = Math.atan2(z, mate);
            double tip = m * (z + 2 * (1 + x) * Math.cos(cone));
            double tips = Math.toDegrees(cone + Math.atan((1 + x) * 2 * Math.sin(cone) / z));
            List<Reading> readings = List.of(
                    threeTimes(
                            new TipDiameter(), Math.rint(100 * (stable(tip, z) + 0.01 * random.nextGaussian())) / 100),
                    protractor(new ConeAngle(), tips + 0.5 * random.nextGaussian()),
                    threeTimes(new Measured.ToothHeight(), 2.25 * m + 0.02 * random.nextGaussian()));
            Identification answer = GearReader.identify(new Question(
                    GearKind.BEVEL,
                    new ToothCount.Exactly(z),
                    readings,
                    false,
                    Optional.of(new Mate(GearKind.EXTERNAL, mate, List.of(), false))));
            right += answer.best().pitch().equals(Pitch.ofModule(m)) ? 1 : 0;
            amongThree += answer.candidates().stream()
                            .limit(3)
                            .anyMatch(c -> c.pitch().equals(Pitch.ofModule(m)))
                    ? 1
                    : 0;
        }
        assertThat(right).isGreaterThan(all * 6 / 10);
        assertThat(amongThree).isGreaterThan(all * 9 / 10);
    }

    private static double stable(double tip, int z) {
        double land = Math.toRadians(0.25 * 180 / z);
        return z % 2 == 0 ? tip : tip / 2 * (1 + Math.cos(Math.PI / z - land));
    }

    /** Where teeth are missing: a chord over the corners of five tips, the tips, and an arc for the count. */
    @Test
    void missingTeethAreCountedFromAnArcAndRead() {
        double land = 0.0565;
        Identification answer = ask(
                GearKind.EXTERNAL,
                ToothCount.parse("9 in 135°"),
                Reading.caliper(new TipDiameter(), 26),
                Reading.caliper(new ChordOverTips(4), 26 * Math.sin(4 * Math.PI / 24 + land / 2)),
                Reading.caliper(new SpanOver(3), span20(1, 24, 3)));
        assertThat(answer.best().toothCount()).isEqualTo(24);
        assertThat(answer.best().pitch()).isEqualTo(Pitch.ofModule(1));
    }

    @Test
    void anUncountedGearIsFoundFromItsReadings() {
        Identification answer = ask(
                GearKind.EXTERNAL,
                new ToothCount.Unknown(),
                Reading.caliper(new TipDiameter(), 26),
                Reading.caliper(new SpanOver(3), span20(1, 24, 3)),
                Reading.caliper(new SpanOver(4), span20(1, 24, 4)));
        assertThat(answer.candidates().stream().limit(3).map(Candidate::toothCount))
                .contains(24);
    }

    /** The mate's own readings narrow what the centre distance leaves open. */
    @Test
    void aMateThatWasReadSharpensTheAnswer() {
        List<Reading> own =
                List.of(Reading.caliper(new TipDiameter(), 0.5 * 14.8), Reading.caliper(new CentreDistance(40), 13.25));
        Question alone = new Question(GearKind.EXTERNAL, new ToothCount.Exactly(12), own, false, Optional.empty());
        Mate mate = new Mate(
                GearKind.EXTERNAL,
                40,
                List.of(
                        Reading.caliper(new TipDiameter(), 21),
                        Reading.caliper(new SpanOver(5), span20(0.5, 40, 5)),
                        Reading.caliper(new SpanOver(6), span20(0.5, 40, 6))),
                false);
        Question both = new Question(GearKind.EXTERNAL, new ToothCount.Exactly(12), own, false, Optional.of(mate));
        Candidate before = GearReader.identify(alone).best();
        Candidate after = GearReader.identify(both).best();
        assertThat(after.pitch()).isEqualTo(Pitch.ofModule(0.5));
        assertThat(after.probability()).isGreaterThan(before.probability());
        assertThat(after.residuals())
                .hasSize(5)
                .filteredOn(Candidate.Residual::ofMate)
                .hasSize(3);
        assertThatThrownBy(() -> new Mate(GearKind.EXTERNAL, 2, List.of(), false))
                .hasMessageContaining("at least 4");
    }

    @Test
    void theSameReadingByTwoPeopleIsOneWithMoreRepeats() {
        Question question = Question.of(
                new ToothCount.Exactly(24),
                List.of(
                        Reading.caliper(new TipDiameter(), 13.0, 12.98),
                        Reading.caliper(new SpanOver(3), 3.85),
                        Reading.caliper(new TipDiameter(), 13.02)),
                false);
        assertThat(question.readings()).hasSize(2);
        assertThat(question.readings().getFirst().values()).containsExactly(13.0, 12.98, 13.02);
        double one = Reading.caliper(new TipDiameter(), 13.0).uncertainty();
        assertThat(question.readings().getFirst().uncertainty())
                .as("three that agree are worth more than one, which may be far off")
                .isBetween(one / 4, one / Math.sqrt(3));
    }

    @Test
    void aMiscountedGearIsNoticed() {
        Identification answer = ask(
                GearKind.EXTERNAL,
                new ToothCount.Exactly(25),
                Reading.caliper(new TipDiameter(), 26),
                Reading.caliper(new SpanOver(3), span20(1, 24, 3)),
                Reading.caliper(new SpanOver(4), span20(1, 24, 4)),
                Reading.caliper(new RootDiameter(), 21.5));
        assertThat(answer.outliers()).anySatisfy(o -> {
            assertThat(o.what()).isEmpty();
            assertThat(o.expected()).isEqualTo(24);
            assertThat(english(o.likelySlip())).contains("count the teeth again");
        });
    }

    private static Reading threeTimes(Measured what, double value) {
        return Reading.caliper(what, value, value, value);
    }

    @Test
    void anOddGearsTipsCorrectedByHandAreNoticed() {
        Identification answer = ask(
                GearKind.EXTERNAL,
                new ToothCount.Exactly(9),
                threeTimes(new TipDiameter(), 11),
                threeTimes(new SpanOver(2), span20(1, 9, 2)),
                threeTimes(new SpanOver(3), span20(1, 9, 3)),
                threeTimes(new RootDiameter(), 6.5 * Math.cos(Math.PI / 18)));
        assertThat(answer.best().module()).isCloseTo(1, within(0.02));
        assertThat(answer.outliers())
                .anySatisfy(o -> assertThat(english(o.likelySlip())).contains("without correcting it"));
    }

    @Test
    void nearTwinsAreSaidToBeTwinsWithWhatWouldPartThem() {
        Identification answer = ask(
                GearKind.EXTERNAL,
                new ToothCount.Exactly(20),
                Reading.caliper(new TipDiameter(), 8.78, 8.77, 8.78),
                Reading.caliper(new SpanOver(3), span20(0.3985, 20, 3)),
                Reading.caliper(new SpanOver(2), span20(0.3985, 20, 2)),
                Reading.caliper(new RootDiameter(), 0.3985 * 17.5));
        assertThat(answer.candidates().stream().limit(2).map(Candidate::pitch))
                .containsExactlyInAnyOrder(Pitch.ofModule(0.4), Pitch.ofDiametralPitch(64));
        assertThat(answer.twins()).first().satisfies(t -> {
            assertThat(t.candidate()).isEqualTo(1);
            assertThat(t.partedBy()).isEmpty();
            assertThat(english(t.words())).contains("nothing more on this gear").contains("centre distance");
        });
    }

    /** The pairs that differ by 0.8 %: with the readings of either, the other is among the first three. */
    @ParameterizedTest
    @CsvSource({"0.4, 64", "0.8, 32", "0.35, 72", "0.7, 36"})
    void nearTwinsAreReportedTogether(double module, double diametralPitch) {
        Identification answer = ask(
                GearKind.EXTERNAL,
                new ToothCount.Exactly(16),
                Reading.caliper(new TipDiameter(), module * 18),
                Reading.caliper(new SpanOver(2), span20(module, 16, 2)),
                Reading.caliper(new SpanOver(3), span20(module, 16, 3)));
        assertThat(answer.candidates().stream().limit(3).map(Candidate::pitch))
                .contains(Pitch.ofModule(module), Pitch.ofDiametralPitch(diametralPitch));
    }

    @Test
    void itSaysWhyItStopsAsking() {
        Identification sure = ask(
                GearKind.EXTERNAL,
                new ToothCount.Exactly(24),
                Reading.caliper(new TipDiameter(), 12.98, 13.0, 12.97),
                Reading.caliper(new SpanOver(3), 3.85),
                Reading.caliper(new SpanOver(4), 5.33, 5.32));
        assertThat(sure.enough()).contains(Identification.Enough.SURE);
        assertThat(sure.nextReading()).isEmpty();
        Identification open =
                ask(GearKind.EXTERNAL, new ToothCount.Exactly(24), Reading.caliper(new TipDiameter(), 13.02));
        assertThat(open.enough()).isEmpty();
        assertThat(open.nextReading()).isPresent();
    }

    @Test
    void readingsOfAnotherKindAreRefusedInWords() {
        assertThatThrownBy(() -> ask(GearKind.RACK, new ToothCount.Unknown(), Reading.caliper(new TipDiameter(), 13)))
                .isInstanceOf(Refused.class);
        assertThat(AngleEntry.parse("14,5° 15")).containsExactly(14.5, 15.0);
        assertThatThrownBy(() -> AngleEntry.parse("steep")).hasMessageContaining("not an angle");
    }

    /** Thirty-four readings of a pair, the last of them 3 mm off: that one is named, and no other with it. */
    @Test
    void aSlipAmongMoreReadingsThanAnIntHasBitsIsNamedAlone() {
        List<Reading> own = new java.util.ArrayList<>(List.of(Reading.caliper(new TipDiameter(), 62)));
        List<Reading> ofMate = new java.util.ArrayList<>(List.of(Reading.caliper(new TipDiameter(), 82)));
        for (int k = 3; k <= 18; k++) {
            own.add(Reading.caliper(new SpanOver(k), spanReading(60, k)));
            ofMate.add(Reading.caliper(new SpanOver(k), spanReading(80, k) + (k == 18 ? 3 : 0)));
        }
        Identification answer = GearReader.identify(new Question(
                GearKind.EXTERNAL,
                new ToothCount.Exactly(60),
                own,
                false,
                Optional.of(new Mate(GearKind.EXTERNAL, 80, ofMate, false))));
        assertThat(answer.best().pitch()).isEqualTo(Pitch.ofModule(1));
        assertThat(answer.outliers()).singleElement().satisfies(o -> {
            assertThat(o.what()).contains(new SpanOver(18));
            assertThat(o.ofMate()).isTrue();
        });
    }

    private static double spanReading(int teeth, int k) {
        return app.gewerk.core.gear.Span.readingMm(
                app.gewerk.core.gear.CylindricalGear.spur(1, teeth, 0, app.gewerk.core.gear.BasicRack.ISO_53_A), k);
    }
}
