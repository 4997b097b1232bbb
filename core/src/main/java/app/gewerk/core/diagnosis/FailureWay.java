package app.gewerk.core.diagnosis;

import app.gewerk.core.train.PartType;
import app.gewerk.core.words.Say;
import java.util.Set;

/**
 * A way in which parts of some types fail.
 *
 * @param rate how often, beside the other ways, before anything is seen
 */
public record FailureWay(String code, Set<PartType> types, double rate) {
    public Say words() {
        return Say.of("failureWay." + code);
    }
}
