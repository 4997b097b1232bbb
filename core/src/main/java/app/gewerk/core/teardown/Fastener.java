package app.gewerk.core.teardown;

import app.gewerk.core.words.Refused;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/**
 * Fasteners and small loose parts of one sort that came off together.
 *
 * @param kind {@code screw}, {@code clip}, {@code nut}, {@code captive nut}, {@code washer}, {@code shim}, {@code spring} …
 * @param head of a screw: {@code pan}, {@code flat} …; or how else it looks
 * @param thread {@code M3}, the diameter in mm of one for plastic, or the gauge of one in inches, {@code #4}; empty when
 *     it has none
 * @param lengthMm 0 when not measured
 * @param cell of the tray, {@code A1}; empty when it has no place yet
 */
public record Fastener(int count, String kind, String head, String thread, double lengthMm, String cell) {
    /** Those that fall out unseen. */
    private static final Set<String> HIDDEN =
            Set.of("captive nut", "nut", "shim", "washer", "ball", "spring", "circlip");

    /** Two threads no further apart than this are taken for one: M2.5 and M3 (common practice). */
    private static final double NOT_SEEN_MM = 0.5;

    /** @throws Refused if there are none, or their length cannot be */
    public Fastener {
        if (count < 1 || count > 500) {
            throw new Refused("ledger.fasteners", "given", count);
        }
        if (!(lengthMm >= 0 && lengthMm <= 2000)) {
            throw new Refused("ledger.fastenerLength");
        }
        cell = Cell.tidy(cell);
    }

    public boolean canFallOutUnseen() {
        return HIDDEN.contains(kind);
    }

    /** {@code M3 × 12 pan screw}. */
    public String sort() {
        return sort(kind);
    }

    private String sort(String called) {
        StringBuilder words = new StringBuilder();
        if (!thread.isEmpty()) {
            words.append(thread);
            if (lengthMm > 0) {
                words.append(" × ").append(number(lengthMm));
            }
            words.append(' ');
        } else if (lengthMm > 0) {
            words.append(number(lengthMm)).append(" mm ");
        }
        if (!head.isEmpty()) {
            words.append(head).append(' ');
        }
        return words.append(called).toString();
    }

    /** {@code 4 M3 × 12 pan screws}. */
    public String words() {
        return count + " " + called();
    }

    /** {@code M3 × 12 pan screws}, as so many are called. */
    String called() {
        return sort(count == 1 ? kind : several(kind));
    }

    /** {@code screws}, {@code bushes}. */
    static String several(String kind) {
        return kind + (kind.matches(".*(?:s|x|sh|ch)") ? "es" : "s");
    }

    /** Easily taken for each other: the same thing but for length or head, or a thread that the eye does not tell. */
    public boolean looksLike(Fastener other) {
        boolean alike = kind.equals(other.kind)
                && (thread.equals(other.thread)
                        || thread.isEmpty()
                        || other.thread.isEmpty()
                        || nearlyAsThickAs(other));
        return alike && !sort().equals(other.sort());
    }

    private boolean nearlyAsThickAs(Fastener other) {
        Optional<Double> mine = diameterMm();
        Optional<Double> theirs = other.diameterMm();
        return mine.isPresent() && theirs.isPresent() && Math.abs(mine.get() - theirs.get()) <= NOT_SEEN_MM;
    }

    private Optional<Double> diameterMm() {
        String number = thread.startsWith("M") ? thread.substring(1) : thread;
        return number.matches("\\d+(\\.\\d+)?") ? Optional.of(Double.valueOf(number)) : Optional.empty();
    }

    private static String number(double mm) {
        return mm == Math.rint(mm) ? String.valueOf((long) mm) : String.format(Locale.ROOT, "%.1f", mm);
    }
}
