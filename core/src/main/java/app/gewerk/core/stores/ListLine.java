package app.gewerk.core.stores;

import java.math.BigDecimal;

/**
 * A line of a seller's list.
 *
 * @param packPrice in the seller's currency
 * @param stock packs in stock
 */
public record ListLine(String itemNumber, Item item, int packSize, BigDecimal packPrice, int stock, int dispatchDays) {
    static ListLine of(Cells cells) {
        return new ListLine(
                cells.required(Field.ITEM),
                cells.item(),
                cells.whole(Field.PACK_SIZE, 1, 1),
                cells.requiredMoney(Field.PRICE),
                cells.whole(Field.STOCK, 0, 0),
                cells.whole(Field.DISPATCH, 1, 0));
    }
}
