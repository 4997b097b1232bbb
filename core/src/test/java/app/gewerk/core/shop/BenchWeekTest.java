package app.gewerk.core.shop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gewerk.core.words.Refused;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** Days on which nobody works, and the bench time that lies between. */
class BenchWeekTest {
    private static final Set<DayOfWeek> WORKDAYS = EnumSet.range(DayOfWeek.MONDAY, DayOfWeek.FRIDAY);
    private static final LocalDate FRIDAY = LocalDate.of(2026, 4, 17);

    private static BenchWeek week(Optional<LocalTime> closes, String country, BenchWeek.ClosedDays... closed) {
        return new BenchWeek(
                420, WORKDAYS, closes, List.of(closed), Optional.of(country).filter(c -> !c.isEmpty()));
    }

    @Test
    void aWeekEndIsNoBenchTime() {
        BenchWeek.Ahead ahead = week(Optional.empty(), "").from(FRIDAY.atTime(10, 0));
        assertThat(ahead.until(FRIDAY)).isEqualTo(420);
        assertThat(ahead.until(FRIDAY.plusDays(2))).isEqualTo(420);
        assertThat(ahead.until(FRIDAY.plusDays(3))).isEqualTo(840);
        assertThat(ahead.at(FRIDAY.plusDays(1))).isEqualTo(420);
        assertThat(ahead.day(419)).isEqualTo(FRIDAY);
        assertThat(ahead.day(420)).isEqualTo(FRIDAY.plusDays(3));
        assertThat(ahead.until(FRIDAY.minusDays(1))).isZero();
        assertThat(ahead.until(FRIDAY.minusDays(2))).isEqualTo(-420);
    }

    @Test
    void whatIsLeftOfADayCountsByWhenItCloses() {
        BenchWeek week = week(Optional.of(LocalTime.of(17, 0)), "");
        assertThat(week.from(FRIDAY.atTime(15, 30)).until(FRIDAY)).isEqualTo(90);
        assertThat(week.from(FRIDAY.atTime(6, 0)).until(FRIDAY)).isEqualTo(420);
        BenchWeek.Ahead evening = week.from(FRIDAY.atTime(18, 0));
        assertThat(evening.until(FRIDAY)).isZero();
        assertThat(evening.day(0)).isEqualTo(FRIDAY.plusDays(3));
        // Glue that grips at noon on Monday, where work begins at ten.
        assertThat(evening.at(FRIDAY.plusDays(3).atTime(12, 0))).isEqualTo(120);
        // A cure through a Saturday is over when work begins.
        assertThat(evening.at(FRIDAY.plusDays(1).atTime(12, 0))).isZero();
        assertThat(week.from(FRIDAY.atTime(15, 0)).at(FRIDAY.atTime(15, 45))).isEqualTo(45);
        assertThat(week.from(FRIDAY.atTime(15, 0)).at(FRIDAY.atTime(23, 0))).isEqualTo(120);
    }

    /** Good Friday and Easter Monday by the date of Easter, 5 April 2026 and 28 March 2027; 26 October is Austria's alone. */
    @Test
    void publicHolidaysAreThoseOfTheCountry() {
        BenchWeek german = week(Optional.empty(), "DE");
        assertThat(german.open(LocalDate.of(2026, 4, 3))).isFalse();
        assertThat(german.open(LocalDate.of(2026, 4, 6))).isFalse();
        assertThat(german.open(LocalDate.of(2027, 3, 29))).isFalse();
        assertThat(german.open(LocalDate.of(2026, 10, 26))).isTrue();
        assertThat(week(Optional.empty(), "AT").open(LocalDate.of(2026, 10, 26)))
                .isFalse();
        assertThat(week(Optional.empty(), "").open(LocalDate.of(2026, 4, 3))).isTrue();
        assertThat(week(Optional.empty(), "XX").open(LocalDate.of(2026, 4, 3))).isTrue();
        assertThat(german.openDays(LocalDate.of(2026, 4, 2), 3))
                .containsExactly(LocalDate.of(2026, 4, 2), LocalDate.of(2026, 4, 7), LocalDate.of(2026, 4, 8));
    }

    @Test
    void daysThatWereSaidAreClosedAndTheWrongWayRoundIsRefused() {
        BenchWeek week = week(Optional.empty(), "", new BenchWeek.ClosedDays(FRIDAY, FRIDAY.plusDays(13)));
        assertThat(week.openDays(FRIDAY, 1)).containsExactly(FRIDAY.plusDays(14));
        assertThatThrownBy(() -> new BenchWeek.ClosedDays(FRIDAY, FRIDAY.minusDays(1)))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("lies before the first");
        assertThatThrownBy(() -> new BenchWeek(420, Set.of(), Optional.empty(), List.of(), Optional.empty()))
                .isInstanceOf(Refused.class);
        // A shop that never opens again is no endless loop.
        List<BenchWeek.ClosedDays> years = IntStream.range(0, 8)
                .mapToObj(y -> new BenchWeek.ClosedDays(FRIDAY.plusDays(366L * y), FRIDAY.plusDays(366L * y + 365)))
                .toList();
        assertThat(new BenchWeek(420, WORKDAYS, Optional.empty(), years, Optional.empty()).openDays(FRIDAY, 5))
                .isEmpty();
    }

    /** The day of a time and the time of a day are each other's inverse. */
    @Test
    void theDayOfWhatLiesAheadAgreesWithTheTimeUntilIt() {
        Random random = new Random(8);
        BenchWeek week = week(
                Optional.of(LocalTime.of(16, 0)),
                "DE",
                new BenchWeek.ClosedDays(FRIDAY.plusDays(20), FRIDAY.plusDays(29)));
        for (int run = 0; run < 300; run++) {
            LocalDateTime now = FRIDAY.minusDays(30).atTime(8, 0).plusMinutes(random.nextInt(60 * 1440));
            BenchWeek.Ahead ahead = week.from(now);
            double minutes = random.nextDouble() * 9000;
            LocalDate day = ahead.day(minutes);
            assertThat(week.open(day)).isTrue();
            assertThat(minutes).isGreaterThanOrEqualTo(ahead.at(day)).isLessThan(ahead.until(day));
        }
    }
}
