package app.gewerk.core.stores;

import app.gewerk.core.sourcing.GearAsListed;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;

/** What is on the shelves, as a CSV that {@link ListFile#shelf} reads back the same. */
public final class ShelfSheet {
    private static final Field[] COLUMNS = {
        Field.KIND,
        Field.NAME,
        Field.PART_NUMBER,
        Field.SYSTEM,
        Field.PITCH,
        Field.TEETH,
        Field.ANGLE,
        Field.DEPTH,
        Field.BORE,
        Field.WIDTH,
        Field.MATERIAL,
        Field.PLACE,
        Field.PIECES,
        Field.LEAST,
        Field.PRICE
    };

    private ShelfSheet() {}

    public static String written(List<ShelfLine> lines) {
        StringBuilder csv = new StringBuilder();
        try (CSVPrinter printer = new CSVPrinter(
                csv,
                CSVFormat.DEFAULT
                        .builder()
                        .setHeader(java.util.Arrays.stream(COLUMNS)
                                .map(Field::toString)
                                .toArray(String[]::new))
                        .get())) {
            for (ShelfLine line : lines) {
                printer.printRecord(cells(line));
            }
        } catch (IOException impossible) {
            throw new UncheckedIOException(impossible);
        }
        return csv.toString();
    }

    private static List<Object> cells(ShelfLine line) {
        Optional<GearAsListed> gear = line.item().gear();
        return List.of(
                line.item().kind(),
                safe(line.item().name()),
                safe(line.item().number()),
                gear.map(g -> g.pitch().system().toString()).orElse(""),
                gear.map(g -> number(g.pitch().value())).orElse(""),
                gear.map(g -> "" + g.toothCount()).orElse(""),
                gear.map(g -> number(g.pressureAngleDeg())).orElse(""),
                gear.map(g -> g.stub() ? "stub" : "full").orElse(""),
                gear.map(g -> number(g.boreMm())).orElse(""),
                gear.map(g -> number(g.faceWidthMm())).orElse(""),
                gear.map(g -> safe(g.material())).orElse(""),
                safe(line.place()),
                line.pieces(),
                line.least(),
                line.paid().map(BigDecimal::toPlainString).orElse(""));
    }

    private static String number(double value) {
        return BigDecimal.valueOf(value).stripTrailingZeros().toPlainString();
    }

    /** A text that a spreadsheet would take for a formula begins with a blank there. */
    private static String safe(String text) {
        return text.matches("(?s)[=@+\\-\\t\\r].*") ? " " + text : text;
    }
}
