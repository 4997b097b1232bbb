package app.gewerk.server.dayplan;

import app.gewerk.core.AtMost;
import app.gewerk.core.gear.Limits;
import app.gewerk.core.shop.BenchWeek;
import app.gewerk.core.shop.Crew;
import app.gewerk.core.shop.Interruptions;
import app.gewerk.core.shop.Skill;
import app.gewerk.core.words.Refused;
import java.time.DayOfWeek;
import java.time.LocalTime;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * When the bench is worked at, and by whom.
 *
 * @param dayMinutes of bench time in a day
 * @param hands how many work at once, where nobody is named
 * @param days of the week, Monday 1 to Sunday 7
 * @param closes when a day's work ends, if anybody has said
 * @param holidays whether the public holidays of the shop's country are kept
 * @param closed days besides on which nobody works
 * @param crew who works at the bench and what each can do; nobody there: anybody, and everybody can do everything
 */
public record BenchHours(
        int dayMinutes,
        int hands,
        @AtMost(7) List<Integer> days,
        Optional<LocalTime> closes,
        boolean holidays,
        @AtMost(100) List<BenchWeek.ClosedDays> closed,
        @AtMost(50) List<OfCrew> crew) {

    /**
     * @param name is told, not asked
     * @param atBench false for whoever is away, or works elsewhere: what only they can do is then nobody's
     */
    public record OfCrew(
            long personId,
            Optional<String> name,
            boolean atBench,
            @AtMost(10) Set<Skill> skills) {}

    public BenchHours {
        Limits.requireBetween("hands", hands, 1, 50);
        if (days.stream().anyMatch(d -> d < 1 || d > 7)) {
            throw Refused.at("days", "benchWeek.days");
        }
        if (closed.stream().map(BenchWeek.ClosedDays::from).distinct().count() < closed.size()) {
            throw Refused.at("closed", "closedDays.twice");
        }
        weekOf(dayMinutes, days, closes, closed, Optional.empty());
    }

    private static BenchWeek weekOf(
            int dayMinutes,
            List<Integer> days,
            Optional<LocalTime> closes,
            List<BenchWeek.ClosedDays> closed,
            Optional<String> country) {
        return new BenchWeek(
                dayMinutes, days.stream().map(DayOfWeek::of).collect(Collectors.toSet()), closes, closed, country);
    }

    BenchWeek week(Optional<String> country) {
        return weekOf(dayMinutes, days, closes, closed, country.filter(c -> holidays));
    }

    /** A skill that nobody is said to have is asked of nobody. */
    Crew crew(Interruptions interruptions) {
        Set<Skill> unsaid = EnumSet.allOf(Skill.class);
        crew.forEach(c -> unsaid.removeAll(c.skills));
        List<Set<Skill>> can = crew.stream()
                .filter(OfCrew::atBench)
                .<Set<Skill>>map(c -> {
                    Set<Skill> all = EnumSet.copyOf(unsaid);
                    all.addAll(c.skills);
                    return all;
                })
                .toList();
        return new Crew(can.isEmpty() ? Crew.of(hands).hands() : can, interruptions);
    }
}
