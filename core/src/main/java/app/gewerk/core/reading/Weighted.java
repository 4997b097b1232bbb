package app.gewerk.core.reading;

import java.util.Comparator;
import java.util.List;
import java.util.function.Predicate;

/** A fit with the probability that it is so. */
record Weighted(Fit fit, double probability) {

    static double probabilityOf(List<Weighted> of) {
        return of.stream().mapToDouble(Weighted::probability).sum();
    }

    static double share(List<Weighted> of, Predicate<Fit> which) {
        return of.stream()
                .filter(w -> which.test(w.fit))
                .mapToDouble(Weighted::probability)
                .sum();
    }

    /** @param of at least one */
    static Fit likeliest(List<Weighted> of) {
        return of.stream()
                .map(Weighted::fit)
                .max(Comparator.comparingDouble(Fit::logWeight))
                .orElseThrow();
    }
}
