package app.gewerk.server.http;

/** The key by which a save that is sent again is known to be the same one. */
public final class SaveKey {
    private SaveKey() {}

    /**
     * @param whose in the refusal: {@code A step's key}
     * @throws IllegalArgumentException if it is too short to be its own, or holds more than letters, digits and - _ . :
     */
    public static void require(String whose, String key) {
        if (!key.matches("[\\w.:-]{8,100}")) {
            throw new IllegalArgumentException(whose + " has 8 to 100 letters, digits or - _ . :");
        }
    }
}
