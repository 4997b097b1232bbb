package app.gewerk.core.device;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.diagnosis.Answer;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import org.hipparchus.stat.descriptive.rank.Percentile;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FailuresTest {

    /** Newcombe, Statistics in Medicine 17 (1998), table I, the score method without correction (from memory). */
    @ParameterizedTest
    @CsvSource({"81, 263, 0.2553, 0.3662", "15, 148, 0.0624, 0.1605", "0, 20, 0, 0.1611", "1, 29, 0.0061, 0.1718"})
    void theBandOfAShareIsThePublishedOne(int of, int all, double low, double high) {
        Share share = Share.of(of, all);
        assertThat(share.low()).isCloseTo(low, within(6e-5));
        assertThat(share.high()).isCloseTo(high, within(6e-5));
    }

    @Test
    void ofNothingNothingIsKnown() {
        assertThat(Share.of(0, 0)).isEqualTo(new Share(0, 0, 0, 1));
    }

    @ParameterizedTest
    @CsvSource({
        "1972, 54",
        "about 1972, 54",
        "the 1970s, 51",
        "1970-75, 54",
        "1968 to 1974, 55",
        "1998–2002, 26",
        "made 03/1984, 42",
        "2025, 1"
    })
    void anAgeIsReadFromHowPeopleWriteIt(String era, int years) {
        assertThat(Age.years(era, LocalDate.of(2026, 11, 27))).hasValue(years);
    }

    @ParameterizedTest
    @CsvSource({"''", "old", "2031", "serial 19721", "12 V"})
    void whereNoYearStandsThereIsNoAge(String era) {
        assertThat(Age.years(era, LocalDate.of(2026, 11, 27))).isEmpty();
    }

    /** A general-purpose library's quantiles of the same definition (linear between the sorted ones, type 7). */
    @Test
    void theMiddleAgreesWithALibrary() {
        double[] numbers = {12, 3.5, 88, 40, 41, 7, 19.25};
        Percentile library = new Percentile().withEstimationType(Percentile.EstimationType.R_7);
        Middle middle = Middle.of(DoubleStream.of(numbers).boxed().toList()).orElseThrow();
        assertThat(middle.median()).isCloseTo(library.evaluate(numbers, 50), within(1e-12));
        assertThat(middle.low()).isCloseTo(library.evaluate(numbers, 10), within(1e-12));
        assertThat(middle.high()).isCloseTo(library.evaluate(numbers, 90), within(1e-12));
        assertThat(Middle.of(List.of())).isEmpty();
    }

    private static Failures.Closed job(String fault, Map<String, Answer> answers, int age) {
        return new Failures.Closed(
                fault.isEmpty() ? Set.of() : Set.of(fault.split("\\+")),
                answers,
                age == 0 ? OptionalInt.empty() : OptionalInt.of(age));
    }

    @Test
    void whatFailedHowOftenAtWhatAgeAndWithWhichSigns() {
        Map<String, Answer> clicked = Map.of("clicks", Answer.SEEN, "smells", Answer.NOT_SEEN);
        Map<String, Answer> still = Map.of("clicks", Answer.NOT_SEEN, "smells", Answer.CANNOT);
        Failures failures = Failures.of(List.of(
                job("gear/torn", clicked, 30),
                job("gear/torn", clicked, 50),
                job("gear/torn+motor/burnt", still, 0),
                job("motor/burnt", still, 12),
                job("", clicked, 20)));
        assertThat(failures.told()).isEqualTo(4);
        assertThat(failures.failed()).extracting(f -> f.share().of()).containsExactly(3, 2);
        Failures.Failed torn = failures.failed().getFirst();
        assertThat(torn.fault()).isEqualTo("gear/torn");
        assertThat(torn.medianAge()).hasValue(40.0);
        assertThat(torn.ages()).isEqualTo(2);
        // What could not be found out, and what was never seen, is no sign of anything.
        assertThat(failures.signs()).hasSize(1);
        Failures.SignSeen clicks = failures.signs().getFirst();
        assertThat(clicks.seen()).isEqualTo(2);
        assertThat(clicks.with().get("gear/torn")).isEqualTo(Share.of(2, 3));
        assertThat(clicks.with().get("motor/burnt")).isEqualTo(Share.of(0, 2));
    }

    private static HowWell.Job said(List<String> faults, String culprit, double ratio, int late) {
        return new HowWell.Job(
                IntStream.range(0, faults.size())
                        .mapToObj(i -> new HowWell.Claimed(faults.get(i), i == 0 ? 0.8 : 0.1))
                        .toList(),
                Set.of(culprit),
                OptionalDouble.of(ratio),
                OptionalDouble.empty(),
                OptionalInt.of(late));
    }

    @Test
    void howTrueItWasIsCountedFromWhatWasSaidBefore() {
        HowWell well = HowWell.of(List.of(
                said(List.of("a", "b", "c", "d"), "a", 1.0, 0),
                said(List.of("a", "b", "c", "d"), "c", 1.2, -2),
                said(List.of("a", "b", "c", "d"), "d", 0.5, 3),
                new HowWell.Job(
                        List.of(), Set.of("a"), OptionalDouble.empty(), OptionalDouble.empty(), OptionalInt.empty())));
        assertThat(well.first()).isEqualTo(Share.of(1, 3));
        assertThat(well.firstThree()).isEqualTo(Share.of(2, 3));
        assertThat(well.nearCost()).isEqualTo(Share.of(2, 3));
        assertThat(well.kept()).isEqualTo(Share.of(2, 3));
        assertThat(well.late().orElseThrow().median()).isZero();
        // Given 0.8 and so in one of three; given 0.1 and so in two of nine.
        assertThat(well.claims().error()).isCloseTo((3 * (0.8 - 1 / 3.0) + 9 * (2 / 9.0 - 0.1)) / 12, within(1e-12));
    }
}
