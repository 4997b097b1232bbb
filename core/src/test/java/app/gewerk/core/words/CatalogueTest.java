package app.gewerk.core.words;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gewerk.core.caution.Operation;
import app.gewerk.core.damage.ToothMark;
import app.gewerk.core.gear.Pitch;
import app.gewerk.core.job.Place;
import app.gewerk.core.job.Way;
import app.gewerk.core.reading.ReadingKind;
import app.gewerk.core.teardown.Danger;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CatalogueTest {
    private final Catalogue english = Catalogue.english();

    @Test
    void placesOfASentenceAreFilledWithTextsNumbersDaysAndOtherSentences() {
        assertThat(english.words(Say.of(
                        "journal.takenIn",
                        "tray",
                        7,
                        "machine",
                        "Vantorel 'S' {24}",
                        "kind",
                        Say.of("kind.slideProjector"))))
                .isEqualTo("Taken in as tray 7: Vantorel 'S' {24}, slide projector");
        assertThat(english.words(Say.of("journal.moved", "from", Place.ON_THE_BENCH, "to", Place.TO_PROVE)))
                .isEqualTo("Moved from \"on the bench\" to \"to prove\"");
        assertThat(english.words(Say.of("arrives", "day", LocalDate.of(2026, 11, 27))))
                .isEqualTo("arrives Fri 27 Nov");
        assertThat(english.words(Say.of("journal.aboutTo", "operations", List.of(Operation.HEAT, Operation.PRESS))))
                .isEqualTo("About to: heat or solder, press or hammer");
    }

    /** As technicians type them again: no marks between thousands, no noughts behind; money as the shop writes it. */
    @ParameterizedTest
    @CsvSource({"12000, 12000", "0.5, 0.5", "2, 2", "12.4830000001, 12.483"})
    void numbersArePlain(double number, String shown) {
        assertThat(english.words(Say.of("typed", "text", number))).isEqualTo(shown);
        assertThat(english.words(Say.of("typed", "text", new BigDecimal("7.30"))))
                .isEqualTo("7.3");
    }

    /** A blank after the comma would stand before every number. */
    @Test
    void numbersStandWhereTheyAreWanted() {
        assertThat(english.words(Say.of("money", "amount", new BigDecimal("7.3"), "currency", "EUR")))
                .isEqualTo("7.30 EUR");
        assertThat(english.words(Say.of("blank.noWall", "bore", 5.0, "roots", 4.5)))
                .isEqualTo("A bore of 5.00 mm leaves no wall: the roots of these teeth stand at 4.50 mm");
    }

    @ParameterizedTest
    @CsvSource({"1, 1 mark", "2, 2 marks", "0, 0 marks"})
    void oneAndManyAreToldApart(int marks, String words) {
        assertThat(english.words(Say.of("journal.mapped", "gear", "it", "marks", marks, "teeth", 24)))
                .contains(words + " on");
    }

    @Test
    void whatKnowledgeFilesSayIsPartOfIt() {
        assertThat(english.words(Say.of("kind.slideProjector"))).isEqualTo("slide projector");
        assertThat(english.words(Say.of("fault", "part", "middle gear", "way", Say.of("failureWay.splitHub"))))
                .isEqualTo("middle gear is split at its hub and slips on its shaft");
    }

    /** Names whose codes are made up of their values: the reading of the source for sentences does not see them. */
    @Test
    void everyNameHasWords() {
        Stream.of(
                        Arrays.stream(Place.values()).map(Say::of),
                        Arrays.stream(Operation.values()).map(Operation::words),
                        Arrays.stream(Way.values()).map(Way::words),
                        Arrays.stream(Danger.values()).map(Danger::words),
                        Arrays.stream(ToothMark.Kind.values()).map(ToothMark.Kind::words),
                        Arrays.stream(Pitch.System.values()).map(s -> new Pitch(s, 2).words()),
                        Arrays.stream(ReadingKind.values())
                                .flatMap(k ->
                                        Stream.of("readingKind.", "readingHow.").map(b -> Say.of(b + k))),
                        Stream.of("what", "where", "side", "tool", "cameOff", "dangers", "note")
                                .map(d -> Say.of("differs." + d)))
                .flatMap(s -> s)
                .forEach(s -> assertThat(english.codes()).contains(s.code()));
    }

    @Test
    void aLanguageIsAnotherFileAndWhatItLacksIsSaidInEnglish() {
        Catalogue other = Catalogue.of("xx");
        assertThat(other.words(Say.of("journal.done"))).isEqualTo("[Done]");
        assertThat(other.words(Say.of("journal.corrected"))).isEqualTo("Corrected what was taken in");
        assertThat(Catalogue.of(Locale.ROOT.toLanguageTag()).words(Say.of("journal.done")))
                .isEqualTo("Done");
    }

    @Test
    void inBracketsStandsAllButWhatWasTyped() {
        Catalogue bracketed = Catalogue.of(Catalogue.BRACKETED);
        assertThat(bracketed.words(Say.of("journal.culpritFound", "fault", Say.typed("belt slips"))))
                .isEqualTo("[Culprit found: the belt slips]");
        assertThat(bracketed.words(Say.of("hazard.mains"))).isEqualTo("[mains voltage]");
    }

    @Test
    void whatNobodySpeaksTakesNoRoom() {
        Catalogue first = Catalogue.of("zz");
        assertThat(Catalogue.of("../en")).isSameAs(first).isSameAs(english);
    }

    @Test
    void whatIsNoSentenceAndWhatCannotBeKeptIsABug() {
        assertThatThrownBy(() -> english.words(Say.of("no.such"))).isInstanceOf(IllegalStateException.class);
        assertThatThrownBy(() -> Say.of("typed", "text", new Object())).isInstanceOf(IllegalStateException.class);
    }
}
