package app.gewerk.core.shop;

import app.gewerk.core.gear.Limits;
import app.gewerk.core.words.Refused;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * When the bench is worked at.
 *
 * @param dayMinutes of bench time in a day
 * @param days of the week
 * @param closes when a day's work ends; unknown: a day that has begun counts as a whole one
 * @param closed in which nobody works
 * @param country whose public holidays are kept, by ISO 3166; none: no holidays
 */
public record BenchWeek(
        int dayMinutes,
        Set<DayOfWeek> days,
        Optional<LocalTime> closes,
        List<ClosedDays> closed,
        Optional<String> country) {
    /** As far as anything is looked ahead. */
    private static final int LONGEST_DAYS = 2000;

    /** Days on which the shop is closed, both counted. */
    public record ClosedDays(LocalDate from, LocalDate to) {
        public ClosedDays {
            if (to.isBefore(from)) {
                throw new Refused("closedDays.turned", "from", from.toString(), "to", to.toString());
            }
            Limits.requireBetween(
                    "closedDays",
                    Duration.between(from.atStartOfDay(), to.atStartOfDay()).toDays() + 1,
                    1,
                    366);
        }

        boolean on(LocalDate day) {
            return !day.isBefore(from) && !day.isAfter(to);
        }
    }

    public BenchWeek {
        Limits.requireBetween("dayMinutes", dayMinutes, 30, 1440);
        if (days.isEmpty()) {
            throw new Refused("benchWeek.noDay");
        }
        days = Set.copyOf(days);
        closed = List.copyOf(closed);
    }

    public boolean open(LocalDate day) {
        return days.contains(day.getDayOfWeek())
                && closed.stream().noneMatch(c -> c.on(day))
                && country.map(c -> !PublicHolidays.on(c, day)).orElse(true);
    }

    /** The next days that are worked, from one on. @param many at most; fewer where the shop stays closed */
    public List<LocalDate> openDays(LocalDate from, int many) {
        List<LocalDate> open = new ArrayList<>();
        for (int d = 0; d < LONGEST_DAYS && open.size() < many; d++) {
            if (open(from.plusDays(d))) {
                open.add(from.plusDays(d));
            }
        }
        return open;
    }

    /** Bench time counted from a moment. */
    public Ahead from(LocalDateTime now) {
        return new Ahead(this, now, left(now));
    }

    private double left(LocalDateTime now) {
        if (!open(now.toLocalDate())) {
            return 0;
        }
        return closes.map(c -> (double)
                        Math.clamp(Duration.between(now.toLocalTime(), c).toMinutes(), 0, dayMinutes))
                .orElse((double) dayMinutes);
    }

    /**
     * What lies ahead of a moment, in minutes of bench time.
     *
     * @param left of today
     */
    public record Ahead(BenchWeek week, LocalDateTime now, double left) {
        /** Until work ends on a day; of a day gone by as many minutes below zero as have been worked since. */
        public double until(LocalDate day) {
            LocalDate today = now.toLocalDate();
            return day.isBefore(today)
                    ? -week.openBetween(day.plusDays(1), today) * (double) week.dayMinutes
                            - (week.open(today) ? week.dayMinutes - left : 0)
                    : left + week.openBetween(today.plusDays(1), day.plusDays(1)) * (double) week.dayMinutes;
        }

        /** Until work begins on a day, 0 for today and before. */
        public double at(LocalDate day) {
            return day.isAfter(now.toLocalDate()) ? until(day.minusDays(1)) : 0;
        }

        /** Until a moment, for what goes on by itself through the night. */
        public double at(LocalDateTime moment) {
            LocalDate day = moment.toLocalDate();
            if (!moment.isAfter(now) || !week.open(day)) {
                return at(day);
            }
            double whole = until(day) - at(day);
            LocalDateTime begins = week.closes
                    .map(c -> day.atTime(c).minusMinutes(week.dayMinutes))
                    .orElse(day.equals(now.toLocalDate()) ? now : day.atTime(USUALLY_BEGINS));
            LocalDateTime since = begins.isBefore(now) ? now : begins;
            return at(day) + Math.clamp(Duration.between(since, moment).toMinutes(), 0, whole);
        }

        /** The day on which so much bench time will have gone by; work that begins then begins on that day. */
        public LocalDate day(double minutes) {
            double gone = left;
            LocalDate day = now.toLocalDate();
            if (left > 0 && minutes < left) {
                return day;
            }
            for (int d = 1; d < LONGEST_DAYS; d++) {
                day = day.plusDays(1);
                if (week.open(day)) {
                    gone += week.dayMinutes;
                    if (minutes < gone) {
                        return day;
                    }
                }
            }
            return day;
        }
    }

    /** Where nobody has said when work ends (common practice). */
    private static final LocalTime USUALLY_BEGINS = LocalTime.of(9, 0);

    /** Days worked from one to before another. */
    public long openBetween(LocalDate from, LocalDate before) {
        LocalDate last = from.plusDays(LONGEST_DAYS);
        return from.datesUntil(before.isBefore(from) ? from : before.isAfter(last) ? last : before)
                .filter(this::open)
                .count();
    }
}
