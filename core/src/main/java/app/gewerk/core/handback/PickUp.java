package app.gewerk.core.handback;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;

/**
 * A day to fetch a machine as a calendar file (RFC 5545): one event of a whole day, lines folded after 75 octets.
 *
 * @param id by which the same event sent again replaces the first
 */
public record PickUp(String id, String summary, String place, LocalDate day, Instant made) {
    private static final int LONGEST = 75;
    private static final DateTimeFormatter DAY = DateTimeFormatter.BASIC_ISO_DATE;
    private static final DateTimeFormatter STAMP =
            DateTimeFormatter.ofPattern("yyyyMMdd'T'HHmmss'Z'").withZone(ZoneOffset.UTC);

    public String ics() {
        List<String> lines = List.of(
                "BEGIN:VCALENDAR",
                "VERSION:2.0",
                "PRODID:-//Gewerk//Pick up//EN",
                "BEGIN:VEVENT",
                "UID:" + id,
                "DTSTAMP:" + STAMP.format(made),
                "DTSTART;VALUE=DATE:" + DAY.format(day),
                "DTEND;VALUE=DATE:" + DAY.format(day.plusDays(1)),
                "SUMMARY:" + escaped(summary),
                "LOCATION:" + escaped(place),
                "END:VEVENT",
                "END:VCALENDAR");
        StringBuilder text = new StringBuilder();
        lines.stream()
                .flatMap(l -> folded(l).stream())
                .forEach(l -> text.append(l).append("\r\n"));
        return text.toString();
    }

    private static String escaped(String text) {
        return text.replace("\\", "\\\\")
                .replace(";", "\\;")
                .replace(",", "\\,")
                .replaceAll("\\R", "\\\\n")
                .replaceAll("\\p{Cntrl}", "");
    }

    /** No line longer than 75 octets, the next begins with a blank; letters stay whole. */
    private static List<String> folded(String line) {
        List<String> parts = new ArrayList<>();
        StringBuilder part = new StringBuilder();
        int octets = 0;
        for (int letter : line.codePoints().toArray()) {
            String one = Character.toString(letter);
            int size = one.getBytes(StandardCharsets.UTF_8).length;
            if (octets + size > LONGEST) {
                parts.add(part.toString());
                part = new StringBuilder(" ");
                octets = 1;
            }
            part.append(one);
            octets += size;
        }
        parts.add(part.toString());
        return parts;
    }
}
