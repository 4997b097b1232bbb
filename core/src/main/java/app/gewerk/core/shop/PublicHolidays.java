package app.gewerk.core.shop;

import de.focus_shift.jollyday.core.Holiday;
import de.focus_shift.jollyday.core.HolidayManager;
import de.focus_shift.jollyday.core.HolidayType;
import de.focus_shift.jollyday.core.ManagerParameters;
import java.time.LocalDate;
import java.time.Year;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;

/** Public holidays of a whole country, as the library's tables have them; those of its parts are the shop's own closed days. */
final class PublicHolidays {
    private static final Map<String, Map<Integer, Set<LocalDate>>> KNOWN = new ConcurrentHashMap<>();
    private static final Set<String> COUNTRIES = HolidayManager.getSupportedCalendarCodes().stream()
            .map(c -> c.toUpperCase(Locale.ROOT))
            .collect(Collectors.toUnmodifiableSet());

    private PublicHolidays() {}

    /** False of a country whose holidays are not known. */
    static boolean on(String country, LocalDate day) {
        return COUNTRIES.contains(country)
                && KNOWN.computeIfAbsent(country, c -> new ConcurrentHashMap<>())
                        .computeIfAbsent(day.getYear(), year -> holidays(country, year))
                        .contains(day);
    }

    private static Set<LocalDate> holidays(String country, int year) {
        return HolidayManager.getInstance(ManagerParameters.create(country.toLowerCase(Locale.ROOT)))
                .getHolidays(Year.of(year), HolidayType.PUBLIC_HOLIDAY)
                .stream()
                .map(Holiday::getDate)
                .collect(Collectors.toUnmodifiableSet());
    }
}
