package app.gewerk.core.teardown;

import app.gewerk.core.Wire;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Two ledgers of the same model beside each other: which steps are the same deed, what differs in them, which stand in
 * one only. Aligned in order so that the likeness of paired steps is greatest (dynamic programming, as texts are compared).
 */
public record LedgerDifference(List<Row> rows) {
    private static final double SAME_DEED = 0.34;

    /**
     * @param mine number of my step, counted from 0
     * @param theirs number of their step
     * @param differs what differs when both have it; empty when nothing does
     */
    public record Row(Optional<Integer> mine, Optional<Integer> theirs, List<Say> differs) {}

    /** What to keep of a row. */
    public enum Keep {
        MINE,
        THEIRS,
        BOTH,
        NEITHER;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    public static LedgerDifference of(List<TeardownStep> mine, List<TeardownStep> theirs) {
        List<TeardownStep.Deed> my = mine.stream().map(TeardownStep::deed).toList();
        List<TeardownStep.Deed> their = theirs.stream().map(TeardownStep::deed).toList();
        double[][] best = new double[mine.size() + 1][theirs.size() + 1];
        for (int m = mine.size() - 1; m >= 0; m--) {
            for (int t = theirs.size() - 1; t >= 0; t--) {
                best[m][t] = Math.max(best[m + 1][t], best[m][t + 1]);
                double like = my.get(m).likeness(their.get(t));
                if (like >= SAME_DEED) {
                    best[m][t] = Math.max(best[m][t], like + best[m + 1][t + 1]);
                }
            }
        }
        List<Row> rows = new ArrayList<>();
        int m = 0;
        int t = 0;
        while (m < mine.size() || t < theirs.size()) {
            boolean both = m < mine.size() && t < theirs.size();
            double like = both ? my.get(m).likeness(their.get(t)) : 0;
            if (both && like >= SAME_DEED && best[m][t] == like + best[m + 1][t + 1]) {
                rows.add(new Row(Optional.of(m), Optional.of(t), differs(mine.get(m), theirs.get(t))));
                m++;
                t++;
            } else if (t >= theirs.size() || m < mine.size() && best[m][t] == best[m + 1][t]) {
                rows.add(new Row(Optional.of(m++), Optional.empty(), List.of()));
            } else {
                rows.add(new Row(Optional.empty(), Optional.of(t++), List.of()));
            }
        }
        return new LedgerDifference(rows);
    }

    private static List<Say> differs(TeardownStep mine, TeardownStep theirs) {
        List<Say> differs = new ArrayList<>();
        compare(differs, "what", mine.what(), theirs.what());
        compare(differs, "where", mine.where(), theirs.where());
        compare(differs, "side", mine.side(), theirs.side());
        compare(differs, "tool", mine.tool(), theirs.tool());
        compare(differs, "cameOff", String.join(", ", mine.cameOff()), String.join(", ", theirs.cameOff()));
        compare(differs, "dangers", mine.dangers().toString(), theirs.dangers().toString());
        compare(differs, "note", mine.note(), theirs.note());
        return differs;
    }

    private static void compare(List<Say> differs, String name, String mine, String theirs) {
        if (!mine.equals(theirs)) {
            differs.add(Say.of("differs." + name));
        }
    }

    /**
     * One ledger of the two, row by row as chosen.
     *
     * @throws Refused if not every row has its choice, or a choice asks for a step that is not there
     */
    public static List<TeardownStep> merge(List<TeardownStep> mine, List<TeardownStep> theirs, List<Keep> choices) {
        List<Row> rows = of(mine, theirs).rows();
        if (choices.size() != rows.size()) {
            throw new Refused("ledger.chooseAll", "rows", rows.size(), "choices", choices.size());
        }
        List<TeardownStep> merged = new ArrayList<>();
        for (int i = 0; i < rows.size(); i++) {
            Row row = rows.get(i);
            Keep keep = choices.get(i);
            boolean takeMine = keep == Keep.MINE || keep == Keep.BOTH;
            boolean takeTheirs = keep == Keep.THEIRS || keep == Keep.BOTH;
            if (takeMine) {
                merged.add(mine.get(row.mine().orElseThrow(() -> notThere("yours"))));
            }
            if (takeTheirs) {
                merged.add(theirs.get(row.theirs().orElseThrow(() -> notThere("theirs"))));
            }
        }
        return merged;
    }

    private static Refused notThere(String whose) {
        return new Refused("ledger.noStepOf", "whose", whose);
    }
}
