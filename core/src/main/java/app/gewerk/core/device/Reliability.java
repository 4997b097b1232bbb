package app.gewerk.core.device;

import java.util.ArrayList;
import java.util.List;

/**
 * Whether claimed probabilities came true: claims in tenths, each with what was claimed on the average and how often it was so.
 *
 * @param error claimed and true apart, on the average over all claims (expected calibration error)
 */
public record Reliability(List<Bin> bins, double error, int claims) {
    private static final int BINS = 10;

    public record Claim(double probability, boolean came) {}

    /** @param claimed mean of the claims, {@code came} share of them that came true */
    public record Bin(double claimed, double came, int claims) {}

    public static Reliability of(List<Claim> claims) {
        List<Bin> bins = new ArrayList<>();
        double error = 0;
        for (int b = 0; b < BINS; b++) {
            int bin = b;
            List<Claim> in = claims.stream()
                    .filter(c -> Math.min(BINS - 1, (int) (c.probability * BINS)) == bin)
                    .toList();
            if (!in.isEmpty()) {
                double claimed =
                        in.stream().mapToDouble(Claim::probability).average().orElseThrow();
                double came = in.stream().filter(Claim::came).count() / (double) in.size();
                bins.add(new Bin(claimed, came, in.size()));
                error += in.size() * Math.abs(claimed - came);
            }
        }
        return new Reliability(List.copyOf(bins), claims.isEmpty() ? 0 : error / claims.size(), claims.size());
    }
}
