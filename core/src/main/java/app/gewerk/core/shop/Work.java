package app.gewerk.core.shop;

import java.util.OptionalDouble;
import java.util.Random;
import java.util.Set;

/**
 * A job as far as its time at the bench goes. All times are minutes of bench time from now on: a day has as many as the bench is
 * worked at.
 *
 * @param minutes it still takes, the median
 * @param scatter of that, the standard deviation of its logarithm
 * @param from when it can be begun: a part has come, a glue has cured
 * @param late by how much that comes later, on the average (exponential)
 * @param due when it is promised
 * @param value of finishing it, in the shop's currency
 * @param needs what whoever does it must be able to do
 */
public record Work(
        long id,
        double minutes,
        double scatter,
        double from,
        double late,
        OptionalDouble due,
        double value,
        Set<Skill> needs) {

    /** Of what anybody can do. */
    public Work(long id, double minutes, double scatter, double from, double late, OptionalDouble due, double value) {
        this(id, minutes, scatter, from, late, due, value, Set.of());
    }

    double drawMinutes(Random random) {
        return minutes * Math.exp(scatter * random.nextGaussian());
    }

    double drawFrom(Random random) {
        return late == 0 ? from : from - late * Math.log(1 - random.nextDouble());
    }

    /** What it takes on the average: the mean of the lognormal. */
    double meanMinutes() {
        return minutes * Math.exp(scatter * scatter / 2);
    }
}
