package app.gewerk.core.shop;

import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Who takes up what next. Whenever a hand is free it takes, of what it can do and can be begun, the work with the greatest
 * apparent tardiness cost: w/p · exp(−max(0, d − p − t)/(2 p̄)), w its value, p its minutes, d when it is due, t the time, p̄ the
 * mean of the minutes (rule of Vepsalainen and Morton, 1987). Where nothing can be begun the hand waits for the next that can.
 * Of two hands free at once the one that can do less comes first, so that the other is left for what only it can do.
 *
 * @param slots in the order in which they begin
 * @param nobodyCan what no hand here can do, by its id
 * @param lateMinutes all promises missed, together
 * @param leastLateMinutes what no order at all can do better than: each alone, and for each day the work due by then against
 *     the hands
 */
public record DayPlan(List<Slot> slots, List<Long> nobodyCan, double lateMinutes, double leastLateMinutes) {
    private static final double LOOK_AHEAD = 2;
    /** Work that nobody was promised counts as due this far off. */
    private static final double SOME_DAY = 20_000;
    /** Less slack than this is said. */
    private static final double SOON = 240;
    /** So much and more is said in hours. */
    private static final double IN_HOURS = 120;

    /**
     * One piece of work at its place in the day.
     *
     * @param hand who, counted from 0
     * @param lateMinutes after it is due
     */
    public record Slot(long id, int hand, double from, double to, double lateMinutes, Say why) {}

    public static DayPlan of(List<Work> all, Crew crew) {
        List<Work> works = all.stream().filter(crew::anyCan).toList();
        Course course = new Course(works, crew);
        double[] from = works.stream().mapToDouble(Work::from).toArray();
        int[] hand = new int[works.size()];
        double[] begins = course.begins(course.takes, from, hand);
        List<Slot> slots = new ArrayList<>();
        for (int i = 0; i < begins.length; i++) {
            Work work = works.get(i);
            double to = begins[i] + course.takes[i];
            slots.add(
                    new Slot(work.id(), hand[i], begins[i], to, late(work, to), why(work, begins[i], course.takes[i])));
        }
        slots.sort(Comparator.comparingDouble(Slot::from).thenComparingInt(Slot::hand));
        return new DayPlan(
                List.copyOf(slots),
                all.stream().filter(w -> !crew.anyCan(w)).map(Work::id).toList(),
                slots.stream().mapToDouble(Slot::lateMinutes).sum(),
                bound(works, crew));
    }

    private static double worth(Work work) {
        return Math.log(Math.max(1, work.value()) / Math.max(1, work.meanMinutes()));
    }

    /** The logarithm of the apparent tardiness cost: it is only compared. */
    private static double pressing(double worth, double minutes, double due, double now, double mean) {
        return worth - Math.max(0, due - minutes - now) / (LOOK_AHEAD * mean);
    }

    private static double late(Work work, double to) {
        return work.due().isPresent() ? Math.max(0, to - work.due().getAsDouble()) : 0;
    }

    private static Say why(Work work, double now, double takes) {
        if (work.due().isEmpty()) {
            return Say.of("plan.whenever");
        }
        double slack = work.due().getAsDouble() - now - takes;
        if (slack < 0) {
            return -slack < IN_HOURS
                    ? Say.of("plan.late", "minutes", -slack)
                    : Say.of("plan.lateByHours", "hours", -slack / 60);
        }
        return slack < SOON ? Say.of("plan.tight", "minutes", slack) : Say.of("plan.room", "hours", slack / 60);
    }

    /**
     * A bound from below on the minutes late: the larger of each by itself, and, over all times d, the work due by d beyond
     * what the hands can do until then, for at least the last of it is that late.
     */
    private static double bound(List<Work> works, Crew crew) {
        double longer = crew.interruptions().longer();
        double alone = works.stream()
                .mapToDouble(w -> late(w, Math.max(0, w.from()) + longer * w.meanMinutes()))
                .sum();
        List<Work> due = works.stream()
                .filter(w -> w.due().isPresent())
                .sorted(Comparator.comparingDouble(w -> w.due().getAsDouble()))
                .toList();
        double crowded = 0;
        double sum = 0;
        for (Work work : due) {
            sum += longer * work.meanMinutes();
            crowded = Math.max(
                    crowded, sum / crew.hands().size() - Math.max(0, work.due().getAsDouble()));
        }
        return Math.max(alone, crowded);
    }

    /** What of the works decides their order, laid out for playing it through many times. */
    static final class Course {
        private final double mean;
        private final double[] worth;
        private final double[] takes;
        private final double[] due;
        private final boolean[][] can;
        /** The hands, those first that can do least. */
        private final int[] plainFirst;

        Course(List<Work> works, Crew crew) {
            double longer = crew.interruptions().longer();
            worth = works.stream().mapToDouble(DayPlan::worth).toArray();
            takes = works.stream().mapToDouble(w -> longer * w.meanMinutes()).toArray();
            mean = Arrays.stream(takes).average().orElse(1);
            due = works.stream().mapToDouble(w -> w.due().orElse(SOME_DAY)).toArray();
            int hands = crew.hands().size();
            can = new boolean[hands][works.size()];
            for (int h = 0; h < hands; h++) {
                for (int i = 0; i < can[h].length; i++) {
                    can[h][i] = crew.can(h, works.get(i));
                }
            }
            plainFirst = IntStream.range(0, hands)
                    .boxed()
                    .sorted(Comparator.comparingInt(h -> crew.hands().get(h).size()))
                    .mapToInt(h -> h)
                    .toArray();
        }

        /** When each piece of work ends if it takes so long and can be begun then; the order is chosen as it comes. */
        double[] ends(double[] minutes, double[] from) {
            double[] ends = begins(minutes, from, new int[worth.length]);
            for (int i = 0; i < ends.length; i++) {
                ends[i] += minutes[i];
            }
            return ends;
        }

        /** What nobody can do never begins. @param hand is filled with who takes it up */
        double[] begins(double[] minutes, double[] from, int[] hand) {
            int n = worth.length;
            double[] free = new double[can.length];
            double[] begins = new double[n];
            int[] left = IntStream.range(0, n).toArray();
            for (int count = n; count > 0; count--) {
                int next = -1;
                double now = Double.POSITIVE_INFINITY;
                for (int h : plainFirst) {
                    double soonest = free[h] < now ? Math.max(free[h], soonest(h, left, count, from, free[h])) : now;
                    if (soonest < now) {
                        now = soonest;
                        next = h;
                    }
                }
                if (next < 0) {
                    for (int k = 0; k < count; k++) {
                        begins[left[k]] = Double.POSITIVE_INFINITY;
                    }
                    return begins;
                }
                int best = most(next, left, count, from, now);
                int work = left[best];
                System.arraycopy(left, best + 1, left, best, count - best - 1);
                begins[work] = now;
                hand[work] = next;
                free[next] = now + minutes[work];
            }
            return begins;
        }

        /** When what a hand can do can first be begun, no sooner asked than a time at which that is enough. */
        private double soonest(int hand, int[] left, int count, double[] from, double enough) {
            double soonest = Double.POSITIVE_INFINITY;
            for (int k = 0; k < count && soonest > enough; k++) {
                if (can[hand][left[k]]) {
                    soonest = Math.min(soonest, from[left[k]]);
                }
            }
            return soonest;
        }

        /** Where among those left the one stands that it costs most to leave, of what a hand can do and can be begun. */
        private int most(int hand, int[] left, int count, double[] from, double now) {
            int best = -1;
            double most = Double.NEGATIVE_INFINITY;
            for (int k = 0; k < count; k++) {
                int i = left[k];
                if (from[i] <= now && can[hand][i]) {
                    double pressing = pressing(worth[i], takes[i], due[i], now, mean);
                    if (pressing > most) {
                        most = pressing;
                        best = k;
                    }
                }
            }
            return best;
        }
    }
}
