package app.gewerk.core.damage;

import app.gewerk.core.AtMost;
import app.gewerk.core.Wire;
import app.gewerk.core.words.Refused;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * What was seen on one gear, tooth by tooth, and on its hub, bore and web.
 *
 * @param gear which gear of the machine, in the technician's words
 * @param component its part in the machine's description; empty when it is none of them
 * @param mateWidthMm face width of the gear it runs with
 * @param oddColour yellow, pink or brown among whiter ones
 * @param brittle gives or crumbles when pressed
 * @param softened smeared or melted somewhere
 * @param fragmentsFound of the missing teeth
 * @param fragmentsAccepted why the rest is no longer looked for; empty while it is
 */
public record ToothMap(
        @AtMost(200) String gear,
        String component,
        int toothCount,
        Optional<Double> faceWidthMm,
        Optional<Double> mateWidthMm,
        @AtMost(MOST_MARKS) List<ToothMark> marks,
        Hub hub,
        Bore bore,
        Web web,
        boolean oddColour,
        boolean brittle,
        boolean softened,
        int fragmentsFound,
        String fragmentsAccepted) {
    public enum Hub {
        NOT_LOOKED,
        SOUND,
        CRACKED,
        SPLIT;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    public enum Bore {
        NOT_LOOKED,
        SOUND,
        WORN,
        KEY_WORN,
        MELTED;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    public enum Web {
        NOT_LOOKED,
        SOUND,
        CRACKED,
        MELTED;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    private static final int MOST_TEETH = 500;
    private static final int MOST_MARKS = 2000;
    /** Two readings of one width agree so far. */
    private static final double AS_READ_MM = 0.1;

    /** @throws Refused if the gear has no such tooth, a width cannot be, or a band lies beyond the face */
    public ToothMap {
        if (toothCount < 4 || toothCount > MOST_TEETH) {
            throw new Refused("map.teeth", "most", MOST_TEETH, "given", toothCount);
        }
        marks = List.copyOf(marks);
        for (ToothMark mark : marks) {
            if (mark.tooth() < 1 || mark.tooth() > toothCount) {
                throw new Refused("map.noTooth", "tooth", mark.tooth(), "teeth", toothCount);
            }
        }
        requireWidth(faceWidthMm);
        requireWidth(mateWidthMm);
        requireOnFace(marks, faceWidthMm);
        if (fragmentsFound < 0 || fragmentsFound > MOST_TEETH) {
            throw new Refused("map.fragments");
        }
    }

    private static void requireOnFace(List<ToothMark> marks, Optional<Double> faceWidthMm) {
        faceWidthMm.ifPresent(face -> {
            if (marks.stream().flatMap(m -> m.band().stream()).anyMatch(b -> b.toMm() > face + AS_READ_MM)) {
                throw new Refused("map.bandBeyond", "face", face);
            }
        });
    }

    private static void requireWidth(Optional<Double> width) {
        if (width.filter(w -> !(w > 0 && w <= 1000)).isPresent()) {
            throw new Refused("map.faceWidth");
        }
    }

    /** A gear of which nothing was seen yet. */
    public static ToothMap unseen(String gear, int toothCount) {
        return new ToothMap(
                gear,
                "",
                toothCount,
                Optional.empty(),
                Optional.empty(),
                List.of(),
                Hub.NOT_LOOKED,
                Bore.NOT_LOOKED,
                Web.NOT_LOOKED,
                false,
                false,
                false,
                0,
                "");
    }

    public Set<Integer> teeth(ToothMark.Kind kind) {
        return marks.stream()
                .filter(m -> m.kind() == kind)
                .map(ToothMark::tooth)
                .collect(Collectors.toSet());
    }

    /** Loss of each tooth, 0 to 1, the worst mark of each counting. */
    double[] losses() {
        double[] losses = new double[toothCount];
        for (ToothMark mark : marks) {
            losses[mark.tooth() - 1] = Math.max(losses[mark.tooth() - 1], mark.loss());
        }
        return losses;
    }

    boolean[] lostForm() {
        boolean[] lost = new boolean[toothCount];
        marks.stream().filter(ToothMark::lostForm).forEach(m -> lost[m.tooth() - 1] = true);
        return lost;
    }

    /** Teeth missing and not found, while nobody has accepted that. */
    public int fragmentsToFind() {
        return fragmentsAccepted.isEmpty()
                ? Math.max(0, teeth(ToothMark.Kind.MISSING).size() - fragmentsFound)
                : 0;
    }
}
