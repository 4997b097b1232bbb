package app.gewerk.core.reading;

import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.words.Refused;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** How many teeth, as far as it is known. */
public sealed interface ToothCount {

    int fewest();

    int most();

    /** ln of how likely this count was thought before any other reading; any constant may be added. */
    default double logWeight(int toothCount) {
        return 0;
    }

    /** @param times how often it was counted, always the same */
    record Exactly(int count, int times) implements ToothCount {
        public Exactly {
            requirePossible(count);
        }

        /** Counted once. */
        public Exactly(int count) {
            this(count, 1);
        }

        @Override
        public int fewest() {
            return count;
        }

        @Override
        public int most() {
            return count;
        }
    }

    /** When teeth are missing or the count is not sure. */
    record Between(int fewest, int most) implements ToothCount {
        public Between {
            requirePossible(fewest);
            requirePossible(most);
            if (fewest > most) {
                throw new Refused("teeth.fromSmaller", "fewest", fewest, "most", most);
            }
        }
    }

    /**
     * Worked out from something else, with its uncertainty: an arc, a ratio, the gap where teeth are missing.
     *
     * @param estimate not whole
     * @param deviation standard deviation, in teeth
     */
    record About(double estimate, double deviation) implements ToothCount {
        /** Wide enough that the true count is never left out for a protractor held badly. */
        private static final double REACH = 3.5;

        public About {
            if (!(deviation > 0 && deviation < 100)) {
                throw new Refused("teeth.tooLittle");
            }
            requirePossible((int) Math.rint(estimate));
        }

        /** So many pitches take up an angle of the whole turn, read to about a degree. */
        public static About arc(int pitches, double angleDeg) {
            if (!(pitches >= 1 && angleDeg > 0 && angleDeg <= 360)) {
                throw new Refused("teeth.arc");
            }
            double estimate = 360 * pitches / angleDeg;
            return new About(estimate, Math.max(0.15, estimate * ANGLE_READ_TO_DEG / angleDeg));
        }

        /** So many whole teeth stand and the rest is one gap, whose angle is read between the middles of the teeth beside it. */
        public static About beside(int teethStanding, double gapDeg) {
            if (!(teethStanding >= 2 && gapDeg > 0 && gapDeg < 360)) {
                throw new Refused("teeth.gap");
            }
            return arc(teethStanding - 1, 360 - gapDeg);
        }

        /** The mate has so many teeth and turns so often for one turn of this gear, counted to about a fiftieth of a turn. */
        public static About ratio(double mateTurns, int mateTeeth) {
            if (!(mateTurns > 0 && mateTeeth >= 1)) {
                throw new Refused("teeth.ratio");
            }
            return new About(mateTurns * mateTeeth, Math.max(0.15, TURNS_READ_TO * mateTeeth));
        }

        private static final double ANGLE_READ_TO_DEG = 1.5;
        private static final double TURNS_READ_TO = 0.02;

        @Override
        public int fewest() {
            return Math.max(CylindricalGear.FEWEST_TEETH, (int) Math.floor(estimate - REACH * deviation));
        }

        @Override
        public int most() {
            return (int) Math.ceil(estimate + REACH * deviation);
        }

        @Override
        public double logWeight(int toothCount) {
            double off = (toothCount - estimate) / deviation;
            return -0.5 * off * off;
        }
    }

    /** Not counted at all. */
    record Unknown() implements ToothCount {
        @Override
        public int fewest() {
            return 6;
        }

        @Override
        public int most() {
            return 200;
        }
    }

    /**
     * What was typed: {@code 24}, {@code 24 24} (counted twice), {@code 23-25}, {@code 9 in 135°} (nine pitches take up 135°), {@code 18, gap 90°} (eighteen
     * teeth stand, the gap between the last ones is 90°), {@code 2.5 x 12} (a mate of 12 teeth turns two and a half times),
     * or nothing when they were not counted. Comma or point.
     *
     * @throws Refused saying what to type
     */
    static ToothCount parse(String typed) {
        String text = typed.strip().toLowerCase(java.util.Locale.ROOT);
        if (text.isEmpty()) {
            return new Unknown();
        }
        if (text.matches("-?\\d{1,6}")) {
            return new Exactly(Integer.parseInt(text));
        }
        if (text.matches("(\\d{1,6})(\\s+\\1)+")) {
            String[] counts = text.split("\\s+");
            return new Exactly(Integer.parseInt(counts[0]), counts.length);
        }
        Matcher range = Typed.RANGE.matcher(text);
        if (range.matches()) {
            return new Between(Integer.parseInt(range.group(1)), Integer.parseInt(range.group(2)));
        }
        Matcher arc = Typed.ARC.matcher(text);
        if (arc.matches()) {
            return About.arc(Integer.parseInt(arc.group(1)), Typed.number(arc.group(2)));
        }
        Matcher gap = Typed.GAP.matcher(text);
        if (gap.matches()) {
            return About.beside(Integer.parseInt(gap.group(1)), Typed.number(gap.group(2)));
        }
        Matcher ratio = Typed.RATIO.matcher(text);
        if (ratio.matches()) {
            return About.ratio(Typed.number(ratio.group(1)), Integer.parseInt(ratio.group(2)));
        }
        String shown = text.length() > 20 ? text.substring(0, 20) + "…" : text;
        throw new Refused("entry.notATeethCount", "shown", shown);
    }

    /** The ways a count may be typed. */
    final class Typed {
        private static final String NUMBER = "(\\d{1,6}(?:[.,]\\d{1,6})?)";
        private static final Pattern RANGE = Pattern.compile("(\\d{1,6})\\s*(?:-|–|to)\\s*(\\d{1,6})");
        private static final Pattern ARC = Pattern.compile("(\\d{1,4})\\s*in\\s*" + NUMBER + "\\s*(?:°|deg)?");
        private static final Pattern GAP =
                Pattern.compile("(\\d{1,4})\\s*[,;+]?\\s*gap\\s*" + NUMBER + "\\s*(?:°|deg)?");
        private static final Pattern RATIO = Pattern.compile(NUMBER + "\\s*[x×*]\\s*(\\d{1,4})");

        private Typed() {}

        private static double number(String text) {
            return Double.parseDouble(text.replace(',', '.'));
        }
    }

    private static void requirePossible(int count) {
        if (count < 1 || count > CylindricalGear.MOST_TEETH) {
            throw new Refused(
                    "gear.teethCounted",
                    "least",
                    CylindricalGear.FEWEST_TEETH,
                    "most",
                    CylindricalGear.MOST_TEETH,
                    "given",
                    count);
        }
    }
}
