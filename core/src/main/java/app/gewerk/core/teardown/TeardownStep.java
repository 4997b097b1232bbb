package app.gewerk.core.teardown;

import app.gewerk.core.words.Refused;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * One step of taking a machine apart.
 *
 * @param where on the machine
 * @param opens the opening of the machine's description that this step takes off; empty when none
 * @param minutes 0 when not noted
 */
public record TeardownStep(
        String what,
        String where,
        String side,
        String tool,
        List<Fastener> fasteners,
        List<PartOff> partsOff,
        List<Danger> dangers,
        double minutes,
        String note,
        String opens) {
    private static final int LONGEST = 2000;
    private static final Set<String> LITTLE_WORDS = Set.of("the", "off", "out", "of", "and", "from");

    /** @throws Refused if nothing was done, or too much for one step */
    public TeardownStep {
        if (what.isBlank()) {
            throw new Refused("ledger.whatWasDone");
        }
        if (what.length() + where.length() + note.length() > LONGEST) {
            throw new Refused("ledger.lineTooLong", "most", LONGEST);
        }
        if (!(minutes >= 0 && minutes <= 1000)) {
            throw new Refused("ledger.minutes");
        }
        fasteners = List.copyOf(fasteners);
        partsOff = List.copyOf(partsOff);
        dangers = List.copyOf(new java.util.LinkedHashSet<>(dangers));
    }

    /** What two steps are compared by: what they open, and the words that name the deed. */
    record Deed(String opens, Set<String> words) {
        /** How much two steps are the same deed, 0 to 1: the words they share of all their words. */
        double likeness(Deed other) {
            if (!opens.isEmpty() && opens.equals(other.opens)) {
                return 1;
            }
            int both = 0;
            for (String word : words) {
                both += other.words.contains(word) ? 1 : 0;
            }
            int all = words.size() + other.words.size() - both;
            return all == 0 ? 0 : both / (double) all;
        }
    }

    Deed deed() {
        return new Deed(
                opens,
                Arrays.stream((what + " " + side).toLowerCase(Locale.ROOT).split("[^\\p{L}\\p{N}]+"))
                        .filter(w -> w.length() > 1 && !LITTLE_WORDS.contains(w))
                        .collect(Collectors.toSet()));
    }

    /** Everything that came off in this step, each in words. */
    public List<String> cameOff() {
        List<String> words = new ArrayList<>();
        fasteners.forEach(f -> words.add(f.words() + in(f.cell())));
        partsOff.forEach(p -> words.add(p.words() + in(p.cell())));
        return words;
    }

    private static String in(String cell) {
        return cell.isEmpty() ? "" : " in " + cell;
    }
}
