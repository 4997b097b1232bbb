package app.gewerk.core.handback;

import static org.assertj.core.api.Assertions.assertThat;

import app.gewerk.core.words.Catalogue;
import app.gewerk.core.words.Say;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** The calendar file by RFC 5545, and what an owner is written. */
class PickUpTest {
    private static final PickUp PICK_UP = new PickUp(
            "bench-12",
            "Fetch the Vantorel; really, a \u05e7\u05e8\u05d5\u05e1\u05dc\u05d4 with a very long name that goes on beyond the line",
            "Quay 7\nMaarfelden",
            LocalDate.of(2026, 12, 31),
            Instant.parse("2026-11-27T10:00:00Z"));

    @Test
    void linesEndAndFoldAsTheStandardWants() {
        String ics = PICK_UP.ics();
        assertThat(ics.replace("\r\n", "")).doesNotContain("\n").doesNotContain("\r");
        for (String line : ics.split("\r\n")) {
            assertThat(line.getBytes(StandardCharsets.UTF_8).length).isLessThanOrEqualTo(75);
        }
        // Unfolded (3.1) and with its escapes (3.3.11).
        assertThat(ics.replace("\r\n ", ""))
                .contains("SUMMARY:Fetch the Vantorel\\; really\\, a \u05e7\u05e8\u05d5\u05e1\u05dc\u05d4 with")
                .contains("LOCATION:Quay 7\\nMaarfelden\r\n");
    }

    /** A whole day ends on the next, which is not in it (3.6.1). */
    @Test
    void theDayIsWhole() {
        assertThat(PICK_UP.ics())
                .contains("DTSTART;VALUE=DATE:20261231\r\n")
                .contains("DTEND;VALUE=DATE:20270101\r\n")
                .contains("DTSTAMP:20261127T100000Z\r\n");
    }

    @Test
    void theOwnerReadsWhatIsSoAndNothingElse() {
        Message.About about = new Message.About(
                "Repair room",
                "Gert Pallin",
                "Slidewell 24",
                "",
                Optional.of(Say.money(new BigDecimal("44.28"), "EUR")));
        assertThat(Catalogue.english().words(Message.READY.text(about)))
                .startsWith("Good day Gert Pallin, your Slidewell 24 is mended")
                .contains("44.28")
                .endsWith("Repair room");
        Message.About waits = new Message.About("Repair room", "", "Slidewell 24", "a gear", Optional.empty());
        assertThat(Catalogue.english().words(Message.DELAYED.text(waits)))
                .startsWith("Good day, your Slidewell 24 takes longer")
                .contains("it waits for a gear");
        assertThat(Catalogue.english().words(Message.READY.text(waits))).doesNotContain("to pay");
    }
}
