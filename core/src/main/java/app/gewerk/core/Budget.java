package app.gewerk.core;

import java.util.function.BooleanSupplier;
import java.util.function.LongSupplier;
import org.jspecify.annotations.Nullable;

/**
 * What a computation asked for from outside may use: so much of the processor's time from its first piece of work on,
 * on a busy machine at most {@value #MOST_TIMES} times as long, and only while somebody still waits for it. Loops whose
 * length depends on what was asked call {@link #spend}, which costs some tens of nanoseconds. Work done without a budget
 * (tests, set-up) is not bounded.
 */
public final class Budget {
    private static final ThreadLocal<@Nullable Budget> CURRENT = new ThreadLocal<>();
    private static final long ASK_EVERY_NANOS = 50_000_000;
    private static final int MOST_TIMES = 4;

    private final long nanos;
    private final LongSupplier clock;
    private final LongSupplier worked;
    private final BooleanSupplier gone;
    private boolean begun;
    private long began;
    private long workedBefore;
    private long asked;

    /**
     * @param nanos time allowed
     * @param clock in nanoseconds, cheap to read
     * @param worked the processor's time that this computation and what runs beside it have taken, in nanoseconds; read
     *     when the clock says that the budget may be used up
     * @param gone whether nobody waits for the answer any more; asked about twenty times a second, on the working thread
     */
    public Budget(long nanos, LongSupplier clock, LongSupplier worked, BooleanSupplier gone) {
        this.nanos = nanos;
        this.clock = clock;
        this.worked = worked;
        this.gone = gone;
    }

    /** Why a computation was stopped. */
    public enum Why {
        /** It took longer than allowed. */
        TIME,
        /** Nobody waits for it. */
        GONE
    }

    /** A computation was stopped because its budget was used up. */
    public static final class UsedUp extends RuntimeException {
        private final Why why;

        UsedUp(Why why) {
            super(why.name());
            this.why = why;
        }

        public Why why() {
            return why;
        }
    }

    /** Lets this thread work within this budget until {@link #end}. */
    public void begin() {
        CURRENT.set(this);
    }

    public static void end() {
        CURRENT.remove();
    }

    /**
     * Says that another piece of work begins, best one of some microseconds to milliseconds.
     *
     * @throws UsedUp when there is no time for it, or nobody waits for it
     */
    public static void spend() {
        Budget budget = CURRENT.get();
        if (budget != null) {
            budget.look();
        }
    }

    private void look() {
        long now = clock.getAsLong();
        if (!begun) {
            begun = true;
            began = now;
            asked = now;
            workedBefore = worked.getAsLong();
        }
        long passed = now - began;
        if (passed > nanos && (passed / MOST_TIMES > nanos || worked.getAsLong() - workedBefore > nanos)) {
            throw new UsedUp(Why.TIME);
        }
        if (now - asked > ASK_EVERY_NANOS) {
            asked = now;
            if (gone.getAsBoolean()) {
                throw new UsedUp(Why.GONE);
            }
        }
    }
}
