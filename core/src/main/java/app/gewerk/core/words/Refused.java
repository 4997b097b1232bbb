package app.gewerk.core.words;

import java.util.List;
import java.util.Optional;

/** Carries refusals to whoever asked. Everything else that is thrown is a bug. */
public final class Refused extends RuntimeException {
    private final transient List<Refusal> refusals;

    /** @param refusals at least one; the first is told where there is room for one only */
    public Refused(List<Refusal> refusals) {
        // No stack: it is no bug, and the reader tries many gears that cannot be.
        super(refusals.getFirst().say().code(), null, false, false);
        this.refusals = List.copyOf(refusals);
    }

    /** @param namesAndValues of the sentence's places, by turns */
    public Refused(String code, Object... namesAndValues) {
        this(List.of(Refusal.of(code, namesAndValues)));
    }

    public Refused(Say say) {
        this(List.of(new Refusal(say, Optional.empty())));
    }

    public static Refused at(String field, String code, Object... namesAndValues) {
        return new Refused(List.of(Refusal.of(code, namesAndValues).at(field)));
    }

    /** The same, said of one field. */
    public Refused at(String field) {
        return new Refused(refusals.stream().map(r -> r.at(field)).toList());
    }

    public List<Refusal> refusals() {
        return refusals;
    }

    public Say say() {
        return refusals.getFirst().say();
    }

    /** In English. */
    @Override
    public String getMessage() {
        return Catalogue.english().words(say());
    }
}
