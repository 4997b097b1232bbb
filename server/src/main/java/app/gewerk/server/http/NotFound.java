package app.gewerk.server.http;

import app.gewerk.core.words.Catalogue;
import app.gewerk.core.words.Say;

/** Something asked for by number or name is not there. */
public class NotFound extends RuntimeException {
    private final transient Say say;

    /** @param namesAndValues of the sentence's places, by turns */
    public NotFound(String code, Object... namesAndValues) {
        super(code, null, false, false);
        say = Say.of(code, namesAndValues);
    }

    public Say say() {
        return say;
    }

    /** In English. */
    @Override
    public String getMessage() {
        return Catalogue.english().words(say);
    }
}
