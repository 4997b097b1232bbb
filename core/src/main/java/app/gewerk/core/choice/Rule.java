package app.gewerk.core.choice;

import app.gewerk.core.job.Way;
import app.gewerk.core.words.Say;
import java.util.Optional;

/** When a way applies, and what it comes to. */
interface Rule {
    Way way();

    Verdict on(Problem problem);

    /** It applies, or the one condition that fails. */
    sealed interface Verdict {
        record Applies(Draft draft) implements Verdict {}

        /** @param asks the circumstance that would open it, where it is only not known */
        record Fails(Say why, Optional<String> asks) implements Verdict {}
    }

    /** It hangs on something nobody has said yet. */
    static Verdict asks(String circumstance, String code, Object... values) {
        return new Verdict.Fails(Say.of(code, values), Optional.of(circumstance));
    }

    static Verdict fails(String code, Object... values) {
        return new Verdict.Fails(Say.of(code, values), Optional.empty());
    }
}
