package app.gewerk.core.shop;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;

/**
 * The chance of keeping a day, by playing the open jobs through many times: each takes its lognormal time and is
 * interrupted as work here is, parts come late as they do, and the order follows the plan's own rule as things turn out.
 */
public final class Promise {
    private static final long SEED = 20_261;

    private Promise() {}

    /**
     * @param chances of having finished by the end of each day
     * @param others by how much the chance of each other promise falls through this one (0 to 1)
     */
    public record Outlook(List<Double> chances, List<Harm> others) {}

    /** @param before chance of keeping it without the new job, {@code after} with it */
    public record Harm(long id, double before, double after) {}

    /**
     * @param open what is at the bench and waits for it
     * @param one the job to promise, as if it were due on the day that is asked for: a tight promise pushes others back
     * @param dayEnds when the days end that could be promised, in minutes of bench time from now, the first first
     */
    public static Outlook of(List<Work> open, Work one, Crew crew, double[] dayEnds, int runs) {
        List<Work> all = new ArrayList<>(open);
        all.add(one);
        int[] by = new int[dayEnds.length];
        int[] keptWith = new int[open.size()];
        int[] keptWithout = new int[open.size()];
        Random random = new Random(SEED);
        DayPlan.Course withOne = new DayPlan.Course(all, crew);
        DayPlan.Course withoutOne = new DayPlan.Course(open, crew);
        double[] minutes = new double[all.size()];
        double[] from = new double[all.size()];
        for (int run = 0; run < runs; run++) {
            for (int i = 0; i < minutes.length; i++) {
                double work = all.get(i).drawMinutes(random);
                minutes[i] = work + crew.interruptions().draw(work, random);
                from[i] = all.get(i).drawFrom(random);
            }
            double[] with = withOne.ends(minutes, from);
            double[] without = withoutOne.ends(minutes, from);
            for (int d = 0; d < dayEnds.length; d++) {
                by[d] += with[open.size()] <= dayEnds[d] ? 1 : 0;
            }
            for (int i = 0; i < open.size(); i++) {
                double due = open.get(i).due().orElse(Double.MAX_VALUE);
                keptWith[i] += with[i] <= due ? 1 : 0;
                keptWithout[i] += without[i] <= due ? 1 : 0;
            }
        }
        List<Double> chances = new ArrayList<>();
        for (int d = 0; d < dayEnds.length; d++) {
            chances.add(by[d] / (double) runs);
        }
        List<Harm> others = new ArrayList<>();
        for (int i = 0; i < open.size(); i++) {
            if (open.get(i).due().isPresent()) {
                others.add(new Harm(open.get(i).id(), keptWithout[i] / (double) runs, keptWith[i] / (double) runs));
            }
        }
        return new Outlook(chances, others);
    }
}
