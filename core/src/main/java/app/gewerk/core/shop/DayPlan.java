package app.gewerk.core.shop;

import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * Who takes up what next. Whenever a hand is free it takes, of what can be begun, the work with the greatest apparent
 * tardiness cost: w/p · exp(−max(0, d − p − t)/(2 p̄)), w its value, p its minutes, d when it is due, t the time, p̄ the mean of
 * the minutes (rule of Vepsalainen and Morton, 1987). Where nothing can be begun the hand waits for the next that can.
 *
 * @param slots in the order in which they begin
 * @param lateMinutes all promises missed, together
 * @param leastLateMinutes what no order at all can do better than: each alone, and for each day the work due by then against
 *     the hands
 */
public record DayPlan(List<Slot> slots, double lateMinutes, double leastLateMinutes) {
    private static final double LOOK_AHEAD = 2;
    /** Work that nobody was promised counts as due this far off. */
    private static final double SOME_DAY = 20_000;
    /** Less slack than this is said. */
    private static final double SOON = 240;

    /**
     * One piece of work at its place in the day.
     *
     * @param hand who, counted from 0
     * @param lateMinutes after it is due
     */
    public record Slot(long id, int hand, double from, double to, double lateMinutes, Say why) {}

    public static DayPlan of(List<Work> works, int hands) {
        List<Work> left = new ArrayList<>(works);
        double mean = works.stream().mapToDouble(Work::meanMinutes).average().orElse(1);
        double[] free = new double[hands];
        List<Slot> slots = new ArrayList<>();
        while (!left.isEmpty()) {
            int hand = earliest(free);
            double soonest = left.stream().mapToDouble(Work::from).min().orElseThrow();
            double now = Math.max(free[hand], soonest);
            Work next = next(left, now, mean).orElseThrow();
            left.remove(next);
            double to = now + next.meanMinutes();
            free[hand] = to;
            slots.add(new Slot(next.id(), hand, now, to, late(next, to), why(next, now)));
        }
        slots.sort(Comparator.comparingDouble(Slot::from).thenComparingInt(Slot::hand));
        return new DayPlan(
                List.copyOf(slots),
                slots.stream().mapToDouble(Slot::lateMinutes).sum(),
                bound(works, hands));
    }

    static int earliest(double[] free) {
        int best = 0;
        for (int h = 1; h < free.length; h++) {
            if (free[h] < free[best]) {
                best = h;
            }
        }
        return best;
    }

    /** Of what can be begun at this time, what it costs most to leave. */
    static Optional<Work> next(List<Work> left, double now, double mean) {
        return left.stream().filter(w -> w.from() <= now).max(Comparator.comparingDouble(w -> pressing(w, now, mean)));
    }

    /** The logarithm of the apparent tardiness cost: it is only compared. */
    private static double pressing(Work work, double now, double mean) {
        return pressing(worth(work), work.meanMinutes(), work.due().orElse(SOME_DAY), now, mean);
    }

    private static double worth(Work work) {
        return Math.log(Math.max(1, work.value()) / Math.max(1, work.meanMinutes()));
    }

    private static double pressing(double worth, double minutes, double due, double now, double mean) {
        return worth - Math.max(0, due - minutes - now) / (LOOK_AHEAD * mean);
    }

    private static double late(Work work, double to) {
        return work.due().isPresent() ? Math.max(0, to - work.due().getAsDouble()) : 0;
    }

    private static Say why(Work work, double now) {
        if (work.due().isEmpty()) {
            return Say.of("plan.whenever");
        }
        double slack = work.due().getAsDouble() - now - work.meanMinutes();
        if (slack < 0) {
            return Say.of("plan.late", "minutes", -slack);
        }
        return slack < SOON ? Say.of("plan.tight", "minutes", slack) : Say.of("plan.room", "hours", slack / 60);
    }

    /**
     * A bound from below on the minutes late: the larger of each by itself, and, over all times d, the work due by d beyond
     * what the hands can do until then, for at least the last of it is that late.
     */
    private static double bound(List<Work> works, int hands) {
        double alone = works.stream()
                .mapToDouble(w -> late(w, Math.max(0, w.from()) + w.meanMinutes()))
                .sum();
        List<Work> due = works.stream()
                .filter(w -> w.due().isPresent())
                .sorted(Comparator.comparingDouble(w -> w.due().getAsDouble()))
                .toList();
        double crowded = 0;
        double sum = 0;
        for (Work work : due) {
            sum += work.meanMinutes();
            crowded = Math.max(crowded, sum / hands - Math.max(0, work.due().getAsDouble()));
        }
        return Math.max(alone, crowded);
    }

    /** What of the works decides their order, laid out for playing it through many times. */
    static final class Course {
        private final int hands;
        private final double mean;
        private final double[] worth;
        private final double[] takes;
        private final double[] due;

        Course(List<Work> works, int hands) {
            this.hands = hands;
            mean = works.stream().mapToDouble(Work::meanMinutes).average().orElse(1);
            worth = works.stream().mapToDouble(DayPlan::worth).toArray();
            takes = works.stream().mapToDouble(Work::meanMinutes).toArray();
            due = works.stream().mapToDouble(w -> w.due().orElse(SOME_DAY)).toArray();
        }

        /** When each piece of work ends if it takes so long and can be begun then; the order is chosen as it comes. */
        double[] ends(double[] minutes, double[] from) {
            int n = worth.length;
            double[] free = new double[hands];
            double[] ends = new double[n];
            int[] left = new int[n];
            for (int i = 0; i < n; i++) {
                left[i] = i;
            }
            for (int count = n; count > 0; count--) {
                int hand = earliest(free);
                double soonest = Double.MAX_VALUE;
                for (int k = 0; k < count; k++) {
                    soonest = Math.min(soonest, from[left[k]]);
                }
                double now = Math.max(free[hand], soonest);
                int best = -1;
                double most = Double.NEGATIVE_INFINITY;
                for (int k = 0; k < count; k++) {
                    int i = left[k];
                    if (from[i] <= now) {
                        double pressing = pressing(worth[i], takes[i], due[i], now, mean);
                        if (pressing > most) {
                            most = pressing;
                            best = k;
                        }
                    }
                }
                int next = left[best];
                left[best] = left[count - 1];
                ends[next] = now + minutes[next];
                free[hand] = ends[next];
            }
            return ends;
        }
    }
}
