package app.gewerk.core.train;

import app.gewerk.core.Budget;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.TreeMap;
import org.hipparchus.fraction.BigFraction;

/** Linear equations in exact fractions, kept reduced as they come (Gauss–Jordan): what is determined can be read off at any time. */
final class LinearEquations {
    private final int unknowns;
    /** By the first unknown of each; the place after the last unknown holds the right side. */
    private final TreeMap<Integer, NavigableMap<Integer, BigFraction>> rows = new TreeMap<>();

    LinearEquations(int unknowns) {
        this.unknowns = unknowns;
    }

    LinearEquations copy() {
        LinearEquations same = new LinearEquations(unknowns);
        rows.forEach((pivot, row) -> same.rows.put(pivot, new TreeMap<>(row)));
        return same;
    }

    int rank() {
        return rows.size();
    }

    /** Adds Σ factor · unknown = value; false when it contradicts those before it. */
    boolean add(Map<Integer, BigFraction> factors, BigFraction value) {
        Budget.spend();
        NavigableMap<Integer, BigFraction> row = new TreeMap<>(factors);
        row.put(unknowns, value);
        row.values().removeIf(BigFraction::isZero);
        List<Integer> known = new ArrayList<>(row.keySet());
        for (int unknown : known) {
            NavigableMap<Integer, BigFraction> other = rows.get(unknown);
            if (other != null && row.containsKey(unknown)) {
                subtract(row, row.get(unknown), other);
            }
        }
        if (row.isEmpty()) {
            return true;
        }
        int pivot = row.firstKey();
        if (pivot == unknowns) {
            return false;
        }
        BigFraction lead = row.get(pivot);
        row.replaceAll((unknown, factor) -> factor.divide(lead));
        for (NavigableMap<Integer, BigFraction> other : rows.values()) {
            BigFraction factor = other.get(pivot);
            if (factor != null) {
                subtract(other, factor, row);
            }
        }
        rows.put(pivot, row);
        return true;
    }

    private static void subtract(
            NavigableMap<Integer, BigFraction> from, BigFraction times, NavigableMap<Integer, BigFraction> row) {
        row.forEach((unknown, factor) -> {
            BigFraction left = from.getOrDefault(unknown, BigFraction.ZERO).subtract(times.multiply(factor));
            if (left.isZero()) {
                from.remove(unknown);
            } else {
                from.put(unknown, left);
            }
        });
    }

    /** The value of an unknown, where the equations say one. */
    Optional<BigFraction> value(int unknown) {
        NavigableMap<Integer, BigFraction> row = rows.get(unknown);
        if (row == null || row.headMap(unknowns).size() != 1) {
            return Optional.empty();
        }
        return Optional.of(row.getOrDefault(unknowns, BigFraction.ZERO));
    }
}
