package app.gewerk.core.teardown;

import app.gewerk.core.Wire;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.IntStream;

/** What is off the machine and where it lies, from the steps so far; and what to look out for. */
public final class Ledger {
    private static final double SAME_DEED = 0.5;

    private Ledger() {}

    /** Something lying in a cell, and the step it came off in (1 for the first). */
    public record Lying(String words, int count, int step) {}

    /** A cell of the tray with what lies in it; an empty name is beside the tray. */
    public record CellHolds(String cell, List<Lying> lying) {}

    /** @param words what can be mixed up, and what to do */
    public record LookAlike(String cell, Say words) {}

    /**
     * What is off at this moment.
     *
     * @param fasteners how many fasteners and small parts
     * @param parts how many parts
     * @param nextFree the first empty cell; none when the tray is full
     */
    public record Balance(
            int fasteners,
            int parts,
            double minutes,
            List<CellHolds> cells,
            List<Lying> beside,
            List<LookAlike> lookAlikes,
            Optional<String> nextFree) {}

    public static Balance balance(List<TeardownStep> steps) {
        Map<String, List<Lying>> cells = new LinkedHashMap<>();
        Map<String, List<Fastener>> sorts = new LinkedHashMap<>();
        Map<String, List<PartOff>> partsIn = new LinkedHashMap<>();
        List<Lying> beside = new ArrayList<>();
        int fasteners = 0;
        int parts = 0;
        double minutes = 0;
        for (int i = 0; i < steps.size(); i++) {
            TeardownStep step = steps.get(i);
            minutes += step.minutes();
            for (Fastener f : step.fasteners()) {
                fasteners += f.count();
                lay(cells, beside, f.cell(), new Lying(f.called(), f.count(), i + 1));
                sorts.computeIfAbsent(f.cell(), c -> new ArrayList<>()).add(f);
            }
            for (PartOff p : step.partsOff()) {
                parts++;
                lay(cells, beside, p.cell(), new Lying(p.words(), 1, i + 1));
                partsIn.computeIfAbsent(p.cell(), c -> new ArrayList<>()).add(p);
            }
        }
        List<LookAlike> alike = new ArrayList<>();
        sorts.forEach((cell, all) -> fastenersAlike(cell, all).ifPresent(alike::add));
        partsIn.forEach((cell, all) -> partsAlike(cell, all).ifPresent(alike::add));
        return new Balance(
                fasteners,
                parts,
                minutes,
                cells.entrySet().stream()
                        .sorted(Map.Entry.comparingByKey())
                        .map(e -> new CellHolds(e.getKey(), e.getValue()))
                        .toList(),
                beside,
                alike,
                Cell.firstFree(cells.keySet()));
    }

    private static void lay(Map<String, List<Lying>> cells, List<Lying> beside, String cell, Lying lying) {
        (cell.isEmpty() ? beside : cells.computeIfAbsent(cell, c -> new ArrayList<>())).add(lying);
    }

    private static Optional<LookAlike> fastenersAlike(String cell, List<Fastener> all) {
        if (cell.isEmpty()) {
            return Optional.empty();
        }
        Set<String> mixed = new LinkedHashSet<>();
        for (Fastener one : all) {
            for (Fastener other : all) {
                if (one.looksLike(other)) {
                    mixed.add(one.sort());
                }
            }
        }
        return mixed.isEmpty()
                ? Optional.empty()
                : Optional.of(new LookAlike(
                        cell, Say.of("lookAlike.fasteners", "cell", cell, "sorts", and(List.copyOf(mixed)))));
    }

    /** "one and another and a third". */
    private static Say and(List<String> names) {
        Say told = Say.typed(names.getFirst());
        for (String next : names.subList(1, names.size())) {
            told = Say.of("and", "first", told, "next", next);
        }
        return told;
    }

    /** The same part from two sides in one cell. */
    private static Optional<LookAlike> partsAlike(String cell, List<PartOff> all) {
        if (cell.isEmpty()) {
            return Optional.empty();
        }
        for (PartOff one : all) {
            for (PartOff other : all) {
                if (one.name().equalsIgnoreCase(other.name()) && !one.side().equals(other.side())) {
                    return Optional.of(
                            new LookAlike(cell, Say.of("lookAlike.sides", "cell", cell, "part", one.name())));
                }
            }
        }
        return Optional.empty();
    }

    /** What became of a part that can fall out unseen. */
    public enum Whereabouts {
        STILL_IN,
        FOUND,
        LOST;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /**
     * Something that came off here on an earlier machine of the model and has not been noted on this one.
     *
     * @param step it came off with then, {@code afterStep} the same step now
     */
    public record HiddenPart(String step, String part, String afterStep, Say words) {}

    /**
     * Nuts, shims and the like that came off with a step before and are missing now, or were more. Those noted with the
     * same step count for it first, the rest wherever they were noted.
     */
    public static List<HiddenPart> unseen(List<TeardownStep> now, List<TeardownStep> earlier) {
        List<TeardownStep.Deed> deeds = now.stream().map(TeardownStep::deed).toList();
        record Then(TeardownStep step, TeardownStep same, Fastener part, int withIt) {}
        Map<String, Integer> elsewhere = new HashMap<>();
        List<Map<String, Integer>> withStep = new ArrayList<>();
        for (TeardownStep step : now) {
            Map<String, Integer> counts = new HashMap<>();
            step.fasteners().forEach(f -> counts.merge(f.kind(), f.count(), Integer::sum));
            counts.forEach((kind, count) -> elsewhere.merge(kind, count, Integer::sum));
            withStep.add(counts);
        }
        List<Then> hidden = new ArrayList<>();
        for (TeardownStep then : earlier) {
            TeardownStep.Deed deed = then.deed();
            OptionalInt same = IntStream.range(0, now.size())
                    .filter(i -> deeds.get(i).likeness(deed) >= SAME_DEED)
                    .findFirst();
            if (same.isEmpty()) {
                continue;
            }
            Map<String, Integer> here = withStep.get(same.getAsInt());
            for (Fastener f : then.fasteners()) {
                if (f.canFallOutUnseen()) {
                    int withIt = Math.min(f.count(), here.getOrDefault(f.kind(), 0));
                    here.merge(f.kind(), -withIt, Integer::sum);
                    elsewhere.merge(f.kind(), -withIt, Integer::sum);
                    hidden.add(new Then(then, now.get(same.getAsInt()), f, withIt));
                }
            }
        }
        Set<HiddenPart> asked = new LinkedHashSet<>();
        for (Then then : hidden) {
            String kind = then.part.kind();
            int more = Math.clamp(elsewhere.getOrDefault(kind, 0), 0, then.part.count() - then.withIt);
            elsewhere.merge(kind, -more, Integer::sum);
            int noted = then.withIt + more;
            if (noted < then.part.count()) {
                asked.add(new HiddenPart(
                        then.step.what(),
                        kind,
                        then.same.what(),
                        noted == 0
                                ? Say.of("unseen.lastTime", "part", then.part.words(), "step", then.step.what())
                                : Say.of(
                                        "unseen.fewer",
                                        "part",
                                        then.part.words(),
                                        "step",
                                        then.step.what(),
                                        "noted",
                                        noted)));
            }
        }
        return List.copyOf(asked);
    }

    /** The step of an earlier ledger that comes next, its cautions with it; none when it has come to its end. */
    public static Optional<Integer> nextOf(List<TeardownStep> earlier, List<TeardownStep> now) {
        Set<Integer> matched = new HashSet<>();
        for (LedgerDifference.Row row : LedgerDifference.of(now, earlier).rows()) {
            if (row.mine().isPresent() && row.theirs().isPresent()) {
                matched.add(row.theirs().get());
            }
        }
        int last = matched.stream().mapToInt(i -> i).max().orElse(-1);
        return last + 1 < earlier.size() ? Optional.of(last + 1) : Optional.empty();
    }
}
