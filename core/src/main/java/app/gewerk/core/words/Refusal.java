package app.gewerk.core.words;

import java.util.Optional;

/**
 * Why something cannot be done as it was asked, and what to do instead.
 *
 * @param say the sentence for the person
 * @param field that it concerns, by its path in what was sent ({@code readings[1]})
 */
public record Refusal(Say say, Optional<String> field) {

    public static Refusal of(String code, Object... namesAndValues) {
        return new Refusal(Say.of(code, namesAndValues), Optional.empty());
    }

    public Refusal at(String field) {
        return new Refusal(say, Optional.of(field));
    }
}
