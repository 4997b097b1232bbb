package app.gewerk.core.teardown;

import app.gewerk.core.words.Refused;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** The tray's cells: rows A to F from the back, columns 1 to 8 from the left. */
public final class Cell {
    public static final int ROWS = 6;
    public static final int COLUMNS = 8;

    private Cell() {}

    /** All cells, row by row. */
    public static List<String> all() {
        List<String> cells = new ArrayList<>();
        for (int row = 0; row < ROWS; row++) {
            for (int column = 1; column <= COLUMNS; column++) {
                cells.add((char) ('A' + row) + String.valueOf(column));
            }
        }
        return cells;
    }

    static boolean is(String text) {
        return text.toUpperCase(Locale.ROOT).matches("[A-F][1-8]");
    }

    /** @throws Refused if the tray has no such cell */
    static String tidy(String cell) {
        if (!cell.isEmpty() && !is(cell)) {
            throw new Refused("ledger.noCell", "cell", cell);
        }
        return cell.toUpperCase(Locale.ROOT);
    }

    static Optional<String> firstFree(Collection<String> used) {
        return all().stream().filter(c -> !used.contains(c)).findFirst();
    }
}
