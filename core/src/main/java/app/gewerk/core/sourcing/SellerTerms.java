package app.gewerk.core.sourcing;

import java.math.BigDecimal;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.List;

/**
 * What a seller asks beyond the price of the goods.
 *
 * @param name seller
 * @param country where it ships from, by name
 * @param zone where that is, seen from the shop; decides duty and tax
 * @param currency of prices and postage, ISO 4217
 * @param postage steps by value of the goods, lowest first; the last step that is reached applies
 * @param transitDays working days on the way
 * @param closedOn days besides Saturdays and Sundays on which nobody works there, as announced
 */
public record SellerTerms(
        String name,
        String country,
        String zone,
        String currency,
        List<PostageStep> postage,
        int transitDays,
        List<LocalDate> closedOn) {

    public record PostageStep(BigDecimal goodsFrom, BigDecimal price) {}

    /**
     * When something is here that is ordered today: so many working days until it leaves, and those on the way.
     * Saturdays, Sundays and days on which the seller is closed do not count; what is ordered on one of them is taken up on the next day.
     */
    LocalDate arrival(LocalDate orderedOn, int dispatchDays) {
        LocalDate day = orderedOn;
        for (int left = dispatchDays + transitDays; left > 0; ) {
            day = day.plusDays(1);
            if (works(day)) {
                left--;
            }
        }
        return day;
    }

    private boolean works(LocalDate day) {
        return day.getDayOfWeek() != DayOfWeek.SATURDAY
                && day.getDayOfWeek() != DayOfWeek.SUNDAY
                && !closedOn.contains(day);
    }

    BigDecimal postageFor(BigDecimal goods) {
        BigDecimal price = BigDecimal.ZERO;
        for (PostageStep step : postage) {
            if (goods.compareTo(step.goodsFrom()) >= 0) {
                price = step.price();
            }
        }
        return price;
    }
}
