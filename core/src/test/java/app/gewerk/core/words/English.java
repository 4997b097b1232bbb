package app.gewerk.core.words;

/** What is told, as an English reader has it. */
public final class English {
    private English() {}

    public static String english(Say say) {
        return Catalogue.english().words(say);
    }
}
