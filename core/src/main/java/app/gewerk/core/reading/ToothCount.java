package app.gewerk.core.reading;

import app.gewerk.core.gear.CylindricalGear;

/** How many teeth, as far as it is known. */
public sealed interface ToothCount {

    int fewest();

    int most();

    record Exactly(int count) implements ToothCount {
        public Exactly {
            requirePossible(count);
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
                throw new IllegalArgumentException("The tooth count runs from the smaller to the larger number; "
                        + fewest + " to " + most + " given");
            }
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
     * What was typed: {@code 24}, {@code 23-25}, or nothing when they were not counted.
     *
     * @throws IllegalArgumentException saying what to type
     */
    static ToothCount parse(String typed) {
        String text = typed.strip();
        if (text.isEmpty()) {
            return new Unknown();
        }
        if (text.matches("-?\\d{1,6}")) {
            return new Exactly(Integer.parseInt(text));
        }
        java.util.regex.Matcher range = java.util.regex.Pattern.compile("(\\d{1,6})\\s*(?:-|–|to)\\s*(\\d{1,6})")
                .matcher(text);
        if (range.matches()) {
            return new Between(Integer.parseInt(range.group(1)), Integer.parseInt(range.group(2)));
        }
        String shown = text.length() > 20 ? text.substring(0, 20) + "…" : text;
        throw new IllegalArgumentException(
                "\"" + shown + "\" is not a tooth count: type a whole number like 24, or 23-25 when you are not sure");
    }

    private static void requirePossible(int count) {
        if (count < CylindricalGear.FEWEST_TEETH || count > CylindricalGear.MOST_TEETH) {
            throw new IllegalArgumentException("A gear needs at least " + CylindricalGear.FEWEST_TEETH + " and at most "
                    + CylindricalGear.MOST_TEETH + " teeth; " + count + " given. Count again");
        }
    }
}
