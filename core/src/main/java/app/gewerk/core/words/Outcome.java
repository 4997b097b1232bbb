package app.gewerk.core.words;

import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/** What was asked for, or why it cannot be: where trying is part of the work and a refusal is no end of it. */
public sealed interface Outcome<T> {

    record Made<T>(T value) implements Outcome<T> {}

    record Cannot<T>(Refusal refusal) implements Outcome<T> {}

    static <T> Outcome<T> cannot(String code, Object... namesAndValues) {
        return new Cannot<>(Refusal.of(code, namesAndValues));
    }

    default Optional<T> made() {
        return this instanceof Made<T>(T value) ? Optional.of(value) : Optional.empty();
    }

    default Optional<Refusal> why() {
        return this instanceof Cannot<T>(Refusal refusal) ? Optional.of(refusal) : Optional.empty();
    }

    default <R> Outcome<R> map(Function<? super T, ? extends R> with) {
        return switch (this) {
            case Made<T>(T value) -> new Made<>(with.apply(value));
            case Cannot<T>(Refusal refusal) -> new Cannot<>(refusal);
        };
    }

    /** @throws Refused with the reason, when it cannot be */
    default T orRefuse() {
        return switch (this) {
            case Made<T>(T value) -> value;
            case Cannot<T>(Refusal refusal) -> throw new Refused(List.of(refusal));
        };
    }
}
