package app.gewerk.core.teardown;

import static app.gewerk.core.words.English.english;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gewerk.core.teardown.LedgerDifference.Keep;
import app.gewerk.core.words.Say;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class LedgerTest {
    private static List<TeardownStep> ledger(String... lines) {
        return Stream.of(lines).map(StepLine::read).toList();
    }

    @Test
    void aWholeLineIsRead() {
        TeardownStep step = StepLine.read(
                "lid off, 4 M3x12 pan A1, with PH2, left, at the rear edge, off gasket (groove down) mark red dot A2, !spring, 3,5 min, hidden tab");
        assertThat(step.what()).isEqualTo("lid off");
        assertThat(step.fasteners()).containsExactly(new Fastener(4, "screw", "pan", "M3", 12, "A1"));
        assertThat(step.partsOff()).containsExactly(new PartOff("gasket", "", "groove down", "red dot", "A2"));
        assertThat(step.tool()).isEqualTo("PH2");
        assertThat(step.side()).isEqualTo("left");
        assertThat(step.where()).isEqualTo("the rear edge");
        assertThat(step.dangers()).containsExactly(Danger.SPRING);
        assertThat(step.minutes()).isEqualTo(3.5);
        assertThat(step.note()).isEqualTo("hidden tab");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "x off, 2 captive nuts M3 b4; 2 M3 captive nuts; B4",
                "x off, 1 spring 14 mm long A3; 1 14 mm long spring; A3",
                "x off, 6x3,5x16 flat; 6 3.5 × 16 flat screws; ''",
                "x off, 3 clips C1; 3 clips; C1",
                "x off, M3x12 x4; 4 M3 × 12 screws; ''",
                "x off, M3 x 12 pan x4 A2; 4 M3 × 12 pan screws; A2",
                "x off, 6 x 3,5 x 16; 6 3.5 × 16 screws; ''",
                "x off, 4 M3 x 12 pan; 4 M3 × 12 pan screws; ''",
                "x off, 4 x M3 x 12; 4 M3 × 12 screws; ''",
                "x off, 6 #4x1/2 pan B1; 6 #4 × 12.7 pan screws; B1",
                "x off, 2 #6-32 x 1 1/4; 2 #6-32 × 31.8 screws; ''",
                "x off, 2 #4 x 12mm; 2 #4 × 12 screws; ''",
                "x off, 2 #4 screws; 2 #4 screws; ''",
                "x off, 1 shim 0.2 mm; 1 0.2 mm shim; ''",
                "x off, 2 circlips; 2 circlips; ''",
            })
    void fastenersAreReadAsTheyAreSaid(String line, String words, String cell) {
        Fastener fastener = StepLine.read(line).fasteners().getFirst();
        assertThat(fastener.words()).isEqualTo(words);
        assertThat(fastener.cell()).isEqualTo(cell);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "lid off, 4 M3x12 pan screw A1, left, with PH2, !spring, !cable, 3 min",
                "carriage out, off washer left (hollow side to the balls) mark dot B2, at the rail, 2.5 min, took six tries",
                "springs out, 1 14 mm long spring A3, 1 17 mm long spring A4",
                "cover off, 6 #4x1/2 pan B1, 2 #6-32x1 1/4 flat",
                "base plate off, opens cover, !brittle"
            })
    void whatIsWrittenIsReadBackTheSame(String line) {
        TeardownStep step = StepLine.read(line);
        assertThat(StepLine.read(StepLine.write(step))).isEqualTo(step);
    }

    @ParameterizedTest
    @ValueSource(strings = {"x off, M3 x 12", "x off, M3x12 pan A1", "x off, #4x1/2", "x off, 3,5x16 flat", "M2.5x6"})
    void screwsOfWhichNobodySaysHowManyAreNoNote(String line) {
        assertThatThrownBy(() -> StepLine.read(line)).hasMessageContaining("How many");
    }

    @Test
    void aGaugeWantsItsLengthWithAUnit() {
        assertThatThrownBy(() -> StepLine.read("x off, 4 #4x12")).hasMessageContaining("with its unit");
        assertThat(StepLine.read("x off, 4 #4x12in").fasteners().getFirst().lengthMm())
                .isEqualTo(12 * 25.4);
    }

    @Test
    void aNumberThatIsNoFastenerStaysInTheWords() {
        assertThat(StepLine.read("turn 3 times and lift").what()).isEqualTo("turn 3 times and lift");
        assertThat(StepLine.read("4 screws A1").what()).isEqualTo("screws out");
        assertThatThrownBy(() -> StepLine.read("  , ,")).hasMessageContaining("Say what was done");
        assertThatThrownBy(() -> new Fastener(1, "screw", "", "", 0, "Z9")).hasMessageContaining("A1 to F8");
    }

    @Test
    void theBalanceKnowsWhatLiesWhere() {
        Ledger.Balance balance = Ledger.balance(
                ledger("lid off, 4 M3x12 pan A1, 2 min", "motor out, 2 M3x12 pan A1, off motor, off gasket A2, 5 min"));
        assertThat(balance.fasteners()).isEqualTo(6);
        assertThat(balance.parts()).isEqualTo(2);
        assertThat(balance.minutes()).isEqualTo(7);
        assertThat(balance.cells()).extracting(Ledger.CellHolds::cell).containsExactly("A1", "A2");
        assertThat(balance.beside()).extracting(Ledger.Lying::words).containsExactly("motor");
        assertThat(balance.nextFree()).contains("A3");
        assertThat(balance.lookAlikes()).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "lid off, 4 M3x12 pan A1; motor out, 2 M3x16 pan A1; true",
                "lid off, 4 M3x12 pan A1; motor out, 2 M3x16 pan A2; false",
                "lid off, 4 M3x12 pan A1; motor out, 2 M3x12 flat A1; true",
                "lid off, 4 M3x12 pan A1; motor out, 2 M4x12 pan A1; false",
                "lid off, 4 M3x12 pan A1; motor out, 2 M2.5x12 pan A1; true",
                "a, 1 spring 14 mm A1; b, 1 spring 17 mm A1; true",
                "a, off spring left A1; b, off spring right A1; true",
                "a, 2 clips A1; b, 3 screws A1; false",
            })
    void lookAlikesInOneCellArePointedOut(String one, String other, boolean alike) {
        assertThat(Ledger.balance(ledger(one, other)).lookAlikes()).hasSize(alike ? 1 : 0);
    }

    @Test
    void whatCanFallOutUnseenIsAskedForFromTheModelsHistory() {
        List<TeardownStep> earlier = ledger("lid off, 4 M3x12 pan, 2 captive nuts M3", "shaft out, 1 shim 0.2 mm");
        assertThat(Ledger.unseen(ledger("lid off, 4 M3x12 pan"), earlier))
                .singleElement()
                .satisfies(h -> assertThat(english(h.words()))
                        .contains("2 M3 captive nuts")
                        .contains("fallen out"));
        assertThat(Ledger.unseen(ledger("lid off, 4 M3x12 pan, 2 captive nuts M3 A2"), earlier))
                .isEmpty();
        assertThat(Ledger.unseen(ledger("lid off, 2 captive nuts", "drive shaft out"), earlier))
                .singleElement()
                .satisfies(h -> assertThat(english(h.words())).contains("shim"));
    }

    @Test
    void twoSpringsThenAndOneNowAreAskedFor() {
        List<TeardownStep> earlier = ledger("carriage out, 2 springs", "lid off, 3 nuts M4");
        assertThat(Ledger.unseen(ledger("carriage out, 1 spring"), earlier))
                .singleElement()
                .satisfies(h -> assertThat(english(h.words())).contains("2 springs", "1 noted now"));
        assertThat(Ledger.unseen(
                        ledger("carriage out, 1 spring 14 mm"), ledger("carriage out, 1 spring 14 mm, 1 spring 17 mm")))
                .singleElement()
                .satisfies(h -> assertThat(english(h.words())).contains("1 17 mm spring"));
        assertThat(Ledger.unseen(ledger("carriage out, 1 spring", "rail off, 1 spring"), earlier))
                .isEmpty();
        assertThat(Ledger.unseen(ledger("carriage out, 2 springs", "lid off, 2 nuts M4"), earlier))
                .singleElement()
                .satisfies(h -> assertThat(english(h.words())).contains("3 M4 nuts"));
    }

    @Test
    void theEarlierLedgerSaysWhatComesNext() {
        List<TeardownStep> earlier = ledger("lid off", "ribbon cable out, !cable", "motor out");
        assertThat(Ledger.nextOf(earlier, List.of())).contains(0);
        assertThat(Ledger.nextOf(earlier, ledger("lid off, 4 screws"))).contains(1);
        assertThat(Ledger.nextOf(earlier, ledger("lid off", "motor out"))).isEqualTo(Optional.empty());
    }

    private static final List<TeardownStep> MINE = ledger("lid off, 4 M3x12", "cable out", "motor out, with PH1");
    private static final List<TeardownStep> THEIRS = ledger("lid off, 4 M3x16", "motor out, with PH1", "belt off");

    @Test
    void twoLedgersAreComparedStepByStep() {
        List<LedgerDifference.Row> rows = LedgerDifference.of(MINE, THEIRS).rows();
        assertThat(rows)
                .containsExactly(
                        new LedgerDifference.Row(Optional.of(0), Optional.of(0), List.of(Say.of("differs.cameOff"))),
                        new LedgerDifference.Row(Optional.of(1), Optional.empty(), List.of()),
                        new LedgerDifference.Row(Optional.of(2), Optional.of(1), List.of()),
                        new LedgerDifference.Row(Optional.empty(), Optional.of(2), List.of()));
    }

    @Test
    void aLedgerComparedWithItselfDiffersInNothing() {
        assertThat(LedgerDifference.of(MINE, MINE).rows())
                .hasSameSizeAs(MINE)
                .allMatch(r -> r.differs().isEmpty() && r.mine().equals(r.theirs()));
    }

    @Test
    void theyAreMergedByChoice() {
        assertThat(LedgerDifference.merge(MINE, THEIRS, List.of(Keep.THEIRS, Keep.NEITHER, Keep.MINE, Keep.THEIRS)))
                .containsExactly(THEIRS.get(0), MINE.get(2), THEIRS.get(2));
        assertThatThrownBy(() -> LedgerDifference.merge(MINE, THEIRS, List.of(Keep.MINE)))
                .hasMessageContaining("every row");
        assertThatThrownBy(() ->
                        LedgerDifference.merge(MINE, THEIRS, List.of(Keep.MINE, Keep.THEIRS, Keep.MINE, Keep.THEIRS)))
                .hasMessageContaining("no step of theirs");
    }
}
