package app.gewerk.server.closeup;

import app.gewerk.core.closeup.Account;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What was said when a step went back as it is kept, format 1. */
record StoredAccount(
        int format, @Nullable List<Left> shorts, @Nullable List<Integer> seen) {
    record Left(int thing, int put, @Nullable String why) {}

    static StoredAccount of(Account account) {
        return new StoredAccount(
                1,
                account.shorts().stream()
                        .map(s -> new Left(s.thing(), s.put(), s.why()))
                        .toList(),
                account.seen());
    }

    Account account() {
        return new Account(
                shorts == null
                        ? List.of()
                        : shorts.stream()
                                .map(s -> new Account.Short(s.thing, s.put, s.why == null ? "" : s.why))
                                .toList(),
                seen == null ? List.of() : seen);
    }
}
