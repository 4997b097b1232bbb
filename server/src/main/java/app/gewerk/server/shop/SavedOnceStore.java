package app.gewerk.server.shop;

import static app.gewerk.server.db.Tables.SAVED_ONCE;

import app.gewerk.core.words.Refused;
import app.gewerk.server.http.SaveKey;
import java.time.OffsetDateTime;
import java.util.Optional;
import java.util.function.LongSupplier;
import java.util.function.Supplier;
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
     * @throws Refused if the key was used for something else
     */
    public long once(Here here, Optional<String> key, String what, OffsetDateTime now, LongSupplier make) {
        if (key.isEmpty()) {
            return make.getAsLong();
        }
        if (!claim(here, key.get(), what, now)) {
            return before(here, key.get(), what).orElseThrow();
        }
        long result = make.getAsLong();
        sql.update(SAVED_ONCE)
                .set(SAVED_ONCE.RESULT_ID, result)
                .where(SAVED_ONCE.SHOP_ID.eq(here.shopId()), SAVED_ONCE.KEY.eq(key.get()))
                .execute();
        return result;
    }

    /**
     * What a save answers, which changes something that has its number already. Call within a transaction, with
     * everything the save does in {@code make}.
     *
     * @param stands the answer to one sent again
     * @throws Refused if the key was used for something else
     */
    public <T> T once(
            Here here, Optional<String> key, String what, OffsetDateTime now, Supplier<T> make, Supplier<T> stands) {
        return isNew(here, key, what, now) ? make.get() : stands.get();
    }

    /**
     * True for what is not yet saved; from then on it is. Call within the transaction that saves it.
     *
     * @throws Refused if the key was used for something else
     */
    public boolean isNew(Here here, Optional<String> key, String what, OffsetDateTime now) {
        if (key.isEmpty() || claim(here, key.get(), what, now)) {
            return true;
        }
        before(here, key.get(), what);
        return false;
    }

    /** False when an earlier save has the key. */
    private boolean claim(Here here, String key, String what, OffsetDateTime now) {
        SaveKey.require("save", key);
        return sql.insertInto(SAVED_ONCE)
                        .set(SAVED_ONCE.SHOP_ID, here.shopId())
                        .set(SAVED_ONCE.KEY, key)
                        .set(SAVED_ONCE.WHAT, what)
                        .set(SAVED_ONCE.AT, now)
                        .onConflictDoNothing()
                        .execute()
                == 1;
    }

    /** What an earlier save with this key made. */
    private Optional<Long> before(Here here, String key, String what) {
        return sql.select(SAVED_ONCE.RESULT_ID, SAVED_ONCE.WHAT)
                .from(SAVED_ONCE)
                .where(SAVED_ONCE.SHOP_ID.eq(here.shopId()), SAVED_ONCE.KEY.eq(key))
                .fetchOptional(r -> {
                    // Keys from before they knew what they saved fit anything.
                    if (!r.value2().isEmpty() && !r.value2().equals(what)) {
                        throw new Refused("save.keyUsed");
                    }
                    return r.value1();
                });
    }
}
