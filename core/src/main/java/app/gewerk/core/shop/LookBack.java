package app.gewerk.core.shop;

import app.gewerk.core.words.Say;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * What the jobs of several months came to.
 *
 * @param total over all months
 * @param months one after the other
 * @param kinds of machine, {@code faults}, {@code ways}: the most jobs first
 * @param spares that were waited for, the most days first
 */
public record LookBack(
        Sum total,
        List<OfMonth> months,
        List<OfKind> kinds,
        List<OfFault> faults,
        List<OfWay> ways,
        List<Waited> spares) {
    private static final int MOST = 20;

    /**
     * @param timed jobs of which the minutes at the bench are known
     * @param billed without tax, in the shop's currency, what was taken back taken off
     * @param parts landed
     * @param back that came back with the mend
     * @param promised jobs with a day promised; {@code kept} of them ready on it or before
     */
    public record Sum(
            int jobs,
            int declined,
            int timed,
            long minutes,
            BigDecimal billed,
            BigDecimal parts,
            int back,
            int promised,
            int kept) {
        public static final Sum NOTHING = new Sum(0, 0, 0, 0, BigDecimal.ZERO, BigDecimal.ZERO, 0, 0, 0);

        Sum plus(Sum more) {
            return new Sum(
                    jobs + more.jobs,
                    declined + more.declined,
                    timed + more.timed,
                    minutes + more.minutes,
                    billed.add(more.billed),
                    parts.add(more.parts),
                    back + more.back,
                    promised + more.promised,
                    kept + more.kept);
        }
    }

    public record OfMonth(LocalDate month, Sum sum) {}

    public record OfKind(String kind, int jobs, long minutes, BigDecimal billed) {}

    public record OfFault(String fault, Say words, int jobs) {}

    public record OfWay(String way, int jobs, int back) {}

    /**
     * A part that was ordered for jobs; one on the shelf would have saved the wait.
     *
     * @param days waited in all
     */
    public record Waited(String seller, String itemNumber, int jobs, int days) {}

    /** The figures of one month. */
    public record Month(
            LocalDate month,
            Sum sum,
            List<OfKind> kinds,
            List<OfFault> faults,
            List<OfWay> ways,
            List<Waited> spares) {}

    public static LookBack of(List<Month> months) {
        Sum total = Sum.NOTHING;
        List<OfMonth> each = new ArrayList<>();
        Map<String, OfKind> kinds = new TreeMap<>();
        Map<String, OfFault> faults = new TreeMap<>();
        Map<String, OfWay> ways = new TreeMap<>();
        Map<String, Waited> spares = new LinkedHashMap<>();
        for (Month month : months) {
            total = total.plus(month.sum);
            each.add(new OfMonth(month.month, month.sum));
            month.kinds.forEach(k -> kinds.merge(
                    k.kind,
                    k,
                    (a, b) -> new OfKind(a.kind, a.jobs + b.jobs, a.minutes + b.minutes, a.billed.add(b.billed))));
            month.faults.forEach(
                    f -> faults.merge(f.fault, f, (a, b) -> new OfFault(a.fault, b.words, a.jobs + b.jobs)));
            month.ways.forEach(w -> ways.merge(w.way, w, (a, b) -> new OfWay(a.way, a.jobs + b.jobs, a.back + b.back)));
            month.spares.forEach(s -> spares.merge(
                    s.seller + " " + s.itemNumber,
                    s,
                    (a, b) -> new Waited(a.seller, a.itemNumber, a.jobs + b.jobs, a.days + b.days)));
        }
        return new LookBack(
                total,
                List.copyOf(each),
                most(kinds, Comparator.comparingInt(k -> -k.jobs)),
                most(faults, Comparator.comparingInt(f -> -f.jobs)),
                most(ways, Comparator.comparingInt(w -> -w.jobs)),
                most(spares, Comparator.comparingInt(s -> -s.days)));
    }

    private static <T> List<T> most(Map<String, T> all, Comparator<T> order) {
        return all.values().stream().sorted(order).limit(MOST).toList();
    }
}
