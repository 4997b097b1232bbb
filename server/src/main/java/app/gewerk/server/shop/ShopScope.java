package app.gewerk.server.shop;

import java.util.Optional;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * The shop that a thread works for. PostgreSQL is told with every connection the thread takes, and shows the rows of
 * that shop only, whatever a statement asks for; a thread that works for none sees none.
 */
@Component
public class ShopScope {
    private static final ThreadLocal<Long> WORKS_FOR = new ThreadLocal<>();

    private final ScopeStore store;

    ShopScope(ScopeStore store) {
        this.store = store;
    }

    public static Optional<Long> shopId() {
        return Optional.ofNullable(WORKS_FOR.get());
    }

    /** Does something for a shop; a transaction under way goes on for it as well. */
    public <T> T in(long shopId, Supplier<T> work) {
        Optional<Long> before = shopId();
        enter(Optional.of(shopId));
        try {
            T made = work.get();
            enter(before);
            return made;
        } catch (RuntimeException failed) {
            // The transaction is lost with what it was told.
            set(before);
            throw failed;
        }
    }

    /** The rest of the request that this thread works on is for that shop. */
    public void enterRequest(long shopId) {
        set(Optional.of(shopId));
    }

    public void run(long shopId, Runnable work) {
        in(shopId, () -> {
            work.run();
            return true;
        });
    }

    private void enter(Optional<Long> shopId) {
        set(shopId);
        if (TransactionSynchronizationManager.isActualTransactionActive()) {
            store.worksFor(shopId);
        }
    }

    static void set(Optional<Long> shopId) {
        shopId.ifPresentOrElse(WORKS_FOR::set, WORKS_FOR::remove);
    }
}
