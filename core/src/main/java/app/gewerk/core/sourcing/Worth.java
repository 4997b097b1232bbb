package app.gewerk.core.sourcing;

import java.math.BigDecimal;

/** What waiting, failing and keeping is worth against money, in the shop's currency (all from memory). */
public final class Worth {
    /** A day that a machine waits for its gear. */
    public static final BigDecimal A_DAY = new BigDecimal("0.50");
    /** A day that a place on a shelf is empty. */
    public static final BigDecimal A_SPARES_DAY = new BigDecimal("0.05");
    /** Something ordered that does not come: asking, sending back, the days lost. */
    public static final BigDecimal A_FAILURE = new BigDecimal("15.00");
    /** Something ordered by itself, and not with others. */
    public static final BigDecimal ORDERED_ALONE = new BigDecimal("6.00");
    /** Share of its price that a thing on a shelf costs a year: space, money, what ages. */
    public static final double HOLDING = 0.25;

    private Worth() {}
}
