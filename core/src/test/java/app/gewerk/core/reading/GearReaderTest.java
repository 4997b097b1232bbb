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

    /** Common practice: 36 teeth of circular pitch 3.3 mm are module 1.05, pitch diameter 37.8 mm. */
    @Test
    void circularPitchOf3point3IsCalledModule1point05AndNotStandard() {
        double module = 3.3 / Math.PI;
        Identification answer = read(
                36,
                Reading.caliper(new TipDiameter(), module * 38),
                Reading.caliper(new SpanOver(4), span20(module, 36, 4, 0)),
                Reading.caliper(new SpanOver(5), span20(module, 36, 5, 0)));
        assertThat(answer.best().module()).isCloseTo(1.05, within(0.005));
        assertThat(answer.best().standard()).isFalse();
        assertThat(english(answer.best().name())).contains("1.05").contains("not standard");
        assertThat(answer.notStandardProbability()).isGreaterThan(0.5);
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
            assertThat(next.what()).isInstanceOf(SpanOver.class);
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
}
