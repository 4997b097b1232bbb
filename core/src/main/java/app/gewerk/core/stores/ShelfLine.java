package app.gewerk.core.stores;

import app.gewerk.core.words.Outcome;
import java.math.BigDecimal;
import java.util.Map;
import java.util.Optional;

/**
 * A line of a list of what is on the shelves.
 *
 * @param least pieces that should be there
 * @param paid for one
 */
public record ShelfLine(Item item, String place, int pieces, int least, Optional<BigDecimal> paid) {
    static ShelfLine of(Cells cells) {
        cells.required(Field.PIECES);
        return new ShelfLine(
                cells.item(),
                cells.text(Field.PLACE),
                cells.whole(Field.PIECES, 0, 0),
                cells.whole(Field.LEAST, 0, 0),
                cells.money(Field.PRICE));
    }

    /** As somebody typed it into a form; what is wrong is said at its field. */
    public static Outcome<ShelfLine> typed(Map<Field, String> cells) {
        return new Cells(field -> cells.getOrDefault(field, "")).read(ShelfLine::of);
    }
}
