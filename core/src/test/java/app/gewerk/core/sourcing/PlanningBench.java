package app.gewerk.core.sourcing;

import java.time.Duration;
import java.util.Arrays;
import java.util.Locale;
import java.util.Random;
import java.util.stream.IntStream;

/** How near plans of made-up orders come to what is proven, and what they save: {@code ./gewerk bench planning}. */
public final class PlanningBench {
    private static final int QUESTIONS = 20;

    private PlanningBench() {}

    /** @param arguments none */
    public static void main(String[] arguments) {
        row(3, 2, 3, Duration.ofSeconds(3));
        row(10, 4, 12, Duration.ofSeconds(4));
        row(15, 5, 20, Duration.ofSeconds(4));
        row(30, 8, 40, Duration.ofSeconds(4));
        row(60, 12, 80, Duration.ofMillis(4700));
    }

    private static void row(int needs, int sellers, int things, Duration time) {
        double[] gaps = new double[QUESTIONS];
        double[] saved = new double[QUESTIONS];
        double[] seconds = new double[QUESTIONS];
        for (int seed = 0; seed < QUESTIONS; seed++) {
            OrderQuestion question = RandomOrders.question(new Random(seed), needs, sellers, things);
            long began = System.nanoTime();
            OrderPlan plan = OrderPlanner.plan(question, time, any -> true);
            seconds[seed] = (System.nanoTime() - began) / 1e9;
            gaps[seed] = 100 * plan.gap();
            saved[seed] = 100
                    * (1
                            - plan.landed().doubleValue()
                                    / Math.max(.01, plan.landedAlone().doubleValue()));
        }
        System.out.printf(
                Locale.ROOT,
                "| %d × %d | %.2f s, longest %.1f s | %.2f %% | %.2f %% | %d of %d | %.0f %% |%n",
                needs,
                sellers,
                middle(seconds),
                Arrays.stream(seconds).max().orElseThrow(),
                middle(gaps),
                Arrays.stream(gaps).max().orElseThrow(),
                IntStream.range(0, QUESTIONS).filter(i -> gaps[i] <= 1).count(),
                QUESTIONS,
                middle(saved));
    }

    private static double middle(double[] values) {
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        return (sorted[(QUESTIONS - 1) / 2] + sorted[QUESTIONS / 2]) / 2;
    }
}
