package app.gewerk.core.stores;

import static app.gewerk.core.words.English.english;
import static org.assertj.core.api.Assertions.assertThat;

import app.gewerk.core.words.Outcome;
import app.gewerk.core.words.Refusal;
import java.io.IOException;
import java.io.StringReader;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ListFileTest {

    private static List<Outcome<ListLine>> read(String csv) throws IOException {
        List<Outcome<ListLine>> lines = new ArrayList<>();
        Columns columns = ListFile.columns(csv.split("\n", 2)[0]).made().orElseThrow();
        ListFile.sellers(new StringReader(csv), columns, lines::add);
        return lines;
    }

    private static ListLine only(String csv) throws IOException {
        return read(csv).getFirst().made().orElseThrow();
    }

    private static String refusal(String csv) throws IOException {
        return read(csv).getFirst().why().map(Refusal::say).map(s -> english(s)).orElse("");
    }

    @Test
    void aListInEnglishWithCommasIsReadByItsHeadings() throws IOException {
        ListLine line = only("""
                Article No.,Description,Module,Teeth,Bore (mm),Face width,Material,Pack of,Price,Stock
                A-7,"Gear, small",0.5,24,2,4,POM,5,"1,234.50",12
                """);
        assertThat(line.itemNumber()).isEqualTo("A-7");
        assertThat(line.item().name()).isEqualTo("Gear, small");
        assertThat(line.item().kind()).isEqualTo(ItemKind.GEAR);
        assertThat(line.item().gear()).hasValueSatisfying(gear -> {
            assertThat(gear.pitch().module()).isEqualTo(0.5);
            assertThat(gear.toothCount()).isEqualTo(24);
            assertThat(gear.boreMm()).isEqualTo(2);
        });
        assertThat(line.packSize()).isEqualTo(5);
        assertThat(line.packPrice()).isEqualTo(new BigDecimal("1234.50"));
        assertThat(line.stock()).isEqualTo(12);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    3,90 | 3.90
                    3.9 | 3.90
                    1.234,5 | 1234.50
                    1'234.50 | 1234.50
                    1 234,50 | 1234.50
                    0 | 0.00
                    """)
    void decimalsComeWithCommaOrPoint(String typed, BigDecimal price) throws IOException {
        assertThat(only("item;name;price\nA;B;" + typed + "\n").packPrice()).isEqualTo(price);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    0.5 | | 0.5
                    0,5 module | | 0.5
                    48 dp | | 0.52916666667
                    48 | diametral pitch | 0.52916666667
                    3.3 | circular | 1.05042262442
                    """)
    void aPitchSaysItsSystemInTheCellOrBesideIt(String pitch, String system, double module) throws IOException {
        ListLine line = only(
                "item;name;price;pitch;system;teeth\nA;B;1;" + pitch + ";" + (system == null ? "" : system) + ";24\n");
        assertThat(line.item().gear().orElseThrow().pitch().module())
                .isCloseTo(module, org.assertj.core.api.Assertions.within(1e-9));
    }

    @Test
    void inchesAreInchesWhereTheListSaysSo() throws IOException {
        ListLine line = only("item;name;price;pitch;teeth;bore;width\nA;B;1;0.5;24;0.125 in;4 mm\n");
        assertThat(line.item().gear().orElseThrow().boreMm())
                .isCloseTo(3.175, org.assertj.core.api.Assertions.within(1e-9));
        assertThat(line.item().gear().orElseThrow().faceWidthMm()).isEqualTo(4);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '~', textBlock = """
                    ;B;1;0.5;24;2 | the item number is missing
                    A;;1;0.5;24;2 | the name is missing
                    A;B;;0.5;24;2 | the price is missing
                    A;B;-1;0.5;24;2 | -1 cannot be the price
                    A;B;a lot;0.5;24;2 | 'a lot' cannot be read as price
                    A;B;1;0.5;2;2 | teeth is a whole number from 4
                    A;B;1;0.5;24.5;2 | teeth is a whole number from 4
                    A;B;1;;24;2 | pitch and teeth together
                    A;B;1;900;24;2 | pitch and teeth together
                    A;B;1;0.5;24;99999 | cannot be the bore
                    A;=1+1;1;0.5;24;2 | '=1+1' is a formula
                    A;@SUM(A1);1;0.5;24;2 | is a formula
                    A;B;1;0.5;24 | has other columns than the heading
                    """)
    void aLineThatCannotBeSaysWhy(String line, String why) throws IOException {
        assertThat(refusal("item;name;price;pitch;teeth;bore\n" + line + "\n")).contains(why);
    }

    @Test
    void aLineThatCannotBeReadDoesNotStopTheNext() throws IOException {
        List<Outcome<ListLine>> lines = read("item;name;price\nA;B;x\nC;D;2\n");
        assertThat(lines.get(0).why()).isPresent();
        assertThat(lines.get(1).made()).isPresent();
    }

    @Test
    void aQuotationMarkThatNeverEndsIsToldAndNothingAfterItTrusted() throws IOException {
        List<Outcome<ListLine>> lines = read("item;name;price\nA;B;1\nC;\"D;2\nE;F;3\n");
        assertThat(lines).hasSize(2);
        assertThat(english(lines.getLast().why().orElseThrow().say())).contains("quotation mark");
    }

    @Test
    void columnsThatAreMissingAreNamed() {
        Columns columns = ListFile.columns("sku,weight,colour").made().orElseThrow();
        assertThat(columns.headings()).containsOnly(Map.entry(Field.ITEM, "sku"));
        assertThat(columns.holding(Columns.OF_LIST, List.of("sku", "weight", "colour"))
                        .why())
                .hasValueSatisfying(
                        r -> assertThat(english(r.say())).contains("name").contains("price"));
        assertThat(ListFile.columns("just one heading").why()).isPresent();
        assertThat(ListFile.columns("price,price,name").why()).isPresent();
        assertThat(new Columns(',', Map.of(Field.ITEM, "gone"))
                        .holding(List.of(), List.of("sku"))
                        .why())
                .hasValueSatisfying(r -> assertThat(english(r.say())).contains("'gone'"));
    }

    @Test
    void whateverIsPastedAsAListIsReadOrRefusedWithoutFailing() throws IOException {
        Random random = new Random(3);
        String letters = "0123456789.,;\t\"'=+-@ \nABab°éß\u0000";
        for (int i = 0; i < 400; i++) {
            StringBuilder text = new StringBuilder("item;name;price;pitch;teeth;bore\n");
            for (int n = random.nextInt(400); n > 0; n--) {
                text.append(letters.charAt(random.nextInt(letters.length())));
            }
            for (Outcome<ListLine> line : read(text.toString())) {
                assertThat(line.made().isPresent()).isNotEqualTo(line.why().isPresent());
            }
        }
    }

    @Test
    void theShelfGoesOutAsAListAndComesBackTheSame() throws IOException {
        List<ShelfLine> shelf = List.of(
                typed(Map.of(
                        Field.KIND, "gear",
                        Field.NAME, "Gear \"B\", 48",
                        Field.PITCH, "48 dp",
                        Field.TEETH, "24",
                        Field.ANGLE, "14.5",
                        Field.DEPTH, "stub",
                        Field.BORE, "3,175",
                        Field.PLACE, "A;1",
                        Field.PIECES, "3")),
                typed(Map.of(
                        Field.KIND, "grease",
                        Field.NAME, "Grease, white",
                        Field.PLACE, "-3",
                        Field.PIECES, "0",
                        Field.LEAST, "2",
                        Field.PRICE, "7,90")));
        String csv = ShelfSheet.written(shelf);
        List<ShelfLine> back = new ArrayList<>();
        ListFile.shelf(
                new StringReader(csv),
                ListFile.columns(csv.split("\r\n", 2)[0]).made().orElseThrow(),
                line -> back.add(line.made().orElseThrow()));
        assertThat(back).isEqualTo(shelf);
        assertThat(csv).as("no cell begins a formula").contains(" -3");
    }

    private static ShelfLine typed(Map<Field, String> cells) {
        return ShelfLine.typed(new EnumMap<>(cells)).made().orElseThrow();
    }

    @Test
    void aFormSaysAtWhichFieldItIsWrong() {
        Outcome<ShelfLine> read =
                ShelfLine.typed(new EnumMap<>(Map.of(Field.NAME, "Gear", Field.PIECES, "-2", Field.PLACE, "A")));
        assertThat(read.why().map(Refusal::field)).hasValue(Optional.of("pieces"));
    }
}
