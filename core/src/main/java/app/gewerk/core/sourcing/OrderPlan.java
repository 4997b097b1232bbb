package app.gewerk.core.sourcing;

import app.gewerk.core.Wire;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/**
 * What to order from whom for everything that is needed.
 *
 * @param landed what all parcels cost on the bench together
 * @param landedAlone the same, were each need ordered by itself, at its own best
 * @param weighed landed cost with the work and loss of what does not fit at once, the worth of waiting and of sellers failing:
 *     what the plan makes least
 * @param atLeast nothing weighs less than this; equal to {@code weighed} where it is proven the best
 * @param missing needs that nobody can fill
 */
public record OrderPlan(
        List<PlannedParcel> parcels,
        BigDecimal landed,
        BigDecimal landedAlone,
        BigDecimal weighed,
        BigDecimal atLeast,
        List<Unfilled> missing) {

    /** Pieces of a line that are for one need. */
    public record ForNeed(String needId, int pieces) {}

    /**
     * @param spare pieces beyond what is needed
     * @param extra those of them that are in packs which are bought for the parcel's sake alone
     */
    public record PlannedLine(Listing listing, int packs, List<ForNeed> needs, int spare, int extra) {}

    public record PlannedParcel(String seller, String sellerName, List<PlannedLine> lines, LandedCost landed) {}

    /** Why a need stays open. */
    public enum Why {
        /** No seller has anything that would do. */
        NOBODY,
        /** What would do is here too late. */
        TOO_LATE,
        /** There are not as many. */
        NOT_ENOUGH;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /** @param earliest when it could be here at the soonest, where it is too late */
    public record Unfilled(String needId, Why why, Optional<LocalDate> earliest) {}

    /** By how much it may be dearer than the best there is, as a share of it; 0 where it is proven the best. */
    public double gap() {
        double all = weighed.doubleValue();
        return all == 0 ? 0 : Math.max(0, 1 - atLeast.doubleValue() / all);
    }
}
