package app.gewerk.core;

import app.gewerk.core.words.Refused;

/** The word an enum constant goes by outside Java (JSON, database, files): {@code TIP_DIAMETER} is {@code tipDiameter}. */
public final class Wire {
    private Wire() {}

    public static String word(Enum<?> constant) {
        StringBuilder word = new StringBuilder();
        boolean capital = false;
        for (char letter : constant.name().toCharArray()) {
            if (letter == '_') {
                capital = true;
            } else {
                word.append(capital ? letter : Character.toLowerCase(letter));
                capital = false;
            }
        }
        return word.toString();
    }

    /**
     * The constant of a word.
     *
     * @throws Refused naming the words that would do
     */
    public static <E extends Enum<E>> E parse(Class<E> type, String word) {
        for (E constant : type.getEnumConstants()) {
            if (word(constant).equals(word)) {
                return constant;
            }
        }
        throw new Refused(
                "wire.notOneOf",
                "word",
                word,
                "known",
                java.util.Arrays.stream(type.getEnumConstants())
                        .map(Wire::word)
                        .collect(java.util.stream.Collectors.joining(", ")));
    }
}
