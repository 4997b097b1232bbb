package app.gewerk.core.reading;

import static app.gewerk.core.words.English.english;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.gear.Pitch;
import app.gewerk.core.reading.Measured.CentreDistance;
import app.gewerk.core.reading.Measured.SpanOver;
import app.gewerk.core.reading.Measured.TipDiameter;
import java.util.List;
import org.junit.jupiter.api.Test;

class GearReaderTest {
    private static final double COS_20 = 0.9396926208;

    /** W_k of an unshifted 20° gear, written out anew: inv 20° = 0.0149044. */
    private static double span20(double module, int z, int k, double x) {
        return module * COS_20 * (Math.PI * (k - 0.5) + z * 0.01490438387) + 2 * x * module * 0.3420201433;
    }

    private static Identification read(int z, Reading... readings) {
        return GearReader.identify(new ToothCount.Exactly(z), List.of(readings), false);
    }

    @Test
    void plainHalfModuleGearIsFoundFromTipAndTwoSpans() {
        Identification answer = read(
                24,
                Reading.caliper(new TipDiameter(), 13.0),
                Reading.caliper(new SpanOver(3), span20(0.5, 24, 3, 0)),
                Reading.caliper(new SpanOver(4), span20(0.5, 24, 4, 0)));
        assertThat(answer.best().pitch()).isEqualTo(Pitch.ofModule(0.5));
        assertThat(answer.best().rack().pressureAngleDeg()).isEqualTo(20);
        assertThat(answer.best().profileShiftCoefficient()).isCloseTo(0, within(0.03));
        assertThat(answer.best().probability()).isGreaterThan(0.8);
        assertThat(answer.outliers()).isEmpty();
        assertThat(answer.best().residuals())
                .allSatisfy(r -> assertThat(Math.abs(r.sigmas())).isLessThan(1.5));
    }

    @Test
    void probabilitiesMakeOne() {
        Identification answer = read(24, Reading.caliper(new TipDiameter(), 13.0));
        double listed =
                answer.candidates().stream().mapToDouble(Candidate::probability).sum();
        assertThat(listed).isBetween(0.9, 1 + 1e-9);
        assertThat(answer.candidates()).isSortedAccordingTo((a, b) -> Double.compare(b.probability(), a.probability()));
    }

    @Test
    void shiftOfAPinionIsFitted() {
        double x = 0.4;
        Identification answer = read(
                10,
                Reading.caliper(new TipDiameter(), 0.8 * (10 + 2 + 2 * x)),
                Reading.caliper(new SpanOver(2), span20(0.8, 10, 2, x)),
                Reading.caliper(new SpanOver(3), span20(0.8, 10, 3, x)));
        assertThat(answer.best().pitch()).isEqualTo(Pitch.ofModule(0.8));
        assertThat(answer.best().profileShiftCoefficient()).isCloseTo(x, within(0.04));
    }

    /**
     * Common practice: 36 teeth of circular pitch 3.3 mm are module 1.05, pitch diameter 37.8 mm. A gear of 24 pitch that came
     * out of its mould 0.75 % small reads the same; the distance to its mate, which no mould has shrunk, tells them apart.
     */
    @Test
    void circularPitchOf3point3IsCalledModule1point05AndNotStandard() {
        double module = 3.3 / Math.PI;
        List<Reading> alone = List.of(
                Reading.caliper(new TipDiameter(), module * 38),
                Reading.caliper(new SpanOver(4), span20(module, 36, 4, 0)),
                Reading.caliper(new SpanOver(5), span20(module, 36, 5, 0)));
        Identification unsure = read(36, alone.toArray(Reading[]::new));
        assertThat(unsure.best().probability()).isLessThan(0.7);
        assertThat(unsure.candidates().stream().limit(3).map(Candidate::pitch)).contains(Pitch.ofDiametralPitch(24));
        assertThat(unsure.candidates()).anySatisfy(c -> {
            assertThat(c.module()).isCloseTo(1.05, within(0.005));
            assertThat(english(c.name())).contains("1.05").contains("not standard");
        });
        List<Reading> withMate = new java.util.ArrayList<>(alone);
        withMate.add(Reading.caliper(new CentreDistance(72), module * 54 + 0.02));
        Identification answer = read(36, withMate.toArray(Reading[]::new));
        assertThat(answer.best().module()).isCloseTo(1.05, within(0.005));
        assertThat(answer.best().standard()).isFalse();
        assertThat(answer.notStandardProbability()).isGreaterThan(0.8);
    }

    @Test
    void aModuleOfNoSeriesIsNotForcedOntoOne() {
        double module = 0.57;
        Identification answer = read(
                40,
                Reading.caliper(new TipDiameter(), module * 42),
                Reading.caliper(new SpanOver(5), span20(module, 40, 5, 0)),
                Reading.caliper(new SpanOver(6), span20(module, 40, 6, 0)));
        assertThat(answer.best().standard()).isFalse();
        assertThat(answer.best().module()).isCloseTo(module, within(0.004));
    }

    @Test
    void nearTwinsAreReportedTogether() {
        Identification answer = read(
                30,
                Reading.caliper(new TipDiameter(), 0.4 * 32),
                Reading.caliper(new SpanOver(4), span20(0.4, 30, 4, 0)));
        List<Pitch> leading =
                answer.candidates().stream().limit(3).map(Candidate::pitch).toList();
        assertThat(leading).contains(Pitch.ofModule(0.4), Pitch.ofDiametralPitch(64));
    }

    @Test
    void centreDistanceWithACountedMatePartsNearTwinsOfLargeGears() {
        Identification answer = read(
                60,
                Reading.caliper(new TipDiameter(), 0.8 * 62),
                Reading.caliper(new CentreDistance(120), 0.8 * 90 + 0.02));
        assertThat(answer.best().pitch()).isEqualTo(Pitch.ofModule(0.8));
        assertThat(answer.best().probability()).isGreaterThan(0.6);
    }

    @Test
    void wornTipsDoNotHideTheModule() {
        Identification answer = GearReader.identify(
                new ToothCount.Exactly(40),
                List.of(
                        Reading.caliper(new TipDiameter(), 42 - 0.35),
                        Reading.caliper(new SpanOver(5), span20(1, 40, 5, 0)),
                        Reading.caliper(new SpanOver(6), span20(1, 40, 6, 0))),
                true);
        assertThat(answer.best().pitch()).isEqualTo(Pitch.ofModule(1));
        assertThat(answer.best().tipWearMm()).isBetween(0.15, 0.5);
    }

    @Test
    void spanOverTheWrongTeethIsNamedWithTheLikelySlip() {
        Identification answer = read(
                24,
                Reading.caliper(new TipDiameter(), 26),
                Reading.caliper(new SpanOver(3), span20(1, 24, 3, 0)),
                Reading.caliper(new SpanOver(4), span20(1, 24, 5, 0)));
        assertThat(answer.best().pitch()).isEqualTo(Pitch.ofModule(1));
        assertThat(answer.outliers()).first().satisfies(outlier -> {
            assertThat(outlier.what()).contains(new SpanOver(4));
            assertThat(english(outlier.likelySlip())).contains("over 5");
        });
    }

    @Test
    void aSpanInInchesAmongMillimetresIsNoticed() {
        Identification answer = read(
                24,
                Reading.caliper(new TipDiameter(), 26),
                Reading.caliper(new SpanOver(3), span20(1, 24, 3, 0)),
                Reading.caliper(new SpanOver(4), Math.round(span20(1, 24, 4, 0) / 25.4 * 1000) / 1000.0));
        assertThat(answer.best().pitch()).isEqualTo(Pitch.ofModule(1));
        assertThat(answer.outliers())
                .first()
                .satisfies(outlier -> assertThat(english(outlier.likelySlip())).contains("inches"));
    }

    @Test
    void nextReadingPartsTheLeadingCandidates() {
        Identification answer = read(24, Reading.caliper(new TipDiameter(), 13.02));
        assertThat(answer.nextReading()).hasValueSatisfying(next -> {
            assertThat(next.what()).get().isInstanceOf(SpanOver.class);
            assertThat(next.informationBits()).isPositive();
            assertThat(next.tellsApart()).hasSizeGreaterThan(1);
        });
    }

    @Test
    void aRangeOfToothCountsIsSearched() {
        Identification answer = GearReader.identify(
                new ToothCount.Between(29, 33),
                List.of(
                        Reading.caliper(new TipDiameter(), 33),
                        Reading.caliper(new SpanOver(4), span20(1, 31, 4, 0)),
                        Reading.caliper(new SpanOver(5), span20(1, 31, 5, 0))),
                false);
        assertThat(answer.best().toothCount()).isBetween(31, 31);
    }

    @Test
    void impossibleReadingsAreRefusedInWords() {
        assertThatThrownBy(() -> read(0, Reading.caliper(new TipDiameter(), 13)))
                .hasMessageContaining("at least 4")
                .hasMessageContaining("0 given");
        assertThatThrownBy(() -> read(3, Reading.caliper(new TipDiameter(), 13)))
                .hasMessageContaining("at least 4");
        assertThatThrownBy(() -> read(24)).hasMessageContaining("Nothing to go by");
        assertThatThrownBy(() -> read(24, Reading.caliper(new TipDiameter(), 13), Reading.caliper(new SpanOver(4), 15)))
                .hasMessageContaining("wider than the whole gear");
        assertThatThrownBy(() -> read(24, Reading.caliper(new SpanOver(25), 15)))
                .hasMessageContaining("count the teeth between the jaws again");
        assertThatThrownBy(() -> Reading.caliper(new TipDiameter(), -1)).hasMessageContaining("between 0 and 2000");
        assertThatThrownBy(() -> read(24, Reading.caliper(new TipDiameter(), 1900)))
                .hasMessageContaining("No gear");
    }

    /** One tooth too many counted: all else fits 37, and 38 would need a millimetre of wear. */
    @Test
    void aGearCountedWithOneToothTooManyIsCountedAgain() {
        Identification answer = read(
                38,
                Reading.caliper(new TipDiameter(), 38.95),
                Reading.caliper(new SpanOver(5), 13.79),
                Reading.caliper(new SpanOver(6), 16.77));
        assertThat(answer.best().toothCount()).isEqualTo(37);
        assertThat(answer.outliers()).anySatisfy(o -> {
            assertThat(o.what()).isEmpty();
            assertThat(o.expected()).isEqualTo(37);
        });
        Identification open =
                read(38, Reading.caliper(new TipDiameter(), 38.95), Reading.caliper(new SpanOver(5), 13.79));
        assertThat(open.nextReading()).hasValueSatisfying(n -> {
            assertThat(n.what()).as("counting is the cheapest reading there is").isEmpty();
            assertThat(n.tellsApart())
                    .as("each count with the likeliest gear that has it")
                    .extracting(Identification.Expectation::expected)
                    .contains(37.0, 38.0)
                    .doesNotHaveDuplicates();
        });
        Identification counted = GearReader.identify(
                new ToothCount.Exactly(37, 2),
                List.of(Reading.caliper(new TipDiameter(), 38.95), Reading.caliper(new SpanOver(5), 13.79)),
                false);
        assertThat(counted.nextReading().filter(n -> n.what().isEmpty()))
                .as("twice is enough")
                .isEmpty();
    }

    /** Module 2, 70 teeth, both spans over one tooth more than was said. */
    @Test
    void twoSpansOverOneToothMoreAreNotExplainedAway() {
        Identification answer = read(
                70,
                Reading.caliper(new TipDiameter(), 144.0),
                Reading.caliper(new SpanOver(8), span20(2, 70, 9, 0)),
                Reading.caliper(new SpanOver(9), span20(2, 70, 10, 0)));
        assertThat(answer.best().pitch()).isEqualTo(Pitch.ofModule(2));
        assertThat(answer.outliers())
                .hasSize(2)
                .allSatisfy(o -> assertThat(english(o.likelySlip())).containsAnyOf("over 9", "over 10"));
    }

    /** What nothing explains is never sure: every kept reading far out is paid for. */
    @Test
    void aFitThatLeavesAReadingFarOutIsNeverSure() {
        java.util.Random random = new java.util.Random(4);
        int answered = 0;
        for (int i = 0; i < 60; i++) {
            int z = 12 + random.nextInt(60);
            double tip = 10 + 30 * random.nextDouble();
            Identification answer;
            try {
                answer = read(
                        z,
                        Reading.caliper(new TipDiameter(), tip),
                        Reading.caliper(new SpanOver(3), tip * (0.1 + 0.5 * random.nextDouble())),
                        Reading.caliper(new SpanOver(4), tip * (0.1 + 0.5 * random.nextDouble())));
            } catch (app.gewerk.core.words.Refused noGearAtAll) {
                continue;
            }
            answered++;
            double worst = answer.best().residuals().stream()
                    .filter(r -> answer.outliers().stream()
                            .noneMatch(o -> o.what().filter(r.what()::equals).isPresent()))
                    .mapToDouble(r -> Math.abs(r.sigmas()))
                    .max()
                    .orElse(0);
            if (worst > 5) {
                assertThat(answer.best().probability()).as("worst " + worst).isLessThan(0.9);
                assertThat(answer.enough()).isNotEqualTo(java.util.Optional.of(Identification.Enough.SURE));
            }
        }
        assertThat(answered).isGreaterThan(20);
    }

    /** A 0.8 module gear moulded 1 % small reads as 32 pitch: that cannot be told from the gear alone, and it says so. */
    @Test
    void aShrunkGearIsNotSurelyItsInchTwin() {
        Identification answer = read(
                40,
                Reading.caliper(new TipDiameter(), 0.99 * 0.8 * 42, 0.99 * 0.8 * 42, 0.99 * 0.8 * 42),
                Reading.caliper(new SpanOver(5), 0.99 * span20(0.8, 40, 5, 0)),
                Reading.caliper(new SpanOver(6), 0.99 * span20(0.8, 40, 6, 0)));
        assertThat(answer.candidates().stream().limit(2).map(Candidate::pitch))
                .containsExactlyInAnyOrder(Pitch.ofModule(0.8), Pitch.ofDiametralPitch(32));
        assertThat(answer.best().probability()).isLessThan(0.85);
        assertThat(answer.twins()).isNotEmpty();
    }

    /** Wide jaws and thin spaces: what cannot be reached is not asked for. */
    @Test
    void noReadingIsAskedForThatTheInstrumentDoesNotReach() {
        java.util.Random random = new java.util.Random(9);
        int spans = 0;
        int beyond = 0;
        int stuck = 0;
        for (int i = 0; i < 300; i++) {
            SimulatedGear gear = SimulatedGear.draw(random);
            Identification answer = GearReader.identify(
                    new ToothCount.Exactly(gear.toothCount), List.of(gear.reading(new TipDiameter())), gear.saidWorn);
            java.util.Optional<Measured> what = answer.nextReading().flatMap(Identification.NextReading::what);
            if (what.isPresent() && what.get() instanceof SpanOver span) {
                spans++;
                beyond += gear.roomAboveJawsMm(span) <= 0 ? 1 : 0;
                stuck += gear.jawsFit(span) ? 0 : 1;
            }
            if (what.isPresent() && what.get() instanceof Measured.RootDiameter) {
                assertThat(answer.best().module()).isGreaterThan(0.4);
            }
        }
        assertThat(spans).isGreaterThan(150);
        assertThat(beyond).as("jaws beyond the tips, of " + spans).isLessThanOrEqualTo(spans / 25);
        assertThat(stuck).as("jaws thicker than the spaces, of " + spans).isLessThanOrEqualTo(spans / 25);
    }

    /** A count made twice alone makes it sure, in a seventh of the time that the slant takes. */
    @Test
    void aCountThatAloneIsMissingIsAskedFor() {
        List<Reading> taken = List.of(
                Reading.caliper(new TipDiameter(), 8.83, 8.81, 8.79),
                Reading.caliper(new SpanOver(6), 3.33, 3.34, 3.34),
                Reading.caliper(new SpanOver(5), 2.79, 2.75, 2.75));
        Identification once = GearReader.identify(new ToothCount.Exactly(42), taken, false);
        assertThat(once.best().probability()).isLessThan(0.95);
        assertThat(once.nextReading()).hasValueSatisfying(next -> {
            assertThat(next.what()).isEmpty();
            assertThat(english(next.how())).startsWith("Mark a tooth, count round to it once more");
            assertThat(next.tellsApart())
                    .extracting(Identification.Expectation::expected)
                    .containsExactly(42.0, 43.0);
        });
        Identification twice = GearReader.identify(new ToothCount.Exactly(42, 2), taken, false);
        assertThat(twice.best().probability()).isGreaterThanOrEqualTo(0.95);
        assertThat(twice.enough()).contains(Identification.Enough.SURE);
    }

    /** W_k of an unshifted 14½° gear, written out anew: cos 14.5° = 0.9681476, inv 14.5° = 0.0055448. */
    private static double span14(double module, int z, int k) {
        return module * 0.9681476404 * (Math.PI * (k - 0.5) + z * 0.00554482);
    }

    /** 32 pitch at 14½° or 20°: the deep spans tell, and those of fine teeth are not asked for, where no jaw goes down. */
    @Test
    void ofTwoPressureAnglesASpanDeepDownIsAskedForAndSaidToBeSo() {
        double module = 25.4 / 32;
        List<Reading> taken = new java.util.ArrayList<>(List.of(
                Reading.caliper(new TipDiameter(), Math.rint(5100 * module) / 100, Math.rint(5100 * module) / 100),
                Reading.caliper(new Measured.HelixAngle(), 0.0)));
        Identification answer = GearReader.identify(new ToothCount.Exactly(49, 2), taken, false);
        boolean said = false;
        for (int asked = 0; asked < 7 && answer.nextReading().isPresent(); asked++) {
            Identification.NextReading next = answer.nextReading().get();
            said |= english(next.how()).contains("they would reach the bottoms first");
            Measured what = next.what().orElseThrow();
            double read = what instanceof SpanOver span ? span14(module, 49, span.teeth()) : module * (49 - 2 * 1.157);
            taken.add(Reading.caliper(what, Math.rint(100 * read) / 100));
            answer = GearReader.identify(new ToothCount.Exactly(49, 2), taken, false);
        }
        assertThat(said).as("what it means if the jaws do not lie flat").isTrue();
        assertThat(answer.best().rack().pressureAngleDeg()).isEqualTo(14.5);
        assertThat(answer.best().probability()).isGreaterThan(0.9);
    }

    /** 1 % too large all over: a surprise in acetal, the usual thing in polyamide that has lain in moist air. */
    @Test
    void polyamideThatMayBeSwollenIsRatherTheGearThatHasGrown() {
        List<Reading> grown = List.of(
                Reading.caliper(new TipDiameter(), 1.01 * 0.6 * 42, 1.01 * 0.6 * 42, 1.01 * 0.6 * 42),
                Reading.caliper(new SpanOver(5), 1.01 * span20(0.6, 40, 5, 0)),
                Reading.caliper(new SpanOver(6), 1.01 * span20(0.6, 40, 6, 0)));
        assertThat(oddsOfModule(0.6, grown, true)).isGreaterThan(2 * oddsOfModule(0.6, grown, false));
    }

    private static double oddsOfModule(double module, List<Reading> readings, boolean swollen) {
        double probability = GearReader.identify(new Question(
                        app.gewerk.core.gear.GearKind.EXTERNAL,
                        new ToothCount.Exactly(40),
                        readings,
                        false,
                        swollen,
                        java.util.Optional.empty()))
                .candidates()
                .stream()
                .filter(c -> c.pitch().equals(Pitch.ofModule(module)))
                .mapToDouble(Candidate::probability)
                .sum();
        return probability / (1 - probability);
    }

    /** Two teeth too many on a gear of many: nothing else explains the readings. */
    @Test
    void aCountOffByTwoIsFound() {
        Identification answer = read(
                82,
                Reading.caliper(new TipDiameter(), 82.0, 82.0),
                Reading.caliper(new SpanOver(9), span20(1, 80, 9, 0)),
                Reading.caliper(new SpanOver(10), span20(1, 80, 10, 0)));
        assertThat(answer.best().toothCount()).isEqualTo(80);
        assertThat(answer.outliers()).anySatisfy(o -> assertThat(o.expected()).isEqualTo(80));
    }
}
