package app.gewerk.core.sourcing;

/**
 * A seller as an order sees it from here.
 *
 * @param failureChance that what is ordered does not come, or comes wrong, as far as it is known
 */
public record Source(
        String code, SellerTerms terms, ImportRule rule, LandedCost.Exchange exchange, double failureChance) {}
