package app.gewerk.server.job;

import static app.gewerk.server.db.Tables.SAVED_ONCE;

import app.gewerk.server.http.SaveKey;
import java.time.OffsetDateTime;
import java.util.Optional;
import java.util.function.LongSupplier;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;

/**
 * Keeps a save that is sent again from being made again. The key and what it made are written in the save's own
 * transaction: either both stand or neither, also when the server is killed in between.
 */
@Repository
public class SavedOnceStore {
    private final DSLContext sql;

    SavedOnceStore(DSLContext sql) {
        this.sql = sql;
    }

    /**
     * The number of what was made, now or by an earlier save with the same key. Call within a transaction, with
     * everything the save does in {@code make}.
     *
     * @param what the save makes, and for which job: the same key for something else is a mistake
     * @throws IllegalArgumentException if the key was used for something else
     */
    public long once(long shopId, Optional<String> key, String what, OffsetDateTime now, LongSupplier make) {
        if (key.isEmpty()) {
            return make.getAsLong();
        }
        SaveKey.require("An Idempotency-Key", key.get());
        int first = sql.insertInto(SAVED_ONCE)
                .set(SAVED_ONCE.SHOP_ID, shopId)
                .set(SAVED_ONCE.KEY, key.get())
                .set(SAVED_ONCE.WHAT, what)
                .set(SAVED_ONCE.AT, now)
                .onConflictDoNothing()
                .execute();
        if (first == 0) {
            return before(shopId, key.get(), what).orElseThrow();
        }
        long result = make.getAsLong();
        sql.update(SAVED_ONCE)
                .set(SAVED_ONCE.RESULT_ID, result)
                .where(SAVED_ONCE.SHOP_ID.eq(shopId), SAVED_ONCE.KEY.eq(key.get()))
                .execute();
        return result;
    }

    /** What an earlier save with this key made. */
    public Optional<Long> before(long shopId, String key, String what) {
        return sql.select(SAVED_ONCE.RESULT_ID, SAVED_ONCE.WHAT)
                .from(SAVED_ONCE)
                .where(SAVED_ONCE.SHOP_ID.eq(shopId), SAVED_ONCE.KEY.eq(key))
                .fetchOptional(r -> {
                    // Keys from before they knew what they saved fit anything.
                    if (!r.value2().isEmpty() && !r.value2().equals(what)) {
                        throw new IllegalArgumentException(
                                "This Idempotency-Key was used for another save: each save needs a key of its own");
                    }
                    return r.value1();
                });
    }
}
