package app.gewerk.core.sourcing;

import app.gewerk.core.sourcing.OpenNeed.Choice;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;

/**
 * What is to be ordered from whom: everything that is needed, all that would do, and the sellers that have it.
 *
 * @param listings of the sellers below, as far as some need would take them
 * @param aFailure what it costs here when something ordered does not come, in the shop's currency
 */
public record OrderQuestion(
        List<OpenNeed> needs, List<Listing> listings, List<Source> sources, LocalDate today, BigDecimal aFailure) {

    Optional<Listing> listing(Choice choice) {
        return listings.stream().filter(choice::is).findFirst();
    }

    Optional<Source> source(String code) {
        return sources.stream().filter(s -> s.code().equals(code)).findFirst();
    }

    /** The same, with that need had from there and nowhere else. */
    public OrderQuestion holding(String needId, String seller, String itemNumber) {
        return each(need -> need.id().equals(needId)
                ? withChoices(
                        need,
                        need.choices().stream()
                                .filter(c -> c.seller().equals(seller)
                                        && c.itemNumber().equals(itemNumber))
                                .toList())
                : need);
    }

    /** The same, with that need not had from there. */
    public OrderQuestion refusing(String needId, String seller, String itemNumber) {
        return each(need -> need.id().equals(needId)
                ? withChoices(
                        need,
                        need.choices().stream()
                                .filter(c -> !c.seller().equals(seller)
                                        || !c.itemNumber().equals(itemNumber))
                                .toList())
                : need);
    }

    /** The same, had somebody given up that seller. */
    public OrderQuestion without(String seller) {
        return each(need -> withChoices(
                need,
                need.choices().stream().filter(c -> !c.seller().equals(seller)).toList()));
    }

    /** The same, could everything be so many days later. */
    public OrderQuestion later(int days) {
        return each(need -> new OpenNeed(
                need.id(),
                need.pieces(),
                need.latest().map(day -> day.plusDays(days)),
                need.mayBeSplit(),
                need.aDay(),
                need.choices()));
    }

    /** One need by itself, as if nothing else were open. */
    OrderQuestion alone(OpenNeed need) {
        return new OrderQuestion(List.of(need), listings, sources, today, aFailure);
    }

    private OrderQuestion each(UnaryOperator<OpenNeed> change) {
        return new OrderQuestion(needs.stream().map(change).toList(), listings, sources, today, aFailure);
    }

    private static OpenNeed withChoices(OpenNeed need, List<Choice> choices) {
        return new OpenNeed(need.id(), need.pieces(), need.latest(), need.mayBeSplit(), need.aDay(), choices);
    }
}
