package app.gewerk.server.http;

/** Text from outside without what no database column holds: NUL and halves of surrogate pairs. All else is kept as typed. */
final class CleanText {
    private CleanText() {}

    static String clean(String text) {
        boolean fine = text.codePoints().noneMatch(CleanText::unkeepable);
        if (fine) {
            return text;
        }
        StringBuilder kept = new StringBuilder(text.length());
        text.codePoints().filter(c -> !unkeepable(c)).forEach(kept::appendCodePoint);
        return kept.toString();
    }

    private static boolean unkeepable(int codePoint) {
        return codePoint == 0 || (codePoint >= 0xD800 && codePoint <= 0xDFFF);
    }
}
