package app.gewerk.server.http;

import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;

/** The key by which a save that is sent again is known to be the same one. */
public final class SaveKey {
    private SaveKey() {}

    /**
     * @param whose in the refusal: {@code step}
     * @throws Refused if it is too short to be its own, or holds more than letters, digits and - _ . :
     */
    public static void require(String whose, String key) {
        if (!key.matches("[\\w.:-]{8,100}")) {
            throw new Refused("save.key", "what", Say.of("save.key." + whose));
        }
    }
}
