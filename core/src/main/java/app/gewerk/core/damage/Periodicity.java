package app.gewerk.core.damage;

import app.gewerk.core.Budget;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;

/**
 * Whether damage comes back evenly round the gear, and how likely it would do so by chance.
 *
 * <p>The losses of the teeth are taken as a discrete Fourier series over the gear: the amplitude of order k is
 * |Σ s_n e^(−2πikn/z)| / Σ s_n, 1 when all damage falls on k evenly spaced places. Its significance is that of a
 * permutation test: the same runs of damaged teeth are laid round the gear in every other way (all of them when there
 * are at most {@value #ALL_WAYS}, else that many drawn with a fixed seed), and it is counted how often some order
 * stands out as much. One run alone is never periodic.
 *
 * @param order times a turn
 * @param places runs of damage it was found from
 * @param amplitude of that order, 0 to 1
 * @param chance that some order from 2 to 6 would stand out so by accident
 * @param even whether that is too unlikely to be an accident
 */
public record Periodicity(int order, int places, double amplitude, double chance, boolean even) {
    /** As often by chance is no longer chance (the usual one in twenty). */
    private static final double EVEN = 0.05;

    private static final int ALL_WAYS = 40_000;
    private static final int LOWEST = 2;
    private static final int HIGHEST = 6;

    /** A run of damaged teeth and the undamaged ones between it and the next. */
    private record Run(double[] losses, int gap) {}

    /** The order that stands out most; none when there are fewer than two runs. */
    static Optional<Periodicity> of(double[] losses) {
        List<Run> runs = runs(losses);
        int highest = Math.min(HIGHEST, losses.length / 2);
        if (runs.size() < 2 || highest < LOWEST) {
            return Optional.empty();
        }
        double[] observed = amplitudes(losses, highest);
        int free = runs.stream().mapToInt(Run::gap).sum() - runs.size();
        List<double[]> others = arrangements(runs, free, losses.length, highest);
        double[][] sorted = new double[highest + 1][];
        for (int k = LOWEST; k <= highest; k++) {
            int order = k;
            sorted[k] = others.stream().mapToDouble(a -> a[order]).sorted().toArray();
        }
        int best = LOWEST;
        for (int k = LOWEST; k <= highest; k++) {
            if (alone(sorted[k], observed[k]) < alone(sorted[best], observed[best]) - 1e-12) {
                best = k;
            }
        }
        double least = alone(sorted[best], observed[best]);
        long asMuch = others.stream()
                .filter(a -> {
                    for (int k = LOWEST; k <= highest; k++) {
                        if (alone(sorted[k], a[k]) <= least + 1e-12) {
                            return true;
                        }
                    }
                    return false;
                })
                .count();
        double chance = asMuch / (double) others.size();
        return Optional.of(new Periodicity(best, runs.size(), observed[best], chance, chance <= EVEN));
    }

    /** Share of arrangements whose amplitude is at least this. */
    private static double alone(double[] sorted, double amplitude) {
        int below = Arrays.binarySearch(sorted, amplitude - 1e-9);
        return (sorted.length - (below < 0 ? -below - 1 : below)) / (double) sorted.length;
    }

    static double[] amplitudes(double[] losses, int highest) {
        return amplitudes(losses, highest, circle(losses.length));
    }

    /** Cosine and sine of every tooth's angle: the same for all ways of laying the runs round one gear. */
    private static double[][] circle(int teeth) {
        double[][] circle = new double[teeth][];
        for (int n = 0; n < teeth; n++) {
            double angle = 2 * Math.PI * n / teeth;
            circle[n] = new double[] {Math.cos(angle), Math.sin(angle)};
        }
        return circle;
    }

    private static double[] amplitudes(double[] losses, int highest, double[][] circle) {
        Budget.spend();
        double sum = Arrays.stream(losses).sum();
        double[] amplitudes = new double[highest + 1];
        for (int k = 0; k <= highest; k++) {
            double real = 0;
            double imaginary = 0;
            for (int n = 0; n < losses.length; n++) {
                double[] at = circle[k * n % losses.length];
                real += losses[n] * at[0];
                imaginary -= losses[n] * at[1];
            }
            amplitudes[k] = sum == 0 ? 0 : Math.hypot(real, imaginary) / sum;
        }
        return amplitudes;
    }

    private static List<Run> runs(double[] losses) {
        int z = losses.length;
        int start = 0;
        while (start < z && losses[start] > 0) {
            start++;
        }
        List<Run> runs = new ArrayList<>();
        if (start == z) {
            return runs;
        }
        int at = 0;
        while (at < z) {
            int from = at;
            while (at < z && losses[(start + at) % z] > 0) {
                at++;
            }
            int damaged = at - from;
            while (at < z && losses[(start + at) % z] == 0) {
                at++;
            }
            if (damaged > 0) {
                double[] run = new double[damaged];
                for (int i = 0; i < damaged; i++) {
                    run[i] = losses[(start + from + i) % z];
                }
                runs.add(new Run(run, at - from - damaged));
            }
        }
        if (!runs.isEmpty()) {
            int leading = 0;
            while (losses[(start + leading) % z] == 0) {
                leading++;
            }
            Run last = runs.removeLast();
            runs.add(new Run(last.losses, last.gap + leading));
        }
        return runs;
    }

    /** Amplitudes of every way to share the free teeth among the gaps, at least one in each; or of many drawn ways. */
    private static List<double[]> arrangements(List<Run> runs, int free, int z, int highest) {
        List<double[]> found = new ArrayList<>();
        double[][] circle = circle(z);
        if (ways(free, runs.size()) <= ALL_WAYS) {
            share(new int[runs.size()], 0, free, gaps -> found.add(amplitudes(laid(runs, gaps, z), highest, circle)));
        } else {
            Random random = new Random(20_011);
            for (int i = 0; i < ALL_WAYS; i++) {
                found.add(amplitudes(laid(runs, drawn(random, runs.size(), free), z), highest, circle));
            }
        }
        return found;
    }

    /** (free + n − 1) over (n − 1), stopped once it is more than enough. */
    private static double ways(int free, int gaps) {
        double ways = 1;
        for (int i = 1; i < gaps; i++) {
            ways *= (free + i) / (double) i;
        }
        return ways;
    }

    private static void share(int[] gaps, int at, int left, java.util.function.Consumer<int[]> each) {
        if (at == gaps.length - 1) {
            gaps[at] = left;
            each.accept(gaps);
            return;
        }
        for (int here = 0; here <= left; here++) {
            gaps[at] = here;
            share(gaps, at + 1, left - here, each);
        }
    }

    /** Evenly among all ways: bars among stars. */
    private static int[] drawn(Random random, int gaps, int free) {
        int places = free + gaps - 1;
        int[] bars = random.ints(0, places).distinct().limit(gaps - 1L).sorted().toArray();
        int[] drawn = new int[gaps];
        int before = -1;
        for (int i = 0; i < bars.length; i++) {
            drawn[i] = bars[i] - before - 1;
            before = bars[i];
        }
        drawn[gaps - 1] = places - before - 1;
        return drawn;
    }

    private static double[] laid(List<Run> runs, int[] gaps, int z) {
        double[] losses = new double[z];
        int at = 0;
        for (int r = 0; r < runs.size(); r++) {
            for (double loss : runs.get(r).losses) {
                losses[at++] = loss;
            }
            at += gaps[r] + 1;
        }
        return losses;
    }
}
