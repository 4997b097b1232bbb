package app.gewerk.core.sourcing;

/**
 * A seller as an order sees it from here.
 *
 * @param failureChance that what is ordered does not come, or comes wrong, as far as it is known
 */
public record Source(
        String code, SellerTerms terms, ImportRule rule, LandedCost.Exchange exchange, double failureChance) {
    /** Before anything has come from a seller: as if of twenty things one had failed (from memory). */
    private static final double FAILED = 1;

    private static final double OF = 20;

    /** What deliveries here say of a seller, over what is usual (the mean of a Beta distribution). */
    public static double failureChance(int deliveries, int failed) {
        return (FAILED + failed) / (OF + deliveries);
    }
}
