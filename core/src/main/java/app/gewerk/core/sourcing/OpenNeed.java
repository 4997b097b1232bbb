package app.gewerk.core.sourcing;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/**
 * Pieces of one thing that have to be had, for a job or to fill the shelf.
 *
 * @param latest the day by which they have to be here
 * @param mayBeSplit whether some may come from one seller and some from another
 * @param aDay what another day of waiting is worth, in the shop's currency
 * @param choices what would do, none of them twice
 */
public record OpenNeed(
        String id, int pieces, Optional<LocalDate> latest, boolean mayBeSplit, BigDecimal aDay, List<Choice> choices) {

    /**
     * @param loss for each piece, in the shop's currency: bench work to make it fit, and what it is worse by
     */
    public record Choice(String seller, String itemNumber, BigDecimal loss) {
        boolean is(Listing listing) {
            return seller.equals(listing.seller()) && itemNumber.equals(listing.itemNumber());
        }
    }
}
